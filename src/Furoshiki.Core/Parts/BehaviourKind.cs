namespace Furoshiki.Core.Parts;

/// <summary>What the desktop does where no picture shows it.</summary>
public static class BehaviourKind
{
    private static readonly SettingType Action = new SettingType.Choice([
        "nothing",
        "overview",
        "desktop",
        "launcher",
        "lock",
    ]);

    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "behaviour",
            "Behaviour",
            PartGroup.Session,
            [
                new Setting("top-left", "Top left corner", Action),
                new Setting("top-right", "Top right corner", Action),
                new Setting("bottom-left", "Bottom left corner", Action),
                new Setting("bottom-right", "Bottom right corner", Action),
                new Setting("edges-snap", "Edges catch windows", new SettingType.Flag()),
                new Setting("centre-new", "New windows in the middle", new SettingType.Flag()),
                new Setting(
                    "second-press",
                    "Second press in the dock",
                    new SettingType.Choice(["nothing", "minimise", "show all"])
                ),
            ],
            behaviour =>
            {
                var corners = behaviour.Settings.Count(set =>
                    set.Value is SettingValue.Text text
                    && text.Value != "nothing"
                    && Equals(Parts.Kind.Get("behaviour").Setting(set.Key).Type, Action)
                );
                return corners == 1 ? "1 hot corner" : $"{corners} hot corners";
            }
        );
}
