using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Maps;

namespace Furoshiki.Core.Reading;

/// <summary>A desktop's folder as it was when a safe state was made, read from the content that was kept.</summary>
/// <param name="map">The desktop's map.</param>
/// <param name="state">Everything that was managed, by its path.</param>
/// <param name="content">The kept content.</param>
/// <param name="beside">The desktop as it is, for what no safe state holds: the administrator's files.</param>
public sealed class SavedView(
    DesktopMap map,
    Tree state,
    IContentStore content,
    IDesktopView beside
) : IDesktopView
{
    /// <inheritdoc />
    public ReadOnlyMemory<byte> ReadFile(string path) =>
        !IsManaged(path) ? beside.ReadFile(path)
        : Find(path)?.Content is { } digest ? content.Read(digest)
        : throw new SettingsFileException("The file was missing.");

    /// <inheritdoc />
    public FileState? Find(string path) =>
        IsManaged(path) ? state.Entries.GetValueOrDefault(path) : beside.Find(path);

    /// <inheritdoc />
    public Tree? FindTree(string path)
    {
        if (!IsManaged(path))
            return beside.FindTree(path);
        var prefix = path + "/";
        var inside = state
            .Entries.Where(entry => entry.Key.StartsWith(prefix, StringComparison.Ordinal))
            .Select(entry => KeyValuePair.Create(entry.Key[prefix.Length..], entry.Value));
        return Find(path)?.Type == FileType.Folder ? Tree.Of(inside) : null;
    }

    private bool IsManaged(string path) =>
        map.Places.Any(place =>
            place.IsPersons && path.StartsWith(place.Path + "/", StringComparison.Ordinal)
        );
}
