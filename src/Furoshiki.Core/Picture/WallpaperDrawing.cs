using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the wallpaper.</summary>
internal static class WallpaperDrawing
{
    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } =
        new(Depth.Wallpaper, Scenes.WithDesktop, [WallpaperKind.Kind], Draw);

    private static XElement Draw(Stage stage)
    {
        var wallpaper = stage.Scene[WallpaperKind.Kind];
        return Shape.Part(
            WallpaperKind.Kind,
            Shape.Rect(stage.Area, wallpaper.Get(WallpaperKind.Background)),
            Picture(stage, wallpaper)
        );
    }

    private static XElement? Picture(Stage stage, Component wallpaper)
    {
        var own = wallpaper.ItemAlone(stage.Screen.Id);
        // Of pictures in turn the first is shown, unless one stays.
        var inTurn = wallpaper.Get(WallpaperKind.Frozen)
            ? []
            : wallpaper.Get(WallpaperKind.Pictures);
        var name = own.Get(
            WallpaperKind.Picture,
            inTurn is [var first, ..] ? first : wallpaper.Get(WallpaperKind.Picture)
        );
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
        var picture = own.Get(WallpaperKind.Fit, wallpaper.Get(WallpaperKind.Fit)) switch
        {
            Fit.Fit => Shape.Image(area, address),
            Fit.Centre => Shape.Image(natural, address),
            Fit.Tile => Tiled(area, natural, address),
            Fit.Span => Shape.Cover(stage.All, size, address),
            _ => Shape.Cover(area, size, address),
        };
        return wallpaper.Get(WallpaperKind.Mirrored)
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
