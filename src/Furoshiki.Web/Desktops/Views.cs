using System.Globalization;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Kinds;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Picture;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Session;

namespace Furoshiki.Web.Desktops;

/// <summary>A desktop in the chooser.</summary>
internal sealed record DesktopView(
    long Id,
    string Name,
    string Platform,
    string Version,
    IReadOnlyList<Screen> Screens,
    bool IsSimulated
)
{
    public static DesktopView Of(LiveDesktop desktop) =>
        new(
            desktop.Id,
            desktop.Name,
            desktop.Map.Platform,
            desktop.Version,
            desktop.Screens,
            desktop.IsSimulated
        );
}

/// <summary>A part in words, with the colours that tell it where it has any.</summary>
internal sealed record PartView(
    string Kind,
    string Title,
    PartGroup Group,
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

    public static PartView Of(Component component, IContentStore content) =>
        new(
            component.Kind,
            Core.Kinds.Kind.Get(component.Kind).Title,
            Core.Kinds.Kind.Get(component.Kind).Group,
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

/// <summary>An asset of a part.</summary>
/// <param name="Path">Where it stood; null if it was not found.</param>
/// <param name="Digest">The start of its digest; null if nothing stood there.</param>
/// <param name="IsCarried">Whether its content is kept; if not, only its fingerprint is.</param>
internal sealed record AssetView(string Name, string? Path, string? Digest, bool IsCarried);

/// <summary>A file that is another than it was.</summary>
/// <param name="Before">What it was, in words.</param>
/// <param name="Now">What it is, in words.</param>
/// <param name="BeforeContent">The digest of what it was, if it is a picture whose content is at hand.</param>
/// <param name="NowContent">The digest of what it is, if it is a picture.</param>
internal sealed record FileView(
    string Path,
    string Before,
    string Now,
    string? BeforeContent,
    string? NowContent
)
{
    private static readonly string[] PictureEndings = [".svg", ".png", ".jpg", ".jpeg", ".webp"];

    public static FileView Of(AssetDifference asset, FileDifference file, IContentStore content)
    {
        var path = file.Path.Length == 0 ? asset.Name : $"{asset.Name}/{file.Path}";
        var isPicture = PictureEndings.Any(ending =>
            path.EndsWith(ending, StringComparison.OrdinalIgnoreCase)
        );
        var before =
            file.Before?.Content is { } held && content.SizeOf(held) is not null ? held.Hex : null;
        return new FileView(
            PathText.Printable(path),
            Words(file.Before),
            Words(file.After),
            isPicture ? before : null,
            isPicture ? file.After?.Content?.Hex : null
        );
    }

    private static string Words(FileState? state) =>
        state?.Type switch
        {
            null => "not there",
            FileType.Link => $"a link to {PathText.Printable(state.Target!)}",
            FileType.Folder => $"a folder, {Mode(state)}",
            _ => string.Create(
                CultureInfo.InvariantCulture,
                $"{state.Size} bytes, {Mode(state)}, {state.Content!.Value.Short}"
            ),
        };

    private static string Mode(FileState state) => Convert.ToString(state.Mode, 8).PadLeft(4, '0');
}

/// <summary>A setting that is another than it was.</summary>
internal sealed record ChangedSettingView(string Title, string Words);

/// <summary>What changed in a part since the saving that is on.</summary>
internal sealed record DriftView(
    string Kind,
    string Title,
    string Words,
    IReadOnlyList<ChangedSettingView> Settings,
    IReadOnlyList<FileView> Files
)
{
    public static DriftView Of(PartDifference part, IContentStore content) =>
        new(
            part.Kind,
            Core.Kinds.Kind.Get(part.Kind).Title,
            part.Summary(),
            [
                .. part.Settings.Select(one => new ChangedSettingView(
                    one.Title,
                    DifferenceWords.FromTo(part.Kind, one)
                )),
            ],
            [
                .. part.Assets.SelectMany(asset =>
                    asset.Files.Select(file => FileView.Of(asset, file, content))
                ),
            ]
        );
}

/// <summary>A part that could not be read.</summary>
internal sealed record UnreadView(string Kind, string Title, string File, string Reason)
{
    public static UnreadView Of(PartReading part) =>
        new(part.Kind, Core.Kinds.Kind.Get(part.Kind).Title, part.File!, part.Reason!);
}

/// <summary>Something of a part that stands on the disk and cannot be held.</summary>
internal sealed record GapView(string Kind, string Title, string Path, string Reason)
{
    public static IEnumerable<GapView> Of(PartReading part) =>
        part.Gaps.Select(gap => new GapView(
            part.Kind,
            Core.Kinds.Kind.Get(part.Kind).Title,
            PathText.Printable(gap.Path),
            gap.Reason
        ));
}

/// <summary>A part of which something else shows than what is set.</summary>
/// <param name="Set">What is set, in words.</param>
/// <param name="Showing">What shows, in words.</param>
/// <param name="WillShow">Whether it only waits; if not, an asset is not there and another shows in its place.</param>
/// <param name="Until">When what is set will show, if it only waits.</param>
/// <param name="Program">The program that has to start again; null if none.</param>
internal sealed record NotShowingView(
    string Kind,
    string Title,
    string Set,
    string Showing,
    bool WillShow,
    Shows Until,
    string? Program
)
{
    public static NotShowingView Of(NotShowing part)
    {
        var settings = part.Showing is null
            ? []
            : Difference
                .Between(Look.Of([part.Set]), Look.Of([part.Showing]), _ => null)
                .SelectMany(one => one.Settings)
                .ToList();
        // One setting that differs is said by itself; the words of the whole would be the same twice.
        var only = settings is [var one] ? one : null;
        return new NotShowingView(
            part.Kind,
            Core.Kinds.Kind.Get(part.Kind).Title,
            only is null
                ? part.Set.Words
                : $"{only.Title.ToLowerInvariant()} {DifferenceWords.Words(part.Kind, only.Key, only.From)}",
            only is null
                ? part.Showing?.Words ?? "nothing"
                : DifferenceWords.Words(part.Kind, only.Key, only.To),
            part.Until is not null,
            part.Until ?? Shows.AtOnce,
            part.Program
        );
    }
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
