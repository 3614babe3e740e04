using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Now;
using Furoshiki.App.Observing;
using Furoshiki.App.Recovery;
using Furoshiki.App.SafeStates;
using Furoshiki.App.Supplies;
using Furoshiki.App.Views;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Fitting;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
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
    FittedLooks fittings,
    Observer observer,
    MapLibrary maps,
    IContentStore content,
    SafeStateShelf safeStates,
    FileCopies copies,
    NowReader nowReader,
    Recoverer recoverer,
    Groupings groupings,
    SupplyPlans supplies,
    LookSupplies lookSupplies,
    SampleFiles files
)
{
    /// <summary>Makes a plan; what a crash broke off is ended first.</summary>
    /// <param name="desktopId">The desktop's number.</param>
    /// <param name="target">What it leads to.</param>
    /// <exception cref="ProblemException">What it leads to is not here, or its copy is damaged.</exception>
    public ReadyPlan Make(long desktopId, Target target)
    {
        target.RefuseWhatItCannotTake();
        recoverer.Settle(register.Get(desktopId));
        var desktop = register.Get(desktopId);
        return target.Kind switch
        {
            TargetKind.Saving => ToSaving(desktop, target),
            TargetKind.PutBack => PutBack(desktop, target),
            TargetKind.Aside => ToAside(desktop, target),
            TargetKind.Supplies => ToSupplies(desktop, target),
            TargetKind.Parts => ToParts(desktop, target),
            TargetKind.Fitting => ToFitting(desktop, target),
            _ => ToSafeState(desktop, target),
        };
    }

    private ReadyPlan ToSaving(LiveDesktop desktop, Target target)
    {
        using var db = databases.CreateDbContext();
        var row =
            db.Savings.AsNoTracking()
                .Include(one => one.Profile)
                .FirstOrDefault(one => one.Id == target.Id)
            ?? throw ProblemException.NotFound("This saving");
        var (look, its) = (library.Of(row), library.MapsOf(row));
        var seen = observer.See(desktop);
        var cover = CoverOf(look, target);
        var name = row.Profile!.Name;
        var remembered = Groupings.RememberedOf(row.Profile);
        if (target is { Kinds: null, Grouping: null, Without: null })
            target = target with
            {
                Without = Shaping.Applying(remembered, look, cover, seen.Reading.Look),
            };
        var shaped = Shape(
            desktop,
            seen,
            target,
            name,
            look,
            cover,
            kind => its[kind],
            Screens(row),
            [row],
            [.. remembered.Where(one => one.Contains('/'))]
        );
        var (plan, shaping, replacing) = (shaped.Plan, shaped.Shaping, shaped.Replacing);
        return new ReadyPlan(
            desktop,
            Shaped(target, shaping),
            plan,
            name,
            target.Kinds is not null
                    ? $"{Counting.Ordinal(row.Number)} saving, {cover.Count - shaping.Parts.Count} of its parts"
                : shaping.Words.Length > 0
                    ? $"{Counting.Ordinal(row.Number)} saving without {shaping.Words}"
                : $"{Counting.Ordinal(row.Number)} saving",
            desktop
                .On.With(row.Id, OnOf(plan), target.Kinds is null, shaping.Pieces)
                .WithInstead(replacing.Only(OnOf(plan)).Pieces),
            seen
        )
        {
            Shape = shaped,
            Remembered = target.Kinds is not null
                ? null
                : new Remembered(
                    row.ProfileId,
                    Choice(remembered, name, look, cover, seen).IsAs(shaping),
                    remembered.Count > 0
                ),
        };
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
        var looks = from.Values.DistinctBy(look => look.Ref).ToList();
        var parts = Look.Of(from.Select(one => one.Value.Look.Find(one.Key)!));
        // What is on already stays on; what is new are the supplies.
        var title =
            target.Get is { Count: > 0 } get && looks.All(look => look.Source == LookSource.Now)
                ? lookSupplies.Named(desktop, get)[0].Supply.Title
                : string.Join(" and ", looks.Select(look => look.Name).Distinct());
        var shaped = Shape(
            desktop,
            seen,
            target,
            title,
            parts,
            [.. from.Keys],
            kind => from[kind].Maps[kind],
            kind => from[kind].Screens,
            SavingsAt(
                from.Values.Where(one => one.Source == LookSource.Saving).Select(one => one.Id)
            )
        );
        var (plan, shaping, replacing) = (shaped.Plan, shaped.Shaping, shaped.Replacing);
        var on = OnOf(plan).ToHashSet();
        return new ReadyPlan(
            desktop,
            Shaped(target, shaping),
            plan,
            title,
            looks.Count == 1
                ? Counting.Of(from.Count, "part")
                : $"{Counting.Of(from.Count, "part")} of {looks.Count} looks",
            looks.Aggregate(desktop.On, After).WithInstead(replacing.Only(on).Pieces),
            seen
        )
        {
            Shape = shaped,
        };

        WhatIsOn After(WhatIsOn before, NamedLook look)
        {
            var its = from.Where(one => one.Value == look && on.Contains(one.Key))
                .Select(one => one.Key);
            return look.Source switch
            {
                LookSource.Saving => before.With(look.Id, its, isWhole: false, shaping.Pieces),
                LookSource.SafeState
                    when safeStates.OnOf(desktop, safeStates.Get(desktop, look.Id)) is { } then =>
                    before.Back(then, its, shaping.Pieces),
                _ => before,
            };
        }
    }

    /// <summary>Plans to put a fitting on. What it begins with stays what holds its parts, but for what was fitted.</summary>
    private ReadyPlan ToFitting(LiveDesktop desktop, Target target)
    {
        var fitting = fittings.Get(target.Id);
        var fitted = fitting.State.Look;
        var cover = CoverOf(fitted.Look, target);
        if (cover.Count == 0)
            throw ProblemException.InTheWay(
                ProblemCode.NothingFitted,
                "Nothing is in this fitting yet, so there is nothing to put on."
            );
        var seen = observer.See(desktop);
        var screens = register.Get(fitting.Row.DesktopId).Screens;
        var shaped = Shape(
            desktop,
            seen,
            target,
            fitting.Row.Name,
            fitted.Look,
            cover,
            kind => fitted.Maps[kind],
            _ => screens,
            SavingsAt(fitting.State.Base.Saving is { } begun ? [begun] : [])
        );
        var on = OnOf(shaped.Plan).ToHashSet(StringComparer.Ordinal);
        return new ReadyPlan(
            desktop,
            Shaped(target, shaped.Shaping),
            shaped.Plan,
            fitting.Row.Name,
            shaped.Shaping.Words.Length > 0
                ? $"as it is fitted, without {shaped.Shaping.Words}"
                : "as it is fitted",
            Begun(desktop, fitting.State.Base, on, shaped.Shaping)
                .WithNobodys(Fitted(fitting.State, on))
                .WithInstead(shaped.Replacing.Only(on).Pieces),
            seen
        )
        {
            Shape = shaped,
        };
    }

    /// <summary>What is on after parts of what a fitting begins with were put on.</summary>
    private WhatIsOn Begun(
        LiveDesktop desktop,
        FittingMove.Base begin,
        IEnumerable<string> on,
        Shaping shaping
    )
    {
        var its = on.Where(kind => begin.Look.Look.Find(kind) is not null);
        using var db = databases.CreateDbContext();
        return begin.Saving is { } saving && db.Savings.Any(one => one.Id == saving)
            ? desktop.On.With(saving, its, isWhole: true, shaping.Pieces)
            : desktop.On;
    }

    /// <summary>The settings of each part in which a fitting is another than what it begins with.</summary>
    private static IEnumerable<KeyValuePair<string, IEnumerable<SettingKey>>> Fitted(
        FittingState state,
        IEnumerable<string> on
    ) =>
        on.Select(kind =>
            KeyValuePair.Create(
                kind,
                Difference
                    .Between(
                        Kind.Get(kind),
                        state.Base.Look.Look.Find(kind),
                        state.Look.Look.Find(kind),
                        _ => null
                    )
                    .Settings.Select(one => one.Key)
            )
        );

    /// <summary>Plans to bring parts back to what the savings have that last held them.</summary>
    private ReadyPlan PutBack(LiveDesktop desktop, Target target)
    {
        var seen = observer.See(desktop);
        var drift = nowReader.DriftOf(desktop, seen.Reading);
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
        if (drift.Damaged.FirstOrDefault(kinds.Contains) is { } damaged)
            throw ProblemException.InTheWay(
                ProblemCode.Damaged,
                $"{Kind.TitleOf(damaged)} cannot be put back: the copy of {SavingNames.Words(drift.Held[damaged])} is damaged.",
                "Nothing was changed. The other parts can still be put back."
            );
        // What was saved is held against this desktop already.
        var look = drift.Then.Only(kinds);
        var name = drift.On?.Profile!.Name ?? "What was saved";
        var shaped = Shape(
            desktop,
            seen,
            target,
            name,
            look,
            [.. look.Components.Select(part => part.Kind.Name)],
            _ => desktop.MapDigest,
            _ => desktop.Screens,
            [
                .. look
                    .Components.Select(part => drift.Held[part.Kind.Name])
                    .DistinctBy(saving => saving.Id),
            ]
        );
        return new ReadyPlan(
            desktop,
            Shaped(target, shaped.Shaping),
            shaped.Plan,
            name,
            $"{Counting.Of(look.Components.Count(), "part")} put back",
            desktop.On,
            seen
        )
        {
            Shape = shaped,
        };
    }

    /// <summary>The kinds of a look that are put on, those too that this version does not know.</summary>
    private static List<string> CoverOf(Look look, Target target) =>
        [
            .. look
                .Components.Select(part => part.Kind.Name)
                .Concat(look.Kept.Keys)
                .Where(kind => target.Kinds is null || target.Kinds.Contains(kind)),
        ];

    private static IEnumerable<string> OnOf(SwitchPlan plan) =>
        plan.Steps.Select(step => step.Difference.Kind).Concat(plan.Same).Select(kind => kind.Name);

    /// <summary>Plans to put a look on, without what is left out.</summary>
    /// <param name="desktop">The desktop.</param>
    /// <param name="seen">It as it was seen.</param>
    /// <param name="target">What the plan leads to.</param>
    /// <param name="name">What the look is called.</param>
    /// <param name="look">The look.</param>
    /// <param name="cover">The kinds of it that are put on, those that are left out among them.</param>
    /// <param name="map">The digest of the map that a part came with, by the kind's name.</param>
    /// <param name="screens">The screens that it was saved for, by the kind's name.</param>
    /// <param name="savings">The savings that it comes from, each with its profile.</param>
    /// <param name="pieces">The single settings and items that are left out of it whatever grouping is chosen, but for everything.</param>
    private ShapedPlan Shape(
        LiveDesktop desktop,
        Observation seen,
        Target target,
        string name,
        Look look,
        IReadOnlyList<string> cover,
        Func<string, Digest> map,
        Func<string, IReadOnlyList<Screen>> screens,
        IReadOnlyList<SavingRow> savings,
        IReadOnlyList<string>? pieces = null
    )
    {
        var named = groupings
            .For(cover)
            .Select(one =>
                one.Without.Count == 0
                    ? one
                    : one with
                    {
                        Without = [.. one.Without.Union(pieces ?? [])],
                    }
            )
            .ToList();
        var chosen = target.Grouping is { } grouping ? Named(named, grouping) : [];
        var without = Shaping
            .Applying(chosen, look, cover, seen.Reading.Look)
            .Concat(target.Without ?? [])
            .ToList();
        var shaping = Shaping.Of(without, name, look, cover, seen.Reading.Look);
        var replacing = Replacing.Of(target.Instead, look, cover);
        var got = lookSupplies.Named(desktop, target.Get ?? []);
        var saved = lookSupplies.SavedWith(got);
        var anew = WrittenAnew(seen, target.Anew ?? [], savings);
        var rewriting = Rewriting.Of(anew.Select(one => one.File), seen.Reading);
        var reading = KeepingApart(
            anew.Count == 0 ? seen.Reading : rewriting.Read(desktop.Map, seen.View),
            target.Apart ?? []
        );
        var plan = new SwitchPlanner(
            desktop.Map,
            reading,
            seen.View,
            saved,
            kind => maps.Get(map(kind)),
            lookSupplies.Coming(seen, got),
            (part, missing) => lookSupplies.Remedies(seen, part, missing, saved),
            rewriting,
            part => WaysAnew(seen, part, savings)
        ).Plan(look, [.. cover.Except(shaping.Parts)], shaping.Pieces, replacing.Pieces);
        return new ShapedPlan(
            plan,
            shaping,
            replacing,
            got.Count == 0 ? null : new SupplyPlan(got, lookSupplies.Views(seen, got)),
            Choices(),
            new ScreenFit(desktop.Screens, screens, files.SizeOf).In(plan, look),
            [.. anew.Select(one => AnewView.Of(one.File, one.From, seen, plan))],
            reading
        );

        // Of a grouping that leaves nothing of this look out, or nothing of it on, nobody has to know.
        IReadOnlyList<GroupingChoice> Choices() =>
            [
                .. named
                    .Select(one => (one, Its: Choice(one.Without, name, look, cover, seen)))
                    .Where((one, i) => i == 0 || one.Its.Without.Count > 0)
                    .Select(one => new GroupingChoice(
                        one.one.Id,
                        one.one.Name,
                        one.Its.Without,
                        one.Its.IsAs(shaping)
                    )),
            ];
    }

    private List<SavingRow> SavingsAt(IEnumerable<long> ids)
    {
        var all = ids.Distinct().ToList();
        using var db = databases.CreateDbContext();
        return
        [
            .. db
                .Savings.AsNoTracking()
                .Include(one => one.Profile)
                .Where(one => all.Contains(one.Id)),
        ];
    }

    /// <summary>What can be done where a part cannot be read for its file: that is written anew, if there is a copy.</summary>
    private IEnumerable<Remedy> WaysAnew(
        Observation seen,
        PartReading part,
        IReadOnlyList<SavingRow> savings
    )
    {
        var file = FileCopies.FileAt(part.File!, seen);
        if (copies.Find(file, seen, savings) is { } copy)
            yield return new Remedy(
                $"Write {PathText.Printable(Path.GetFileName(part.File!))} anew",
                $"from the copy in {copy.From}",
                [],
                []
            )
            {
                Anew = [file.Name],
            };
    }

    private List<(FileAnew File, string From)> WrittenAnew(
        Observation seen,
        IReadOnlyList<string> names,
        IReadOnlyList<SavingRow> savings
    )
    {
        return
        [
            .. names
                .Distinct()
                .Select(name =>
                    seen.Reading.Files.GetValueOrDefault(name) is { } reading
                    && seen.Reading.Unread.Any(part => part.File == reading.Path)
                        ? Copied(FileCopies.FileAt(reading.Path, seen), reading.Path)
                        : throw ProblemException.Field(
                            "anew",
                            $"This desktop has no file {PathText.Printable(name)} that cannot be read, so there is none to write anew."
                        )
                ),
        ];

        (FileAnew, string) Copied(SettingsFile file, string path) =>
            copies.Find(file, seen, savings) is { } copy
                ? (new FileAnew(file, path, copy.Bytes), copy.From)
                : throw ProblemException.Field(
                    "anew",
                    $"No copy of {PathText.Printable(path)} is kept that can be read and put there."
                );
    }

    private static DesktopReading KeepingApart(
        DesktopReading reading,
        IReadOnlyList<string> names
    ) =>
        names.FirstOrDefault(name => reading.Files.GetValueOrDefault(name)?.Apart is null)
            is { } other
            ? throw ProblemException.Field(
                "apart",
                $"This desktop cannot have a file {PathText.Printable(other)} of its own, or has it already."
            )
            : reading.KeepingApart(names.Distinct());

    /// <summary>The screens that a saving was made for; they are looked up where something asks for them.</summary>
    private Func<string, IReadOnlyList<Screen>> Screens(SavingRow row)
    {
        var screens = new Lazy<IReadOnlyList<Screen>>(() => register.ScreensOf(row));
        return _ => screens.Value;
    }

    private static Shaping Choice(
        IReadOnlyList<string> without,
        string name,
        Look look,
        IReadOnlyList<string> cover,
        Observation seen
    ) =>
        Shaping.Of(
            Shaping.Applying(without, look, cover, seen.Reading.Look),
            name,
            look,
            cover,
            seen.Reading.Look
        );

    /// <summary>A target with all that is left out, by whatever it was named.</summary>
    private static Target Shaped(Target target, Shaping shaping) =>
        target with
        {
            Without = shaping.Without,
            Grouping = null,
        };

    private static IReadOnlyList<string> Named(IReadOnlyList<NamedLeftOut> all, string name) =>
        all.FirstOrDefault(one => PersonsText.KeyOf(one.Name) == PersonsText.KeyOf(name))?.Without
        ?? throw ProblemException.Field(
            "grouping",
            $"There is no grouping named {PathText.Printable(name)}. There are: {string.Join(", ", all.Select(one => one.Name))}."
        );

    private ReadyPlan ToSafeState(LiveDesktop desktop, Target target)
    {
        var row = safeStates.Get(desktop, target.Id);
        var files = target.Files?.Select(path => AskedPath.Of(path, "files")).ToList();
        var state = safeStates.Open(desktop, row, files);
        foreach (var path in files ?? [])
            if (state.Tree.Find(path) is null && observer.See(desktop).View.Find(path) is null)
                throw ProblemException.Field(
                    "files",
                    $"{PathText.Printable(path)} was not there then, and is not now."
                );
        return Back(
            desktop,
            target,
            state,
            SafeStateShelf.NameOf(row),
            files switch
            {
                null => "safe state",
                [var only] => PathText.Printable(only),
                _ => $"{files.Count} of its files",
            },
            (files is null ? safeStates.OnOf(desktop, row) : null) ?? desktop.On
        );
    }

    private ReadyPlan ToAside(LiveDesktop desktop, Target target)
    {
        var (state, path) = safeStates.OpenAside(desktop, target.Id);
        return Back(desktop, target, state, path, "as another program wrote it", desktop.On);
    }

    private ReadyPlan ToSupplies(LiveDesktop desktop, Target target)
    {
        var (files, plan) = supplies.Make(desktop, target.Get ?? [], target.Remove ?? []);
        return new ReadyPlan(
            desktop,
            target,
            files,
            SupplyPlans.NameOf(plan.Changes),
            plan.Changes.Count > 1 ? $"{plan.Changes.Count} supplies in all" : "supply",
            desktop.On,
            observer.See(desktop)
        )
        {
            OwnSupplies = plan,
        };
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
        var plan = Plan(state);
        var damaged = content
            .Damaged(
                plan.Changes.Select(change => change.After?.Content).OfType<Digest>().Distinct()
            )
            .ToHashSet();
        // What is whole comes back; the rest stays as it is, and the plan says so.
        if (damaged.Count > 0)
            plan = Plan(
                state with
                {
                    Gaps =
                    [
                        .. state.Gaps,
                        .. plan
                            .Changes.Where(change =>
                                change.After?.Content is { } file && damaged.Contains(file)
                            )
                            .Select(change => new Gap(change.Path, "Its copy is damaged.")),
                    ],
                }
            );
        return new ReadyPlan(desktop, target, plan, name, caption, on, seen);

        SwitchPlan Plan(StateBack back) =>
            GoBackPlanner.Plan(desktop.Map, seen.Reading, seen.View, back, library.FindTree);
    }
}
