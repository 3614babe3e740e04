using Furoshiki.Core.Colour;

namespace Furoshiki.Core.Parts;

/// <summary>What the locked screen shows.</summary>
public enum LockGround
{
    /// <summary>The wallpaper.</summary>
    Wallpaper,

    /// <summary>A picture of its own.</summary>
    Picture,

    /// <summary>A colour.</summary>
    Colour,
}

/// <summary>The locked screen.</summary>
public static class LockKind
{
    private static readonly SettingList Its = new();

    internal static Setting<LockGround> Shows { get; } =
        Its.Add("shows", "Shows", new SettingType.Choice<LockGround>(), LockGround.Colour);

    internal static Setting<string> Picture { get; } =
        Its.Add("picture", "Picture", new SettingType.AssetName(), "");

    internal static Setting<Rgba> Colour { get; } =
        Its.Add("colour", "Colour", new SettingType.Colour(), new Rgba(0x18, 0x18, 0x18));

    internal static Setting<double> Wait { get; } =
        Its.Add("wait", "After", new SettingType.LengthOfTime(0, 24 * 3600), 0);

    internal static Setting<bool> Password { get; } =
        Its.Add("password", "Asks for the password", new SettingType.Flag(), true);

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new(
            "lock",
            "Lock",
            PartGroup.Session,
            Its.All,
            screen =>
                screen.Get(Wait) == 0
                    ? screen.Join(Wait, Shows)
                    : $"after {screen.Join(Wait)}, {screen.Join(Shows)}"
        )
        {
            Weight = 2,
        };
}
