using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the screen while the machine starts.</summary>
internal static class StartUpDrawing
{
    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } =
        new(Depth.WholeScreen, [PictureScene.StartUp], [StartUpKind.Kind, ColoursKind.Kind], Draw);

    /// <summary>The drawing that a theme's folder has of it.</summary>
    private const string Logo = "logo.svg";

    private static XElement Draw(Stage stage)
    {
        var (scene, screen, area) = (stage.Scene, stage.Scene[StartUpKind.Kind], stage.Area);
        var ground = scene.Colours[Role.Panel].Mix(new(0, 0, 0), 0.5);
        var drawn = Shape.Part(
            StartUpKind.Kind,
            Shape.Rect(area, ground),
            scene.Picture(screen, StartUpKind.Picture, area)
        );
        if (!stage.IsMain)
            return drawn;
        var theme = screen.AssetNamed(screen.Get(StartUpKind.Theme))
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
            Shape.Rect(bar, scene.Colours[Role.PanelText]).Opacity(0.3),
            scene.Rect(bar with { Width = bar.Width * 0.6 }, Role.Accent)
        );
        return drawn;
    }
}
