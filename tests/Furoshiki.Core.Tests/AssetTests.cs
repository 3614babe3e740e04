using System.Text;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Switching;

namespace Furoshiki.Core.Tests;

public sealed class AssetTests
{
    private const string Icons = "home/.local/share/icons";

    private static TestDesktop WithSet(TestDesktop desktop, string name, string inherits)
    {
        desktop.Files[$"{Icons}/{name}/index.theme"] = Encoding.UTF8.GetBytes(
            $"[Icon Theme]\nName={name}\nInherits={inherits}\n"
        );
        return desktop;
    }

    private static IEnumerable<Asset> IconsOf(TestDesktop desktop, string set)
    {
        desktop.With(TestDesktop.Windows, "set=Fold-Slate", $"set={set}");
        return desktop.Read().Look[IconsKind.Kind]!.Assets;
    }

    [Fact]
    public void Sets_that_inherit_from_each_other_in_a_circle_are_each_taken_once()
    {
        var desktop = WithSet(
            WithSet(WithSet(new TestDesktop(), "One", "Two"), "Two", "Three,One"),
            "Three",
            "Two, One"
        );
        IconsOf(desktop, "One").Select(asset => asset.Name).ShouldBe(["One", "Two", "Three"]);
    }

    [Fact]
    public void A_parent_that_is_not_there_is_recorded_as_not_found_and_the_others_are_taken()
    {
        var assets = IconsOf(WithSet(new TestDesktop(), "One", "Nowhere,Fold"), "One").ToList();
        assets
            .Select(asset => (asset.Name, asset.Path))
            .ShouldBe([
                ("One", "data:icons/One"),
                ("Nowhere", null),
                ("Fold", "system:icons/Fold"),
            ]);
        assets[1].Content.ShouldBeNull();
    }

    [Fact]
    public void The_persons_own_set_comes_before_one_of_the_same_name_in_the_system()
    {
        var desktop = WithSet(new TestDesktop(), "Fold", "");
        IconsOf(desktop, "Fold").Single().Path.ShouldBe("data:icons/Fold");
    }

    [Theory]
    [InlineData("../../../.config/engawa")]
    [InlineData("/etc")]
    [InlineData("a//b")]
    public void A_name_that_is_a_way_out_of_its_folder_finds_nothing(string name) =>
        IconsOf(new TestDesktop(), name).Single().Path.ShouldBeNull();

    [Fact]
    public void A_set_whose_index_cannot_be_read_is_taken_without_parents()
    {
        var desktop = new TestDesktop();
        desktop.Files[$"{Icons}/Odd/index.theme"] = [0xFF, 0xFE];
        IconsOf(desktop, "Odd").Single().Path.ShouldBe("data:icons/Odd");
    }

    [Fact]
    public void The_set_that_all_inherit_from_comes_last_where_it_is_there_and_only_there()
    {
        var desktop = WithSet(new TestDesktop(), "One", "hicolor,Fold");
        IconsOf(desktop, "One").Select(asset => asset.Name).ShouldBe(["One", "Fold"]);
        WithSet(desktop, "hicolor", "");
        desktop.Read().Look[IconsKind.Kind]!
            .Assets.Select(asset => asset.Name)
            .ShouldBe(["One", "Fold", "hicolor"]);
        WithSet(desktop, "One", "Fold");
        desktop.Read().Look[IconsKind.Kind]!
            .Assets.Select(asset => asset.Name)
            .ShouldBe(["One", "Fold", "hicolor"]);
    }

    [Fact]
    public void What_a_program_adds_to_the_set_that_all_inherit_from_is_no_change_of_a_look()
    {
        var desktop = WithSet(WithSet(new TestDesktop(), "One", ""), "hicolor", "");
        IconsOf(desktop, "One").Last().Name.ShouldBe("hicolor");
        var saved = desktop.Read().Look[IconsKind.Kind]!;
        desktop.Files[$"{Icons}/hicolor/48x48/apps/clock.svg"] = "<svg/>"u8.ToArray();
        var now = desktop.Read().Look[IconsKind.Kind]!;
        now.ShouldNotBe(saved);
        Adaptation.Fit(saved, TestDesktop.Map, TestDesktop.Map, now).Component.ShouldBe(now);
    }

    [Fact]
    public void The_set_that_all_inherit_from_is_one_like_others_for_a_person_who_chose_it()
    {
        var desktop = WithSet(new TestDesktop(), "hicolor", "");
        IconsOf(desktop, "hicolor").Single().Path.ShouldBe("data:icons/hicolor");
        var saved = desktop.Read().Look[IconsKind.Kind]!;
        desktop.Files[$"{Icons}/hicolor/48x48/apps/clock.svg"] = "<svg/>"u8.ToArray();
        var now = desktop.Read().Look[IconsKind.Kind]!;
        Adaptation.Fit(saved, TestDesktop.Map, TestDesktop.Map, now).Component.ShouldBe(saved);
    }

    [Fact]
    public void No_name_means_no_asset() => IconsOf(new TestDesktop(), "").ShouldBeEmpty();
}
