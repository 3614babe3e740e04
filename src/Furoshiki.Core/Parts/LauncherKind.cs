namespace Furoshiki.Core.Parts;

/// <summary>How the launcher lists programs.</summary>
public enum LauncherLayout
{
    /// <summary>One below the other.</summary>
    List,

    /// <summary>In rows, under their icons.</summary>
    Grid,

    /// <summary>In columns side by side.</summary>
    Columns,
}

/// <summary>Where the launcher opens.</summary>
public enum LauncherPlace
{
    /// <summary>At the button that calls it.</summary>
    AtItsButton,

    /// <summary>Where the pointer is.</summary>
    AtThePointer,

    /// <summary>In the middle of the screen.</summary>
    InTheMiddle,

    /// <summary>Over the whole screen.</summary>
    OverAll,
}

/// <summary>What lists the programs to start.</summary>
public static class LauncherKind
{
    private static readonly SettingList Its = new();

    internal static Setting<string> Which { get; } =
        Its.Add("which", "Which", new SettingType.FreeText(), "");

    internal static Setting<LauncherLayout> Layout { get; } =
        Its.Add("layout", "Layout", new SettingType.Choice<LauncherLayout>(), LauncherLayout.List);

    internal static Setting<LauncherPlace> Opens { get; } =
        Its.Add(
            "opens",
            "Opens",
            new SettingType.Choice<LauncherPlace>(),
            LauncherPlace.AtItsButton
        );

    internal static Setting<string> Key { get; } =
        Its.Add("key", "Key", new SettingType.Keys(), "");

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new(
            "launcher",
            "Launcher",
            PartGroup.Furniture,
            Its.All,
            launcher => launcher.Join(Layout, Key)
        )
        {
            Weight = 2,
        };
}
