using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the notifications.</summary>
internal static class NotificationsDrawing
{
    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } =
        new(
            Depth.Notifications,
            [PictureScene.Desktop, PictureScene.Settings],
            [NotificationsKind.Kind, .. Stage.WorkReads, BordersKind.Kind, .. Scene.Type],
            Draw
        );

    /// <summary>Where a notification comes.</summary>
    /// <param name="corner">The corner.</param>
    /// <param name="style">How it looks.</param>
    /// <param name="work">What panels and dock leave.</param>
    /// <param name="line">The height of a line of type.</param>
    internal static Box BoxOf(Corner corner, MessageStyle style, Box work, double line)
    {
        const double Away = 10;
        var (width, height) =
            style == MessageStyle.Strip ? (line * 22, line * 2.4) : (line * 18, line * 4.6);
        return new Box(
            corner is Corner.TopLeft or Corner.BottomLeft
                ? work.X + Away
                : work.Right - width - Away,
            corner is Corner.TopLeft or Corner.TopRight
                ? work.Y + Away
                : work.Bottom - height - Away,
            width,
            height
        );
    }

    private static XElement? Draw(Stage stage)
    {
        var (scene, notifications, work) = (
            stage.Scene,
            stage.Scene[NotificationsKind.Kind],
            stage.Work
        );
        if (!stage.IsMain || !notifications.Has(NotificationsKind.Corner, out var corner))
            return null;
        var style = notifications.Get(NotificationsKind.Style);
        var line = scene.TypeHeight;
        var box = BoxOf(corner, style, work, line);
        var radius = style == MessageStyle.Bubble ? box.Height / 3 : scene.Radius / 2;
        var drawn = Shape.Part(
            NotificationsKind.Kind,
            scene.Rect(box, Role.Window, radius),
            scene.Rect(new Box(box.X, box.Y + radius, 3, box.Height - 2 * radius), Role.Urgent),
            scene.Text(
                box.X + line,
                box.Y + line * 1.2,
                line * 5,
                Role.Text,
                new Run(PictureWords.NoticeTitle)
                {
                    Bar = 1.3,
                    IsStrong = true,
                    Room = box.Width - line * 2,
                }
            )
        );
        if (style != MessageStyle.Strip)
        {
            drawn.Add(Line(2.4, 11, PictureWords.Notice), Line(3.6, 8, PictureWords.NoticeMore));
        }
        return drawn;

        XElement Line(double down, double width, string words) =>
            scene.Text(
                box.X + line,
                box.Y + line * down,
                line * width,
                Role.DimText,
                new Run(words) { Room = box.Width - line * 1.5 }
            );
    }
}
