namespace Furoshiki.Core.Kinds;

/// <summary>Any number of bars along the edges of the screens.</summary>
public static class PanelsKind
{
    /// <summary>Its settings, the same for every panel.</summary>
    public static Kind Kind { get; } =
        new(
            "panels",
            "Panels",
            [
                new Setting("screen", "Screen", new SettingType.FreeText()),
                new Setting(
                    "edge",
                    "Edge",
                    new SettingType.Choice(["top", "bottom", "left", "right"])
                ),
                new Setting("thickness", "Thickness", new SettingType.Number("px", 12, 160)),
                new Setting("length", "Length", new SettingType.Number("%", 10, 100)),
                new Setting("align", "Align", new SettingType.Choice(["start", "centre", "end"])),
                new Setting("opacity", "Opacity", new SettingType.Number("%", 0, 100)),
                new Setting("hides", "Hides", new SettingType.Flag()),
                new Setting("entries", "Entries", new SettingType.List()),
            ],
            panels =>
                panels.Items switch
                {
                    [] => "none",
                    [var only] => panels.ItemAlone(only).Join("edge", "thickness", "opacity"),
                    var several => string.Join(
                        "; ",
                        several.Select(item => panels.ItemAlone(item).Join("edge", "thickness"))
                    ),
                },
            HasItems: true
        );
}
