namespace Furoshiki.Core.Parts;

/// <summary>Any number of bars along the edges of the screens.</summary>
public static class PanelsKind
{
    /// <summary>Its settings, the same for every panel.</summary>
    public static Kind Kind { get; } =
        new(
            "panels",
            "Panels",
            PartGroup.Furniture,
            [
                Parts.Kind.Order,
                Of("screen", "Screen", new SettingType.ScreenName()),
                Of("edge", "Edge", new SettingType.Choice(["top", "bottom", "left", "right"])),
                Of("thickness", "Thickness", new SettingType.Number("px", 12, 160)),
                Of("length", "Length", new SettingType.Extent()),
                Of("align", "Align", new SettingType.Choice(["start", "centre", "end"])),
                Of("offset", "Offset", new SettingType.Number("px", -4096, 4096)),
                Of("opacity", "Opacity", new SettingType.Number("%", 0, 100)),
                Of("hides", "Hides", new SettingType.Flag()),
                Of("entries", "Entries", new SettingType.List()),
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
                }
        );

    private static Setting Of(string name, string title, SettingType type) =>
        new(name, title, type, SettingScope.Item);
}
