namespace Furoshiki.Core.Kinds;

/// <summary>The picture behind everything.</summary>
public static class WallpaperKind
{
    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "wallpaper",
            "Wallpaper",
            [
                new Setting("picture", "Picture", new SettingType.AssetName()),
                new Setting(
                    "fit",
                    "Fit",
                    new SettingType.Choice(["fill", "fit", "centre", "tile", "span"])
                ),
                new Setting("background", "Background", new SettingType.Colour()),
                new Setting("mirrored", "Mirrored", new SettingType.Flag()),
            ],
            wallpaper => wallpaper.Join("picture", "fit")
        );
}
