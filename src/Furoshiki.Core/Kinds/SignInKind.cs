using System.Xml.Linq;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Kinds;

/// <summary>The screen at which a person signs in.</summary>
public static class SignInKind
{
    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "sign-in",
            "Sign-in",
            PartGroup.Session,
            [
                new Setting("theme", "Theme", new SettingType.AssetName()),
                new Setting("picture", "Picture", new SettingType.AssetName()),
            ],
            screen => screen.Join("theme", "picture")
        )
        {
            Layer = new Layer(Depth.WholeScreen, [PictureScene.SignIn], Draw),
        };

    private static XElement Draw(Stage stage)
    {
        var (scene, screen, area) = (stage.Scene, stage.Scene[Kind], stage.Area);
        var drawn = Shape.Part(
            Kind,
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
            ControlsKind.Field(
                scene,
                new Box(card.X + line * 2, card.Y + line * 10, line * 16, line * 2.2)
            ),
            ControlsKind.Button(
                scene,
                new Box(card.X + line * 6, card.Y + line * 13.8, line * 8, line * 2.2),
                isMain: true
            )
        );
        return drawn;
    }
}
