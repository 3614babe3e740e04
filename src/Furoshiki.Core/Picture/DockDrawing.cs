using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>
/// Draws the dock: a bar with its entries, each as large as it is at rest. How far one grows under the pointer is an outline around
/// it, and how far that reaches a line along the bar.
/// </summary>
internal static class DockDrawing
{
    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } =
        new(
            Depth.Dock,
            Scenes.WithDesktop,
            [DockKind.Kind, BordersKind.Kind, .. Scene.Type, .. IconsDrawing.Reads],
            Draw
        );

    private const double Gap = 0.28;
    private const int UnderPointer = 2;

    /// <summary>How far a dock that is always in sight keeps windows from its edge; nothing where there is none.</summary>
    internal static (Edge Edge, double Thickness) Keeps(Stage stage)
    {
        var dock = stage.Scene[DockKind.Kind];
        return IsOn(stage, dock) && !dock.Get(DockKind.Hides)
            ? (dock.Get(DockKind.Edge), dock.Get(DockKind.Offset) + Thickness(dock))
            : default;
    }

    private static bool IsOn(Stage stage, Component dock) => stage.IsMain && IsSeen(dock);

    /// <summary>Whether there is a dock with something in it.</summary>
    internal static bool IsSeen(Component dock) =>
        DockKind.IsThere(dock) && dock.Get(DockKind.Entries) is { Length: > 0 };

    private static bool IsAcross(Component dock) =>
        dock.Get(DockKind.Edge) is Edge.Bottom or Edge.Top;

    private static double Label(Component dock) =>
        dock.Get(DockKind.Labels) ? dock.Get(DockKind.IconSize) * 0.4 : 0;

    private static double Thickness(Component dock) =>
        dock.Get(DockKind.IconSize) * (1 + 2 * Gap) + Label(dock);

    /// <summary>How far one entry is from the next. Where the bar is upright, a label takes room between two entries.</summary>
    private static double Step(Component dock) =>
        dock.Get(DockKind.IconSize) * (1 + Gap) + (IsAcross(dock) ? 0 : Label(dock));

    /// <summary>Where the bar lies at rest.</summary>
    /// <param name="dock">The dock.</param>
    /// <param name="area">All of the main screen, in the units of its sizes.</param>
    internal static Box BoxOf(Component dock, Box area)
    {
        var thick = Thickness(dock);
        var length =
            dock.Get(DockKind.Entries).Length * Step(dock) + dock.Get(DockKind.IconSize) * Gap;
        var away = dock.Get(DockKind.Hides) ? 3 - thick : dock.Get(DockKind.Offset);
        var start = ((IsAcross(dock) ? area.Width : area.Height) - length) / 2;
        return dock.Get(DockKind.Edge) switch
        {
            Edge.Top => new Box(start, away, length, thick),
            Edge.Left => new Box(away, start, thick, length),
            Edge.Right => new Box(area.Width - thick - away, start, thick, length),
            _ => new Box(start, area.Height - thick - away, length, thick),
        };
    }

    private static XElement? Draw(Stage stage)
    {
        var (scene, dock, area) = (stage.Scene, stage.Scene[DockKind.Kind], stage.Area);
        if (!IsOn(stage, dock))
            return null;
        var (entries, edge) = (dock.Get(DockKind.Entries), dock.Get(DockKind.Edge));
        var across = IsAcross(dock);
        var size = dock.Get(DockKind.IconSize);
        var gap = size * Gap;
        var hasLabels = dock.Get(DockKind.Labels);
        var label = Label(dock);
        var (step, thick) = (Step(dock), Thickness(dock));
        var bar = BoxOf(dock, area);
        var drawn = Shape.Part(
            DockKind.Kind,
            scene.Rect(bar, Role.Panel, scene.Radius).Opacity(dock.Get(DockKind.Opacity) / 100)
        );
        for (var i = 0; i < entries.Length; i++)
        {
            var at = gap + i * step;
            var box = across
                ? new Box(bar.X + at, bar.Y + gap, size, size)
                : new Box(bar.X + (thick - size) / 2, bar.Y + at, size, size);
            drawn.Add(IconsDrawing.Entry(scene, entries[i], box));
            if (hasLabels)
                drawn.Add(
                    scene.Text(
                        box.X + size * 0.1,
                        box.Bottom + gap * 0.5 + label * 0.4,
                        size * 0.8,
                        Role.PanelText,
                        new Run(PictureWords.ProgramOf(entries[i]))
                        {
                            Align = Align.Centre,
                            Size = Math.Min(1, label * 0.8 / scene.TypeHeight),
                            Room = size + gap * 0.9,
                        }
                    )
                );
            if (i == UnderPointer && scene.HasWords)
                drawn.Add(Growth(scene, dock, edge, box), Reach(scene, dock, edge, bar, box));
        }
        return drawn.MovesTo(edge);
    }

    /// <summary>How large an entry is under the pointer: it grows away from the edge.</summary>
    private static XElement? Growth(Scene scene, Component dock, Edge edge, Box box)
    {
        var size = box.Width * dock.Get(DockKind.Zoom);
        if (size <= box.Width)
            return null;
        var more = (size - box.Width) / 2;
        var grown = new Box(
            edge switch
            {
                Edge.Left => box.X,
                Edge.Right => box.X - 2 * more,
                _ => box.X - more,
            },
            edge switch
            {
                Edge.Top => box.Y,
                Edge.Bottom => box.Y - 2 * more,
                _ => box.Y - more,
            },
            size,
            size
        );
        return scene.Outline(grown, Role.Accent);
    }

    /// <summary>How far from the pointer entries grow.</summary>
    private static XElement? Reach(Scene scene, Component dock, Edge edge, Box bar, Box box)
    {
        if (dock.Get(DockKind.Zoom) <= 1)
            return null;
        var reach = dock.Get(DockKind.Reach);
        var (x, y) = (box.X + box.Width / 2, box.Y + box.Height / 2);
        const double Thick = 2;
        return scene.Rect(
            edge switch
            {
                Edge.Top => new Box(x - reach, bar.Bottom - Thick, 2 * reach, Thick),
                Edge.Bottom => new Box(x - reach, bar.Y, 2 * reach, Thick),
                Edge.Left => new Box(bar.Right - Thick, y - reach, Thick, 2 * reach),
                _ => new Box(bar.X, y - reach, Thick, 2 * reach),
            },
            Role.Accent
        );
    }
}
