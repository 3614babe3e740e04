using System.Collections.Immutable;
using System.Xml.Linq;
using Furoshiki.Core.Kinds;
using Furoshiki.Core.Looks;

namespace Furoshiki.Core.Picture;

/// <summary>
/// Draws a desktop from a look. Screens keep their shape. Everything that is measured in px (panels, icons, type, borders,
/// cursor) is drawn larger than life by one and the same factor, so that it can be seen in a small picture and still
/// stands in true proportion to the rest.
/// </summary>
public static class DesktopPicture
{
    /// <summary>The longest side of the largest screen, in units of the drawing; one unit stands for one px of a setting.</summary>
    private const double LongestSide = 840;

    /// <summary>Draws every screen.</summary>
    /// <param name="look">The look.</param>
    /// <param name="screens">The desktop's screens; the first is the main one.</param>
    /// <param name="content">The assets to draw with.</param>
    public static ImmutableArray<ScreenDrawing> Draw(
        Look look,
        IReadOnlyList<Screen> screens,
        PictureContent content
    )
    {
        var scale = LongestSide / screens.Max(screen => Math.Max(screen.Width, screen.Height));
        var scene = new Scene(look, content);
        return
        [
            .. screens.Select(
                (screen, index) =>
                    new ScreenDrawing(screen, DrawScreen(scene, screen, scale, index == 0))
            ),
        ];
    }

    private static string DrawScreen(Scene scene, Screen screen, double scale, bool isMain)
    {
        var area = new Box(
            0,
            0,
            Math.Round(screen.Width * scale),
            Math.Round(screen.Height * scale)
        );
        var (panels, work) = PanelLayer.Draw(scene, screen, area, isMain);
        var svg = new XElement(
            Shape.Svg + "svg",
            new XAttribute(
                "viewBox",
                $"0 0 {Shape.Number(area.Width)} {Shape.Number(area.Height)}"
            ),
            new XAttribute("aria-hidden", "true"),
            WallpaperLayer.Draw(scene, area, scale),
            isMain ? IconLayer.DrawDesktopIcons(scene, work) : null,
            WindowLayer.Draw(scene, work),
            panels,
            isMain ? CursorLayer.Draw(scene, work) : null
        );
        return svg.ToString(SaveOptions.DisableFormatting);
    }
}

/// <summary>What every layer of a drawing needs.</summary>
internal sealed class Scene(Look look, PictureContent content)
{
    public PictureContent Content { get; } = content;

    public Palette Colours { get; } = new(look);

    public Component Wallpaper { get; } = Part(look, WallpaperKind.Kind);

    public Component Borders { get; } = Part(look, BordersKind.Kind);

    public Component Icons { get; } = Part(look, IconsKind.Kind);

    public Component Cursor { get; } = Part(look, CursorKind.Kind);

    public Component Fonts { get; } = Part(look, FontsKind.Kind);

    public Component Panels { get; } = Part(look, PanelsKind.Kind);

    public IconLookup IconSet { get; } = new(look[IconsKind.Kind.Name], content);

    public IconLookup CursorSet { get; } = new(look[CursorKind.Kind.Name], content);

    public BorderTheme BorderTheme { get; } = BorderTheme.Of(look[BordersKind.Kind.Name], content);

    /// <summary>Height of a line of type in px: points at 96 px to the inch.</summary>
    public double TypeHeight => Fonts.Number("size", 10) * 96 / 72;

    /// <summary>How thick a run of text appears as a bar, in px.</summary>
    public double TextBar => TypeHeight * 0.34;

    /// <summary>A run of text, as a bar of its colour.</summary>
    public XElement Text(double x, double middle, double width, string role, double weight = 1)
    {
        var height = TextBar * weight;
        return Shape.Rect(new Box(x, middle - height / 2, width, height), Colours[role]).Role(role);
    }

    private static Component Part(Look look, Kind kind) =>
        look[kind.Name] ?? Component.Of(kind.Name, []);
}
