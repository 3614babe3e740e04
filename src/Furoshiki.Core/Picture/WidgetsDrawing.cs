using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the widgets.</summary>
internal static class WidgetsDrawing
{
    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } =
        new(Depth.Widgets, Scenes.WithDesktop, [WidgetsKind.Kind, .. Scene.Type], Draw);

    /// <summary>The drawing that a widget's folder has of it.</summary>
    internal const string Face = "face.svg";

    private static XElement Draw(Stage stage)
    {
        var widgets = stage.Scene[WidgetsKind.Kind];
        return Shape.Group([
            .. On(stage).Select(one => Widget(stage, widgets, one.Item, one.Widget)),
        ]);
    }

    /// <summary>Where the widgets of a screen are.</summary>
    internal static IEnumerable<Box> Places(Stage stage) =>
        On(stage)
            .Select(one => one.Widget.Get(WidgetsKind.Place))
            .OfType<SettingValue.Geometry>()
            .Select(place => BoxOf(stage, place));

    private static IEnumerable<(string Item, Component Widget)> On(Stage stage) =>
        stage.Scene[WidgetsKind.Kind].ItemsOn(WidgetsKind.Screen, stage.Name);

    private static Box BoxOf(Stage stage, SettingValue.Geometry place)
    {
        var box = BoxOf(stage.Scene[WidgetsKind.Kind], place);
        return new Box(
            box.X * stage.Scale,
            box.Y * stage.Scale,
            box.Width * stage.Scale,
            box.Height * stage.Scale
        );
    }

    /// <summary>Where a widget is, in px of its screen: on the lines of the grid, where there is one.</summary>
    internal static Box BoxOf(Component widgets, SettingValue.Geometry place)
    {
        var step = widgets.Get(WidgetsKind.Grid) ? WidgetsKind.GridStep : 1;
        return new Box(OnGrid(place.X), OnGrid(place.Y), place.Width, place.Height);

        double OnGrid(int at) => Math.Round((double)at / step) * step;
    }

    private static XElement? Widget(Stage stage, Component widgets, string item, Component widget)
    {
        if (widget.Get(WidgetsKind.Place) is not { } place)
            return null;
        var (scene, box) = (stage.Scene, BoxOf(stage, place));
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
        var options = widget.Get(WidgetsKind.Options);
        if (scene.HasWords && options.Length > 0)
            drawn.Add(
                scene.Text(
                    box.X,
                    box.Bottom + scene.TypeHeight * 0.6,
                    box.Width,
                    Role.PanelText,
                    new Run(string.Join(", ", options)) { Align = Align.Centre, Size = 0.7 }
                )
            );
        return drawn.MovesTo(place, item);
    }
}
