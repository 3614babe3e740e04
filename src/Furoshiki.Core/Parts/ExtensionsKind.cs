namespace Furoshiki.Core.Parts;

/// <summary>Small programs that add to the session. What they change is drawn where it shows, they themselves are not.</summary>
public static class ExtensionsKind
{
    /// <summary>Its settings, for each extension.</summary>
    public static Kind Kind { get; } =
        new(
            "extensions",
            "Extensions",
            PartGroup.Session,
            [
                new Setting("on", "On", new SettingType.Flag(), SettingScope.Item),
                new Setting("version", "Version", new SettingType.FreeText(), SettingScope.Item),
                new Setting("options", "Options", new SettingType.List(), SettingScope.Item),
            ],
            extensions =>
            {
                var on = extensions
                    .Items.Where(item => extensions.ItemAlone(item).Flag("on", false))
                    .ToList();
                return on.Count == 0 ? "none on" : string.Join(", ", on);
            }
        );
}
