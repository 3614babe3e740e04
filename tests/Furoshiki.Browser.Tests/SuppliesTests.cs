using System.Diagnostics;
using System.Globalization;
using System.Security.Cryptography;
using OpenQA.Selenium;

namespace Furoshiki.Browser.Tests;

/// <summary>What a person gets, puts back and settles.</summary>
public sealed class SuppliesTests : IAsyncLifetime
{
    private const string Windows = "home/.config/engawa/windows.conf";
    private const string Sounds = "home/.config/engawa/sounds.conf";
    private const string Data = "home/.local/share";

    private readonly Person _person = new();

    public ValueTask InitializeAsync() => _person.InitializeAsync();

    public ValueTask DisposeAsync() => _person.DisposeAsync();

    [Fact]
    public void A_profile_with_two_missing_needs_is_made_ready_in_one_go_and_put_on()
    {
        _person.App.Edit(Windows, "set=Inkstone-Red", "set=Fold");
        _person.App.Edit(Windows, "set=Plain-Dot-Red", "set=Plain-Dot");
        _person.GoTo("/save");
        _person.See(".cover", "Plain Dot");
        _person.See("#name").SendKeys("Plain things");
        _person.Press("Save", ".save");
        _person.See("h1", "Plain things");
        _person.App.Edit(Windows, "set=Fold", "set=Inkstone-Amber");
        _person.App.Edit(Windows, "set=Plain-Dot", "set=Brass-Pointer");
        foreach (var name in new[] { "Fold", "Plain-Dot" })
            Directory.Delete(_person.App.At($"usr/share/icons/{name}"), recursive: true);

        _person.See(".readiness, .signal", "2 supplies to get");
        _person.Press("Switch…");
        _person.See("[data-refused='icons']", "Fold is not here");
        _person.See("[data-refused='cursor']", "Plain-Dot is not here");
        _person.Press("Get all that is missing, 2 supplies");
        _person.Gone("[data-refused]");
        _person.See("[aria-label='Supplies']", "Fold 1.3.0");
        _person.Press("Switch to Plain things");
        _person.See("[data-test='result']", "Plain things is on");
        File.ReadAllText(_person.App.At(Windows)).ShouldContain("set=Fold");
        File.Exists(_person.App.At($"{Data}/icons/Fold/index.theme")).ShouldBeTrue();
        File.Exists(_person.App.At($"{Data}/icons/Plain-Dot/index.theme")).ShouldBeTrue();
        _person.See(".now .on", "Plain things");
    }

    [Fact]
    public void A_conflict_is_explained_on_the_page_and_settled_by_presses()
    {
        _person.GoTo("/supplies?kind=widgets");
        _person.See(".one", "Moon Dial").Click();
        _person.See(".chosen h2", "Moon Dial");
        _person.See(".tree", "Gauge Engine");
        _person.See(".chosen .main").Click();
        _person.See(".problem", "Moon Dial 2.1.0 needs Gauge Engine 3.");
        _person.See(".problem .v-btn", " and ").Click();
        _person.See("[aria-label='Supplies']", "2.4.0 → 3.0.0");
        _person.See("[aria-label='Supplies']", "of a processor now");
        _person.See("[data-test='go']").Click();
        _person.See("[data-test='result']", "Moon Dial 2.1.0 is here");
        Directory.Exists(_person.App.At($"{Data}/widgets/Moon-Dial")).ShouldBeTrue();
        Directory.Exists(_person.App.At($"{Data}/widgets/Sky-Gauge")).ShouldBeFalse();
    }

    [Fact]
    public void A_supply_edited_in_place_is_seen_and_put_back_by_keys()
    {
        var path = _person.App.At($"{Data}/icons/Fold-Teal/scalable/places/folder.svg");
        var came = File.ReadAllText(path);
        File.WriteAllText(path, "<svg xmlns='http://www.w3.org/2000/svg'/>");
        _person.Type("gu");
        _person.See("h1", "Supplies");
        _person.See(".filters .v-btn", "Edited").Click();
        _person.See(".one", "Fold Teal").Click();
        _person.See(".edited", "folder.svg");
        _person.See(".edited a").SendKeys(Keys.Enter);
        _person.See("[aria-label='Supplies']", "Put back");
        _person.See("[data-test='go']").SendKeys(Keys.Enter);
        _person.See("[data-test='result']", "is here");
        File.ReadAllText(path).ShouldBe(came);
    }

    [Fact]
    public void A_supply_edited_in_place_is_kept_as_ones_own_under_a_new_name()
    {
        _person.GoTo("/supplies?supply=pkg:generic/heron-ridge/inkstone-red");
        _person.Press("Keep as your own…");
        _person.See(".edited input").SendKeys("Ember Signs" + Keys.Enter);
        _person.See("[aria-label='Supplies']", "Ember Signs");
        _person.See("[aria-label='Supplies']", "Put back");
        _person.See("[data-test='go']").Click();
        _person.See("[data-test='result']", "Ember Signs");
        File.ReadAllText(_person.App.At(Windows)).ShouldContain("set=Ember-Signs");
        File.ReadAllText(_person.App.At($"{Data}/icons/Inkstone-Red/scalable/places/folder.svg"))
            .ShouldNotContain("#a3301f");
    }

    [Fact]
    public void A_profile_tells_what_it_needs_and_what_is_missing_is_got_from_the_shelf()
    {
        Directory.Delete(_person.App.At("usr/share/icons/Fold"), recursive: true);
        _person.GoTo("/");
        _person.See("[data-profile='Meteor Watch'] .get", "1 supply to get").Click();
        _person.See("[aria-label='Supplies']", "Fold 1.3.0");
        _person.See("[data-test='go']").Click();
        _person.See("[data-test='result']", "Fold 1.3.0 is here");
        _person.GoTo("/");
        _person.See("[data-profile='Meteor Watch'] h2 a").Click();
        _person.See("dl", "Fold Teal");
        _person.See("dl", "here, 1.3.0");
        _person.See("[aria-label='To be known before']", "Programs of Shoji have Lantern");
        _person.See("[aria-label='To be known before'] .v-btn", "too…").Click();
        _person.See("[data-test='go']").Click();
        _person.See("[data-test='result']", "is on");
        File.ReadAllText(_person.App.At(Windows)).ShouldContain("[Toolkit Shoji]\ntheme=Aperture");
    }

    [Fact]
    public void A_withdrawn_supply_that_a_profile_carries_is_had_from_the_store()
    {
        // It came before its maker took it back, and was saved then.
        var bell = _person.App.At($"{Data}/sounds/Harbour-Bell");
        using (
            var copying = Process.Start(
                "cp",
                [
                    "-r",
                    Path.Combine(
                        AppContext.BaseDirectory,
                        "scenario/catalogue/sounds/Harbour-Bell"
                    ),
                    bell,
                ]
            )
        )
            copying.WaitForExit();
        _person.App.Edit(Sounds, "set=Quiet-Dome", "set=Harbour-Bell");
        _person.GoTo("/save");
        _person.See(".cover", "Harbour Bell");
        _person.See("#name").SendKeys("Evening at the quay");
        _person.Press("Save", ".save");
        _person.See("h1", "Evening at the quay");
        _person.App.Edit(Sounds, "set=Harbour-Bell", "set=Quiet-Dome");
        Directory.Delete(bell, recursive: true);

        _person.GoTo("/supplies?kind=sounds");
        _person.See(".one", "taken back").Click();
        _person.See(".chosen", "was taken back");
        _person.See(".chosen .main", "kept here…").Click();
        _person.See("[aria-label='Supplies']", "kept here");
        _person.See("[data-test='go']").Click();
        _person.See("[data-test='result']", "is here");
        File.Exists(Path.Combine(bell, "stereo/bell.wav")).ShouldBeTrue();
    }

    [Fact]
    public void A_folder_of_sets_is_taken_in_and_one_of_them_put_in_place()
    {
        var bell = Directory.CreateDirectory(Path.Combine(_person.App.Home, "sets", "Pier-Bell"));
        File.WriteAllText(
            Path.Combine(bell.FullName, "index.theme"),
            "[Sound Theme]\nName=Pier Bell\n"
        );
        File.WriteAllText(Path.Combine(bell.FullName, "bell.oga"), "x");
        _person.GoTo("/supplies");
        _person.Press("Take in a folder…");
        _person.See(".sets input").SendKeys(bell.Parent!.FullName);
        _person.Press("Take it in");
        _person.See(".sets [role='status']", "1 supply taken in.");
        _person.See(".chosen h2", "Pier Bell");
        _person.See(".chosen .main", "Get it…").Click();
        _person.See("[data-test='go']").Click();
        _person.See("[data-test='result']", "is here");
        File.Exists(_person.App.At($"{Data}/sounds/Pier-Bell/bell.oga")).ShouldBeTrue();
    }

    [Fact]
    public void An_update_is_looked_at_before_it_is_taken()
    {
        _person.GoTo("/supplies?kind=icons&supply=pkg:generic/heron-ridge/fold-slate");
        _person.See(".list [aria-pressed='true']", "newer: 1.4.0");
        _person.Press("Update to 1.4.0…");
        _person.See("[aria-label='Supplies']", "1.3.2 → 1.4.0");
        var house = _person.App.At($"{Data}/icons/Fold-Slate/scalable/places/user-home.svg");
        File.ReadAllText(house).ShouldNotContain("#ffd27a");
        // It is drawn as it is and as it will be, and says whose looks use it.
        _person.See("[aria-label='Supplies'] .used", "Day Log");
        _person
            .See("[aria-label='Supplies'] .pair")
            .FindElements(By.TagName("img"))
            .Count(image => image.GetDomProperty("naturalWidth") != "0")
            .ShouldBe(2);
        _person.See("[data-test='go']").Click();
        _person.See("[data-test='result']", "is here");
        File.ReadAllText(house).ShouldContain("#ffd27a");
    }

    [Fact]
    public void Two_supplies_are_seen_side_by_side_the_nearest_by_one_press()
    {
        _person.GoTo("/supplies?kind=icons&supply=pkg:generic/heron-ridge/inkstone-red");
        _person.See(".like li", "Inkstone Amber").FindElement(By.ClassName("plain")).Click();
        _person.See(".two .facts h2", "Inkstone Red");
        _person.See(".two .facts h2", "Inkstone Amber");
        _person.Gone(".list");
        _person.Press("Back to the list");
        _person.See(".list .one", "Inkstone Amber");
        _person.See(".chosen h2", "Inkstone Red");
    }

    [Fact]
    public void Fonts_are_shown_by_words_that_are_set_in_them()
    {
        _person.GoTo("/supplies?kind=fonts");
        _person.See(".list .one", "Chart Narrow");
        // A narrow one takes less room than a broad one once both have come.
        _person.Wait(
            () => Width("Chart Narrow") < Width("Dial Round") * 0.7 ? "set" : null,
            "type in its own font"
        );
        _person
            .Driver.ExecuteScript("return [...document.fonts].some(one => one.status === 'error')")
            .ShouldBe(false);

        double Width(string title) =>
            Convert.ToDouble(
                _person.Driver.ExecuteScript(
                    """
                    const words = document.createRange()
                    words.selectNodeContents(arguments[0].querySelector('.type').firstChild)
                    return words.getBoundingClientRect().width
                    """,
                    _person.See(".list .one", title)
                ),
                CultureInfo.InvariantCulture
            );
    }

    [Fact]
    public void The_list_is_narrowed_by_family_use_and_accent_and_shown_whole_again_by_one_press()
    {
        _person.GoTo("/supplies");
        Choose("Accent", "Accent like now");
        _person.See(".list li:first-child", "Ember colours").Text.ShouldContain("the same accent");
        Choose("Family", "Fold family");
        _person.See(".list li:first-child", "Fold Rose");
        Choose("Used by", "Used by Day Log");
        _person.See("[aria-label='Show']", "All 2");
        _person.Driver.Navigate().Refresh();
        _person.See("[aria-label='Show']", "All 2");
        _person.See(".list li", "Fold Slate");
        _person.See("[type='search'][placeholder='Find a supply']").SendKeys("nothing at all");
        _person.See(".nothing", "No supply is like that.");
        _person.Press("Show all supplies");
        _person.See("[aria-label='Show']", "To get");
        _person.See("[aria-label='Family']").GetDomProperty("value").ShouldBeEmpty();

        void Choose(string filter, string option) =>
            _person.See($"select[aria-label='{filter}']").SendKeys(option);
    }

    [Fact]
    public void A_catalogue_is_left_and_added_again_by_its_address_and_its_key_and_no_other()
    {
        _person.GoTo("/supplies");
        var address = _person.See(".address").Text;
        _person.Press("Use no more");
        _person.See(".nothing", "No catalogue is used yet");
        _person.Press("Add a catalogue…");
        using var own = Key();
        var key = Convert.ToBase64String(own.ExportSubjectPublicKeyInfo());
        using var another = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        _person.See("[type='url']").SendKeys(address);
        foreach (
            var (wrong, said) in new[]
            {
                ("AAAA", "This is no public key"),
                (
                    Convert.ToBase64String(another.ExportSubjectPublicKeyInfo()),
                    "not signed with this catalogue's key"
                ),
            }
        )
        {
            Write(wrong);
            _person.Press("Add it");
            _person.See(".problem", said);
        }
        Write(key);
        _person.Press("Add it");
        _person.See(".list .one", "Cloud Cover");
        _person.See(".address", address);

        void Write(string text)
        {
            var field = _person.See("form input.mono");
            field.SendKeys(Keys.Control + "a");
            field.SendKeys(text);
        }

        ECDsa Key()
        {
            var its = ECDsa.Create();
            its.ImportPkcs8PrivateKey(
                File.ReadAllBytes(Path.Combine(_person.App.Data, "catalogue", "key")),
                out _
            );
            return its;
        }
    }
}
