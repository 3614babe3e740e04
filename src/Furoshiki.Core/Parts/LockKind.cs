namespace Furoshiki.Core.Parts;

/// <summary>The locked screen.</summary>
public static class LockKind
{
    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "lock",
            "Lock",
            PartGroup.Session,
            [
                new Setting(
                    "shows",
                    "Shows",
                    new SettingType.Choice(["wallpaper", "picture", "colour"])
                ),
                new Setting("picture", "Picture", new SettingType.AssetName()),
                new Setting("colour", "Colour", new SettingType.Colour()),
                new Setting("wait", "After", new SettingType.LengthOfTime(0, 24 * 3600)),
                new Setting("password", "Asks for the password", new SettingType.Flag()),
            ],
            screen =>
                screen.Number("wait", 0) == 0
                    ? screen.Join("wait", "shows")
                    : $"after {screen.Join("wait")}, {screen.Join("shows")}"
        );
}
