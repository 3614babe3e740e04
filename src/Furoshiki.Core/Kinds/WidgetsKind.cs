using System.Xml.Linq;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Kinds;

/// <summary>Any number of small programs that lie on the desktop, over the wallpaper and under windows.</summary>
public static class WidgetsKind
{
    /// <summary>The drawing that a widget's folder has of it.</summary>
    private const string Face = "face.svg";

    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "widgets",
            "Widgets",
            PartGroup.Furniture,
            [
                new Setting("grid", "On a grid", new SettingType.Flag()),
                Kinds.Kind.Order,
                Of("which", "Which", new SettingType.AssetName()),
                Of("screen", "Screen", new SettingType.ScreenName()),
                Of("place", "Place", new SettingType.Geometry()),
                Of("options", "Options", new SettingType.List()),
            ],
            widgets =>
                widgets.Items.Count == 0
                    ? "none"
                    : string.Join(
                        ", ",
                        widgets.Items.Select(item => widgets.ItemAlone(item).Join("which"))
                    )
        )
        {
            Layer = new Layer(Depth.Widgets, Scenes.WithDesktop, Draw),
        };

    private static Setting Of(string name, string title, SettingType type) =>
        new(name, title, type, SettingScope.Item);

    private static XElement Draw(Stage stage)
    {
        var widgets = stage.Scene[Kind];
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
            ? Shape.Part(Kind, Shape.Image(box, scene.Content.Address(face, Face)))
            : Shape.Part(Kind, Shape.Rect(box, scene.Colours["dim-text"], 4).Opacity(0.3));
    }
}
