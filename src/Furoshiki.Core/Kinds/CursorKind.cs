namespace Furoshiki.Core.Kinds;

/// <summary>The pointer's shapes.</summary>
public static class CursorKind
{
    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "cursor",
            "Cursor",
            [
                new Setting("set", "Set", new SettingType.AssetName()),
                new Setting("size", "Size", new SettingType.Number("px", 12, 128)),
            ],
            cursor => cursor.Join("set", "size")
        );
}
