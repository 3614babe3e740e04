using Furoshiki.Core.Content;

namespace Furoshiki.Desktops;

/// <summary>Where paths of a desktop's folder are, each folder looked up once, for as long as the folder's lock is held.</summary>
/// <param name="folder">The desktop's folder.</param>
internal sealed class KnownPaths(DesktopFolder folder)
{
    private readonly Dictionary<string, string> _folders = new(StringComparer.Ordinal);

    /// <summary>The full path of something.</summary>
    public string Full(string path) => $"{ParentOf(path)}/{path[(path.LastIndexOf('/') + 1)..]}";

    /// <summary>The full path of the folder that something is in.</summary>
    public string ParentOf(string path)
    {
        var parent = path[..Math.Max(0, path.LastIndexOf('/'))];
        if (_folders.TryGetValue(parent, out var known))
            return known;
        var full = folder.PathOf(path);
        return _folders[parent] = full[..full.LastIndexOf('/')];
    }

    /// <summary>What stands at a path; null if nothing does, or nothing that can be held.</summary>
    public FileState? Find(string path) => folder.FindAt(Full(path));

    /// <summary>Looks every folder up again: one of them became another thing.</summary>
    public void Forget() => _folders.Clear();
}
