using System.Collections.Immutable;
using System.Text;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Session;
using Furoshiki.Core.Switching;

namespace Furoshiki.Core.Tests;

/// <summary>Looks on other desktops than the one they were saved on, and what their sessions show.</summary>
public sealed class AdaptationTests
{
    private static Component Dome(Kind kind) => new TestDesktop().Read().Look[kind]!;

    [Fact]
    public void What_a_platform_has_no_place_for_is_listed_and_the_rest_goes_over()
    {
        var fitted = Adaptation.Fit(Dome(FontsKind.Kind), TestDesktop.Map, TestDesktop.Wall, null);
        fitted.Component!.Get(FontsKind.Interface).ShouldBe("Ridge Sans");
        fitted.Component.Has(FontsKind.Hinting).ShouldBeFalse();
        fitted.Losses.Select(loss => loss.What).ShouldContain("hinting");
        fitted.Losses.ShouldAllBe(loss => loss.Reason == "Tansu has no place for it.");

        var dock = Adaptation.Fit(Dome(DockKind.Kind), TestDesktop.Map, TestDesktop.Wall, null);
        dock.Component.ShouldBeNull();
        dock.Losses.ShouldHaveSingleItem().Reason.ShouldBe("Tansu has no dock.");
    }

    [Fact]
    public void What_is_lost_is_told_in_its_measure_the_worst_first()
    {
        var desktop = new TestDesktop("visitor-wall");
        var look = new TestDesktop()
            .With(
                TestDesktop.Panels,
                "\"panels\": [",
                "\"panels\": [ { \"id\": \"up\", \"screen\": \"upright\" },"
            )
            .Read()
            .Look;
        var losses = new SwitchPlanner(
            TestDesktop.Wall,
            desktop.Read(),
            desktop,
            desktop,
            _ => TestDesktop.Map
        )
            .Plan(look, [.. look.Components.Select(part => part.Kind.Name)])
            .Losses;
        losses
            .Select(loss => loss.Share)
            .ShouldBe(losses.Select(loss => loss.Share).OrderDescending());
        losses.ShouldAllBe(loss => loss.Share > 0 && loss.Share <= 1);
        losses[0].Words.ShouldBe("all of it");
        losses.Single(loss => loss.Kind == "panels").Words.ShouldStartWith("the first one");

        var colours = look[ColoursKind.Kind]!;
        var roles = Role.All.Count(role => colours.Has(role));
        var lost = PartLoss.Of(
            colours,
            [
                new Loss(new SettingKey("set"), "set", "Why."),
                .. Role.All.Take(3).Select(role => new Loss(new(role.Name), role.Title, "Why.")),
            ]
        );
        lost.Words.ShouldBe($"1 of 2 settings, 3 of {roles} roles");
        lost.Share.ShouldBe(4.0 / colours.Settings.Count);
        lost.Reasons.ShouldHaveSingleItem().What.ShouldBe("set, Accent, Window, View");
    }

    [Fact]
    public void What_the_first_platform_had_no_place_for_stays_as_it_is_on_the_second()
    {
        var wall = new TestDesktop("visitor-wall").Read().Look[FontsKind.Kind]!;
        var now = Dome(FontsKind.Kind);
        var fitted = Adaptation.Fit(wall, TestDesktop.Wall, TestDesktop.Map, now).Component!;
        fitted.Get(FontsKind.Hinting).ShouldBe(now.Get(FontsKind.Hinting));
        fitted.Get(FontsKind.Size).ShouldBe(11);
    }

    [Fact]
    public void The_main_screen_is_the_main_screen_everywhere_and_a_panel_on_another_is_left_out()
    {
        var panels = new TestDesktop()
            .With(
                TestDesktop.Panels,
                "\"panels\": [",
                "\"panels\": [ { \"id\": \"up\", \"screen\": \"upright\" },"
            )
            .Read()
            .Look[PanelsKind.Kind]!;
        var fitted = Adaptation.Fit(panels, TestDesktop.Map, TestDesktop.Laptop, null);
        fitted.Component!.Items.ShouldBe(["main"]);
        fitted.Component.Get(Setting.Order).ShouldBe(["main"]);
        fitted.Losses.ShouldHaveSingleItem().Reason.ShouldBe("There is no screen 'upright' here.");
        new TestDesktop("field-laptop").Read().Look[PanelsKind.Kind]!
            .ItemAlone("main")
            .Get(PanelsKind.Screen)
            .ShouldBe("main");
    }

    [Fact]
    public void On_its_own_desktop_a_look_is_adapted_to_itself()
    {
        foreach (var folder in new[] { "dome-console", "field-laptop", "visitor-wall" })
        {
            var map = folder switch
            {
                "dome-console" => TestDesktop.Map,
                "field-laptop" => TestDesktop.Laptop,
                _ => TestDesktop.Wall,
            };
            foreach (var component in new TestDesktop(folder).Read().Look.Components)
            {
                var fitted = Adaptation.Fit(component, map, map, null);
                fitted.Losses.ShouldBeEmpty();
                fitted.Component.ShouldBe(component);
            }
        }
    }

    [Fact]
    public void Moving_an_entry_or_an_item_is_said_as_moving_it_and_not_as_taking_it_out_and_adding_it()
    {
        var from = new TestDesktop().Read().Look;
        var entries = new TestDesktop()
            .With(
                "home/.config/bench-dock/dock.json",
                "[\"folder\", \"utilities-terminal\", \"text-x-generic\"]",
                "[\"utilities-terminal\", \"text-x-generic\", \"folder\", \"user-trash\"]"
            )
            .Read()
            .Look;
        Difference
            .Between(from, entries, _ => null)
            .ShouldHaveSingleItem()
            .Summary()
            .ShouldBe("entries user-trash added, folder moved");

        const string two =
            "<widget id='a' which='Sky-Gauge' place='9x9+0+0'/><widget id='b' which='Slow-Sky' place='9x9+0+0'/>";
        const string turned =
            "<widget id='b' which='Slow-Sky' place='9x9+0+0'/><widget id='a' which='Sky-Gauge' place='9x9+0+0'/>";
        Look With(string widgets) =>
            new TestDesktop()
                .With("home/.config/engawa/widgets.xml", "</widgets>", widgets + "</widgets>")
                .Read()
                .Look;
        var moved = Difference.Between(With(two), With(turned), _ => null).ShouldHaveSingleItem();
        moved.Settings.ShouldHaveSingleItem().Key.Name.ShouldBe(Setting.Order.Name);
        moved.Summary().ShouldContain("moved");
    }

    private static DesktopSession SessionOf(TestDesktop desktop) =>
        new(TestDesktop.Map, desktop, ImmutableHashSet<string>.Empty);

    [Fact]
    public void A_session_takes_up_each_setting_at_its_moment()
    {
        var before = new TestDesktop();
        var showing = SessionOf(before).Begin(before.Read());
        showing.Digest.ShouldBe(before.Read().Look.Digest);

        var after = new TestDesktop()
            .With(TestDesktop.Windows, "desktop-size=48", "desktop-size=64")
            .With(TestDesktop.Windows, "set=Fold-Slate", "set=Fold-Ash")
            .With(TestDesktop.Windows, "size=24", "size=40")
            .With(TestDesktop.Surface, "mirrored=false", "mirrored=true");
        var session = SessionOf(after);
        var now = session.Read(showing, after.Read(), DesktopSession.UpTo(Shows.AtOnce));
        now[WallpaperKind.Kind]!.Get(WallpaperKind.Mirrored).ShouldBeTrue();
        now[IconsKind.Kind]!.Get(IconsKind.DesktopSize).ShouldBe(64);
        now[IconsKind.Kind]!.Get(IconsKind.Set).ShouldBe("Fold-Slate");
        session
            .NotShowing(now, after.Read())
            .Select(part => (part.Kind.Name, part.Until))
            .ShouldBe([("icons", Shows.AfterProgramRestart), ("cursor", Shows.AfterSignIn)]);

        session.Read(now, after.Read(), DesktopSession.UpTo(Shows.AfterProgramRestart, "terminal"))[
            IconsKind.Kind
        ]!
            .Get(IconsKind.Set)
            .ShouldBe("Fold-Slate");
        session.Read(
            now,
            after.Read(),
            DesktopSession.UpTo(Shows.AfterProgramRestart, "file manager")
        )[IconsKind.Kind]!
            .Get(IconsKind.Set)
            .ShouldBe("Fold-Ash");
        var one = WaitingStep.Fewest(session.NotShowing(now, after.Read())).ShouldHaveSingleItem();
        $"{one.Subject} {one.Words}".ShouldBe("One sign-in shows both.");
        session
            .Read(now, after.Read(), DesktopSession.UpTo(Shows.AfterSignIn))
            .Digest.ShouldBe(after.Read().Look.Digest);
    }

    [Fact]
    public void What_waits_for_programs_only_takes_one_start_of_each()
    {
        var before = new TestDesktop();
        var showing = SessionOf(before).Begin(before.Read());
        var after = before
            .With(TestDesktop.Windows, "set=Fold-Slate", "set=Fold-Ash")
            .With(TestDesktop.Windows, "interface=Ridge Sans", "interface=Ridge Mono");
        var session = SessionOf(after);
        var waiting = session.NotShowing(showing, after.Read()).ToList();
        var steps = WaitingStep.Fewest(waiting);
        steps.ShouldAllBe(step => step.Until == Shows.AfterProgramRestart);
        steps.Select(step => step.Program).ShouldBeUnique();
        foreach (var step in steps)
            showing = session.Read(
                showing,
                after.Read(),
                DesktopSession.UpTo(step.Until, step.Program)
            );
        session.NotShowing(showing, after.Read()).ShouldBeEmpty();
        waiting.ShouldNotBeEmpty();
        WaitingStep.Fewest([]).ShouldBeEmpty();
    }

    [Fact]
    public void A_session_shows_another_set_where_the_one_that_is_set_is_not_there()
    {
        var desktop = new TestDesktop().With(
            TestDesktop.Windows,
            "set=Fold-Slate",
            "set=Fold-Gold"
        );
        var session = SessionOf(desktop);
        var showing = session.Begin(desktop.Read());
        showing[IconsKind.Kind]!.Get(IconsKind.Set).ShouldBe("Fold");
        var part = session.NotShowing(showing, desktop.Read()).ShouldHaveSingleItem();
        (part.Kind.Name, part.Until).ShouldBe(("icons", null));
    }

    [Fact]
    public void Another_program_can_change_a_part_of_every_desktop_in_place()
    {
        foreach (
            var (folder, map) in new[]
            {
                ("dome-console", TestDesktop.Map),
                ("visitor-wall", TestDesktop.Wall),
            }
        )
        foreach (var kind in map.Kinds.Select(kind => kind.Kind))
        {
            var desktop = new TestDesktop(folder);
            var before = desktop.Read();
            if (OtherProgram.Edit(map, before, kind) is not { } edit)
                continue;
            desktop.Files[edit.Path] = edit.Bytes.ToArray();
            var after = desktop.Read();
            after.Unread.ShouldBeEmpty(kind.Name);
            Difference
                .Between(before.Look, after.Look, _ => null)
                .ShouldHaveSingleItem(kind.Name)
                .Kind.ShouldBe(kind);
        }
    }

    [Fact]
    public void A_settings_file_that_need_not_be_there_is_made_when_it_is_needed_and_goes_when_it_is_blank_again()
    {
        var text = File.ReadAllText(
                Path.Combine(AppContext.BaseDirectory, "scenario", "maps", "engawa.json")
            )
            .Replace(
                "\"path\": \"config:engawa/keys.conf\", \"format\": \"key file\"",
                "\"path\": \"config:engawa/keys.conf\", \"format\": \"key file\", \"blank\": \"# keys\\n\"",
                StringComparison.Ordinal
            );
        var map = DesktopMapReader.Read(Encoding.UTF8.GetBytes(text)).For(TestDesktop.Map.Screens);
        var full = new TestDesktop();
        var wanted = full.Read().Look;
        var bare = new TestDesktop();
        bare.Files.Remove("home/.config/engawa/keys.conf");
        var reading = DesktopReader.Read(map, bare);
        reading.Unread.ShouldBeEmpty();

        var plan = new SwitchPlanner(map, reading, bare, bare, _ => map).Plan(
            wanted,
            ["shortcuts"]
        );
        var made = plan.Changes.ShouldHaveSingleItem();
        made.Before.ShouldBeNull();
        bare.Files[made.Path] = plan.NewContent[made.After!.Content!.Value].ToArray();
        Encoding
            .UTF8.GetString(bare.Files[made.Path])
            .ShouldStartWith("# keys\n[Action close-dome]");

        var back = new SwitchPlanner(map, DesktopReader.Read(map, bare), bare, bare, _ => map).Plan(
            reading.Look,
            ["shortcuts"]
        );
        back.Changes.ShouldHaveSingleItem().After.ShouldBeNull();
    }

    private static readonly (string Folder, DesktopMap Map)[] Desktops =
    [
        ("dome-console", TestDesktop.Map),
        ("field-laptop", TestDesktop.Laptop),
        ("visitor-wall", TestDesktop.Wall),
    ];

    public static TheoryData<int, int> Pairs
    {
        get
        {
            var pairs = new TheoryData<int, int>();
            for (var from = 0; from < Desktops.Length; from++)
            for (var to = 0; to < Desktops.Length; to++)
                if (from != to)
                    pairs.Add(from, to);
            return pairs;
        }
    }

    [Theory]
    [MemberData(nameof(Pairs))]
    public void Whatever_a_look_says_that_another_desktop_can_hold_reads_there_as_it_was_said(
        int from,
        int to
    )
    {
        var (source, target) = (Desktops[from], Desktops[to]);
        var look = new TestDesktop(source.Folder).Read().Look;
        var desktop = new TestDesktop(target.Folder);
        // Assets aside, which stand on the disk of each desktop.
        var bare = look.Components.Select(part => part with { Assets = [] }).ToList();
        var before = desktop.Read();
        foreach (var part in bare)
        {
            var now = before.Look[part.Kind];
            var (held, _) = Adaptation.Fit(part, source.Map, target.Map, now);
            if (held is null || target.Map.Find(part.Kind)!.TakesAdministrator)
                continue;
            foreach (var (key, value) in held.Settings)
                if (target.Map.Find(part.Kind)!.PlaceOf(key) is { } place)
                    Write(desktop, target.Map, part.Kind, key, value, place);
            foreach (var (key, value) in held.Settings)
                if (key.Name != Setting.Order.Name)
                    desktop.Read().Look[part.Kind]!
                        .Settings[key]
                        .ShouldBe(value, $"{part.Kind} {key}");
        }
    }

    private static void Write(
        TestDesktop desktop,
        DesktopMap map,
        Kind kind,
        SettingKey key,
        SettingValue value,
        SettingPlace place
    )
    {
        var file = desktop.Read().Files[place.File.Name];
        var spelt = place.Spelling.ToFile(kind.GetSetting(key).Type.Write(value));
        desktop.Files[file.Path] = file.Document!.Set(map.Find(kind)!.AddressOf(key), spelt)
            .Bytes.ToArray();
    }
}
