namespace Furoshiki.Core.Parts;

/// <summary>The sound set, and single events that have another sound.</summary>
public static class SoundsKind
{
    /// <summary>Its settings; its items are events after the freedesktop Sound Naming Specification.</summary>
    public static Kind Kind { get; } =
        new(
            "sounds",
            "Sounds",
            PartGroup.Session,
            [
                new Setting("set", "Set", new SettingType.AssetName()),
                new Setting("volume", "Volume", new SettingType.Number("%", 0, 100)),
                new Setting("file", "Sound", new SettingType.AssetName(), SettingScope.Item),
            ],
            sounds =>
                sounds.Items.Count == 0
                    ? sounds.Join("set", "volume")
                    : $"{sounds.Join("set", "volume")}, {sounds.Items.Count} replaced"
        );
}
