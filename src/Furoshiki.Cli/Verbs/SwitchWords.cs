using Furoshiki.App.Planning;
using Furoshiki.App.Supplies;
using Furoshiki.App.Switching;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Switching;
using Furoshiki.Core.Words;

namespace Furoshiki.Cli.Verbs;

/// <summary>Plans and switches, as the command says them.</summary>
internal static class SwitchWords
{
    /// <summary>Prints a plan.</summary>
    public static void Tell(Output output, PlanView plan)
    {
        output.Heading($"{plan.Before} → {plan.Name}, {plan.Caption}");
        foreach (var group in plan.Groups)
        {
            output.Line("");
            output.Table(
                [
                    group.With is { } later
                        ? $"{When(group.Shows)}, or with the rest {When(later).ToLowerInvariant()}"
                        : When(group.Shows),
                    "",
                ],
                group.Steps.Select(step => (IReadOnlyList<Cell>)[step.Title, step.Words])
            );
        }
        if (plan.Supplies.Count > 0)
        {
            output.Line("");
            output.Table(
                ["Supply", "", ""],
                plan.Supplies.Select(one => (IReadOnlyList<Cell>)[one.Title, Words(one), More(one)])
            );
        }
        if (plan.Groups.Count == 0 && plan.Supplies.Count == 0)
            output.Line("Nothing differs, so there is nothing to do.");
        foreach (var part in plan.Rights?.Parts ?? [])
            output.Line(
                $"Takes the administrator's rights: {part.Title}, {part.Words}. plan --script prints a script for it."
            );
        if (plan.Rights is { Files.Count: > 0 } rights)
            output.Line(
                $"Takes the administrator's rights: {Counting.Of(rights.Files.Count, "file")} of sets, as saved. plan --script prints a script for it."
            );
        foreach (var part in plan.Refused)
            Remedies(output, $"Not put on: {part.Title}. {part.Reason}", part.Remedies);
        foreach (var loss in plan.Losses)
            Remedies(
                output,
                $"No match: {loss.Title}, {loss.Words}. {string.Join(' ', loss.Reasons.Select(one => one.Reason))}",
                loss.Remedies
            );
        foreach (var fight in plan.Fights)
            Remedies(output, fight.Words, fight.Remedies);
        foreach (var misfit in plan.Misfits)
            Remedies(output, $"Other screens: {misfit.Title}. {misfit.Words}", misfit.Remedies);
        foreach (var other in plan.Others)
            output.Line(
                $"For {other.Name} too: {string.Join("; ", other.Parts.Select(part => $"{part.Title}, {part.Words}"))}{string.Concat(other.TakenBack.Select(one => $". Takes back {one.Title}"))}"
            );
        foreach (var file in plan.Anew)
            output.Line(
                $"Written anew: {file.File}, from the copy in {file.From}. What else stands in it goes{(file.LineCount > 0 ? $", {Counting.Of(file.LineCount, "line")}" : "")}{(file.With.Count > 0 ? $"; with it come {string.Join(", ", file.With)}, as they were then" : "")}."
            );
        foreach (var one in plan.Instead)
            output.Line($"Put on instead: {one.Title}, {one.Words}");
        foreach (var part in plan.Unsaved)
            output.Line($"In no saving, kept by the safe state only: {part.Title}, {part.Words}");
        foreach (var place in plan.NotTouched.Concat(plan.SafeGaps))
            output.Line($"Cannot be held: {place.Path}. {place.Reason}");
        foreach (var place in plan.NotKept)
            output.Line($"Will be lost: {place.Path}. {place.Reason}");
        foreach (var one in plan.LeftOut)
            output.Line($"Left out: {Words(one)}");
        if (plan.LeftAlone is { } alone)
            output.Line($"Left alone, {alone.Reason}: {string.Join(", ", alone.Titles)}");
        output.Line(
            $"\n{Counting.Of(plan.Files.Count, "path")} will change. The safe state holds {Counting.Of(plan.SafeFiles, "file")}."
        );
    }

    private static void Remedies(Output output, string words, IReadOnlyList<Remedy> remedies)
    {
        output.Line(words);
        foreach (var remedy in remedies)
            output.Line(
                $"  {string.Join(' ', [.. Given("instead", remedy.Instead), .. Given("without", remedy.Without), .. Given("get", remedy.Get), .. Given("anew", remedy.Anew)])}: {remedy.Words}, {remedy.Reason}"
            );

        static IEnumerable<string> Given(string option, IEnumerable<string> values) =>
            values.Select(one => $"--{option} {one}");
    }

    /// <summary>Prints how a switch ended.</summary>
    public static void Tell(Output output, RunResult result)
    {
        if (result.Problem is { } problem)
            output.Line(problem);
        output.Line(result.Unharmed);
        foreach (var part in result.Parts.Where(one => one.Outcome != PartOutcome.Taken))
            output.Line(
                $"{(part.Outcome == PartOutcome.Waiting ? "Waits" : "Not taken")}: {part.Title}, {part.Words}"
            );
        foreach (var one in result.LeftOut)
            output.Line($"Left out: {Words(one)}");
        if (result.SafeState is { } state)
            output.Line($"The way back: furoshiki back {LookRef.OfSafeState(state)}");
    }

    /// <summary>What came of a switch.</summary>
    public static string Of(SwitchEnd end) =>
        end switch
        {
            SwitchEnd.OnItsWay => "on its way",
            SwitchEnd.Done => "done",
            SwitchEnd.WaitsToBeKept => "waits to be kept",
            SwitchEnd.Kept => "kept",
            SwitchEnd.WentBack => "went back",
            SwitchEnd.Lost => "broken off, journal lost",
            _ => "not done",
        };

    /// <summary>How far a switch is.</summary>
    public static string Of(RunProgress progress) =>
        progress.Stage switch
        {
            RunStage.Getting => "Getting supplies",
            RunStage.SafeState => "Making the safe state",
            RunStage.Writing => $"Writing {Counting.Of(progress.Total, "path")}",
            _ => "Reading everything again",
        };

    private static string Words(SupplyChangeView one) =>
        one.Verb switch
        {
            SupplyVerb.Get => $"comes, {one.To}",
            SupplyVerb.Update => $"{one.From} → {one.To}",
            SupplyVerb.PutBack => $"becomes {one.To} again as it came",
            _ => $"goes, {one.From}",
        };

    private static string More(SupplyChangeView one) =>
        one.MissedBy.Count > 0 ? $"missed by {string.Join(", ", one.MissedBy)}"
        : one.Edited.Count > 0 ? $"edited in place: {string.Join(", ", one.Edited)}"
        : one.Bytes > 0 ? $"{Counting.Bytes(one.Bytes)} to load"
        : "";

    private static string Words(LeftOutView one) =>
        one.Words.Length > 0 ? $"{one.Title}, {one.Words}" : one.Title;

    private static string When(Shows shows) => Capital.First(shows.When());
}
