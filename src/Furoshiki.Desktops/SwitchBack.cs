using Furoshiki.Core.Content;
using Furoshiki.Core.Switching;

namespace Furoshiki.Desktops;

/// <summary>What became of what other programs had written at the paths of a switch.</summary>
/// <param name="Aside">What had to make room: each a tree with its path alone, held as content.</param>
/// <param name="Left">The paths that were left as another program wrote them.</param>
public sealed record WayBack(IReadOnlyList<Tree> Aside, IReadOnlyList<string> Left)
{
    /// <summary>No other program had written anything.</summary>
    public static WayBack Nothing { get; } = new([], []);

    /// <summary>It in sentences, each with a space before it; empty if there is nothing to say.</summary>
    public string Words =>
        string.Concat(
            Aside
                .Select(tree =>
                    $" What another program wrote to {PathText.Printable(tree.Entries[0].Name)} meanwhile was set aside."
                )
                .Concat(
                    Left.Select(path =>
                        $" {PathText.Printable(path)} was left as another program wrote it."
                    )
                )
        );
}

/// <summary>
/// Brings a switch that did not come to its end to one: what stands on the disk tells how far it was. What is neither as before nor as
/// planned is another program's: where it has to make room it is set aside, and nothing of it is lost.
/// </summary>
internal sealed class SwitchBack
{
    private const string EndingBeforeMarks = ".furoshiki-unfinished";

    private readonly DesktopFolder _folder;
    private readonly IContentHold _hold;
    private readonly JournalEntry _entry;
    private readonly KnownPaths _paths;
    private readonly FileWriter _writer;

    /// <exception cref="FolderAwayException">The folder that the switch worked in is not there.</exception>
    public SwitchBack(
        DesktopFolder folder,
        IContentStore content,
        IContentHold hold,
        JournalEntry entry,
        Action<SwitchPoint> at
    )
    {
        (_folder, _hold, _entry) = (folder, hold, entry);
        _paths = new KnownPaths(
            folder,
            Footing.Of(folder.Root, entry),
            entry.Changes.Select(change => change.Path)
        );
        _paths.Check();
        var mark = entry.Mark.Length > 0 ? entry.Mark : "before-marks";
        var unfinished = new UnfinishedNames(mark, entry.Changes);
        _writer = new FileWriter(folder.Root, _paths, content, unfinished, at);
    }

    /// <summary>
    /// Whether every path that no other program has written since is as planned: nothing is left to be done then but the modes of
    /// folders.
    /// </summary>
    public bool IsDone()
    {
        var states = _entry.Changes.Where(change => change.Before != change.After).ToList();
        return states.Any(change => IsNew(change, _paths.Find(change.Path)))
            && states.All(change =>
                _paths.Find(change.Path) is var state
                && (IsNew(change, state) || !(IsOld(change, state) || IsMidway(change, state)))
            );
    }

    /// <summary>Ends a switch that is done but for the modes of folders.</summary>
    public WayBack Complete()
    {
        RemoveUnfinished();
        var folders = _entry
            .Changes.Where(change =>
                change.After?.Type == FileType.Folder
                && _paths.Find(change.Path)?.Type == FileType.Folder
            )
            .ToList();
        foreach (var change in folders)
            _writer.Bring(change.Path, change.After, _paths.Find(change.Path), (_, _) => false);
        Finish();
        return new WayBack(
            [],
            [
                .. _entry
                    .Changes.Where(change => !IsNew(change, _paths.Find(change.Path)))
                    .Select(change => change.Path),
            ]
        );
    }

    /// <summary>
    /// Brings every path back to what it was, the last one first. If nothing of the switch is on the disk, what other programs wrote
    /// stays as it is.
    /// </summary>
    public WayBack GoBack() => GoBack(_entry.Changes);

    /// <summary>Brings the paths back whose turn had come.</summary>
    public WayBack GoBack(IReadOnlyList<FileChange> begun)
    {
        RemoveUnfinished();
        var aside = new List<Tree>();
        var left = new List<string>();
        var isUntouched = begun.All(change =>
            StaysFolder(change) || !IsBrought(change, _paths.Find(change.Path))
        );
        if (!isUntouched)
            _writer.Prepare(
                [
                    .. begun
                        .Reverse()
                        .Where(change => _paths.Find(change.Path) != change.Before)
                        .Select(change => new FileChange(change.Path, change.After, change.Before)),
                ],
                CancellationToken.None
            );
        foreach (var change in begun.Reverse())
        {
            var state = _paths.Find(change.Path);
            if (state == change.Before)
                continue;
            var isOurs =
                IsBrought(change, state)
                || IsOld(change, state)
                || (StaysFolder(change) && state?.Type == FileType.Folder);
            if (!isOurs && isUntouched)
            {
                left.Add(change.Path);
                continue;
            }
            if (!isOurs && state is not null)
                aside.Add(SetAside(change.Path, state));
            if (
                state?.Type == FileType.Folder
                && change.Before?.Type != FileType.Folder
                && !Posix.IsEmptyFolder(_paths.Full(change.Path))
            )
                left.Add(change.Path);
            else
                _writer.Bring(
                    change.Path,
                    change.Before,
                    state,
                    (full, other) =>
                    {
                        aside.Add(Hold(change.Path, other, full));
                        return true;
                    }
                );
        }
        if (left.Count > 0)
            RemoveUnfinished();
        Finish();
        return new WayBack(aside, left);
    }

    private void Finish()
    {
        _writer.Finish(_entry.Changes.Select(change => change.Path));
        _paths.Check();
    }

    private void RemoveUnfinished()
    {
        _writer.RemoveUnfinished(_entry.Changes);
        if (_entry.Mark.Length == 0)
            foreach (var change in _entry.Changes)
                if (
                    change.After?.Content is { } planned
                    && _paths.Find(change.Path + EndingBeforeMarks)?.Content == planned
                )
                    Posix.RemoveFile(_paths.Full(change.Path + EndingBeforeMarks));
    }

    /// <summary>Holds what stands at a path, and where it is a folder takes what is in it away.</summary>
    private Tree SetAside(string path, FileState state)
    {
        var inside =
            state.Type == FileType.Folder ? _paths.WhileThere(() => _folder.FindTree(path)) : null;
        var tree = new Tree([new TreeEntry(path, state, inside)], []);
        if (
            state.Type == FileType.Other
            || (state.Type == FileType.Folder && (inside is null || inside.Gaps.Any()))
        )
            throw new IOException(
                $"{PathText.Printable(path)} holds something that another program put there and that cannot be held. Take it away by hand."
            );
        using (var batch = _hold.Begin())
        {
            batch.PutTree(
                tree,
                (file, _) =>
                {
                    using var bytes = _folder.OpenRead(file);
                    batch.Put(bytes);
                }
            );
            batch.Commit();
        }
        foreach (
            var (within, _) in (inside?.All ?? []).OrderByDescending(
                one => one.Key,
                StringComparer.Ordinal
            )
        )
            _writer.Bring($"{path}/{within}", null, null, (_, _) => true);
        return tree;
    }

    /// <summary>Holds what another program wrote to a path just before that was brought back.</summary>
    private Tree Hold(string path, FileState state, string full)
    {
        if (state.Type is FileType.Other or FileType.Folder)
            throw new IOException(
                $"{PathText.Printable(path)} holds something that another program put there and that cannot be held. Take it away by hand."
            );
        var tree = new Tree([new TreeEntry(path, state, null)], []);
        using var batch = _hold.Begin();
        batch.PutTree(
            tree,
            (_, _) =>
            {
                using var bytes = new FileStream(
                    Posix.OpenFile(full),
                    FileAccess.Read,
                    bufferSize: 0
                );
                batch.Put(bytes);
            }
        );
        batch.Commit();
        return tree;
    }

    /// <summary>Whether a folder stays one, of which a switch changes nothing but the mode and the attributes.</summary>
    internal static bool StaysFolder(FileChange change) =>
        change is { Before.Type: FileType.Folder, After.Type: FileType.Folder };

    private static bool IsOld(FileChange change, FileState? state) =>
        state == change.Before
        || (
            change.After?.Type != FileType.Folder
            && state?.Type == FileType.Folder
            && change.Before?.Type == FileType.Folder
        );

    /// <summary>Whether a path is what the switch made of it.</summary>
    private static bool IsBrought(FileChange change, FileState? state) =>
        IsNew(change, state) || IsMidway(change, state);

    /// <summary>
    /// Whether nothing stands at a path where a folder becomes something else, or something else a folder: neither can be renamed over the
    /// other, so what was there goes first.
    /// </summary>
    private static bool IsMidway(FileChange change, FileState? state) =>
        state is null
        && change is { Before: { } before, After: { } after }
        && (before.Type == FileType.Folder) != (after.Type == FileType.Folder);

    /// <summary>Whether a path is as planned; of a folder that comes, whatever its mode, which is set last.</summary>
    private static bool IsNew(FileChange change, FileState? state) =>
        state == change.After
        || (
            change.Before?.Type != FileType.Folder
            && state?.Type == FileType.Folder
            && change.After?.Type == FileType.Folder
        );
}
