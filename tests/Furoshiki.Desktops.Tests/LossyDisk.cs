using Furoshiki.Core.Content;
using Microsoft.Win32.SafeHandles;

namespace Furoshiki.Desktops.Tests;

/// <summary>
/// What of a folder a disk still has when its power goes, by what POSIX promises and no more: the bytes and the mode of a file or
/// folder are certain once it was flushed, a name in a folder once the folder was. Of everything since, any of it may be there or not,
/// and of a file that was never flushed all, half or none of its bytes.
/// </summary>
/// <param name="root">The folder.</param>
/// <param name="random">What of it is there.</param>
internal sealed class LossyDisk(string root, Random random) : IDisposable
{
    /// <summary>A file, with its bytes; a link, with where it leads; or a folder, with the inodes of its names.</summary>
    private sealed record Node(
        FileType Type,
        int Mode,
        byte[] Bytes,
        string Target,
        Dictionary<string, ulong> Names
    )
    {
        public bool IsSame(Node other) =>
            Type == other.Type
            && Target == other.Target
            && Bytes.AsSpan().SequenceEqual(other.Bytes);
    }

    private readonly Dictionary<ulong, Node> _kept = [];

    /// <summary>What is kept is open, so that its number is given to nothing else.</summary>
    private readonly List<SafeFileHandle> _open = [];

    /// <summary>Takes all that is there now as flushed.</summary>
    public void KeepAll()
    {
        _kept.Clear();
        var before = _open.ToList();
        _open.Clear();
        foreach (var (path, (inode, node)) in All())
            Keep(path, inode, node);
        foreach (var handle in before)
            handle.Dispose();
    }

    public void Dispose() => _open.ForEach(handle => handle.Dispose());

    private void Keep(string path, ulong inode, Node node)
    {
        if (!_kept.ContainsKey(inode) && node.Type != FileType.Link)
            _open.Add(node.Type == FileType.Folder ? Posix.OpenFolder(path) : Posix.OpenFile(path));
        _kept[inode] = node;
    }

    /// <summary>Notes what a switch has flushed.</summary>
    public void At(SwitchPoint point)
    {
        if (point.Action != "flushed")
            return;
        if (point.Path is null)
        {
            KeepAll();
            return;
        }
        var full = Path.GetFullPath(point.Path, root);
        var (inode, node) = Find(full)!.Value;
        Keep(full, inode, node);
        foreach (var name in node.Names.Keys)
            if (
                Find($"{full}/{name}") is { Node.Type: not FileType.File } inside
                && !_kept.ContainsKey(inside.Inode)
            )
                Keep($"{full}/{name}", inside.Inode, inside.Node with { Names = [] });
    }

    /// <summary>Makes the folder what the disk has of it after the power went, of which all is certain then.</summary>
    public void Lose()
    {
        var now = All().ToDictionary(one => one.Path, one => one.Found, StringComparer.Ordinal);
        var live = now
            .Values.DistinctBy(found => found.Inode)
            .ToDictionary(found => found.Inode, found => found.Node);
        var left = new Dictionary<string, Node>(StringComparer.Ordinal);
        Choose(root, now[root].Inode, isLive: true);
        foreach (var (path, (_, node)) in now)
            if (node.Type == FileType.Folder)
                File.SetUnixFileMode(
                    path,
                    UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute
                );
        foreach (var (path, (_, node)) in now.Reverse())
            if (!left.TryGetValue(path, out var wanted) || !node.IsSame(wanted))
                Remove(path);
        foreach (var (path, node) in left)
            Make(path, node);
        foreach (var (path, node) in left.Reverse())
            if (node.Type != FileType.Link)
                File.SetUnixFileMode(path, (UnixFileMode)node.Mode);
        KeepAll();

        void Choose(string path, ulong inode, bool isLive)
        {
            var kept = _kept.GetValueOrDefault(inode);
            var there =
                (isLive ? null : kept)
                ?? live.GetValueOrDefault(inode)
                ?? new Node(FileType.File, 0b110_000_000, [], "", []);
            if (kept is null)
                kept = there with
                {
                    Bytes = there.Bytes[..OneOf(0, there.Bytes.Length / 2)],
                    Names = [],
                };
            if (!live.TryGetValue(inode, out var newest))
                newest = kept;
            left[path] = OneOf(kept, newest) with { Mode = OneOf(kept, newest).Mode };
            foreach (var name in kept.Names.Keys.Union(newest.Names.Keys))
            {
                var isNew = OneOf(true, false);
                if ((isNew ? newest : kept).Names.TryGetValue(name, out var inside))
                    Choose($"{path}/{name}", inside, isNew);
            }
        }
    }

    private T OneOf<T>(T one, T other) => random.Next(2) == 0 ? one : other;

    private IEnumerable<(string Path, (ulong Inode, Node Node) Found)> All()
    {
        var waiting = new Stack<string>([root]);
        while (waiting.TryPop(out var path))
        {
            var found = Find(path)!.Value;
            yield return (path, found);
            foreach (var name in found.Node.Names.Keys)
                waiting.Push($"{path}/{name}");
        }
    }

    private static (ulong Inode, Node Node)? Find(string path)
    {
        if (Posix.LStat(path) is not { } stat)
            return null;
        var names = new Dictionary<string, ulong>(StringComparer.Ordinal);
        if (stat.IsFolder)
            using (var folder = Posix.OpenFolder(path))
                foreach (var bytes in Posix.NamesIn(folder))
                {
                    var name = LosslessText.FromBytes(bytes.AsSpan()[..^1]);
                    names[name] = NumberOf($"{path}/{name}", Posix.LStat($"{path}/{name}")!.Value);
                }
        return (
            NumberOf(path, stat),
            new Node(
                stat.IsFolder ? FileType.Folder
                    : stat.IsLink ? FileType.Link
                    : FileType.File,
                stat.Permissions,
                stat.IsFile ? File.ReadAllBytes(path) : [],
                stat.IsLink ? Posix.ReadLink(path) : "",
                names
            )
        );
    }

    /// <summary>The inode; of a link, which cannot be held open, a number that all links that lead to the same have, and nothing else.</summary>
    private static ulong NumberOf(string path, Stat stat) =>
        stat.IsLink
            ? ~(ulong)(uint)Posix.ReadLink(path).GetHashCode(StringComparison.Ordinal)
            : stat.Inode;

    private static void Remove(string path)
    {
        if (Posix.LStat(path) is { IsFolder: true })
            Directory.Delete(path, recursive: true);
        else if (Posix.LStat(path) is not null)
            File.Delete(path);
    }

    private static void Make(string path, Node node)
    {
        if (Posix.LStat(path) is not null)
            return;
        if (node.Type == FileType.Folder)
            Directory.CreateDirectory(path);
        else if (node.Type == FileType.Link)
            File.CreateSymbolicLink(path, node.Target);
        else
            File.WriteAllBytes(path, node.Bytes);
    }
}
