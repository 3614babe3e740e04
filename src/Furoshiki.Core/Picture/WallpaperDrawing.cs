using System.Xml.Linq;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
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
        var (content, area) = (stage.Scene.Content, stage.Area);
        if (
            WallpaperPlace.Of(wallpaper, stage.Screen, area, stage.All, stage.Scale, content)
            is not { } place
        )
            return null;
        var address = content.Address(place.Content, place.Name);
        var picture = place.IsTiled
            ? Tiled(area, place.Box, address)
            : Shape.Image(
                place.Box,
                address,
                place.IsSizeKnown ? "xMidYMid meet" : "xMidYMid slice"
            );
        return place.IsMirrored
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

/// <summary>Where the picture of a wallpaper lies on a screen.</summary>
/// <param name="Content">The picture.</param>
/// <param name="Name">Its file name.</param>
/// <param name="Box">Where it lies; of one that is repeated, the first time.</param>
/// <param name="IsTiled">Whether it is repeated.</param>
/// <param name="IsMirrored">Whether left and right are changed over, all on the screen.</param>
/// <param name="IsSizeKnown">Whether the picture's own size is known, so that the box has its proportion.</param>
internal sealed record WallpaperPlace(
    Digest Content,
    string Name,
    Box Box,
    bool IsTiled,
    bool IsMirrored,
    bool IsSizeKnown
)
{
    /// <summary>Where it lies; null where there is no picture, or it is not at hand.</summary>
    /// <param name="wallpaper">The wallpaper.</param>
    /// <param name="screen">The screen.</param>
    /// <param name="area">All of the screen.</param>
    /// <param name="all">All screens, seen from the upper left corner of this one.</param>
    /// <param name="scale">Units of those for a px of the screen.</param>
    /// <param name="content">The assets.</param>
    public static WallpaperPlace? Of(
        Component wallpaper,
        Screen screen,
        Box area,
        Box all,
        double scale,
        PictureContent content
    )
    {
        var own = wallpaper.ItemAlone(screen.Id);
        // Of pictures in turn the first is shown.
        var name = own.Get(
            WallpaperKind.Picture,
            WallpaperKind.InTurn(wallpaper) is [var first, ..]
                ? first
                : wallpaper.Get(WallpaperKind.Picture)
        );
        if (wallpaper.AssetNamed(name) is not { Content: { } digest })
            return null;
        var size = content.Sizes(digest);
        var (width, height) = size ?? (screen.Width, screen.Height);
        var natural = new Box(area.X, area.Y, width * scale, height * scale);
        var fit = own.Get(WallpaperKind.Fit, wallpaper.Get(WallpaperKind.Fit));
        var box = fit switch
        {
            Fit.Tile => natural,
            Fit.Centre => area.Around(natural.Width, natural.Height),
            Fit.Fit => Scaled(area, Math.Min(area.Width / width, area.Height / height)),
            Fit.Span => Scaled(all, Math.Max(all.Width / width, all.Height / height)),
            _ => Scaled(area, Math.Max(area.Width / width, area.Height / height)),
        };
        return new WallpaperPlace(
            digest,
            name,
            box,
            fit == Fit.Tile,
            wallpaper.Get(WallpaperKind.Mirrored),
            size is not null
        );

        Box Scaled(Box room, double by) => room.Around(width * by, height * by);
    }
}
