using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;

namespace Furoshiki.Desktops;

/// <summary>
/// Where paths of a desktop's folder are, each folder looked up once, for as long as the folder's lock is held. A link at a path that is
/// itself brought to another state is never followed: it makes room, and what it leads to is not the plan's.
/// </summary>
/// <param name="folder">The desktop's folder.</param>
/// <param name="footing">Whether it is still there as a whole.</param>
/// <param name="changed">The paths that are brought to another state.</param>
internal sealed class KnownPaths(DesktopFolder folder, Footing footing, IEnumerable<string> changed)
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
    /// <exception cref="FolderAwayException">The desktop's folder is not there, so that nothing can be said.</exception>
    public FileState? Find(string path) => Look(path).State;

    /// <summary>What stands at a path, and why it cannot be told or held where it cannot.</summary>
    /// <exception cref="FolderAwayException">The desktop's folder is not there, so that nothing can be said.</exception>
    public (FileState? State, string? Gap) Look(string path) =>
        WhileThere(() =>
        {
            try
            {
                foreach (var above in PathText.Above(path))
                    if (
                        _changed.Contains(above)
                        && Posix.LStat(Full(above)) is not { IsFolder: true }
                    )
                        return (null, null);
                return folder.LookAt(Full(path));
            }
            catch (Exception problem)
                when (problem is IOException or UnauthorizedAccessException or SettingsFileException
                )
            {
                return (FileState.Other, problem.Message);
            }
        });

    /// <summary>What stands at a full path; null if nothing does.</summary>
    /// <exception cref="FolderAwayException">The desktop's folder is not there, so that nothing can be said.</exception>
    public FileState? LookAt(string full) => WhileThere(() => folder.LookAt(full).State);

    /// <summary>Whether something stands at a full path.</summary>
    /// <exception cref="FolderAwayException">The desktop's folder is not there, so that nothing can be said.</exception>
    public bool Stands(string full) => WhileThere(() => Posix.LStat(full) is not null);

    /// <summary>What is found by a look during which the desktop's folder was there as a whole.</summary>
    /// <exception cref="FolderAwayException">It is not there, so that nothing can be said.</exception>
    public T WhileThere<T>(Func<T> look)
    {
        var isAgain = false;
        return footing.Look(() =>
        {
            // Where the folder went and came back, folders in it may have been looked up in what stood there meanwhile.
            if (isAgain)
                Forget("");
            isAgain = true;
            return look();
        });
    }

    /// <summary>Sees that the desktop's folder is there as a whole, before something is done in it.</summary>
    /// <exception cref="FolderAwayException">It is not.</exception>
    public void Check() => footing.Check();

    /// <summary>Looks a folder and all that are in it up again: it became another thing. An empty path is all of them.</summary>
    public void Forget(string path)
    {
        foreach (
            var known in _folders
                .Keys.Where(one => one.Length > 0 && (path.Length == 0 || PathText.IsIn(one, path)))
                .ToList()
        )
            _folders.Remove(known);
    }

    private static string AboveOf(string path) => path[..Math.Max(0, path.LastIndexOf('/'))];

    private static string NameOf(string path) => path[(path.LastIndexOf('/') + 1)..];
}
