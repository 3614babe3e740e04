using System.Xml.Linq;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the wallpaper.</summary>
internal static class WallpaperDrawing
{
    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } = new Layer(Depth.Wallpaper, Scenes.WithDesktop, Draw);

    private static readonly Rgba Grey = new(0x80, 0x80, 0x80);

    private static XElement Draw(Stage stage)
    {
        var wallpaper = stage.Scene[WallpaperKind.Kind];
        var ground = wallpaper["background"] is SettingValue.Colour colour ? colour.Value : Grey;
        return Shape.Part(
            WallpaperKind.Kind,
            Shape.Rect(stage.Area, ground),
            Picture(stage, wallpaper)
        );
    }

    private static XElement? Picture(Stage stage, Component wallpaper)
    {
        var own = wallpaper.ItemAlone(stage.Screen.Id);
        var name = own.Text("picture", wallpaper.Text("picture", ""));
        if (wallpaper.AssetNamed(name) is not { Content: { } digest })
            return null;
        var address = stage.Scene.Content.Address(digest, name);
        var size = stage.Scene.Content.SizeOf(digest);
        var (width, height) = size ?? (stage.Screen.Width, stage.Screen.Height);
        var (area, scale) = (stage.Area, stage.Scale);
        var natural = new Box(
            area.X + (area.Width - width * scale) / 2,
            area.Y + (area.Height - height * scale) / 2,
            width * scale,
            height * scale
        );
        var picture = own.Text("fit", wallpaper.Text("fit", "fill")) switch
        {
            "fit" => Shape.Image(area, address),
            "centre" => Shape.Image(natural, address),
            "tile" => Tiled(area, natural, address),
            _ => Shape.Cover(area, size, address),
        };
        return wallpaper.Flag("mirrored", false)
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
}
