namespace Furoshiki.Core.Parts;

/// <summary>Short messages in a corner of the main screen.</summary>
public static class NotificationsKind
{
    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "notifications",
            "Notifications",
            PartGroup.Furniture,
            [
                new Setting(
                    "corner",
                    "Corner",
                    new SettingType.Choice(["top left", "top right", "bottom left", "bottom right"])
                ),
                new Setting("time", "On screen", new SettingType.LengthOfTime(1, 600)),
                new Setting("style", "Style", new SettingType.Choice(["card", "strip", "bubble"])),
            ],
            notifications => notifications.Join("corner", "time", "style")
        );
}
