using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the sign-in screen.</summary>
internal static class SignInDrawing
{
    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } = new Layer(Depth.WholeScreen, [PictureScene.SignIn], Draw);

    private static XElement Draw(Stage stage)
    {
        var (scene, screen, area) = (stage.Scene, stage.Scene[SignInKind.Kind], stage.Area);
        var drawn = Shape.Part(
            SignInKind.Kind,
            Shape.Rect(area, scene.Colours["panel"]).Role("panel"),
            scene.Picture(screen, "picture", area)
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
            Shape
                .Rect(card, scene.Colours["window"], scene[BordersKind.Kind].Number("radius", 0))
                .Role("window")
                .Opacity(0.94),
            Shape
                .Circle(area.Width / 2, card.Y + line * 4, line * 2.4, scene.Colours["accent"])
                .Role("accent"),
            scene.Text(area.Width / 2 - line * 4, card.Y + line * 8, line * 8, "text", 1.3),
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
