using Furoshiki.Core.Colour;
using Furoshiki.Core.Search;

namespace Furoshiki.Core.Tests;

public sealed class SearchTests
{
    private static readonly IReadOnlyList<IndexEntry> Demo =
    [
        .. LookIndex.Of(new TestDesktop().Read().Look),
    ];

    private static bool Finds(string text) =>
        SearchTerm.Parse(text).All(term => Demo.Any(one => term.Find(one) is not null));

    [Theory]
    [InlineData("panels")]
    [InlineData("RIDGE sans")]
    [InlineData("\"ridge sans\"")]
    [InlineData("Fold")]
    [InlineData("edge bottom")]
    [InlineData("#2f6f93")]
    public void A_look_is_found_by_a_part_a_font_a_supply_a_value_and_a_colour(string text) =>
        Finds(text).ShouldBeTrue();

    [Theory]
    [InlineData("panels breakfast")]
    [InlineData("\"sans ridge\"")]
    [InlineData("#00ff00")]
    public void All_that_is_sought_has_to_be_there(string text) => Finds(text).ShouldBeFalse();

    [Theory]
    [InlineData("red", "Wallpaper: mirrored no", false)]
    [InlineData("red", "Red Lamp", true)]
    [InlineData("lamp", "Red Lamp", true)]
    [InlineData("radius 0", "Borders: radius 9 px", false)]
    [InlineData("radius 0", "Borders: radius 10 px", false)]
    [InlineData("radius 0", "Borders: radius 0 px", true)]
    [InlineData("radius 0", "Borders: radius 0.5 px", false)]
    [InlineData("radius 10", "Borders: radius 10 px", true)]
    [InlineData("10", "size 10.5 pt", false)]
    [InlineData("10", "size 10pt", true)]
    [InlineData("log", "Slate-Log", true)]
    [InlineData("空", "夜空", true)]
    [InlineData("radius 0", "Panels: bar 0, radius 9 px", false)]
    [InlineData("bar 0", "Panels: bar 0, radius 9 px", true)]
    public void Words_are_found_from_their_beginning_and_numbers_as_a_whole(
        string sought,
        string words,
        bool isFound
    ) =>
        SearchTerm
            .Parse(sought)
            .All(term => term.Find(IndexEntry.Of(words)) is not null)
            .ShouldBe(isFound);

    [Fact]
    public void A_colour_is_found_by_those_near_it_and_by_no_others()
    {
        var colours = Demo.Where(one => one.Colour is not null).ToList();
        colours.Count.ShouldBeGreaterThan(10);
        foreach (var sought in new[] { "#2f6f93", "#c24f38", "#808080", "#f0f" })
        {
            Rgba.TryParse(sought, out var colour).ShouldBeTrue();
            var term = SearchTerm.Parse(sought).ShouldHaveSingleItem();
            foreach (var one in colours)
            {
                var apart = one.Colour!.Value.DifferenceTo(Lab.From(colour));
                term.Find(one)
                    .ShouldBe(
                        apart <= SearchTerm.NearColour ? new SearchHit(IsWhole: true, apart) : null
                    );
            }
        }
    }

    [Theory]
    [InlineData("lamp", "Red Lamp", true)]
    [InlineData("lam", "Red Lamp", false)]
    [InlineData("la", "Laps of Lamps, la", true)]
    [InlineData("radius 0", "Borders: radius 0 px", true)]
    [InlineData("rad 0", "Borders: radius 0 px", false)]
    public void Whole_words_are_told_from_beginnings(string sought, string words, bool isWhole) =>
        SearchTerm
            .Parse(sought)
            .ShouldHaveSingleItem()
            .Find(IndexEntry.Of(words))!
            .Value.IsWhole.ShouldBe(isWhole);

    [Theory]
    [InlineData(0, "accent #112233")]
    [InlineData(0.4, "accent #112233, less than 1 apart")]
    [InlineData(5.2, "accent #112233, 5 apart")]
    public void How_far_a_colour_is_stands_in_words(double apart, string words) =>
        new SearchHit(IsWhole: true, apart).Words(IndexEntry.Of("accent #112233")).ShouldBe(words);

    [Fact]
    public void Every_value_of_a_look_finds_it_by_its_own_words() =>
        Demo.ShouldAllBe(one => Finds($"\"{one.Words}\""));

    [Theory]
    [InlineData("", 0)]
    [InlineData("   ", 0)]
    [InlineData("\"\"", 0)]
    [InlineData("one two", 2)]
    [InlineData("one \"two three", 2)]
    [InlineData("#12 #12345", 2)]
    public void A_search_is_taken_apart_as_it_is_typed(string text, int terms) =>
        SearchTerm.Parse(text).Length.ShouldBe(terms);
}
