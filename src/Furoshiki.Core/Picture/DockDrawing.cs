using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the dock.</summary>
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

    private const double Gap = 0.32;
    private const int UnderPointer = 2;

    private static XElement? Draw(Stage stage)
    {
        var (scene, dock, area) = (stage.Scene, stage.Scene[DockKind.Kind], stage.Area);
        if (
            !stage.IsMain
            || !DockKind.IsThere(dock)
            || dock.Get(DockKind.Entries) is not { Length: > 0 } entries
        )
            return null;
        var edge = dock.Get(DockKind.Edge);
        var across = edge is Edge.Bottom or Edge.Top;
        var size = dock.Get(DockKind.IconSize);
        var sizes = entries.Select((_, i) => size * Grown(dock.Get(DockKind.Zoom), i)).ToList();
        var gap = size * Gap;
        var length = sizes.Sum() + gap * (sizes.Count + 1);
        var thick = size + 2 * gap;
        var away = dock.Get(DockKind.Hides) ? 3 - thick : dock.Get(DockKind.Offset);
        var bar = edge switch
        {
            Edge.Top => new Box((area.Width - length) / 2, away, length, thick),
            Edge.Left => new Box(away, (area.Height - length) / 2, thick, length),
            Edge.Right => new Box(
                area.Width - thick - away,
                (area.Height - length) / 2,
                thick,
                length
            ),
            _ => new Box((area.Width - length) / 2, area.Height - thick - away, length, thick),
        };
        var drawn = Shape.Part(
            DockKind.Kind,
            scene.Rect(bar, Role.Panel, scene.Radius + 4).Opacity(dock.Get(DockKind.Opacity) / 100)
        );
        var at = (across ? bar.X : bar.Y) + gap;
        for (var i = 0; i < entries.Length; i++)
        {
            // What grows under the pointer grows away from the edge.
            var box = edge switch
            {
                Edge.Top => new Box(at, bar.Y + gap, sizes[i], sizes[i]),
                Edge.Left => new Box(bar.X + gap, at, sizes[i], sizes[i]),
                Edge.Right => new Box(bar.Right - gap - sizes[i], at, sizes[i], sizes[i]),
                _ => new Box(at, bar.Bottom - gap - sizes[i], sizes[i], sizes[i]),
            };
            drawn.Add(IconsDrawing.Icon(scene, entries[i], box));
            if (dock.Get(DockKind.Labels) && across && i == UnderPointer)
                drawn.Add(
                    scene.Text(
                        box.X,
                        edge == Edge.Top ? bar.Bottom + gap : box.Y - gap,
                        box.Width,
                        Role.PanelText
                    )
                );
            at += sizes[i] + gap;
        }
        return drawn.MovesTo(edge);
    }

    private static double Grown(double zoom, int index) =>
        Math.Abs(index - UnderPointer) switch
        {
            0 => zoom,
            1 => 1 + (zoom - 1) * 0.4,
            _ => 1,
        };
}
