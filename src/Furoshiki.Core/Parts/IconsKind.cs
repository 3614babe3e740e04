namespace Furoshiki.Core.Parts;

/// <summary>The icon set, and the icons on the desktop.</summary>
public static class IconsKind
{
    private static readonly SettingType Size = new SettingType.Number("px", 16, 256);

    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "icons",
            "Icons",
            PartGroup.Symbols,
            [
                new Setting("set", "Set", new SettingType.AssetName()),
                new Setting("variant", "Variant", new SettingType.FreeText()),
                new Setting("size", "Size", Size),
                new Setting("on-desktop", "On the desktop", new SettingType.Flag()),
                new Setting("desktop-size", "Desktop size", Size),
            ],
            icons => icons.Join("set", "variant", "size")
        );
}
