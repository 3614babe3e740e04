using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the dock.</summary>
internal static class DockDrawing
{
    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } = new Layer(Depth.Dock, Scenes.WithDesktop, Draw);

    private const double Gap = 0.32;
    private const int UnderPointer = 2;

    private static XElement? Draw(Stage stage)
    {
        var (scene, dock, area) = (stage.Scene, stage.Scene[DockKind.Kind], stage.Area);
        if (
            !stage.IsMain
            || dock.Text("program", "").Length == 0
            || dock["entries"] is not SettingValue.List { Items: { Length: > 0 } entries }
        )
            return null;
        var edge = dock.Text("edge", "bottom");
        var across = edge is "bottom" or "top";
        var size = dock.Number("icon-size", 48);
        var sizes = entries.Select((_, i) => size * Grown(dock.Number("zoom", 1), i)).ToList();
        var gap = size * Gap;
        var length = sizes.Sum() + gap * (sizes.Count + 1);
        var thick = size + 2 * gap;
        var away = dock.Flag("hides", false) ? 3 - thick : dock.Number("offset", 0);
        var bar = edge switch
        {
            "top" => new Box((area.Width - length) / 2, away, length, thick),
            "left" => new Box(away, (area.Height - length) / 2, thick, length),
            "right" => new Box(
                area.Width - thick - away,
                (area.Height - length) / 2,
                thick,
                length
            ),
            _ => new Box((area.Width - length) / 2, area.Height - thick - away, length, thick),
        };
        var drawn = Shape.Part(
            DockKind.Kind,
            Shape
                .Rect(bar, scene.Colours["panel"], scene[BordersKind.Kind].Number("radius", 0) + 4)
                .Role("panel")
                .Opacity(dock.Number("opacity", 100) / 100)
        );
        var at = (across ? bar.X : bar.Y) + gap;
        for (var i = 0; i < entries.Length; i++)
        {
            // What grows under the pointer grows away from the edge.
            var box = edge switch
            {
                "top" => new Box(at, bar.Y + gap, sizes[i], sizes[i]),
                "left" => new Box(bar.X + gap, at, sizes[i], sizes[i]),
                "right" => new Box(bar.Right - gap - sizes[i], at, sizes[i], sizes[i]),
                _ => new Box(at, bar.Bottom - gap - sizes[i], sizes[i], sizes[i]),
            };
            drawn.Add(IconsDrawing.Icon(scene, entries[i], box));
            if (dock.Flag("labels", false) && across && i == UnderPointer)
                drawn.Add(
                    scene.Text(
                        box.X,
                        edge == "top" ? bar.Bottom + gap : box.Y - gap,
                        box.Width,
                        "panel-text"
                    )
                );
            at += sizes[i] + gap;
        }
        return drawn;
    }

    private static double Grown(double zoom, int index) =>
        Math.Abs(index - UnderPointer) switch
        {
            0 => zoom,
            1 => 1 + (zoom - 1) * 0.4,
            _ => 1,
        };
}
