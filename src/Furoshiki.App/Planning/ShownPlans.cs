using System.Text;
using System.Text.Json;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Switching;

namespace Furoshiki.App.Planning;

/// <summary>
/// Remembers the plans that were shown, so that what is sent back to carry one out is its fingerprint alone. A plan is made again then: it
/// is carried out only if that comes to the same.
/// </summary>
public sealed class ShownPlans(PlanMaker plans, PlanTeller teller)
{
    private const int Most = 32;

    private readonly Lock _lock = new();

    /// <summary>The last ones, the newest at the end.</summary>
    private readonly List<Shown> _shown = [];

    private sealed record Shown(
        string Fingerprint,
        Target Target,
        IReadOnlyList<Screen> Screens,
        IReadOnlyDictionary<string, FileState?> States,
        PlanView View
    );

    /// <summary>Makes a plan, and a view of it that can be carried out by its fingerprint.</summary>
    /// <param name="desktop">The desktop's number.</param>
    /// <param name="target">What it leads to.</param>
    /// <exception cref="ProblemException">What it leads to is not here, or its copy is damaged.</exception>
    public PlanView Show(long desktop, Target target)
    {
        var ready = plans.Make(desktop, target);
        var fingerprint = FingerprintOf(ready);
        var view = teller.Tell(ready, fingerprint);
        lock (_lock)
        {
            _shown.RemoveAll(one => one.Fingerprint == fingerprint);
            _shown.Add(
                new Shown(fingerprint, target, ready.Desktop.Screens, StatesOf(ready.Plan), view)
            );
            if (_shown.Count > Most)
                _shown.RemoveAt(0);
        }
        return view;
    }

    /// <summary>A plan as it was shown, whether or not it still holds.</summary>
    /// <param name="fingerprint">The plan's fingerprint.</param>
    /// <exception cref="ProblemException">It is not remembered any more.</exception>
    public PlanView ViewOf(string fingerprint) => Find(fingerprint).View;

    private Shown Find(string fingerprint)
    {
        lock (_lock)
            return _shown.Find(one => one.Fingerprint == fingerprint)
                ?? throw Outdated(
                    "This plan is not known here any more: Furoshiki was started again, or many plans were made after it. Plan again.",
                    []
                );
    }

    /// <summary>The plan that was shown, if it still holds, and how it was shown.</summary>
    /// <param name="desktop">The desktop's number.</param>
    /// <param name="fingerprint">The plan's fingerprint.</param>
    /// <exception cref="ProblemException">It is not remembered any more, or the desktop changed after it was made.</exception>
    public (ReadyPlan Plan, PlanView View) Again(long desktop, string fingerprint)
    {
        var shown = Find(fingerprint);
        var today = plans.Make(desktop, shown.Target);
        if (FingerprintOf(today) == fingerprint)
            return (today, shown.View);
        if (!today.Desktop.Screens.SequenceEqual(shown.Screens))
            throw Outdated(
                "The desktop has other screens than when this plan was made, so the plan was not carried out.",
                []
            );
        var states = StatesOf(today.Plan);
        throw Outdated(
            "The desktop changed after this plan was made, so the plan was not carried out.",
            [
                .. shown
                    .States.Keys.Union(states.Keys)
                    .Where(path =>
                        shown.States.GetValueOrDefault(path) != states.GetValueOrDefault(path)
                    )
                    .Order(StringComparer.Ordinal)
                    .Select(PathText.Printable),
            ]
        );
    }

    /// <summary>A plan made again after what it places was got: it can now be told what the parts will read as.</summary>
    /// <param name="plan">The plan.</param>
    /// <exception cref="ProblemException">The desktop changed meanwhile.</exception>
    public ReadyPlan AfterGetting(ReadyPlan plan)
    {
        var again = plans.Make(plan.Desktop.Id, plan.Target);
        return again.Plan.Changes.SequenceEqual(plan.Plan.Changes)
            ? again
            : throw Outdated("The desktop changed while the supplies were got.", []);
    }

    /// <summary>The plan's own fingerprint, together with what it leads to and where, on which screens.</summary>
    private static string FingerprintOf(ReadyPlan plan) =>
        Digest
            .Of(
                Encoding.UTF8.GetBytes(
                    $"{plan.Desktop.Id} {JsonSerializer.Serialize(plan.Desktop.Screens)} {JsonSerializer.Serialize(plan.Target)} {plan.Plan.Fingerprint}"
                )
            )
            .Hex;

    private static Dictionary<string, FileState?> StatesOf(SwitchPlan plan) =>
        plan
            .MadeFrom.Concat(
                plan.Changes.Select(change => KeyValuePair.Create(change.Path, change.Before))
            )
            .DistinctBy(state => state.Key)
            .ToDictionary(StringComparer.Ordinal);

    private static ProblemException Outdated(string sentence, IReadOnlyList<string> changed) =>
        new(
            new Problem(
                ProblemKind.Conflict,
                ProblemCode.PlanOutdated,
                sentence,
                "Nothing was changed by the switch."
            )
            {
                Changed = changed,
            }
        );
}
