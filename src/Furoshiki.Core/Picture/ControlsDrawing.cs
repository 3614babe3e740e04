using System.Collections.Immutable;
using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the controls.</summary>
internal static class ControlsDrawing
{
    /// <summary>What a control is drawn from.</summary>
    public static readonly ImmutableArray<Kind> Reads =
    [
        ControlsKind.Kind,
        BordersKind.Kind,
        .. Scene.Type,
    ];

    /// <summary>A button; the main one is filled and has the focus.</summary>
    internal static XElement Button(Scene scene, Box box, bool isMain)
    {
        var radius = Radius(scene);
        var (ground, text) = isMain
            ? (Role.Selection, Role.SelectionText)
            : (Role.Title, Role.TitleText);
        return Shape.Part(
            ControlsKind.Kind,
            isMain ? scene.Rect(box.Inset(-2), Role.Focus, radius + 2) : null,
            isMain ? scene.Rect(box.Inset(-0.5), Role.View, radius + 1) : null,
            scene.Rect(box.Inset(isMain ? 0.75 : 0), ground, radius),
            scene.Text(box.X + box.Width * 0.25, box.Y + box.Height / 2, box.Width * 0.5, text)
        );
    }

    /// <summary>A field to write in.</summary>
    internal static XElement Field(Scene scene, Box box)
    {
        var radius = Radius(scene);
        return Shape.Part(
            ControlsKind.Kind,
            scene.Rect(box, Role.DimText, radius),
            scene.Rect(box.Inset(1), Role.View, radius),
            scene.Text(
                box.X + box.Height * 0.35,
                box.Y + box.Height / 2,
                box.Width * 0.35,
                Role.DimText
            )
        );
    }

    /// <summary>A switch that is on or off.</summary>
    internal static XElement Toggle(Scene scene, Box box, bool isOn)
    {
        var role = isOn ? Role.Accent : Role.DimText;
        var knob = box.Height / 2;
        return Shape.Part(
            ControlsKind.Kind,
            scene.Rect(box, role, Math.Min(Radius(scene) + 2, knob)),
            scene.Rect(
                new Box(
                    isOn ? box.Right - box.Height + 2 : box.X + 2,
                    box.Y + 2,
                    box.Height - 4,
                    box.Height - 4
                ),
                Role.View,
                Radius(scene)
            )
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
            scene.Rect(new Box(box.X, middle - 1.5, box.Width, 3), Role.DimText),
            scene.Rect(new Box(box.X, middle - 1.5, box.Width * share, 3), Role.Accent),
            scene.Rect(
                new Box(box.X + box.Width * share - 5, middle - 5, 10, 10),
                Role.Accent,
                Math.Min(Radius(scene), 5)
            )
        );
    }

    /// <summary>How far apart rows of controls are, in lines of type.</summary>
    internal static double Spacing(Scene scene) =>
        scene[ControlsKind.Kind].Get(ControlsKind.Density) switch
        {
            Density.Dense => 2.2,
            Density.Roomy => 3.6,
            _ => 2.8,
        };

    private static double Radius(Scene scene) =>
        scene[ControlsKind.Kind].Get(ControlsKind.Radius, scene.Radius);
}
