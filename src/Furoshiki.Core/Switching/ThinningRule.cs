using System.Collections.Immutable;

namespace Furoshiki.Core.Switching;

/// <summary>A safe state, as far as thinning has to know it.</summary>
/// <param name="Id">Its number: one that was made later has a higher one.</param>
/// <param name="MadeAt">When it was made, by the calendar of the person.</param>
/// <param name="IsKept">Whether the person wants it kept.</param>
/// <param name="IsWhole">Whether nothing of it is known to be damaged.</param>
/// <param name="Unsaved">What it holds that is in no saving, each by a name of its own.</param>
public sealed record StateToThin(
    long Id,
    DateTime MadeAt,
    bool IsKept,
    bool IsWhole,
    ImmutableHashSet<string> Unsaved
);

/// <summary>
/// Which safe states are kept by age: all of the last days, then the last one of a day, then the last one of a month.
/// </summary>
/// <param name="AllForDays">For how many days all of them are kept, from 1 to <see cref="MostDays"/>.</param>
/// <param name="DailyForDays">Until what age in days one a day is kept, from <paramref name="AllForDays"/> to <see cref="MostDays"/>.</param>
public sealed record ThinningRule(int AllForDays, int DailyForDays)
{
    /// <summary>The most days that a rule can speak of.</summary>
    public const int MostDays = 3650;

    /// <summary>All of the last day, one a day for a month, one a month after that.</summary>
    public static ThinningRule Usual { get; } = new(1, 30);

    /// <summary>Why there can be no such rule, in a sentence; null if there can.</summary>
    public string? WhyNot =>
        AllForDays is < 1 or > MostDays || DailyForDays is < 1 or > MostDays
            ? $"Each is from 1 to {MostDays} days."
        : DailyForDays < AllForDays ? "One a day is kept for at least as long as all are."
        : null;

    /// <summary>
    /// The safe states that go by the rule. Never one that is kept, the newest that is whole, or the only one that has something which is
    /// in no saving.
    /// </summary>
    /// <param name="states">All safe states of a folder.</param>
    /// <param name="now">What time it is, by the calendar of the person.</param>
    /// <returns>Their numbers, the oldest first.</returns>
    public IReadOnlyList<long> Goes(IReadOnlyCollection<StateToThin> states, DateTime now)
    {
        var newest = states.OrderByDescending(state => state.Id).ToList();
        var stays = newest
            .Where(state => state.IsKept || now - state.MadeAt < TimeSpan.FromDays(AllForDays))
            .Concat(newest.Where(state => state.IsWhole).Take(1))
            .Concat(newest.DistinctBy(state => SpanOf(state.MadeAt, now)))
            .Select(state => state.Id)
            .ToHashSet();
        var copies = states
            .SelectMany(state => state.Unsaved)
            .GroupBy(one => one, StringComparer.Ordinal)
            .ToDictionary(group => group.Key, group => group.Count(), StringComparer.Ordinal);
        var goes = new List<long>();
        foreach (var state in newest.AsEnumerable().Reverse().Where(one => !stays.Contains(one.Id)))
        {
            if (state.Unsaved.Any(one => copies[one] == 1))
                continue;
            foreach (var one in state.Unsaved)
                copies[one]--;
            goes.Add(state.Id);
        }
        return goes;
    }

    /// <summary>The day or the month that one safe state is kept of.</summary>
    private DateTime SpanOf(DateTime madeAt, DateTime now) =>
        now - madeAt < TimeSpan.FromDays(DailyForDays)
            ? madeAt.Date
            : new DateTime(madeAt.Year, madeAt.Month, 1).AddTicks(-1);
}
