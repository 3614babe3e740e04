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

    /// <summary>Opens a folder.</summary>
    /// <param name="root">Its path.</param>
    /// <exception cref="DirectoryNotFoundException">There is no such folder.</exception>
    public DesktopFolder(string root)
    {
        if (!Directory.Exists(root))
            throw new DirectoryNotFoundException($"There is no folder {root}.");
        Root = RealPath(Path.GetFullPath(root));
    }

    /// <summary>The folder's own path, with no link in it.</summary>
    public string Root { get; }

    /// <summary>The full path of something in the folder.</summary>
    /// <exception cref="SettingsFileException">A folder above it is a link that leads out of the root.</exception>
    public string PathOf(string path)
    {
        var names = path.Split('/');
        if (names.Any(name => name is "" or "." or ".."))
            throw new SettingsFileException($"'{path}' is no path within the desktop's folder.");
        var parent = Root;
        foreach (var name in names[..^1])
        {
            parent = Path.Combine(parent, name);
            if (Directory.Exists(parent) && !IsWithin(parent = RealPath(parent)))
                throw new SettingsFileException(
                    $"'{path}' leads out of the desktop's folder through the link '{name}'."
                );
        }
        return Path.Combine(parent, names[^1]);
    }

    /// <inheritdoc />
    public ReadOnlyMemory<byte> ReadFile(string path)
    {
        var full = PathOf(path);
        try
        {
            var file = new FileInfo(full);
            if (file.LinkTarget is not null)
                file = new FileInfo(RealPath(full));
            if (!IsWithin(file.FullName))
                throw new SettingsFileException(
                    "The file is a link that leads out of the desktop's folder."
                );
            if (!file.Exists)
                throw new SettingsFileException(
                    Directory.Exists(file.FullName)
                        ? "A folder stands where the file belongs."
                        : "The file is missing."
                );
            if ((File.GetAttributes(full) & FileAttributes.Device) != 0)
                throw new SettingsFileException("The file is a device, a pipe or a socket.");
            if (file.Length > LargestSettingsFile)
                throw new SettingsFileException(
                    "The file is larger than 16 MiB, which no settings file is."
                );
            return File.ReadAllBytes(full);
        }
        catch (Exception problem) when (problem is IOException or UnauthorizedAccessException)
        {
            throw new SettingsFileException($"The file cannot be read: {Reason(problem)}.");
        }
    }

    /// <inheritdoc />
    public FileState? Find(string path)
    {
        try
        {
            return StateOf(PathOf(path));
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
            var full = PathOf(path);
            return Directory.Exists(full) && IsWithin(RealPath(full))
                ? Tree.Of(StatesIn(full, ""))
                : null;
        }
        catch (Exception problem)
            when (problem is IOException or UnauthorizedAccessException or SettingsFileException)
        {
            return null;
        }
    }

    /// <summary>
    /// Everything that is managed through a map, as it is: the settings files, and all that is in the person's asset folders.
    /// </summary>
    /// <exception cref="IOException">Something cannot be read; a copy of it would not be exact.</exception>
    /// <exception cref="UnauthorizedAccessException">Something may not be read.</exception>
    public Tree ManagedTree(DesktopMap map)
    {
        var states = new Dictionary<string, FileState>();
        foreach (
            var path in map
                .Files.Where(file => file.Path.Place.IsPersons)
                .Select(file => file.Path.FromRoot)
        )
            if (StateOf(PathOf(path)) is { } state)
                states[path] = state;
        foreach (var folder in map.AssetFolders.Select(folder => folder.FromRoot))
        {
            var full = PathOf(folder);
            if (StateOf(full) is not { } state)
                continue;
            states[folder] = state;
            if (state.Type == FileType.Folder)
                foreach (var (path, inside) in StatesIn(full, folder + "/"))
                    states[path] = inside;
        }
        return Tree.Of(states);
    }

    /// <summary>Exactly what stands at a full path; null if nothing does.</summary>
    internal static FileState? StateOf(string full)
    {
        var file = new FileInfo(full);
        if (file.LinkTarget is { } target)
            return FileState.OfLink(target);
        if (file.Exists)
        {
            using var bytes = File.OpenRead(full);
            var content = Digest.Of(bytes);
            return FileState.OfFile((int)file.UnixFileMode, bytes.Length, content);
        }
        return Directory.Exists(full)
            ? FileState.OfFolder((int)new DirectoryInfo(full).UnixFileMode)
            : null;
    }

    private static IEnumerable<KeyValuePair<string, FileState>> StatesIn(
        string folder,
        string prefix
    )
    {
        foreach (var entry in new DirectoryInfo(folder).EnumerateFileSystemInfos())
        {
            if (StateOf(entry.FullName) is not { } state)
                continue;
            yield return KeyValuePair.Create(prefix + entry.Name, state);
            if (state.Type == FileType.Folder)
                foreach (var inside in StatesIn(entry.FullName, $"{prefix}{entry.Name}/"))
                    yield return inside;
        }
    }

    private bool IsWithin(string real) =>
        real == Root || real.StartsWith(Root + "/", StringComparison.Ordinal);

    /// <summary>The path with every link in it followed.</summary>
    private static string RealPath(string path)
    {
        var real = "/";
        foreach (var name in path.Split('/', StringSplitOptions.RemoveEmptyEntries))
        {
            real = Path.Combine(real, name);
            if (
                new FileInfo(real).LinkTarget is not null
                && File.ResolveLinkTarget(real, returnFinalTarget: true) is { } target
            )
                real = RealPath(target.FullName);
        }
        return real;
    }

    private static string Reason(Exception problem) =>
        problem switch
        {
            UnauthorizedAccessException => "reading it is not permitted",
            _ => problem.Message.TrimEnd('.'),
        };
}
