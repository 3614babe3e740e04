using Furoshiki.Core.Supplies;

namespace Furoshiki.App.Supplies;

/// <summary>Chooses the files of a supply that show what it is like.</summary>
public static class SupplySamples
{
    private const int Most = 6;

    /// <summary>Names that everybody knows, after the Icon Naming Specification and the names of cursors; the first are shown first.</summary>
    private static readonly string[] WellKnown =
    [
        "utilities-terminal",
        "user-home",
        "folder",
        "text-x-generic",
        "image-x-generic",
        "user-trash",
        "default",
        "pointer",
        "text",
        "wait",
        "face",
    ];

    private static readonly string[] Pictures = [".svg", ".png", ".jpg", ".jpeg", ".webp"];

    /// <summary>The files.</summary>
    public static IEnumerable<SampleView> Of(Supply supply) =>
        supply
            .Files.Where(file =>
                Pictures.Contains(Path.GetExtension(file.Path), StringComparer.OrdinalIgnoreCase)
            )
            .DistinctBy(file => file.Content)
            .OrderBy(file => PlaceOf(Path.GetFileNameWithoutExtension(file.Path)))
            .ThenBy(file => file.Path, StringComparer.Ordinal)
            .Take(Most)
            .Select(file => new SampleView(file.Content.Hex, Path.GetFileName(file.Path)));

    private static int PlaceOf(string name)
    {
        var at = Array.IndexOf(WellKnown, name);
        return at < 0 ? WellKnown.Length : at;
    }
}
