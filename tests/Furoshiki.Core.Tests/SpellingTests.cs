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

    [Fact]
    public void A_number_that_is_rounded_to_one_with_a_spelling_of_its_own_is_spelt_as_that()
    {
        var gap = new Spelling(
            ImmutableDictionary<string, NativeValue>.Empty.Add("1", NativeValue.Text("thin")),
            Decimals: 0,
            Suffix: "px"
        );
        gap.ToFile(NativeValue.Number("0.98")).Content.ShouldBe("thin");
        gap.ToFile(NativeValue.Number("2.2")).Content.ShouldBe("2px");
        gap.FromFile(NativeValue.Text("thin")).Content.ShouldBe("1");
    }

    private static readonly Gen<string> AnyText = Gen.OneOf(
            "",
            "1",
            "px",
            "1px",
            "none",
            " ",
            ",",
            ", ",
            "#",
            "\"",
            "dark"
        )
        .Array[0, 3]
        .Select(string.Concat);

    private static readonly Gen<Spelling> AnySpelling =
        from values in Gen.Select(AnyText, AnyText).Array[0, 4]
        from suffix in Gen.OneOf<string?>(null, "px", "\"", ";", " 1")
        from quotes in Gen.OneOf<char?>(null, '"', '\'')
        from separator in Gen.OneOf<string?>(null, ", ", ",", " ", "::")
        from decimals in Gen.OneOf<int?>(null, 0, 2)
        from scale in Gen.OneOf(1, 2.55, 0.01)
        from colour in Gen.Enum<ColourNotation>()
        select new Spelling(
            values
                .DistinctBy(pair => pair.Item1)
                .DistinctBy(pair => pair.Item2)
                .ToImmutableDictionary(pair => pair.Item1, pair => NativeValue.Text(pair.Item2)),
            scale,
            separator is null ? decimals : null,
            suffix,
            separator,
            quotes,
            separator is null && decimals is null ? colour : ColourNotation.Css
        );

    [Fact]
    public void Whatever_a_spelling_combines_what_it_writes_is_read_as_the_same_or_is_refused() =>
        Gen.Select(
                AnySpelling,
                AnyText,
                AnyText.Array[0, 3],
                Gen.Double[-1000, 1000],
                Gen.Byte.Array[4]
            )
            .Sample(
                (spelling, text, items, number, channels) =>
                {
                    var value =
                        spelling.Separator is not null ? NativeValue.List([.. items])
                        : spelling.Decimals is not null
                            ? NativeValue.Number(CanonicalJson.Number(number))
                        : spelling.Colour != ColourNotation.Css
                            ? NativeValue.Text(
                                $"{new Colour.Rgba(channels[0], channels[1], channels[2], channels[3])}"
                            )
                        : NativeValue.Text(text);
                    NativeValue written;
                    try
                    {
                        written = spelling.ToFile(value);
                    }
                    catch (SettingsFileException)
                    {
                        return;
                    }
                    // A file that knows no types says no more than the text.
                    var read = spelling.FromFile(NativeValue.Untyped(written.Content, []));
                    if (spelling.Decimals is null)
                        (read.Content, string.Join('|', read.Items)).ShouldBe(
                            (value.Content, string.Join('|', value.Items))
                        );
                    spelling.ToFile(read).Content.ShouldBe(written.Content);
                },
                iter: 20_000
            );

    [Fact]
    public void The_manner_in_which_a_file_has_a_colour_is_kept()
    {
        var alpha = Colours(ColourNotation.AlphaFirst);
        alpha.ToFile(Text("#2b3f8c"), Text("#c24f38")).Content.ShouldBe("#2b3f8c");
        alpha.ToFile(Text("#2b3f8c80"), Text("#c24f38")).Content.ShouldBe("#802b3f8c");
        alpha.ToFile(Text("#2b3f8c"), Text("#FFC24F38")).Content.ShouldBe("#FF2B3F8C");
        Spelling.Plain.ToFile(Text("#2b3f8c"), Text("#C24F38")).Content.ShouldBe("#2B3F8C");
        Spelling.Plain.ToFile(Text("#2b3f8c"), Text("#112233")).Content.ShouldBe("#2b3f8c");
        Spelling.Plain.ToFile(Text("dark"), Text("ABC")).Content.ShouldBe("dark");

        static NativeValue Text(string text) => NativeValue.Text(text);
    }

    [Theory]
    [InlineData("rgb:f/8/0", "#ff8800")]
    [InlineData("rgb:ff/80/00", "#ff8000")]
    [InlineData("RGB:ffff/8000/0000", "#ff8000")]
    [InlineData("rgb:fff/800/000", "#ff8000")]
    public void A_colour_as_X_spells_it_is_read(string theirs, string ours) =>
        Spelling.Plain.FromFile(NativeValue.Text(theirs)).Content.ShouldBe(ours);
}
