using System.Xml;
using System.Xml.Linq;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Kinds;

namespace Furoshiki.Core.Picture;

/// <summary>The wallpaper: its background colour, and the picture as its fit has it.</summary>
internal static class WallpaperLayer
{
    private static readonly (double Width, double Height) UnknownSize = (1920, 1080);

    public static XElement Draw(Scene scene, Box area, double scale)
    {
        var wallpaper = scene.Wallpaper;
        var ground = wallpaper["background"] is SettingValue.Colour colour
            ? colour.Value
            : new Rgba(0x80, 0x80, 0x80);
        return Shape.Part(
            WallpaperKind.Kind,
            Shape.Rect(area, ground),
            Picture(scene, area, scale)
        );
    }

    private static XElement? Picture(Scene scene, Box area, double scale)
    {
        if (scene.Wallpaper.Assets is not [{ Content: { } digest, Name: var name }, ..])
            return null;
        var address = scene.Content.Address(digest, name);
        var (width, height) = SizeOf(scene.Content.Bytes(digest));
        var own = new Box(
            area.X + (area.Width - width * scale) / 2,
            area.Y + (area.Height - height * scale) / 2,
            width * scale,
            height * scale
        );
        var picture = scene.Wallpaper.Text("fit", "fill") switch
        {
            "fit" => Shape.Image(area, address),
            "centre" => Shape.Image(own, address),
            "tile" => Tiled(area, own, address),
            _ => Shape.Image(area, address, "xMidYMid slice"),
        };
        return scene.Wallpaper.Flag("mirrored", false)
            ? Shape.Group(
                new XAttribute("transform", $"translate({Shape.Number(area.Width)} 0) scale(-1 1)"),
                picture
            )
            : picture;
    }

    private static XElement Tiled(Box area, Box tile, string address)
    {
        var tiles = Shape.Group();
        for (var y = area.Y; y < area.Bottom && tile.Height > 1; y += tile.Height)
        for (var x = area.X; x < area.Right && tile.Width > 1; x += tile.Width)
            tiles.Add(Shape.Image(new Box(x, y, tile.Width, tile.Height), address));
        return tiles;
    }

    /// <summary>Width and height of an SVG picture in px, from its root element.</summary>
    private static (double Width, double Height) SizeOf(byte[]? picture)
    {
        try
        {
            using var reader = XmlReader.Create(
                new MemoryStream(picture ?? []),
                new XmlReaderSettings { DtdProcessing = DtdProcessing.Prohibit, XmlResolver = null }
            );
            reader.MoveToContent();
            double? Length(string name) =>
                double.TryParse(
                    reader.GetAttribute(name),
                    System.Globalization.CultureInfo.InvariantCulture,
                    out var length
                )
                    ? length
                    : null;
            return (Length("width") ?? UnknownSize.Width, Length("height") ?? UnknownSize.Height);
        }
        catch (XmlException)
        {
            return UnknownSize;
        }
    }
}
