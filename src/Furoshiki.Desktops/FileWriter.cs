using Furoshiki.Core.Content;
using Furoshiki.Core.Switching;

namespace Furoshiki.Desktops;

/// <summary>Brings single paths to an exact state, each in one step that either has happened or has not.</summary>
/// <param name="root">The desktop's folder.</param>
/// <param name="paths">Where its paths are.</param>
/// <param name="content">Where the bytes are found.</param>
/// <param name="at">Called before and after each action.</param>
internal sealed class FileWriter(
    string root,
    KnownPaths paths,
    IContentStore content,
    Action<SwitchPoint> at
)
{
    /// <summary>What the names of files end with while they are being written.</summary>
    public const string UnfinishedEnding = ".furoshiki-unfinished";

    /// <summary>From how many paths on the whole file system is flushed once, rather than each path by itself.</summary>
    private const int ManyPaths = 64;

    private readonly HashSet<string> _written = new(StringComparer.Ordinal);

    /// <summary>
    /// Writes the new bytes of files beside them and flushes them, so that nothing but renames is left to do. Files whose folder
    /// is not there yet are written later.
    /// </summary>
    public void WriteBeside(IReadOnlyList<FileChange> changes)
    {
        foreach (var change in changes)
        {
            if (
                change.After?.Type != FileType.File
                || Posix.LStat(paths.ParentOf(change.Path)) is not { IsFolder: true }
            )
                continue;
            at(new SwitchPoint("write beside", change.Path));
            Write(paths.Full(change.Path) + UnfinishedEnding, change.After);
            _written.Add(change.Path);
            at(new SwitchPoint("written", change.Path));
        }
        if (_written.Count > ManyPaths)
            Posix.FlushFileSystem(root);
        else
            foreach (var path in _written)
                Posix.FlushFile(paths.Full(path) + UnfinishedEnding);
    }

    /// <summary>Makes a path be in a state; nothing stands there afterwards if the state is null.</summary>
    public void Bring(string path, FileState? state)
    {
        var full = paths.Full(path);
        var now = Posix.LStat(full);
        if (now is { } stat && (state is null || stat.IsFolder != (state.Type == FileType.Folder)))
            Remove(path, full, stat);
        switch (state?.Type)
        {
            case FileType.File:
                if (!_written.Remove(path))
                {
                    RemoveUnfinished(full);
                    Write(full + UnfinishedEnding, state);
                }
                Rename(path, full);
                break;
            case FileType.Link:
                RemoveUnfinished(full);
                Posix.MakeLink(state.Target!, full + UnfinishedEnding);
                Rename(path, full);
                break;
            case FileType.Folder:
                at(new SwitchPoint("make folder", path));
                if (now is not { IsFolder: true })
                    Posix.MakeFolder(full);
                Posix.SetMode(full, state.Mode);
                break;
        }
        at(new SwitchPoint("in place", path));
    }

    /// <summary>Puts all that was brought about on the disk.</summary>
    public void Flush(IReadOnlyCollection<string> brought)
    {
        at(new SwitchPoint("flush folders"));
        if (brought.Count > ManyPaths)
            Posix.FlushFileSystem(root);
        else
            foreach (var parent in brought.Select(paths.ParentOf).Distinct())
                if (Posix.LStat(parent) is { IsFolder: true })
                    Posix.FlushFolder(parent);
    }

    /// <summary>Removes what was written beside files and not put in their place.</summary>
    public void RemoveUnfinished(IReadOnlyList<FileChange> changes)
    {
        foreach (var change in changes)
            RemoveUnfinished(paths.Full(change.Path));
        _written.Clear();
    }

    private static void RemoveUnfinished(string full)
    {
        if (Posix.LStat(full + UnfinishedEnding) is { IsFolder: false })
            Posix.RemoveFile(full + UnfinishedEnding);
    }

    private void Rename(string path, string full)
    {
        at(new SwitchPoint("rename", path));
        Posix.Rename(full + UnfinishedEnding, full);
        at(new SwitchPoint("renamed", path));
    }

    private void Write(string unfinished, FileState state)
    {
        using var source = content.Open(state.Content!.Value);
        using var handle = Posix.NewFile(unfinished, 0b110_000_000);
        using (var file = new FileStream(handle, FileAccess.Write, bufferSize: 0))
        {
            source.CopyTo(file);
            Posix.SetMode(handle, state.Mode);
        }
    }

    private void Remove(string path, string full, Stat stat)
    {
        at(new SwitchPoint("remove", path));
        if (stat.IsFolder)
        {
            Posix.RemoveFolder(full);
            paths.Forget();
        }
        else
            Posix.RemoveFile(full);
    }
}
