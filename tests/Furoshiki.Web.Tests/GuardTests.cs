using System.Net;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Web.Tests;

public sealed class GuardTests(AppProcess app) : IClassFixture<AppProcess>
{
    private static HttpRequestMessage Get(string path, string? host = null, string? origin = null)
    {
        var request = new HttpRequestMessage(HttpMethod.Get, path);
        if (host is not null)
            request.Headers.Host = host;
        if (origin is not null)
            request.Headers.Add("Origin", origin);
        return request;
    }

    [Theory]
    [InlineData("/")]
    [InlineData("/api/desktops")]
    [InlineData("/enter?key=wrong")]
    public async Task Without_the_key_nothing_is_answered(string path)
    {
        using var client = new HttpClient { BaseAddress = app.Root };
        using var answer = await client.GetAsync(new Uri(path, UriKind.Relative));
        answer.StatusCode.ShouldBe(HttpStatusCode.Forbidden);
    }

    [Theory]
    [InlineData("furoshiki.example", null)]
    [InlineData(null, "http://furoshiki.example")]
    [InlineData(null, "http://127.0.0.1:1")]
    public async Task A_foreign_name_or_page_gets_no_answer_even_with_the_key(
        string? host,
        string? origin
    )
    {
        using var client = await app.Client();
        using var answer = await client.SendAsync(Get("/api/desktops", host, origin));
        answer.StatusCode.ShouldBe(HttpStatusCode.Forbidden);
    }

    [Fact]
    public async Task The_key_becomes_a_strict_cookie_that_scripts_cannot_read_and_no_page_may_run_inline_script()
    {
        using var client = new HttpClient(new HttpClientHandler { AllowAutoRedirect = false });
        using var entered = await client.GetAsync(app.Enter);
        var cookie = entered.Headers.GetValues("Set-Cookie").Single();
        cookie.ShouldContain("samesite=strict");
        cookie.ShouldContain("httponly");
        var policy = entered.Headers.GetValues("Content-Security-Policy").Single();
        policy.ShouldContain("script-src 'self';");
        policy.ShouldContain("default-src 'none'");
    }

    [Fact]
    public async Task Content_is_served_as_an_image_that_runs_nothing_and_else_not_at_all()
    {
        using var client = await app.Client();
        var now = await client.GetStringAsync(new Uri("/api/desktops/1/now", UriKind.Relative));
        var look = System.Text.Json.Nodes.JsonNode.Parse(now)!["look"]!.GetValue<string>();
        var picture = await client.GetStringAsync(
            new Uri($"/api/looks/{look}/picture?desktop=1", UriKind.Relative)
        );
        var address = System
            .Text.RegularExpressions.Regex.Match(picture, "/api/content/[0-9a-f]{64}/")
            .Value;
        using var image = await client.GetAsync(new Uri(address + "a.svg", UriKind.Relative));
        image.Content.Headers.ContentType!.MediaType.ShouldBe("image/svg+xml");
        image.Headers.GetValues("Content-Security-Policy").Single().ShouldContain("sandbox");
        using var page = await client.GetAsync(new Uri(address + "a.html", UriKind.Relative));
        page.StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_folder_that_the_application_did_not_make_is_never_emptied()
    {
        var folder = Directory.CreateTempSubdirectory("furoshiki-test-");
        File.WriteAllText(Path.Combine(folder.FullName, "thesis.txt"), "years of work");
        var (code, printed) = await AppProcess.Run("--data", folder.FullName, "--fresh");
        code.ShouldBe(1);
        printed.ShouldContain("not emptied");
        File.Exists(Path.Combine(folder.FullName, "thesis.txt")).ShouldBeTrue();
        folder.Delete(recursive: true);
    }

    [Fact]
    public async Task An_option_that_does_not_exist_is_refused_before_anything_is_done()
    {
        var (code, printed) = await AppProcess.Run("--prot", "5");
        code.ShouldBe(1);
        printed.ShouldContain("--prot");
    }

    [Fact]
    public async Task A_port_that_is_taken_is_told_in_a_sentence()
    {
        var folder = Path.Combine(app.Data, "other");
        var (code, printed) = await AppProcess.Run("--data", folder, "--port", $"{app.Root.Port}");
        code.ShouldBe(1);
        printed.ShouldContain("address already in use");
        printed.ShouldContain("--port");
    }
}
