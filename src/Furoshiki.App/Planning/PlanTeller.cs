using Furoshiki.App.Looks;
using Furoshiki.App.Now;
using Furoshiki.App.Supplies;
using Furoshiki.App.Views;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Judging;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Switching;

namespace Furoshiki.App.Planning;

/// <summary>Tells plans in words.</summary>
public sealed class PlanTeller(
    LookLibrary library,
    NowReader nowReader,
    OtherSessions others,
    LookJudgements judgements,
    IContentStore content
)
{
    /// <summary>A plan in words.</summary>
    /// <param name="ready">The plan.</param>
    /// <param name="fingerprint">What it is carried out by.</param>
    public PlanView Tell(ReadyPlan ready, string fingerprint)
    {
        var (desktop, plan) = (ready.Desktop, ready.Plan);
        var now = ready.Seen.Reading.Look;
        var leftAlone = plan
            .LeftAlone.Concat(plan.Refused.Select(part => part.Kind))
            .Concat(plan.Rights.Select(step => step.Difference.Kind))
            .Select(kind => ready.Staying[kind]);
        var next = Look.Of(plan.Wanted.Components.Concat(leftAlone.OfType<Component>()));
        library.Remember(next);
        var drift = nowReader.DriftOf(desktop, ready.Seen.Reading);
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
        // What was fitted, and saved nowhere, would be lost in the same way.
        var unsaved = drifted.Concat(
            drift
                .Unsaved.Where(part =>
                    changed.Contains(part.Kind)
                    && drifted.All(other => other.Kind != part.Kind.Name)
                )
                .Select(part => DriftView.Of(part, since: null))
        );
        var leftToOthers = plan
            .LeftAlone.Where(kind => !ready.Shaping.Parts.Contains(kind.Name))
            .Select(kind => kind.Title)
            .Except(ready.Anew.SelectMany(file => file.With))
            .ToList();
        // A restart brings a sign-in with it, and a sign-in starts every program again.
        var latest = plan.Steps.Select(step => step.Shows).DefaultIfEmpty().Max();
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
                    .Select(group => new StepGroup(
                        group.Key,
                        [.. group.Select(Step)],
                        group.Key > Shows.AtOnce && latest > group.Key ? latest : null
                    )),
            ],
            [
                .. plan.Refused.Select(part => new RefusedView(
                    part.Kind.Name,
                    part.Kind.Title,
                    part.Reason,
                    part.Remedies
                )),
            ],
            RightsOf(ready),
            [
                .. plan.Losses.Select(loss => new LossView(
                    loss.Kind,
                    Kind.TitleOf(loss.Kind),
                    loss.Share,
                    loss.Words,
                    loss.Reasons,
                    loss.Remedies
                )),
            ],
            Fight.In(next, changed),
            ready.Misfits,
            others.Of(ready),
            [.. plan.Same.Select(kind => kind.Title)],
            ready.LeftOut,
            ready.Instead,
            leftToOthers.Count == 0
                ? null
                : new LeftAloneView(
                    leftToOthers,
                    isBack || ready.Target.Kinds is not null
                        ? "not among what was chosen"
                        : $"{ready.Name} does not cover them"
                ),
            isBack ? [] : [.. unsaved],
            isBack ? drifted : [],
            managed.All.Count(one => one.Value.Type == FileType.File),
            [.. managed.Gaps.Select(PlaceView.Printable)],
            [.. plan.NotTouched.Select(PlaceView.Printable)],
            [.. plan.NotKept.Select(PlaceView.Printable)],
            [.. plan.Changes.Select(change => PathText.Printable(change.Path))],
            ready.Groupings,
            ready.Supplies?.Changes ?? [],
            ready.Remembered,
            fingerprint
        )
        {
            Anew = ready.Anew,
            Notes = ready.Target.Kind is TargetKind.Saving or TargetKind.Parts or TargetKind.Fitting
                ? NotesOf(ready, now, next)
                : [],
        };
    }

    /// <summary>What is so of a look that will be on, and not of the one that is. What stays as it is cannot be settled in the plan.</summary>
    private IReadOnlyList<LookNote> NotesOf(ReadyPlan ready, Look now, Look next)
    {
        var puts = ready.Plan.Wanted.Components.Select(part => part.Kind.Name).ToHashSet();
        return
        [
            .. judgements
                .Of(ready.Seen, next)
                .ExceptBy(
                    judgements.Of(ready.Seen, now).Select(note => note.Words),
                    note => note.Words
                )
                .Select(note =>
                    note.Settle is not { } settle
                    || settle
                        .Instead.Concat(settle.Without)
                        .All(one => puts.Contains(one.Split('/')[0]))
                        ? note
                        : note with
                        {
                            Settle = null,
                        }
                ),
        ];
    }

    private RightsView? RightsOf(ReadyPlan ready)
    {
        var (plan, titles) = (
            ready.Plan,
            ready.Plan.Rights.Select(step => step.Difference.Kind.Title).ToList()
        );
        if (plan.AdministratorsFiles.Length > 0)
            titles.Add("the administrator's files");
        return titles.Count == 0
            ? null
            : new RightsView(
                [.. plan.Rights.Select(Step)],
                [.. plan.AdministratorsFiles.Select(file => PathText.Printable(file.Change.Path))],
                RightsScript.Of(
                    $"Puts on {string.Join(", ", titles)} of {ready.Name}, on {ready.Desktop.Name}.",
                    ready.Desktop.Folder.Root,
                    [
                        .. plan.AdministratorsEdits,
                        .. plan.AdministratorsFiles.Select(file => EditOf(file, ready.Seen.View)),
                    ]
                )
            );
    }

    private AdministratorsEdit EditOf(AdministratorsFile file, IDesktopView view)
    {
        var (path, before, after) = file.Change;
        return new AdministratorsEdit(
            path,
            before is null ? (ReadOnlyMemory<byte>?)null : view.ReadFile(path),
            after?.Content is { } wanted ? (ReadOnlyMemory<byte>?)content.Read(wanted) : null,
            file.Place,
            after?.Mode
        );
    }

    private static StepView Step(PartStep step) =>
        new(
            step.Difference.Kind.Name,
            step.Difference.Kind.Title,
            step.Difference.Summary(edited: "written anew"),
            [.. Pieces(step.Difference)],
            [.. step.Files.Select(PathText.Printable)],
            step.Notes
        );

    /// <summary>What differs, setting by setting, those of an item together where it comes or goes or several of them differ.</summary>
    private static IEnumerable<PieceView> Pieces(PartDifference part)
    {
        foreach (var group in part.Settings.GroupBy(one => one.Key.Item))
        {
            var (had, has) = (HasItem(part.From, group.Key), HasItem(part.To, group.Key));
            if (group.Key is not { } item || (had && has && group.Count() == 1))
                foreach (var one in group)
                    yield return Piece(part.Kind, one, one.Title);
            else
                yield return new PieceView(
                    $"{part.Kind.Name}/{LeftOut.Item(item)}",
                    !had ? $"{item} comes"
                        : !has ? $"{item} goes"
                        : item,
                    [.. group.Select(one => Within(part.Kind, one, had, has))]
                );
        }
    }

    private static bool HasItem(Component? part, string? item) =>
        item is not null && part?.Items.Contains(item) == true;

    /// <summary>A setting of an item: where that comes or goes, only the value that there is.</summary>
    private static PieceView Within(Kind kind, SettingDifference one, bool had, bool has)
    {
        var title = kind.GetSetting(one.Key).Title;
        return had && has
            ? Piece(kind, one, title)
            : new PieceView(
                null,
                $"{title}: {DifferenceWords.Words(kind, one.Key, one.To ?? one.From)}",
                []
            );
    }

    private static PieceView Piece(Kind kind, SettingDifference one, string title) =>
        new($"{kind.Name}/{one.Key}", $"{title}: {DifferenceWords.FromTo(kind, one)}", []);
}
