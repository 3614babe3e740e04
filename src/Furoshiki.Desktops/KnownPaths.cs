using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;

namespace Furoshiki.Desktops;

/// <summary>
/// Where paths of a desktop's folder are, each folder looked up once, for as long as the folder's lock is held. A link at a path that is
/// itself brought to another state is never followed: it makes room, and what it leads to is not the plan's.
/// </summary>
/// <param name="folder">The desktop's folder.</param>
/// <param name="changed">The paths that are brought to another state.</param>
internal sealed class KnownPaths(DesktopFolder folder, IEnumerable<string> changed)
{
    private readonly HashSet<string> _changed = new(changed, StringComparer.Ordinal);
    private readonly Dictionary<string, string> _folders = new(StringComparer.Ordinal)
    {
        [""] = folder.Root,
    };

    /// <summary>The full path of something.</summary>
    /// <exception cref="SettingsFileException">A folder above it is a link that leads out of the desktop's folder.</exception>
    public string Full(string path) => $"{ParentOf(path)}/{NameOf(path)}";

    /// <summary>The full path of the folder that something is in.</summary>
    /// <exception cref="SettingsFileException">It is a link that leads out of the desktop's folder.</exception>
    public string ParentOf(string path)
    {
        var parent = AboveOf(path);
        if (_folders.TryGetValue(parent, out var known))
            return known;
        var full = Full(parent);
        return _folders[parent] = _changed.Contains(parent) ? full : folder.Enter(full, parent);
    }

    /// <summary>
    /// What stands at a path; null if nothing does. Nothing stands under a path that is brought to another state and is no folder.
    /// </summary>
    public FileState? Find(string path)
    {
        try
        {
            foreach (var above in PathText.Above(path))
                if (_changed.Contains(above) && Posix.LStat(Full(above)) is not { IsFolder: true })
                    return null;
            return folder.FindAt(Full(path));
        }
        catch (Exception problem)
            when (problem is IOException or UnauthorizedAccessException or SettingsFileException)
        {
            return FileState.Other;
        }
    }

    /// <summary>Looks a folder and all that are in it up again: it became another thing.</summary>
    public void Forget(string path)
    {
        foreach (var known in _folders.Keys.Where(one => PathText.IsIn(one, path)).ToList())
            _folders.Remove(known);
    }

    private static string AboveOf(string path) => path[..Math.Max(0, path.LastIndexOf('/'))];

    private static string NameOf(string path) => path[(path.LastIndexOf('/') + 1)..];
}
