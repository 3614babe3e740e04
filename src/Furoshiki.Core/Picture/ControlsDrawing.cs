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
    internal static XElement Button(Scene scene, Box box, string words, bool isMain)
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
            scene.Text(
                box.X + box.Width * 0.25,
                box.Y + box.Height / 2,
                box.Width * 0.5,
                text,
                new Run(words) { Align = Align.Centre, Room = box.Width * 0.9 }
            )
        );
    }

    /// <summary>A field to write in.</summary>
    /// <param name="scene">The look.</param>
    /// <param name="box">Where it lies.</param>
    /// <param name="words">What stands in it.</param>
    /// <param name="selected">The first words of that which are selected; none, and what stands in it is a hint.</param>
    internal static XElement Field(Scene scene, Box box, string words, string selected = "")
    {
        var radius = Radius(scene);
        if (scene.HasWords && selected.Length > 0)
            return SelectedField(scene, box, words, selected);
        return Shape.Part(
            ControlsKind.Kind,
            scene.Rect(box, Role.DimText, radius),
            scene.Rect(box.Inset(1), Role.View, radius),
            scene.Text(
                box.X + box.Height * 0.35,
                box.Y + box.Height / 2,
                box.Width * 0.35,
                Role.DimText,
                new Run(words) { Room = box.Width - box.Height * 0.7 }
            )
        );
    }

    /// <summary>A field that has the focus, with some of its text selected.</summary>
    private static XElement SelectedField(Scene scene, Box box, string words, string selected)
    {
        var (x, middle) = (box.X + box.Height * 0.35, box.Y + box.Height / 2);
        var room = box.Width - box.Height * 0.7;
        var width = Math.Min(room, scene.WidthOf(selected));
        var mark = new Box(
            x - 1,
            middle - scene.TypeHeight * 0.65,
            width + 2,
            scene.TypeHeight * 1.3
        );
        return Shape.Part(
            ControlsKind.Kind,
            Ring(scene, box),
            scene.Rect(box.Inset(1.5), Role.View, Radius(scene)),
            scene.Rect(mark, Role.Selection),
            scene.Text(x, middle, room, Role.SelectionText, selected),
            scene.Text(
                x + width,
                middle,
                Math.Max(0, room - width),
                Role.Text,
                words[selected.Length..]
            )
        );
    }

    /// <summary>The line around what has the focus.</summary>
    internal static XElement Ring(Scene scene, Box box) =>
        scene.Outline(box, Role.Focus, Radius(scene));

    /// <summary>A box that is ticked or not.</summary>
    internal static XElement Tick(Scene scene, Box box, bool isOn) =>
        Shape.Part(
            ControlsKind.Kind,
            scene.Rect(box, isOn ? Role.Accent : Role.DimText, Radius(scene)),
            isOn
                ? scene.Path(
                    $"M{Shape.Number(box.X + box.Width * 0.2)} {Shape.Number(box.Y + box.Height * 0.5)}l{Shape.Number(box.Width * 0.22)} {Shape.Number(box.Height * 0.26)} {Shape.Number(box.Width * 0.4)} {Shape.Number(-box.Height * 0.5)} {Shape.Number(-box.Width * 0.1)} {Shape.Number(-box.Height * 0.08)} {Shape.Number(-box.Width * 0.32)} {Shape.Number(box.Height * 0.38)} {Shape.Number(-box.Width * 0.12)} {Shape.Number(-box.Height * 0.16)}z",
                    Role.View
                )
                : scene.Rect(box.Inset(1), Role.View, Radius(scene))
        );

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

    /// <summary>How far something is that goes on by itself.</summary>
    /// <param name="scene">The look.</param>
    /// <param name="box">Where it lies.</param>
    /// <param name="share">How far it is, 0 to 1.</param>
    internal static XElement Progress(Scene scene, Box box, double share)
    {
        var bar = box.Around(box.Width, scene.TypeHeight * 0.6);
        return Shape.Part(
            ControlsKind.Kind,
            scene.Rect(bar, Role.DimText, Radius(scene)),
            scene.Rect(bar.Inset(1), Role.View, Radius(scene)),
            scene.Rect(bar with { Width = bar.Width * share }, Role.Accent, Radius(scene))
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
