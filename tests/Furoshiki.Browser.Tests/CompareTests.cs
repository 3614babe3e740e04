using System.Text.Json.Nodes;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;

namespace Furoshiki.Browser.Tests;

/// <summary>Looks are seen, measured and decided between.</summary>
public sealed class CompareTests : IAsyncLifetime
{
    private const string RedLampAndOpenNight = "/compare?look=saving-18&look=saving-14";
    private const string Index = "home/.local/share/icons/Inkstone-Red/index.theme";

    private readonly Person _person = new();

    public ValueTask InitializeAsync() => _person.InitializeAsync();

    public ValueTask DisposeAsync() => _person.DisposeAsync();

    private static string Cell(string row) => $"[data-row='{row}'] [role='gridcell']:nth-child(3)";

    [Fact]
    public void A_cell_shows_what_it_is_like_and_by_how_much_it_differs()
    {
        _person.GoTo($"{RedLampAndOpenNight}&settings=1");
        // Worked out without the application.
        _person.See(Cell("colours/accent"), "#f2b04a ΔE 33.1");
        _person.See(Cell("panels/main/thickness"), "30 px +8 px");
        _person.See(Cell("borders/buttons"), "close moved");
        var box = _person.See(Cell("widgets/gauge/place") + " .is");
        (box.GetAttribute("x"), box.GetAttribute("width")).ShouldBe(("2120", "320"));
        _person.See(Cell("widgets/gauge/place") + " .was").GetAttribute("x").ShouldBe("2160");
        foreach (
            var shown in new[]
            {
                "colours'] .swatches",
                "wallpaper'] img",
                "icons'] img",
                "borders'] img.drawing",
                "cursor'] img",
                "panels'] .drawing svg [data-kind='panels']",
                "sounds'] .hear",
            }
        )
            _person.See($"[data-part='{shown}");

        _person.See("input[aria-label='Find in the table']").SendKeys("accent");
        _person.Gone("[data-row='panels/main/thickness']");
        _person.See(Cell("colours/accent"), "ΔE 33.1");
    }

    [Fact]
    public void A_divider_between_two_pictures_is_moved_by_mouse_and_by_keys()
    {
        _person.GoTo(RedLampAndOpenNight);
        _person.Press("Laid over");
        var divider = _person.See("input.divider");
        _person.See(".stage .upper svg [data-kind='wallpaper']");
        string At() =>
            _person
                .Driver.ExecuteScript(
                    "return getComputedStyle(document.querySelector('.stage .upper')).clipPath"
                )!
                .ToString()!;
        At().ShouldContain("50%");
        new Actions(_person.Driver)
            .MoveToElement(divider, 0, 20)
            .ClickAndHold()
            .MoveByOffset(-divider.Size.Width / 4, 0)
            .Release()
            .Perform();
        _person.Wait(() => At().Contains("25", StringComparison.Ordinal) ? "" : null, "a quarter");
        divider.SendKeys(Keys.End);
        _person.Wait(() => At().Contains("100%", StringComparison.Ordinal) ? "" : null, "the end");
        divider.SendKeys(Keys.ArrowLeft);
        _person.Wait(() => At().Contains("99.5%", StringComparison.Ordinal) ? "" : null, "a step");

        _person.Press("In turn");
        _person.See("[aria-label='Shown'] [aria-pressed='true']", "Red Lamp");
        _person.Type("n");
        _person.See("[aria-label='Shown'] [aria-pressed='true']", "Open Night");

        _person.GoTo("/compare?look=saving-18&look=now&pictures=difference");
        _person.See(".together", "% of the picture differs");
        _person.Type("n");
        _person.See("[aria-label='As it is in'] [aria-pressed='true']", "Red Lamp");
        _person.Type("n");
        _person.See("[aria-label='As it is in'] [aria-pressed='true']", "Now");
        _person.See(".differing image:not([data-same])[href*='user-home']").Click();
        _person.See("[data-row='icons/files']", "2 files edited");
    }

    [Fact]
    public void A_cell_is_borrowed_into_a_fitting_by_one_key_and_put_on_from_there()
    {
        _person.GoTo($"{RedLampAndOpenNight}&part=panels");
        _person.TabTo(_person.See("[data-row='colours'] .opener"));
        _person.Type(Keys.ArrowRight);
        _person.Type(Keys.ArrowRight);
        while (!_person.Focused("[data-row='panels/main/thickness']"))
            _person.Type(Keys.ArrowDown);
        _person.Type("b");
        _person.See("[role='status']", "main, thickness of Open Night: borrowed into Red Lamp");
        _person.Press("Open the fitting");
        _person.See(".steps", "thickness");
        _person.Press("Plan a switch to this…");
        _person.Press("Switch to Red Lamp");
        _person.See("[data-test='result']", "is on");
        File.ReadAllText(_person.App.At("home/.config/engawa/panels.json"))
            .ShouldContain("\"thickness\": 30");

        // Another is left out of a switch, all that differs is borrowed at once, and taken back.
        _person.GoTo(RedLampAndOpenNight);
        _person.PointAt(Cell("dock"));
        _person.Press("Leave out", Cell("dock"));
        _person.Press("Switch without 1…");
        _person.See("[data-test='left-out']", "Dock");
    }

    [Fact]
    public void Names_and_small_pictures_stay_in_sight_over_the_table_in_the_colours_of_each_look()
    {
        _person.GoTo("/compare?look=saving-18&look=saving-14&look=now&all=1&settings=1");
        _person.See("[data-row='colours/accent']");
        _person
            .Driver.FindElements(By.CssSelector(".small .named"))
            .ShouldAllBe(one => !one.Displayed);
        // Two looks have one theme for borders here, and it is drawn in the colours of each.
        _person
            .Driver.FindElements(By.CssSelector("[data-part='borders'] img.drawing"))
            .Select(one => one.GetAttribute("src")!)
            .ShouldAllBe(address => address.Contains("?colours=", StringComparison.Ordinal));
        _person.TabTo(_person.See("[data-row='colours'] .opener"));
        new Actions(_person.Driver)
            .KeyDown(Keys.Control)
            .SendKeys(Keys.End)
            .KeyUp(Keys.Control)
            .Perform();
        _person.See(".small .named:nth-of-type(3)", "Open Night");
        _person.See(".small .named:nth-of-type(3) svg");
        string Left(string of) =>
            _person
                .Driver.ExecuteScript(
                    $"return String(Math.round(document.querySelector(\"{of}\").getBoundingClientRect().left))"
                )!
                .ToString()!;
        Left(".small .named:nth-of-type(3)")
            .ShouldBe(Left("[data-row='colours'] [role='gridcell']:nth-child(3)"));
        // What the arrow keys lead to is not behind them.
        for (var i = 0; i < 12; i++)
            _person.Type(Keys.ArrowUp);
        _person
            .Driver.ExecuteScript(
                """
                const { left, top, height } = document.activeElement.getBoundingClientRect()
                return document.activeElement.contains(document.elementFromPoint(left + 4, top + height / 2))
                """
            )
            .ShouldBe(true);
    }

    [Fact]
    public void The_shelf_is_sorted_by_nearness_to_a_look_and_a_map_leads_to_all_of_them()
    {
        _person.GoTo("/profiles/8");
        _person.Press("Most like this…");
        _person.See("[data-near='First Light']", "apart: Colours");
        var shares = _person
            .Driver.FindElements(By.CssSelector("[data-near] p"))
            .Select(one => int.Parse(one.Text.Split('\u00A0', ' ')[0], null))
            .ToList();
        shares.ShouldBeInOrder();
        shares.Count.ShouldBe(7);
        // The map is one stop of the tab key, and the arrows lead to every point on it.
        _person.TabTo(_person.See(".map button[tabindex='0']"));
        var visited = new HashSet<string>();
        string[] arrows = [Keys.ArrowRight, Keys.ArrowDown, Keys.ArrowLeft, Keys.ArrowUp];
        var random = new Random(7);
        string Focused() => _person.Driver.SwitchTo().ActiveElement().GetAttribute("aria-label")!;
        for (var i = 0; i < 300 && (visited.Count < 7 || Focused() != "Compare with Day Log"); i++)
        {
            _person.Type(arrows[random.Next(arrows.Length)]);
            visited.Add(Focused());
        }
        visited.Count.ShouldBe(7);
        _person.See(".nearness figcaption", "Day Log");
        _person.Type(Keys.Enter);
        _person.See(".sides", "Day Log");
        _person.See("[data-part='colours']", "ΔE");
    }

    [Fact]
    public async Task The_sheet_opens_from_disk_without_the_application_and_says_the_same_as_its_data()
    {
        const string Asked =
            "/api/desktops/1/comparison/sheet/{0}?look=saving-18&look=saving-14&find=accent";
        using var client = await _person.App.Client();
        var page = Path.Combine(_person.App.Home, "comparison.html");
        await File.WriteAllTextAsync(
            page,
            await client.GetStringAsync(
                new Uri(string.Format(null, Asked, "page"), UriKind.Relative)
            )
        );
        var data = JsonNode.Parse(
            await client.GetStringAsync(
                new Uri(string.Format(null, Asked, "data"), UriKind.Relative)
            )
        )!;
        var browser = _person.Driver;
        await _person.App.Stop();
        browser.Navigate().GoToUrl(new Uri(page));
        _person
            .Wait(
                () =>
                    (bool)
                        _person.Driver.ExecuteScript(
                            "return [...document.images].every((one) => one.complete && one.naturalWidth > 0)"
                        )!
                        ? "all"
                        : null,
                "all pictures"
            )
            .ShouldBe("all");
        _person.Driver.FindElements(By.CssSelector("img.screen")).Count.ShouldBe(2);
        _person.Driver.FindElements(By.CssSelector("script, link")).ShouldBeEmpty();
        var accent = data["rows"]!
            .AsArray()
            .SelectMany(row => row!["rows"]!.AsArray())
            .Single(row => row!["key"]!.GetValue<string>() == "colours/accent")!["cells"]![1]!;
        _person
            .See("tr.inner td.differs", accent["words"]!.GetValue<string>())
            .Text.ShouldContain("ΔE 33.1");
        accent["change"]!.GetValue<string>().ShouldBe("ΔE\u00A033.1");
    }

    [Fact]
    public void All_that_differs_is_borrowed_at_once_and_taken_back_and_a_part_of_a_safe_state_is_gone_back_to()
    {
        _person.GoTo("/compare?look=now&look=saving-18&look=saving-14");
        _person.See("[aria-label='More for Red Lamp, 4th saving']").Click();
        _person.Press("Borrow all 4 parts");
        _person.See("[role='status']", "4 parts of Red Lamp: borrowed into Dome console");
        _person.Press("Undo");
        _person.Gone("[role='status'] .paper");

        _person.GoTo("/compare?look=now");
        _person.Press("Safe states", ".choose");
        _person.See(".choose .look", "Red Lamp, 3rd").Click();
        _person.PointAt(Cell("panels"));
        _person.Press("Put on…", Cell("panels"));
        _person.See("h1", "Go back to parts of");
    }

    [Fact]
    public void Looks_are_added_found_put_first_and_taken_away_and_one_that_is_not_here_says_so_in_its_column()
    {
        _person.GoTo("/compare");
        // By keys: down from the field to the first, and from one to the next.
        _person.TabTo(_person.See("input[aria-label='Find a look']"));
        _person.Type(Keys.ArrowDown + Keys.ArrowRight + Keys.ArrowLeft);
        _person.See(".choose .look svg");
        _person.Focused("[data-look='now']").ShouldBeTrue();
        _person.Type(Keys.Enter);
        _person.See(".nearness h2", "Now, Dome console");
        _person.See("input[aria-label='Find a look']").SendKeys("visitor" + Keys.Enter);
        _person.See(".sides", "Visitor wall");
        _person.Press("Add a look…");
        _person.See(".adding input").SendKeys("open night" + Keys.Enter);
        _person.See(".sides section:nth-of-type(3)", "Open Night");
        _person.See("[aria-label^='More for Open Night']").Click();
        _person.Press("Hold the others against this");
        _person.See(".sides section:nth-of-type(1)", "Open Night");
        _person.See(".sides section:nth-of-type(1)", "The first");
        _person.See("[aria-label^='Remove Visitor wall']").Click();
        _person.Gone("[aria-label^='Remove Visitor wall']");

        _person.GoTo("/compare?look=saving-18&look=saving-99&look=now");
        _person.See(".sides section:nth-of-type(2)", "This saving is not here.");
        _person.See("[data-row='panels'] [data-state='Unreadable']", "cannot be read");
        _person.See("[data-row='panels'] [data-state='Differs']", "top, 22 px");

        _person.GoTo("/compare?look=now&look=now&look=now&look=now");
        _person.See(".none", "Nothing differs in what all of these looks cover.");
        _person.Driver.FindElements(By.CssSelector(".sides section")).Count.ShouldBe(4);
    }

    [Fact]
    public void A_version_is_said_to_be_newer_or_older_than_the_first_looks()
    {
        const string Slate = "pkg:generic/heron-ridge/fold-slate";
        // Day Log was saved with an earlier version of the set than the one that is got then.
        Go("/switch?saving=12");
        Go($"/switch?get={Slate}@1.4.0");
        _person.GoTo("/compare?look=saving-12&look=now&settings=1");
        _person.See(Cell($"behind/needs/{Slate}"), "newer");
        _person.GoTo("/compare?look=now&look=saving-12&settings=1");
        _person.See(Cell($"behind/needs/{Slate}"), "older");

        void Go(string plan)
        {
            _person.GoTo(plan);
            _person.See("[data-test='go']").Click();
            _person.See("[data-test='result']");
        }
    }

    [Fact]
    public void A_text_file_that_was_edited_is_compared_by_its_lines()
    {
        _person.App.Edit(Index, "Comment=Drawn for the observatory", "Comment=Drawn for us");
        _person.GoTo("/compare?look=saving-18&look=now&part=icons,icons/files");
        _person.See("[data-row='icons/files']", "3 files edited");
        _person.Press("Inkstone-Red, 1 file edited in place", "[data-row='icons/files']");
        _person.Press("Show the lines");
        _person.See(".lines .Removed", "Comment=Drawn for the observatory at Heron Ridge");
        _person.See(".lines .Added", "Comment=Drawn for us at Heron Ridge");
    }
}
