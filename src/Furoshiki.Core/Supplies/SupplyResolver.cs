using System.Collections.Immutable;
using Furoshiki.Core.Resolving;
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
    private readonly List<IReadOnlyList<Fact>?> _facts = [];

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

    /// <summary>What else has to go so that a wish can be that cannot be as it is.</summary>
    /// <param name="wish">What is to become of the supplies.</param>
    /// <returns>Supplies that are there: without all of them it can be, and with any one of them it cannot. Empty if nothing helps.</returns>
    public static ImmutableArray<SupplyName> Settling(SupplyWish wish)
    {
        var gone = new List<SupplyName>();
        while (Resolve(Without(gone), out var conflict) is null)
        {
            if (conflict!.InTheWay.IsEmpty)
                return [];
            gone.AddRange(conflict.InTheWay);
        }
        foreach (var name in gone.ToList())
            if (Resolve(Without(gone.Where(one => one != name)), out _) is not null)
                gone.Remove(name);
        return [.. gone];

        SupplyWish Without(IEnumerable<SupplyName> more) =>
            wish with
            {
                Unwanted = [.. wish.Unwanted, .. more],
            };
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
        _facts.Add(null);
    }

    private Question Question()
    {
        var here = _names.Select(HereOf).ToArray();
        // What lacks something already is left as it is, and nothing else has to wait for it.
        for (var again = true; again; )
        {
            again = false;
            for (var i = 0; i < here.Length; i++)
                if (here[i] != 0 && FactsOf(i).Any(fact => IsBroken(fact, here)))
                    (here[i], again) = (0, true);
        }
        return new Question(
            [.. _names.Select((_, i) => SubjectOf(i, here[i]))],
            FactsOf,
            [
                .. Wanted(),
                .. here.Index().Where(one => one.Item != 0).SelectMany(one => Stays(one.Index)),
            ]
        );
    }

    private static bool IsBroken(Fact fact, int[] here) =>
        fact.Terms.All(term => term.Values.Contains(here[term.Subject]));

    private int HereOf(SupplyName name) =>
        VersionHere(name) is { } version
            ? 1 + _versions[_at[name]].ToList().FindIndex(one => one.Supply.Version == version)
            : 0;

    private SemVersion? VersionHere(SupplyName name) =>
        _wish.Brought.GetValueOrDefault(name) ?? _wish.Ground.Here.GetValueOrDefault(name);

    private Subject SubjectOf(int subject, int here)
    {
        var newestFirst = Enumerable.Range(1, _versions[subject].Length).Reverse();
        return new Subject(
            _versions[subject].Length,
            here,
            [.. new[] { here }.Concat(newestFirst).Append(0).Distinct()]
        );
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
        if (!_wish.Unwanted.Contains(_names[subject]))
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
            if (In(other, group.Key.Versions) is { IsEmpty: false } some)
                yield return new Fact(
                    [new Term(subject, group.Values), new Term(other, some)],
                    new Reason(
                        subject,
                        () =>
                            $"{Titled(subject, group.Values)} cannot be beside {Titled(other, some)}."
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

    private ValueSet Others(int subject, ValueSet values) =>
        values.Others(_versions[subject].Length);

    private string TitleOf(int subject) =>
        _versions[subject].IsEmpty ? _names[subject].Name : _versions[subject][^1].Supply.Title;

    /// <summary>A supply in some of its versions, in words.</summary>
    private string Titled(int subject, ValueSet values)
    {
        var versions = _versions[subject];
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
            var to = value == 0 ? null : _versions[subject][value - 1].Supply;
            foreach (var need in to?.Needs ?? [])
                Visit(_at[need.Name]);
            var from = HereOf(_names[subject]) is > 0 and var here
                ? _versions[subject][here - 1].Supply
                : null;
            // What lacks something stays where nothing else is said of it.
            if (from == to || (to is null && !_wish.Unwanted.Contains(_names[subject])))
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
                    .Select(text => char.ToUpperInvariant(text[0]) + text[1..]),
            ],
            [.. reasons.Where(reason => reason.Stays).Select(reason => _names[reason.Subject])]
        );
    }
}
