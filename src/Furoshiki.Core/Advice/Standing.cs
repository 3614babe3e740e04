using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Advice;

/// <summary>Something that stands on a screen.</summary>
/// <param name="What">What it is, in words.</param>
/// <param name="Box">Where it is, in px of the screen.</param>
internal readonly record struct Standing(string What, Box Box)
{
    private const double IconsApart = 1.6;

    /// <summary>What stands on a screen beside widgets: panels and a dock that do not hide, and the icons on the desktop.</summary>
    /// <param name="ground">The look.</param>
    /// <param name="screen">The screen.</param>
    /// <param name="name">What it is called in looks.</param>
    public static IEnumerable<Standing> On(AdviceGround ground, Screen screen, string name)
    {
        foreach (var (item, _, box) in Panels(ground, screen, name))
            yield return new Standing($"the panel {item}", box);
        if (name != SettingType.ScreenName.Main)
            yield break;
        if (Dock(ground) is { } dock)
            yield return dock;
        if (Icons(ground) is { } icons)
            yield return icons;
    }

    /// <summary>The dock, which is on the main screen; null where there is none that is always in sight.</summary>
    /// <param name="ground">The look.</param>
    public static Standing? Dock(AdviceGround ground) =>
        ground.Look[DockKind.Kind] is { } dock
        && DockDrawing.IsSeen(dock)
        && !dock.Get(DockKind.Hides)
            ? new Standing("the dock", DockDrawing.BoxOf(dock, Box.Of(ground.Screens[0])))
            : null;

    /// <summary>The icons on the desktop, which are on the main screen beside its panels; null where there are none.</summary>
    /// <param name="ground">The look.</param>
    public static Standing? Icons(AdviceGround ground)
    {
        if (ground.Look[IconsKind.Kind] is not { } icons || !icons.Get(IconsKind.OnDesktop))
            return null;
        var (screen, name) = ground.NamedScreens[0];
        var panels = Panels(ground, screen, name).ToList();
        var size = icons.Get(IconsKind.DesktopSize);
        return new Standing(
            "the icons on the desktop",
            new Box(
                panels.Where(one => EdgeOf(one.Alone) == Edge.Left).Sum(one => one.Box.Width),
                panels.Where(one => EdgeOf(one.Alone) == Edge.Top).Sum(one => one.Box.Height),
                size * 2,
                size * IconsApart * PictureWords.OnDesktop.Length
            )
        );
    }

    private static Edge EdgeOf(Component panel) => panel.Get(PanelsKind.Edge);

    /// <summary>The panels of a screen that do not hide, each alone and with where it is.</summary>
    /// <param name="ground">The look.</param>
    /// <param name="screen">The screen.</param>
    /// <param name="name">What it is called in looks.</param>
    public static IEnumerable<(string Item, Component Alone, Box Box)> Panels(
        AdviceGround ground,
        Screen screen,
        string name
    ) =>
        (ground.Look[PanelsKind.Kind]?.ItemsOn(PanelsKind.Screen, name) ?? [])
            .Where(one => !one.Alone.Get(PanelsKind.Hides))
            .Select(one =>
                (one.Item, one.Alone, PanelsDrawing.BoxOf(one.Alone, Box.Of(screen), scale: 1))
            );

    /// <summary>The widgets on a screen, each with where it is drawn.</summary>
    /// <param name="widgets">The widgets.</param>
    /// <param name="name">What the screen is called in looks.</param>
    public static IEnumerable<(string Item, SettingValue.Geometry Place, Box Box)> WidgetsOn(
        Component widgets,
        string name
    ) =>
        from one in widgets.ItemsOn(WidgetsKind.Screen, name)
        let place = one.Alone.Get(WidgetsKind.Place)
        where place is not null
        select (one.Item, place, WidgetsDrawing.BoxOf(widgets, place));

    /// <summary>The places of a size on a screen that nothing stands on, on the lines of the grid, the nearest first.</summary>
    /// <param name="place">Something of that size, where it is now.</param>
    /// <param name="screen">The screen.</param>
    /// <param name="step">How many px they are apart.</param>
    /// <param name="standing">What stands there.</param>
    public static IEnumerable<SettingValue.Geometry> Free(
        SettingValue.Geometry place,
        Screen screen,
        int step,
        IReadOnlyList<Standing> standing
    ) =>
        from row in Enumerable.Range(0, Math.Max(0, (screen.Height - place.Height) / step + 1))
        from column in Enumerable.Range(0, Math.Max(0, (screen.Width - place.Width) / step + 1))
        let there = place with
        {
            X = column * step,
            Y = row * step,
        }
        let box = Box.Of(there)
        where standing.All(one => box.ShareUnder(one.Box) == 0)
        orderby Math.Pow(there.X - place.X, 2) + Math.Pow(there.Y - place.Y, 2)
        select there;
}
