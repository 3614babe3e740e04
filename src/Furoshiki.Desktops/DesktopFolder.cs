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
    private const int MostLinks = 40;

    private readonly FolderIndex _index;

    /// <summary>Opens a folder.</summary>
    /// <param name="root">Its path.</param>
    /// <param name="limits">How much of it is held.</param>
    /// <exception cref="DirectoryNotFoundException">There is no such folder.</exception>
    public DesktopFolder(string root, ScanLimits? limits = null)
    {
        if (!Directory.Exists(root))
            throw new DirectoryNotFoundException($"There is no folder {root}.");
        Root =
            RealPath(Path.GetFullPath(root))
            ?? throw new DirectoryNotFoundException($"The links to {root} lead in a circle.");
        _index = new FolderIndex(limits ?? ScanLimits.Default);
    }

    /// <summary>The folder's own path, with no link in it.</summary>
    public string Root { get; }

    /// <summary>The full path of something in the folder.</summary>
    /// <exception cref="SettingsFileException">A folder above it is a link that leads out of the root.</exception>
    public string PathOf(string path)
    {
        var names = path.Split('/');
        if (
            names.Any(name =>
                name is "" or "." or ".." || name.Contains('\0', StringComparison.Ordinal)
            )
        )
            throw new SettingsFileException($"'{path}' is no path within the desktop's folder.");
        var parent = Root;
        foreach (var name in names[..^1])
        {
            var next = $"{parent}/{name}";
            var real = Posix.LStat(next) is { IsLink: true } ? RealPath(next) : next;
            if (real is null || !IsWithin(real))
                throw new SettingsFileException(
                    $"'{path}' leads out of the desktop's folder through the link '{name}'."
                );
            parent = real;
        }
        return $"{parent}/{names[^1]}";
    }

    /// <inheritdoc />
    public ReadOnlyMemory<byte> ReadFile(string path)
    {
        var full = PathOf(path);
        try
        {
            var real = RealPath(full);
            if (real is null || !IsWithin(real))
                throw new SettingsFileException(
                    "The file is a link that leads out of the desktop's folder."
                );
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

    /// <summary>Opens a file for reading.</summary>
    /// <exception cref="IOException">It is not there, or no file.</exception>
    /// <exception cref="UnauthorizedAccessException">It may not be read.</exception>
    public Stream OpenRead(string path) => OpenFull(RealPath(PathOf(path)) ?? PathOf(path));

    /// <inheritdoc />
    public FileState? Find(string path) => Look(path).State;

    /// <inheritdoc />
    public string? WhyNot(string path)
    {
        var (state, gap) = Look(path);
        return gap
            ?? (
                state?.Type == FileType.Link && this.Follow(path) is null
                    ? "It is a link that leads out of the desktop's folder."
                    : null
            );
    }

    /// <inheritdoc />
    public Tree? FindTree(string path)
    {
        try
        {
            return
                RealPath(PathOf(path)) is { } real
                && IsWithin(real)
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
    /// Everything that is managed through a map, as it is: the settings files with the links that lead to them, and all that is in
    /// the person's asset folders.
    /// </summary>
    /// <exception cref="IOException">Something cannot be read; a copy of it would not be exact.</exception>
    /// <exception cref="UnauthorizedAccessException">Something may not be read.</exception>
    public Tree ManagedTree(DesktopMap map)
    {
        var paths = map
            .Files.Where(file => file.Path.Place.IsPersons)
            .Select(file => file.Path.FromRoot)
            .Concat(map.AssetPaths.Select(path => path.FromRoot))
            .SelectMany(path => new[] { path, this.Follow(path) ?? path })
            .Distinct()
            .Order(StringComparer.Ordinal)
            .ToList();
        var entries = new List<TreeEntry>();
        var gaps = new List<Gap>();
        foreach (var path in paths)
        {
            if (
                entries.Any(above =>
                    above.Inside is not null
                    && path.StartsWith(above.Name + "/", StringComparison.Ordinal)
                )
            )
                continue;
            var (state, gap) = Look(path);
            if (gap is not null)
                gaps.Add(new Gap(path, gap));
            else if (state is not null)
                entries.Add(
                    new TreeEntry(
                        path,
                        state,
                        state.Type == FileType.Folder ? _index.Scan(PathOf(path)) : null
                    )
                );
        }
        return new Tree([.. entries], [.. gaps]);
    }

    private (FileState? State, string? Gap) Look(string path)
    {
        try
        {
            return LookAt(PathOf(path));
        }
        catch (SettingsFileException problem)
        {
            return (null, problem.Message);
        }
    }

    /// <summary>What stands at a full path of the folder.</summary>
    internal FileState? FindAt(string full) => LookAt(full).State;

    private (FileState? State, string? Gap) LookAt(string full)
    {
        try
        {
            return Posix.LStat(full) is not { } stat ? (null, null)
                : stat.IsLink ? (FileState.OfLink(Posix.ReadLink(full)), null)
                : stat.IsFolder ? (FileState.OfFolder(stat.Permissions), null)
                : stat.IsFile ? _index.File(full, stat)
                : (null, $"It is {stat.Oddity}, and cannot be held.");
        }
        catch (Exception problem) when (problem is IOException or UnauthorizedAccessException)
        {
            return (null, Reason(problem) + ".");
        }
    }

    private static FileStream OpenFull(string full) =>
        new(Posix.OpenFile(full), FileAccess.Read, bufferSize: 0);

    private bool IsWithin(string real) =>
        real == Root || real.StartsWith(Root + "/", StringComparison.Ordinal);

    /// <summary>The path with every link in it followed; null if they lead in a circle.</summary>
    private static string? RealPath(string path)
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
                if (Posix.LStat(next) is not { IsLink: true })
                {
                    real = next;
                    continue;
                }
                if (++links > MostLinks)
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
