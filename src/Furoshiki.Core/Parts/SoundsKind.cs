namespace Furoshiki.Core.Parts;

/// <summary>The sound set, and single events that have another sound; its items are events after the freedesktop Sound Naming Specification.</summary>
public static class SoundsKind
{
    private static readonly SettingList Its = new();

    internal static Setting<string> Set { get; } =
        Its.Add("set", "Set", new SettingType.AssetName(), "");

    internal static Setting<double> Volume { get; } =
        Its.Add("volume", "Volume", new SettingType.Number("%", 0, 100), 100);

    internal static Setting<string> File { get; } =
        Its.Add("file", "Sound", new SettingType.AssetName(), "", SettingScope.Item);

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new(
            "sounds",
            "Sounds",
            PartGroup.Session,
            Its.All,
            sounds =>
                sounds.Items.Count == 0
                    ? sounds.Join(Set, Volume)
                    : $"{sounds.Join(Set, Volume)}, {sounds.Items.Count} replaced"
        )
        {
            Weight = 2,
        };
}
