namespace Furoshiki.Core.Parts;

/// <summary>The terminal; its sixteen colours are roles of the colours.</summary>
public static class TerminalKind
{
    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "terminal",
            "Terminal",
            PartGroup.Session,
            [
                new Setting("text", "Text", new SettingType.Colour()),
                new Setting("ground", "Ground", new SettingType.Colour()),
                new Setting("font", "Font", new SettingType.FreeText()),
                new Setting("size", "Size", new SettingType.Number("pt", 4, 48)),
                new Setting("opacity", "Opacity", new SettingType.Number("%", 0, 100)),
                new Setting("blur", "Blur behind", new SettingType.Flag()),
            ],
            terminal => terminal.Join("font", "size", "opacity")
        );
}
