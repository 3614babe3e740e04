using System.Collections.Immutable;
using System.Text.Json;
using Furoshiki.App.Desktops;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Session;
using Furoshiki.Core.Supplies;
using Furoshiki.Desktops;

namespace Furoshiki.App.Session;

/// <summary>Whether something that is waited for can be done from here.</summary>
public enum Doing
{
    /// <summary>Only the person can do it.</summary>
    ByHand,

    /// <summary>Now.</summary>
    Now,

    /// <summary>As soon as the person allows Furoshiki to tell the desktop's programs.</summary>
    IfAllowed,
}

/// <summary>Looks at the processes of a real desktop, and tells its programs what the person allows.</summary>
public static class RealSession
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(5);
    private static readonly TimeSpan Pause = TimeSpan.FromMilliseconds(50);

    /// <summary>What of a desktop's session runs.</summary>
    public static SessionStand StandOf(LiveDesktop desktop)
    {
        var map = desktop.Map;
        var running = Running(desktop);
        return new SessionStand(
            Processes.MachineRun,
            map.SessionProcess is { } session ? RunOf(running[session]) : null,
            map.Programs.Select(program => (program.Name, Run: RunOf(running[program.Process])))
                .Where(program => program.Run is not null)
                .ToImmutableSortedDictionary(
                    program => program.Name,
                    program => program.Run!,
                    StringComparer.Ordinal
                )
        );
    }

    /// <summary>Tells what programs of a real desktop cost as they run at one moment; null of one that does not.</summary>
    public static Func<ShowingProgram, SupplyCost?> CostsOn(LiveDesktop desktop)
    {
        var running = Running(desktop);
        return program =>
            Processes.CostOf(running[program.Process]) is { } cost
                ? new SupplyCost(
                    Math.Round(cost.Memory / 1024d / 1024, 1),
                    Math.Round(cost.Processor, 1)
                )
                : null;
    }

    /// <summary>Whether something that is waited for can be done from here.</summary>
    public static Doing DoingOf(LiveDesktop desktop, WaitingStep step) =>
        desktop.IsSimulated ? Doing.Now
        : step.IsStopped || desktop.Map.FindProgram(step.Program) is not { Telling: not null }
            ? Doing.ByHand
        : desktop.MayTell ? Doing.Now
        : Doing.IfAllowed;

    /// <summary>Tells a program of a desktop that its settings are others, and waits until it has started again where it does that.</summary>
    /// <returns>The program.</returns>
    /// <exception cref="ProblemException">It cannot be told, does not run, or did not start again.</exception>
    public static async Task<ShowingProgram> Tell(LiveDesktop desktop, string? name)
    {
        if (desktop.Map.FindProgram(name) is not { Telling: { } telling } program)
            throw ProblemException.Field(
                "program",
                "The map of this desktop does not say how a program of this name is told."
            );
        if (!desktop.MayTell)
            throw ProblemException.InTheWay(
                ProblemCode.NotAllowed,
                "Furoshiki may not tell the programs of this desktop anything.",
                "Nothing was told. It can be allowed on the desktop's page."
            );
        var told = Running(desktop, [program.Process]);
        if (told.Where(process => process.Signal((int)telling.Signal)).ToList() is [])
            throw ProblemException.InTheWay(
                ProblemCode.NotRunning,
                $"The {program.Name} does not run.",
                "Nothing was told. It reads its settings when it starts."
            );
        if (telling.StartsAgain)
            await WaitForNew(desktop, program, told);
        return program;
    }

    /// <summary>A stand as it is kept.</summary>
    public static string Text(SessionStand stand) => JsonSerializer.Serialize(stand);

    /// <summary>A stand that was kept; null if none was.</summary>
    public static SessionStand? Parse(string text) =>
        text.Length == 0 ? null : JsonSerializer.Deserialize<SessionStand>(text);

    private static async Task WaitForNew(
        LiveDesktop desktop,
        ShowingProgram program,
        IReadOnlyList<RunningProcess> before
    )
    {
        for (var waited = TimeSpan.Zero; waited < Patience; waited += Pause)
        {
            var now = Running(desktop, [program.Process]);
            if (now.Count > 0 && !now.Intersect(before).Any())
                return;
            await Task.Delay(Pause);
        }
        throw ProblemException.InTheWay(
            ProblemCode.NotStartedAgain,
            Running(desktop, [program.Process]).Intersect(before).Any()
                ? $"The {program.Name} was told to end, and goes on."
                : $"The {program.Name} has ended, and its session has not started it again.",
            "Its settings are as they were put on."
        );
    }

    /// <summary>The processes of the session and of all programs that the map knows, by their names.</summary>
    private static ILookup<string, RunningProcess> Running(LiveDesktop desktop) =>
        Running(
                desktop,
                [
                    .. desktop
                        .Map.Programs.Select(program => program.Process)
                        .Append(desktop.Map.SessionProcess)
                        .OfType<string>(),
                ]
            )
            .ToLookup(process => process.Name);

    private static IReadOnlyList<RunningProcess> Running(
        LiveDesktop desktop,
        HashSet<string> processes
    ) => Processes.Of(processes, HomesOf(desktop));

    /// <summary>The folders that can be the home of whoever uses a desktop: those that hold all that its map says is the person's.</summary>
    private static IEnumerable<string> HomesOf(LiveDesktop desktop) =>
        desktop
            .Map.Places.Where(place => place.IsPersons)
            .Select(place => PathText.Above($"{place.Path}/").Prepend(""))
            .Aggregate((some, others) => some.Intersect(others))
            .Select(path => $"{desktop.Folder.Root}/{path}");

    private static string? RunOf(IEnumerable<RunningProcess> processes) =>
        string.Join(' ', processes.Select(process => process.Run).Order(StringComparer.Ordinal))
            is { Length: > 0 } run
            ? run
            : null;
}
