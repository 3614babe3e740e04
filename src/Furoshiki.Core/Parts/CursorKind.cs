namespace Furoshiki.Core.Parts;

/// <summary>The pointer's shapes.</summary>
public static class CursorKind
{
    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "cursor",
            "Cursor",
            PartGroup.Symbols,
            [
                new Setting("set", "Set", new SettingType.AssetName()),
                new Setting("variant", "Variant", new SettingType.FreeText()),
                new Setting("size", "Size", new SettingType.Number("px", 12, 128)),
            ],
            cursor => cursor.Join("set", "variant", "size")
        );
}
