using System.Xml.Linq;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Kinds;

/// <summary>The pointer's shapes.</summary>
public static class CursorKind
{
    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "cursor",
            "Cursor",
            PartGroup.Symbols,
            [
                new Setting("set", "Set", new SettingType.AssetName()),
                new Setting("variant", "Variant", new SettingType.FreeText()),
                new Setting("size", "Size", new SettingType.Number("px", 12, 128)),
            ],
            cursor => cursor.Join("set", "variant", "size")
        )
        {
            Layer = new Layer(Depth.Cursor, Scenes.AllButStartUp, Draw),
        };

    /// <summary>The pointer, over the front window.</summary>
    private static XElement? Draw(Stage stage)
    {
        var size = stage.Scene[Kind].Number("size", 24);
        if (!stage.IsMain || stage.Scene.CursorSet.Find("default", size) is not var (file, digest))
            return null;
        var place = stage.Work.Part(0.63, 0.62, 0, 0);
        return Shape.Part(
            Kind,
            Shape.Image(
                new Box(place.X, place.Y, size, size),
                stage.Scene.Content.Address(digest, file)
            )
        );
    }
}
