using System.Xml.Linq;
using Furoshiki.Core.Kinds;

namespace Furoshiki.Core.Picture;

/// <summary>The pointer, over the front window.</summary>
internal static class CursorLayer
{
    public static XElement? Draw(Scene scene, Box work)
    {
        var size = scene.Cursor.Number("size", 24);
        if (scene.CursorSet.Find("default", size) is not var (file, digest))
            return null;
        var place = work.Part(0.63, 0.62, 0, 0);
        return Shape.Part(
            CursorKind.Kind,
            Shape.Image(new Box(place.X, place.Y, size, size), scene.Content.Address(digest, file))
        );
    }
}
