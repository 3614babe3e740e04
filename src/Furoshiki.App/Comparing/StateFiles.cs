using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.App.SafeStates;
using Furoshiki.App.Views;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Store;

namespace Furoshiki.App.Comparing;

/// <summary>A file that is another than in a safe state.</summary>
/// <param name="Path">Its path, percent-encoded where it is no plain text.</param>
/// <param name="Words">Its path for people.</param>
/// <param name="Parts">The names of the parts that it can be of; none where it is of no part.</param>
/// <param name="File">What it was in the safe state and what it is.</param>
public sealed record StateFileView(
    string Path,
    string Words,
    IReadOnlyList<string> Parts,
    ChangedFileView File
);

/// <summary>A file as it was for a while.</summary>
/// <param name="State">The number of the newest safe state that has it so; null if it is only so now.</param>
/// <param name="Title">What that safe state held, in words.</param>
/// <param name="From">When the oldest safe state of them was made (UTC); null if it is only so now.</param>
/// <param name="To">When the newest of them was made (UTC); null if it is only so now.</param>
/// <param name="States">How many safe states in a row have it so.</param>
/// <param name="IsNow">Whether it is so now.</param>
/// <param name="File">What it was, and what it is now.</param>
/// <param name="Changes">What had changed in it since the version before, in the words of its parts; none where nothing is known of that.</param>
public sealed record FileVersionView(
    long? State,
    string Title,
    DateTime? From,
    DateTime? To,
    int States,
    bool IsNow,
    ChangedFileView File,
    IReadOnlyList<string> Changes
);

/// <summary>A managed file.</summary>
/// <param name="Path">Its path, percent-encoded where it is no plain text.</param>
/// <param name="Parts">The titles of the parts that it can be of; none where it is of no part.</param>
/// <param name="Changes">How often it became another, over the last safe states until now.</param>
public sealed record FoundFileView(string Path, IReadOnlyList<string> Parts, int Changes);

/// <summary>Tells what became of single files between safe states and now.</summary>
public sealed class StateFiles(
    SafeStateShelf safeStates,
    IContentStore content,
    LookLibrary library,
    Observer observer,
    FileChanges changes
)
{
    private const int MostFound = 50;

    /// <summary>Over so many safe states it is told how often a file changed.</summary>
    private const int MostStates = 12;

    /// <summary>The files in which a safe state differs from the desktop as it is, or from another safe state.</summary>
    /// <param name="desktop">The desktop.</param>
    /// <param name="state">The safe state's number.</param>
    /// <param name="other">The number of the other one; null for the desktop as it is.</param>
    /// <exception cref="ProblemException">There is no such safe state, or the list of what it holds is damaged.</exception>
    public IReadOnlyList<StateFileView> Differing(LiveDesktop desktop, long state, long? other)
    {
        var then = safeStates.TreeOf(safeStates.Get(desktop, state));
        var now = other is { } number
            ? safeStates.TreeOf(safeStates.Get(desktop, number))
            : Now(desktop);
        return
        [
            .. Tree.Between(then, now)
                .Where(one =>
                    !IsFolder(one.Before ?? one.After) || !IsFolder(one.After ?? one.Before)
                )
                .Select(one => new StateFileView(
                    PathText.Escape(one.Path),
                    PathText.Printable(one.Path),
                    PartsOf(desktop, one.Path),
                    View(desktop, one.Path, one.Before, one.After, isNow: other is null)
                )),
        ];
    }

    private static List<string> PartsOf(LiveDesktop desktop, string path) =>
        [.. desktop.Map.Kinds.Where(kind => kind.IsOf(path)).Select(kind => kind.Kind.Title)];

    /// <summary>
    /// The managed files in whose path or parts a text stands, those that are there now and those of the last safe state: what changed
    /// lately first, then part by part.
    /// </summary>
    /// <returns>So many of them at most.</returns>
    public IReadOnlyList<FoundFileView> Find(LiveDesktop desktop, string text)
    {
        var trees = safeStates
            .Rows(desktop)
            .Take(MostStates)
            .Select(row => content.FindWhatIsLeft(row.Tree, out _))
            .OfType<Tree>()
            .Prepend(Now(desktop))
            .ToList();
        var changed = trees
            .Zip(trees.Skip(1))
            .SelectMany(
                (pair, ago) =>
                    Tree.Between(pair.Second, pair.First).Select(one => (one.Path, Ago: ago))
            )
            .ToLookup(one => one.Path, one => one.Ago, StringComparer.Ordinal);
        return Excerpt.Of(
            trees
                .Take(2)
                .SelectMany(tree => tree.All)
                .Where(one => !IsFolder(one.Value))
                .Select(one => one.Key)
                .Distinct(StringComparer.Ordinal)
                .Select(path =>
                    (
                        Path: path,
                        Parts: PartsOf(desktop, path),
                        Lately: changed.Contains(path) ? changed[path].Min() : MostStates
                    )
                )
                .Where(one =>
                    $"{PathText.Printable(one.Path)} {string.Join(' ', one.Parts)}".Contains(
                        text,
                        StringComparison.OrdinalIgnoreCase
                    )
                )
                .OrderBy(one => one.Lately)
                .ThenBy(one => one.Parts.Count == 0)
                .ThenBy(one => one.Parts.Count == 0 ? 0 : PlaceOf(one.Parts[0]))
                .ThenBy(one => one.Path, StringComparer.Ordinal)
                .Select(one => new FoundFileView(
                    PathText.Escape(one.Path),
                    one.Parts,
                    changed[one.Path].Count()
                )),
            MostFound
        );

        int PlaceOf(string title) =>
            desktop.Map.Kinds.First(kind => kind.Kind.Title == title).Kind.Place;
    }

    /// <summary>A file as it is and as it was in the safe states, the newest first; where it stayed the same, once.</summary>
    /// <param name="desktop">The desktop.</param>
    /// <param name="path">The file's path, percent-encoded as it is told.</param>
    /// <exception cref="ProblemException">This is no path, or nothing that is managed was ever there.</exception>
    public IReadOnlyList<FileVersionView> Over(LiveDesktop desktop, string path)
    {
        var file = AskedPath.Of(path, "path");
        var now = Now(desktop).Find(file);
        var known = new Dictionary<Digest, FileState?>();
        var rows = safeStates.Rows(desktop);
        var versions = new List<(FileState? State, List<SafeStateRow> Rows)>();
        if (rows.Count == 0 || StateIn(rows[0]) != now)
            versions.Add((now, []));
        foreach (var row in rows)
            if (versions.Count > 0 && versions[^1].State == StateIn(row))
                versions[^1].Rows.Add(row);
            else
                versions.Add((StateIn(row), [row]));
        if (versions.All(one => one.State is null))
            throw ProblemException.NotFound("This file");
        var looks = versions
            .Select(one =>
                one.Rows.Count == 0 ? observer.See(desktop).Reading.Look : LookOf(one.Rows[0])
            )
            .ToList();
        return
        [
            .. versions.Select(
                (one, i) =>
                    new FileVersionView(
                        one.Rows.Count == 0 ? null : one.Rows[0].Id,
                        one.Rows.Count == 0 ? "Now" : SafeStateShelf.NameOf(one.Rows[0]),
                        one.Rows.Count == 0 ? null : Utc(one.Rows[^1].MadeAt),
                        one.Rows.Count == 0 ? null : Utc(one.Rows[0].MadeAt),
                        one.Rows.Count,
                        i == 0 || one.State == now,
                        View(desktop, file, one.State, now, isNow: true),
                        i + 1 < looks.Count && looks[i] is { } after && looks[i + 1] is { } before
                            ? [.. FileStory.Between(desktop.Map, file, before, after)]
                            : []
                    )
            ),
        ];

        FileState? StateIn(SafeStateRow row)
        {
            if (!known.TryGetValue(row.Tree, out var state))
                known[row.Tree] = state = content.FindIn(row.Tree, file);
            return state;
        }
    }

    /// <summary>The look that was read when a safe state was made; null where it cannot be read any more.</summary>
    private Look? LookOf(SafeStateRow row)
    {
        try
        {
            return library.Get(row.Look);
        }
        catch (ProblemException)
        {
            return null;
        }
    }

    private static DateTime Utc(DateTime time) => DateTime.SpecifyKind(time, DateTimeKind.Utc);

    private static bool IsFolder(FileState? state) => state?.Type == FileType.Folder;

    private static Tree Now(LiveDesktop desktop) => desktop.Folder.ManagedTree(desktop.Maps);

    private ChangedFileView View(
        LiveDesktop desktop,
        string path,
        FileState? before,
        FileState? after,
        bool isNow
    )
    {
        if (isNow && after?.Content is { } digest)
            library.Locate(digest, desktop.Folder.PathOf(path));
        return changes.View(path, new FileDifference("", before, after));
    }
}
