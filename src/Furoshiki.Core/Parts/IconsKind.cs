namespace Furoshiki.Core.Parts;

/// <summary>The icon set, and the icons on the desktop.</summary>
public static class IconsKind
{
    private static readonly SettingList Its = new();

    private static readonly SettingType.Number Pixels = new("px", 16, 256);

    internal static Setting<string> Set { get; } =
        Its.Add("set", "Set", new SettingType.AssetName(), "");

    internal static Setting<string> Variant { get; } =
        Its.Add("variant", "Variant", new SettingType.FreeText(), "");

    internal static Setting<double> Size { get; } = Its.Add("size", "Size", Pixels, 32);

    internal static Setting<bool> OnDesktop { get; } =
        Its.Add("on-desktop", "On the desktop", new SettingType.Flag(), true);

    internal static Setting<double> DesktopSize { get; } =
        Its.Add("desktop-size", "Desktop size", Pixels, 48);

    /// <summary>
    /// What stands for one entry on the desktop, in the dock or in the launcher, whatever the set has for it. The entry is known by
    /// the name under which the set is asked for its icon.
    /// </summary>
    internal static Setting<string> Picture { get; } =
        Its.Add("picture", "Own picture", new SettingType.AssetName(), "", SettingScope.Item);

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new("icons", "Icons", PartGroup.Symbols, Its.All, icons => icons.Join(Set, Variant, Size))
        {
            Weight = 8,
        };
}
