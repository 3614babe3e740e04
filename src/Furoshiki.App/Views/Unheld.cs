using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Reading;

namespace Furoshiki.App.Views;

/// <summary>A path with something to say of it.</summary>
public sealed record PlaceView(string Path, string Reason)
{
    /// <summary>A gap with a path that can be read back.</summary>
    public static PlaceView Of(Gap gap) => new(PathText.Escape(gap.Path), gap.Reason);

    /// <summary>A gap with a path for people.</summary>
    public static PlaceView Printable(Gap gap) => new(PathText.Printable(gap.Path), gap.Reason);
}

/// <summary>A kind of part by its names.</summary>
public sealed record KindName(string Kind, string Title);

/// <summary>A file that could not be read.</summary>
/// <param name="Path">It, relative to the desktop's root.</param>
/// <param name="Reason">Why not, in a sentence.</param>
/// <param name="Parts">The parts that it takes out.</param>
internal sealed record UnreadFile(string Path, string Reason, IReadOnlyList<KindName> Parts)
{
    /// <summary>The files of a desktop that could not be read.</summary>
    public static IEnumerable<UnreadFile> In(DesktopReading reading) =>
        reading
            .Unread.GroupBy(part => (part.File, part.Reason))
            .Select(group => new UnreadFile(
                group.Key.File!,
                group.Key.Reason!,
                [.. group.Select(part => new KindName(part.Kind.Name, part.Kind.Title))]
            ));
}

/// <summary>A file that could not be read, with the parts that it takes out.</summary>
/// <param name="File">Its path, for people.</param>
/// <param name="Reason">Why not, in a sentence.</param>
/// <param name="Anew">Its name in the map, where there is a copy from which it can be written anew as it was saved; null where there is none.</param>
/// <param name="State">The number of the newest safe state whose copy of it can be read; null if none has one.</param>
public sealed record UnreadView(
    string File,
    string Reason,
    IReadOnlyList<KindName> Parts,
    string? Anew,
    long? State
);

/// <summary>A value that could not be read; the rest of its part could.</summary>
public sealed record UnreadValueView(
    string Kind,
    string Title,
    string Setting,
    string File,
    string At,
    string Reason
)
{
    /// <summary>The values of a part that could not be read.</summary>
    public static IEnumerable<UnreadValueView> Of(PartReading part) =>
        part.Values.Select(value => new UnreadValueView(
            part.Kind.Name,
            part.Kind.Title,
            Difference.TitleOf(part.Kind, value.Key),
            PathText.Printable(value.File),
            value.At,
            value.Reason
        ));
}

/// <summary>Something of a part that stands on the disk and cannot be held.</summary>
public sealed record GapView(string Kind, string Title, string Path, string Reason)
{
    /// <summary>What of a part cannot be held.</summary>
    public static IEnumerable<GapView> Of(PartReading part) =>
        part.Gaps.Select(gap => new GapView(
            part.Kind.Name,
            part.Kind.Title,
            PathText.Printable(gap.Path),
            gap.Reason
        ));
}
