namespace Furoshiki.Core.Parts;

/// <summary>
/// The picture behind everything, on all screens or, for the screens that are its items, another one; or a list of pictures
/// that follow each other.
/// </summary>
public static class WallpaperKind
{
    private const double Minute = 60;
    private const double Day = 86400;

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
        );
}
