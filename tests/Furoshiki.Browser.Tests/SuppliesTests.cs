using System.Security.Cryptography;
using OpenQA.Selenium;

namespace Furoshiki.Browser.Tests;

/// <summary>What a person gets, puts back and settles.</summary>
public sealed class SuppliesTests : IAsyncLifetime
{
    private const string Windows = "home/.config/engawa/windows.conf";
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
        for (var presses = 0; presses < 10 && IsInTheWay(); presses++)
            _person.See(".problem .v-btn", "Remove").Click();
        _person.See("[aria-label='Supplies']", "2.4.0 → 3.0.0");
        _person.See("[data-test='go']").Click();
        _person.See("[data-test='result']", "Moon Dial 2.1.0 is here");
        Directory.Exists(_person.App.At($"{Data}/widgets/Moon-Dial")).ShouldBeTrue();
        Directory.Exists(_person.App.At($"{Data}/widgets/Sky-Gauge")).ShouldBeFalse();

        bool IsInTheWay() =>
            _person
                .See(".problem, [aria-label='Supplies']")
                .GetAttribute("class")!
                .Contains("problem", StringComparison.Ordinal);
    }

    [Fact]
    public void A_supply_edited_in_place_is_seen_and_put_back_by_keys()
    {
        var path = _person.App.At($"{Data}/icons/Fold-Teal/scalable/places/folder.svg");
        var came = File.ReadAllText(path);
        File.WriteAllText(path, "<svg xmlns='http://www.w3.org/2000/svg'/>");
        _person.GoTo("/");
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
    public void An_update_is_looked_at_before_it_is_taken()
    {
        _person.GoTo("/supplies?kind=icons&supply=pkg:generic/heron-ridge/fold-slate");
        _person.See(".list [aria-pressed='true']", "newer: 1.4.0");
        _person.Press("Update to 1.4.0…");
        _person.See("[aria-label='Supplies']", "1.3.2 → 1.4.0");
        var house = _person.App.At($"{Data}/icons/Fold-Slate/scalable/places/user-home.svg");
        File.ReadAllText(house).ShouldNotContain("#ffd27a");
        _person.See("[data-test='go']").Click();
        _person.See("[data-test='result']", "is here");
        File.ReadAllText(house).ShouldContain("#ffd27a");
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
