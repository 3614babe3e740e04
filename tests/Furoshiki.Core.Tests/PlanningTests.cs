using System.Collections.Immutable;
using System.Text;
using CsCheck;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Switching;

namespace Furoshiki.Core.Tests;

public sealed class PlanningTests
{
    private static SwitchPlan Plan(TestDesktop desktop, Look look, params string[] cover) =>
        new SwitchPlanner(
            TestDesktop.Map,
            desktop.Read(),
            desktop,
            desktop,
            _ => TestDesktop.Map
        ).Plan(look, cover.Length > 0 ? cover : [.. Kind.All.Select(kind => kind.Name)]);

    /// <summary>Does to the desktop in memory what a plan says.</summary>
    private static void CarryOut(TestDesktop desktop, SwitchPlan plan)
    {
        foreach (var change in plan.Changes)
            if (change.After?.Content is { } content)
                desktop.Files[change.Path] = plan.NewContent[content].ToArray();
    }

    private static Gen<ImmutableList<T>> Together<T>(IEnumerable<Gen<T>> gens) =>
        gens.Aggregate(
            Gen.Const(ImmutableList<T>.Empty),
            (all, next) => Gen.Select(all, next, (list, one) => list.Add(one))
        );

    private sealed record Drawn(SettingKey Key, SettingValue Value, bool IsSet);

    /// <summary>
    /// A component with any values, some settings not set at all, any items in any order; names of assets stay as they are.
    /// </summary>
    private static Gen<Component> Any(Component now)
    {
        var kind = now.Kind;
        string[][] lists = kind.HasItems
            ?
            [
                [],
                ["main"],
                ["main", "side"],
                ["y", "x", "main"],
            ]
            :
            [
                [],
            ];
        return from items in Gen.OneOf(lists)
            from drawn in Together(
                kind.Settings.Where(setting => setting != Setting.Order)
                    .SelectMany(setting =>
                        items
                            .Where(_ => setting.IsFor(item: true))
                            .Select(item => Draw(setting, item))
                            .Concat(setting.IsFor(item: false) ? [Draw(setting, null)] : [])
                    )
            )
            select now with
            {
                Settings = drawn
                    .Where(one => one.IsSet)
                    .Select(one =>
                        kind.GetSetting(one.Key).Type is SettingType.AssetName
                        || TestDesktop
                            .Map.Find(now.Kind)!
                            .Assets.Any(rule => rule.Setting == one.Key.Name)
                            ? KeyValuePair.Create(
                                one.Key,
                                now.Settings.GetValueOrDefault(one.Key with { Item = null })!
                            )
                            : KeyValuePair.Create(one.Key, one.Value)
                    )
                    .Where(set =>
                        set.Value is not null && TestDesktop.Map.Find(now.Kind)!.CanHold(set.Key)
                    )
                    .Append(
                        KeyValuePair.Create(
                            new SettingKey("order"),
                            (SettingValue)new SettingValue.List([.. items])
                        )
                    )
                    .Where(set => set.Key.Name != "order" || kind.HasOrder)
                    .ToImmutableSortedDictionary(),
            };
    }

    /// <summary>An item has all its settings; elsewhere all but assets may be unset.</summary>
    private static Gen<Drawn> Draw(Setting setting, string? item) =>
        Gen.Select(
            Values.Of(setting.Type),
            Gen.Int[0, 9],
            (value, luck) =>
                new Drawn(
                    new SettingKey(setting.Name, item),
                    value,
                    luck > 0 || item is not null || setting.Type is SettingType.AssetName
                )
        );

    [Fact]
    public void Carrying_out_a_plan_makes_the_desktop_read_as_the_look_and_then_nothing_is_left_to_do()
    {
        var now = new TestDesktop().Read().Look;
        var persons = now.Components.Where(one =>
            !TestDesktop.Map.Find(one.Kind)!.TakesAdministrator
        );
        Together(persons.Select(Any))
            .Sample(
                components =>
                {
                    var (desktop, wanted) = (new TestDesktop(), Look.Of(components));
                    var plan = Plan(desktop, wanted);
                    plan.Refused.ShouldBeEmpty();
                    CarryOut(desktop, plan);
                    var held = wanted.Components.Select(one =>
                        Adaptation.Fit(one, TestDesktop.Map, TestDesktop.Map, null).Component!
                    );
                    desktop
                        .Read()
                        .Look.Only(wanted.Components.Select(one => one.Kind.Name))
                        .Digest.ShouldBe(Look.Of(held).Digest);
                    Plan(desktop, wanted).Changes.ShouldBeEmpty();
                },
                iter: 300
            );
    }

    [Fact]
    public void Only_the_files_of_what_differs_are_touched_and_comments_in_them_stay()
    {
        var desktop = new TestDesktop();
        var wanted = new TestDesktop()
            .With(TestDesktop.Surface, "mirrored=false", "mirrored=true")
            .Read()
            .Look;
        var plan = Plan(desktop, wanted);
        plan.Changes.ShouldHaveSingleItem().Path.ShouldBe(TestDesktop.Surface);
        plan.Steps.ShouldHaveSingleItem().Shows.ShouldBe(Shows.AtOnce);
        plan.Same.Length.ShouldBe(Kind.All.Length - 1);
        Encoding
            .UTF8.GetString(plan.NewContent.Values.Single().Span)
            .ShouldContain("# Kept by the night crew.");
    }

    [Fact]
    public void What_a_look_does_not_cover_is_left_alone()
    {
        var wanted = new TestDesktop()
            .With(TestDesktop.Surface, "mirrored=false", "mirrored=true")
            .With(TestDesktop.Windows, "set=Plain-Dot", "set=Brass-Pointer")
            .Read()
            .Look;
        var plan = Plan(new TestDesktop(), wanted, "cursor");
        plan.Steps.ShouldHaveSingleItem().Difference.Kind.ShouldBe(CursorKind.Kind);
        plan.LeftAlone.ShouldContain(WallpaperKind.Kind);
        plan.Changes.ShouldHaveSingleItem().Path.ShouldBe(TestDesktop.Windows);
    }

    [Fact]
    public void A_part_whose_file_is_missing_is_refused_and_the_rest_is_planned()
    {
        var wanted = new TestDesktop()
            .With(TestDesktop.Surface, "mirrored=false", "mirrored=true")
            .Read()
            .Look;
        var desktop = new TestDesktop();
        desktop.Files.Remove("home/.config/bench-dock/dock.json");
        var plan = Plan(desktop, wanted);
        plan.Refused.ShouldHaveSingleItem().Reason.ShouldContain("missing");
        plan.Changes.ShouldHaveSingleItem().Path.ShouldBe(TestDesktop.Surface);
    }

    [Fact]
    public void An_edited_set_of_the_person_is_brought_back_file_by_file()
    {
        const string edited = "home/.local/share/icons/Fold-Slate/scalable/places/folder.svg";
        var desktop = new TestDesktop();
        var wanted = desktop.Read().Look;
        desktop.Saved[wanted[IconsKind.Kind]!.Assets[0].Content!.Value] = desktop.FindTree(
            "home/.local/share/icons/Fold-Slate"
        )!;
        desktop.Files[edited] = "<svg/>"u8.ToArray();
        desktop.Files["home/.local/share/icons/Fold-Slate/added"] = "x"u8.ToArray();
        var changes = Plan(desktop, wanted).Changes;
        changes
            .Select(change => (change.Path, Goes: change.After is null))
            .ShouldBe([("home/.local/share/icons/Fold-Slate/added", true), (edited, false)]);
    }

    [Fact]
    public void A_missing_set_of_the_administrator_is_refused_and_an_edited_one_is_left_with_a_note()
    {
        var wanted = new TestDesktop().Read().Look;
        var missing = new TestDesktop();
        foreach (
            var file in missing
                .Files.Keys.Where(file =>
                    file.StartsWith("usr/share/icons/Plain-Dot/", StringComparison.Ordinal)
                )
                .ToList()
        )
            missing.Files.Remove(file);
        Plan(missing, wanted)
            .Refused.ShouldHaveSingleItem()
            .Reason.ShouldContain("its content was not kept");

        var edited = new TestDesktop();
        edited.Files["usr/share/icons/Plain-Dot/cursors/default.svg"] = "<svg/>"u8.ToArray();
        var plan = Plan(edited, wanted);
        plan.Changes.ShouldBeEmpty();
        plan.Steps.ShouldHaveSingleItem()
            .Notes.ShouldHaveSingleItem()
            .ShouldContain("stays as it is");
    }

    [Fact]
    public void A_plan_has_the_same_fingerprint_until_something_it_was_made_from_changes()
    {
        var wanted = new TestDesktop()
            .With(TestDesktop.Surface, "mirrored=false", "mirrored=true")
            .Read()
            .Look;
        var first = Plan(new TestDesktop(), wanted).Fingerprint;
        Plan(new TestDesktop(), wanted).Fingerprint.ShouldBe(first);
        Plan(new TestDesktop().With(TestDesktop.Panels, "\"version\": 4", "\"version\": 5"), wanted)
            .Fingerprint.ShouldNotBe(first);
    }

    [Fact]
    public void Turning_one_tree_into_another_never_puts_a_child_before_its_folder()
    {
        var file = FileState.OfFile(0, 0, Digest.Of([]));
        var before = Tree.Of([new("a", FileState.OfFolder(0)), new("a/b", file), new("c", file)]);
        var after = Tree.Of([new("a", file), new("c", FileState.OfFolder(0)), new("c/d", file)]);
        TreeChanges
            .Between("set", before, after)
            .Select(change => change.Path)
            .ShouldBe(["set/a/b", "set/a", "set/c", "set/c/d"]);
    }
}
