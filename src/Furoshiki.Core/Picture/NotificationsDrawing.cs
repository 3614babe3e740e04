using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the notifications.</summary>
internal static class NotificationsDrawing
{
    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } =
        new Layer(Depth.Notifications, [PictureScene.Desktop, PictureScene.Settings], Draw);

    private static XElement? Draw(Stage stage)
    {
        var (scene, notifications, work) = (
            stage.Scene,
            stage.Scene[NotificationsKind.Kind],
            stage.Work
        );
        if (!stage.IsMain || notifications.Text("corner", "") is not { Length: > 0 } corner)
            return null;
        var style = notifications.Text("style", "card");
        var line = scene.TypeHeight;
        var (width, height) = style == "strip" ? (line * 20, line * 2.4) : (line * 14, line * 4.2);
        const double Away = 10;
        var box = new Box(
            corner.EndsWith("left", StringComparison.Ordinal)
                ? work.X + Away
                : work.Right - width - Away,
            corner.StartsWith("top", StringComparison.Ordinal)
                ? work.Y + Away
                : work.Bottom - height - Away,
            width,
            height
        );
        var radius =
            style == "bubble" ? height / 3 : scene[BordersKind.Kind].Number("radius", 0) / 2;
        var drawn = Shape.Part(
            NotificationsKind.Kind,
            Shape.Rect(box, scene.Colours["window"], radius).Role("window"),
            Shape
                .Rect(
                    new Box(box.X, box.Y + radius, 3, box.Height - 2 * radius),
                    scene.Colours["urgent"]
                )
                .Role("urgent"),
            scene.Text(box.X + line, box.Y + line * 1.2, line * 5, "text", 1.3)
        );
        if (style != "strip")
        {
            drawn.Add(scene.Text(box.X + line, box.Y + line * 2.3, line * 11, "dim-text"));
            drawn.Add(scene.Text(box.X + line, box.Y + line * 3.2, line * 8, "dim-text"));
        }
        return drawn;
    }
}
