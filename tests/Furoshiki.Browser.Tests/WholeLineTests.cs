using System.Text;
using System.Text.Json.Nodes;
using OpenQA.Selenium;

namespace Furoshiki.Browser.Tests;

/// <summary>The whole job, as a person does it.</summary>
public sealed class WholeLineTests : IAsyncLifetime
{
    private const string Surface = "home/.config/engawa/surface.conf";
    private const string Windows = "home/.config/engawa/windows.conf";
    private const string Panels = "home/.config/engawa/panels.json";

    private readonly Person _person = new();

    public ValueTask InitializeAsync() => _person.InitializeAsync();

    public ValueTask DisposeAsync() => _person.DisposeAsync();

    /// <summary>The last settings of a demo profile, by kind and name.</summary>
    private static Dictionary<string, JsonNode> SettingsOf(string profile)
    {
        var scenario = JsonNode.Parse(
            File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "scenario", "scenario.json"))
        )!;
        var settings = new Dictionary<string, JsonNode>();
        foreach (
            var saving in scenario["profiles"]!
                .AsArray()
                .Single(one => one!["form"]!["name"]!.GetValue<string>() == profile)![
                "savings"
            ]!.AsArray()
        )
        foreach (var (kind, values) in saving!["settings"]!.AsObject())
        foreach (var (name, value) in values!.AsObject())
            settings[$"{kind}.{name}"] = value!;
        return settings;
    }

    /// <summary>A key file with the values of a profile in it, line by line, worked out without the application.</summary>
    private static string Expected(
        string before,
        Dictionary<string, JsonNode> settings,
        Dictionary<string, string> settingsOfGroup
    )
    {
        var lines = before.Split('\n');
        var prefix = "";
        for (var i = 0; i < lines.Length; i++)
        {
            if (lines[i].StartsWith('['))
                prefix = settingsOfGroup.GetValueOrDefault(lines[i].Trim('[', ']'), "");
            var key = lines[i].Split('=')[0];
            var name = key switch
            {
                "fixed" => "fixed-width",
                "smooth" => "antialiasing",
                "desktop" => "on-desktop",
                _ => key,
            };
            if (
                lines[i].Contains('=', StringComparison.Ordinal)
                && settings.TryGetValue(prefix + name, out var value)
            )
                lines[i] = $"{key}={Spell(name, value)}";
        }
        return string.Join('\n', lines);
    }

    private static string Spell(string name, JsonNode value) =>
        value is JsonArray list ? string.Concat(list.Select(item => $"{item};"))
        : name == "fit" ? "cover"
        : name == "wait" ? $"{value.GetValue<int>() / 60}"
        : value.ToString();

    private static string Text(IDictionary<string, string> snapshot, string path) =>
        Encoding.UTF8.GetString(Convert.FromHexString(snapshot[path]));

    [Fact]
    public void A_change_by_another_program_is_seen_saved_compared_switched_away_and_brought_back_byte_for_byte()
    {
        var app = _person.App;
        app.Edit(Surface, "accent=#e2452b", "accent=#c23a20");
        _person.See("[data-test='drift']", "accent #e2452b → #c23a20");

        _person.Press("Save…", ".now");
        _person.See("#note");
        _person.Driver.FindElement(By.Id("note")).SendKeys("A quieter accent");
        _person.Press("Save", ".save");
        _person.See(".savings", "A quieter accent");
        _person.See("[data-test='on']", "5th saving");
        _person.Gone("[data-test='drift']");

        _person.Press("Shelf", "header");
        foreach (var name in new[] { "Red Lamp", "Open Night" })
        {
            _person.PointAt($"[data-profile='{name}']");
            _person.Press("Line up", $"[data-profile='{name}']");
        }
        _person.Press("Compare 2");
        _person.See("[data-part='wallpaper']", "Milky Arch, fill");
        _person.See("[data-part='colours']", "ΔE");
        _person.Driver.FindElements(By.CssSelector("[data-part]")).Count.ShouldBe(16);

        var before = app.Snapshot();
        _person.Press("Switch…", ".sides [aria-label^='Open Night']");
        _person.See("[data-step='cursor']", "Brass Pointer");
        app.Snapshot().ShouldBe(before);
        _person.Press("Switch to Open Night");
        _person.See("[data-test='result']", "Open Night is on");

        var after = app.Snapshot();
        var wanted = SettingsOf("Open Night");
        var surface = Expected(
            Text(before, Surface),
            wanted,
            new()
            {
                ["Wallpaper"] = "wallpaper.",
                ["Colours"] = "colours.",
                ["Roles"] = "colours.",
                ["Terminal"] = "colours.terminal-",
                ["Lock"] = "lock.",
            }
        );
        surface += "[Wallpaper on upright]\npicture=First-Light.svg\nfit=cover\n";
        var windows = Expected(
            Text(before, Windows),
            wanted,
            new()
            {
                ["Borders"] = "borders.",
                ["Controls"] = "controls.",
                ["Toolkit Shoji"] = "controls.Shoji/",
                ["Type"] = "fonts.",
                ["Icons"] = "icons.",
                ["Cursor"] = "cursor.",
            }
        );
        Text(after, Surface).ShouldBe(surface);
        Text(after, Windows).ShouldBe(windows);
        Text(after, Panels).ShouldContain("// The panels of the Dome console.");
        var panels = JsonNode.Parse(
            Text(after, Panels),
            documentOptions: new() { CommentHandling = System.Text.Json.JsonCommentHandling.Skip }
        )!["panels"]!.AsArray();
        var set = panels.SelectMany(panel =>
            panel!
                .AsObject()
                .Where(one => one.Key != "id")
                .Select(one => ($"panels.{panel["id"]}/{one.Key}", one.Value!.ToJsonString()))
        );
        set.ShouldBe(
            wanted
                .Where(one => one.Key.StartsWith("panels.", StringComparison.Ordinal))
                .Select(one => (one.Key, one.Value.ToJsonString())),
            ignoreOrder: true
        );
        after
            .Where(file => before[file.Key] != file.Value)
            .Select(file => file.Key)
            .ShouldBe(
                [
                    Panels,
                    Surface,
                    Windows,
                    "home/.config/bench-dock/dock.json",
                    "home/.config/engawa/session.env",
                    "home/.config/engawa/sounds.conf",
                    "home/.config/engawa/terminal.resources",
                    "home/.config/engawa/widgets.xml",
                ],
                ignoreOrder: true
            );

        _person.Press("Go back to what was before…");
        _person.Press("Go back to this");
        _person.See("[data-test='result']", "The desktop is back");
        app.Snapshot().ShouldBe(before);
        _person.See("[data-test='on']", "5th saving");
    }

    [Fact]
    public void The_whole_line_can_be_done_by_keyboard_alone()
    {
        var app = _person.App;
        _person.PressByKeys("Save…");
        _person.See("#note");
        _person.TabTo("note");
        _person.Type("By keyboard" + Keys.Enter);
        _person.See(".savings", "By keyboard");

        _person.Type("gs");
        _person.TabTo("Open Day Log");
        _person.Type("l");
        _person.TabTo("Open First Light");
        _person.Type("lx");
        _person.See("[data-part='icons']", "Inkstone Rose");

        var before = app.Snapshot();
        _person.Type("gs");
        _person.Type("/");
        _person.Type("slate");
        _person.Gone("[data-profile='First Light']");
        _person.See("[role='status']", "3 looks found");
        // The best found is opened, and the keys go on from its page.
        _person.Type(Keys.Enter);
        _person.See("h1", "Day Log");
        _person.Focused("#page").ShouldBeTrue();
        _person.Type("p");
        _person.See("[data-step='wallpaper']");
        _person.PressByKeys("Switch to Day Log");
        _person.See("[data-test='result']", "Day Log is on");
        app.Snapshot().ShouldNotBe(before);
        _person.PressByKeys("Go back to what was before…");
        _person.PressByKeys("Go back to this");
        _person.See("[data-test='result']", "The desktop is back");
        app.Snapshot().ShouldBe(before);
    }

    [Fact]
    public void A_part_is_left_out_of_a_plan_by_keyboard_and_stays_as_it_is()
    {
        _person.GoTo("/");
        _person.TabTo("Open Open Night");
        _person.Type("p");
        _person.See("[data-step='wallpaper']");
        _person.PressByKeys("Leave out Wallpaper");
        _person.See("[data-test='left-out']", "Wallpaper");
        _person.Gone("[data-step='wallpaper']");
        _person.PressByKeys("Put on Wallpaper");
        _person.See("[data-step='wallpaper']");

        _person.Press("Leave out", "[data-step='icons']");
        _person.Wait(
            () =>
                _person
                    .Driver.FindElements(By.TagName("figcaption"))
                    .FirstOrDefault(one =>
                        one.Text.Contains("2nd saving without icons", StringComparison.Ordinal)
                    ),
            "the caption of next"
        );
        _person.Press("Switch to Open Night");
        _person.See("[data-test='result']", "Open Night is on");
        _person.Press("To the shelf");
        _person.See("[data-profile='Open Night']", "On, without 1 part");
    }

    [Fact]
    public void A_setting_and_an_item_are_left_out_and_a_switch_that_is_not_kept_goes_back_with_the_browser_away()
    {
        var before = _person.App.Snapshot();
        _person.GoTo("/switch?saving=14");
        _person.See("[data-step='panels'] summary").Click();
        _person.PressByKeys("Leave out Panels, side goes");
        _person.See("[data-test='left-out']", "side stays");
        _person.See("[data-step='colours'] summary").Click();
        _person.PressByKeys("Leave out Colours, Accent: #e2452b → #f2b04a");
        _person.See("[data-test='left-out']", "accent stays #e2452b");

        _person.Driver.FindElement(By.CssSelector(".within [type='checkbox']")).Click();
        var seconds = _person.Driver.FindElement(By.CssSelector(".within [type='number']"));
        seconds.SendKeys(Keys.Control + "a");
        seconds.SendKeys("3");
        _person.See("[role='alert']", "From 5 to 600 seconds");
        seconds.SendKeys(Keys.Control + "a");
        seconds.SendKeys("9");
        _person.Press("Switch to Open Night");
        _person.See(".keep", "Open Night is on, and goes back by itself");
        _person.Driver.Navigate().GoToUrl("about:blank");
        _person.Wait<object>(
            () => _person.App.Snapshot().SequenceEqual(before) ? before : null,
            "what was before"
        );

        _person.GoTo("/history");
        _person.See(".came", "Open Night was not kept within 9 s, so it went back by itself.");
        _person.See(".came", "2nd saving without 1 item, 1 setting");
        _person.See("[data-step='borders']");
        _person.See("[data-test='recovered']", "it went back by itself");

        _person.GoTo("/switch?saving=14");
        _person.Press("Switch to Open Night");
        _person.See(".keep", "goes back by itself");
        _person.Type("k");
        _person.Gone(".keep [role='timer']");
        _person.See("[data-test='result']", "Open Night is on");
    }

    [Fact]
    public void Furniture_is_kept_a_choice_gets_a_name_and_is_remembered_for_a_profile_by_keyboard()
    {
        var panels = File.ReadAllBytes(_person.App.At(Panels));
        _person.GoTo("/switch?saving=14");
        _person.See("[data-step='panels']");
        _person.PressByKeys("Without furniture");
        _person.Gone("[data-step='panels']");
        _person.See("[data-test='left-out']", "Panels");
        _person.PressByKeys("Leave out Colours");
        _person.PressByKeys("Name this choice…");
        _person.Driver.SwitchTo().ActiveElement().SendKeys("furniture ONLY" + Keys.Enter);
        _person.See("[role='alert']", "There is a grouping named Furniture only already");
        _person.Driver.SwitchTo().ActiveElement().SendKeys(Keys.Control + "a");
        _person.Driver.SwitchTo().ActiveElement().SendKeys("Evening" + Keys.Enter);
        _person.See(".chip[aria-pressed='true']", "Evening");
        _person.Driver.FindElement(By.CssSelector(".always input")).SendKeys(" ");

        _person.GoTo("/switch?saving=4");
        _person.Press("Evening");
        _person.See("[data-test='left-out']", "Colours");
        _person.GoTo("/switch?saving=14");
        _person.See(".chip[aria-pressed='true']", "Evening");
        _person.Press("Switch to Open Night");
        _person.See("[data-test='result']", "Open Night is on");
        File.ReadAllBytes(_person.App.At(Panels)).ShouldBe(panels);

        _person.GoTo("/switch?saving=14");
        _person.PressByKeys("Forget Evening");
        _person.Gone(".chip[aria-pressed='true']");
        _person.See("[data-test='left-out']", "Colours");
    }

    [Fact]
    public void A_plan_that_no_longer_holds_says_what_changed_and_can_be_made_again()
    {
        _person.GoTo("/switch?saving=4");
        _person.See("[data-test='go']");
        _person.App.Edit(Surface, "after=15", "after=20");
        var before = _person.App.Snapshot();
        _person.Press("Switch to Cloud Cover");
        _person.See("[role='alert']", Surface);
        _person.See("[role='alert']", "Nothing was changed");
        _person.App.Snapshot().ShouldBe(before);
        _person.Press("Plan again");
        _person.Press("Switch to Cloud Cover");
        _person.See("[data-test='result']", "Cloud Cover is on");
    }

    [Fact]
    public void A_damaged_file_and_a_taken_name_are_told_where_they_belong()
    {
        File.WriteAllText(_person.App.At(Panels), "{ \"panels\": ");
        _person.See("[data-test='unread']", "not JSON");
        _person.See("[data-test='unread']", Panels);
        _person.Press("Save what’s on now…");
        _person.See("#name");
        _person.Driver.FindElement(By.Id("name")).SendKeys("open night");
        _person.Press("Save", ".save");
        _person.See(".fields .v-messages", "There is a profile named Open Night already");
        _person.See(".cover .unread", "not JSON");
        File.ReadAllText(_person.App.At(Panels)).ShouldBe("{ \"panels\": ");
    }

    [Fact]
    public void A_file_that_was_cut_short_is_written_anew_as_saved_from_the_column()
    {
        var whole = File.ReadAllText(_person.App.At(Panels));
        File.WriteAllText(_person.App.At(Panels), whole[..(whole.Length / 2)]);
        _person.See("[data-test='unread']", "Panels");
        _person.Press("Write it anew, as saved…");
        _person.See("[data-test='anew']", "comes from the copy in Red Lamp");
        _person.Press("Put back");
        _person.See("[data-test='result']", "It is put back");
        _person.Gone("[data-test='unread']");
        File.ReadAllText(_person.App.At(Panels)).ShouldEndWith(whole[^40..]);
    }

    [Fact]
    public void Who_works_by_keys_keeps_their_place_when_a_part_is_left_out_and_hears_how_a_switch_ended()
    {
        _person.GoTo("/switch?saving=4");
        _person.See("[data-test='go']");
        _person.Driver.FindElement(By.CssSelector("[aria-label='Leave out Icons']")).Click();
        _person.See("[data-test='left-out']", "Icons");
        _person.Driver.SwitchTo().ActiveElement().TagName.ShouldNotBe("body");
        _person.Press("Switch to Cloud Cover");
        _person.See("[data-test='result']", "Cloud Cover is on");
        _person.See("h2:focus", "Cloud Cover is on");
        _person.Driver.Title.ShouldStartWith("Cloud Cover is on");
    }
}
