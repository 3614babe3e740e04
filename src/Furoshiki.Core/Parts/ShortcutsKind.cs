namespace Furoshiki.Core.Parts;

/// <summary>Which key calls which command or action; its items are the actions. Nothing of it can be seen.</summary>
public static class ShortcutsKind
{
    private static readonly SettingList Its = new(SettingScope.Item);

    internal static Setting<string> Key { get; } =
        Its.Add("key", "Key", new SettingType.Keys(), "");

    internal static Setting<string> Command { get; } =
        Its.Add("command", "Command", new SettingType.FreeText(), "");

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new(
            "shortcuts",
            "Shortcuts",
            PartGroup.Session,
            Its.All,
            shortcuts => shortcuts.Items.Count == 1 ? "1 key" : $"{shortcuts.Items.Count} keys"
        )
        {
            Item = "shortcut",
            HasFreeNames = true,
            Weight = 1,
        };
}
