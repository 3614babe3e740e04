using CsCheck;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Words;

namespace Furoshiki.Core.Tests;

public sealed class ByHowMuchTests
{
    private static readonly SettingKey Thickness = new("thickness", "main");

    private static string Words(Kind kind, SettingKey key, SettingValue? from, SettingValue? to) =>
        DifferenceWords.ByHowMuch(kind, new SettingDifference(key, "", from, to));

    private static SettingValue.Number Px(double value) => new(value);

    private static SettingValue.List List(params string[] items) => new([.. items]);

    [Theory]
    [InlineData(22, 30, "+8\u00A0px")]
    [InlineData(30, 22, "\u22128\u00A0px")]
    [InlineData(22, 22.5, "+0.5\u00A0px")]
    public void A_number_says_its_difference_with_its_sign_and_unit(
        double from,
        double to,
        string words
    ) => Words(PanelsKind.Kind, Thickness, Px(from), Px(to)).ShouldBe(words);

    [Fact]
    public void A_length_of_time_says_its_difference_as_people_say_times() =>
        Words(
                LockKind.Kind,
                new SettingKey("wait"),
                new SettingValue.Number(900),
                new SettingValue.Number(1800)
            )
            .ShouldBe("+15\u00A0min");

    /// <summary>Source: G. Sharma, W. Wu, E. N. Dalal, the pair of black and white is 100 apart.</summary>
    [Fact]
    public void A_colour_says_CIEDE2000_to_one_digit() =>
        Words(
                ColoursKind.Kind,
                new SettingKey("accent"),
                new SettingValue.Colour(new Rgba(0, 0, 0)),
                new SettingValue.Colour(new Rgba(255, 255, 255))
            )
            .ShouldBe("ΔE\u00A0100.0");

    [Theory]
    [InlineData(0, 0, 0, 128, "alpha \u221249.8\u00A0%")]
    [InlineData(255, 255, 255, 255, "ΔE\u00A0100.0")]
    [InlineData(255, 255, 255, 0, "ΔE\u00A0100.0, alpha \u2212100\u00A0%")]
    public void A_colour_says_its_alpha_too_and_never_that_it_is_nothing_apart(
        byte r,
        byte g,
        byte b,
        byte a,
        string words
    ) =>
        Words(
                ColoursKind.Kind,
                new SettingKey("accent"),
                new SettingValue.Colour(new Rgba(0, 0, 0)),
                new SettingValue.Colour(new Rgba(r, g, b, a))
            )
            .ShouldBe(words);

    [Fact]
    public void A_length_along_an_edge_says_its_difference_where_both_are_in_one_unit()
    {
        var key = new SettingKey("length", "main");
        Words(PanelsKind.Kind, key, Px(80), Px(100)).ShouldBe("+20\u00A0%");
        Words(PanelsKind.Kind, key, new SettingValue.Pixels(900), new SettingValue.Pixels(640))
            .ShouldBe("\u2212260\u00A0px");
        Words(PanelsKind.Kind, key, Px(80), new SettingValue.Pixels(640)).ShouldBe("");
    }

    [Fact]
    public void Of_lists_with_doubles_each_entry_that_came_or_went_is_told_and_nothing_else() =>
        Gen.Select(Gen.OneOf("a", "b", "c").Array[0, 6], Gen.OneOf("a", "b", "c").Array[0, 6])
            .Where((before, after) => !before.SequenceEqual(after))
            .Sample(
                (before, after) =>
                {
                    var said = Words(
                            BordersKind.Kind,
                            new SettingKey("buttons"),
                            List(before),
                            List(after)
                        )
                        .Split(", ");
                    foreach (var item in new[] { "a", "b", "c" })
                    {
                        var more =
                            after.Count(one => one == item) - before.Count(one => one == item);
                        said.Count(words => words == $"{item} added").ShouldBe(Math.Max(0, more));
                        said.Count(words => words == $"{item} taken out")
                            .ShouldBe(Math.Max(0, -more));
                    }
                    // What neither came nor went and is not in the longest common run is moved: counted here in another way.
                    var kept = before.Length - said.Count(words => words.EndsWith("taken out"));
                    said.Count(words => words.EndsWith(" moved"))
                        .ShouldBe(kept - LongestRun(before, after));
                },
                iter: 2000
            );

    /// <summary>The longest common subsequence by trying every choice of entries of the one list.</summary>
    private static int LongestRun(string[] one, string[] other) =>
        Enumerable
            .Range(0, 1 << one.Length)
            .Select(chosen => one.Where((_, i) => (chosen >> i & 1) == 1).ToList())
            .Where(run =>
            {
                var at = 0;
                foreach (var item in other)
                    if (at < run.Count && run[at] == item)
                        at++;
                return at == run.Count;
            })
            .Max(run => run.Count);

    [Fact]
    public void A_list_says_what_came_what_went_and_what_moved() =>
        Words(
                BordersKind.Kind,
                new SettingKey("buttons"),
                List("close", "minimise", "maximise"),
                List("minimise", "maximise", "close", "shade")
            )
            .ShouldBe("shade added, close moved");

    [Fact]
    public void What_is_set_in_one_only_and_what_has_no_measure_says_nothing_again()
    {
        Words(PanelsKind.Kind, Thickness, null, Px(3)).ShouldBeEmpty();
        Words(PanelsKind.Kind, Thickness, Px(3), null).ShouldBeEmpty();
        Words(
                IconsKind.Kind,
                new SettingKey("set"),
                new SettingValue.Text("Fold"),
                new SettingValue.Text("Inkstone")
            )
            .ShouldBeEmpty();
    }

    [Theory]
    [InlineData(0, 0, 10, 10, "")]
    [InlineData(5, -3, 10, 10, "5\u00A0px to the right, 3\u00A0px higher")]
    [InlineData(0, 0, 8, 12, "2\u00A0px narrower, 2\u00A0px taller")]
    [InlineData(
        -1,
        4,
        11,
        9,
        "1\u00A0px to the left, 4\u00A0px lower, 1\u00A0px wider, 1\u00A0px shorter"
    )]
    public void A_place_says_where_it_went_and_how_its_size_changed(
        int x,
        int y,
        int width,
        int height,
        string words
    ) =>
        Words(
                WidgetsKind.Kind,
                new SettingKey("place", "gauge"),
                new SettingValue.Geometry(0, 0, 10, 10),
                new SettingValue.Geometry(x, y, width, height)
            )
            .ShouldBe(words);

    /// <summary>A longest common subsequence, found by trying all of them.</summary>
    private static int Longest(string[] one, string[] other) =>
        one.Length == 0 || other.Length == 0 ? 0
        : one[0] == other[0] ? 1 + Longest(one[1..], other[1..])
        : Math.Max(Longest(one[1..], other), Longest(one, other[1..]));

    [Fact]
    public void What_two_lists_have_in_the_same_order_is_in_both_and_as_long_as_can_be()
    {
        var lists = Gen.OneOf("a", "b", "c").Array[0, 6];
        Gen.Select(lists, lists)
            .Sample(
                (one, other) =>
                {
                    var common = CommonOrder.Of(one, other);
                    common.Count.ShouldBe(Longest(one, other));
                    IsWithin(common, one).ShouldBeTrue();
                    IsWithin(common, other).ShouldBeTrue();
                }
            );

        static bool IsWithin(IReadOnlyList<string> some, string[] all)
        {
            var at = 0;
            foreach (var one in all)
                if (at < some.Count && some[at] == one)
                    at++;
            return at == some.Count;
        }
    }
}
