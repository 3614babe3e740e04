using System.Collections.Immutable;

namespace Furoshiki.Core.Parts;

/// <summary>A side of a title bar.</summary>
public enum Side
{
    /// <summary>Left.</summary>
    Left,

    /// <summary>Right.</summary>
    Right,
}

/// <summary>Where a window's title stands in its bar.</summary>
public enum TitleAlign
{
    /// <summary>At the left.</summary>
    Left,

    /// <summary>In the middle.</summary>
    Centre,

    /// <summary>At the right.</summary>
    Right,
}

/// <summary>What is drawn round windows.</summary>
public static class BordersKind
{
    private static readonly SettingList Its = new();

    internal static Setting<string> Theme { get; } =
        Its.Add("theme", "Theme", new SettingType.AssetName(), "");

    internal static Setting<string> Variant { get; } =
        Its.Add("variant", "Variant", new SettingType.FreeText(), "");

    internal static Setting<Side> ButtonsSide { get; } =
        Its.Add("buttons-side", "Buttons", new SettingType.Choice<Side>(), Side.Right);

    internal static Setting<ImmutableArray<string>> Buttons { get; } =
        Its.Add(
            "buttons",
            "Order",
            new SettingType.List { Known = ["minimise", "maximise", "close"] },
            ["minimise", "maximise", "close"]
        );

    internal static Setting<TitleAlign> Title { get; } =
        Its.Add("title-align", "Title", new SettingType.Choice<TitleAlign>(), TitleAlign.Centre);

    internal static Setting<double> Thickness { get; } =
        Its.Add("thickness", "Thickness", new SettingType.Number("px", 0, 16), 1);

    internal static Setting<double> Radius { get; } =
        Its.Add("radius", "Radius", new SettingType.Number("px", 0, 32), 0);

    internal static Setting<bool> Shadow { get; } =
        Its.Add("shadow", "Shadow", new SettingType.Flag(), false);

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new(
            "borders",
            "Borders",
            PartGroup.Windows,
            Its.All,
            borders => borders.Join(Theme, Variant, ButtonsSide, Radius)
        )
        {
            Weight = 7,
        };
}
