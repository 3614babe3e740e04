namespace Furoshiki.Core.Parts;

/// <summary>What lists the programs to start.</summary>
public static class LauncherKind
{
    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "launcher",
            "Launcher",
            PartGroup.Furniture,
            [
                new Setting("which", "Which", new SettingType.FreeText()),
                new Setting(
                    "layout",
                    "Layout",
                    new SettingType.Choice(["list", "grid", "columns"])
                ),
                new Setting(
                    "opens",
                    "Opens",
                    new SettingType.Choice([
                        "at its button",
                        "at the pointer",
                        "in the middle",
                        "over all",
                    ])
                ),
                new Setting("key", "Key", new SettingType.FreeText()),
            ],
            launcher => launcher.Join("layout", "key")
        );
}
