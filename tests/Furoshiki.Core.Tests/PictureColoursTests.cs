using System.Collections.Immutable;
using CsCheck;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Fitting;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Tests;

public sealed class PictureColoursTests
{
    private static readonly Gen<Rgba> AnyColour = Gen.Select(
        Gen.Byte,
        Gen.Byte,
        Gen.Byte,
        (r, g, b) => new Rgba(r, g, b)
    );

    private static Raster RasterOf(IReadOnlyList<Rgba> pixels) =>
        new(
            pixels.Count,
            1,
            pixels.SelectMany(one => new[] { one.R, one.G, one.B, one.A }).ToArray()
        );

    [Fact]
    public void A_few_flat_colours_that_stand_apart_are_found_as_they_are_with_their_shares() =>
        Gen.Select(AnyColour.Array[1, 5], Gen.Int[1, 60].Array[5])
            .Where(
                (colours, _) =>
                    colours
                        .SelectMany((one, i) => colours.Skip(i + 1).Select(other => (one, other)))
                        .All(pair => Oklab.From(pair.one).DistanceTo(Oklab.From(pair.other)) > 0.25)
            )
            .Sample(
                (colours, counts) =>
                {
                    var pixels = colours
                        .SelectMany((colour, i) => Enumerable.Repeat(colour, counts[i]))
                        .ToList();
                    PictureColours
                        .Of(RasterOf(pixels))
                        .Select(one => (one.Colour, Math.Round(one.Share * pixels.Count)))
                        .ShouldBe(
                            colours.Select((one, i) => (one, (double)counts[i])),
                            ignoreOrder: true
                        );
                },
                iter: 300
            );

    [Fact]
    public void However_the_pixels_lie_the_colours_are_the_same_few_and_their_shares_make_up_the_whole() =>
        Gen.Select(AnyColour.Array[1, 400], Gen.Int)
            .Sample(
                (pixels, seed) =>
                {
                    var found = PictureColours.Of(RasterOf(pixels));
                    found.Length.ShouldBeInRange(1, PictureColours.Most);
                    found.Sum(one => one.Share).ShouldBe(1, 1e-9);
                    var shuffled = pixels.ToArray();
                    new Random(seed).Shuffle(shuffled);
                    PictureColours.Of(RasterOf(shuffled)).ShouldBe(found);
                },
                iter: 60
            );

    [Fact]
    public void What_cannot_be_seen_does_not_count()
    {
        PictureColours
            .Of(RasterOf([new Rgba(255, 0, 0, 0), new Rgba(0, 0, 255)]))
            .ShouldBe([new PictureColour(new Rgba(0, 0, 255), 1)]);
        PictureColours.Of(RasterOf([new Rgba(1, 2, 3, 0)])).ShouldBeEmpty();
        ColourBuild.AccentOf([]).ShouldBeNull();
    }

    [Fact]
    public void The_lamp_in_the_night_is_found_and_calls_the_eye()
    {
        var lamp = new Rgba(0xF2, 0xA9, 0x3B);
        var night = Enumerable.Range(0, 2000).Select(i => new Rgba(10, 12, (byte)(40 + i / 50)));
        var found = PictureColours.Of(RasterOf([.. night, .. Enumerable.Repeat(lamp, 16)]));
        found.ShouldContain(one => one.Colour == lamp);
        ColourBuild.AccentOf(found).ShouldBe(lamp);
    }

    [Fact]
    public void Whatever_colours_are_built_from_every_text_reaches_its_contrast_and_the_tone_is_as_wanted() =>
        Gen.Select(AnyColour, AnyColour, Gen.Bool)
            .Sample(
                (accent, ground, isDark) =>
                {
                    var built = ColourBuild.From(accent, ground, isDark);
                    built.Keys.ShouldBe(Role.All.Cast<Setting<Rgba>>(), ignoreOrder: true);
                    Reaches(built, Contrast.OfText, Role.Text, Role.View, Role.Window);
                    Reaches(built, Contrast.OfText, Role.DimText, Role.View, Role.Window);
                    Reaches(built, Contrast.OfText, Role.Link, Role.View);
                    Reaches(built, Contrast.OfText, Role.TitleText, Role.Title);
                    Reaches(built, Contrast.OfText, Role.PanelText, Role.Panel);
                    Reaches(built, Contrast.OfText, Role.SelectionText, Role.Selection);
                    Reaches(built, Contrast.OfMark, Role.Focus, Role.View, Role.Window);
                    Reaches(
                        built,
                        Contrast.OfMark,
                        Role.Accent,
                        Role.View,
                        Role.Window,
                        Role.Panel
                    );
                    Reaches(
                        built,
                        Contrast.OfMark,
                        Role.Urgent,
                        Role.View,
                        Role.Window,
                        Role.Panel
                    );
                    (Contrast.Luminance(built[Role.View]) < 0.5).ShouldBe(isDark);
                },
                iter: 2000
            );

    private static void Reaches(
        ImmutableDictionary<Setting<Rgba>, Rgba> built,
        double wanted,
        Setting<Rgba> role,
        params Setting<Rgba>[] grounds
    )
    {
        foreach (var ground in grounds)
            Contrast
                .Between(built[role], built[ground])
                .ShouldBeGreaterThanOrEqualTo(wanted, $"{role.Name} on {ground.Name}");
    }
}
