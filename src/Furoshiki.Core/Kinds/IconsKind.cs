namespace Furoshiki.Core.Kinds;

/// <summary>The icon set, and the icons on the desktop.</summary>
public static class IconsKind
{
    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "icons",
            "Icons",
            [
                new Setting("set", "Set", new SettingType.AssetName()),
                new Setting("size", "Size", new SettingType.Number("px", 16, 256)),
                new Setting("on-desktop", "On the desktop", new SettingType.Flag()),
                new Setting("desktop-size", "Desktop size", new SettingType.Number("px", 16, 256)),
            ],
            icons => icons.Join("set", "size")
        );
}
