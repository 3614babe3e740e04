using Furoshiki.Core.Content;

namespace Furoshiki.Desktops;

/// <summary>Brings single paths to an exact state, each in one step that either has happened or has not.</summary>
/// <param name="folder">The desktop's folder.</param>
/// <param name="content">Where the bytes are found.</param>
/// <param name="at">Called before and after each action.</param>
internal sealed class FileWriter(
    DesktopFolder folder,
    IContentStore content,
    Action<SwitchPoint> at
)
{
    /// <summary>What the names of files end with while they are being written.</summary>
    public const string UnfinishedEnding = ".furoshiki-unfinished";

    private readonly HashSet<string> _written = [];

    /// <summary>
    /// Writes a file's new bytes beside it and flushes them, so that nothing but a rename is left to do. A file whose folder
    /// is not there yet is written later.
    /// </summary>
    public void WriteBeside(string path, FileState? state)
    {
        var full = folder.PathOf(path);
        if (state?.Type != FileType.File || !Directory.Exists(Path.GetDirectoryName(full)))
            return;
        at(new SwitchPoint("write beside", path));
        Write(full + UnfinishedEnding, state);
        _written.Add(path);
        at(new SwitchPoint("written", path));
    }

    /// <summary>Makes a path be in a state; nothing stands there afterwards if the state is null.</summary>
    public void Bring(string path, FileState? state)
    {
        var full = folder.PathOf(path);
        var now = TypeAt(full);
        if (
            now is not null
            && (
                state is null
                || (state.Type != now && (now == FileType.Folder || state.Type == FileType.Folder))
            )
        )
            Remove(path, full, now.Value);
        switch (state?.Type)
        {
            case FileType.File:
                if (!_written.Remove(path))
                    Write(full + UnfinishedEnding, state);
                Rename(path, full);
                break;
            case FileType.Link:
                File.CreateSymbolicLink(full + UnfinishedEnding, state.Target!);
                Rename(path, full);
                break;
            case FileType.Folder:
                at(new SwitchPoint("make folder", path));
                Directory.CreateDirectory(full);
                File.SetUnixFileMode(full, (UnixFileMode)state.Mode);
                break;
        }
        at(new SwitchPoint("flush folder", path));
        Posix.FlushFolder(Path.GetDirectoryName(full)!);
        at(new SwitchPoint("in place", path));
    }

    private void Rename(string path, string full)
    {
        at(new SwitchPoint("rename", path));
        File.Move(full + UnfinishedEnding, full, overwrite: true);
        at(new SwitchPoint("renamed", path));
    }

    private void Write(string unfinished, FileState state)
    {
        using var source = content.Open(state.Content!.Value);
        using var file = new FileStream(unfinished, FileMode.CreateNew, FileAccess.Write);
        source.CopyTo(file);
        File.SetUnixFileMode(file.SafeFileHandle, (UnixFileMode)state.Mode);
        file.Flush(flushToDisk: true);
    }

    private void Remove(string path, string full, FileType type)
    {
        at(new SwitchPoint("remove", path));
        if (type == FileType.Folder)
            Directory.Delete(full);
        else
            File.Delete(full);
    }

    private static FileType? TypeAt(string full)
    {
        var file = new FileInfo(full);
        return file.LinkTarget is not null ? FileType.Link
            : file.Exists ? FileType.File
            : Directory.Exists(full) ? FileType.Folder
            : null;
    }
}
