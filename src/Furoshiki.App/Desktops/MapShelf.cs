using Furoshiki.Core.Maps;

namespace Furoshiki.App.Desktops;

/// <summary>A map that can be chosen.</summary>
public sealed record MapView(string Name, string Platform, string Description, int Kinds);

/// <summary>The maps that ship with the product, and those of the demo.</summary>
/// <param name="folders">Where they are.</param>
public sealed class MapShelf(IReadOnlyList<string> folders)
{
    /// <summary>All of them.</summary>
    public IReadOnlyList<MapView> All() =>
        [
            .. Files()
                .Select(file =>
                {
                    var map = DesktopMapReader.Read(File.ReadAllBytes(file));
                    return new MapView(
                        Path.GetFileNameWithoutExtension(file),
                        map.Platform,
                        map.Description,
                        map.Kinds.Length
                    );
                }),
        ];

    /// <summary>The text of a map.</summary>
    /// <param name="name">The name of its file, without the ending.</param>
    /// <exception cref="ProblemException">There is none of that name.</exception>
    public byte[] Get(string name) =>
        Files().FirstOrDefault(file => Path.GetFileNameWithoutExtension(file) == name) is { } found
            ? File.ReadAllBytes(found)
            : throw ProblemException.Field("map", "There is no map of that name.");

    private IEnumerable<string> Files() =>
        folders
            .Where(Directory.Exists)
            .SelectMany(folder =>
                Directory.EnumerateFiles(folder, "*.json").Order(StringComparer.Ordinal)
            );
}
