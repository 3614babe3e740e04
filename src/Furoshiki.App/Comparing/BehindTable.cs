using System.Globalization;
using Furoshiki.App.Desktops;
using Furoshiki.App.Fitting;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.App.Planning;
using Furoshiki.App.Supplies;
using Furoshiki.Core.Advice;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Supplies;
using Furoshiki.Core.Switching;
using Furoshiki.Core.Words;
using Semver;

namespace Furoshiki.App.Comparing;

/// <summary>Tells what lies behind looks that are compared: what each needs, costs, loses and takes to show on a desktop.</summary>
public sealed class BehindTable(
    Comparer comparer,
    PlanMaker plans,
    LookNeeds needs,
    LookAdvice advice,
    MapLibrary maps,
    Observer observer,
    SupplyStands stands
)
{
    /// <summary>The kind that the rows are given, which is none of a look's.</summary>
    public const string Behind = "behind";

    private const string None = "none";
    private const string NotKnown = "cannot be told";

    /// <summary>What lies behind looks, a row each.</summary>
    /// <param name="desktop">The desktop that they are held against.</param>
    /// <param name="query">Which looks, and what of them.</param>
    /// <exception cref="ProblemException">There are fewer than two or more than four, or none of them can be read.</exception>
    public IReadOnlyList<RowView> Rows(LiveDesktop desktop, CompareQuery query)
    {
        var seen = observer.See(desktop);
        var all = comparer
            .Find(desktop, query)
            .Select(side => side.Named is { } named ? FactsOf(seen, named) : null)
            .ToList();
        var known = all.OfType<Facts>().ToList();
        var needed = known.SelectMany(one => one.Needs).DistinctBy(one => one.Name).ToList();
        var told = known.SelectMany(one => one.Advice).DistinctBy(one => one.Title).ToList();
        IEnumerable<RowView> rows =
        [
            Row("readiness", "Readiness", one => one.Readiness),
            Row("shows", "What it takes to show", one => one.Shows),
            Row("rights", "Whose rights", one => one.Rights),
            Row("losses", "What would be lost here", one => one.Losses),
            Row(
                "needs",
                "Needs",
                one => NeedsWords(one.Needs),
                null,
                [
                    .. needed.Select(need =>
                        Row(
                            $"needs/{need.Name}",
                            need.Title,
                            one => one.Find(need.Name) is { } its ? NeedWords(its) : "not needed",
                            (first, one) => NewerOrOlder(first.Find(need.Name), one.Find(need.Name))
                        )
                    ),
                ]
            ),
            Row("licences", "Licences", one => one.Licences),
            Row("cost", "What it costs while it is on", one => one.Cost),
            Row(
                "advice",
                "Advice",
                one => AdviceWords(one.Advice),
                null,
                [
                    .. told.Select(piece =>
                        Row(
                            $"advice/{piece.Title}",
                            piece.Title,
                            one =>
                                one.Advice.FirstOrDefault(its => its.Title == piece.Title)?.Line
                                ?? None
                        )
                    ),
                ]
            ),
        ];
        return query.Of(rows);

        RowView Row(
            string key,
            string title,
            Func<Facts, string> words,
            Func<Facts, Facts, string>? change = null,
            IEnumerable<RowView>? inner = null
        )
        {
            var first = all[0];
            var cells = all.Select((one, at) => Cell(first, one, at == 0, words, change)).ToList();
            return new RowView(
                $"{Behind}/{key}",
                Behind,
                null,
                title,
                cells.Exists(cell => cell.State == CellState.Differs),
                0,
                cells,
                query.Within(inner ?? [])
            );
        }
    }

    private static CellView Cell(
        Facts? first,
        Facts? one,
        bool isFirst,
        Func<Facts, string> words,
        Func<Facts, Facts, string>? change
    )
    {
        if (one is null)
            return CellMaker.Unreadable;
        var said = words(one);
        var state =
            isFirst ? CellState.First
            : first is null ? CellState.Alone
            : said == words(first) ? CellState.Same
            : CellState.Differs;
        return new CellView(
            state,
            said,
            state == CellState.Differs ? change?.Invoke(first!, one) ?? "" : "",
            []
        );
    }

    /// <summary>What is known of one look.</summary>
    private sealed record Facts(
        string Readiness,
        string Shows,
        string Rights,
        string Losses,
        IReadOnlyList<NeedView> Needs,
        string Licences,
        string Cost,
        IReadOnlyList<PieceOfAdvice> Advice
    )
    {
        public NeedView? Find(string name) => Needs.FirstOrDefault(need => need.Name == name);
    }

    private Facts FactsOf(Observation seen, NamedLook named)
    {
        var (plan, why) = PlanOf(seen.Desktop, named);
        var its = named
            .Look.Components.Select(part => named.Maps[part.Kind.Name])
            .FirstOrDefault(seen.Desktop.MapDigest);
        var needed = needs
            .Of(seen, named.Look, maps.Get(its))
            .Parts.SelectMany(part => part.Needs)
            .SelectMany(need => need.All)
            .DistinctBy(need => need.Name)
            .ToList();
        var known = stands.Of(seen).All;
        return new Facts(
            why ?? ReadinessWords(named, plan),
            why is null ? ShowsWords(plan) : NotKnown,
            why is null ? RightsWords(plan) : NotKnown,
            why is null ? LossesWords(plan) : NotKnown,
            needed,
            Joined(
                needed
                    .Select(need =>
                        SupplyName.TryParse(need.Name, out var name)
                            ? known.GetValueOrDefault(name)?.Supply.Licence
                            : null
                    )
                    .OfType<string>()
                    .Order(StringComparer.Ordinal)
            ),
            CostWords(advice.CostOf(named.Look, seen.Desktop)),
            [
                .. advice
                    .Pieces(named.Look, seen.Desktop, null, CancellationToken.None)
                    .Where(piece => piece.Weight != AdviceWeight.Told),
            ]
        );
    }

    /// <summary>What it would take to put a look on, or why that cannot be planned; neither for what is on, and for a look without parts.</summary>
    private (SwitchPlan? Plan, string? WhyNot) PlanOf(LiveDesktop desktop, NamedLook named)
    {
        var kinds = named.Look.Components.Select(part => part.Kind.Name).ToList();
        if (named.Source == LookSource.Now || kinds.Count == 0)
            return (null, null);
        try
        {
            var target = new Target(TargetKind.Parts, 0, Looks: [new LookParts(named.Ref, kinds)]);
            return (plans.Make(desktop.Id, target).Plan, null);
        }
        catch (ProblemException problem)
        {
            return (null, problem.Message);
        }
    }

    private static string ReadinessWords(NamedLook named, SwitchPlan? plan) =>
        plan is null
            ? named.Source == LookSource.Now
                ? "is on"
                : "nothing in it"
            : plan.Refused.Length > 0
                ? $"without {Titles(plan.Refused.Select(one => one.Kind))}"
                : plan.Steps.IsEmpty
                    ? "is on"
                    : $"ready, {Counting.Of(plan.Steps.Length, "part")} would change";

    private static string ShowsWords(SwitchPlan? plan) =>
        plan is null or { Steps.IsEmpty: true }
            ? "nothing"
            : plan.Steps.Max(step => step.Shows) switch
            {
                Shows.AtOnce => "shows at once",
                Shows.AfterProgramRestart => "a program's new start",
                Shows.AfterSignIn => "a sign-in",
                _ => "a restart",
            };

    private static string RightsWords(SwitchPlan? plan) =>
        plan is { Rights.IsEmpty: false }
            ? $"the administrator's: {Titles(plan.Rights.Select(step => step.Difference.Kind))}"
            : "your own";

    private static string LossesWords(SwitchPlan? plan) =>
        plan is { Losses.IsEmpty: false }
            ? Joined(plan.Losses.Select(loss => Kind.TitleOf(loss.Kind)))
            : "nothing";

    private static string NeedsWords(IReadOnlyList<NeedView> all)
    {
        var missing = all.Count(need => need.State is not (NeedState.Here or NeedState.Edited));
        return missing == 0 ? $"{all.Count}, all here" : $"{all.Count}, {missing} not here";
    }

    private static string NeedWords(NeedView need) =>
        string.Join(
            ", ",
            new[]
            {
                need.Version,
                need.State switch
                {
                    NeedState.Here => "here",
                    NeedState.Edited => "here, edited",
                    NeedState.Carried => "carried by the saving",
                    NeedState.ToGet => "to get",
                    _ => "not here",
                },
                need.Versions.Length > 0 ? $"wanted {need.Versions}" : null,
            }.OfType<string>()
        );

    /// <summary>How a version stands to the first look's, by the precedence of Semantic Versioning 2.0.0.</summary>
    private static string NewerOrOlder(NeedView? first, NeedView? one) =>
        SemVersion.TryParse(first?.Version, SemVersionStyles.Strict, out var from)
        && SemVersion.TryParse(one?.Version, SemVersionStyles.Strict, out var to)
            ? SemVersion.ComparePrecedence(to, from) switch
            {
                > 0 => "newer",
                < 0 => "older",
                _ => "",
            }
            : "";

    private static string CostWords((double Memory, double Processor) cost) =>
        cost is (0, 0)
            ? "nothing that is known"
            : string.Create(
                CultureInfo.InvariantCulture,
                $"{cost.Memory:0.#}{SettingType.Number.UnitGap}MiB, {cost.Processor:0.#}{SettingType.Number.UnitGap}%"
            );

    private static string AdviceWords(IReadOnlyList<PieceOfAdvice> all) =>
        all.Count == 0
            ? None
            : $"{all.Count}, {all.Count(piece => piece.Weight == AdviceWeight.Grave)} grave";

    private static string Titles(IEnumerable<Kind> kinds) =>
        Joined(kinds.Select(kind => kind.Title));

    private static string Joined(IEnumerable<string> words) =>
        string.Join(", ", words.Distinct().DefaultIfEmpty(None));
}
