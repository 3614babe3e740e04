using System.Collections.Immutable;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Words;

namespace Furoshiki.Core.Session;

/// <summary>One thing to be done so that what waits shows.</summary>
/// <param name="Until">What: a program, a sign-in or the machine starts again.</param>
/// <param name="Program">The program, if it is known and only that has to start again.</param>
/// <param name="IsStopped">Whether the program does not run, and has to be started.</param>
/// <param name="Titles">The parts that show then, by their names for people.</param>
public sealed record WaitingStep(
    Shows Until,
    string? Program,
    bool IsStopped,
    ImmutableArray<string> Titles
)
{
    /// <summary>
    /// The fewest things to be done until all shows: a restart brings a sign-in with it, and a sign-in starts every program again.
    /// </summary>
    public static ImmutableArray<WaitingStep> Fewest(IEnumerable<NotShowing> parts)
    {
        var waiting = parts.Where(part => part.Until is not null).ToList();
        var latest = waiting.Max(part => part.Until);
        return
        [
            .. waiting
                .GroupBy(part =>
                    latest > Shows.AfterProgramRestart
                        ? (Until: latest, Program: null, IsStopped: false)
                        : (part.Until, part.Program, part.IsStopped)
                )
                .Select(group => new WaitingStep(
                    group.Key.Until!.Value,
                    group.Key.Program,
                    group.Key.IsStopped,
                    [.. group.Select(part => part.Kind.Title)]
                )),
        ];
    }

    /// <summary>What is told of: what is done where it serves several parts, the parts where a program does.</summary>
    public string Subject =>
        IsOneForSeveral
            ? $"One {(Until == Shows.AfterRestart ? "restart" : "sign-in")}"
            : string.Join(", ", Titles);

    /// <summary>What is told, after the subject.</summary>
    public string Words =>
        IsOneForSeveral
            ? $"shows {Counting.All(Titles.Length)}."
            : $"{(Titles is [var only] && !only.EndsWith('s') ? "shows" : "show")} {When}.";

    private bool IsOneForSeveral => Until > Shows.AfterProgramRestart && Titles.Length > 1;

    private string When =>
        (Until, Program) switch
        {
            (Shows.AfterProgramRestart, { } program) when IsStopped =>
                $"when the {program} {(program.EndsWith('s') ? "are" : "is")} started; {(program.EndsWith('s') ? "they do" : "it does")} not run now",
            (Shows.AfterProgramRestart, { } program) =>
                $"when the {program} {(program.EndsWith('s') ? "start" : "starts")} again",
            _ => Until.When(),
        };
}
