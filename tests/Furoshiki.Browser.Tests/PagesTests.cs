using Furoshiki.Tests.Shared;
using OpenQA.Selenium;

namespace Furoshiki.Browser.Tests;

/// <summary>What is true of every page. The tests read only, so they share one person.</summary>
public sealed class PagesTests(Person person) : IClassFixture<Person>
{
    private static readonly (string Path, string Shows)[] Pages =
    [
        ("/?lineup=saving-18", "[data-profile='Red Lamp'] svg"),
        ("/?find=nothing+like+it", ".nothing"),
        ("/profiles/7?part=icons", ".savings .thumb"),
        ("/save", ".cover"),
        ("/compare", ".choose button"),
        ("/compare?look=now&look=saving-18&look=saving-6&settings=1", "[data-part='icons']"),
        ("/compare?look=saving-18", "[data-near='First Light'] svg"),
        ("/compare?look=saving-18&look=now&pictures=difference", ".differing svg"),
        ("/compare?look=saving-18&look=saving-14&look=saving-99&pictures=over", ".upper svg"),
        ("/switch?saving=14", "[data-step='cursor']"),
        ("/supplies?kind=icons", ".sample img"),
        ("/supplies?supply=pkg:generic/heron-ridge/meridian-night", ".tree li"),
        ("/switch?get=pkg:generic/heron-ridge/moon-dial", ".problem .v-btn"),
        ("/safe-states", ".chosen svg"),
        ("/files", "[data-file]"),
        ("/history", ".came"),
        ("/desktops", "[data-test='report']"),
        ("/deleted", ".nothing"),
        ("/copies", "#copies"),
        ("/desktops?desktop=3", "[data-test='report']"),
        ("/desktops?add=folder", ".folders button"),
        ("/profiles/3?scene=SignIn", ".savings .thumb"),
        ("/switch?saving=18&desktop=3", "[data-test='losses']"),
        ("/fittings", ".begin svg"),
        ("/fittings/1?part=panels", "[data-setting='main/thickness']"),
        ("/fittings/1?borrow=colours", ".borrow svg"),
        ("/nowhere", "h1"),
        (
            "/compare?look=saving-18&look=saving-14&look=saving-9&look=now&find=wallpaper",
            "[data-part='wallpaper'] img"
        ),
    ];

    private static readonly (string Room, int Width)[] Windows =
    [
        ("light", 1280),
        ("dark", 1024),
        ("light", 640),
        ("dark", 320),
        ("forced", 640),
    ];

    public static TheoryData<int, string> All =>
        new(Pages.Index().Select(page => (page.Index, page.Item.Path)));

    [Theory]
    [MemberData(nameof(All))]
    public void Every_page_meets_WCAG_AA_and_has_nothing_out_of_reach(int page, string path)
    {
        // Each page in two windows, in one of them against WCAG, and each window with many pages; all of it with more effort.
        var windows = Windows
            .Index()
            .Where(window => Effort.IsWhole || (page + window.Index) % Windows.Length is 0 or 2)
            .Select(window => window.Item)
            .ToList();
        foreach (var (room, width) in windows)
        {
            person.Resize(width, 800);
            person.Room(room);
            // The page goes with its window; it need not be loaded for each.
            if ((room, width) == windows[0])
                person.GoTo(path);
            person.See(Pages[page].Shows);
            if (Effort.IsWhole || (room, width) == windows[page % 2])
                person.Violations().ShouldBeEmpty($"{room}, {width} wide");
            person.OutOfReach().ShouldBeEmpty($"{room}, {width} wide");
        }
    }

    [Fact]
    public void The_back_button_and_a_reload_keep_the_place()
    {
        person.GoTo("/?show=Night&find=Breakfast");
        person.See("#page", "No look fits");
        person.GoTo("/?show=Night");
        person.See("[data-profile='Open Night']");
        person.Press("Compare", "header");
        person.See(".choose");
        person.Driver.Navigate().Back();
        person.See("[data-profile='Open Night']");
        person.Driver.Navigate().Refresh();
        person.See("[data-profile='Open Night']");
        person.Gone("[data-profile='Day Log']");
    }

    [Fact]
    public void An_older_saving_is_opened_by_a_press_kept_by_a_reload_and_switched_to()
    {
        person.Resize(1280, 800);
        person.GoTo("/profiles/8");
        person.See("[data-test='opened']", "4th saving");
        person.See("[aria-label='Open the 2nd saving']").Click();
        person.See("[data-test='opened']", "2nd saving");
        person.Driver.Navigate().Refresh();
        person.See("[data-test='opened']", "2nd saving");
        person.Violations().ShouldBeEmpty();
        person.Press("Switch to the 2nd saving…");
        person.See("#page", "2nd saving");
    }

    [Fact]
    public void Filters_are_combined_and_a_search_says_what_it_found()
    {
        person.GoTo("/");
        person.Press("Night", "[aria-label='Show']");
        person.Press("Observing", "[aria-label='Show']");
        person.Gone("[data-profile='Open Night']");
        person.See("[data-profile='Meteor Watch']");
        person.Press("All 8", "[aria-label='Show']");
        person.See("header input").SendKeys("#c24f38 guest");
        person.Gone("[data-profile='Meteor Watch']");
        person.See("[role='status']", "1 look found");
        person.See("[data-profile='Guest Desk']", "selection #c24f38");
        var search = person.See("header input");
        search.SendKeys(Keys.Control + "a");
        search.SendKeys("#c24f39 guest");
        person.See("[data-profile='Guest Desk']", "selection #c24f38, less than 1 apart");
    }

    [Fact]
    public void Pointing_at_the_picture_names_the_part_and_its_role_and_pressing_opens_it()
    {
        person.Resize(1280, 800);
        person.GoTo("/profiles/7");
        person.PointAt(".pointable .screen [data-role='link']");
        person.See(".mark-name", "Colours, link");
        person.PointAt(".pointable .screen [data-kind='panels'] [data-role='panel']");
        person.See(".mark-name", "Panels: Colours, panel");
        person.PointAt(".pointable .screen [data-kind='cursor']");
        person.See(".mark-name", "Cursor");
        person.See(".pointable .screen [data-kind='cursor'] image").Click();
        person.See("#part-cursor", "data:icons/Brass-Pointer");
    }

    [Fact]
    public void Every_page_has_two_keys_and_what_is_past_stands_in_one_row_to_which_the_way_back_leads()
    {
        person.Resize(1280, 800);
        person.GoTo("/");
        person.See("[data-profile='Red Lamp']");
        foreach (
            var (keys, words, isPast) in new[]
            {
                ("gp", "Safe states", true),
                ("gh", "History", true),
                ("gt", "A file over time", true),
                ("gx", "Deleted", true),
                ("gk", "Copies", true),
                ("gd", "Desktops", false),
                ("gu", "Supplies", false),
                ("gf", "Fitting", false),
                ("gc", "Compare", false),
                // Last, since its field has the focus then.
                ("gn", "Save", false),
            }
        )
        {
            person.Type(keys);
            person.See("h1", words);
            if (!isPast)
                continue;
            person.See("header nav .here", "Past");
            person.See("[aria-label='What is past'] [aria-current='page']", words);
        }
        person.See("[aria-label='Way back'] a.last").Click();
        person.Press("History", "[aria-label='What is past']");
        person.See("h1", "History");
    }

    [Fact]
    public void All_that_is_kept_is_copied_by_keys_to_a_folder_that_is_there_and_to_no_other()
    {
        var folder = Directory.CreateDirectory(Path.Combine(person.App.Home, "copies")).FullName;
        person.Resize(1280, 800);
        person.GoTo("/copies");
        person.See(".folder").SendKeys(folder + "x");
        person.PressByKeys("Copy it now");
        person.See("form", $"There is no folder {folder}x");
        person.See(".folder").SendKeys("\b");
        person.PressByKeys("Copy it now");
        person.See("form [role='status']", "Copied");
        person.See("[data-test='copies']", "the last today");
        // The rule that is chosen with it may have its own first one made in the same moment.
        Directory.GetFiles(folder).Length.ShouldBeInRange(1, 2);
    }

    [Fact]
    public void What_was_saved_for_other_screens_is_drawn_and_adjusted_in_place()
    {
        person.Resize(1280, 1000);
        person.GoTo("/switch?saving=3");
        person.See("[data-misfit='panels/main/length'] .from");
        person.See("[data-misfit='panels/main/length'] input").SendKeys("x");
        person.Press("Put on", "[data-misfit='panels/main/length']");
        person.See("[data-misfit='panels/main/length'] .wrong", "'1100pxx' stands where");
        person.Press("81 %");
        person.See("[data-test='instead']", "81 % in place of 1100 px");
        person.Gone("[data-misfit='panels/main/length']");
        person.Press("All of it");
        person.Gone("[data-test='misfits']");
    }

    /// <summary>Not a test: takes the pictures of docs/screenshots, into the folder that FUROSHIKI_SCREENSHOTS names.</summary>
    [Fact(Explicit = true)]
    public void Take_the_screenshots()
    {
        var folder =
            Environment.GetEnvironmentVariable("FUROSHIKI_SCREENSHOTS")
            ?? throw new InvalidOperationException("FUROSHIKI_SCREENSHOTS is not set.");
        Take("shelf", "/?lineup=saving-18,saving-14", "[data-profile='Cloud Cover'] svg", "light");
        Take(
            "shelf-night",
            "/?lineup=saving-18,saving-14",
            "[data-profile='Cloud Cover'] svg",
            "dark"
        );
        Take("profile", "/profiles/7?part=icons", ".savings .thumb", "light");
        Take("fitting", "/fittings/1?part=dock", "[data-setting='zoom']", "light");
        Take(
            "fitting-night",
            "/fittings/1?part=colours&scene=Settings",
            "[data-setting='accent']",
            "dark"
        );
        Take("fitting-sheet", "/fittings/1?sheet=moves", ".trial svg", "light");
        Take("save", "/save?as=8", ".cover", "light");
        Take(
            "compare",
            "/compare?look=saving-18&look=saving-14&part=fonts",
            "[data-part='icons']",
            "light"
        );
        Take(
            "compare-over",
            "/compare?look=saving-18&look=saving-14&pictures=over",
            ".upper svg [data-kind='panels']",
            "light"
        );
        Take("nearness", "/compare?look=saving-18", ".map .name", "light");
        Take("switch-plan", "/switch?saving=14", "[data-step='cursor']", "light");
        Take(
            "supplies",
            "/supplies?kind=icons&supply=pkg:generic/heron-ridge/meridian-night",
            ".tree li",
            "light"
        );
        Take("safe-states", "/safe-states", ".chosen li", "light");
        Take("desktops", "/desktops", "[data-test='report']", "light");
        Take("copies", "/copies", "#copies", "light");
        Take("scenes-night", "/profiles/7?scene=Settings", ".savings .thumb", "dark");
        Take("other-platform", "/switch?saving=18&desktop=3", "[data-test='losses']", "light");
        person.GoTo("/switch?saving=14&without=panels/side/,colours/accent");
        person.See(".within [type='checkbox']").Click();
        person.Press("Switch to Open Night");
        person.See("[data-test='result']", "Open Night is on");
        person.See(".now .on", "Open Night");
        Take("switched", null, ".now svg", "light");
        person.Type("k");
        person.Gone(".keep.shown");
        Take("history", "/history", ".came", "light");

        void Take(string name, string? path, string shows, string room)
        {
            person.Resize(1280, 800);
            person.Room(room);
            if (path is not null)
                person.GoTo(path);
            person.See(shows);
            person.Wait(
                () =>
                    (bool)
                        person.Driver.ExecuteScript(
                            "return [...document.querySelectorAll('.picture')].every((one) => one.querySelector('svg')) && document.fonts.status === 'loaded'"
                        )!
                        ? ""
                        : null,
                "all pictures"
            );
            person.Driver.ExecuteAsyncScript(
                "const done = arguments[0]; Promise.all([...document.querySelectorAll('image')].map((one) => { const image = new Image(); image.src = one.getAttribute('href'); return image.decode().catch(() => 0) })).then(() => setTimeout(done, 400))"
            );
            person.Driver.GetScreenshot().SaveAsFile(Path.Combine(folder, $"{name}.png"));
        }
    }
}
