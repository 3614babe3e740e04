namespace Furoshiki.Core.Parts;

/// <summary>The screen while the machine starts.</summary>
public static class StartUpKind
{
    private static readonly SettingList Its = new();

    internal static Setting<string> Theme { get; } =
        Its.Add("theme", "Theme", new SettingType.AssetName(), "");

    internal static Setting<string> Picture { get; } =
        Its.Add("picture", "Picture", new SettingType.AssetName(), "");

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new(
            "start-up",
            "Start-up",
            PartGroup.Session,
            Its.All,
            screen => screen.Join(Theme, Picture)
        )
        {
            Weight = 1,
        };
}
