using Furoshiki.Core.Colour;
using Furoshiki.Core.Content;
using Furoshiki.Core.Parts;

namespace Furoshiki.App.Views;

/// <summary>A part in words, with the colours that tell it where it has any.</summary>
public sealed record PartView(
    string Kind,
    string Title,
    PartGroup Group,
    string Words,
    IReadOnlyList<string> Swatches,
    IReadOnlyList<AssetView> Assets
)
{
    private static readonly Setting<Rgba>[] Telling =
    [
        Role.Panel,
        Role.Window,
        Role.View,
        Role.Selection,
        Role.Text,
        Role.Accent,
    ];

    /// <summary>A part in words.</summary>
    public static PartView Of(Component component, IContentStore content) =>
        new(
            component.Kind.Name,
            component.Kind.Title,
            component.Kind.Group,
            component.Words,
            SwatchesOf(component),
            [
                .. component.Assets.Select(asset => new AssetView(
                    asset.Name,
                    asset.Path,
                    asset.Content?.Short,
                    asset.Content is { } digest && content.HoldsAll(digest)
                )),
            ]
        );

    /// <summary>The colours that tell a part, in CSS notation.</summary>
    public static IReadOnlyList<string> SwatchesOf(Component? component) =>
        component?.Kind == ColoursKind.Kind
            ?
            [
                .. Telling
                    .Where(role => component.Has(role))
                    .Select(role => component.Get(role).ToString()),
            ]
            : [];
}

/// <summary>An asset of a part.</summary>
/// <param name="Path">Where it stood; null if it was not found.</param>
/// <param name="Digest">The start of its digest; null if nothing stood there.</param>
/// <param name="IsCarried">Whether its content is kept; if not, only its fingerprint is.</param>
public sealed record AssetView(string Name, string? Path, string? Digest, bool IsCarried);
