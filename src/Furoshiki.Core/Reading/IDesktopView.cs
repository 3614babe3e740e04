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

    /// <summary>The full path of the root, with no link in it: absolute links that begin with it stay within.</summary>
    string Root { get; }

    /// <summary>
    /// What stands at a path, links in its last name not followed; null if nothing does, and <see cref="FileState.Other"/> if it
    /// cannot be held.
    /// </summary>
    FileState? Find(string path);

    /// <summary>A folder with all that is in it, also where the path is a link to one within the root; null if there is none.</summary>
    Tree? FindTree(string path);

    /// <summary>Where a path leads through links.</summary>
    PathEnd End(string path) => PathEnd.Of(path, Root, Find);

    /// <summary>Why what stands at a path cannot be held; null if it can, or nothing stands there.</summary>
    string? WhyNot(string path);

    /// <summary>What a copy of the file at a path would not keep, in a sentence; null if nothing.</summary>
    string? NotKept(string path) => null;

    /// <summary>The names of what stands in a folder, a link not followed; null if it cannot be read, or is none.</summary>
    IEnumerable<string>? NamesIn(string path) =>
        Find(path)?.Type == FileType.Folder
            ? FindTree(path)?.Entries.Select(entry => entry.Name)
            : null;
}

/// <summary>More ways to look at a desktop's folder.</summary>
public static class DesktopViewExtensions
{
    /// <summary>
    /// The path of what a path leads to through links; the path itself if it is none, or nothing stands there. Null if a link leads
    /// out of the root or in a circle.
    /// </summary>
    public static string? Follow(this IDesktopView view, string path) => view.End(path).Path;

    /// <summary>The digest of the file or of the folder's tree that a path leads to; null if there is none.</summary>
    public static Digest? ContentOf(this IDesktopView view, string path, bool isFolder) =>
        isFolder ? view.FindTree(path)?.Digest
        : view.Follow(path) is { } real ? view.Find(real)?.Content
        : null;
}
