using System.Xml.Linq;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Kinds;

/// <summary>
/// The picture behind everything, on all screens or, for the screens that are its items, another one; or a list of pictures
/// that follow each other.
/// </summary>
public static class WallpaperKind
{
    private const double Minute = 60;
    private const double Day = 86400;

    private static readonly Rgba Grey = new(0x80, 0x80, 0x80);

    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "wallpaper",
            "Wallpaper",
            PartGroup.Surface,
            [
                new Setting("picture", "Picture", new SettingType.AssetName(), SettingScope.Both),
                new Setting(
                    "fit",
                    "Fit",
                    new SettingType.Choice(["fill", "fit", "centre", "tile", "span"]),
                    SettingScope.Both
                ),
                new Setting("background", "Background", new SettingType.Colour()),
                new Setting("mirrored", "Mirrored", new SettingType.Flag()),
                new Setting("pictures", "In turn", new SettingType.List()),
                new Setting("interval", "Each for", new SettingType.LengthOfTime(Minute, Day)),
                new Setting("shuffle", "Shuffled", new SettingType.Flag()),
                new Setting("frozen", "Frozen on one", new SettingType.Flag()),
            ],
            wallpaper =>
                wallpaper["pictures"] is SettingValue.List { Items.Length: > 1 } list
                && !wallpaper.Flag("frozen", false)
                    ? $"{list.Items.Length} in turn, {wallpaper.Join("fit")}"
                    : wallpaper.Join("picture", "fit")
        )
        {
            Layer = new Layer(Depth.Wallpaper, Scenes.WithDesktop, Draw),
        };

    private static XElement Draw(Stage stage)
    {
        var wallpaper = stage.Scene[Kind];
        var ground = wallpaper["background"] is SettingValue.Colour colour ? colour.Value : Grey;
        return Shape.Part(Kind, Shape.Rect(stage.Area, ground), Picture(stage, wallpaper));
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
