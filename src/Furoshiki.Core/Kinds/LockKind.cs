using System.Xml.Linq;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Kinds;

/// <summary>The locked screen.</summary>
public static class LockKind
{
    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "lock",
            "Lock",
            PartGroup.Session,
            [
                new Setting(
                    "shows",
                    "Shows",
                    new SettingType.Choice(["wallpaper", "picture", "colour"])
                ),
                new Setting("picture", "Picture", new SettingType.AssetName()),
                new Setting("colour", "Colour", new SettingType.Colour()),
                new Setting("wait", "After", new SettingType.LengthOfTime(0, 24 * 3600)),
                new Setting("password", "Asks for the password", new SettingType.Flag()),
            ],
            screen =>
                screen.Number("wait", 0) == 0
                    ? screen.Join("wait", "shows")
                    : $"after {screen.Join("wait")}, {screen.Join("shows")}"
        )
        {
            Layer = new Layer(Depth.WholeScreen, [PictureScene.Lock], Draw),
        };

    private static XElement Draw(Stage stage)
    {
        var (scene, screen, area) = (stage.Scene, stage.Scene[Kind], stage.Area);
        var ground = screen["colour"] is SettingValue.Colour colour
            ? colour.Value
            : new Rgba(0x18, 0x18, 0x18);
        var drawn = Shape.Part(
            Kind,
            Shape.Rect(area, ground),
            screen.Text("shows", "colour") switch
            {
                "wallpaper" => WallpaperKind.Kind.Layer!.Draw(stage),
                "picture" => scene.Picture(screen, "picture", area),
                _ => null,
            },
            Shape.Rect(area, new Rgba(0, 0, 0)).Opacity(0.35)
        );
        if (!stage.IsMain)
            return drawn;
        var line = scene.TypeHeight;
        var middle = area.Part(0.5, 0.4, 0, 0);
        drawn.Add(scene.Text(middle.X - line * 6, middle.Y - line * 2, line * 12, "panel-text", 7));
        drawn.Add(scene.Text(middle.X - line * 4, middle.Y + line, line * 8, "panel-text"));
        if (screen.Flag("password", true))
            drawn.Add(
                ControlsKind.Field(
                    scene,
                    new Box(middle.X - line * 7, area.Height * 0.62, line * 14, line * 2.2)
                )
            );
        return drawn;
    }
}
