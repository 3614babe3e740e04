using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Now;
using Furoshiki.App.Observing;
using Furoshiki.App.Recovery;
using Furoshiki.App.SafeStates;
using Furoshiki.App.Views;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Switching;
using Furoshiki.Core.Words;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Planning;

/// <summary>Makes plans from what stands on the disk.</summary>
public sealed class PlanMaker(
    IDbContextFactory<FuroshikiDb> databases,
    DesktopRegister register,
    LookLibrary library,
    LookFinder finder,
    Observer observer,
    MapLibrary maps,
    IContentStore content,
    SafeStateShelf safeStates,
    NowReader nowReader,
    Recoverer recoverer
)
{
    /// <summary>Makes a plan; what a crash broke off is ended first.</summary>
    /// <param name="desktopId">The desktop's number.</param>
    /// <param name="target">What it leads to.</param>
    /// <exception cref="ProblemException">What it leads to is not here, or its copy is damaged.</exception>
    public ReadyPlan Make(long desktopId, Target target)
    {
        if (target is { Without.Count: > 0, Kind: not TargetKind.Saving })
            throw ProblemException.Field("without", "Parts are left out of a saving only.");
        recoverer.Settle(register.Get(desktopId));
        var desktop = register.Get(desktopId);
        return target.Kind switch
        {
            TargetKind.Saving => ToSaving(desktop, target),
            TargetKind.PutBack => PutBack(desktop, target),
            TargetKind.Aside => ToAside(desktop, target),
            TargetKind.Parts => ToParts(desktop, target),
            _ => ToSafeState(desktop, target),
        };
    }

    /// <summary>A plan in words.</summary>
    /// <param name="ready">The plan.</param>
    /// <param name="fingerprint">What it is carried out by.</param>
    public PlanView View(ReadyPlan ready, string fingerprint)
    {
        var (desktop, plan) = (ready.Desktop, ready.Plan);
        var now = ready.Seen.Reading.Look;
        var leftAlone = plan
            .LeftAlone.Select(kind => now[kind])
            .Concat(plan.Refused.Select(part => now[part.Kind]));
        var next = Core.Looks.Look.Of(
            plan.Wanted.Components.Concat(leftAlone.OfType<Core.Parts.Component>())
        );
        library.Remember(next);
        var drift = nowReader.DriftOf(desktop, ready.Seen);
        var managed = desktop.Folder.ManagedTree(desktop.Maps);
        var isBack = ready.Target.Kind == TargetKind.PutBack;
        var changed = plan.Steps.Select(step => step.Difference.Kind).ToHashSet();
        // What drifted and is changed is either what is put back, or would be lost but for the safe state.
        List<DriftView> drifted =
        [
            .. drift
                .Parts.Where(part => changed.Contains(part.Kind))
                .Select(part => DriftView.Of(part, drift.Since(part.Kind.Name))),
        ];
        var leftToOthers = plan
            .LeftAlone.Where(kind => ready.Target.Without?.Contains(kind.Name) != true)
            .Select(kind => kind.Title)
            .ToList();
        return new PlanView(
            ready.Target,
            ready.Name,
            ready.Caption,
            drift.On?.Profile!.Name ?? "Now",
            now.Digest.Hex,
            next.Digest.Hex,
            [
                .. plan
                    .Steps.GroupBy(step => step.Shows)
                    .OrderBy(group => group.Key)
                    .Select(group => new StepGroup(group.Key, [.. group.Select(Step)])),
            ],
            [
                .. plan.Refused.Select(part => new RefusedView(
                    part.Kind.Name,
                    part.Kind.Title,
                    part.Reason
                )),
            ],
            [
                .. plan.Losses.Select(loss => new LossView(
                    loss.Kind,
                    Kind.TitleOf(loss.Kind),
                    loss.What,
                    loss.Reason
                )),
            ],
            [.. plan.Same.Select(kind => kind.Title)],
            [
                .. (ready.Target.Without ?? []).Select(kind => new KindName(
                    kind,
                    Kind.TitleOf(kind)
                )),
            ],
            leftToOthers.Count == 0
                ? null
                : new LeftAloneView(
                    leftToOthers,
                    isBack || ready.Target.Kinds is not null
                        ? "not among what was chosen"
                        : $"{ready.Name} does not cover them"
                ),
            isBack ? [] : drifted,
            isBack ? drifted : [],
            managed.All.Count(one => one.Value.Type == FileType.File),
            [.. managed.Gaps.Select(PlaceView.Printable)],
            [.. plan.NotTouched.Select(PlaceView.Printable)],
            [.. plan.NotKept.Select(PlaceView.Printable)],
            [.. plan.Changes.Select(change => PathText.Printable(change.Path))],
            fingerprint
        );
    }

    private ReadyPlan ToSaving(LiveDesktop desktop, Target target)
    {
        using var db = databases.CreateDbContext();
        var row =
            db.Savings.AsNoTracking()
                .Include(one => one.Profile)
                .FirstOrDefault(one => one.Id == target.Id)
            ?? throw ProblemException.NotFound("This saving");
        var look = library.Of(row);
        var seen = observer.See(desktop);
        var cover = look
            .Components.Select(part => part.Kind.Name)
            .Concat(look.Kept.Keys)
            .Where(kind => target.Kinds is null || target.Kinds.Contains(kind))
            .ToList();
        var without = target.Without ?? [];
        if (without.FirstOrDefault(kind => !cover.Contains(kind)) is { } unknown)
            throw ProblemException.Field(
                "without",
                $"{row.Profile!.Name} puts no {Kind.TitleOf(unknown).ToLowerInvariant()} on."
            );
        cover.RemoveAll(without.Contains);
        if (cover.Count == 0)
            throw ProblemException.Field("without", "Something has to be left to put on.");
        var plan = Planner(desktop, seen, _ => maps.Get(row.Map)).Plan(look, cover);
        return new ReadyPlan(
            desktop,
            target,
            plan,
            row.Profile!.Name,
            target.Kinds is not null
                    ? $"{Counting.Ordinal(row.Number)} saving, {cover.Count} of its parts"
                : without.Count > 0
                    ? $"{Counting.Ordinal(row.Number)} saving without {string.Join(", ", without.Select(Kind.TitleOf)).ToLowerInvariant()}"
                : $"{Counting.Ordinal(row.Number)} saving",
            desktop.On.With(row.Id, OnOf(plan), isWhole: target.Kinds is null),
            seen
        );
    }

    /// <summary>Plans to put parts of several looks on together, each adapted from the map that it came with.</summary>
    private ReadyPlan ToParts(LiveDesktop desktop, Target target)
    {
        var from = new Dictionary<string, NamedLook>(StringComparer.Ordinal);
        foreach (var (name, kinds) in target.Looks ?? [])
        {
            var look = finder.Find(desktop, name);
            foreach (var kind in kinds)
                if (look.Look.Find(kind) is null)
                    throw ProblemException.Field(
                        "looks",
                        Kind.Find(kind) is { } known
                            ? $"{look.Name} has no {known.Title.ToLowerInvariant()}."
                            : "There is no such part."
                    );
                else if (!from.TryAdd(kind, look))
                    throw ProblemException.Field(
                        "looks",
                        $"{Kind.Get(kind).Title} can be of one look only."
                    );
        }
        if (from.Count == 0)
            throw ProblemException.Field("looks", "Choose at least one part of a look.");
        var seen = observer.See(desktop);
        var plan = Planner(desktop, seen, kind => maps.Get(from[kind].Map))
            .Plan(
                Core.Looks.Look.Of(from.Select(one => one.Value.Look.Find(one.Key)!)),
                [.. from.Keys]
            );
        var on = OnOf(plan).ToHashSet();
        var looks = from.Values.DistinctBy(look => look.Ref).ToList();
        return new ReadyPlan(
            desktop,
            target,
            plan,
            string.Join(" and ", looks.Select(look => look.Name).Distinct()),
            $"{Counting.Of(from.Count, "part")} of {Counting.Of(looks.Count, "look")}",
            looks
                .Where(look => look.Source == LookSource.Saving)
                .Aggregate(
                    desktop.On,
                    (before, look) =>
                        before.With(
                            look.Id,
                            from.Where(one => one.Value == look && on.Contains(one.Key))
                                .Select(one => one.Key),
                            isWhole: false
                        )
                ),
            seen
        );
    }

    /// <summary>Plans to bring parts back to what the savings have that last held them.</summary>
    private ReadyPlan PutBack(LiveDesktop desktop, Target target)
    {
        var seen = observer.See(desktop);
        var drift = nowReader.DriftOf(desktop, seen);
        var kinds =
            target.Kinds
            ??
            [
                .. drift
                    .Parts.Select(part => part.Kind.Name)
                    .Concat(
                        seen.Reading.Parts.Where(part =>
                                part.Component is null || part.Values.Length > 0
                            )
                            .Select(part => part.Kind.Name)
                    )
                    .Distinct(),
            ];
        var held = drift.Held.Where(part => kinds.Contains(part.Key)).ToList();
        var look = Core.Looks.Look.Of(
            held.Select(part => library.Of(part.Value).Find(part.Key))
                .OfType<Core.Parts.Component>()
        );
        var plan = Planner(desktop, seen, kind => maps.Get(drift.Held[kind].Map))
            .Plan(look, [.. look.Components.Select(part => part.Kind.Name)]);
        return new ReadyPlan(
            desktop,
            target,
            plan,
            drift.On?.Profile!.Name ?? "What was saved",
            $"{held.Count} {(held.Count == 1 ? "part" : "parts")} put back",
            desktop.On,
            seen
        );
    }

    private static IEnumerable<string> OnOf(SwitchPlan plan) =>
        plan.Steps.Select(step => step.Difference.Kind).Concat(plan.Same).Select(kind => kind.Name);

    private SwitchPlanner Planner(
        LiveDesktop desktop,
        Observation seen,
        Func<string, Core.Maps.DesktopMap> source
    ) => new(desktop.Map, seen.Reading, seen.View, content, source);

    private ReadyPlan ToSafeState(LiveDesktop desktop, Target target)
    {
        var row = safeStates.Get(desktop, target.Id);
        var state = safeStates.Open(desktop, row, target.Files);
        foreach (var path in state.Paths)
            if (state.Tree.Find(path)?.Content is { } file && content.SizeOf(file) is null)
                throw ProblemException.InTheWay(
                    "safe-state-damaged",
                    $"This safe state has lost its copy of {PathText.Printable(path)}.",
                    "Nothing was changed."
                );
        using var db = databases.CreateDbContext();
        return Back(
            desktop,
            target,
            state,
            SafeStateShelf.NameOf(row),
            target.Files is { } files ? $"{files.Count} of its files" : "safe state",
            target.Files is null && row.DesktopId == desktop.Id
                ? OnText.Of(db, row.SavingOnId, row.PartsOn)
                : desktop.On
        );
    }

    private ReadyPlan ToAside(LiveDesktop desktop, Target target)
    {
        var (state, path) = safeStates.OpenAside(desktop, target.Id);
        return Back(desktop, target, state, path, "as another program wrote it", desktop.On);
    }

    private ReadyPlan Back(
        LiveDesktop desktop,
        Target target,
        StateBack state,
        string name,
        string caption,
        WhatIsOn on
    )
    {
        var seen = observer.See(desktop);
        var plan = GoBackPlanner.Plan(
            desktop.Map,
            seen.Reading,
            seen.View,
            state,
            library.FindTree
        );
        return new ReadyPlan(desktop, target, plan, name, caption, on, seen);
    }

    private static StepView Step(PartStep step) =>
        new(
            step.Difference.Kind.Name,
            step.Difference.Kind.Title,
            step.Difference.Summary(edited: "written anew"),
            [
                .. step.Difference.Settings.Select(one =>
                    $"{one.Title}: {DifferenceWords.FromTo(step.Difference.Kind, one)}"
                ),
            ],
            [.. step.Files.Select(PathText.Printable)],
            step.Notes
        );
}
