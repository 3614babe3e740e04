using System.Collections.Immutable;

namespace Furoshiki.Core.Parts;

/// <summary>An edge of a screen.</summary>
public enum Edge
{
    /// <summary>The upper.</summary>
    Top,

    /// <summary>The lower.</summary>
    Bottom,

    /// <summary>The left.</summary>
    Left,

    /// <summary>The right.</summary>
    Right,
}

/// <summary>Where something shorter than an edge stands along it.</summary>
public enum Align
{
    /// <summary>At its left or upper end.</summary>
    Start,

    /// <summary>In the middle.</summary>
    Centre,

    /// <summary>At its right or lower end.</summary>
    End,
}

/// <summary>Any number of bars along the edges of the screens.</summary>
public static class PanelsKind
{
    private static readonly SettingList Its = new(SettingScope.Item);

    /// <summary>The entry that calls the launcher.</summary>
    internal const string Launcher = "launcher";

    /// <summary>The entry that shows the workspaces.</summary>
    internal const string Desks = "desks";

    /// <summary>The entry that lists the windows.</summary>
    internal const string Windows = "windows";

    /// <summary>What takes all room that is left.</summary>
    internal const string Space = "space";

    /// <summary>The entry in which programs show their state.</summary>
    internal const string Tray = "tray";

    /// <summary>The entry that tells the time.</summary>
    internal const string Clock = "clock";

    internal static Setting<ImmutableArray<string>> Order { get; } = Its.AddOrder();

    internal static Setting<string> Screen { get; } =
        Its.Add("screen", "Screen", new SettingType.ScreenName(), SettingType.ScreenName.Main);

    internal static Setting<Edge> Edge { get; } =
        Its.Add("edge", "Edge", new SettingType.Choice<Edge>(), Parts.Edge.Top);

    internal static Setting<double> Thickness { get; } =
        Its.Add("thickness", "Thickness", new SettingType.Number("px", 12, 160), 24);

    internal static Setting<EdgeLength> Length { get; } =
        Its.Add("length", "Length", new SettingType.Extent(), new EdgeLength(100, IsPixels: false));

    internal static Setting<Align> Align { get; } =
        Its.Add("align", "Align", new SettingType.Choice<Align>(), Parts.Align.Start);

    internal static Setting<double> Offset { get; } =
        Its.Add("offset", "Offset", new SettingType.Number("px", -4096, 4096), 0);

    internal static Setting<double> Opacity { get; } =
        Its.Add("opacity", "Opacity", new SettingType.Number("%", 0, 100), 100);

    internal static Setting<bool> Hides { get; } =
        Its.Add("hides", "Hides", new SettingType.Flag(), false);

    internal static Setting<ImmutableArray<string>> Entries { get; } =
        Its.Add(
            "entries",
            "Entries",
            new SettingType.List { Known = [Launcher, Desks, Windows, Space, Tray, Clock] },
            []
        );

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new(
            "panels",
            "Panels",
            PartGroup.Furniture,
            Its.All,
            panels =>
                panels.Items switch
                {
                    [] => "none",
                    [var only] => panels.ItemAlone(only).Join(Edge, Thickness, Opacity),
                    var several => string.Join(
                        "; ",
                        several.Select(item => panels.ItemAlone(item).Join(Edge, Thickness))
                    ),
                }
        )
        {
            Item = "panel",
            HasFreeNames = true,
            Weight = 8,
        };
}
