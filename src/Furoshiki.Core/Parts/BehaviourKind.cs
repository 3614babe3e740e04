namespace Furoshiki.Core.Parts;

/// <summary>What a corner of the screen calls.</summary>
public enum CornerAction
{
    /// <summary>Nothing.</summary>
    Nothing,

    /// <summary>All windows side by side.</summary>
    Overview,

    /// <summary>The desktop without windows.</summary>
    Desktop,

    /// <summary>The launcher.</summary>
    Launcher,

    /// <summary>The locked screen.</summary>
    Lock,
}

/// <summary>What a press in the dock does to a program that is in front.</summary>
public enum SecondPressAction
{
    /// <summary>Nothing.</summary>
    Nothing,

    /// <summary>Its windows go out of sight.</summary>
    Minimise,

    /// <summary>Its windows are shown side by side.</summary>
    ShowAll,
}

/// <summary>What the desktop does where no picture shows it.</summary>
public static class BehaviourKind
{
    private static readonly SettingList Its = new();

    private static readonly SettingType.Choice<CornerAction> Action = new();

    private static readonly Setting<CornerAction>[] Corners =
    [
        Its.Add("top-left", "Top left corner", Action, CornerAction.Nothing),
        Its.Add("top-right", "Top right corner", Action, CornerAction.Nothing),
        Its.Add("bottom-left", "Bottom left corner", Action, CornerAction.Nothing),
        Its.Add("bottom-right", "Bottom right corner", Action, CornerAction.Nothing),
    ];

    internal static Setting<bool> EdgesSnap { get; } =
        Its.Add("edges-snap", "Edges catch windows", new SettingType.Flag(), true);

    internal static Setting<bool> CentreNew { get; } =
        Its.Add("centre-new", "New windows in the middle", new SettingType.Flag(), false);

    internal static Setting<SecondPressAction> SecondPress { get; } =
        Its.Add(
            "second-press",
            "Second press in the dock",
            new SettingType.Choice<SecondPressAction>(),
            SecondPressAction.Nothing
        );

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new(
            "behaviour",
            "Behaviour",
            PartGroup.Session,
            Its.All,
            behaviour =>
            {
                var corners = Corners.Count(corner =>
                    behaviour.Get(corner) != CornerAction.Nothing
                );
                return corners == 1 ? "1 hot corner" : $"{corners} hot corners";
            }
        )
        {
            Weight = 1,
        };
}
