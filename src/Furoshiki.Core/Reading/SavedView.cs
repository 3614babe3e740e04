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
        : Find(path) is null ? throw new MissingSettingsFileException()
        : Find(path)!.Content is { } digest ? content.Read(digest)
        : throw new SettingsFileException("It was no file.");

    /// <inheritdoc />
    public FileState? Find(string path) => IsManaged(path) ? state.Find(path) : beside.Find(path);

    /// <inheritdoc />
    public Tree? FindTree(string path) =>
        IsManaged(path) ? state.FindFolder(path) : beside.FindTree(path);

    /// <inheritdoc />
    public string? WhyNot(string path) => IsManaged(path) ? null : beside.WhyNot(path);

    private bool IsManaged(string path) =>
        map.Places.Any(place =>
            place.IsPersons
            && (
                place.Path.Length == 0
                || path.StartsWith(place.Path + "/", StringComparison.Ordinal)
            )
        )
        && !map.Places.Any(place =>
            !place.IsPersons && path.StartsWith(place.Path + "/", StringComparison.Ordinal)
        );
}
