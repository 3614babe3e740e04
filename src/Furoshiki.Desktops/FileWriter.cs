using Furoshiki.Core.Content;
using Furoshiki.Core.Switching;
using Microsoft.Win32.SafeHandles;

namespace Furoshiki.Desktops;

/// <summary>Brings single paths to an exact state, each in one step that either has happened or has not.</summary>
/// <param name="root">The desktop's folder.</param>
/// <param name="paths">Where its paths are.</param>
/// <param name="content">Where the bytes are found.</param>
/// <param name="unfinished">Names the files that are being written.</param>
/// <param name="at">Called before and after each action.</param>
internal sealed class FileWriter(
    string root,
    KnownPaths paths,
    IContentStore content,
    UnfinishedNames unfinished,
    Action<SwitchPoint> at
)
{
    /// <summary>From how many paths on the whole file system is flushed once, rather than each path by itself.</summary>
    private const int ManyPaths = 64;

    private const int OwnersAll = 0b111_000_000;
    private const int OwnersWrite = 0b011_000_000;

    /// <summary>Where the new bytes of a path were written, beside it.</summary>
    private readonly Dictionary<string, string> _written = new(StringComparer.Ordinal);

    /// <summary>The folders whose mode is set at the end, when all that is in them has its place.</summary>
    private readonly SortedDictionary<string, FileState> _folders = new(StringComparer.Ordinal);

    /// <summary>
    /// Writes the new bytes of files beside them and flushes them, so that nothing but renames is left to do. Files whose folder
    /// is not there yet, or will be another, are written later.
    /// </summary>
    public void WriteBeside(IReadOnlyList<FileChange> changes)
    {
        var made = changes
            .Where(change => change.Before?.Type != FileType.Folder)
            .Select(change => change.Path)
            .ToHashSet(StringComparer.Ordinal);
        foreach (var change in changes)
        {
            if (
                change.After?.Type != FileType.File
                || Above(change.Path).Any(made.Contains)
                || Posix.LStat(paths.ParentOf(change.Path)) is not { IsFolder: true }
            )
                continue;
            at(new SwitchPoint("write beside", change.Path));
            Unlock(change.Path);
            _written[change.Path] = Write(change.Path, change.After);
            at(new SwitchPoint("written", change.Path));
        }
        if (_written.Count > ManyPaths)
            Posix.FlushFileSystem(root);
        else
            foreach (var written in _written.Values)
                Posix.FlushFile(written);
    }

    /// <summary>Whether the mode of a folder lets its owner put something in it.</summary>
    public static bool MayWriteIn(int mode) => (mode & OwnersWrite) == OwnersWrite;

    /// <summary>Whether a folder's mode is another only because what is in it is being changed.</summary>
    public bool HasUnlocked(string path) => _folders.ContainsKey(path);

    /// <summary>Makes a path be in a state; nothing stands there afterwards if the state is null. Modes of folders follow later.</summary>
    public void Bring(string path, FileState? state)
    {
        MakeParents(path);
        Unlock(path);
        var full = paths.Full(path);
        var now = Posix.LStat(full);
        if (now is { } stat && (state is null || stat.IsFolder != (state.Type == FileType.Folder)))
            Remove(path, full, stat);
        switch (state?.Type)
        {
            case FileType.File:
                if (!_written.Remove(path, out var written))
                    written = Write(path, state);
                Rename(path, written, full);
                break;
            case FileType.Link:
                var link = unfinished.Beside(path, paths);
                RemoveFile(link);
                Posix.MakeLink(state.Target!, link);
                Rename(path, link, full);
                break;
            case FileType.Folder:
                at(new SwitchPoint("make folder", path));
                if (now is not { IsFolder: true })
                    Posix.MakeFolder(full);
                _folders[path] = state;
                break;
        }
        if (now is not { IsFolder: true })
            paths.Forget(path);
        at(new SwitchPoint("in place", path));
    }

    /// <summary>Gives folders their modes and attributes, the deepest first, and puts all that was brought about on the disk.</summary>
    public void Finish(IReadOnlyCollection<string> brought)
    {
        at(new SwitchPoint("set modes"));
        foreach (var (path, state) in _folders.Reverse())
        {
            if (Posix.LStat(paths.Full(path)) is not { IsFolder: true })
                continue;
            using var folder = Posix.OpenFolder(paths.Full(path));
            Posix.SetAttributes(folder, state.Attributes);
            Posix.SetMode(folder, state.Mode);
        }
        _folders.Clear();
        at(new SwitchPoint("flush folders"));
        if (brought.Count > ManyPaths)
            Posix.FlushFileSystem(root);
        else
            foreach (var parent in brought.Select(paths.ParentOf).Distinct())
                if (
                    Posix.LStat(parent) is { IsFolder: true, Permissions: var mode }
                    && CanRead(mode)
                )
                    Posix.FlushFolder(parent);
    }

    /// <summary>Removes what was written beside files and not put in their place.</summary>
    public void RemoveUnfinished(IReadOnlyList<FileChange> changes)
    {
        foreach (var change in changes)
            if (Posix.LStat(unfinished.Beside(change.Path, paths)) is not null)
            {
                Unlock(change.Path);
                RemoveFile(unfinished.Beside(change.Path, paths));
            }
        _written.Clear();
    }

    private static bool CanRead(int mode) => (mode & 0b100_000_000) != 0;

    private static IEnumerable<string> Above(string path)
    {
        for (var slash = path.LastIndexOf('/'); slash > 0; slash = path.LastIndexOf('/', slash - 1))
            yield return path[..slash];
    }

    private static void RemoveFile(string full)
    {
        if (Posix.LStat(full) is { IsFolder: false })
            Posix.RemoveFile(full);
    }

    /// <summary>Makes the folders above a path that went meanwhile.</summary>
    private void MakeParents(string path)
    {
        if (Posix.LStat(paths.ParentOf(path)) is not null)
            return;
        foreach (var folder in Above(path).Reverse())
            if (Posix.LStat(paths.Full(folder)) is null)
                Posix.MakeFolder(paths.Full(folder), TreeChanges.NewFolderMode);
    }

    /// <summary>Makes the folder of a path one that its owner can write in, until <see cref="Finish"/>.</summary>
    private void Unlock(string path)
    {
        var slash = path.LastIndexOf('/');
        if (slash < 0)
            return;
        var (parent, full) = (path[..slash], paths.ParentOf(path));
        if (Posix.LStat(full) is not { IsFolder: true, Permissions: var mode } || MayWriteIn(mode))
            return;
        if (!_folders.ContainsKey(parent))
            _folders[parent] =
                paths.Find(parent)
                ?? throw new IOException($"{PathText.Printable(parent)} went meanwhile.");
        Posix.SetMode(full, mode | OwnersAll);
    }

    private void Rename(string path, string written, string full)
    {
        at(new SwitchPoint("rename", path));
        Posix.Rename(written, full);
        at(new SwitchPoint("renamed", path));
    }

    private string Write(string path, FileState state)
    {
        var written = unfinished.Beside(path, paths);
        RemoveFile(written);
        using var source = content.Open(state.Content!.Value);
        using SafeFileHandle handle = Posix.NewFile(written, 0b110_000_000);
        using var file = new FileStream(handle, FileAccess.Write, bufferSize: 0);
        source.CopyTo(file);
        Posix.SetAttributes(handle, state.Attributes);
        Posix.SetMode(handle, state.Mode);
        return written;
    }

    private void Remove(string path, string full, Stat stat)
    {
        at(new SwitchPoint("remove", path));
        if (stat.IsFolder)
        {
            Posix.RemoveFolder(full);
            _folders.Remove(path);
        }
        else
            Posix.RemoveFile(full);
    }
}
