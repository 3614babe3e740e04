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

    /// <summary>Those of this process: its terminal, and a data folder for itself.</summary>
    public static Surroundings Own()
    {
        if (Console.IsOutputRedirected)
            return new Surroundings(folder => new Session(folder));
        var profile = AnsiConsole.Profile;
        return new Surroundings(folder => new Session(folder))
        {
            Columns = profile.Width,
            Colours = profile.Capabilities.Ansi
                ? profile.Capabilities.ColorSystem
                : ColorSystem.NoColors,
        };
    }
}
