using Furoshiki.App.Views;
using Furoshiki.Core.Content;

namespace Furoshiki.App.Looks;

/// <summary>A look by its name, with its parts.</summary>
/// <param name="Ref">How it is named for certain: "now", "saving-" or "state-" and a number.</param>
/// <param name="Name">What people call it.</param>
/// <param name="Caption">Which one of that name.</param>
/// <param name="Look">Its digest.</param>
/// <param name="Parts">Its parts.</param>
public sealed record LookView(
    string Ref,
    string Name,
    string Caption,
    string Look,
    IReadOnlyList<PartView> Parts
)
{
    /// <summary>A look by its name.</summary>
    public static LookView Of(NamedLook look, IContentStore content) =>
        new(
            look.Ref,
            look.Name,
            look.Caption,
            look.Look.Digest.Hex,
            [.. look.Look.Components.Select(part => PartView.Of(part, content))]
        );
}
