namespace Furoshiki.Core.Parts;

/// <summary>How far letters are fitted to the pixels of a screen.</summary>
public enum Hinting
{
    /// <summary>Not at all.</summary>
    None,

    /// <summary>Only up and down.</summary>
    Slight,

    /// <summary>Somewhat.</summary>
    Medium,

    /// <summary>Wholly.</summary>
    Full,
}

/// <summary>The type that the desktop is set in. It is drawn as bars of its size and weight, wherever there is text.</summary>
public static class FontsKind
{
    private static readonly SettingList Its = new();

    private static readonly SettingType.Number Points = new("pt", 4, 48);
    private static readonly SettingType.Number OfStrokes = new("", 100, 900);

    internal static Setting<string> Interface { get; } =
        Its.Add("interface", "Interface", new SettingType.FreeText(), "");

    internal static Setting<double> Size { get; } = Its.Add("size", "Size", Points, 10);

    internal static Setting<double> Weight { get; } = Its.Add("weight", "Weight", OfStrokes, 400);

    internal static Setting<string> Document { get; } =
        Its.Add("document", "Document", new SettingType.FreeText(), "");

    internal static Setting<double> DocumentSize { get; } =
        Its.Add("document-size", "Document size", Points, 10);

    internal static Setting<string> FixedWidth { get; } =
        Its.Add("fixed-width", "Fixed width", new SettingType.FreeText(), "");

    internal static Setting<double> FixedSize { get; } =
        Its.Add("fixed-size", "Fixed size", Points, 10);

    internal static Setting<string> Title { get; } =
        Its.Add("title", "Title", new SettingType.FreeText(), "");

    internal static Setting<double> TitleSize { get; } =
        Its.Add("title-size", "Title size", Points, 10);

    internal static Setting<double> TitleWeight { get; } =
        Its.Add("title-weight", "Title weight", OfStrokes, 500);

    internal static Setting<Hinting> Hinting { get; } =
        Its.Add("hinting", "Hinting", new SettingType.Choice<Hinting>(), Parts.Hinting.Slight);

    internal static Setting<bool> Antialiasing { get; } =
        Its.Add("antialiasing", "Antialiasing", new SettingType.Flag(), true);

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new(
            "fonts",
            "Fonts",
            PartGroup.Surface,
            Its.All,
            fonts => fonts.Join(Interface, Size, FixedWidth)
        )
        {
            Weight = 6,
        };
}
