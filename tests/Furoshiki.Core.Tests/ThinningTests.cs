using CsCheck;
using Furoshiki.Core.Switching;

namespace Furoshiki.Core.Tests;

/// <summary>The rule by which old safe states go.</summary>
public sealed class ThinningTests
{
    private static readonly DateTime Now = new(2026, 11, 26, 12, 0, 0);

    private static readonly Gen<ThinningRule> Rules = Gen.Select(
        Gen.Int[1, 5],
        Gen.Int[5, 60],
        (all, daily) => new ThinningRule(all, daily)
    );

    /// <summary>States of two years, some of the future, as after the clock was set back.</summary>
    private static readonly Gen<StateToThin[]> States = Gen.Select(
            Gen.Int[-48, 24 * 700],
            Gen.Bool,
            Gen.Bool,
            Gen.Int[0, 6].Array[0, 3],
            (hours, isKept, isWhole, unsaved) =>
                (hours, isKept, isWhole, Unsaved: unsaved.Select(one => $"part {one}"))
        )
        .Array[0, 60]
        .Select(states =>
            states
                .OrderByDescending(one => one.hours)
                .Select(
                    (one, i) =>
                        new StateToThin(
                            i + 1,
                            Now.AddHours(-one.hours),
                            one.isKept,
                            one.isWhole,
                            [.. one.Unsaved]
                        )
                )
                .ToArray()
        );

    private static void All(Action<ThinningRule, StateToThin[], List<StateToThin>> holds) =>
        Gen.Select(Rules, States)
            .Sample(
                (rule, states) =>
                {
                    var goes = rule.Goes(states, Now).ToHashSet();
                    holds(rule, states, [.. states.Where(one => !goes.Contains(one.Id))]);
                },
                iter: 2000
            );

    [Fact]
    public void One_that_is_kept_the_newest_whole_one_and_all_of_the_last_days_stay() =>
        All(
            (rule, states, left) =>
            {
                foreach (var one in states)
                    if (one.IsKept || Now - one.MadeAt < TimeSpan.FromDays(rule.AllForDays))
                        left.ShouldContain(one);
                if (states.LastOrDefault(one => one.IsWhole) is { } newest)
                    left.ShouldContain(newest);
            }
        );

    [Fact]
    public void What_no_saving_has_is_in_one_that_stays_as_before() =>
        All(
            (_, states, left) =>
                left.SelectMany(one => one.Unsaved)
                    .ToHashSet()
                    .SetEquals(states.SelectMany(one => one.Unsaved))
                    .ShouldBeTrue()
        );

    [Fact]
    public void Of_every_day_and_every_month_that_had_one_the_last_stays_and_of_those_with_nothing_of_their_own_no_other() =>
        All(
            (rule, states, left) =>
            {
                string Span(StateToThin one) =>
                    Now - one.MadeAt < TimeSpan.FromDays(rule.DailyForDays)
                        ? $"{one.MadeAt:yyyy-MM-dd}"
                        : $"{one.MadeAt:yyyy-MM}";
                foreach (var span in states.GroupBy(Span))
                {
                    left.ShouldContain(span.Last());
                    var newest = states.LastOrDefault(one => one.IsWhole);
                    left.Where(one => Span(one) == span.Key && one != span.Last())
                        .All(one =>
                            one.IsKept
                            || one == newest
                            || one.Unsaved.Count > 0
                            || Now - one.MadeAt < TimeSpan.FromDays(rule.AllForDays)
                        )
                        .ShouldBeTrue();
                }
            }
        );

    [Fact]
    public void After_it_was_followed_nothing_more_goes() =>
        All((rule, _, left) => rule.Goes(left, Now).ShouldBeEmpty());

    [Theory]
    [InlineData(0, 30)]
    [InlineData(1, 0)]
    [InlineData(8, 7)]
    [InlineData(1, 3651)]
    public void A_rule_that_cannot_be_says_why(int all, int daily) =>
        new ThinningRule(all, daily).WhyNot.ShouldNotBeNull();

    [Fact]
    public void The_usual_rule_can_be() => ThinningRule.Usual.WhyNot.ShouldBeNull();
}
