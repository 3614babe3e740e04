using System.Collections.Immutable;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Reading;

namespace Furoshiki.Desktops;

/// <summary>
/// A desktop's real folder. Paths are relative to its root; no path is followed out of it, whatever links it has.
/// </summary>
public sealed class DesktopFolder : IDesktopView
{
    private const long LargestSettingsFile = 16 * 1024 * 1024;
    private const string NotPermitted = "Reading it is not permitted.";

    private readonly FolderIndex _index;
    private readonly string? _shut;

    /// <summary>Opens a folder.</summary>
    /// <param name="root">Its path.</param>
    /// <param name="limits">How much of it is held.</param>
    /// <param name="shut">A folder that no path and no link reaches into: where the product keeps its own data.</param>
    /// <param name="isWatched">Whether it hears of changes in what was looked at.</param>
    /// <exception cref="DirectoryNotFoundException">There is no such folder.</exception>
    public DesktopFolder(
        string root,
        ScanLimits? limits = null,
        string? shut = null,
        bool isWatched = false
    )
    {
        if (!Directory.Exists(root))
            throw new DirectoryNotFoundException($"There is no folder {root}.");
        Root =
            RealPath(Path.GetFullPath(root))
            ?? throw new DirectoryNotFoundException($"The links to {root} lead in a circle.");
        _shut = shut is null ? null : RealPath(Path.GetFullPath(shut));
        Watch = isWatched ? new FolderWatch() : null;
        _index = new FolderIndex(limits ?? ScanLimits.Default, _shut, Watch);
    }

    /// <summary>Hears of changes in what was looked at; null if it does not.</summary>
    public FolderWatch? Watch { get; }

    /// <summary>The folder's own path, with no link in it.</summary>
    public string Root { get; }

    /// <summary>
    /// The full path of something in the folder. Links among the folders above it are followed, as every program does; what stands
    /// under the last name is not.
    /// </summary>
    /// <exception cref="SettingsFileException">A folder above it is a link that leads out of the root, or it is no path.</exception>
    public string PathOf(string path)
    {
        var names = path.Split('/');
        if (
            names.Any(name =>
                name is "" or "." or ".." || name.Contains('\0', StringComparison.Ordinal)
            )
        )
            throw new SettingsFileException(
                $"'{PathText.Printable(path)}' is no path within the desktop's folder."
            );
        var parent = Root;
        foreach (var name in names[..^1])
        {
            Watch?.Hear(parent, name);
            parent = Enter($"{parent}/{name}", path);
        }
        Watch?.Hear(parent, names[^1]);
        var full = $"{parent}/{names[^1]}";
        return IsShut(full)
            ? throw new SettingsFileException(
                $"'{PathText.Printable(path)}' leads to where Furoshiki keeps its own data."
            )
            : full;
    }

    /// <summary>The full path of a folder, be it through a link.</summary>
    /// <param name="full">Where it stands, with no link above it.</param>
    /// <param name="path">The path that goes through it.</param>
    /// <exception cref="SettingsFileException">It is a link that leads out of the root.</exception>
    internal string Enter(string full, string path)
    {
        var real = Posix.LStat(full) is { IsLink: true } ? RealPath(full, Hear) : full;
        return real is not null && IsWithin(real)
            ? real
            : throw new SettingsFileException(
                $"'{PathText.Printable(path)}' leads out of the desktop's folder through the link '{PathText.Printable(full[(full.LastIndexOf('/') + 1)..])}'."
            );
    }

    /// <inheritdoc />
    public PathEnd End(string path)
    {
        var links = ImmutableArray.CreateBuilder<string>();
        try
        {
            var full = PathOf(path);
            for (var named = path; ; named = full[(Root.Length + 1)..])
            {
                if (Posix.LStat(full) is not { IsLink: true })
                    return new PathEnd(links.ToImmutable(), named, null);
                links.Add(named);
                if (
                    links.Count > PathEnd.MostLinks
                    || RealParent(full, Posix.ReadLink(full)) is not { } next
                )
                    return new PathEnd(links.ToImmutable(), null, PathEnd.Circle);
                if (!PathText.IsUnder(next, Root) || IsShut(next))
                    return new PathEnd(links.ToImmutable(), null, PathEnd.LeadsOut);
                full = next;
            }
        }
        catch (SettingsFileException problem)
        {
            return new PathEnd(links.ToImmutable(), null, problem.Message);
        }
        catch (Exception problem) when (problem is IOException or UnauthorizedAccessException)
        {
            return new PathEnd(links.ToImmutable(), null, Reason(problem) + ".");
        }
    }

    /// <inheritdoc />
    public ReadOnlyMemory<byte> ReadFile(string path)
    {
        if (this.Follow(path) is not { } end)
            throw new SettingsFileException(End(path).Why!);
        try
        {
            var real = PathOf(end);
            if (Posix.LStat(real) is not { } stat)
                throw new MissingSettingsFileException();
            if (!stat.IsFile)
                throw new SettingsFileException(
                    stat.IsFolder
                        ? "A folder stands where the file belongs."
                        : $"The file is {stat.Oddity}."
                );
            if (stat.Size > LargestSettingsFile)
                throw new SettingsFileException(
                    "The file is larger than 16 MiB, which no settings file is."
                );
            using var file = OpenFull(real);
            using var bytes = new MemoryStream();
            file.CopyTo(bytes);
            return bytes.ToArray();
        }
        catch (FileNotFoundException)
        {
            throw new MissingSettingsFileException();
        }
        catch (Exception problem) when (problem is IOException or UnauthorizedAccessException)
        {
            throw new SettingsFileException($"The file cannot be read: {Reason(problem)}.");
        }
    }

    /// <summary>Opens a file for reading, links followed.</summary>
    /// <exception cref="IOException">It is not there, or no file.</exception>
    /// <exception cref="UnauthorizedAccessException">It may not be read.</exception>
    /// <exception cref="SettingsFileException">It is a link that leads out of the desktop's folder.</exception>
    public Stream OpenRead(string path) =>
        OpenFull(PathOf(this.Follow(path) ?? throw new SettingsFileException(End(path).Why!)));

    /// <inheritdoc />
    public FileState? Find(string path) => Look(path).State;

    /// <inheritdoc />
    public string? WhyNot(string path) => Look(path).Gap ?? End(path).Why;

    /// <inheritdoc />
    public IEnumerable<string>? NamesIn(string path)
    {
        if (Find(path) is not { Type: FileType.Folder })
            return null;
        try
        {
            using var folder = Posix.OpenFolder(PathOf(path));
            return Posix
                .NamesIn(folder)
                .Select(name => LosslessText.FromBytes(name.AsSpan()[..^1]));
        }
        catch (Exception problem) when (problem is IOException or UnauthorizedAccessException)
        {
            return null;
        }
    }

    /// <summary>Whether a folder of it is there with nothing at all in it, as a mount point is whose disk is away.</summary>
    /// <param name="path">Its path; empty for the folder itself.</param>
    public bool IsBare(string path)
    {
        try
        {
            return !Directory.EnumerateFileSystemEntries($"{Root}/{path}").Any();
        }
        catch (Exception problem) when (problem is IOException or UnauthorizedAccessException)
        {
            return false;
        }
    }

    /// <summary>When something was written last, in UTC; null where nothing stands, or it may not be looked at.</summary>
    public DateTime? WrittenAt(string path)
    {
        try
        {
            var full = PathOf(path);
            return File.Exists(full) ? File.GetLastWriteTimeUtc(full) : null;
        }
        catch (Exception problem)
            when (problem is IOException or UnauthorizedAccessException or SettingsFileException)
        {
            return null;
        }
    }

    /// <inheritdoc />
    public string? NotKept(string path)
    {
        try
        {
            using var file = Posix.OpenFile(PathOf(path));
            return Posix.StatOf(file) is { IsFile: true, Names: > 1 and var names }
                    ? $"It has {names} names (hard links): the other {(names == 2 ? "one keeps" : "ones keep")} what it is now."
                : Posix.HasOtherRights(file)
                    ? "It has access rights beside its mode, which are not kept."
                : Posix.WhyOwnersAreNotKept(PathOf(path));
        }
        catch (Exception problem)
            when (problem is IOException or UnauthorizedAccessException or SettingsFileException)
        {
            return null;
        }
    }

    /// <inheritdoc />
    public Tree? FindTree(string path)
    {
        try
        {
            return
                this.Follow(path) is { } end
                && PathOf(end) is var real
                && Posix.LStat(real) is { IsFolder: true }
                ? _index.Scan(real)
                : null;
        }
        catch (Exception problem)
            when (problem is IOException or UnauthorizedAccessException or SettingsFileException)
        {
            return null;
        }
    }

    /// <summary>
    /// Everything that is managed through some maps, as it is: the settings files with the links that lead to them, and all that is in
    /// the person's asset folders. What cannot be held is a gap of it.
    /// </summary>
    public Tree ManagedTree(IReadOnlyCollection<DesktopMap> maps)
    {
        var entries = new List<TreeEntry>();
        var gaps = new List<Gap>();
        foreach (var path in ManagedPaths.Of(maps, this))
        {
            if (
                entries.Any(above => above.Inside is not null && PathText.IsUnder(path, above.Name))
            )
                continue;
            var (state, gap) = Look(path);
            var inside = state?.Type == FileType.Folder ? FindTree(path) : null;
            if (gap is not null || (inside is null && state?.Type == FileType.Folder))
                gaps.Add(new Gap(path, gap ?? NotPermitted));
            else if (state is not null)
                entries.Add(new TreeEntry(path, state, inside));
        }
        return new Tree([.. entries], [.. gaps]);
    }

    /// <summary>Whether something stands at a path; what it is is not looked at.</summary>
    public bool Stands(string path)
    {
        try
        {
            return Posix.LStat(PathOf(path)) is not null;
        }
        catch (Exception problem)
            when (problem is IOException or UnauthorizedAccessException or SettingsFileException)
        {
            return false;
        }
    }

    private (FileState? State, string? Gap) Look(string path)
    {
        try
        {
            return LookAt(PathOf(path));
        }
        catch (Exception problem)
            when (problem is IOException or UnauthorizedAccessException or SettingsFileException)
        {
            return (FileState.Other, Reason(problem).TrimEnd('.') + ".");
        }
    }

    /// <summary>What stands at a full path of the folder, and why it cannot be told or held where it cannot.</summary>
    internal (FileState? State, string? Gap) LookAt(string full)
    {
        try
        {
            if (Posix.LStat(full) is not { } stat)
                return (null, null);
            if (stat.IsLink)
                return (FileState.OfLink(Posix.ReadLink(full)), null);
            if (stat.IsFile)
            {
                if (stat.Names > 1)
                    Watch?.MakeUnsure();
                var (state, gap) = _index.File(full, stat);
                return (state ?? FileState.Other, gap);
            }
            return stat.IsFolder
                ? (FolderState(full, stat), null)
                : (FileState.Other, $"It is {stat.Oddity}, and cannot be held.");
        }
        catch (Exception problem) when (problem is IOException or UnauthorizedAccessException)
        {
            return (FileState.Other, Reason(problem) + ".");
        }
    }

    private static FileState FolderState(string full, Stat stat)
    {
        using var folder = Posix.OpenFolder(full);
        return FileState.OfFolder(stat.Permissions) with
        {
            Attributes = Posix.AttributesOf(folder),
        };
    }

    private static FileStream OpenFull(string full) =>
        new(Posix.OpenFile(full), FileAccess.Read, bufferSize: 0);

    private void Hear(string folder, string name)
    {
        if (IsWithin(folder))
            Watch?.Hear(folder, name);
    }

    private bool IsShut(string real) => _shut is not null && PathText.IsIn(real, _shut);

    private bool IsWithin(string real) => PathText.IsIn(real, Root);

    /// <summary>Where a link leads, with every link among the folders above it followed; null if they lead in a circle.</summary>
    private string? RealParent(string link, string target)
    {
        var path = target.StartsWith('/') ? target : $"{link[..link.LastIndexOf('/')]}/{target}";
        path = path.TrimEnd('/');
        var name = path[(path.LastIndexOf('/') + 1)..];
        if (name is "" or "." or "..")
            return RealPath(path, Hear);
        return RealPath(path[..path.LastIndexOf('/')], Hear) is { } parent
            ? $"{parent.TrimEnd('/')}/{name}"
            : null;
    }

    /// <summary>The path with every link in it followed; null if they lead in a circle.</summary>
    private static string? RealPath(string path, Action<string, string>? looked = null)
    {
        var real = "";
        var left = new Stack<string>(
            path.Split('/', StringSplitOptions.RemoveEmptyEntries).Reverse()
        );
        for (var links = 0; left.TryPop(out var name); )
        {
            if (name == "..")
                real = real[..Math.Max(0, real.LastIndexOf('/'))];
            else if (name != ".")
            {
                var next = $"{real}/{name}";
                looked?.Invoke(real, name);
                if (Posix.LStat(next) is not { IsLink: true })
                {
                    real = next;
                    continue;
                }
                if (++links > PathEnd.MostLinks)
                    return null;
                var target = Posix.ReadLink(next);
                if (target.StartsWith('/'))
                    real = "";
                foreach (
                    var part in target.Split('/', StringSplitOptions.RemoveEmptyEntries).Reverse()
                )
                    left.Push(part);
            }
        }
        return real.Length == 0 ? "/" : real;
    }

    private static string Reason(Exception problem) =>
        problem switch
        {
            UnauthorizedAccessException => "Reading it is not permitted",
            _ => problem.Message.TrimEnd('.'),
        };
}
