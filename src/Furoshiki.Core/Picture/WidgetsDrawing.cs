using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the widgets.</summary>
internal static class WidgetsDrawing
{
    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } = new Layer(Depth.Widgets, Scenes.WithDesktop, Draw);

    /// <summary>The drawing that a widget's folder has of it.</summary>
    private const string Face = "face.svg";

    private static XElement Draw(Stage stage)
    {
        var widgets = stage.Scene[WidgetsKind.Kind];
        return Shape.Group([
            .. widgets
                .Items.Select(widgets.ItemAlone)
                .Where(widget => widget.Text("screen", SettingType.ScreenName.Main) == stage.Name)
                .Select(widget => Widget(stage, widgets, widget)),
        ]);
    }

    private static XElement? Widget(Stage stage, Component widgets, Component widget)
    {
        if (widget["place"] is not SettingValue.Geometry place)
            return null;
        var (scene, scale) = (stage.Scene, stage.Scale);
        var box = new Box(
            place.X * scale,
            place.Y * scale,
            place.Width * scale,
            place.Height * scale
        );
        var folder = widgets.AssetNamed(widget.Text("which", ""))
            is { IsFolder: true, Content: { } digest }
            ? scene.Content.Trees(digest)
            : null;
        return folder?.Find(Face)?.Content is { } face
            ? Shape.Part(WidgetsKind.Kind, Shape.Image(box, scene.Content.Address(face, Face)))
            : Shape.Part(
                WidgetsKind.Kind,
                Shape.Rect(box, scene.Colours["dim-text"], 4).Opacity(0.3)
            );
    }
}
