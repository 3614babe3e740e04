using Furoshiki.Core.Colour;

namespace Furoshiki.Core.Tests;

public sealed class ColourTests
{
    // Sharma, Wu, Dalal: "The CIEDE2000 Color-Difference Formula", table 1: pairs 1 to 34.
    public static TheoryData<
        double,
        double,
        double,
        double,
        double,
        double,
        double
    > PublishedPairs =>
        new()
        {
            { 50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425 },
            { 50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615 },
            { 50, 2.8361, -74.0200, 50, 0, -82.7485, 3.4412 },
            { 50, -1.3802, -84.2814, 50, 0, -82.7485, 1.0000 },
            { 50, -1.1848, -84.8006, 50, 0, -82.7485, 1.0000 },
            { 50, -0.9009, -85.5211, 50, 0, -82.7485, 1.0000 },
            { 50, 0, 0, 50, -1, 2, 2.3669 },
            { 50, -1, 2, 50, 0, 0, 2.3669 },
            { 50, 2.4900, -0.0010, 50, -2.4900, 0.0009, 7.1792 },
            { 50, 2.4900, -0.0010, 50, -2.4900, 0.0010, 7.1792 },
            { 50, 2.4900, -0.0010, 50, -2.4900, 0.0011, 7.2195 },
            { 50, 2.4900, -0.0010, 50, -2.4900, 0.0012, 7.2195 },
            { 50, -0.0010, 2.4900, 50, 0.0009, -2.4900, 4.8045 },
            { 50, -0.0010, 2.4900, 50, 0.0010, -2.4900, 4.8045 },
            { 50, -0.0010, 2.4900, 50, 0.0011, -2.4900, 4.7461 },
            { 50, 2.5000, 0, 50, 0, -2.5000, 4.3065 },
            { 50, 2.5000, 0, 73, 25, -18, 27.1492 },
            { 50, 2.5000, 0, 61, -5, 29, 22.8977 },
            { 50, 2.5000, 0, 56, -27, -3, 31.9030 },
            { 50, 2.5000, 0, 58, 24, 15, 19.4535 },
            { 50, 2.5000, 0, 50, 3.1736, 0.5854, 1.0000 },
            { 50, 2.5000, 0, 50, 3.2972, 0, 1.0000 },
            { 50, 2.5000, 0, 50, 1.8634, 0.5757, 1.0000 },
            { 50, 2.5000, 0, 50, 3.2592, 0.3350, 1.0000 },
            { 60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644 },
            { 63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.2630 },
            { 61.2901, 3.7196, -5.3901, 61.4292, 2.2480, -4.9620, 1.8731 },
            { 35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645 },
            { 22.7233, 20.0904, -46.6940, 23.0331, 14.9730, -42.5619, 2.0373 },
            { 36.4612, 47.8580, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146 },
            { 90.8027, -2.0831, 1.4410, 91.1528, -1.6435, 0.0447, 1.4441 },
            { 90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381 },
            { 6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377 },
            { 2.0776, 0.0795, -1.1350, 0.9033, -0.0636, -0.5514, 0.9082 },
        };

    [Theory]
    [MemberData(nameof(PublishedPairs))]
    public void The_difference_of_two_colours_is_the_published_one(
        double l1,
        double a1,
        double b1,
        double l2,
        double a2,
        double b2,
        double published
    )
    {
        var (first, second) = (new Lab(l1, a1, b1), new Lab(l2, a2, b2));
        first.DifferenceTo(second).ShouldBe(published, 0.00005);
        second.DifferenceTo(first).ShouldBe(published, 0.00005);
    }

    [Theory]
    [InlineData("#ffffff", 100, 0, 0)]
    [InlineData("#ff0000", 53.24, 80.09, 67.20)]
    [InlineData("#0000ff", 32.30, 79.19, -107.86)]
    public void Primaries_have_their_known_place_in_Lab(string hex, double l, double a, double b)
    {
        Rgba.TryParse(hex, out var colour).ShouldBeTrue();
        var lab = Lab.From(colour);
        lab.L.ShouldBe(l, 0.02);
        lab.A.ShouldBe(a, 0.02);
        lab.B.ShouldBe(b, 0.02);
    }

    [Theory]
    [InlineData("#2b3f8c", "#2b3f8c")]
    [InlineData("#ABC", "#aabbcc")]
    [InlineData("#abc8", "#aabbcc88")]
    [InlineData("#11223344", "#11223344")]
    public void A_colour_is_read_in_every_hexadecimal_notation_of_CSS(string text, string written)
    {
        Rgba.TryParse(text, out var colour).ShouldBeTrue();
        colour.ToString().ShouldBe(written);
    }

    [Theory]
    [InlineData("2b3f8c")]
    [InlineData("#2b3f8")]
    [InlineData("#gggggg")]
    [InlineData("")]
    public void What_is_no_colour_is_not_taken_for_one(string text) =>
        Rgba.TryParse(text, out _).ShouldBeFalse();
}
