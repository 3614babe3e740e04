using System.Globalization;
using System.Text.Json.Nodes;
using CsCheck;
using Furoshiki.Core.Colour;

namespace Furoshiki.Core.Tests;

/// <summary>What people write for colours.</summary>
public sealed class CssColourTests
{
    private const int Many = 400;
    private static readonly Gen<double> Share = Gen.Double[0, 1];
    private static readonly Gen<double> Hue = Gen.Double[-400, 800];

    private static string Text(FormattableString text) =>
        text.ToString(CultureInfo.InvariantCulture);

    private static readonly Gen<string> Written = Gen.OneOf(
        Gen.Select(Gen.Byte, Gen.Byte, Gen.Byte, (r, g, b) => Text($"rgb({r} {g} {b})")),
        Gen.Select(
            Gen.Byte,
            Gen.Byte,
            Gen.Byte,
            Share,
            (r, g, b, a) => Text($"rgba({r}, {g}, {b}, {a:0.###})")
        ),
        Gen.Select(
            Hue,
            Share,
            Share,
            (h, s, l) => Text($"hsl({h:0.##}deg {s * 100:0.##}% {l * 100:0.##}%)")
        ),
        Gen.Select(
            Hue,
            Share,
            Share,
            (h, w, b) => Text($"hwb({h:0.##} {w * 100:0.##}% {b * 50:0.##}%)")
        ),
        Gen.Select(
            Share,
            Share,
            Share,
            (l, a, b) => Text($"lab({l * 90 + 5:0.##}% {a * 40 - 20:0.##} {b * 40 - 20:0.##})")
        ),
        Gen.Select(
            Share,
            Share,
            Hue,
            (l, c, h) => Text($"lch({l * 90 + 5:0.##} {c * 25:0.##} {h:0.##})")
        ),
        Gen.Select(
            Share,
            Share,
            Share,
            (l, a, b) =>
                Text(
                    $"oklab({l * 0.9 + 0.05:0.####} {a * 0.1 - 0.05:0.####} {b * 0.1 - 0.05:0.####})"
                )
        ),
        Gen.Select(
            Share,
            Share,
            Hue,
            (l, c, h) => Text($"oklch({l * 0.9 + 0.05:0.####} {c * 0.08:0.####} {h:0.##})")
        ),
        Gen.Select(
            Share,
            Share,
            Share,
            (r, g, b) => Text($"color(srgb {r:0.####} {g:0.####} {b:0.####})")
        ),
        Gen.OneOf(
            "rebeccapurple",
            "DarkSlateGrey",
            "lightgoldenrodyellow",
            "#abc",
            "#2b3f8c",
            "#2b3f8c80",
            "transparent"
        )
    );

    private static int Apart(Rgba one, Rgba other) =>
        new[] { one.R - other.R, one.G - other.G, one.B - other.B, one.A - other.A }.Max(Math.Abs);

    [Fact]
    public void What_css_writes_is_read_as_an_independent_library_reads_it()
    {
        var all = Written.Array[Many].Single();
        var answers = Independent.Independent.Answer(
            "hex",
            all.Select(text => new JsonArray(text))
        );
        foreach (var (text, answer) in all.Zip(answers))
        {
            var read = CssColour.Read(text);
            read.ShouldNotBeNull(text);
            Rgba.TryParse(answer!.GetValue<string>(), out var expected).ShouldBeTrue();
            // Beyond sRGB both look for the nearest, until what is left cannot be seen.
            if (read.Note.Length > 0)
                Oklab
                    .From(read.Colour)
                    .DistanceTo(Oklab.From(expected))
                    .ShouldBeLessThan(0.04, text);
            else
                Apart(read.Colour, expected).ShouldBeLessThanOrEqualTo(1, text);
        }
    }

    [Fact]
    public void Lightness_chroma_and_hue_are_those_of_an_independent_library_and_lead_back_to_the_colour()
    {
        var all = Gen.Select(Gen.Byte, Gen.Byte, Gen.Byte, (r, g, b) => new Rgba(r, g, b))
            .Array[Many]
            .Single();
        var answers = Independent.Independent.Answer(
            "oklch",
            all.Select(one => new JsonArray(one.ToString()))
        );
        foreach (var (colour, answer) in all.Zip(answers))
        {
            var own = Oklch.From(colour);
            own.L.ShouldBe(answer![0]!.GetValue<double>(), 1e-4);
            own.C.ShouldBe(answer[1]!.GetValue<double>(), 1e-4);
            if (own.C > 0.01)
                own.H.ShouldBe(answer[2]!.GetValue<double>(), 0.1);
            own.ToRgba().ShouldBe(colour);
        }
    }

    [Fact]
    public void A_colour_that_srgb_has_not_keeps_its_lightness_and_hue() =>
        Gen.Select(
                Gen.Double[0.2, 0.9],
                Gen.Double[0.1, 0.4],
                Gen.Double[0, 360],
                (l, c, h) => new Oklch(l, c, h)
            )
            .Sample(wanted =>
            {
                var near = Oklch.From(wanted.ToRgba());
                near.L.ShouldBe(wanted.L, 0.05);
                if (near.C > 0.05)
                    Math.Abs((near.H - wanted.H + 540) % 360 - 180).ShouldBeLessThan(18);
                near.C.ShouldBeLessThanOrEqualTo(wanted.C + 0.01);
            });

    [Theory]
    [InlineData("2b3f8c", "#2b3f8c", "Its hash sign is missing. Taken for #2b3f8c.")]
    [InlineData("#ff2b3f8c", "#2b3f8c", "Taken for #2b3f8c with its alpha at the front.")]
    [InlineData(
        "ff2b3f8c",
        "#2b3f8c",
        "Its hash sign is missing. Taken for #2b3f8c with its alpha at the front."
    )]
    [InlineData(
        "#2b3f8c80",
        "#2b3f8c80",
        "Taken for #2b3f8c of 50 % opacity, with its alpha at the end."
    )]
    [InlineData("#2b3f8cff", "#2b3f8c", "")]
    [InlineData("  #ABC; ", "#aabbcc", "")]
    public void A_colour_that_was_copied_with_a_trap_is_said_to_be_taken_for_what_it_was(
        string text,
        string colour,
        string note
    )
    {
        var read = CssColour.Read(text)!;
        read.Colour.ToString().ShouldBe(colour);
        read.Note.ShouldBe(note);
        if (note.Contains("alpha", StringComparison.Ordinal))
            read.Otherwise.ShouldNotBeEmpty();
    }

    [Theory]
    [InlineData("")]
    [InlineData("#")]
    [InlineData("#12345")]
    [InlineData("mauvish")]
    [InlineData("red,blue")]
    [InlineData("window")]
    [InlineData("rgb(1 2)")]
    [InlineData("rgb(1 2 nan)")]
    [InlineData("color(display-p4 1 1 1)")]
    [InlineData("url(javascript:alert(1))")]
    public void What_is_no_colour_is_none(string text) => CssColour.Read(text).ShouldBeNull();
}
