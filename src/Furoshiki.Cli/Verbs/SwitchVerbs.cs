using System.CommandLine;
using Furoshiki.App;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Planning;
using Furoshiki.App.SafeStates;
using Furoshiki.App.Switching;
using Furoshiki.Core.Looks;

namespace Furoshiki.Cli.Verbs;

/// <summary>The verbs that plan, and change a desktop.</summary>
internal static class SwitchVerbs
{
    private static readonly Argument<string?> State = new("state")
    {
        Description = "A safe state, as states lists it; the last one if none is named",
        Arity = ArgumentArity.ZeroOrOne,
    };

    private static readonly Option<string[]> With = new("--with")
    {
        Description =
            "A part of another look with it, as in colours=\"Open Night\"; can be given several times",
        AllowMultipleArgumentsPerToken = true,
    };

    private static readonly Argument<string[]> Kinds = new("parts")
    {
        Description = "Only these parts; all that drifted if none is named",
        Arity = ArgumentArity.ZeroOrMore,
    };

    private static readonly Option<string[]> Without = new("--without")
    {
        Description =
            "All but these parts, or settings or items of parts, such as dock,colours/accent,panels/main; they stay as they are",
        AllowMultipleArgumentsPerToken = true,
    };

    private static readonly Option<string?> Grouping = new("--grouping")
    {
        Description =
            "What is left out, by the name it has on the page, such as \"without furniture\"; \"everything\" for all of a profile",
    };

    internal static readonly Option<int?> KeepWithin = new("--keep-within")
    {
        Description =
            $"Go back by itself unless it is kept within so many seconds ({Countdowns.Fewest} to {Countdowns.Most})",
    };

    private static readonly Option<string[]> InsteadOf = new("--instead")
    {
        Description =
            "What is put on in place of what was saved, such as icons/set=Fold-Ash; plan tells what can be chosen",
        AllowMultipleArgumentsPerToken = true,
    };

    private static readonly Option<string[]> Get = new("--get")
    {
        Description =
            "Supplies that come with it, by their package URLs; plan tells which are wanted",
        AllowMultipleArgumentsPerToken = true,
    };

    private static readonly Option<string[]> Anew = new("--anew")
    {
        Description =
            "Settings files that cannot be read and are written anew from a copy, by their names in the desktop's map; plan tells which can be",
        AllowMultipleArgumentsPerToken = true,
    };

    private static readonly Option<bool> Script = new("--script")
    {
        Description = "Print the script for what takes the administrator's rights",
    };

    private static readonly Option<string[]> Files = new("--files")
    {
        Description =
            "Only these files, by their paths in the desktop's folder, percent-encoded where they are no plain text",
        AllowMultipleArgumentsPerToken = true,
    };

    public static IEnumerable<Command> Make() =>
        [
            .. Verb.Looking(
                Verb.OnDesktop(
                    "plan",
                    "Tell what a switch would do",
                    Plan,
                    Verb.Look,
                    Verb.Parts,
                    Without,
                    Grouping,
                    With,
                    InsteadOf,
                    Get,
                    Anew,
                    Script
                )
            ),
            .. Verb.Looking(
                Verb.OnDesktop("history", "List what was put on and gone back to", History)
            ),
            Verb.OnDesktop(
                "switch",
                "Put a look on",
                call => CarryOut(call, call.Desktop, TargetOf(call)),
                Verb.Look,
                Verb.Parts,
                Without,
                Grouping,
                With,
                InsteadOf,
                Get,
                Anew,
                KeepWithin,
                Verb.Yes
            ),
            Verb.OnDesktop("keep", "Keep what would go back by itself", Keep),
            Verb.OnDesktop(
                "back",
                "Go back to a safe state, or from what waits to be kept",
                Back,
                State,
                Verb.Parts,
                Files,
                KeepWithin,
                Verb.Yes
            ),
            Verb.OnDesktop(
                "put-back",
                "Put back what drifted, as it was saved",
                call =>
                    CarryOut(
                        call,
                        call.Desktop,
                        new Target(
                            TargetKind.PutBack,
                            0,
                            Verb.KindsOf(call.Given.GetValue(Kinds) ?? []),
                            Anew: ListOf(call, Anew)
                        )
                    ),
                Kinds,
                Anew,
                KeepWithin,
                Verb.Yes
            ),
        ];

    private static Target TargetOf(Call call) =>
        LookedOf(call) with
        {
            Instead = ListOf(call, InsteadOf),
            Get = ListOf(call, Get),
            Anew = ListOf(call, Anew),
        };

    private static string[]? ListOf(Call call, Option<string[]> option) =>
        call.Given.GetValue(option) is { Length: > 0 } list ? list : null;

    private static Target LookedOf(Call call)
    {
        var kinds = Verb.KindsOf(call.Given.GetValue(Verb.Parts) ?? []);
        var look = call
            .Session.Get<LookFinder>()
            .Find(call.Desktop, call.Given.GetRequiredValue(Verb.Look));
        var without = Verb.PiecesOf(call.Given.GetValue(Without) ?? []);
        var grouping = call.Given.GetValue(Grouping);
        if (call.Given.GetValue(With) is { Length: > 0 } with)
            return Together(look, kinds, with) with { Without = without, Grouping = grouping };
        return look.Source switch
        {
            LookSource.Saving => new Target(
                TargetKind.Saving,
                look.Id,
                kinds,
                Without: without,
                Grouping: grouping
            ),
            LookSource.Fitting => new Target(
                TargetKind.Fitting,
                look.Id,
                kinds,
                Without: without,
                Grouping: grouping
            ),
            LookSource.SafeState when (kinds, without, grouping) is (null, null, null) =>
                new Target(TargetKind.SafeState, look.Id),
            LookSource.SafeState => PartsOf(look, kinds) with
            {
                Without = without,
                Grouping = grouping,
            },
            _ => throw new ProblemException(
                new Problem(
                    ProblemKind.Invalid,
                    ProblemCode.OnAlready,
                    "This is what is on now, so there is nothing to switch.",
                    "Nothing was changed.",
                    "look"
                )
            ),
        };
    }

    /// <summary>A look, or some parts of it, or all but some, with parts of others in place of its own.</summary>
    private static Target Together(
        NamedLook look,
        IReadOnlyList<string>? kinds,
        IReadOnlyList<string> with
    )
    {
        var others = with.Select(one =>
            {
                var (part, name) = one.IndexOf('=', StringComparison.Ordinal) is > 0 and var at
                    ? (one[..at], one[(at + 1)..])
                    : throw new ProblemException(
                        new Problem(
                            ProblemKind.Invalid,
                            ProblemCode.With,
                            $"'{one}' is no part of a look. Say it as in colours=\"Open Night\".",
                            "Nothing was changed.",
                            "with"
                        )
                    );
                return new LookParts(name, Verb.KindsOf([part])!);
            })
            .ToList();
        return new Target(
            TargetKind.Parts,
            0,
            Looks:
            [
                new LookParts(
                    look.Ref,
                    [
                        .. (kinds ?? look.Look.Components.Select(part => part.Kind.Name)).Except(
                            others.SelectMany(one => one.Kinds)
                        ),
                    ]
                ),
                .. others,
            ]
        );
    }

    private static int Plan(Call call)
    {
        var desktop = call.Desktop;
        var plan = call.Session.Get<ShownPlans>().Show(desktop.Id, TargetOf(call));
        var isScript = call.Given.GetValue(Script);
        if (isScript && plan.Rights is null)
            throw ProblemException.NotFound("Something that takes the administrator's rights");
        call.Output.Show(
            plan,
            () =>
            {
                if (isScript)
                    call.Output.Line(plan.Rights!.Script);
                else
                    SwitchWords.Tell(call.Output, plan);
            }
        );
        return ExitCode.Done;
    }

    private static int Back(Call call)
    {
        var desktop = call.Desktop;
        var named = call.Given.GetValue(State);
        var countdowns = call.Session.Get<Countdowns>();
        // Nothing is asked: it may be that nothing can be read on the screen.
        if (named is null && countdowns.Of(desktop) is { } unkept)
        {
            var result = countdowns.GoBack(unkept.Switch);
            call.Output.Show(result, () => call.Output.Line($"{result.Problem} {result.Unharmed}"));
            return ExitCode.Done;
        }
        var states = call.Session.Get<SafeStateShelf>();
        var id =
            named is null
                ? states.Last(desktop)?.Id
                    ?? throw ProblemException.NotFound("A safe state of this desktop")
            : call.Session.Get<LookFinder>().Find(desktop, named)
                is { Source: LookSource.SafeState, Id: var found }
                ? found
            : throw ProblemException.NotFound("A safe state of this name");
        var (kinds, files) = (
            Verb.KindsOf(call.Given.GetValue(Verb.Parts) ?? []),
            call.Given.GetValue(Files) is { Length: > 0 } some ? some : null
        );
        if (kinds is not null && files is not null)
            throw ProblemException.Field("files", "Either parts come back, or files.");
        return CarryOut(
            call,
            desktop,
            kinds is null
                ? new Target(TargetKind.SafeState, id, Files: files)
                : PartsOf(
                    call.Session.Get<LookFinder>().Find(desktop, LookRef.OfSafeState(id)),
                    kinds
                )
        );
    }

    /// <summary>Some parts of a look, or all that it has.</summary>
    private static Target PartsOf(NamedLook look, IReadOnlyList<string>? kinds) =>
        new(
            TargetKind.Parts,
            0,
            Looks:
            [
                new LookParts(
                    look.Ref,
                    kinds ?? [.. look.Look.Components.Select(part => part.Kind.Name)]
                ),
            ]
        );

    private static int History(Call call)
    {
        var all = call.Session.Get<SwitchHistory>().Of(call.Desktop);
        call.Output.Show(
            all,
            () =>
                call.Output.Table(
                    ["When", "What", "By", ""],
                    all.Select(one =>
                        (IReadOnlyList<Cell>)
                            [
                                Output.Moment(one.BegunAt),
                                one.Title,
                                one.By == SwitchedBy.NotNoted
                                    ? ""
                                    : one.By.ToString().ToLowerInvariant(),
                                SwitchWords.Of(one.End),
                            ]
                    )
                )
        );
        return ExitCode.Done;
    }

    private static int Keep(Call call)
    {
        var countdowns = call.Session.Get<Countdowns>();
        if (countdowns.Of(call.Desktop) is not { } unkept)
            throw ProblemException.NotFound("A switch that waits to be kept");
        countdowns.Keep(unkept.Switch);
        var result = call.Session.Get<SwitchRuns>().ResultOf(unkept.Switch)!;
        call.Output.Show(result, () => call.Output.Line($"{unkept.Name} is kept."));
        return ExitCode.Done;
    }

    /// <summary>Tells a plan, asks, and carries it out.</summary>
    public static int CarryOut(Call call, LiveDesktop desktop, Target target)
    {
        var plan = call.Session.Get<ShownPlans>().Show(desktop.Id, target);
        if (!call.Output.IsJson)
            SwitchWords.Tell(call.Output, plan);
        if (plan.Files.Count == 0)
        {
            call.Output.Show(
                new RunResult(true, null, "Nothing was changed.", null, [], []),
                () => { }
            );
            return ExitCode.Done;
        }
        if (!call.Given.GetValue(Verb.Yes))
            Ask();
        var runs = call.Session.Get<SwitchRuns>();
        var within = call.Given.GetValue(KeepWithin);
        var id = runs.Start(desktop.Id, plan.Fingerprint, SwitchedBy.Command, within);
        var result = Follow(runs, id, call.Output);
        if (!call.Output.IsJson)
            SwitchWords.Tell(call.Output, result);
        if (result.Switched && within is not null)
        {
            result = new KeepQuestion(call.Session, desktop, id).Wait();
            call.Output.Show(
                result,
                () =>
                    call.Output.Line(
                        result.Switched ? "It is kept." : $"{result.Problem} {result.Unharmed}"
                    )
            );
            return result.Switched ? ExitCode.Done
                : result.IsUnfinished ? ExitCode.Failed
                : ExitCode.WentBack;
        }
        call.Output.Show(result, () => { });
        return result.Switched ? ExitCode.Done
            : result.IsUnfinished ? ExitCode.Failed
            : result.SafeState is null ? ExitCode.Refused
            : ExitCode.WentBack;
    }

    /// <summary>Asks whether to go on.</summary>
    /// <exception cref="ProblemException">Nobody is there to answer, or the answer is no.</exception>
    private static void Ask()
    {
        if (Console.IsInputRedirected)
            throw new ProblemException(
                new Problem(
                    ProblemKind.Invalid,
                    ProblemCode.NotAsked,
                    "Nobody can be asked here. Say --yes to do it.",
                    "Nothing was changed."
                )
            );
        Console.Error.Write("Do it? [y/N] ");
        if (Console.ReadLine()?.Trim() is not ("y" or "Y" or "yes"))
            throw new ProblemException(
                new Problem(
                    ProblemKind.Conflict,
                    ProblemCode.NotWanted,
                    "It was not done.",
                    "Nothing was changed."
                )
            );
    }

    /// <summary>Tells how far a switch is until it has ended; an interrupt lets it go back.</summary>
    private static RunResult Follow(SwitchRuns runs, long id, Output output)
    {
        ConsoleCancelEventHandler stop = (_, key) =>
        {
            key.Cancel = true;
            runs.Find(id)?.Stop();
        };
        Console.CancelKeyPress += stop;
        try
        {
            if (runs.Find(id) is { } run)
            {
                RunStage? stage = null;
                foreach (var progress in run.Follow(CancellationToken.None).ToBlockingEnumerable())
                {
                    if (progress.Stage != stage && progress.Stage != RunStage.Ended)
                        output.Progress(SwitchWords.Of(progress));
                    stage = progress.Stage;
                }
            }
            return runs.ResultOf(id)!;
        }
        finally
        {
            Console.CancelKeyPress -= stop;
        }
    }
}
