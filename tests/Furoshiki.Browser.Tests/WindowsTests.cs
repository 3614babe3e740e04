using System.Globalization;
using OpenQA.Selenium;

namespace Furoshiki.Browser.Tests;

/// <summary>Several windows, a quick hand, a server that goes away, and a folder that does.</summary>
public sealed class WindowsTests : IAsyncLifetime
{
    private readonly Person _person = new();

    public ValueTask InitializeAsync() => _person.InitializeAsync();

    public ValueTask DisposeAsync() => _person.DisposeAsync();

    [Fact]
    public void Any_number_of_windows_load_and_all_hear_of_a_change()
    {
        var driver = _person.Driver;
        for (var window = 0; window < 9; window++)
        {
            driver.SwitchTo().NewWindow(WindowType.Tab);
            _person.Resize(1280, 800);
            _person.GoTo("/");
            _person.See("[data-profile='Red Lamp'] svg");
        }
        _person.App.Edit("home/.config/engawa/panels.json", "\"opacity\": 80", "\"opacity\": 71");
        foreach (var window in driver.WindowHandles)
        {
            driver.SwitchTo().Window(window);
            _person.See("[data-test='drift']", "71 %");
        }
    }

    [Fact]
    public void Keys_that_follow_each_other_at_once_are_all_heard()
    {
        _person.GoTo("/?sort=name");
        Card("Cloud Cover").SendKeys("l");
        Card("Day Log").SendKeys("lx");
        _person.See(".sides", "Cloud Cover");
        _person.See(".sides", "Day Log");
        _person.Press("Clear", ".line-up");
        _person.Gone(".line-up");
        _person.Driver.Url.ShouldNotContain("lineup");
    }

    [Fact]
    public void A_profile_is_deleted_undeleted_and_deleted_for_good_by_keyboard_and_focus_is_never_lost()
    {
        _person.GoTo("/?sort=name");
        Card("Day Log").SendKeys(Keys.Enter);
        _person.See("h1", "Day Log");
        _person.PressByKeys("Delete Day Log");
        _person.See(".deleted", "The profile Day Log is deleted.");
        _person.Gone("[data-profile='Day Log']");
        _person.PressByKeys("Undelete");
        _person.See("[data-profile='Day Log'] svg");

        Card("Cloud Cover").SendKeys(Keys.Enter);
        _person.See("h1", "Cloud Cover");
        _person.Press("Delete Cloud Cover");
        _person.Press("All that is deleted");
        _person.See("h1", "Deleted");
        _person.Violations().ShouldBeEmpty();
        _person.PressByKeys("Delete for good… Cloud Cover");
        _person.See("main", "Yes, delete it for good");
        _person.Type(Keys.Enter);
        _person.See(".nothing", "There are none");
        _person.Gone(".deleted.shown");
        _person.Press("Shelf", "header");
        _person.See("[data-profile='Day Log']");
        _person.Gone("[data-profile='Cloud Cover']");
    }

    [Fact]
    public void Looks_are_reached_by_the_arrows_and_by_the_search()
    {
        _person.GoTo("/?sort=name");
        Card("Cloud Cover").SendKeys(Keys.ArrowRight);
        _person
            .Driver.SwitchTo()
            .ActiveElement()
            .GetAttribute("aria-label")
            .ShouldBe("Open Day Log");
        _person.Type("/Meteor");
        _person.Gone("[data-profile='Day Log']");
        _person.Type(Keys.Enter);
        _person.See("h1", "Meteor Watch");
        _person.Driver.Title.ShouldBe("Meteor Watch, profile · Furoshiki");
    }

    [Fact]
    public void After_a_page_went_away_the_next_one_has_the_focus()
    {
        Card("Open Night").SendKeys(Keys.Enter);
        _person.See("h1", "Open Night");
        _person.Focus.ShouldBe("main");
        _person.Driver.Navigate().Back();
        _person.See("[data-profile='Red Lamp']");
        _person.Focus.ShouldNotBe("body");
    }

    [Fact]
    public void Single_keys_can_be_switched_off_and_stay_so()
    {
        _person.Type("?");
        _person.See(".switch input").Click();
        _person.Press("Close", ".keys");
        _person.Gone(".keys");
        _person.Driver.Navigate().Refresh();
        Card("Open Night").SendKeys("lgd");
        _person.Press("Keys", "header");
        _person.See(".keys");
        _person.Driver.FindElements(By.CssSelector(".line-up")).ShouldBeEmpty();
        _person.Driver.Url.ShouldNotContain("desktops");
    }

    [Fact]
    public async Task When_the_server_is_gone_the_page_says_so_and_comes_back_by_itself()
    {
        var port = _person.App.Root.Port;
        _person.See("[data-profile='Red Lamp']");
        await _person.App.Stop();
        _person.See(".trouble", "does not answer");
        await _person.App.Start(port);
        _person.Gone(".trouble");
        _person.See("[data-profile='Red Lamp']");
    }

    [Fact]
    public void A_desktop_whose_folder_is_gone_is_shown_as_gone_until_it_is_back_or_found_elsewhere()
    {
        var folder = _person.App.Desktop;
        _person.See("[data-profile='Red Lamp']");
        Directory.Move(folder, folder + "-away");
        _person.See("[data-test='gone']", "Dome console is not here");
        Directory.Move(folder + "-away", folder);
        _person.See("[data-profile='Red Lamp']");

        var elsewhere = Path.Combine(_person.App.Home, "elsewhere");
        Directory.Move(folder, elsewhere);
        var place = _person.See("#place");
        place.SendKeys(Keys.Control + "a");
        place.SendKeys(elsewhere);
        _person.Press("Find it again");
        _person.See("[data-profile='Red Lamp']");
        _person.See("[data-test='on']", "4th saving, with 4 changes");

        Directory.Delete(elsewhere, recursive: true);
        _person.Press("Delete Dome console");
        _person.See(".now .chooser", "Field laptop");
        _person.See("[data-profile='Red Lamp']");
    }

    [Fact]
    public void What_can_be_done_with_what_is_on_never_leaves_the_column()
    {
        _person.See("[data-test='acts']", "Put back…");
        // Lower, and what there is to say scrolls between what is on and its buttons.
        _person.Resize(1280, 520);
        foreach (var place in new[] { ".now .on", "[data-test='acts'] a", ".now .go" })
            Bottom(place).ShouldBeInRange(1, 520, place);
        // Narrow, and two lines are left of it until it is opened.
        _person.Resize(640, 800);
        Bottom(".now").ShouldBeInRange(1, 90);
        Bottom(".now .go").ShouldBeInRange(1, 90);
        _person.Press("Unfold");
        _person.See("[data-test='acts']", "Put back…");

        double Bottom(string selector) =>
            Convert.ToDouble(
                _person.Driver.ExecuteScript(
                    "return document.querySelector(arguments[0]).getBoundingClientRect().bottom",
                    selector
                ),
                CultureInfo.InvariantCulture
            );
    }

    private IWebElement Card(string name) => _person.See($"[data-profile='{name}'] .open");
}
