using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Kinds;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Switching;
using Furoshiki.Store;
using Furoshiki.Web.Desktops;
using Furoshiki.Web.Profiles;
using Furoshiki.Web.SafeStates;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Web.Switching;

/// <summary>What a plan leads to: a saving, or a safe state.</summary>
internal enum TargetKind
{
    /// <summary>A saving of a profile.</summary>
    Saving,

    /// <summary>A safe state.</summary>
    SafeState,
}

/// <summary>What a plan leads to.</summary>
/// <param name="Kinds">The kinds of a saving that are put on; null for all.</param>
internal sealed record Target(TargetKind Kind, long Id, IReadOnlyList<string>? Kinds = null);

/// <summary>A part in a plan.</summary>
internal sealed record StepView(
    string Kind,
    string Title,
    string Words,
    IReadOnlyList<string> Settings,
    IReadOnlyList<string> Files,
    IReadOnlyList<string> Notes
);

/// <summary>The parts whose change can be seen at the same moment.</summary>
internal sealed record StepGroup(Shows Shows, IReadOnlyList<StepView> Steps);

/// <summary>A part that cannot be put on.</summary>
internal sealed record RefusedView(string Kind, string Title, string Reason);

/// <summary>Something that has no match on the desktop.</summary>
internal sealed record LossView(string Kind, string Title, string What, string Reason);

/// <summary>A path and what stood there when the plan was made: a digest over its state, or "absent".</summary>
internal sealed record MadeFromView(string Path, string State);

/// <summary>A switch plan.</summary>
/// <param name="Before">The name of the profile that is on before it; "Now" where none is.</param>
/// <param name="Unsaved">What drifted and is in no saving: the safe state keeps it.</param>
/// <param name="SafeFiles">How many files the safe state will hold.</param>
internal sealed record PlanView(
    Target Target,
    string Name,
    string Caption,
    string Before,
    string NowLook,
    string NextLook,
    IReadOnlyList<StepGroup> Groups,
    IReadOnlyList<RefusedView> Refused,
    IReadOnlyList<LossView> Losses,
    IReadOnlyList<string> Same,
    IReadOnlyList<string> LeftAlone,
    IReadOnlyList<DriftView> Unsaved,
    int SafeFiles,
    IReadOnlyList<string> Files,
    string Fingerprint,
    IReadOnlyList<MadeFromView> MadeFrom
);

/// <summary>A plan with what it takes to carry it out.</summary>
/// <param name="Name">What is put on, in words.</param>
/// <param name="SavingAfter">The saving that is on afterwards.</param>
internal sealed record ReadyPlan(
    LiveDesktop Desktop,
    Target Target,
    SwitchPlan Plan,
    string Name,
    string Caption,
    long? SavingAfter,
    Sight Sight
);

/// <summary>Makes plans from what stands on the disk.</summary>
internal sealed class PlanMaker(
    IDbContextFactory<FuroshikiDb> databases,
    DesktopRegister register,
    LookLibrary library,
    MapLibrary maps,
    IContentStore content,
    SafeStateShelf safeStates,
    NowReader nowReader
)
{
    public ReadyPlan Make(long desktopId, Target target)
    {
        var desktop = register.Get(desktopId);
        return target.Kind == TargetKind.Saving
            ? ToSaving(desktop, target)
            : ToSafeState(desktop, target);
    }

    public PlanView View(ReadyPlan ready)
    {
        var (desktop, plan) = (ready.Desktop, ready.Plan);
        var now = ready.Sight.Reading.Look;
        var leftAlone = plan
            .LeftAlone.Select(kind => now[kind])
            .Concat(plan.Refused.Select(part => now[part.Kind]));
        var next = Core.Looks.Look.Of(
            plan.Wanted.Components.Concat(leftAlone.OfType<Core.Looks.Component>())
        );
        library.Remember(next);
        var drift = nowReader.DriftOf(desktop, ready.Sight);
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
                    part.Kind,
                    Kind.Get(part.Kind).Title,
                    part.Reason
                )),
            ],
            [
                .. plan.Losses.Select(loss => new LossView(
                    loss.Kind,
                    Kind.Get(loss.Kind).Title,
                    loss.What,
                    loss.Reason
                )),
            ],
            [.. plan.Same.Select(kind => Kind.Get(kind).Title)],
            [.. plan.LeftAlone.Select(kind => Kind.Get(kind).Title)],
            [.. drift.Parts.Select(part => DriftView.Of(part, content))],
            desktop
                .Folder.ManagedTree(desktop.Map)
                .All.Count(one => one.Value.Type == FileType.File),
            [.. plan.Changes.Select(change => PathText.Printable(change.Path))],
            plan.Fingerprint.Hex,
            [
                .. States(plan)
                    .Select(state => new MadeFromView(
                        PathText.Printable(state.Key),
                        Mark(state.Value)
                    )),
            ]
        );
    }

    /// <summary>The paths that are no longer in the state that a plan was made from; empty if the plan still holds.</summary>
    public static IReadOnlyList<string> ChangedSince(
        ReadyPlan today,
        string fingerprint,
        IReadOnlyList<MadeFromView> madeFrom
    )
    {
        if (today.Plan.Fingerprint.Hex == fingerprint)
            return [];
        var then = madeFrom.ToDictionary(one => one.Path, one => one.State);
        var states = States(today.Plan)
            .Select(state => new MadeFromView(PathText.Printable(state.Key), Mark(state.Value)));
        var changed = states
            .Where(state => then.GetValueOrDefault(state.Path) != state.State)
            .Select(state => state.Path)
            .ToList();
        return changed.Count > 0 ? changed : [.. madeFrom.Select(one => one.Path)];
    }

    private ReadyPlan ToSaving(LiveDesktop desktop, Target target)
    {
        using var db = databases.CreateDbContext();
        var row =
            db.Savings.AsNoTracking()
                .Include(one => one.Profile)
                .FirstOrDefault(one => one.Id == target.Id)
            ?? throw ProblemException.NotFound("This saving");
        var look = library.Get(Digest.Parse(row.Look));
        var sight = library.ReadNow(desktop);
        var cover = look
            .Components.Select(part => part.Kind)
            .Where(kind => target.Kinds is null || target.Kinds.Contains(kind))
            .ToList();
        var plan = new SwitchPlanner(
            desktop.Map,
            sight.Reading,
            sight.View,
            content,
            maps.Get(Digest.Parse(row.Map))
        ).Plan(look, cover);
        return new ReadyPlan(
            desktop,
            target,
            plan,
            row.Profile!.Name,
            target.Kinds is null
                ? $"{Saver.Ordinal(row.Number)} saving"
                : $"{Saver.Ordinal(row.Number)} saving, {cover.Count} of its parts",
            target.Kinds is null ? row.Id : desktop.SavingOnId,
            sight
        );
    }

    private ReadyPlan ToSafeState(LiveDesktop desktop, Target target)
    {
        var row = safeStates.Get(target.Id);
        if (row.DesktopId != desktop.Id)
            throw ProblemException.NotFound("This safe state");
        var sight = library.ReadNow(desktop);
        var (then, tree) = safeStates.Open(desktop, row);
        foreach (var file in tree.All.Select(one => one.Value.Content).OfType<Digest>().Distinct())
            if (content.SizeOf(file) is null)
                throw new ProblemException(
                    StatusCodes.Status409Conflict,
                    "safe-state-damaged",
                    "This safe state has lost some of its content.",
                    "Nothing was changed."
                );
        var plan = GoBackPlanner.Plan(
            desktop.Map,
            sight.Reading,
            desktop.Folder.ManagedTree(desktop.Map),
            then,
            tree,
            sight.View,
            library.FindTree
        );
        return new ReadyPlan(
            desktop,
            target,
            plan,
            row.Reason,
            "safe state",
            row.SavingOnId,
            sight
        );
    }

    private static StepView Step(PartStep step) =>
        new(
            step.Difference.Kind,
            Kind.Get(step.Difference.Kind).Title,
            step.Difference.Summary(),
            [
                .. step.Difference.Settings.Select(one =>
                    $"{one.Title}: {DifferenceWords.FromTo(step.Difference.Kind, one)}"
                ),
            ],
            [.. step.Files.Select(PathText.Printable)],
            step.Notes
        );

    private static IEnumerable<KeyValuePair<string, FileState?>> States(SwitchPlan plan) =>
        plan
            .MadeFrom.Concat(
                plan.Changes.Select(change => KeyValuePair.Create(change.Path, change.Before))
            )
            .DistinctBy(state => state.Key);

    private static string Mark(FileState? state) =>
        state is null ? "absent" : Tree.Of([KeyValuePair.Create("-", state)]).Digest.Short;
}
