using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the widgets.</summary>
internal static class WidgetsDrawing
{
    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } =
        new(Depth.Widgets, Scenes.WithDesktop, [WidgetsKind.Kind, ColoursKind.Kind], Draw);

    /// <summary>The drawing that a widget's folder has of it.</summary>
    private const string Face = "face.svg";

    private static XElement Draw(Stage stage)
    {
        var widgets = stage.Scene[WidgetsKind.Kind];
        return Shape.Group([
            .. widgets
                .Items.Select(item => (Item: item, Widget: widgets.ItemAlone(item)))
                .Where(one => one.Widget.Get(WidgetsKind.Screen) == stage.Name)
                .Select(one => Widget(stage, widgets, one.Item, one.Widget)),
        ]);
    }

    private static XElement? Widget(Stage stage, Component widgets, string item, Component widget)
    {
        if (widget.Get(WidgetsKind.Place) is not { } place)
            return null;
        var (scene, scale) = (stage.Scene, stage.Scale);
        var box = new Box(
            place.X * scale,
            place.Y * scale,
            place.Width * scale,
            place.Height * scale
        );
        var folder = widgets.AssetNamed(widget.Get(WidgetsKind.Which))
            is { IsFolder: true, Content: { } digest }
            ? scene.Content.Trees(digest)
            : null;
        var drawn = folder?.Find(Face)?.Content is { } face
            ? Shape.Part(WidgetsKind.Kind, Shape.Image(box, scene.Content.Address(face, Face)))
            : Shape.Part(
                WidgetsKind.Kind,
                Shape.Rect(box, scene.Colours[Role.DimText], 4).Opacity(0.3)
            );
        return drawn.MovesTo(place, item);
    }
}
