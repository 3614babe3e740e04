using Furoshiki.Core.Compare;
using Furoshiki.Core.Kinds;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Picture;
using Furoshiki.Core.Reading;

namespace Furoshiki.Web.Desktops;

/// <summary>A desktop in the chooser.</summary>
internal sealed record DesktopView(
    long Id,
    string Name,
    string Platform,
    string Version,
    IReadOnlyList<Screen> Screens
)
{
    public static DesktopView Of(LiveDesktop desktop) =>
        new(desktop.Id, desktop.Name, desktop.Map.Platform, desktop.Version, desktop.Screens);
}

/// <summary>A part in words, with the colours that tell it where it has any.</summary>
internal sealed record PartView(
    string Kind,
    string Title,
    string Words,
    IReadOnlyList<string> Swatches,
    IReadOnlyList<AssetView> Assets
)
{
    private static readonly string[] Telling =
    [
        "panel",
        "window",
        "view",
        "selection",
        "text",
        "accent",
    ];

    public static PartView Of(Component component) =>
        new(
            component.Kind,
            Core.Kinds.Kind.Get(component.Kind).Title,
            component.Words,
            SwatchesOf(component),
            [
                .. component.Assets.Select(asset => new AssetView(
                    asset.Name,
                    asset.Path,
                    asset.Content?.Short
                )),
            ]
        );

    public static IReadOnlyList<string> SwatchesOf(Component? component) =>
        component?.Kind == ColoursKind.Kind.Name
            ?
            [
                .. Telling
                    .Select(role => component[role])
                    .OfType<SettingValue.Colour>()
                    .Select(colour => colour.ToString()),
            ]
            : [];
}

/// <summary>An asset of a part: where it stood, and the start of its digest; both null if it was not found.</summary>
internal sealed record AssetView(string Name, string? Path, string? Digest);

/// <summary>What changed in a part since the saving that is on.</summary>
internal sealed record DriftView(
    string Kind,
    string Title,
    string Words,
    IReadOnlyList<string> Files
)
{
    public static DriftView Of(PartDifference part) =>
        new(
            part.Kind,
            Core.Kinds.Kind.Get(part.Kind).Title,
            part.Summary(),
            [.. part.Assets.SelectMany(asset => asset.Files.Select(file => $"{asset.Name}/{file}"))]
        );
}

/// <summary>A part that could not be read.</summary>
internal sealed record UnreadView(string Kind, string Title, string File, string Reason)
{
    public static UnreadView Of(PartReading part) =>
        new(part.Kind, Core.Kinds.Kind.Get(part.Kind).Title, part.File!, part.Reason!);
}

/// <summary>The saving that is on, its number in words, and that of the next.</summary>
internal sealed record OnView(
    long ProfileId,
    string Name,
    long SavingId,
    string Ordinal,
    string NextOrdinal,
    string Look
);
