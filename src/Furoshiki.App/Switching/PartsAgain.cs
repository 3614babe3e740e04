using Furoshiki.App.Desktops;
using Furoshiki.App.Observing;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Switching;

namespace Furoshiki.App.Switching;

/// <summary>Tells of the parts of a desktop that was read again after a switch whether they took.</summary>
/// <param name="desktop">The desktop.</param>
/// <param name="seen">The desktop as it was read again.</param>
/// <param name="stopped">The programs of it that should run and do not.</param>
internal sealed class PartsAgain(
    LiveDesktop desktop,
    Observation seen,
    IReadOnlySet<string> stopped
)
{
    /// <summary>What became of each part of a plan.</summary>
    public List<PartResult> Of(SwitchPlan plan) => Of(plan, step => Of(step, plan));

    /// <summary>The same where the desktop could not be read again.</summary>
    /// <param name="plan">The plan, all files of which were written.</param>
    /// <param name="why">Why not, in sentences.</param>
    public static List<PartResult> Unseen(SwitchPlan plan, string why) =>
        Of(
            plan,
            step =>
                Result(
                    step.Difference.Kind,
                    PartOutcome.Waiting,
                    $"written, and not looked at since. {why}"
                )
        );

    private static List<PartResult> Of(SwitchPlan plan, Func<PartStep, PartResult> ofStep) =>
        [
            .. plan.Steps.Select(ofStep),
            .. plan.Rights.Select(step =>
                Result(
                    step.Difference.Kind,
                    PartOutcome.Waiting,
                    "waits for the administrator's script"
                )
            ),
            .. plan.Refused.Select(part => Result(part.Kind, PartOutcome.NotTaken, part.Reason)),
        ];

    /// <summary>What is found of a part within the minute after the switch; null if it still is as it was put on.</summary>
    public string? WhyNotAnyMore(PartStep step, SwitchPlan plan)
    {
        var reading = ReadingOf(step);
        return !plan.Took(step, reading.Component)
            ? reading.Component is { } now
                ? FallenBack(step, now)
                    ?? $"Another program wrote over it within the minute: it reads as {now.Words} now."
                : $"Another program wrote over {PathText.Printable(reading.File!)} within the minute, so that it cannot be read any more."
            : NotRunning(step);
    }

    private PartResult Of(PartStep step, SwitchPlan plan)
    {
        var kind = step.Difference.Kind;
        var reading = ReadingOf(step);
        var why =
            reading.Component is not { } part
                ? $"{reading.File} could not be read: {reading.Reason}"
            : !plan.Took(step, part) ? FallenBack(step, part) ?? $"It reads as {part.Words} now."
            : NotRunning(step);
        return why is not null ? Result(kind, PartOutcome.NotTaken, why)
            : step.Shows == Shows.AtOnce ? Result(kind, PartOutcome.Taken, reading.Component!.Words)
            : Result(kind, PartOutcome.Waiting, $"seen {step.Shows.When()}");
    }

    private PartReading ReadingOf(PartStep step) =>
        seen.Reading.Parts.First(one => one.Kind == step.Difference.Kind);

    /// <summary>What a part names that is not on the desktop, and what shows there in its place without a word; null if all is there.</summary>
    private string? FallenBack(PartStep step, Component part)
    {
        var missing = MapOf(step)
            .MissingIn(part)
            .Select(one =>
                $"{PathText.Printable(one.Name)} is not on this desktop any more, so {one.Rule.Fallback ?? "nothing"} shows in its place."
            )
            .Distinct()
            .ToList();
        return missing.Count == 0 ? null : string.Join(" ", missing);
    }

    /// <summary>That the program that shows a part does not run; null if it does, or that cannot be seen.</summary>
    private string? NotRunning(PartStep step) =>
        MapOf(step).Program is { } program
        && stopped.Contains(program)
        && ReadingOf(step).Component is { ShowsNothing: false }
            ? $"It is written, and nothing shows it: the {program} does not run."
            : null;

    private KindMap MapOf(PartStep step) => desktop.Map.Find(step.Difference.Kind)!;

    private static PartResult Result(Kind kind, PartOutcome outcome, string words) =>
        new(kind.Name, kind.Title, outcome, words);
}
