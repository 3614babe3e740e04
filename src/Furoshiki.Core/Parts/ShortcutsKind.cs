namespace Furoshiki.Core.Parts;

/// <summary>Which key calls which command or action. Nothing of it can be seen.</summary>
public static class ShortcutsKind
{
    /// <summary>Its settings; its items are the actions.</summary>
    public static Kind Kind { get; } =
        new(
            "shortcuts",
            "Shortcuts",
            PartGroup.Session,
            [
                new Setting("key", "Key", new SettingType.FreeText(), SettingScope.Item),
                new Setting("command", "Command", new SettingType.FreeText(), SettingScope.Item),
            ],
            shortcuts => shortcuts.Items.Count == 1 ? "1 key" : $"{shortcuts.Items.Count} keys"
        );
}
