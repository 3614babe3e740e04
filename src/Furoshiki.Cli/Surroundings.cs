using System.CommandLine;
using Spectre.Console;

namespace Furoshiki.Cli;

/// <summary>Where a verb prints, and what it works on.</summary>
/// <param name="open">Opens the application on a data folder.</param>
internal sealed class Surroundings(Func<string, Session> open) : InvocationConfiguration
{
    /// <summary>Opens the application on a data folder.</summary>
    public Session Open(string folder) => open(folder);

    /// <summary>How wide a line can be; null in a file or a pipe, where every row has a line of its own, however long.</summary>
    public int? Columns { get; init; }

    /// <summary>What colours can be shown.</summary>
    public ColorSystem Colours { get; init; } = ColorSystem.NoColors;

    /// <summary>The name of the desktop that is meant where a command line names none; null for none.</summary>
    public string? Desktop { get; init; }

    /// <summary>The variable of the environment that names the desktop once for all commands.</summary>
    public const string DesktopVariable = "FUROSHIKI_DESKTOP";

    /// <summary>The desktop that the environment names; null if it names none.</summary>
    public static string? NamedDesktop =>
        Environment.GetEnvironmentVariable(DesktopVariable) is { Length: > 0 } name ? name : null;

    /// <summary>Those of this process: its terminal, its environment, and a data folder for itself.</summary>
    public static Surroundings Own()
    {
        if (Console.IsOutputRedirected)
            return new Surroundings(folder => new Session(folder)) { Desktop = NamedDesktop };
        var profile = AnsiConsole.Profile;
        return new Surroundings(folder => new Session(folder))
        {
            Desktop = NamedDesktop,
            Columns = profile.Width,
            Colours = profile.Capabilities.Ansi
                ? profile.Capabilities.ColorSystem
                : ColorSystem.NoColors,
        };
    }
}
