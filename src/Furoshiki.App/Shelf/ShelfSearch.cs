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
        var found = terms.IsEmpty ? passing : Find([.. passing], terms);
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
        ImmutableArray<SearchTerm> terms
    )
    {
        Learn([.. among.Select(card => card.SavingId)]);
        return among
            .AsParallel()
            .AsOrdered()
            .Select(card => Found(card, terms))
            .OfType<ProfileCard>();
    }

    /// <summary>A card with what it was found by; null if it is not what is sought.</summary>
    private ProfileCard? Found(ProfileCard card, ImmutableArray<SearchTerm> terms)
    {
        var said = Said(card.Profile).Select(words => IndexEntry.Of(words)).ToList();
        var made = _made.TryGetValue(card.SavingId, out var entries) ? entries : [];
        var by = new List<string>();
        foreach (var term in terms)
            if (!said.Any(term.Fits))
                if (made.FirstOrDefault(term.Fits) is { } entry)
                    by.Add(entry.Words);
                else
                    return null;
        return card with { FoundBy = [.. by.Distinct().Take(MostFound)] };
    }

    private static IEnumerable<string> Said(ProfileForm profile) =>
        [profile.Name, profile.Description, profile.Author, .. profile.Tags];

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
