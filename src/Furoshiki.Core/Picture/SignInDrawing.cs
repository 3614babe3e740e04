using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the sign-in screen.</summary>
internal static class SignInDrawing
{
    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } =
        new(
            Depth.WholeScreen,
            [PictureScene.SignIn],
            [SignInKind.Kind, .. ControlsDrawing.Reads],
            Draw
        );

    private static XElement Draw(Stage stage)
    {
        var (scene, screen, area) = (stage.Scene, stage.Scene[SignInKind.Kind], stage.Area);
        var drawn = Shape.Part(
            SignInKind.Kind,
            scene.Rect(area, Role.Panel),
            scene.Picture(screen, SignInKind.Picture, area)
        );
        if (!stage.IsMain)
            return drawn;
        var line = scene.TypeHeight;
        var card = new Box(
            area.Width / 2 - line * 10,
            area.Height / 2 - line * 9,
            line * 20,
            line * 18
        );
        drawn.Add(
            scene.Rect(card, Role.Window, scene.Radius).Opacity(0.94),
            scene.Circle(area.Width / 2, card.Y + line * 4, line * 2.4, Role.Accent),
            scene.Text(area.Width / 2 - line * 4, card.Y + line * 8, line * 8, Role.Text, 1.3),
            ControlsDrawing.Field(
                scene,
                new Box(card.X + line * 2, card.Y + line * 10, line * 16, line * 2.2)
            ),
            ControlsDrawing.Button(
                scene,
                new Box(card.X + line * 6, card.Y + line * 13.8, line * 8, line * 2.2),
                isMain: true
            )
        );
        return drawn;
    }
}
