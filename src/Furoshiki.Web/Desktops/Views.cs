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
/// <param name="Gone">Why its folder cannot be looked at, in a sentence; null if it can.</param>
internal sealed record DesktopView(
    long Id,
    string Name,
    string Platform,
    string Version,
    IReadOnlyList<Screen> Screens,
    bool IsSimulated,
    string Folder,
    string? Gone
)
{
    public static DesktopView Of(LiveDesktop desktop) =>
        new(
            desktop.Id,
            desktop.Name,
            desktop.Map.Platform,
            desktop.Version,
            desktop.Screens,
            desktop.IsSimulated,
            desktop.Folder.Root,
            null
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

/// <summary>A setting that is another than it was.</summary>
internal sealed record ChangedSettingView(string Title, string Words);

/// <summary>What changed in a part since the saving that last held it.</summary>
/// <param name="Since">That saving in words, where it is another than the one that is on; else null.</param>
/// <param name="Files">How many of its files and folders are others.</param>
internal sealed record DriftView(
    string Kind,
    string Title,
    string Words,
    string? Since,
    IReadOnlyList<ChangedSettingView> Settings,
    int Files
)
{
    public static DriftView Of(PartDifference part, string? since) =>
        new(
            part.Kind,
            Core.Kinds.Kind.Get(part.Kind).Title,
            part.Summary(),
            since,
            [
                .. part.Settings.Select(one => new ChangedSettingView(
                    one.Title,
                    DifferenceWords.FromTo(part.Kind, one)
                )),
            ],
            part.Assets.Sum(asset => asset.Files.Length)
        );
}

/// <summary>A path with something to say of it.</summary>
internal sealed record PlaceView(string Path, string Reason)
{
    public static PlaceView Of(Gap gap) => new(PathText.Escape(gap.Path), gap.Reason);

    public static PlaceView Printable(Gap gap) => new(PathText.Printable(gap.Path), gap.Reason);
}

/// <summary>A kind of part by its names.</summary>
internal sealed record KindName(string Kind, string Title);

/// <summary>A file that could not be read, with the parts that it takes out.</summary>
internal sealed record UnreadView(string File, string Reason, IReadOnlyList<KindName> Parts)
{
    public static IReadOnlyList<UnreadView> Of(DesktopReading reading) =>
        [
            .. reading
                .Unread.GroupBy(part => (part.File, part.Reason))
                .Select(group => new UnreadView(
                    PathText.Printable(group.Key.File!),
                    group.Key.Reason!,
                    [
                        .. group.Select(part => new KindName(
                            part.Kind,
                            Core.Kinds.Kind.Get(part.Kind).Title
                        )),
                    ]
                )),
        ];
}

/// <summary>A value that could not be read; the rest of its part could.</summary>
internal sealed record UnreadValueView(
    string Kind,
    string Title,
    string Setting,
    string File,
    string At,
    string Reason
)
{
    public static IEnumerable<UnreadValueView> Of(PartReading part) =>
        part.Values.Select(value => new UnreadValueView(
            part.Kind,
            Core.Kinds.Kind.Get(part.Kind).Title,
            Difference.TitleOf(Core.Kinds.Kind.Get(part.Kind), value.Key),
            PathText.Printable(value.File),
            value.At,
            value.Reason
        ));
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
