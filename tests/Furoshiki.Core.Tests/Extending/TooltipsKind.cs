using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Tests.Extending;

/// <summary>The small notes that appear beside the pointer.</summary>
public static class TooltipsKind
{
    private static readonly SettingList Its = new();

    internal static Setting<double> Wait { get; } =
        Its.Add("wait", "Wait", new SettingType.LengthOfTime(0, 10), 0.5);

    internal static Setting<double> Opacity { get; } =
        Its.Add("opacity", "Opacity", new SettingType.Number("%", 0, 100), 100);

    internal static Setting<Edge> Side { get; } =
        Its.Add("side", "Side", new SettingType.Choice<Edge>(), Edge.Bottom);

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new(
            "tooltips",
            "Tooltips",
            PartGroup.Windows,
            Its.All,
            tooltips => tooltips.Join(Wait, Opacity)
        );
}
