using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;

namespace Furoshiki.Core.Reading;

/// <summary>What can be seen of a desktop's folder. Paths are relative to its root, with '/' between names.</summary>
public interface IDesktopView
{
    /// <summary>Reads a settings file.</summary>
    /// <exception cref="SettingsFileException">It is no regular file, unreadable, or outside the root.</exception>
    /// <exception cref="MissingSettingsFileException">It is not there.</exception>
    ReadOnlyMemory<byte> ReadFile(string path);

    /// <summary>What stands at a path; null if nothing does, or nothing that can be held.</summary>
    FileState? Find(string path);

    /// <summary>A folder with all that is in it, also where the path is a link to one within the root; null if there is none.</summary>
    Tree? FindTree(string path);

    /// <summary>Why what stands at a path cannot be held; null if it can, or nothing stands there.</summary>
    string? WhyNot(string path);
}

/// <summary>More ways to look at a desktop's folder.</summary>
public static class DesktopViewExtensions
{
    private const int MostLinks = 16;

    /// <summary>
    /// The path of what a path leads to through links; the path itself if nothing stands there. Null if a link leads out of the
    /// root or in a circle.
    /// </summary>
    public static string? Follow(this IDesktopView view, string path)
    {
        for (var i = 0; i < MostLinks; i++)
        {
            if (view.Find(path) is not { Type: FileType.Link, Target: { } target })
                return path;
            if (target.StartsWith('/'))
                return null;
            var names = new List<string>(path.Split('/')[..^1]);
            foreach (var name in target.Split('/'))
                if (name == ".." && names.Count == 0)
                    return null;
                else if (name == "..")
                    names.RemoveAt(names.Count - 1);
                else if (name is not ("" or "."))
                    names.Add(name);
            path = string.Join('/', names);
            if (path.Length == 0)
                return null;
        }
        return null;
    }

    /// <summary>The digest of the file or of the folder's tree that a path leads to; null if there is none.</summary>
    public static Digest? ContentOf(this IDesktopView view, string path, bool isFolder) =>
        isFolder ? view.FindTree(path)?.Digest
        : view.Follow(path) is { } real ? view.Find(real)?.Content
        : null;
}
