using Furoshiki.Core.Supplies;

namespace Furoshiki.App.Supplies;

/// <summary>How a file of a supply is shown.</summary>
public enum SampleForm
{
    /// <summary>As the picture that it is.</summary>
    Picture,

    /// <summary>As a drawing of what it says.</summary>
    Drawing,

    /// <summary>It can be heard.</summary>
    Sound,
}

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

    private static readonly string[] Drawn = ["frame.json", "controls.json"];

    /// <summary>The files.</summary>
    public static IEnumerable<SampleView> Of(Supply supply) =>
        supply
            .Files.Where(file => FormOf(file.Path) is not null)
            .DistinctBy(file => file.Content)
            .OrderBy(file => PlaceOf(Path.GetFileNameWithoutExtension(file.Path)))
            .ThenBy(file => file.Path, StringComparer.Ordinal)
            .Take(Most)
            .Select(file => new SampleView(
                file.Content.Hex,
                Path.GetFileName(file.Path),
                FormOf(file.Path)!.Value
            ));

    /// <summary>How a file of a supply is shown; null if it is not.</summary>
    /// <param name="path">The file's path.</param>
    public static SampleForm? FormOf(string path)
    {
        var ending = Path.GetExtension(path).ToLowerInvariant();
        return Pictures.Contains(ending) ? SampleForm.Picture
            : ending is ".wav" or ".oga" or ".ogg" ? SampleForm.Sound
            : ending is ".conf" || Drawn.Contains(Path.GetFileName(path)) ? SampleForm.Drawing
            : null;
    }

    private static int PlaceOf(string name)
    {
        var at = Array.IndexOf(WellKnown, name);
        return at < 0 ? WellKnown.Length : at;
    }
}
