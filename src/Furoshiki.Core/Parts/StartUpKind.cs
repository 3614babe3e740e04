namespace Furoshiki.Core.Parts;

/// <summary>The screen while the machine starts.</summary>
public static class StartUpKind
{
    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "start-up",
            "Start-up",
            PartGroup.Session,
            [
                new Setting("theme", "Theme", new SettingType.AssetName()),
                new Setting("picture", "Picture", new SettingType.AssetName()),
            ],
            screen => screen.Join("theme", "picture")
        );
}
