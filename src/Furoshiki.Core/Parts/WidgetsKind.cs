namespace Furoshiki.Core.Parts;

/// <summary>Any number of small programs that lie on the desktop, over the wallpaper and under windows.</summary>
public static class WidgetsKind
{
    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "widgets",
            "Widgets",
            PartGroup.Furniture,
            [
                new Setting("grid", "On a grid", new SettingType.Flag()),
                Parts.Kind.Order,
                Of("which", "Which", new SettingType.AssetName()),
                Of("screen", "Screen", new SettingType.ScreenName()),
                Of("place", "Place", new SettingType.Geometry()),
                Of("options", "Options", new SettingType.List()),
            ],
            widgets =>
                widgets.Items.Count == 0
                    ? "none"
                    : string.Join(
                        ", ",
                        widgets.Items.Select(item => widgets.ItemAlone(item).Join("which"))
                    )
        );

    private static Setting Of(string name, string title, SettingType type) =>
        new(name, title, type, SettingScope.Item);
}
