using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the controls.</summary>
internal static class ControlsDrawing
{
    /// <summary>A button; the main one is filled and has the focus.</summary>
    internal static XElement Button(Scene scene, Box box, bool isMain)
    {
        var radius = Radius(scene);
        var (ground, text) = isMain ? ("selection", "selection-text") : ("title", "title-text");
        return Shape.Part(
            ControlsKind.Kind,
            isMain
                ? Shape.Rect(box.Inset(-2), scene.Colours["focus"], radius + 2).Role("focus")
                : null,
            isMain
                ? Shape.Rect(box.Inset(-0.5), scene.Colours["view"], radius + 1).Role("view")
                : null,
            Shape.Rect(box.Inset(isMain ? 0.75 : 0), scene.Colours[ground], radius).Role(ground),
            scene.Text(box.X + box.Width * 0.25, box.Y + box.Height / 2, box.Width * 0.5, text)
        );
    }

    /// <summary>A field to write in.</summary>
    internal static XElement Field(Scene scene, Box box)
    {
        var radius = Radius(scene);
        return Shape.Part(
            ControlsKind.Kind,
            Shape.Rect(box, scene.Colours["dim-text"], radius).Role("dim-text"),
            Shape.Rect(box.Inset(1), scene.Colours["view"], radius).Role("view"),
            scene.Text(
                box.X + box.Height * 0.35,
                box.Y + box.Height / 2,
                box.Width * 0.35,
                "dim-text"
            )
        );
    }

    /// <summary>A switch that is on or off.</summary>
    internal static XElement Toggle(Scene scene, Box box, bool isOn)
    {
        var role = isOn ? "accent" : "dim-text";
        var knob = box.Height / 2;
        return Shape.Part(
            ControlsKind.Kind,
            Shape.Rect(box, scene.Colours[role], Math.Min(Radius(scene) + 2, knob)).Role(role),
            Shape
                .Rect(
                    new Box(
                        isOn ? box.Right - box.Height + 2 : box.X + 2,
                        box.Y + 2,
                        box.Height - 4,
                        box.Height - 4
                    ),
                    scene.Colours["view"],
                    Radius(scene)
                )
                .Role("view")
        );
    }

    /// <summary>A slider.</summary>
    /// <param name="scene">The look.</param>
    /// <param name="box">Where it lies.</param>
    /// <param name="share">How far it is, 0 to 1.</param>
    internal static XElement Slider(Scene scene, Box box, double share)
    {
        var middle = box.Y + box.Height / 2;
        return Shape.Part(
            ControlsKind.Kind,
            Shape
                .Rect(new Box(box.X, middle - 1.5, box.Width, 3), scene.Colours["dim-text"])
                .Role("dim-text"),
            Shape
                .Rect(new Box(box.X, middle - 1.5, box.Width * share, 3), scene.Colours["accent"])
                .Role("accent"),
            Shape
                .Rect(
                    new Box(box.X + box.Width * share - 5, middle - 5, 10, 10),
                    scene.Colours["accent"],
                    Math.Min(Radius(scene), 5)
                )
                .Role("accent")
        );
    }

    /// <summary>How far apart rows of controls are, in lines of type.</summary>
    internal static double Spacing(Scene scene) =>
        scene[ControlsKind.Kind].Text("density", "normal") switch
        {
            "dense" => 2.2,
            "roomy" => 3.6,
            _ => 2.8,
        };

    private static double Radius(Scene scene) =>
        scene[ControlsKind.Kind].Number("radius", scene[BordersKind.Kind].Number("radius", 0));
}
