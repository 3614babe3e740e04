using System.Collections.Immutable;
using System.Xml.Linq;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>
/// Draws a desktop from a look, kind by kind in the order of their depth. Screens keep their shape. Everything that is measured
/// in px (panels, icons, type, borders, cursor) is drawn larger than life by one and the same factor, so that it can be seen in
/// a small picture and still stands in true proportion to the rest.
/// </summary>
public static class DesktopPicture
{
    /// <summary>The longest side of the largest screen, in units of the drawing; one unit stands for one px of a setting.</summary>
    private const double LongestSide = 840;

    /// <summary>The kinds that are themes or programs with code of their own.</summary>
    private static readonly ImmutableArray<Kind> WithCode =
    [
        ControlsKind.Kind,
        DockKind.Kind,
        LauncherKind.Kind,
        NotificationsKind.Kind,
        SignInKind.Kind,
    ];

    private static readonly ImmutableArray<Layer> Layers =
    [
        .. new[]
        {
            BordersDrawing.Layer,
            CursorDrawing.Layer,
            DockDrawing.Layer,
            IconsDrawing.Layer,
            LauncherDrawing.Layer,
            LockDrawing.Layer,
            NotificationsDrawing.Layer,
            PanelsDrawing.Layer,
            SignInDrawing.Layer,
            StartUpDrawing.Layer,
            WallpaperDrawing.Layer,
            WidgetsDrawing.Layer,
        }.OrderBy(layer => layer.Depth),
    ];

    /// <summary>The kinds that stand on the screens, by where they lie: each can be drawn without the rest.</summary>
    private static readonly ImmutableDictionary<Kind, Depth> Standing = new Dictionary<Kind, Depth>
    {
        [PanelsKind.Kind] = Depth.Panels,
        [DockKind.Kind] = Depth.Dock,
        [WidgetsKind.Kind] = Depth.Widgets,
    }.ToImmutableDictionary();

    /// <summary>Draws a part of a look alone where it stands on a screen; null for a part that stands nowhere.</summary>
    /// <param name="look">The look.</param>
    /// <param name="kind">The part's kind.</param>
    /// <param name="screen">The screen, the main one of its desktop.</param>
    /// <param name="content">The assets to draw with.</param>
    public static string? DrawAlone(Look look, Kind kind, Screen screen, PictureContent content)
    {
        if (look[kind] is null || !Standing.TryGetValue(kind, out var depth))
            return null;
        var layer = Layers.First(one => one.Depth == depth);
        var scale = ScaleOf([screen]);
        var area = AreaOf(screen, scale);
        var stage = new Stage(
            new Scene(look, layer.Reads, content, null, new SetsInUse()),
            PictureScene.Desktop,
            screen,
            area,
            scale,
            IsMain: true,
            Stage.AllOf([screen], 0, scale)
        );
        return Drawing(area, null, [layer.Draw(stage)]);
    }

    /// <summary>Draws every screen.</summary>
    /// <param name="look">The look.</param>
    /// <param name="screens">The desktop's screens; the first is the main one.</param>
    /// <param name="content">The assets to draw with.</param>
    /// <param name="shows">What the picture shows.</param>
    /// <param name="detail">How its text is drawn.</param>
    /// <param name="faint">The parts of what is on in which the look has no say: they are drawn faintly.</param>
    public static LookDrawing Draw(
        Look look,
        IReadOnlyList<Screen> screens,
        PictureContent content,
        PictureScene shows = PictureScene.Desktop,
        PictureDetail detail = PictureDetail.Lines,
        params IReadOnlyList<Component> faint
    )
    {
        var faintness = new Faintness(faint.Select(part => part.Kind));
        look = Look.Of(look.Components.Concat(faint));
        var typesetting = detail == PictureDetail.Words ? new Typesetting(content) : null;
        var hasHardEdges =
            typesetting is not null && look[FontsKind.Kind]?.Get(FontsKind.Antialiasing) == false;
        var scale = ScaleOf(screens);
        var sets = new SetsInUse();
        var layers = Layers
            .Where(layer => layer.In.Contains(shows))
            .Select(layer =>
                (layer, Scene: new Scene(look, layer.Reads, content, typesetting, sets))
            )
            .ToList();
        ImmutableArray<ScreenDrawing> drawn =
        [
            .. screens.Select(
                (screen, index) =>
                {
                    var area = AreaOf(screen, scale);
                    var all = Stage.AllOf(screens, index, scale);
                    return new ScreenDrawing(
                        screen,
                        Drawing(
                            area,
                            hasHardEdges ? Typesetting.Filter() : null,
                            layers.Select(one =>
                                faintness.In(
                                    one.layer.Draw(
                                        new Stage(
                                            one.Scene,
                                            shows,
                                            screen,
                                            area,
                                            scale,
                                            index == 0,
                                            all
                                        )
                                    )
                                )
                            )
                        )
                    );
                }
            ),
        ];
        return new LookDrawing(
            drawn,
            typesetting?.Faces ?? [],
            typesetting?.Missing ?? [],
            [
                .. WithCode.Where(kind =>
                    drawn.Any(one =>
                        one.Svg.Contains($"data-kind=\"{kind.Name}\"", StringComparison.Ordinal)
                    )
                ),
            ]
        );
    }

    /// <summary>The areas that are drawn on a screen over the wallpaper, each layer with the units of the drawing for a px of the screen.</summary>
    internal static IEnumerable<(XElement Drawn, double Scale)> AreasOverWallpaper(
        Look look,
        IReadOnlyList<Screen> screens,
        int index,
        PictureContent content
    )
    {
        var scale = ScaleOf(screens);
        // Icons are pictures, so that none has to be looked up.
        if (look[IconsKind.Kind] is { } icons)
            look = look.With(icons with { Assets = [] });
        var stage = new Stage(
            new Scene(look, Kind.All, content),
            PictureScene.Desktop,
            screens[index],
            AreaOf(screens[index], scale),
            scale,
            index == 0,
            Stage.AllOf(screens, index, scale)
        );
        foreach (var layer in Layers)
            if (
                layer.Depth is not (Depth.Wallpaper or Depth.DesktopIcons or Depth.Cursor)
                && layer.In.Contains(PictureScene.Desktop)
                && layer.Draw(stage) is { } drawn
            )
                yield return (drawn, scale);
    }

    private static double ScaleOf(IReadOnlyList<Screen> screens) =>
        LongestSide / screens.Max(screen => Math.Max(screen.Width, screen.Height));

    private static Box AreaOf(Screen screen, double scale) =>
        new(0, 0, Math.Round(screen.Width * scale), Math.Round(screen.Height * scale));

    /// <summary>The parts of what is on that a picture shows, and in which a look has no say.</summary>
    public static ImmutableArray<Component> Absent(Look look, Look now, PictureScene shows)
    {
        var reads = Layers
            .Where(layer => layer.In.Contains(shows))
            .SelectMany(layer => layer.Reads)
            .ToHashSet();
        return
        [
            .. now.Components.Where(part => look[part.Kind] is null && reads.Contains(part.Kind)),
        ];
    }

    private static string Drawing(Box area, XElement? filter, IEnumerable<XElement?> layers) =>
        Shape.Document(
            area.Width,
            area.Height,
            new XAttribute("aria-hidden", "true"),
            filter,
            layers
        );
}
