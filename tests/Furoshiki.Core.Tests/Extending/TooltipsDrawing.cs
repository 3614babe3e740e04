using System.Xml.Linq;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Tests.Extending;

/// <summary>Draws a tooltip beside the pointer.</summary>
internal static class TooltipsDrawing
{
    /// <summary>Where it lies, what it is drawn from, and how.</summary>
    public static Layer Layer { get; } =
        new(Depth.Notifications, Scenes.WithDesktop, [TooltipsKind.Kind, .. Scene.Type], Draw);

    private static XElement? Draw(Stage stage)
    {
        if (!stage.IsMain)
            return null;
        var (scene, tooltips) = (stage.Scene, stage.Scene[TooltipsKind.Kind]);
        var isAbove = tooltips.Get(TooltipsKind.Side) == Edge.Top;
        var box = stage.Area.Part(0.64, isAbove ? 0.5 : 0.68, 0.12, 0.05);
        return Shape.Part(
            TooltipsKind.Kind,
            scene.Rect(box, Role.Panel).Opacity(tooltips.Get(TooltipsKind.Opacity) / 100),
            scene.Text(
                box.X + 6,
                box.Y + box.Height / 2,
                box.Width * 0.7,
                Role.PanelText,
                "Plates of tonight"
            )
        );
    }
}
