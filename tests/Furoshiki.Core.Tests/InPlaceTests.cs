using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Tests;

/// <summary>Assets that stand in each other's place in two components.</summary>
public sealed class InPlaceTests
{
    [Fact]
    public void Assets_of_one_name_are_held_against_each_other_and_the_others_in_their_order_by_setting() =>
        Pairs(
                Part(("set", "Amber", "1"), ("set", "Base", "2"), ("sound", "a.wav", "3")),
                Part(("set", "Red", "4"), ("set", "Base", "5"), ("sound", "b.wav", "6"))
            )
            .ShouldBe(["Base", "Amber \u2192 Red", "a.wav \u2192 b.wav"]);

    [Fact]
    public void What_has_the_same_content_under_another_name_or_stands_alone_differs_in_no_file() =>
        Pairs(
                Part(("set", "Amber", "1"), ("sound", "a.wav", "3")),
                Part(("set", "Red", "1"), ("set", "More", "2"), (null, "note", "4"))
            )
            .ShouldBeEmpty();

    [Fact]
    public void A_component_differs_from_itself_in_nothing_and_from_another_as_much_both_ways()
    {
        var (one, other) = (
            Part(("set", "Amber", "1"), ("set", "Base", "2")),
            Part(("set", "Red", "4"), ("set", "Base", "5"))
        );
        Pairs(one, one).ShouldBeEmpty();
        Pairs(other, one).Count.ShouldBe(Pairs(one, other).Count);
    }

    private static IReadOnlyList<string> Pairs(Component from, Component to) =>
        [
            .. Difference
                .InPlace(Difference.Between(from.Kind, from, to, _ => null), _ => null)
                .Select(one => one.Name),
        ];

    private static Component Part(params (string? Setting, string Name, string Text)[] assets) =>
        Component.Of(Kind.Get("icons"), []) with
        {
            Assets =
            [
                .. assets.Select(one => new Asset(
                    one.Name,
                    one.Setting,
                    null,
                    IsFolder: false,
                    Digest.Of(System.Text.Encoding.ASCII.GetBytes(one.Text))
                )),
            ],
        };
}
