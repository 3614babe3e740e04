using System.Collections.Immutable;

namespace Furoshiki.Core.Resolving;

/// <summary>Finds the smallest change to what is here that agrees with all facts, or the facts that stand against it.</summary>
/// <remarks>
/// <see cref="Search"/> finds something that agrees; each time it does, it is asked for something cheaper, until there is nothing.
/// What it costs is told by <see cref="Subject.CostOfChange"/>. Of several that cost the same it is the first that was found, by what
/// each subject likes best.
/// </remarks>
public static class Resolver
{
    /// <summary>How many conflicts are looked at for something cheaper, once something was found.</summary>
    private const int MostForCheaper = 2_000;

    /// <summary>Answers a question.</summary>
    public static Resolution Resolve(Question question)
    {
        var search = new Search(question);
        if (!search.Find(long.MaxValue, int.MaxValue))
            return new Resolution(null, Fewest(question, search.Against()));
        var best = search.Chosen();
        while (CostOf(question, best) is > 0 and var cost && search.Find(cost, MostForCheaper))
            best = search.Chosen();
        return new Resolution(best, []);
    }

    /// <summary>What a choice costs.</summary>
    public static long CostOf(Question question, IReadOnlyDictionary<int, int> chosen) =>
        chosen.Sum(one =>
            question.Subjects[one.Key].Here == one.Value
                ? 0L
                : question.Subjects[one.Key].CostOfChange
        );

    /// <summary>Facts of some that cannot all hold, of which none can be left out.</summary>
    private static ImmutableArray<Fact> Fewest(Question question, IReadOnlyList<Fact> facts)
    {
        var left = facts.ToList();
        foreach (var fact in facts)
        {
            if (!left.Contains(fact))
                continue;
            var without = left.Where(one => one != fact).ToList();
            var search = new Search(question with { FactsOf = _ => [], Wanted = without });
            if (search.Find(long.MaxValue, int.MaxValue))
                continue;
            var against = search.Against();
            left.RemoveAll(one => !against.Contains(one));
        }
        return [.. left];
    }
}
