namespace Furoshiki.Core.Parts;

/// <summary>
/// The controls inside windows. The settings of the whole are those of the desktop's own toolkit; its items are the further
/// toolkits, by name.
/// </summary>
public static class ControlsKind
{
    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "controls",
            "Controls",
            PartGroup.Windows,
            [
                new Setting("theme", "Theme", new SettingType.AssetName(), SettingScope.Both),
                new Setting(
                    "variant",
                    "Variant",
                    new SettingType.Choice(["light", "dark"]),
                    SettingScope.Both
                ),
                new Setting(
                    "density",
                    "Density",
                    new SettingType.Choice(["dense", "normal", "roomy"])
                ),
                new Setting("radius", "Radius", new SettingType.Number("px", 0, 32)),
            ],
            controls =>
                string.Join(
                    "; ",
                    controls
                        .Items.Select(item =>
                            $"{item}: {controls.ItemAlone(item).Join("theme", "variant")}"
                        )
                        .Prepend(controls.Join("theme", "variant"))
                )
        );
}
