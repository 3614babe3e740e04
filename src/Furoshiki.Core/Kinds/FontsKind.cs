namespace Furoshiki.Core.Kinds;

/// <summary>The type that the desktop is set in.</summary>
public static class FontsKind
{
    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "fonts",
            "Fonts",
            [
                new Setting("interface", "Interface", new SettingType.FreeText()),
                new Setting("size", "Size", new SettingType.Number("pt", 4, 48)),
                new Setting("document", "Document", new SettingType.FreeText()),
                new Setting("fixed-width", "Fixed width", new SettingType.FreeText()),
                new Setting("title", "Title", new SettingType.FreeText()),
                new Setting("title-weight", "Title weight", new SettingType.Number("", 100, 900)),
                new Setting("antialiasing", "Antialiasing", new SettingType.Flag()),
            ],
            fonts => fonts.Join("interface", "size", "fixed-width")
        );
}
