namespace Furoshiki.Core.Parts;

/// <summary>The screen at which a person signs in.</summary>
public static class SignInKind
{
    private static readonly SettingList Its = new();

    internal static Setting<string> Theme { get; } =
        Its.Add("theme", "Theme", new SettingType.AssetName(), "");

    internal static Setting<string> Picture { get; } =
        Its.Add("picture", "Picture", new SettingType.AssetName(), "");

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new("sign-in", "Sign-in", PartGroup.Session, Its.All, screen => screen.Join(Theme, Picture))
        {
            Weight = 1,
        };
}
