using System.Collections.Immutable;

namespace Furoshiki.Core.Parts;

/// <summary>A bar of programs that grow under the pointer.</summary>
public static class DockKind
{
    private static readonly SettingList Its = new();

    internal static Setting<string> Program { get; } =
        Its.Add("program", "Program", new SettingType.AssetName(), "");

    internal static Setting<Edge> Edge { get; } =
        Its.Add("edge", "Edge", new SettingType.Choice<Edge>(), Parts.Edge.Bottom);

    internal static Setting<double> IconSize { get; } =
        Its.Add("icon-size", "Icon size", new SettingType.Number("px", 16, 128), 48);

    internal static Setting<double> Zoom { get; } =
        Its.Add("zoom", "Zoom", new SettingType.Number("×", 1, 3), 1);

    internal static Setting<double> Reach { get; } =
        Its.Add("reach", "Reach", new SettingType.Number("px", 0, 512), 0);

    internal static Setting<double> Offset { get; } =
        Its.Add("offset", "Offset", new SettingType.Number("px", 0, 256), 0);

    internal static Setting<double> Opacity { get; } =
        Its.Add("opacity", "Opacity", new SettingType.Number("%", 0, 100), 100);

    internal static Setting<bool> Labels { get; } =
        Its.Add("labels", "Labels", new SettingType.Flag(), false);

    internal static Setting<bool> Hides { get; } =
        Its.Add("hides", "Hides", new SettingType.Flag(), false);

    /// <summary>An entry is known by its program, so one that is moved is still the same.</summary>
    internal static Setting<ImmutableArray<string>> Entries { get; } =
        Its.Add("entries", "Entries", new SettingType.List { IsOfPrograms = true }, []);

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new(
            "dock",
            "Dock",
            PartGroup.Furniture,
            Its.All,
            dock =>
                dock.Get(Program).Length == 0 ? "none"
                : dock.Has(Zoom) ? $"{dock.Join(Edge, IconSize)}, zoom {dock.Join(Zoom)}"
                : dock.Join(Edge, IconSize)
        )
        {
            Weight = 5,
        };

    /// <summary>Whether there is a dock: one without a program is none.</summary>
    public static bool IsThere(Component dock) => dock.Get(Program).Length > 0;
}
