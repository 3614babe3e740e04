using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the cursor.</summary>
internal static class CursorDrawing
{
    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } =
        new(Depth.Cursor, Scenes.AllButStartUp, [CursorKind.Kind], Draw);

    /// <summary>The pointer, over the front window.</summary>
    private static XElement? Draw(Stage stage)
    {
        var size = stage.Scene[CursorKind.Kind].Get(CursorKind.Size);
        if (!stage.IsMain || stage.Scene.CursorSet.Find("default", size) is not var (file, digest))
            return null;
        var place = stage.Area.Part(0.66, 0.66, 0, 0);
        return Shape.Part(
            CursorKind.Kind,
            Shape.Image(
                new Box(place.X, place.Y, size, size),
                stage.Scene.Content.Address(digest, file)
            )
        );
    }
}
