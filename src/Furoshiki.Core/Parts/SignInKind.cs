namespace Furoshiki.Core.Parts;

/// <summary>The screen at which a person signs in.</summary>
public static class SignInKind
{
    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "sign-in",
            "Sign-in",
            PartGroup.Session,
            [
                new Setting("theme", "Theme", new SettingType.AssetName()),
                new Setting("picture", "Picture", new SettingType.AssetName()),
            ],
            screen => screen.Join("theme", "picture")
        );
}
