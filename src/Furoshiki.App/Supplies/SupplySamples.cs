using Furoshiki.Core.Content;
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

    /// <summary>Words are set in it.</summary>
    Type,
}

/// <summary>A file of a supply that becomes another.</summary>
/// <param name="Before">It as it is; null if it was not there.</param>
/// <param name="After">It as it will be.</param>
public sealed record SampleChangeView(SampleView? Before, SampleView After);

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

    private static readonly string[] Fonts = [".otf", ".ttf", ".woff", ".woff2"];

    private static readonly string[] Drawn = ["frame.json", "controls.json"];

    /// <summary>The files.</summary>
    public static IEnumerable<SampleView> Of(Supply supply) =>
        Of(supply.Files.Select(file => (file.Path, file.Content)));

    /// <summary>The files that show what a set is like, by their paths in it.</summary>
    public static IEnumerable<SampleView> Of(IEnumerable<(string Path, Digest Content)> files) =>
        Shown(files, file => file.Path)
            .DistinctBy(file => file.Content)
            .Take(Most)
            .Select(file => View(file.Path, file.Content));

    /// <summary>The files that show how one version differs from another.</summary>
    /// <param name="from">The one.</param>
    /// <param name="to">The other.</param>
    public static IEnumerable<SampleChangeView> Between(Supply from, Supply to)
    {
        var before = from.Files.ToDictionary(file => file.Path, StringComparer.Ordinal);
        return Shown(to.Files, file => file.Path)
            .Where(file => before.GetValueOrDefault(file.Path)?.Content != file.Content)
            .Take(Most)
            .Select(file => new SampleChangeView(
                before.GetValueOrDefault(file.Path) is { } was ? View(was.Path, was.Content) : null,
                View(file.Path, file.Content)
            ));
    }

    private static IEnumerable<T> Shown<T>(IEnumerable<T> files, Func<T, string> path) =>
        files
            .Where(file => FormOf(path(file)) is not null)
            .OrderBy(file => PlaceOf(Path.GetFileNameWithoutExtension(path(file))))
            .ThenBy(path, StringComparer.Ordinal);

    private static SampleView View(string path, Digest content) =>
        new(content.Hex, Path.GetFileName(path), FormOf(path)!.Value);

    /// <summary>How a file of a supply is shown; null if it is not.</summary>
    /// <param name="path">The file's path.</param>
    public static SampleForm? FormOf(string path)
    {
        var ending = Path.GetExtension(path).ToLowerInvariant();
        return Pictures.Contains(ending) ? SampleForm.Picture
            : ending is ".wav" or ".oga" or ".ogg" ? SampleForm.Sound
            : Fonts.Contains(ending) ? SampleForm.Type
            : ending is ".conf" || Drawn.Contains(Path.GetFileName(path)) ? SampleForm.Drawing
            : null;
    }

    private static int PlaceOf(string name)
    {
        var at = Array.IndexOf(WellKnown, name);
        return at < 0 ? WellKnown.Length : at;
    }
}
