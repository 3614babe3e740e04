using System.Text;
using CsCheck;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Tests;

/// <summary>What drawings of foreign origin come to before any of them is drawn.</summary>
public sealed class DrawingWeightTests
{
    private static double Of(string inside) =>
        DrawingWeight.Of(
            Encoding.UTF8.GetBytes($"<svg xmlns='http://www.w3.org/2000/svg'>{inside}</svg>")
        );

    /// <summary>Groups that each name the one before so many times.</summary>
    private static string Nested(int levels, int times, Func<int, string> name) =>
        "<rect id='a0'/>"
        + string.Concat(
            Enumerable
                .Range(1, levels)
                .Select(i =>
                    $"<g id='a{i}'>{string.Concat(Enumerable.Repeat(name(i - 1), times))}</g>"
                )
        );

    [Fact]
    public void What_is_named_counts_each_time() =>
        Gen.Select(Gen.Int[1, 6], Gen.Int[1, 6])
            .Sample(
                (levels, times) =>
                {
                    // Each level is its group, and so often an element with what it names.
                    double all = 1,
                        level = 1;
                    for (var i = 0; i < levels; i++)
                        all += level = 1 + times * (1 + level);
                    Of(Nested(levels, times, i => $"<use href='#a{i}'/>")).ShouldBe(1 + all);
                    Of(Nested(levels, times, i => $"<rect fill='url(#a{i})'/>")).ShouldBe(1 + all);
                    Of(Nested(levels, times, i => $"<rect style='mask: url( \"#a{i}\" )'/>"))
                        .ShouldBe(1 + all);
                },
                iter: 100
            );

    [Fact]
    public void A_few_lines_that_name_each_other_ten_times_over_come_to_too_much() =>
        Of(Nested(10, 10, i => $"<use href='#a{i}'/>")).ShouldBeGreaterThan(DrawingWeight.Most);

    [Fact]
    public void What_goes_round_or_is_deeper_than_any_drawing_is_counted_to_an_end()
    {
        Of("<g id='a'><use href='#b'/></g><g id='b'><use href='#a'/></g>")
            .ShouldBeLessThan(DrawingWeight.Most);
        Of(
                string.Concat(Enumerable.Repeat("<g>", 100_000))
                    + string.Concat(Enumerable.Repeat("</g>", 100_000))
            )
            .ShouldBe(double.PositiveInfinity);
        Of(
                string.Concat(
                    Enumerable
                        .Range(0, 20_000)
                        .Select(i => $"<g id='a{i}'><use href='#a{i + 1}'/></g>")
                )
            )
            .ShouldBe(double.PositiveInfinity);
        Of("<g>").ShouldBe(0);
    }
}
