using System.Collections.Immutable;
using Furoshiki.Core.Resolving;
using Furoshiki.Core.Words;
using Semver;

namespace Furoshiki.Core.Supplies;

/// <summary>A version of a supply that could be on a desktop.</summary>
/// <param name="Supply">The supply.</param>
/// <param name="WhyNot">Why it cannot be had for the desktop, as the end of a sentence that begins with its name; null if it can.</param>
/// <param name="WhyNotAsked">The same for somebody who asks for exactly this version, and may have what nobody would choose.</param>
public sealed record Candidate(Supply Supply, string? WhyNot, string? WhyNotAsked);

/// <summary>The supplies that are known for a desktop.</summary>
/// <param name="all">Every version that is known.</param>
public sealed class SupplyCandidates(IEnumerable<Candidate> all)
{
    private readonly Dictionary<SupplyName, ImmutableArray<Candidate>> _versions = all.GroupBy(
            one => one.Supply.Name
        )
        .ToDictionary(
            one => one.Key,
            one =>
                one.OrderBy(version => version.Supply.Version, SemVersion.SortOrderComparer)
                    .ToImmutableArray()
        );

    /// <summary>The versions of a supply that are known, the oldest first.</summary>
    public ImmutableArray<Candidate> VersionsOf(SupplyName name) =>
        _versions.GetValueOrDefault(name, []);

    /// <summary>The supplies that those of a name need, or cannot be beside, in any version.</summary>
    internal IEnumerable<SupplyName> NamedBy(SupplyName name) =>
        VersionsOf(name)
            .SelectMany(one => one.Supply.Needs.Concat(one.Supply.Conflicts))
            .Select(one => one.Name);
}

/// <summary>The supplies that are known for a desktop, and those that are on it.</summary>
/// <param name="candidates">Those that are known.</param>
/// <param name="here">The version of each supply that is on the desktop.</param>
public sealed class SupplyGround(
    SupplyCandidates candidates,
    IReadOnlyDictionary<SupplyName, SemVersion> here
)
{
    private ILookup<SupplyName, SupplyName>? _heeding;

    /// <summary>Those that are known.</summary>
    public SupplyCandidates Candidates => candidates;

    /// <summary>The version of each supply that is on the desktop.</summary>
    public IReadOnlyDictionary<SupplyName, SemVersion> Here => here;

    /// <summary>The supplies on the desktop that need one, or cannot be beside it.</summary>
    internal IEnumerable<SupplyName> Heeding(SupplyName name) =>
        (
            _heeding ??= here
                .Keys.SelectMany(its => candidates.NamedBy(its).Select(named => (named, its)))
                .ToLookup(one => one.named, one => one.its)
        )[name];
}

/// <summary>What is to become of the supplies of a desktop.</summary>
/// <param name="Ground">What is known, and what is there.</param>
/// <param name="Wanted">What has to be there.</param>
/// <param name="Unwanted">What has to go.</param>
public sealed record SupplyWish(
    SupplyGround Ground,
    IReadOnlyCollection<SupplyVersions> Wanted,
    IReadOnlyCollection<SupplyName> Unwanted
)
{
    /// <summary>What comes by another way, and is as good as there.</summary>
    public IReadOnlyDictionary<SupplyName, SemVersion> Brought { get; init; } =
        ImmutableDictionary<SupplyName, SemVersion>.Empty;

    /// <summary>What is there and may go, if nothing else helps.</summary>
    public IReadOnlySet<SupplyName> MayGo { get; init; } = ImmutableHashSet<SupplyName>.Empty;
}

/// <summary>What one supply becomes.</summary>
/// <param name="Name">The supply.</param>
/// <param name="From">The version that is there; null if none is.</param>
/// <param name="To">The version that will be there; null if none will.</param>
public sealed record SupplyChange(SupplyName Name, Supply? From, Supply? To);

/// <summary>Why a wish cannot be: sentences that cannot all hold, of which none can be left out.</summary>
/// <param name="Sentences">The sentences, each after those that it follows on.</param>
/// <param name="InTheWay">The supplies that are there and stay, without which it could be.</param>
public sealed record SupplyConflict(
    ImmutableArray<string> Sentences,
    ImmutableArray<SupplyName> InTheWay
);

/// <summary>Finds the smallest change to what a desktop has that gives it what is wanted with all that this needs.</summary>
public sealed class SupplyResolver
{
    private readonly SupplyWish _wish;
    private readonly List<SupplyName> _names = [];
    private readonly Dictionary<SupplyName, int> _at = [];
    private readonly List<ImmutableArray<Candidate>> _versions = [];
    private readonly IReadOnlyList<Fact>?[] _facts;

    /// <summary>
    /// The supplies that are here and lack something, with the version that is: they are left as they are, nobody's need is met by them, and
    /// nothing has to wait for them; but what cannot be beside them still cannot.
    /// </summary>
    private readonly Dictionary<int, int> _lacking = [];

    /// <summary>Why a fact holds.</summary>
    /// <param name="Subject">The supply that it is about.</param>
    /// <param name="Sentence">Puts it in a sentence, which most facts never need; null where it goes without saying.</param>
    /// <param name="Stays">Whether it says that something stays that is there.</param>
    private sealed record Reason(int Subject, Func<string>? Sentence, bool Stays = false);

    private SupplyResolver(SupplyWish wish)
    {
        _wish = wish;
        foreach (var name in Concerned(wish))
            Add(name, wish.Ground.Candidates.VersionsOf(name));
        _facts = new IReadOnlyList<Fact>?[_names.Count];
    }

    /// <summary>The supplies that have a say: what the wish names, what these name, and what is there and names any of them.</summary>
    private static HashSet<SupplyName> Concerned(SupplyWish wish)
    {
        var concerned = new HashSet<SupplyName>();
        var left = new Queue<SupplyName>(
            wish.Wanted.Select(one => one.Name).Concat(wish.Unwanted).Concat(wish.Brought.Keys)
        );
        while (left.TryDequeue(out var next))
            if (concerned.Add(next))
                foreach (
                    var name in wish
                        .Ground.Candidates.NamedBy(next)
                        .Concat(wish.Ground.Heeding(next))
                )
                    left.Enqueue(name);
        return concerned;
    }

    /// <summary>
    /// What else could go so that a wish can be that cannot be as it is: each of these was resolved, and with any one of its supplies left out
    /// it cannot be. The smallest change first; then each single supply whose going helps.
    /// </summary>
    /// <param name="wish">What is to become of the supplies.</param>
    /// <param name="conflict">Why it cannot be.</param>
    /// <param name="canGo">Whether something that is there can be taken away.</param>
    /// <returns>Supplies that are there; empty if nothing helps.</returns>
    public static IReadOnlyList<ImmutableArray<SupplyName>> WaysOut(
        SupplyWish wish,
        SupplyConflict conflict,
        Func<SupplyName, bool> canGo
    )
    {
        var smallest = Going(
            wish with
            {
                MayGo = wish
                    .Ground.Here.Keys.Where(name =>
                        canGo(name) && wish.Wanted.All(wanted => wanted.Name != name)
                    )
                    .ToHashSet(),
            }
        );
        foreach (var name in smallest.ToList())
            if (CanBeWithout(smallest.Where(one => one != name)))
                smallest.Remove(name);
        return
        [
            .. conflict
                .InTheWay.Where(name =>
                    canGo(name) && !smallest.SequenceEqual([name]) && CanBeWithout([name])
                )
                .Select(ImmutableArray.Create)
                .Prepend([.. smallest])
                .Where(names => !names.IsEmpty),
        ];

        bool CanBeWithout(IEnumerable<SupplyName> more) =>
            Resolve(wish with { Unwanted = [.. wish.Unwanted, .. more] }, out _) is not null;
    }

    /// <summary>What goes of that which may; nothing if the wish cannot be even so.</summary>
    private static List<SupplyName> Going(SupplyWish wish)
    {
        var resolver = new SupplyResolver(wish);
        var question = resolver.Question();
        return
        [
            .. (Resolver.Resolve(question).Chosen ?? ImmutableDictionary<int, int>.Empty)
                .Where(one => one.Value == 0 && question.Subjects[one.Key].Here != 0)
                .Select(one => resolver._names[one.Key])
                .Where(wish.MayGo.Contains),
        ];
    }

    /// <summary>Finds it.</summary>
    /// <param name="wish">What is to become of the supplies.</param>
    /// <param name="conflict">Why there is none; null if there is.</param>
    /// <returns>The changes, those that others need first; null if there is no way.</returns>
    public static IReadOnlyList<SupplyChange>? Resolve(
        SupplyWish wish,
        out SupplyConflict? conflict
    )
    {
        var resolver = new SupplyResolver(wish);
        var found = Resolver.Resolve(resolver.Question());
        conflict = found.Chosen is null ? resolver.Conflict(found.Why) : null;
        return found.Chosen is { } chosen ? resolver.Changes(chosen) : null;
    }

    private void Add(SupplyName name, ImmutableArray<Candidate> versions)
    {
        _at[name] = _names.Count;
        _names.Add(name);
        _versions.Add(versions);
    }

    private Question Question()
    {
        var stands = _names.Select(HereOf).ToArray();
        var here = stands.ToArray();
        // What lacks something already, be it that what it needs lacks something.
        for (var again = true; again; )
        {
            again = false;
            for (var i = 0; i < here.Length; i++)
                if (here[i] != 0 && FactsOf(i).Any(IsBroken))
                    (here[i], again) = (0, true);
        }
        for (var i = 0; i < here.Length; i++)
            if (here[i] != stands[i])
                _lacking[i] = stands[i];
        _facts.AsSpan().Clear();
        return new Question(
            [.. _names.Select((_, i) => SubjectOf(i, here[i]))],
            FactsOf,
            [
                .. Wanted(),
                .. stands.Index().Where(one => one.Item != 0).SelectMany(one => Stays(one.Index)),
            ]
        );

        // Nobody's need is met by what lacks something, and nobody is beside it who cannot be.
        bool IsBroken(Fact fact) =>
            fact.Terms.All(term =>
                term.Values.Contains(here[term.Subject])
                || term.Values.Contains(stands[term.Subject])
            );
    }

    private int HereOf(SupplyName name) =>
        VersionHere(name) is { } version
            ? 1 + _versions[_at[name]].ToList().FindIndex(one => one.Supply.Version == version)
            : 0;

    /// <summary>
    /// How many values a supply can have beside not to be there: its versions, and behind them to stay as it is where it lacks something.
    /// </summary>
    private int ValuesOf(int subject) =>
        _versions[subject].Length + (_lacking.ContainsKey(subject) ? 1 : 0);

    private SemVersion? VersionHere(SupplyName name) =>
        _wish.Brought.GetValueOrDefault(name) ?? _wish.Ground.Here.GetValueOrDefault(name);

    private Subject SubjectOf(int subject, int here)
    {
        var newestFirst = Enumerable.Range(1, _versions[subject].Length).Reverse();
        // What lacks something stays so, or else becomes whole in the version that it has.
        int[] likedBest = _lacking.TryGetValue(subject, out var lacks)
            ? [ValuesOf(subject), lacks]
            : [here];
        return new Subject(
            ValuesOf(subject),
            likedBest[0],
            [.. likedBest.Concat(newestFirst).Append(0).Distinct()]
        )
        {
            IsLacking = _lacking.ContainsKey(subject),
        };
    }

    private IEnumerable<Fact> Wanted()
    {
        foreach (var wanted in _wish.Wanted)
        {
            var subject = _at[wanted.Name];
            yield return new Fact(
                [new Term(subject, Others(subject, In(subject, wanted.Versions)))],
                new Reason(
                    subject,
                    _versions[subject].IsEmpty ? () => $"{wanted.Name} is in no catalogue."
                        : In(subject, wanted.Versions).IsEmpty
                            ? () =>
                                $"There is no {TitleOf(subject)} {VersionWords.Of(wanted.Versions)}."
                        : null
                )
            );
        }
        foreach (var name in _wish.Unwanted.Where(_at.ContainsKey))
            yield return new Fact(
                [new Term(_at[name], Others(_at[name], ValueSet.Absent))],
                new Reason(_at[name], () => $"{TitleOf(_at[name])} is to go.")
            );
    }

    private IEnumerable<Fact> Stays(int subject)
    {
        if (!_wish.Unwanted.Contains(_names[subject]) && !_wish.MayGo.Contains(_names[subject]))
            yield return new Fact(
                [new Term(subject, ValueSet.Absent)],
                new Reason(subject, () => $"{TitleOf(subject)} is here, and stays.", Stays: true)
            );
    }

    private IReadOnlyList<Fact> FactsOf(int subject) => _facts[subject] ??= [.. Facts(subject)];

    /// <summary>What holds of a supply once it is there. Versions of which the same holds are in one fact.</summary>
    private IEnumerable<Fact> Facts(int subject)
    {
        foreach (var group in Groups(subject, one => one.Needs))
        {
            var other = _at[group.Key.Name];
            var fits = In(other, group.Key.Versions);
            yield return new Fact(
                [new Term(subject, group.Values), new Term(other, Others(other, fits))],
                new Reason(
                    subject,
                    () =>
                        $"{Titled(subject, group.Values)} {(group.Values.Count == 1 ? "needs" : "need")} {TitleOf(other)}{(VersionWords.IsAny(group.Key.Versions) ? "" : $" {VersionWords.Of(group.Key.Versions)}")}{(_versions[other].IsEmpty ? ", which is in no catalogue" : fits.IsEmpty ? ", of which there is none" : "")}."
                )
            );
        }
        foreach (var group in Groups(subject, one => one.Conflicts))
        {
            var other = _at[group.Key.Name];
            var some = In(other, group.Key.Versions);
            if (_lacking.TryGetValue(other, out var lacks) && some.Contains(lacks))
                some |= ValueSet.Of(ValuesOf(other));
            if (!some.IsEmpty)
                yield return Apart(group.Values, some);
            // What is beside it already can stay so.
            if (
                _lacking.TryGetValue(subject, out var its)
                && group.Values.Contains(its)
                && (some & Others(other, Standing(other))) is { IsEmpty: false } more
            )
                yield return Apart(ValueSet.Of(ValuesOf(subject)), more);

            Fact Apart(ValueSet values, ValueSet others) =>
                new(
                    [new Term(subject, values), new Term(other, others)],
                    new Reason(
                        subject,
                        () => $"{Titled(subject, values)} cannot be beside {Titled(other, others)}."
                    )
                );
        }
        foreach (
            var group in _versions[subject]
                .Index()
                .Where(one =>
                    WhyNot(one.Item) is not null
                    && VersionHere(_names[subject]) != one.Item.Supply.Version
                )
                .GroupBy(one => WhyNot(one.Item)!, one => one.Index + 1)
        )
            yield return new Fact(
                [new Term(subject, ValueSet.Of(group))],
                new Reason(subject, () => $"{Titled(subject, ValueSet.Of(group))} {group.Key}.")
            );
    }

    private string? WhyNot(Candidate one) =>
        _wish.Wanted.Any(wanted =>
            wanted.Name == one.Supply.Name
            && wanted.Versions.Equals(SemVersionRange.Equals(one.Supply.Version))
        )
            ? one.WhyNotAsked
            : one.WhyNot;

    private IEnumerable<(SupplyVersions Key, ValueSet Values)> Groups(
        int subject,
        Func<Supply, ImmutableArray<SupplyVersions>> which
    ) =>
        _versions[subject]
            .SelectMany((one, i) => which(one.Supply).Select(need => (need, Value: i + 1)))
            .GroupBy(one => one.need)
            .Select(group => (group.Key, ValueSet.Of(group.Select(one => one.Value))));

    private ValueSet In(int subject, SemVersionRange versions) =>
        ValueSet.Of(
            _versions[subject]
                .Index()
                .Where(one => versions.Contains(one.Item.Supply.Version))
                .Select(one => one.Index + 1)
        );

    private ValueSet Others(int subject, ValueSet values) => values.Others(ValuesOf(subject));

    /// <summary>The values with which a supply is as it is now.</summary>
    private ValueSet Standing(int subject) =>
        HereOf(_names[subject]) is > 0 and var here
            ? _lacking.ContainsKey(subject)
                ? ValueSet.Of(here, ValuesOf(subject))
                : ValueSet.Of(here)
            : ValueSet.None;

    private string TitleOf(int subject) =>
        _versions[subject].IsEmpty ? _names[subject].Name : _versions[subject][^1].Supply.Title;

    /// <summary>A supply in some of its versions, in words.</summary>
    private string Titled(int subject, ValueSet values)
    {
        var versions = _versions[subject];
        if (_lacking.TryGetValue(subject, out var lacks) && values.Contains(ValuesOf(subject)))
            values = (values | ValueSet.Of(lacks)) & ValueSet.All(versions.Length);
        if (values.Count == versions.Length && versions.Length > 1)
            return $"all versions of {TitleOf(subject)}";
        var some = Enumerable
            .Range(1, versions.Length)
            .Where(values.Contains)
            .Select(value => versions[value - 1].Supply.Version.ToString())
            .ToList();
        return $"{TitleOf(subject)} {string.Join(" and ", some)}";
    }

    private List<SupplyChange> Changes(IReadOnlyDictionary<int, int> chosen)
    {
        var changes = new List<SupplyChange>();
        var seen = new HashSet<int>();
        foreach (var (subject, _) in chosen.OrderBy(one => one.Key))
            Visit(subject);
        return changes;

        void Visit(int subject)
        {
            if (!chosen.TryGetValue(subject, out var value) || !seen.Add(subject))
                return;
            if (value > _versions[subject].Length)
                return;
            var to = value == 0 ? null : _versions[subject][value - 1].Supply;
            foreach (var need in to?.Needs ?? [])
                Visit(_at[need.Name]);
            var from = HereOf(_names[subject]) is > 0 and var here
                ? _versions[subject][here - 1].Supply
                : null;
            if (from == to)
                return;
            changes.Add(new SupplyChange(_names[subject], from, to));
        }
    }

    private SupplyConflict Conflict(ImmutableArray<Fact> why)
    {
        // From what is wanted along the needs.
        var order = new Dictionary<int, int>();
        var left = new Queue<int>(_wish.Wanted.Select(one => _at[one.Name]));
        while (left.TryDequeue(out var next))
            if (order.TryAdd(next, order.Count))
                foreach (var fact in why.Where(fact => ((Reason)fact.Reason!).Subject == next))
                foreach (var term in fact.Terms)
                    left.Enqueue(term.Subject);
        var reasons = why.Select(fact => (Reason)fact.Reason!)
            .OrderBy(reason => reason.Stays)
            .ThenBy(reason => order.GetValueOrDefault(reason.Subject, int.MaxValue))
            .ToList();
        return new SupplyConflict(
            [
                .. reasons
                    .Select(reason => reason.Sentence?.Invoke())
                    .OfType<string>()
                    .Select(Capital.First),
            ],
            [.. reasons.Where(reason => reason.Stays).Select(reason => _names[reason.Subject])]
        );
    }
}
