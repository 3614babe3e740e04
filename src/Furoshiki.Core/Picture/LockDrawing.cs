using System.Xml.Linq;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the lock screen.</summary>
internal static class LockDrawing
{
    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } =
        new(
            Depth.WholeScreen,
            [PictureScene.Lock],
            [LockKind.Kind, WallpaperKind.Kind, .. ControlsDrawing.Reads],
            Draw
        );

    private static XElement Draw(Stage stage)
    {
        var (scene, screen, area) = (stage.Scene, stage.Scene[LockKind.Kind], stage.Area);
        var drawn = Shape.Part(
            LockKind.Kind,
            Shape.Rect(area, screen.Get(LockKind.Colour)),
            screen.Get(LockKind.Shows) switch
            {
                LockGround.Wallpaper => WallpaperDrawing.Layer.Draw(stage),
                LockGround.Picture => scene.Picture(screen, LockKind.Picture, area),
                _ => null,
            },
            Shape.Rect(area, new Rgba(0, 0, 0)).Opacity(0.35)
        );
        if (!stage.IsMain)
            return drawn;
        var line = scene.TypeHeight;
        var middle = area.Part(0.5, 0.4, 0, 0);
        drawn.Add(
            scene.Text(
                middle.X - line * 6,
                middle.Y - line * 2,
                line * 12,
                Role.PanelText,
                new Run(PictureWords.Clock)
                {
                    Bar = 7,
                    Size = 5,
                    Align = Align.Centre,
                    Room = line * 24,
                }
            )
        );
        drawn.Add(
            scene.Text(
                middle.X - line * 4,
                middle.Y + line,
                line * 8,
                Role.PanelText,
                new Run(PictureWords.Day) { Align = Align.Centre, Room = line * 16 }
            )
        );
        if (screen.Get(LockKind.Password))
            drawn.Add(
                ControlsDrawing.Field(
                    scene,
                    new Box(middle.X - line * 7, area.Height * 0.62, line * 14, line * 2.2),
                    PictureWords.Password
                )
            );
        return drawn;
    }
}
