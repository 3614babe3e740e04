using System.Collections.Immutable;

namespace Furoshiki.Core.Parts;

/// <summary>Any number of small programs that lie on the desktop, over the wallpaper and under windows.</summary>
public static class WidgetsKind
{
    /// <summary>How far the lines of the grid are apart on which widgets stand, in px.</summary>
    public const int GridStep = 16;

    private static readonly SettingList Its = new(SettingScope.Item);

    internal static Setting<bool> Grid { get; } =
        Its.Add("grid", "On a grid", new SettingType.Flag(), false, SettingScope.Whole);

    internal static Setting<ImmutableArray<string>> Order { get; } = Its.AddOrder();

    internal static Setting<string> Which { get; } =
        Its.Add("which", "Which", new SettingType.AssetName(), "");

    internal static Setting<string> Screen { get; } =
        Its.Add("screen", "Screen", new SettingType.ScreenName(), SettingType.ScreenName.Main);

    internal static Setting<SettingValue.Geometry?> Place { get; } =
        Its.Add("place", "Place", new SettingType.Geometry(), null);

    internal static Setting<ImmutableArray<string>> Options { get; } =
        Its.Add("options", "Options", new SettingType.List(), []);

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new(
            "widgets",
            "Widgets",
            PartGroup.Furniture,
            Its.All,
            widgets =>
                widgets.Items.Count == 0
                    ? "none"
                    : string.Join(
                        ", ",
                        widgets.Items.Select(item => widgets.ItemAlone(item).Join(Which))
                    )
        )
        {
            Item = "widget",
            HasFreeNames = true,
            Begins = [Place.Is(new SettingValue.Geometry(3 * GridStep, 5 * GridStep, 240, 160))],
            Weight = 5,
        };
}
