using System.Text.RegularExpressions;
using Furoshiki.Tests.Shared;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;

namespace Furoshiki.Browser.Tests;

/// <summary>A look that is made by trying on its picture, and put on.</summary>
public sealed partial class FittingTests : IAsyncLifetime
{
    private const string Surface = "home/.config/engawa/surface.conf";
    private const string Windows = "home/.config/engawa/windows.conf";
    private const string Panels = "home/.config/engawa/panels.json";

    private readonly Person _person = new();

    public ValueTask InitializeAsync() => _person.InitializeAsync();

    public ValueTask DisposeAsync() => _person.DisposeAsync();

    private string FileAt(string path) => File.ReadAllText(_person.App.At(path));

    private void Write(string key, string value)
    {
        Reach(_person.See($"[data-setting='{key}'] .field"));
        new Actions(_person.Driver)
            .KeyDown(Keys.Control)
            .SendKeys("a")
            .KeyUp(Keys.Control)
            .SendKeys(Keys.Delete + value + Keys.Tab)
            .Perform();
    }

    private void SeeStep(string words) => _person.See(".steps li", words);

    /// <summary>Whether all is reached by the Tab key and pressed by keys.</summary>
    private bool _byKeys;

    private void Reach(IWebElement element)
    {
        if (_byKeys)
            _person.TabTo(element);
        else
            element.Click();
    }

    private void Press(IWebElement element)
    {
        Reach(element);
        if (_byKeys)
            _person.Type(Keys.Enter);
    }

    private void Press(string selector, string text = "") =>
        _person.Wait(
            () =>
            {
                var found = _person.See(selector, text);
                Press(found);
                return found;
            },
            $"{selector} with '{text}', pressed"
        );

    private void Settle(string advice, string remedy)
    {
        Press($"[data-advice='{advice}'] .remedy", remedy);
        _person.Gone($"[data-advice='{advice}']");
    }

    /// <summary>Opens a part, which takes the place of the list, or of the part that was open.</summary>
    private void Open(string kind)
    {
        if (_person.Driver.FindElements(By.CssSelector(".opened .all")).Count > 0)
            Press(".opened .all", "All parts");
        Press($"#fit-{kind} .head");
        _person.See($"#fit-{kind}.opened");
    }

    private void Borrow(string kind, string from)
    {
        Open(kind);
        Press($"#fit-{kind} button", "Borrow…");
        Press(".borrow .one", from);
        Press(".borrow button", "Borrow the whole part");
        _person.Gone(".borrow");
    }

    /// <summary>Begins a fitting with a look, or with nothing and the parts of that look that stand on the desktop.</summary>
    private void Begin(bool fromNothing)
    {
        _person.GoTo("/");
        if (!fromNothing)
        {
            var card = _person.See("[data-profile='Open Night'] .open");
            if (_byKeys)
                _person.TabTo(card);
            else
                _person.PointAt("[data-profile='Open Night'] .open");
            Press("[aria-label='Try Open Night in a fitting']");
            _person.See("h1", "Open Night, being fitted");
            return;
        }
        Press("nav a", "Fitting");
        _person.See("h1", "Fitting");
        Press(".nothing");
        _person.See("h1", "New look, being fitted");
        foreach (var kind in new[] { "wallpaper", "panels", "widgets", "dock" })
            Borrow(kind, "Open Night");
        SeeStep("Dock borrowed from Open Night");
    }

    /// <summary>Where a fitting begins and how it is reached: each of both, and every two together where all is tried.</summary>
    public static TheoryData<bool, bool> Ways =>
        Effort.IsWhole
            ? new()
            {
                { false, false },
                { false, true },
                { true, false },
                { true, true },
            }
            : new() { { false, true }, { true, false } };

    [Theory]
    [MemberData(nameof(Ways))]
    public void Parts_of_three_looks_are_mixed_one_step_is_left_out_and_all_stands_in_the_files(
        bool fromNothing,
        bool byKeys
    )
    {
        _byKeys = byKeys;
        var before = (FileAt(Surface), FileAt(Windows), FileAt(Panels));
        Begin(fromNothing);

        // The colours of the wallpaper.
        Open("colours");
        Press("button[aria-label*='of Milky-Arch']");
        Press(".sources button", "Dark");
        SeeStep("Colours built from #");

        // A panel and a widget are moved on the picture itself.
        MoveOnThePicture();
        Open("panels");
        Write("main/thickness", "44");
        SeeStep("thickness 30 → 44");
        Settle("edge/dock", "Dock to the left");
        Borrow("colours", "Day Log");
        SeeStep("Colours borrowed from Day Log");
        Settle("readable/colours/dim-text", "Dim text #626669");
        Settle("focus/colours/focus", "Focus #");
        Borrow("icons", "Red Lamp");
        SeeStep("Icons borrowed from Red Lamp");

        // What is wrong is said at the field, and changes nothing.
        Open("panels");
        Write("main/opacity", "400");
        _person.See("[data-setting='main/opacity'] .wrong", "from 0 to 100");

        // A field that is left empty has its number again.
        Write("main/opacity", "");
        _person
            .See("[data-setting='main/opacity'] [type=number]")
            .GetAttribute("value")
            .ShouldBe("60");

        // The step in the middle goes, and the others stay.
        Press("[aria-label^='Leave out: Panels: main, edge']");
        _person.See(".out", "Panels: 2 settings");
        _person.Driver.Navigate().Refresh();
        _person.See(".out", "Panels: 2 settings");
        (FileAt(Surface), FileAt(Windows), FileAt(Panels)).ShouldBe(before);

        Press(".fitting button, .fitting a", "Save…");
        if (!fromNothing)
            Press("main button, main a", "As Open Night, 3rd saving");
        else
        {
            Reach(_person.See("#name"));
            _person.Type("Roof at Dusk");
        }
        Press("main form button[type=submit]");
        _person.See("[data-test='opened']", fromNothing ? "1st saving" : "3rd saving");

        _person.Driver.Navigate().Back();
        _person.Driver.Navigate().Back();
        Press("main button, main a", "Plan a switch to this…");
        Press("[data-test='go']");
        _person.See(
            "[data-test='result']",
            $"{(fromNothing ? "New look" : "Open Night")} is on as it was fitted"
        );
        FileAt(Panels).ShouldContain("\"thickness\": 44");
        FileAt(Panels).ShouldContain("\"edge\": \"top\"");
        FileAt(Windows).ShouldContain("set=Inkstone-Red");
        FileAt(Surface).ShouldContain("accent=#2f6f93");
        FileAt(Surface).ShouldContain("#626669");
        FileAt("home/.config/bench-dock/dock.json").ShouldContain("\"left\"");
    }

    /// <summary>Moves the main panel to the lower edge, and a widget.</summary>
    private void MoveOnThePicture()
    {
        var widget = _person
            .See(".look g[data-kind='widgets'][data-item]")
            .GetAttribute("data-item")!;
        if (_byKeys)
        {
            Focus("Panels: main, top edge");
            _person.Type(Keys.ArrowDown);
            SeeStep("main, edge top → bottom");
            Focus("Widgets: ");
            _person.Type(Keys.ArrowDown + Keys.ArrowLeft);
        }
        else
        {
            Drag("panels'][data-item='main", ".look .screen", 0, 0.96);
            SeeStep("main, edge top → bottom");
            Drag($"widgets'][data-item='{widget}", ".look .screen", -0.4, 0.2);
        }
        SeeStep($"Widgets: {widget}, place");
    }

    [Fact]
    public void Keys_of_a_shortcut_are_pressed_and_not_typed()
    {
        _person.GoTo("/fittings/1?part=launcher");
        _person.See("[aria-label='Press the keys for key']").Click();
        _person.See("[data-setting='key'] [role='status']", "Press the keys");
        // What is pressed does not do what it does elsewhere: "p" plans.
        new Actions(_person.Driver)
            .KeyDown(Keys.Control)
            .KeyDown(Keys.Shift)
            .SendKeys("p")
            .KeyUp(Keys.Shift)
            .KeyUp(Keys.Control)
            .Perform();
        SeeStep("key Super+Space → Ctrl+Shift+P");
        _person.See("[aria-label='Press the keys for key']").Click();
        _person.Type(Keys.Escape);
        _person.See("[data-setting='key'] input").GetAttribute("value").ShouldBe("Ctrl+Shift+P");
    }

    [Fact]
    public void By_keys_alone_a_look_is_made_from_nothing_undone_done_again_and_put_on()
    {
        _byKeys = true;
        _person.GoTo("/");
        _person.See("[data-profile='Open Night']");
        _person.Type("gf");
        _person.See("h1", "Fitting");
        Press(".nothing");
        _person.See("h1", "New look, being fitted");
        _person.See(".third, .second", "0 steps on nothing");

        Open("icons");
        // What is not set has no value until it is to be set.
        Press("[data-setting='size'] .set", "set it");
        Write("size", "52");
        SeeStep("Icons: 52");
        Open("cursor");
        Press("[data-setting='size'] .set", "set it");
        Reach(_person.See("#fit-cursor [data-setting='size'] input[type=range]"));
        _person.Type(Keys.ArrowRight + Keys.ArrowRight);
        SeeStep("Cursor: 26");
        Press(".opened .all", "All parts");
        _person.Type("[");
        _person.Wait(
            () =>
                _person.Driver.FindElements(By.CssSelector(".steps ol > li")).Count == 1
                    ? "one"
                    : null,
            "the step undone"
        );
        _person.Type("]");
        SeeStep("Cursor: 26");

        _person.Type("p");
        Press("[data-test='go']");
        _person.See("[data-test='result']", "New look is on as it was fitted");
        FileAt(Windows).ShouldContain("size=52");
        FileAt(Windows).ShouldContain("size=26");
    }

    [Fact]
    public void A_set_is_chosen_by_its_samples_with_the_picture_following_and_a_colour_as_css_writes_it()
    {
        string Icon() => _person.See(".look [data-kind='icons'] image").GetAttribute("href")!;
        _person.GoTo("/fittings/1?part=icons");
        _person.TabTo(_person.See(".choice[aria-pressed='true']", "Inkstone Amber"));
        var before = Icon();
        _person.Type(Keys.ArrowDown);
        _person.Wait(
            () => Icon() != before ? "another" : null,
            "the picture with the icons that have the focus"
        );
        _person.Type(Keys.Escape);
        _person.Wait(() => Icon() == before ? "as before" : null, "the picture as it was");

        // One that is not here yet is got by the plan.
        _person.See("#fit-icons [data-setting='set'] .name").Click();
        _person.See(".choice", "Inkstone Teal").Click();
        SeeStep("set Inkstone Amber → Inkstone Teal");

        _person.See(".opened .all").Click();
        // What is read after a part was opened moves nothing that could be pressed by then.
        _person
            .Driver.ExecuteAsyncScript(
                """
                const done = arguments[0]
                const frame = () => new Promise(requestAnimationFrame)
                const place = () => document.querySelector("#fit-colours [data-setting='selection']").offsetTop
                const read = async () => {
                  document.querySelector('#fit-colours .head').click()
                  while (!document.querySelector("#fit-colours [data-setting='selection']")) await frame()
                  const first = place()
                  while (!document.querySelector('.palettes .swatch')) await frame()
                  await frame()
                  return place() - first
                }
                read().then(done)
                """
            )
            .ShouldBe(0L);
        // What has the focus shows all that it paints.
        _person.See("[data-setting='selection'] .field").Click();
        _person.See(".screens.only [data-role='selection'].painted");
        _person
            .Driver.FindElements(
                By.CssSelector(".screens.only .painted:not([data-role='selection'])")
            )
            .ShouldBeEmpty();
        Write("accent", "2b3f8c");
        _person.See(
            "[data-setting='accent'] .note",
            "Its hash sign is missing. Taken for #2b3f8c."
        );
        SeeStep("accent");
        Write("accent", "#ff30a060");
        _person.See("[data-setting='accent'] .note", "with its alpha at the front");
        Write("accent", "mauvish");
        _person.See("[data-setting='accent'] .wrong", "is no colour");
        Write("accent", "oklch(0.7 0.1 200)");
        _person.See("[aria-label='Sliders for accent']").Click();
        _person.See("[data-setting='accent'] .axes", "Hue");

        _person.Press("Plan a switch to this…");
        _person.See(".v-btn", "Inkstone Teal").Click();
        _person.See("[aria-label='Supplies']", "Inkstone Teal");
        _person.See("[data-test='go']").Click();
        _person.See("[data-test='result']", "is on as it was fitted");
        FileAt(Windows).ShouldContain("set=Inkstone-Teal");
        Directory.Exists(_person.App.At("home/.local/share/icons/Inkstone-Teal")).ShouldBeTrue();
    }

    [Fact]
    public void A_contact_sheet_is_gone_through_by_one_key_with_the_large_picture_following_and_one_is_kept()
    {
        string Wallpaper() =>
            _person.See(".look .screens [data-kind='wallpaper'] image").GetAttribute("href")!;
        _person.GoTo("/fittings/1");
        var before = Wallpaper();
        _person.Type("t");
        // On two screens two pictures are on, so that none of them is wholly.
        _person.See("[aria-label='Under every wallpaper'] .trial", "Cloud Cover");
        _person.Type(".");
        _person.See("[aria-label='Under every wallpaper'] .tried", "Cloud Cover");
        _person.Wait(
            () => Wallpaper() != before ? "another" : null,
            "the large picture with the wallpaper that is tried"
        );
        _person.Violations().ShouldBeEmpty();
        _person.Type(".");
        _person.See(".tried", "Dust Lane");
        _person.Type(",");
        _person.See(".tried", "Cloud Cover");
        _person.Type(Keys.Enter);
        SeeStep("Milky Arch → Cloud Cover");
        _person.See(".trial.on", "Cloud Cover");
        _person.Type(Keys.Escape);
        _person.Gone(".sheet");

        // By mouse: what goes through the whole look, and what has no partner in it.
        _person.Press("Whole moves");
        _person.PointAt("[aria-label='Whole moves'] .trial[aria-label^='All of Slate Log']");
        _person.See("[aria-label='Whole moves'] [role='status']", "All of Slate Log");
        _person.See(".trial .without", "has no light partner");
        _person.See(".trial[aria-label^='Its light companion']").Click();
        SeeStep("Its light companion");
        _person.See("#fit-colours", "Lantern Dawn, light");
        _person.Press("Undo");
        _person.See("#fit-colours", "Lantern, dark");
    }

    [Fact]
    public void A_picture_of_ones_own_is_chosen_and_one_that_is_none_is_refused()
    {
        _person.GoTo("/fittings/1");
        _person.See(".v-btn", "Your own picture…");
        var chooser = _person.Driver.FindElement(By.CssSelector("input[type='file']"));
        var none = Path.Combine(_person.App.Home, "letter.png");
        File.WriteAllText(none, "no picture");
        chooser.SendKeys(none);
        _person.See("[role='alert']", "letter.png is no picture that can be read.");
        var own = Path.Combine(_person.App.Home, "Roof hatch.svg");
        File.Copy(_person.App.At("home/.local/share/wallpapers/Dust-Lane.svg"), own);
        File.AppendAllText(own, "<!-- mine -->");
        chooser.SendKeys(own);
        SeeStep("Wallpaper: Roof hatch, a picture of your own");
        _person.See("#fit-wallpaper", "Roof hatch");

        // Let go of on an entry it becomes the icon of that alone.
        ((IJavaScriptExecutor)_person.Driver).ExecuteScript(
            """
            const given = new DataTransfer()
            given.items.add(new File([arguments[1]], 'Owl.svg'))
            arguments[0].dispatchEvent(new DragEvent('drop', { dataTransfer: given, bubbles: true, cancelable: true }))
            """,
            _person.See(".look [data-kind='dock'] [data-entry='folder'] image"),
            File.ReadAllText(own)
        );
        SeeStep("Icons, folder: Owl, a picture of your own");
        _person.See(".look [data-kind='dock'] [data-entry='folder'] image").Click();
        _person.See("#fit-icons.opened [data-setting='folder/picture']", "Owl");
    }

    [Fact]
    public void Pictures_that_take_turns_are_chosen_by_their_samples_and_ordered_by_keys()
    {
        _person.GoTo("/fittings/1?part=wallpaper");
        string Order() =>
            string.Join(
                ", ",
                _person
                    .Driver.FindElements(By.CssSelector("[data-setting='pictures'] [data-item]"))
                    .Select(one => one.Text)
            );
        _person.See("[data-setting='pictures'] .set", "set it").Click();
        _person.See("[data-setting='pictures'] .open", "The first…").Click();
        _person.See("[data-setting='pictures'] .choice img");
        foreach (var picture in new[] { "Dust Lane", "Cloud Cover" })
            _person.See("[data-setting='pictures'] .choice", picture).Click();
        _person.Wait(() => Order() == "Dust Lane, Cloud Cover" ? "both" : null, "two in turn");
        _person.See("[data-setting='pictures'] [data-item] img");
        _person.TabTo(_person.See("[data-item]", "Cloud Cover"));
        new Actions(_person.Driver)
            .KeyDown(Keys.Alt)
            .SendKeys(Keys.ArrowUp)
            .KeyUp(Keys.Alt)
            .Perform();
        _person.Wait(() => Order() == "Cloud Cover, Dust Lane" ? "turned" : null, "turned round");
        _person.See("#fit-wallpaper .words", "2 in turn");
    }

    [Fact]
    public void A_panel_is_added_by_its_edge_a_widget_by_its_sample_and_an_entry_by_its_icon()
    {
        int Count(string selector) => _person.Driver.FindElements(By.CssSelector(selector)).Count;
        _person.GoTo("/fittings/1?part=panels");
        _person.See("#fit-panels .add [aria-label='left']").Click();
        SeeStep("Panels: left added");
        _person.See(".look g[data-kind='panels'][data-item='left'] > *");
        _person.See(
            "#fit-panels [aria-label='left'][role], #fit-panels section[aria-label='left']"
        );

        // Its name was given by itself, and is changed; one that is taken is refused.
        _person.See("[aria-label='Rename left']").Click();
        _person.See("[aria-label='New name of left']").SendKeys("main" + Keys.Enter);
        _person.See(
            "section[aria-label='left'] [role='alert']",
            "There is a main among the panels already."
        );
        _person.See("[aria-label='Rename left']").Click();
        _person.See("[aria-label='New name of left']").SendKeys("Roof" + Keys.Enter);
        SeeStep("Panels: left is called Roof");
        _person.See("section[aria-label='Roof']");

        // Entries are chosen from those that there are, and ordered by keys.
        _person.See("[data-setting='main/entries'] .open", "One more…").Click();
        _person.See("[data-setting='main/entries'] .choice", "desks").Click();
        _person.See("[data-setting='main/entries'] [data-item]", "desks");
        SeeStep("main, entries");

        _person.See(".opened .all").Click();
        _person.See("#fit-dock .head").Click();
        _person.See("[data-setting='entries'] .open", "One more…").Click();
        _person.See("[data-setting='entries'] .choice img");
        _person.See("[aria-label='Find entries']").SendKeys("dome");
        _person.Wait(
            () => Count("[data-setting='entries'] .choice") == 1 ? "one" : null,
            "what is like that alone"
        );
        _person.See("[data-setting='entries'] .choice", "Dome control").Click();
        _person.See("[data-setting='entries'] [data-item]", "Dome control");
        _person.See(".look [data-kind='dock'] [data-entry='domectl']");
        _person.Violations().ShouldBeEmpty();

        _person.See(".opened .all").Click();
        _person.See("#fit-widgets .head").Click();
        var before = Count(".look g[data-kind='widgets'][data-item]");
        _person.Press("One more widget…");
        _person.Press("Here", within: ".narrowing");
        _person.See("#fit-widgets .add .choice", "Sky Gauge Red").Click();
        SeeStep("Widgets: Sky Gauge Red added");
        _person.Wait(
            () => Count(".look g[data-kind='widgets'][data-item]") == before + 1 ? "more" : null,
            "a widget more in the picture"
        );
    }

    [Fact]
    public void Panels_widgets_and_the_dock_are_moved_on_the_picture_itself()
    {
        _person.GoTo("/fittings/1");
        Drag("panels'][data-item='main", ".look .screen", 0, 0.96);
        SeeStep("main, edge top → bottom");
        Drag("dock", ".look .screen", -0.96, 0);
        SeeStep("Dock: edge bottom → left");
        var widget = _person
            .See(".look g[data-kind='widgets'][data-item]")
            .GetAttribute("data-item")!;
        Drag($"widgets'][data-item='{widget}", ".look .screen", -0.4, 0.2);
        SeeStep($"Widgets: {widget}, place");
        // Nothing was opened by that.
        _person.Driver.FindElements(By.CssSelector(".opened")).ShouldBeEmpty();
        _person.Press("Undo");
        _person.Gone($"[aria-label^='Leave out: Widgets: {widget}, place']");
    }

    [Fact]
    public void All_colours_are_built_from_one_of_the_wallpaper_and_the_words_of_the_picture_follow()
    {
        _person.GoTo("/fittings/1?part=colours");
        var before = _person.See(".look svg text[data-role='text']").GetAttribute("fill");
        _person.See("button[aria-label*='of First-Light']").Click();
        _person.Press("Light", within: ".sources");
        SeeStep("Colours built from #");
        _person.Wait(
            () =>
                _person.See(".look svg text[data-role='text']").GetAttribute("fill") != before
                    ? "dark"
                    : null,
            "the words have the new colour"
        );
        _person.Press("Undo");
        _person.Gone("[aria-label^='Leave out: Colours built']");
    }

    [Fact]
    public void Sight_is_simulated_over_the_picture_and_one_piece_of_advice_is_wanted_so()
    {
        _person.GoTo("/fittings/1");
        _person.See("[data-advice='sight/colours/urgent']", "for deutan sight");
        _person.See(".sight select").SendKeys("deutan");
        _person.See(".look .screens[style*='filter']");
        _person.See("feColorMatrix").GetAttribute("values").ShouldStartWith("0.367322 0.860646");
        _person.Violations().ShouldBeEmpty();
        _person.See("[data-advice='sight/colours/urgent'] summary").Click();
        _person.See("[data-advice='sight/colours/urgent'] .wish", "I want it so").Click();
        _person.Gone("[data-advice='sight/colours/urgent']");
        var loud = _person.Driver.FindElements(By.CssSelector("[data-advice]:not(.quiet)")).Count;
        _person.Press("Show 1 piece of advice that you want so");
        _person.See("[data-advice='sight/colours/urgent']", "wanted so");
        // What is wanted so is not counted on the shelf.
        _person.GoTo("/");
        _person.See("[data-profile='Day Log'] [data-test='advice']", "advice:");
        _person.See("[data-profile='Open Night'] [data-test='advice']", $"advice: {loud}");
    }

    [Fact]
    public void A_colour_is_carried_from_the_icons_into_a_role()
    {
        _person.GoTo("/fittings/1?part=colours");
        _person.Press("From any place in the picture…");
        new Actions(_person.Driver)
            .MoveToElement(_person.See(".look [data-kind='dock'] [data-kind='icons'] image"), 0, -8)
            .Click()
            .Perform();
        // Inkstone Amber is #f2b04a.
        _person.See(".sources code", "#f2b04a");
        _person.See("[aria-label='Role that gets the colour']").SendKeys("Link");
        _person.Press("Set", within: ".sources");
        SeeStep("link #9db4ff → #f2b04a");
        _person.Press("From any place in the picture…");
        _person.Type(Keys.Escape);
        _person.See(".sources", "From any place in the picture…");
    }

    [Fact]
    public void Advice_is_met_on_the_shelf_on_the_profile_in_the_plan_and_settled_in_a_fitting()
    {
        _person.GoTo("/");
        var counted = _person
            .See("[data-profile='Meteor Watch'] [data-test='advice']", "advice: ")
            .Text.Trim();
        _person.GoTo("/profiles/5");
        _person.See("[data-advice^='readable/']", "to 1 on the selection");
        var listed = _person.Driver.FindElements(By.CssSelector("[data-advice]:not(.quiet)")).Count;
        counted.ShouldBe($"advice: {listed}");
        _person.GoTo("/switch?saving=9");
        // What the plan changes of it is told in one line, and each piece when that is opened.
        _person.See(".advice > details > summary", "What is selected").Click();
        _person.See("[data-advice^='readable/'] summary").Click();
        _person.See("[data-advice^='readable/']", "A fitting offers: Selected text #");
        _person.GoTo("/profiles/5");
        _person.Press("Try in a fitting");
        _person.See("[data-advice^='readable/'] .remedy").Click();
        _person.Gone("[data-advice^='readable/']");
    }

    [Fact]
    public void The_same_is_moved_by_the_arrow_keys_and_beyond_an_edge_to_the_next_screen()
    {
        _person.GoTo("/fittings/1");
        var panel = Focus("Panels: main, top edge");
        _person.Type(Keys.ArrowRight);
        SeeStep("main, edge top → right");
        _person.See(".mark-name", "Panels: main, right edge");
        _person.Type(Keys.ArrowRight);
        SeeStep("main, screen main → upright; main, edge top → left");

        var widget = Focus("Widgets: ");
        var from = PlaceOf(widget);
        _person.Type(Keys.ArrowDown + Keys.ArrowDown + Keys.ArrowLeft);
        _person.Wait(
            () =>
                PlaceOf(widget) is var (x, y)
                && (x % 16, y % 16) == (0, 0)
                && from.X - x is > 0 and <= 24
                && y - from.Y is >= 24 and <= 40
                    ? "there"
                    : null,
            "the widget stands on the grid, to the left and lower"
        );
        _person.Type(Keys.Enter);
        _person.See(".opened h2", "Widgets");
    }

    private IWebElement Focus(string handle)
    {
        var element = _person.See($"button[aria-label^='{handle}']");
        _person.TabTo(element);
        return element;
    }

    /// <summary>Where a handle says that its thing is, in px of the screen.</summary>
    private static (int X, int Y) PlaceOf(IWebElement handle)
    {
        var figures = Figures().Matches(handle.GetAttribute("aria-label")!);
        return (int.Parse(figures[^2].Value, null), int.Parse(figures[^1].Value, null));
    }

    [GeneratedRegex("[0-9]+")]
    private static partial Regex Figures();

    /// <summary>Draws a part of the picture to a place on the first screen, told from its middle in halves of its size.</summary>
    private void Drag(string kind, string screen, double x, double y)
    {
        var part = $".look g[data-kind='{kind}'] > *";
        _person.See(screen);
        _person.See(part);
        // The picture may be drawn anew meanwhile, so places are asked for once, and not elements.
        var places =
            (IReadOnlyList<object>)
                _person.Driver.ExecuteScript(
                    """
                    const boxes = [...arguments].map((selector) => document.querySelector(selector).getBoundingClientRect())
                    return boxes.flatMap(({ x, y, width, height }) => [x + width / 2, y + height / 2, width, height]).map(Math.round)
                    """,
                    part,
                    screen
                )!;
        int Place(int index, double share = 0) =>
            (int)(long)places[index] + (int)((long)places[index + 2] * share);
        new Actions(_person.Driver)
            .MoveToLocation(Place(0), Place(1))
            .ClickAndHold()
            .MoveToLocation(Place(4, x / 4), Place(5, y / 4))
            .MoveToLocation(Place(4, x / 2), Place(5, y / 2))
            .Release()
            .Perform();
    }
}
