using Furoshiki.Core.Colour;

namespace Furoshiki.Core.Parts;

/// <summary>Whether a look is for the day or the night.</summary>
public enum Tone
{
    /// <summary>Dark text on light ground.</summary>
    Light,

    /// <summary>Light text on dark ground.</summary>
    Dark,
}

/// <summary>Light or dark, the accent, and a colour for every role. They are drawn wherever they are used.</summary>
public static class ColoursKind
{
    private static readonly SettingList Its = new();

    internal static Setting<string> Set { get; } =
        Its.Add("set", "Set", new SettingType.AssetName(), "");

    internal static Setting<Tone> Tone { get; } =
        Its.Add("tone", "Tone", new SettingType.Choice<Tone>(), Parts.Tone.Light);

    /// <summary>The lightness in Oklab from which a ground is light.</summary>
    private const double Middle = 0.6;

    /// <summary>For which tone a colour is a ground.</summary>
    internal static Tone ToneOf(Rgba ground) =>
        Oklab.From(ground).L >= Middle ? Parts.Tone.Light : Parts.Tone.Dark;

    /// <summary>A tone in a word, in the midst of a sentence.</summary>
    public static string Word(Tone tone) => tone == Parts.Tone.Dark ? "dark" : "light";

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new(
            "colours",
            "Colours",
            PartGroup.Surface,
            [.. Its.All, .. Role.All],
            colours =>
                !colours.Has(Set) && !colours.Has(Tone) && colours.Settings.Count > 0
                    ? $"{colours.Settings.Count} colours"
                    : colours.Join(Set, Tone)
        )
        {
            Weight = 18,
        };
}
