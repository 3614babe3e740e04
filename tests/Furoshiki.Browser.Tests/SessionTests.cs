using OpenQA.Selenium;

namespace Furoshiki.Browser.Tests;

/// <summary>A browser holds two halves of a session; everything that a page shows is asked for with both.</summary>
public sealed class SessionTests : IAsyncLifetime
{
    private readonly Person _person = new();

    public ValueTask InitializeAsync() => _person.InitializeAsync();

    public ValueTask DisposeAsync() => _person.DisposeAsync();

    /// <summary>What a page asked for and was not given.</summary>
    private string[] Refused() =>
        [
            .. (
                (IReadOnlyList<object>)
                    _person.Driver.ExecuteScript(
                        "return performance.getEntriesByType('resource').filter((one) => one.responseStatus >= 400).map((one) => `${one.responseStatus} ${one.name}`)"
                    )!
            ).Cast<string>(),
        ];

    private void SeePictures()
    {
        _person.See("[data-profile='Red Lamp'] svg, [data-profile='Red Lamp'] img");
        _person.Wait(
            () =>
                (bool)
                    _person.Driver.ExecuteScript(
                        "return performance.getEntriesByType('resource').some((one) => one.name.includes('/api/content/') && one.responseStatus === 200)"
                    )!
                    ? "loaded"
                    : null,
            "a picture of a wallpaper"
        );
        Refused().ShouldBeEmpty();
    }

    [Fact]
    public void Pictures_come_with_both_halves_also_after_a_reload_that_passes_over_all_that_is_kept_and_in_another_window()
    {
        _person.Driver.Url.ShouldNotContain(
            "#",
            customMessage: "the half is not left in the address"
        );
        SeePictures();
        _person.Driver.ExecuteCdpCommand(
            "Page.reload",
            new Dictionary<string, object?> { ["ignoreCache"] = true }
        );
        SeePictures();
        _person.Driver.SwitchTo().NewWindow(WindowType.Tab);
        _person.GoTo("/");
        SeePictures();
    }

    [Fact]
    public void With_the_cookie_alone_a_page_of_another_origin_gets_nothing()
    {
        var cookie = _person.Driver.Manage().Cookies.GetCookieNamed("furoshiki-session")!;
        using var thief = _person.App.Stranger();
        foreach (var path in new[] { "/api/desktops", "/api/changes" })
        {
            using var request = new HttpRequestMessage(HttpMethod.Get, path);
            request.Headers.Add("Cookie", $"{cookie.Name}={cookie.Value}");
            using var answer = thief.Send(request);
            ((int)answer.StatusCode).ShouldBe(401, path);
        }
    }

    [Fact]
    public void What_is_taken_along_is_saved_under_its_name()
    {
        var folder = Directory.CreateDirectory(Path.Combine(_person.App.Home, "taken")).FullName;
        _person.Driver.ExecuteCdpCommand(
            "Browser.setDownloadBehavior",
            new Dictionary<string, object?> { ["behavior"] = "allow", ["downloadPath"] = folder }
        );
        _person.GoTo("/history");
        _person.Press("As a JSON file");
        var file = _person.Wait(
            () => Directory.GetFiles(folder, "*.json").FirstOrDefault(),
            "the file"
        );
        Path.GetFileName(file).ShouldBe("furoshiki-history.json");
        _person.Wait(
            () => File.ReadAllText(file).StartsWith('[') ? "read" : null,
            "the list in the file"
        );
    }

    [Fact]
    public void All_others_are_locked_out_and_this_page_goes_on()
    {
        _person.GoTo("/desktops");
        _person.Press("Lock out all others");
        _person.See("[role='status']", "Only this browser may enter now.");
        _person.GoTo("/");
        SeePictures();
    }
}
