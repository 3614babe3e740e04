namespace Furoshiki.Core.Parts;

/// <summary>A corner of a screen.</summary>
public enum Corner
{
    /// <summary>The upper left.</summary>
    TopLeft,

    /// <summary>The upper right.</summary>
    TopRight,

    /// <summary>The lower left.</summary>
    BottomLeft,

    /// <summary>The lower right.</summary>
    BottomRight,
}

/// <summary>The shape of a short message.</summary>
public enum MessageStyle
{
    /// <summary>A card with some lines.</summary>
    Card,

    /// <summary>A strip with one line.</summary>
    Strip,

    /// <summary>A card with round corners.</summary>
    Bubble,
}

/// <summary>Short messages in a corner of the main screen.</summary>
public static class NotificationsKind
{
    private static readonly SettingList Its = new();

    internal static Setting<Corner> Corner { get; } =
        Its.Add("corner", "Corner", new SettingType.Choice<Corner>(), Parts.Corner.TopRight);

    internal static Setting<double> Time { get; } =
        Its.Add("time", "On screen", new SettingType.LengthOfTime(1, 600), 5);

    internal static Setting<MessageStyle> Style { get; } =
        Its.Add("style", "Style", new SettingType.Choice<MessageStyle>(), MessageStyle.Card);

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new(
            "notifications",
            "Notifications",
            PartGroup.Furniture,
            Its.All,
            notifications => notifications.Join(Corner, Time, Style)
        )
        {
            Weight = 2,
        };
}
