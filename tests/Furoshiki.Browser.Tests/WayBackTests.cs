using OpenQA.Selenium;

namespace Furoshiki.Browser.Tests;

/// <summary>What a person takes back of older states, piece by piece.</summary>
public sealed class WayBackTests : IAsyncLifetime
{
    private const string Surface = "home/.config/engawa/surface.conf";
    private const string Windows = "home/.config/engawa/windows.conf";

    private readonly Person _person = new();

    public ValueTask InitializeAsync() => _person.InitializeAsync();

    public ValueTask DisposeAsync() => _person.DisposeAsync();

    private string Text(string path) => File.ReadAllText(_person.App.At(path));

    private void Make(string name)
    {
        _person.Press("Make a safe state…");
        _person.See(".past input").SendKeys(name + Keys.Enter);
        _person.See("[aria-pressed='true'].state", name);
    }

    [Fact]
    public void One_file_comes_back_from_an_older_state_and_nothing_else()
    {
        var before = Text(Surface);
        _person.GoTo("/safe-states");
        Make("Monday");
        _person.App.Edit(Surface, "tone=dark", "tone=light");
        Make("Tuesday");
        _person.App.Edit(Windows, "size=", "size=1");
        var windows = Text(Windows);

        _person.Press("By file");
        _person.See("[data-test='state-file']", "windows.conf");
        _person.Press("A file over time");
        _person.See("section[aria-label='Changed lately'] [data-file]", "surface.conf");
        _person.See(".files input").SendKeys("surface");
        _person.See($"[data-file='{Surface}']", "change").Click();
        _person.See("[data-test='version']", "Tuesday");
        // It is told in the words of its parts, its bytes only where they are asked for.
        _person.See("[data-test='version']:nth-child(1)", "Colours: tone dark → light");
        _person
            .See("[data-test='version']:nth-child(2) summary", "the lines, bytes and digests")
            .Click();
        _person.Press("Show the lines", "[data-test='version']:nth-child(2)");
        _person.See(".lines .Removed", "tone=dark");
        _person.Press("Bring this one back…", "[data-test='version']:nth-child(2)");
        _person.See("[data-step='colours']", "dark");
        _person.Press("Go back to this", ".going");
        _person.See("[data-test='result']", "The desktop is back");
        Text(Surface).ShouldBe(before);
        Text(Windows).ShouldBe(windows);
    }

    [Fact]
    public void Parts_of_a_state_are_chosen_and_come_back_together()
    {
        _person.GoTo("/safe-states");
        Make("Evening");
        _person.App.Edit(Surface, "tone=dark", "tone=light");
        _person.App.Edit(Windows, "size=", "size=1");
        _person.See(".chosen li", "Colours");
        foreach (var box in _person.Driver.FindElements(By.CssSelector(".chosen li")))
            if (!box.Text.Contains("Colours", StringComparison.Ordinal))
                box.Click();
        _person.Press("Go back to 1 part…");
        _person.See("[data-step='colours']", "light → dark");
        _person.Press("Go back to parts of Evening");
        _person.See("[data-test='result']", "They are back");
        Text(Surface).ShouldContain("tone=dark");
        Text(Windows).ShouldContain("size=1");
    }

    [Fact]
    public void A_set_that_is_not_here_is_settled_by_the_nearest_in_its_place()
    {
        _person.App.Edit(Windows, "set=Inkstone-Red", "set=Fold");
        _person.GoTo("/save");
        _person.See(".cover", "Fold");
        _person.See("#name").SendKeys("Plain Folds");
        _person.Press("Save", ".save");
        _person.See("h1", "Plain Folds");
        _person.App.Edit(Windows, "set=Fold", "set=Inkstone-Red");
        Directory.Delete(_person.App.At("usr/share/icons/Fold"), recursive: true);

        _person.Press("Switch…");
        _person.See("[data-refused='icons']", "Fold is not here");
        _person.Press("Fold Ash", "[data-refused='icons']");
        _person.Gone("[data-refused='icons']");
        _person.See("[data-test='instead']", "in place of Fold");
        _person.Press("Switch to Plain Folds");
        _person.See("[data-test='result']", "Plain Folds is on");
        Text(Windows).ShouldContain("set=Fold-Ash");
    }

    [Fact]
    public void What_there_is_to_know_of_a_look_is_told_in_its_plan_and_settled_in_place()
    {
        const string keys = "home/.config/engawa/keys.conf";
        File.Delete(_person.App.At("home/.local/share/applications/tally.desktop"));
        _person.GoTo("/switch?saving=9");
        _person.See("[data-test='notes']", "count-meteor calls tally");
        _person.Press("Without count-meteor", "[data-test='notes']");
        _person.Press("Aperture controls for Shoji too", "[data-test='notes']");
        _person.Gone("[data-test='notes']");
        _person.Press("Switch to Meteor Watch");
        _person.See("[data-test='result']", "Meteor Watch is on");
        Text(keys).ShouldNotContain("tally");
        Text(Windows).ShouldContain("[Toolkit Shoji]\ntheme=Aperture");
    }

    [Fact]
    public void What_takes_the_administrators_rights_is_run_by_the_stand_in_and_seen()
    {
        _person.App.Edit("etc/engawa/sign-in.conf", "theme=Plain", "theme=Heron");
        _person.GoTo("/switch?saving=5");
        _person.See("[data-test='rights']", "1 part takes the administrator’s rights");
        _person.Press("Switch to Cloud Cover");
        _person.See("[data-test='result']", "Cloud Cover is on");
        Text("etc/engawa/sign-in.conf").ShouldContain("theme=Heron");
        _person.See("[data-test='rights'] input").SendKeys("heron");
        _person.Press("Run it here");
        _person.See("[data-test='rights']", "1 part put on by the administrator");
        Text("etc/engawa/sign-in.conf").ShouldContain("theme=Plain");
    }
}
