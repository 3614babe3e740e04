namespace Furoshiki.Core.Parts;

/// <summary>How much room controls take.</summary>
public enum Density
{
    /// <summary>Little.</summary>
    Dense,

    /// <summary>As usual.</summary>
    Normal,

    /// <summary>Much.</summary>
    Roomy,
}

/// <summary>
/// The controls inside windows. The settings of the whole are those of the desktop's own toolkit; its items are the further
/// toolkits, by name.
/// </summary>
public static class ControlsKind
{
    private static readonly SettingList Its = new();

    internal static Setting<string> Theme { get; } =
        Its.Add("theme", "Theme", new SettingType.AssetName(), "", SettingScope.Both);

    internal static Setting<Tone> Variant { get; } =
        Its.Add(
            "variant",
            "Variant",
            new SettingType.Choice<Tone>(),
            Tone.Light,
            SettingScope.Both
        );

    internal static Setting<Density> Density { get; } =
        Its.Add("density", "Density", new SettingType.Choice<Density>(), Parts.Density.Normal);

    internal static Setting<double> Radius { get; } =
        Its.Add("radius", "Radius", new SettingType.Number("px", 0, 32), 0);

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new(
            "controls",
            "Controls",
            PartGroup.Windows,
            Its.All,
            controls =>
                string.Join(
                    "; ",
                    controls
                        .Items.Select(item =>
                            $"{item}: {controls.ItemAlone(item).Join(Theme, Variant)}"
                        )
                        .Prepend(controls.Join(Theme, Variant))
                )
        )
        {
            Weight = 7,
        };
}
