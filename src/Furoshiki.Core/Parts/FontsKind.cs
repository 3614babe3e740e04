namespace Furoshiki.Core.Parts;

/// <summary>The type that the desktop is set in. It is drawn as bars of its size and weight, wherever there is text.</summary>
public static class FontsKind
{
    private static readonly SettingType Size = new SettingType.Number("pt", 4, 48);
    private static readonly SettingType Weight = new SettingType.Number("", 100, 900);

    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "fonts",
            "Fonts",
            PartGroup.Surface,
            [
                new Setting("interface", "Interface", new SettingType.FreeText()),
                new Setting("size", "Size", Size),
                new Setting("weight", "Weight", Weight),
                new Setting("document", "Document", new SettingType.FreeText()),
                new Setting("document-size", "Document size", Size),
                new Setting("fixed-width", "Fixed width", new SettingType.FreeText()),
                new Setting("fixed-size", "Fixed size", Size),
                new Setting("title", "Title", new SettingType.FreeText()),
                new Setting("title-size", "Title size", Size),
                new Setting("title-weight", "Title weight", Weight),
                new Setting(
                    "hinting",
                    "Hinting",
                    new SettingType.Choice(["none", "slight", "medium", "full"])
                ),
                new Setting("antialiasing", "Antialiasing", new SettingType.Flag()),
            ],
            fonts => fonts.Join("interface", "size", "fixed-width")
        );
}
