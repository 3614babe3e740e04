using System.Collections.Immutable;
using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the cursor.</summary>
internal static class CursorDrawing
{
    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } =
        new(Depth.Cursor, Scenes.AllButStartUp, [CursorKind.Kind], Draw);

    /// <summary>The shapes that it has, named as CSS names them.</summary>
    private static readonly ImmutableArray<string> Names = ["default", "pointer", "text", "wait"];

    /// <summary>Its shapes side by side, no larger than there is room for; those that the set lacks leave a gap.</summary>
    /// <param name="scene">The look.</param>
    /// <param name="box">The room.</param>
    internal static XElement Shapes(Scene scene, Box box)
    {
        var size = Math.Min(
            scene[CursorKind.Kind].Get(CursorKind.Size),
            Math.Min(box.Height, box.Width / Names.Length)
        );
        var step = (box.Width - size) / (Names.Length - 1);
        return Shape.Part(
            CursorKind.Kind,
            Names.Select(
                (name, i) =>
                    scene.CursorSet.Find(name, size) is { } shape
                        ? Image(
                            scene,
                            shape,
                            new Box(box.X + i * step, box.Y + (box.Height - size) / 2, size, size)
                        )
                        : null
            )
        );
    }

    private static XElement Image(Scene scene, CursorShape shape, Box box) =>
        Shape.Image(box, scene.Content.Address(shape.Content, shape.FileName));

    /// <summary>The shape that it has over what a scene shows there: an entry, a button, or text.</summary>
    private static string NameIn(PictureScene scene) =>
        scene switch
        {
            PictureScene.Menu or PictureScene.Settings => "pointer",
            PictureScene.Terminal => "text",
            _ => "default",
        };

    /// <summary>The pointer, over the front window.</summary>
    private static XElement? Draw(Stage stage)
    {
        var size = stage.Scene[CursorKind.Kind].Get(CursorKind.Size);
        if (
            !stage.IsMain
            || (
                stage.Scene.CursorSet.Find(NameIn(stage.Shows), size)
                ?? stage.Scene.CursorSet.Find("default", size)
            )
                is not { } shape
        )
            return null;
        var place = stage.Area.Part(0.66, 0.66, 0, 0);
        return Shape.Part(
            CursorKind.Kind,
            Image(
                stage.Scene,
                shape,
                shape.Box with
                {
                    X = place.X + shape.Box.X,
                    Y = place.Y + shape.Box.Y,
                }
            )
        );
    }
}
