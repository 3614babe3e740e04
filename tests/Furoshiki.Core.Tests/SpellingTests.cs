using System.Collections.Immutable;
using CsCheck;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Maps;

namespace Furoshiki.Core.Tests;

/// <summary>How values are translated between looks and the files of a platform.</summary>
public sealed class SpellingTests
{
    private static Spelling Colours(ColourNotation notation) =>
        Spelling.Plain with
        {
            Colour = notation,
        };

    [Theory]
    [InlineData(ColourNotation.AlphaFirst, "#2b3f8c", "#ff2b3f8c")]
    [InlineData(ColourNotation.AlphaFirst, "#2b3f8c80", "#802b3f8c")]
    [InlineData(ColourNotation.Bare, "#2b3f8c", "2b3f8c")]
    [InlineData(ColourNotation.Decimal, "#2b3f8c", "43,63,140")]
    [InlineData(ColourNotation.Decimal, "#2b3f8c80", "43,63,140,128")]
    [InlineData(ColourNotation.Css, "#2b3f8c80", "#2b3f8c80")]
    public void A_colour_is_translated_both_ways(
        ColourNotation notation,
        string ours,
        string theirs
    )
    {
        Colours(notation).ToFile(NativeValue.Text(ours)).Content.ShouldBe(theirs);
        Colours(notation).FromFile(NativeValue.Untyped(theirs, [])).Content.ShouldBe(ours);
    }

    [Theory]
    [InlineData(ColourNotation.Decimal, "43,63")]
    [InlineData(ColourNotation.Decimal, "43,63,256")]
    [InlineData(ColourNotation.Bare, "#2b3f8c")]
    [InlineData(ColourNotation.AlphaFirst, "blue")]
    public void What_is_no_colour_in_the_notation_is_refused(
        ColourNotation notation,
        string theirs
    ) =>
        Should.Throw<SettingsFileException>(() =>
            Colours(notation).FromFile(NativeValue.Text(theirs))
        );

    [Fact]
    public void Every_byte_that_stands_for_a_percentage_is_written_back_as_the_same_byte()
    {
        var bytes = Spelling.Plain with { Scale = 2.55, Decimals = 0 };
        for (var theirs = 0; theirs <= 255; theirs++)
            bytes
                .ToFile(bytes.FromFile(NativeValue.Number($"{theirs}")))
                .Content.ShouldBe($"{theirs}");
    }

    [Fact]
    public void Every_whole_percentage_is_itself_again_after_it_was_kept_as_a_byte()
    {
        var bytes = Spelling.Plain with { Scale = 2.55, Decimals = 0 };
        for (var ours = 0; ours <= 100; ours++)
            bytes.FromFile(bytes.ToFile(NativeValue.Number($"{ours}"))).Content.ShouldBe($"{ours}");
    }

    [Fact]
    public void A_percentage_is_kept_to_one_step_of_the_byte_and_then_stays() =>
        Gen.Double[0, 100]
            .Sample(
                percentage =>
                {
                    var bytes = Spelling.Plain with { Scale = 2.55, Decimals = 0 };
                    var once = bytes.FromFile(
                        bytes.ToFile(NativeValue.Number(Formats.CanonicalJson.Number(percentage)))
                    );
                    double.Parse(once.Content, System.Globalization.CultureInfo.InvariantCulture)
                        .ShouldBe(percentage, 1 / 2.55);
                    bytes.FromFile(bytes.ToFile(once)).Content.ShouldBe(once.Content);
                },
                iter: 2000
            );

    [Fact]
    public void Words_numbers_flags_lists_and_units_are_translated_both_ways()
    {
        var edges = Spelling.Plain with
        {
            Values = ImmutableDictionary<string, NativeValue>
                .Empty.Add("top", NativeValue.Number("0"))
                .Add("true", NativeValue.Text("on")),
        };
        edges.ToFile(NativeValue.Text("top")).ShouldBe(NativeValue.Number("0"));
        edges.FromFile(NativeValue.Untyped("0", [])).Content.ShouldBe("top");
        edges.ToFile(NativeValue.Flag(true)).Content.ShouldBe("on");

        var list = Spelling.Plain with { Separator = ", " };
        list.ToFile(NativeValue.List(["a", "b c"])).Content.ShouldBe("a, b c");
        list.FromFile(NativeValue.Text("a, b c")).Items.ShouldBe(["a", "b c"]);
        list.FromFile(NativeValue.Text("")).Items.ShouldBeEmpty();
        Should.Throw<SettingsFileException>(() => list.ToFile(NativeValue.List(["a, b"])));

        var points = Spelling.Plain with { Suffix = "pt" };
        points.ToFile(NativeValue.Number("10.5")).Content.ShouldBe("10.5pt");
        points.FromFile(NativeValue.Text("10.5pt")).Content.ShouldBe("10.5");
    }
}
