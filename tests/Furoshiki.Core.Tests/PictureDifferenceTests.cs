using System.Xml.Linq;
using CsCheck;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Tests;

public sealed class PictureDifferenceTests
{
    private const string Svg = "xmlns=\"http://www.w3.org/2000/svg\"";

    private static readonly Gen<Raster> Pictures = Gen
        .Byte.Array[5 * 4 * 4]
        .Select(bytes => new Raster(5, 4, bytes));

    private static string[] Marked(string drawing, string other) =>
        [
            .. XDocument
                .Parse(PictureDifference.Mark(drawing, other))
                .Descendants()
                .Where(one => one.Attribute(PictureDifference.Same) is not null)
                .Select(one => (string)one.Attribute("id")!),
        ];

    [Fact]
    public void Of_a_picture_nothing_differs_from_itself_and_what_differs_is_the_same_from_both_sides() =>
        Gen.Select(Pictures, Pictures)
            .Sample(
                (one, other) =>
                {
                    PictureDifference.Share(one, one).ShouldBe(0);
                    var share = PictureDifference.Share(one, other);
                    share.ShouldBeInRange(0, 1);
                    share.ShouldBe(PictureDifference.Share(other, one));
                }
            );

    [Fact]
    public void A_pixel_counts_where_the_eye_sees_that_it_differs()
    {
        Raster Of(params Rgba[] pixels) =>
            new(
                pixels.Length,
                1,
                pixels.SelectMany(one => new[] { one.R, one.G, one.B, one.A }).ToArray()
            );
        var grey = new Rgba(128, 128, 128);
        PictureDifference
            .Share(
                Of(grey, grey, grey, grey),
                Of(grey, new Rgba(129, 128, 128), new Rgba(0, 0, 0), new Rgba(255, 0, 0))
            )
            .ShouldBe(0.5);
    }

    [Fact]
    public void Pictures_of_two_sizes_cannot_be_held_against_each_other() =>
        Should.Throw<ArgumentException>(() =>
            PictureDifference.Share(new Raster(2, 1, new byte[8]), new Raster(1, 2, new byte[8]))
        );

    [Fact]
    public void What_is_drawn_just_so_at_the_same_place_is_marked_whatever_it_is_called()
    {
        var first = $"""
            <svg {Svg}><g data-kind="panels" transform="translate(1 1)"><rect id="a" width="1"/><rect id="b" width="2"/></g><g><text id="c">Moon</text></g></svg>
            """;
        var other = $"""
            <svg {Svg}><g data-kind="dock" data-name="Dock" transform="translate(1 1)"><rect id="a" width="1"/><rect id="b" width="3"/></g><g><text id="c">Moon</text></g></svg>
            """;
        Marked(other, first).ShouldBe(["a", "c"]);
        Marked(first, first).ShouldBe(["a", "b", "c"]);
    }

    [Fact]
    public void What_is_moved_with_all_around_it_is_at_another_place()
    {
        string Drawing(int x) =>
            $"<svg {Svg}><g transform=\"translate({x} 0)\"><rect id=\"a\" width=\"1\"/></g></svg>";
        Marked(Drawing(1), Drawing(2)).ShouldBeEmpty();
    }

    [Fact]
    public void What_is_only_referred_to_is_no_part_of_what_is_seen()
    {
        var drawing =
            $"<svg {Svg}><defs><rect id=\"a\" width=\"1\"/></defs><rect id=\"b\" width=\"1\"/></svg>";
        Marked(drawing, drawing).ShouldBe(["b"]);
    }
}
