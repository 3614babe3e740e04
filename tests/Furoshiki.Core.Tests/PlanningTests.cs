using System.Collections.Immutable;
using System.Text;
using CsCheck;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Switching;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Core.Tests;

public sealed class PlanningTests
{
    private static readonly string[] All = [.. Kind.All.Select(kind => kind.Name)];

    private static SwitchPlanner Planner(TestDesktop desktop) =>
        new(TestDesktop.Map, desktop.Read(), desktop, desktop, _ => TestDesktop.Map);

    private static SwitchPlan Plan(TestDesktop desktop, Look look, params string[] cover) =>
        Planner(desktop).Plan(look, cover.Length > 0 ? cover : All);

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
                iter: 150 * Effort.Times
            );
    }

    /// <summary>Some of the settings and items of two states of a part.</summary>
    private static LeftOut Some(Component wanted, Component now, int seed)
    {
        var luck = new Random(seed);
        var keys = wanted.Settings.Keys.Union(now.Settings.Keys).ToList();
        return new LeftOut([
            .. keys.Concat(keys.Select(key => key.Item).OfType<string>().Select(LeftOut.Item))
                .Where(_ => luck.Next(4) == 0),
        ]);
    }

    [Fact]
    public void What_is_left_out_of_a_part_stays_as_it_was_all_else_is_as_the_look_has_it_and_then_nothing_is_left_to_do()
    {
        var now = new TestDesktop().Read().Look;
        var persons = now
            .Components.Where(one => !TestDesktop.Map.Find(one.Kind)!.TakesAdministrator)
            .ToList();
        Gen.Select(Together(persons.Select(Any)), Gen.Int)
            .Sample(
                (components, seed) =>
                {
                    var (desktop, wanted) = (new TestDesktop(), Look.Of(components));
                    var leftOut = components
                        .Select(
                            (part, i) => (part.Kind, Out: Some(part, now[part.Kind]!, seed + i))
                        )
                        .ToDictionary(one => one.Kind.Name, one => one.Out);
                    var plan = Planner(desktop).Plan(wanted, All, leftOut);
                    plan.Refused.ShouldBeEmpty();
                    CarryOut(desktop, plan);
                    var after = desktop.Read().Look;
                    foreach (var part in components)
                    {
                        var before = now[part.Kind]!;
                        var held = Adaptation
                            .Fit(part, TestDesktop.Map, TestDesktop.Map, null)
                            .Component!;
                        var stays = leftOut[part.Kind.Name].Between(part, before);
                        foreach (var key in held.Settings.Keys.Union(before.Settings.Keys))
                            if (key.Name != Setting.Order.Name)
                                after[part.Kind]!
                                    .Settings.GetValueOrDefault(key)
                                    .ShouldBe(
                                        (stays.Has(key) ? before : held).Settings.GetValueOrDefault(
                                            key
                                        ),
                                        $"{part.Kind.Name} {key}"
                                    );
                    }
                    Planner(desktop).Plan(wanted, All, leftOut).Changes.ShouldBeEmpty();
                },
                iter: 150 * Effort.Times
            );
    }

    [Fact]
    public void Items_that_are_left_out_keep_their_place_among_those_that_are_put_on()
    {
        static Component Panels(params string[] items) =>
            Component.Of(
                PanelsKind.Kind,
                items
                    .Select(item =>
                        KeyValuePair.Create(
                            new SettingKey("edge", item),
                            (SettingValue)new SettingValue.Text("top")
                        )
                    )
                    .Append(
                        KeyValuePair.Create(
                            new SettingKey("order"),
                            (SettingValue)new SettingValue.List([.. items])
                        )
                    )
            );
        var (wanted, now) = (Panels("c", "new", "a"), Panels("a", "old", "c"));
        IReadOnlyList<string> After(params string[] leftOut) =>
            new LeftOut([.. leftOut.Select(one => LeftOut.Parse(PanelsKind.Kind, one))])
                .Keep(wanted, now)
                .Items;

        After().ShouldBe(["c", "new", "a"]);
        After("old/").ShouldBe(["c", "new", "a", "old"]);
        After("new").ShouldBe(["c", "a"]);
        After("order").ShouldBe(["a", "c", "new"]);
        After("order", "old/", "new/").ShouldBe(["a", "old", "c"]);
    }

    [Fact]
    public void A_set_that_is_left_out_stays_with_its_files_and_what_it_has_not_is_no_reason_to_refuse()
    {
        var desktop = new TestDesktop();
        var now = desktop.Read().Look[IconsKind.Kind]!;
        var gone = now with
        {
            Settings = now
                .Settings.SetItem(new SettingKey("set"), new SettingValue.Text("Gone"))
                .SetItem(new SettingKey("size"), new SettingValue.Number(96)),
            Assets = [new Asset("Gone", "set", null, IsFolder: true, null)],
        };
        Plan(desktop, Look.Of([gone]), "icons").Refused.ShouldHaveSingleItem();
        var plan = Planner(desktop)
            .Plan(
                Look.Of([gone]),
                ["icons"],
                new Dictionary<string, LeftOut> { ["icons"] = new([new SettingKey("set")]) }
            );
        plan.Refused.ShouldBeEmpty();
        plan.Steps.ShouldHaveSingleItem()
            .Difference.Settings.ShouldHaveSingleItem()
            .Key.Name.ShouldBe("size");
        plan.Wanted[IconsKind.Kind]!.Assets.ShouldBe(now.Assets);
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

    [Theory]
    [InlineData(100, null)]
    [InlineData(
        4_000,
        "Here its full path would be longer than the 4095 bytes that the system takes."
    )]
    public void What_a_desktop_stands_too_deep_for_is_told_by_the_plan(int root, string? reason)
    {
        var folder = string.Concat(
            Enumerable.Range(0, root / 100).Select(_ => "/" + new string('x', 99))
        );
        const string gone = "home/.local/share/icons/Fold-Slate/scalable/places/folder.svg";
        var desktop = new TestDesktop { Root = folder };
        var wanted = desktop.Read().Look;
        desktop.Saved[wanted[IconsKind.Kind]!.Assets[0].Content!.Value] = desktop.FindTree(
            "home/.local/share/icons/Fold-Slate"
        )!;
        desktop.Files.Remove(gone).ShouldBeTrue();
        var plan = Plan(desktop, wanted);
        plan.Refused.Select(part => part.Reason)
            .ShouldBe(reason is null ? [] : [$"{gone} cannot be placed. {reason}"]);
        plan.Changes.Count(change => change.Path == gone).ShouldBe(reason is null ? 1 : 0);
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

    [Theory]
    [InlineData("dome-console", "engawa")]
    [InlineData("field-laptop", "engawa-3.8")]
    [InlineData("visitor-wall", "tansu")]
    public void What_was_just_saved_is_no_change_on_any_set_of_screens(
        string folder,
        string mapName
    )
    {
        Screen[] all =
        [
            new("main", 1920, 1080),
            new("upright", 1080, 1920),
            new("third", 800, 600),
        ];
        var desktop = new TestDesktop(folder);
        foreach (
            var screens in all.SelectMany(
                (_, i) => new[] { all[..i], all[i..], [.. all[i..].Reverse()] }
            )
        )
        {
            var map = TestDesktop.MapNamed(mapName, screens);
            var reading = DesktopReader.Read(map, desktop);
            foreach (var part in reading.Look.Components)
                Adaptation.Fit(part, map, map, part).Component.ShouldBe(part);
            var plan = new SwitchPlanner(map, reading, desktop, desktop, _ => map).Plan(
                reading.Look,
                All
            );
            plan.Changes.ShouldBeEmpty();
            plan.Steps.ShouldBeEmpty();
        }
    }

    [Fact]
    public void An_item_on_a_screen_that_is_not_listed_stays_when_it_is_put_back_and_is_no_drift()
    {
        var desktop = new TestDesktop().With(
            TestDesktop.Panels,
            "\"screen\": \"main\"",
            "\"screen\": \"projector\""
        );
        var look = desktop.Read().Look;
        look[PanelsKind.Kind]!.Settings.Values.ShouldContain(new SettingValue.Text("projector"));
        Plan(desktop, look).Changes.ShouldBeEmpty();
        var other = desktop.With(TestDesktop.Panels, "\"opacity\": 100", "\"opacity\": 80");
        var plan = Plan(other, look);
        CarryOut(other, plan);
        other.Read().Look.Digest.ShouldBe(look.Digest);
    }

    [Fact]
    public void A_word_of_the_map_for_the_main_screen_is_kept()
    {
        var place = TestDesktop.Map.Find(PanelsKind.Kind)!.Items!.Settings["screen"];
        var own = place with
        {
            Spelling = place.Spelling with
            {
                Values = ImmutableDictionary<string, Formats.NativeValue>.Empty.Add(
                    "main",
                    Formats.NativeValue.Text("primary")
                ),
            },
        };
        var panels = TestDesktop.Map.Find(PanelsKind.Kind)!;
        var map = TestDesktop.Map with
        {
            Kinds =
            [
                panels with
                {
                    Items = panels.Items! with
                    {
                        Settings = panels.Items.Settings.SetItem("screen", own),
                    },
                },
            ],
        };
        map.For([new Screen("left", 800, 600)])
            .Find(PanelsKind.Kind)!
            .Items!.Settings["screen"]
            .Spelling.ToFile(Formats.NativeValue.Text("main"))
            .Content.ShouldBe("primary");
    }
}
