namespace Furoshiki.Core.Parts;

/// <summary>What is drawn round windows.</summary>
public static class BordersKind
{
    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "borders",
            "Borders",
            PartGroup.Windows,
            [
                new Setting("theme", "Theme", new SettingType.AssetName()),
                new Setting("variant", "Variant", new SettingType.FreeText()),
                new Setting("buttons-side", "Buttons", new SettingType.Choice(["left", "right"])),
                new Setting("buttons", "Order", new SettingType.List()),
                new Setting(
                    "title-align",
                    "Title",
                    new SettingType.Choice(["left", "centre", "right"])
                ),
                new Setting("thickness", "Thickness", new SettingType.Number("px", 0, 16)),
                new Setting("radius", "Radius", new SettingType.Number("px", 0, 32)),
                new Setting("shadow", "Shadow", new SettingType.Flag()),
            ],
            borders => borders.Join("theme", "variant", "buttons-side", "radius")
        );
}
