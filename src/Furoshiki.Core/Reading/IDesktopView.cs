using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;

namespace Furoshiki.Core.Reading;

/// <summary>What can be seen of a desktop's folder. Paths are relative to its root, with '/' between names.</summary>
public interface IDesktopView
{
    /// <summary>Reads a settings file.</summary>
    /// <exception cref="SettingsFileException">It is missing, no regular file, unreadable, or outside the root.</exception>
    ReadOnlyMemory<byte> ReadFile(string path);

    /// <summary>What stands at a path; null if nothing does, or nothing that can be read within the root.</summary>
    FileState? Find(string path);

    /// <summary>A folder with all that is in it; null if there is none.</summary>
    Tree? FindTree(string path);
}
