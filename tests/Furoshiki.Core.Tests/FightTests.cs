using System.Collections.Immutable;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Switching;

namespace Furoshiki.Core.Tests;

/// <summary>Parts of a look that are in each other's way.</summary>
public sealed class FightTests
{
    private static readonly HashSet<Kind> AllChanged = [.. Kind.All];

    private static Component Part(Kind kind, params (string Key, SettingValue Value)[] settings) =>
        new(
            kind,
            settings.ToImmutableSortedDictionary(
                one => SettingKey.Parse(one.Key),
                one => one.Value
            ),
            []
        );

    private static SettingValue Text(string text) => new SettingValue.Text(text);

    private static Component Panels(string edge, string otherEdge, double length, bool hides) =>
        Part(
            PanelsKind.Kind,
            ("order", new SettingValue.List(["one", "two"])),
            ("one/edge", Text(edge)),
            ("one/length", new SettingValue.Number(length)),
            ("one/hides", new SettingValue.Flag(hides)),
            ("two/edge", Text(otherEdge)),
            ("two/length", new SettingValue.Number(length))
        );

    [Theory]
    [InlineData("top", "top", 100, false, true)]
    [InlineData("top", "bottom", 100, false, false)]
    [InlineData("top", "top", 40, false, false)]
    [InlineData("top", "top", 100, true, false)]
    public void Two_panels_fight_where_one_leaves_no_room_for_the_other(
        string edge,
        string other,
        double length,
        bool hides,
        bool fights
    )
    {
        var look = Look.Of([Panels(edge, other, length, hides)]);
        var found = Fight.In(look, AllChanged);
        (found.Length == 1).ShouldBe(fights);
        if (!fights)
            return;
        found[0]
            .Words.ShouldBe(
                "The panel one and the panel two are both at the top of the main screen."
            );
        Fight.In(look, new HashSet<Kind>()).ShouldBeEmpty("nothing of it is put on");
        // A choice that puts something elsewhere ends it, and nothing else stands there.
        foreach (var remedy in found[0].Remedies.Where(one => one.Instead.Length > 0))
        {
            var to = remedy.Instead.ShouldHaveSingleItem().Split('=');
            var panels = look[PanelsKind.Kind]!;
            Fight
                .In(
                    Look.Of([
                        panels with
                        {
                            Settings = panels.Settings.SetItem(
                                SettingKey.Parse(to[0]["panels/".Length..]),
                                Text(to[1])
                            ),
                        },
                    ]),
                    AllChanged
                )
                .ShouldBeEmpty(remedy.Words);
        }
        found[0].Remedies.SelectMany(one => one.Without).ShouldBe(["panels/one/", "panels/two/"]);
    }

    [Fact]
    public void A_dock_leaves_no_room_for_a_panel_however_short()
    {
        var look = Look.Of([
            Part(DockKind.Kind, ("program", Text("Bench Dock")), ("edge", Text("bottom"))),
            Panels("bottom", "top", 20, hides: false),
        ]);
        Fight
            .In(look, AllChanged)
            .ShouldHaveSingleItem()
            .Words.ShouldBe(
                "The dock and the panel one are both at the bottom of the main screen."
            );
    }

    [Fact]
    public void A_key_that_calls_two_things_is_told_however_it_is_written()
    {
        var look = Look.Of([
            Part(LauncherKind.Kind, ("key", Text("Super+Space"))),
            Part(
                ShortcutsKind.Kind,
                ("order", new SettingValue.List(["find", "shout"])),
                ("find/key", Text("space + super")),
                ("shout/key", Text("Super+Shift+O"))
            ),
        ]);
        var fight = Fight.In(look, AllChanged).ShouldHaveSingleItem();
        fight.Words.ShouldBe("Super+Space calls the launcher and the shortcut find.");
        fight.Remedies.SelectMany(one => one.Without).ShouldBe(["launcher/key", "shortcuts/find/"]);
        Fight
            .In(look, new HashSet<Kind> { LauncherKind.Kind })
            .ShouldHaveSingleItem()
            .Remedies.ShouldHaveSingleItem()
            .Without.ShouldBe(["launcher/key"]);
    }
}
