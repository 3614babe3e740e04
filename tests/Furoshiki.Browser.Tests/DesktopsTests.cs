using OpenQA.Selenium;

namespace Furoshiki.Browser.Tests;

/// <summary>The Desktops page, and drift in the column, as a person uses them.</summary>
public sealed class DesktopsTests : IAsyncLifetime
{
    private readonly Person _person = new();

    public ValueTask InitializeAsync() => _person.InitializeAsync();

    public ValueTask DisposeAsync() => _person.DisposeAsync();

    private IWebElement Find(string selector) =>
        _person.Driver.FindElement(By.CssSelector(selector));

    [Fact]
    public void A_person_points_at_a_folder_sees_what_the_map_finds_and_adds_it()
    {
        var home = Directory.CreateDirectory(Path.Combine(_person.App.Home, "somebody")).FullName;
        Directory.CreateDirectory(Path.Combine(home, ".icons/default"));
        File.WriteAllText(
            Path.Combine(home, ".icons/default/index.theme"),
            "[Icon Theme]\nInherits=Brass\n"
        );
        File.WriteAllText(
            Path.Combine(home, ".Xresources"),
            "*foreground: #e0e0e0\n*background: reddish\n"
        );

        _person.Type("gd");
        // What is right is folded.
        _person.See("[data-test='report'] summary", "20 found").Click();
        _person.See("[data-found='wallpaper']", "Dust Lane");
        _person.Press("Add a folder…");
        _person.Press(_person.App.Home, ".folders");
        _person.Press("somebody", ".folders");
        _person.See(".chosen", home);
        _person.Press("See what is there");
        _person.See("[data-found='cursor']", "named, not found: Brass");
        _person.See("[data-found='terminal']", "reddish");
        _person
            .See("[data-test='report'] details:last-child", "Sounds")
            .Text.ShouldContain("not set");

        _person.Press("Add this desktop");
        _person.See(".v-messages", "1 to 60 characters");
        Find("#desktop-name").SendKeys("Somebody’s home");
        _person.Press("Add this desktop");
        _person.See(".now .chooser", "Somebody’s home");
        _person.See("[aria-label='Folder']", home);
        _person.See("[data-test='unread-value']", "reddish");
    }

    [Fact]
    public void What_waits_is_told_until_the_session_takes_it_up_and_trouble_ends_a_switch_unharmed()
    {
        _person.See("[data-test='waiting']", "Cursor");
        _person.GoTo("/desktops");
        _person.Press("Sign out and in");
        _person.Gone("[data-test='waiting']");
        _person.GoTo("/switch?saving=12");
        _person.See("[data-step='icons']");
        _person.Press("Switch to Day Log");
        _person.See("[data-test='waiting']", "One sign-in shows all seven.");
        _person.See("[data-step='icons']", "written, waits");
        _person.PressByKeys("Do all that waits");
        _person.Gone("[data-test='waiting']");
        _person.See("[data-step='icons']", "taken");
        _person.GoTo("/desktops");
        _person.See("[aria-label='Trouble']");

        Find("[aria-label='Trouble'] input[type=checkbox]").Click();
        var before = _person.App.Snapshot();
        _person.GoTo("/switch?saving=14");
        _person.Press("Switch to Open Night");
        _person.See("[data-test='result']", "no space left");
        _person.App.Snapshot().ShouldBe(before);

        _person.GoTo("/desktops");
        _person.See("[aria-label='Trouble'] input:checked").Click();
        Find("#other").SendKeys("Launcher");
        _person.Press("Change");
        _person.See("[data-test='drift']", "Launcher");
    }

    [Fact]
    public void Drift_is_seen_down_to_the_file_and_put_back_part_by_part()
    {
        _person.Press("2 files edited in place", "[data-test='drift']");
        _person.See("[data-test='changed-files']", "Inkstone-Red/scalable/places");
        _person.See("[data-test='changed-files']", "folder.svg edited in place");
        _person.See("[data-test='changed-files'] img");
        foreach (
            var box in _person
                .Driver.FindElements(By.CssSelector("[data-test='drift'] input"))
                .Where(box => box.GetAttribute("value") != "icons")
        )
            box.Click();
        _person.Press("Put back 1…", ".now");
        _person.See("[data-step='icons']");
        _person.Driver.FindElements(By.CssSelector("[data-step]")).Count.ShouldBe(1);
        _person.See("[data-step='icons']", "2 files written anew");
        _person.Gone("[data-test='unsaved']");
        _person.Press("Put back", "#page");
        _person.See("[data-test='result']", "It is put back");
        _person.See("[data-test='on']", "with 3 changes");
    }

    [Fact]
    public void What_is_ticked_in_the_column_is_what_is_saved_and_the_rest_stays_drift()
    {
        string[] ticked = ["icons", "cursor"];
        foreach (
            var box in _person
                .Driver.FindElements(By.CssSelector("[data-test='drift'] input"))
                .Where(box => !ticked.Contains(box.GetAttribute("value")))
        )
            box.Click();
        _person.Press("Save 2…", ".now");
        foreach (var kind in ticked)
            _person.See($"#cover-{kind}").Selected.ShouldBeTrue(kind);
        // What was pressed for is not left out unsaid.
        _person.Press("Furniture only", ".save");
        _person.See("#cover-panels").Selected.ShouldBeTrue();
        _person.See("#cover-icons").Selected.ShouldBeFalse();
        _person.See(".save [role='status']", "You pressed to save icons, cursor");
        _person.Press("Cover them", ".save");
        foreach (var kind in ticked)
            _person.See($"#cover-{kind}").Selected.ShouldBeTrue(kind);
        _person.Press("Everything", ".save");
        _person.See("li:has(#cover-icons) summary", "1 carried").Click();
        _person.See("li:has(#cover-icons) .held", "carried: Inkstone-Red");
        _person.Violations().ShouldBeEmpty();
        _person.Press("Save", ".words");
        _person.See("[data-test='on']", "5th saving, with 2 changes");
        foreach (var kind in ticked)
            _person.Gone($"[data-test='drift'] input[value='{kind}']");
    }

    [Fact]
    public void A_screenshot_is_attached_to_a_profile_and_taken_off_again()
    {
        var file = Path.Combine(_person.App.Home, "shot.png");
        _person.Driver.GetScreenshot().SaveAsFile(file);
        _person.GoTo("/profiles/8");
        _person.See(".savings .thumb");
        Find("input[type=file]").SendKeys(file);
        _person.See("img.screenshot");
        _person.GoTo("/");
        _person.See("[data-profile='Red Lamp'] img.screenshot");
        _person.GoTo("/profiles/8");
        _person.Press("Remove the screenshot");
        _person.Gone("img.screenshot");

        // A fitting gives one too, to the profile that it is of.
        _person.GoTo("/fittings/1");
        _person.See(".foot .v-btn", "Its picture on the shelf…");
        Find(".foot input[type=file]").SendKeys(file);
        _person.See(".foot [role='status']", "Open Night has it on its card.");
        _person.GoTo("/");
        _person.See("[data-profile='Open Night'] img.screenshot");
    }
}
