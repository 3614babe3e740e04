using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the screen while the machine starts.</summary>
internal static class StartUpDrawing
{
    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } = new Layer(Depth.WholeScreen, [PictureScene.StartUp], Draw);

    /// <summary>The drawing that a theme's folder has of it.</summary>
    private const string Logo = "logo.svg";

    private static XElement Draw(Stage stage)
    {
        var (scene, screen, area) = (stage.Scene, stage.Scene[StartUpKind.Kind], stage.Area);
        var ground = scene.Colours["panel"].Mix(new(0, 0, 0), 0.5);
        var drawn = Shape.Part(
            StartUpKind.Kind,
            Shape.Rect(area, ground),
            scene.Picture(screen, "picture", area)
        );
        if (!stage.IsMain)
            return drawn;
        var theme = screen.AssetNamed(screen.Text("theme", ""))
            is { IsFolder: true, Content: { } digest }
            ? scene.Content.Trees(digest)
            : null;
        if (theme?.Find(Logo)?.Content is { } logo)
            drawn.Add(
                Shape.Image(
                    new Box(area.Width / 2 - 80, area.Height * 0.45 - 80, 160, 160),
                    scene.Content.Address(logo, Logo)
                )
            );
        var bar = new Box(area.Width * 0.36, area.Height * 0.78, area.Width * 0.28, 5);
        drawn.Add(
            Shape.Rect(bar, scene.Colours["panel-text"]).Opacity(0.3),
            Shape.Rect(bar with { Width = bar.Width * 0.6 }, scene.Colours["accent"]).Role("accent")
        );
        return drawn;
    }
}
