using System.Collections.Immutable;
using CsCheck;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Tests;

public sealed class DistanceTests
{
    private static readonly SettingType Number = new SettingType.Number("px", -50, 50);
    private static readonly SettingType Colour = new SettingType.Colour();
    private static readonly SettingType List = new SettingType.List();
    private static readonly SettingType Place = new SettingType.Geometry();

    private static readonly Gen<(SettingType Type, SettingValue?[] Values)> Values = Gen.OneOf(
        Some(Number, Gen.Int[-50, 50].Select(one => (SettingValue)new SettingValue.Number(one))),
        Some(
            Colour,
            Gen.Select(Gen.Byte, Gen.Byte, Gen.Byte, Gen.Byte)
                .Select((r, g, b, a) => (SettingValue)new SettingValue.Colour(new Rgba(r, g, b, a)))
        ),
        Some(
            List,
            Gen.String[Gen.Char["ab"], 0, 2]
                .Array[0, 4]
                .Select(all => (SettingValue)new SettingValue.List([.. all]))
        ),
        Some(
            Place,
            Gen.Select(Gen.Int[-9, 9], Gen.Int[-9, 9], Gen.Int[1, 9], Gen.Int[1, 9])
                .Select((x, y, w, h) => (SettingValue)new SettingValue.Geometry(x, y, w, h))
        ),
        Some(
            new SettingType.Extent(),
            Gen.Select(Gen.Bool, Gen.Int[1, 100])
                .Select(
                    (isPixels, much) =>
                        isPixels
                            ? new SettingValue.Pixels(much)
                            : (SettingValue)new SettingValue.Number(much)
                )
        ),
        Some(
            new SettingType.Flag(),
            Gen.Bool.Select(one => (SettingValue)new SettingValue.Flag(one))
        )
    );

    /// <summary>Looks of three kinds, near enough to each other for every way over a third to matter.</summary>
    private static readonly Gen<Look> Looks = Gen.Select(
            Maybe(
                Gen.Dictionary(
                        Gen.OneOf("panel", "text", "accent"),
                        Gen.Byte[250, 255]
                            .Select(level =>
                                (SettingValue)new SettingValue.Colour(new Rgba(level, 9, 9))
                            )
                    )[0, 3]
                    .Select(roles =>
                        Component.Of(
                            ColoursKind.Kind,
                            roles.Select(one =>
                                KeyValuePair.Create(new SettingKey(one.Key), one.Value)
                            )
                        )
                    )
            ),
            Maybe(
                Gen.Dictionary(Gen.OneOf("a", "b", "c"), Gen.Int[20, 23])[0, 3]
                    .Select(panels =>
                        Component.Of(
                            PanelsKind.Kind,
                            panels.Select(one =>
                                KeyValuePair.Create(
                                    new SettingKey("thickness", one.Key),
                                    (SettingValue)new SettingValue.Number(one.Value)
                                )
                            )
                        )
                    )
            ),
            Maybe(
                Gen.Int[0, 5]
                    .Select(set =>
                        Component.Of(
                            IconsKind.Kind,
                            [
                                KeyValuePair.Create(
                                    new SettingKey("set"),
                                    (SettingValue)new SettingValue.Text("Fold")
                                ),
                            ]
                        ) with
                        {
                            Assets = [new Asset("Fold", "set", null, true, Sets[set].Digest)],
                        }
                    )
            )
        )
        .Select(
            (colours, panels, icons) =>
                Look.Of(new Component?[] { colours, panels, icons }.OfType<Component>())
        );

    private static readonly ImmutableArray<Tree> Sets =
    [
        .. Enumerable
            .Range(1, 6)
            .Select(bits =>
                Tree.Of(
                    Enumerable
                        .Range(0, 3)
                        .Where(bit => (bits >> bit & 1) == 1)
                        .Select(bit =>
                            KeyValuePair.Create(
                                $"{bit}.svg",
                                FileState.OfFile(Asset.CommonMode, 1, Digest.Of([(byte)bit]))
                            )
                        )
                )
            ),
    ];

    private static Gen<(SettingType, SettingValue?[])> Some(
        SettingType type,
        Gen<SettingValue> values
    ) => Maybe(values).Array[3].Select(all => (type, all));

    private static Gen<T?> Maybe<T>(Gen<T> all)
        where T : class => Gen.Frequency((4, all.Select(one => (T?)one)), (1, Gen.Const((T?)null)));

    private static Tree? FindTree(Digest digest) => Sets.First(one => one.Digest == digest);

    [Fact]
    public void Of_every_type_of_setting_the_distance_is_a_metric() =>
        Values.Sample(
            (type, values) =>
                IsMetric(
                    values,
                    (one, other) => Distance.Between(type, one, other),
                    value => value
                ),
            iter: 20_000
        );

    [Fact]
    public void Of_looks_the_distance_is_a_metric_and_nought_only_between_twins() =>
        Looks
            .Array[3]
            .Sample(
                looks =>
                    IsMetric(
                        looks,
                        (one, other) =>
                            PartDistance.Mean([.. Distance.Between(one, other, FindTree)]),
                        look => look.Digest
                    ),
                iter: 20_000
            );

    private static void IsMetric<T>(
        T[] three,
        Func<T, T, double> distance,
        Func<T, object?> identity
    )
    {
        var (one, other, third) = (three[0], three[1], three[2]);
        var straight = distance(one, other);
        straight.ShouldBeInRange(0, 1);
        (straight == 0).ShouldBe(Equals(identity(one), identity(other)));
        straight.ShouldBe(distance(other, one), 1e-12);
        straight.ShouldBeLessThanOrEqualTo(distance(one, third) + distance(third, other) + 1e-9);
    }

    [Theory]
    [InlineData(24, 32, 0.25)]
    [InlineData(-10, 10, 1)]
    [InlineData(0, 5, 1)]
    public void Of_numbers_it_is_the_difference_as_a_share_of_the_larger(
        double one,
        double other,
        double apart
    ) =>
        Distance
            .Between(Number, new SettingValue.Number(one), new SettingValue.Number(other))
            .ShouldBe(apart, 1e-9);

    [Fact]
    public void Black_and_white_are_all_apart_and_places_by_what_only_one_covers()
    {
        Distance
            .Between(
                Colour,
                new SettingValue.Colour(new Rgba(0, 0, 0)),
                new SettingValue.Colour(new Rgba(255, 255, 255))
            )
            .ShouldBe(1, 1e-6);
        Distance
            .Between(
                Place,
                new SettingValue.Geometry(0, 0, 10, 10),
                new SettingValue.Geometry(5, 0, 10, 10)
            )
            .ShouldBe(2.0 / 3, 1e-9);
        // One entry goes and one comes, of three that there are in all: 2 x 2 / (2 + 2 + 2).
        Distance
            .Between(List, new SettingValue.List(["a", "b"]), new SettingValue.List(["b", "c"]))
            .ShouldBe(2.0 / 3, 1e-9);
    }

    [Fact]
    public void A_set_of_which_files_were_edited_is_as_far_as_those_are_of_all() =>
        Distance
            .Between(Icons(0b011), Icons(0b110), FindTree)
            // Of three files one is in both, so 2/3 of the set; the set is all there is: 2 x 2/3 / (1/2 + 1/2 + 2/3).
            .ShouldBe(0.8, 1e-9);

    private static Component Icons(int files) =>
        Component.Of(
            IconsKind.Kind,
            [
                KeyValuePair.Create(
                    new SettingKey("set"),
                    (SettingValue)new SettingValue.Text("Fold")
                ),
            ]
        ) with
        {
            Assets = [new Asset("Fold", "set", null, true, Sets[files - 1].Digest)],
        };

    [Fact]
    public void What_only_one_look_has_counts_half_by_its_weight_for_the_eye()
    {
        var icons = Icons(1);
        PartDistance
            .Mean([.. Distance.Between(Look.Of([icons]), Look.Of([]), FindTree)])
            .ShouldBe(0.08 / 2, 1e-9);
        Kind.All.Sum(kind => kind.Weight).ShouldBe(100);
        Kind.All.ShouldAllBe(kind => kind.Weight > 0);
    }

    [Fact]
    public void The_more_settings_differ_the_further_apart_two_looks_are()
    {
        var desktop = new TestDesktop();
        var before = desktop.Read().Look[BordersKind.Kind]!;
        var last = 0.0;
        foreach (
            var (from, to) in new[]
            {
                ("thickness=1", "thickness=4"),
                ("shadow=true", "shadow=false"),
            }
        )
        {
            desktop.With(TestDesktop.Windows, from, to);
            var apart = Distance.Between(before, desktop.Read().Look[BordersKind.Kind]!, FindTree);
            apart.ShouldBeGreaterThan(last);
            last = apart;
        }
    }
}
