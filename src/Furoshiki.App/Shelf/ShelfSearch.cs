using System.Collections.Concurrent;
using System.Collections.Immutable;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Saving;
using Furoshiki.Core.Search;
using Furoshiki.Core.Words;

namespace Furoshiki.App.Shelf;

/// <summary>Searches, filters and sorts the shelf.</summary>
public sealed class ShelfSearch(CardMaker cards, LookLibrary library)
{
    private const string Day = "Day";
    private const string Night = "Night";
    private const string Ready = "Ready here";

    /// <summary>How many of the things are told that a profile was found by.</summary>
    private const int MostFound = 2;

    /// <summary>What the looks of savings are made of, by the saving's number.</summary>
    private readonly ConcurrentDictionary<long, ImmutableArray<IndexEntry>> _made = new();

    /// <summary>The profiles that are asked for.</summary>
    /// <exception cref="ProblemException">None can be that is asked for.</exception>
    public IReadOnlyList<ProfileCard> Find(LiveDesktop desktop, ShelfQuery query)
    {
        if (query.Skip < 0)
            throw ProblemException.Field("skip", "It is 0 or more.");
        if (query.Take < 1)
            throw ProblemException.Field("take", "It is 1 or more.");
        var terms = SearchTerm.Parse(query.Find);
        var show = query.Show ?? [];
        var passing = cards
            .All(desktop, withLikeness: query.Sort == ShelfSort.Nearness)
            .Where(card => Passes(card, show));
        var found = terms.IsEmpty
            ? passing
            : Find([.. passing], terms, isByFit: query.Sort == ShelfSort.Fit);
        var sorted = query.Sort switch
        {
            ShelfSort.Name => found.OrderBy(
                card => card.Profile.Name,
                StringComparer.CurrentCultureIgnoreCase
            ),
            ShelfSort.Nearness => found.OrderByDescending(card => card.Likeness?.Share),
            _ => found,
        };
        return Excerpt.Of(sorted, query.Take, query.Skip);
    }

    /// <summary>How many profiles there are, and by what they can be filtered.</summary>
    public ShelfFilters Filters(LiveDesktop desktop)
    {
        var all = cards.All(desktop);
        string[] own = [Day, Night, Ready];
        var tags = all.SelectMany(card => card.Profile.Tags)
            .DistinctBy(PersonsText.KeyOf)
            .Where(tag => own.All(one => PersonsText.KeyOf(one) != PersonsText.KeyOf(tag)))
            .Order(StringComparer.CurrentCultureIgnoreCase);
        return new ShelfFilters(
            all.Count,
            [
                .. own.Concat(tags)
                    .Select(name => new ShelfFilter(name, all.Count(card => Passes(card, [name])))),
            ]
        );
    }

    private static bool Passes(ProfileCard card, IReadOnlyCollection<string> show)
    {
        var tones = show.Where(one => one is Day or Night).ToList();
        return (tones.Count == 0 || tones.Any(tone => card.IsDark == (tone == Night)))
            && show.Except(tones)
                .All(one =>
                    one == Ready
                        ? card.Readiness.State
                            is not (
                                ReadinessState.Cannot
                                or ReadinessState.Partly
                                or ReadinessState.ToGet
                            )
                        : card.Profile.Tags.Any(tag =>
                            PersonsText.KeyOf(tag) == PersonsText.KeyOf(one)
                        )
                );
    }

    private IEnumerable<ProfileCard> Find(
        IReadOnlyList<ProfileCard> among,
        ImmutableArray<SearchTerm> terms,
        bool isByFit
    )
    {
        Learn([.. among.Select(card => card.SavingId)]);
        // What fits as well stays in its order, which is not so where it is sorted beside each other.
        var found = among
            .AsParallel()
            .AsOrdered()
            .Select(card => FitOf(card, terms))
            .OfType<Fit>()
            .AsSequential();
        return (isByFit ? found.OrderBy(one => one.Rank).ThenBy(one => one.Apart) : found).Select(
            one => one.Card
        );
    }

    /// <summary>A card that is what is sought.</summary>
    /// <param name="Card">It, with what it was found by.</param>
    /// <param name="Rank">How much better others can fit, over all that is sought.</param>
    /// <param name="Apart">How far its colours are from those that are sought, in all.</param>
    private sealed record Fit(ProfileCard Card, int Rank, double Apart);

    /// <summary>How a card is what is sought; null if it is not.</summary>
    private Fit? FitOf(ProfileCard card, ImmutableArray<SearchTerm> terms)
    {
        var name = IndexEntry.Of(card.Profile.Name);
        var said = Said(card.Profile).Select(words => IndexEntry.Of(words)).ToList();
        var (rank, apart) = (0, 0.0);
        var others = new List<SearchTerm>();
        foreach (var term in terms)
            if (term.Find(name) is { } named)
                rank += RankOf(named);
            else if (Best(term, said) is { } found)
                rank += NotItsName + RankOf(found.Hit);
            else
                others.Add(term);
        var made = _made.TryGetValue(card.SavingId, out var entries) ? entries : [];
        var by = new List<string>();
        while (others.Count > 0)
        {
            if (Best(others[0], made) is not { } first)
                return null;
            // One thing in which all the words stand is what was meant, rather than one for each.
            var together =
                others.Count == 1
                    ? first.Entry
                    : made.Where(entry => others.All(term => term.Find(entry) is not null))
                        .MinBy(entry => others.Sum(term => term.Find(entry)!.Value.Apart))
                        ?? first.Entry;
            var hits = others.Select(term => term.Find(together)).OfType<SearchHit>().ToList();
            others.RemoveAll(term => term.Find(together) is not null);
            rank += hits.Sum(hit => NotItsName + RankOf(hit));
            apart += hits.Sum(hit => hit.Apart);
            by.Add(hits.MaxBy(hit => hit.Apart).Words(together));
        }
        return new Fit(card with { FoundBy = [.. by.Take(MostFound)] }, rank, apart);
    }

    private const int NotItsName = 2;

    private static int RankOf(SearchHit hit) => hit.IsWhole ? 0 : 1;

    /// <summary>What fits best of some things; null if none does.</summary>
    private static (IndexEntry Entry, SearchHit Hit)? Best(
        SearchTerm term,
        IEnumerable<IndexEntry> among
    )
    {
        (IndexEntry Entry, SearchHit Hit)? best = null;
        foreach (var entry in among)
            if (
                term.Find(entry) is { } hit
                && (
                    best is not { } before
                    || (RankOf(hit), hit.Apart).CompareTo((RankOf(before.Hit), before.Hit.Apart))
                        < 0
                )
            )
                if (hit is { IsWhole: true, Apart: 0 })
                    return (entry, hit);
                else
                    best = (entry, hit);
        return best;
    }

    private static IEnumerable<string> Said(ProfileForm profile) =>
        [profile.Description, profile.Author, .. profile.Tags];

    private void Learn(IReadOnlyList<long> savings)
    {
        var unknown = savings.Where(id => !_made.ContainsKey(id)).ToList();
        if (unknown.Count > 0)
            Parallel.ForEach(
                library.OfSavings(unknown),
                one => _made[one.Key] = LookIndex.Of(one.Value)
            );
    }
}
