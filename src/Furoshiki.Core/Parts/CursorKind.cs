namespace Furoshiki.Core.Parts;

/// <summary>The pointer's shapes.</summary>
public static class CursorKind
{
    private static readonly SettingList Its = new();

    internal static Setting<string> Set { get; } =
        Its.Add("set", "Set", new SettingType.AssetName(), "");

    internal static Setting<string> Variant { get; } =
        Its.Add("variant", "Variant", new SettingType.FreeText(), "");

    internal static Setting<double> Size { get; } =
        Its.Add("size", "Size", new SettingType.Number("px", 12, 128), 24);

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new(
            "cursor",
            "Cursor",
            PartGroup.Symbols,
            Its.All,
            cursor => cursor.Join(Set, Variant, Size)
        )
        {
            Weight = 3,
        };
}
