using Furoshiki.Core.Colour;

namespace Furoshiki.Core.Parts;

/// <summary>The terminal; its sixteen colours are roles of the colours.</summary>
public static class TerminalKind
{
    private static readonly SettingList Its = new();

    internal static Setting<Rgba> Text { get; } =
        Its.Add("text", "Text", new SettingType.Colour(), Role.Text.Default);

    internal static Setting<Rgba> Ground { get; } =
        Its.Add("ground", "Ground", new SettingType.Colour(), Role.View.Default);

    internal static Setting<string> Font { get; } =
        Its.Add("font", "Font", new SettingType.FreeText(), "");

    internal static Setting<double> Size { get; } =
        Its.Add("size", "Size", new SettingType.Number("pt", 4, 48), 10);

    internal static Setting<double> Opacity { get; } =
        Its.Add("opacity", "Opacity", new SettingType.Number("%", 0, 100), 100);

    internal static Setting<bool> Blur { get; } =
        Its.Add("blur", "Blur behind", new SettingType.Flag(), false);

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new(
            "terminal",
            "Terminal",
            PartGroup.Session,
            Its.All,
            terminal => terminal.Join(Font, Size, Opacity)
        )
        {
            Weight = 4,
        };
}
