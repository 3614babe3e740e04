using CsCheck;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Tests;

public sealed class LikenessTests
{
    private static readonly SettingType Number = new SettingType.Number("px", -50, 50);
    private static readonly SettingType Colour = new SettingType.Colour();
    private static readonly SettingType List = new SettingType.List();
    private static readonly SettingType Place = new SettingType.Geometry();

    private static readonly Gen<(SettingType Type, SettingValue One, SettingValue Other)> Values =
        Gen.OneOf(
            TwoOf(
                Number,
                Gen.Int[-50, 50].Select(one => (SettingValue)new SettingValue.Number(one))
            ),
            TwoOf(
                Colour,
                Gen.Select(Gen.Byte, Gen.Byte, Gen.Byte)
                    .Select((r, g, b) => (SettingValue)new SettingValue.Colour(new Rgba(r, g, b)))
            ),
            TwoOf(
                List,
                Gen.String[Gen.Char["ab"], 0, 2]
                    .Array[0, 3]
                    .Select(all => (SettingValue)new SettingValue.List([.. all]))
            ),
            TwoOf(
                Place,
                Gen.Select(Gen.Int[-9, 9], Gen.Int[-9, 9], Gen.Int[1, 9], Gen.Int[1, 9])
                    .Select((x, y, w, h) => (SettingValue)new SettingValue.Geometry(x, y, w, h))
            ),
            TwoOf(
                new SettingType.Extent(),
                Gen.Select(Gen.Bool, Gen.Int[1, 100])
                    .Select(
                        (isPixels, much) =>
                            isPixels
                                ? new SettingValue.Pixels(much)
                                : (SettingValue)new SettingValue.Number(much)
                    )
            ),
            TwoOf(
                new SettingType.Flag(),
                Gen.Bool.Select(one => (SettingValue)new SettingValue.Flag(one))
            )
        );

    private static Gen<(SettingType, SettingValue, SettingValue)> TwoOf(
        SettingType type,
        Gen<SettingValue> values
    ) => Gen.Select(values, values).Select((one, other) => (type, one, other));

    [Fact]
    public void Likeness_lies_between_none_and_all_is_the_same_from_both_sides_and_all_of_what_is_equal() =>
        Values.Sample(
            (type, one, other) =>
            {
                var alike = Likeness.Between(type, one, other);
                alike.ShouldBeInRange(0, 1);
                alike.ShouldBe(Likeness.Between(type, other, one), 1e-9);
                Likeness.Between(type, one, one).ShouldBe(1);
                Likeness.Between(type, one, null).ShouldBe(0);
            }
        );

    [Theory]
    [InlineData(24, 32, 0.75)]
    [InlineData(-10, 10, 0)]
    [InlineData(0, 5, 0)]
    public void A_number_is_as_like_another_as_it_is_a_share_of_it(
        double one,
        double other,
        double alike
    ) =>
        Likeness
            .Between(Number, new SettingValue.Number(one), new SettingValue.Number(other))
            .ShouldBe(alike, 1e-9);

    [Fact]
    public void Black_and_white_have_nothing_in_common_and_places_as_much_as_they_cover_together()
    {
        Likeness
            .Between(
                Colour,
                new SettingValue.Colour(new Rgba(0, 0, 0)),
                new SettingValue.Colour(new Rgba(255, 255, 255))
            )
            .ShouldBe(0, 1e-3);
        Likeness
            .Between(
                Place,
                new SettingValue.Geometry(0, 0, 10, 10),
                new SettingValue.Geometry(5, 0, 10, 10)
            )
            .ShouldBe(1.0 / 3, 1e-9);
        Likeness
            .Between(List, new SettingValue.List(["a", "b"]), new SettingValue.List(["b", "c"]))
            .ShouldBe(0.5, 1e-9);
    }

    [Fact]
    public void A_look_is_all_like_itself_and_the_more_settings_differ_the_less()
    {
        var desktop = new TestDesktop();
        var before = desktop.Read().Look[BordersKind.Kind]!;
        Likeness.Between(before, before).Share.ShouldBe(1);
        var last = 1.0;
        foreach (
            var (from, to) in new[]
            {
                ("thickness=1", "thickness=4"),
                ("shadow=true", "shadow=false"),
            }
        )
        {
            desktop.With(TestDesktop.Windows, from, to);
            var share = Likeness.Between(before, desktop.Read().Look[BordersKind.Kind]!).Share;
            share.ShouldBeLessThan(last);
            last = share;
        }
    }
}
