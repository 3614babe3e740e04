using CsCheck;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Tests;

public sealed class LikenessTests
{
    private static readonly Gen<SettingValue> Values = Gen.OneOf(
        Gen.Int[-50, 50].Select(one => (SettingValue)new SettingValue.Number(one)),
        Gen.Select(Gen.Byte, Gen.Byte, Gen.Byte)
            .Select((r, g, b) => (SettingValue)new SettingValue.Colour(new Rgba(r, g, b))),
        Gen.String[Gen.Char["ab"], 0, 2]
            .Array[0, 3]
            .Select(all => (SettingValue)new SettingValue.List([.. all])),
        Gen.Select(Gen.Int[-9, 9], Gen.Int[-9, 9], Gen.Int[1, 9], Gen.Int[1, 9])
            .Select((x, y, w, h) => (SettingValue)new SettingValue.Geometry(x, y, w, h)),
        Gen.Bool.Select(one => (SettingValue)new SettingValue.Flag(one))
    );

    [Fact]
    public void Likeness_lies_between_none_and_all_is_the_same_from_both_sides_and_all_of_what_is_equal() =>
        Gen.Select(Values, Values)
            .Sample(
                (one, other) =>
                {
                    var alike = Likeness.Between(one, other);
                    alike.ShouldBeInRange(0, 1);
                    alike.ShouldBe(Likeness.Between(other, one), 1e-9);
                    Likeness.Between(one, one).ShouldBe(1);
                    Likeness.Between(one, null).ShouldBe(0);
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
            .Between(new SettingValue.Number(one), new SettingValue.Number(other))
            .ShouldBe(alike, 1e-9);

    [Fact]
    public void Black_and_white_have_nothing_in_common_and_places_as_much_as_they_cover_together()
    {
        Likeness
            .Between(
                new SettingValue.Colour(new Rgba(0, 0, 0)),
                new SettingValue.Colour(new Rgba(255, 255, 255))
            )
            .ShouldBe(0, 1e-3);
        Likeness
            .Between(
                new SettingValue.Geometry(0, 0, 10, 10),
                new SettingValue.Geometry(5, 0, 10, 10)
            )
            .ShouldBe(1.0 / 3, 1e-9);
        Likeness
            .Between(new SettingValue.List(["a", "b"]), new SettingValue.List(["b", "c"]))
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
