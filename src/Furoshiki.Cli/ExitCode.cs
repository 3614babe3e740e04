using Furoshiki.App;

namespace Furoshiki.Cli;

/// <summary>How a command ended, for whoever called it.</summary>
internal static class ExitCode
{
    /// <summary>It did what was asked.</summary>
    public const int Done = 0;

    /// <summary>Something broke, be it in the middle of a switch that is not ended yet.</summary>
    public const int Failed = 1;

    /// <summary>It was not done, since it cannot be as it was asked, or something stands in the way.</summary>
    public const int Refused = 2;

    /// <summary>What was asked for is not here.</summary>
    public const int NotFound = 3;

    /// <summary>The desktop is not as it was saved.</summary>
    public const int Drifted = 4;

    /// <summary>A switch was broken off, and everything is as it was before.</summary>
    public const int WentBack = 5;

    /// <summary>The command line says what is no command. Source: EX_USAGE of sysexits.h.</summary>
    public const int BadUsage = 64;

    /// <summary>The codes with what they tell, for the manual.</summary>
    public static IReadOnlyList<(int Code, string Means)> All { get; } =
    [
        (Done, "It did what was asked."),
        (Failed, "Something broke, be it in the middle of a switch that is not ended yet."),
        (Refused, "It was not done: it cannot be as it was asked, or something stands in the way."),
        (NotFound, "What was asked for is not here."),
        (Drifted, "The desktop is not as it was saved (drift)."),
        (WentBack, "A switch was broken off, and everything is as it was before."),
        (BadUsage, "The command line says what is no command of this program."),
    ];

    /// <summary>The code that tells a problem.</summary>
    public static int Of(ProblemKind kind) =>
        kind switch
        {
            ProblemKind.Invalid or ProblemKind.Conflict => Refused,
            ProblemKind.NotFound => NotFound,
            _ => Failed,
        };
}
