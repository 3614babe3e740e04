using System.IO.Compression;
using System.Net;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Web.Tests;

public sealed class GuardTests(RunningApp app) : IClassFixture<RunningApp>
{
    private static readonly Uri Desktops = new("/api/desktops", UriKind.Relative);

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
        using var client = app.Stranger();
        using var answer = await client.GetAsync(new Uri(path, UriKind.Relative));
        answer.StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        answer.Headers.WwwAuthenticate.ToString().ShouldStartWith("Bearer");
    }

    [Fact]
    public async Task What_a_browser_sends_to_every_port_opens_nothing_without_what_only_pages_of_this_port_hold()
    {
        using var client = await app.Client();
        client.DefaultRequestHeaders.Remove(RunningApp.PageHeader);
        var now = new Uri("/api/desktops/1/now", UriKind.Relative);
        string[] asked =
        [
            "/api/desktops/1/now",
            "/api/changes",
            "/api/content/none/a.svg",
            "/api/switches/1/progress",
        ];
        foreach (var half in new[] { null, "", "0", new string('0', 64) })
        foreach (var path in asked)
        {
            using var request = Get(path);
            if (half is not null)
                request.Headers.TryAddWithoutValidation(RunningApp.PageHeader, half);
            using var answer = await client.SendAsync(request);
            answer.StatusCode.ShouldBe(HttpStatusCode.Unauthorized, $"{path} with '{half}'");
        }
        using var take = await client.PostAsync(
            new Uri("/api/access/take-back", UriKind.Relative),
            null
        );
        take.StatusCode.ShouldBe(HttpStatusCode.Unauthorized);

        // Nor does the half of another session.
        using var other = await app.Client();
        using var mixed = Get("/api/desktops/1/now");
        mixed.Headers.Add(
            RunningApp.PageHeader,
            other.DefaultRequestHeaders.GetValues(RunningApp.PageHeader)
        );
        (await client.SendAsync(mixed)).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        (await other.GetAsync(now)).StatusCode.ShouldBe(HttpStatusCode.OK);
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
        using var client = app.Stranger();
        using var entered = await client.GetAsync(app.Enter);
        var cookie = entered.Headers.GetValues("Set-Cookie").Single();
        cookie.ShouldContain("samesite=strict");
        cookie.ShouldContain("httponly");
        var policy = entered.Headers.GetValues("Content-Security-Policy").Single();
        policy.ShouldContain("script-src 'self';");
        policy.ShouldContain("default-src 'none'");
    }

    [Fact]
    public async Task What_a_browser_keeps_is_not_the_key_goes_to_no_other_server_and_can_be_taken_back()
    {
        app.Root.Host.ShouldMatch("^furoshiki-[0-9a-f]{10}\\.localhost$");
        using var entering = app.Stranger();
        using var entered = await entering.GetAsync(app.Enter);
        entered
            .Headers.GetValues("Set-Cookie")
            .Single()
            .ShouldNotContain(app.Enter.Query.Split('=')[1]);

        var before = app.Enter;
        using var one = await app.Client();
        using var other = await app.Client();
        using var taken = await one.PostAsync(
            new Uri("/api/access/take-back", UriKind.Relative),
            null
        );
        var entrance = JsonNode.Parse(await taken.Content.ReadAsStringAsync())!;
        var address = entrance["address"]!;
        Take(one, entrance);
        (await other.GetAsync(Desktops)).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        (await one.GetAsync(Desktops)).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await other.GetAsync(before)).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        app.Enter = new Uri(address.GetValue<string>());
        (await other.GetAsync(app.Enter)).StatusCode.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task Who_is_locked_out_hears_no_more_and_who_comes_with_the_old_key_stays_out()
    {
        await using var own = new RunningApp { WithDemo = false };
        await own.InitializeAsync();
        using var one = await own.Client();
        using var other = await own.Client();
        using var heard = await other.GetAsync(
            new Uri("/api/changes", UriKind.Relative),
            HttpCompletionOption.ResponseHeadersRead
        );
        heard.StatusCode.ShouldBe(HttpStatusCode.OK, "its headers come at once");
        var stream = heard.Content.ReadAsStringAsync();

        using var taken = await one.PostAsync(
            new Uri("/api/access/take-back", UriKind.Relative),
            null
        );
        taken.StatusCode.ShouldBe(HttpStatusCode.OK);
        // It ends, be it in the middle of something.
        (await Task.WhenAny(stream, Task.Delay(TimeSpan.FromSeconds(20)))).ShouldBe(stream);
        _ = stream.Exception;
        (await other.GetAsync(own.Enter)).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        Take(one, JsonNode.Parse(await taken.Content.ReadAsStringAsync())!);
        (await one.GetAsync(Desktops)).StatusCode.ShouldBe(HttpStatusCode.OK);
    }

    /// <summary>Lets a client ask with the half that it was given anew.</summary>
    private static void Take(HttpClient client, JsonNode entrance)
    {
        client.DefaultRequestHeaders.Remove(RunningApp.PageHeader);
        client.DefaultRequestHeaders.Add(
            RunningApp.PageHeader,
            entrance["page"]!.GetValue<string>()
        );
    }

    [Fact]
    public async Task Who_does_not_know_the_name_is_not_told_it()
    {
        using var stranger = app.Stranger();
        using var answer = await stranger.SendAsync(Get("/", host: "127.0.0.1"));
        answer.StatusCode.ShouldBe(HttpStatusCode.Forbidden);
        (await answer.Content.ReadAsStringAsync()).ShouldNotContain(app.Root.Host);
        answer.Headers.ToString().ShouldNotContain(app.Root.Host);
    }

    [Fact]
    public async Task A_list_with_nothing_in_the_place_of_something_is_refused()
    {
        using var client = await app.Client();
        using var answer = await client.PutAsync(
            new Uri("/api/desktops/1/screens", UriKind.Relative),
            new StringContent("[null]", System.Text.Encoding.UTF8, "application/json")
        );
        answer.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task A_program_enters_with_the_key_as_a_bearer_until_it_is_another()
    {
        using var stranger = app.Stranger();
        async Task<HttpStatusCode> Ask(string authorization)
        {
            using var request = new HttpRequestMessage(HttpMethod.Get, "/api/kinds");
            request.Headers.TryAddWithoutValidation("Authorization", authorization);
            using var answer = await stranger.SendAsync(request);
            return answer.StatusCode;
        }
        var key = await File.ReadAllTextAsync(Path.Combine(app.Data, "key"));
        (await Ask($"Bearer {key}")).ShouldBe(HttpStatusCode.OK);
        foreach (var wrong in new[] { "", "Bearer", $"Bearer {key}x", $"Basic {key}", key })
            (await Ask(wrong)).ShouldBe(HttpStatusCode.Unauthorized, wrong);
    }

    [Fact]
    public async Task A_browser_may_still_enter_after_a_restart()
    {
        await using var own = new RunningApp { WithDemo = false };
        await own.InitializeAsync();
        var port = own.Root.Port;
        using var client = await own.Client();
        await own.Stop();
        await own.Start(port);
        (await client.GetAsync(Desktops)).StatusCode.ShouldBe(HttpStatusCode.OK);
    }

    [Theory]
    [InlineData("/", "no-store")]
    [InlineData("/api/desktops", "no-store")]
    [InlineData("/api/nothing", "no-store")]
    public async Task What_is_a_persons_own_is_kept_by_no_browser(string path, string cached)
    {
        using var client = await app.Client();
        using var answer = await client.GetAsync(new Uri(path, UriKind.Relative));
        answer.Headers.CacheControl!.ToString().ShouldBe(cached);
        answer.Headers.Contains("Content-Security-Policy").ShouldBeTrue();
    }

    [Fact]
    public async Task What_the_build_names_by_its_content_is_kept_and_all_is_sent_small()
    {
        using var client = await app.Client();
        client.DefaultRequestHeaders.Add("Accept-Encoding", "br");
        var page = await client.GetAsync(new Uri("/", UriKind.Relative));
        page.Content.Headers.ContentEncoding.ShouldBe(["br"]);
        await using var packed = new BrotliStream(
            await page.Content.ReadAsStreamAsync(),
            CompressionMode.Decompress
        );
        using var reader = new StreamReader(packed);
        var script = Regex.Match(await reader.ReadToEndAsync(), "/assets/[^\"]+\\.js").Value;
        using var answer = await client.GetAsync(new Uri(script, UriKind.Relative));
        answer.Headers.CacheControl!.ToString().ShouldContain("immutable");
        answer.Content.Headers.ContentEncoding.ShouldBe(["br"]);
    }

    [Fact]
    public async Task Content_is_served_as_an_image_that_runs_nothing_and_else_not_at_all()
    {
        using var client = await app.Client();
        var now = await client.GetStringAsync(new Uri("/api/desktops/1/now", UriKind.Relative));
        var look = JsonNode.Parse(now)!["look"]!.GetValue<string>();
        var picture = await client.GetStringAsync(
            new Uri($"/api/looks/{look}/picture?desktop=1", UriKind.Relative)
        );
        var address = Regex.Match(picture, "/api/content/[0-9a-f]{64}/").Value;
        using var image = await client.GetAsync(new Uri(address + "a.svg", UriKind.Relative));
        image.Content.Headers.ContentType!.MediaType.ShouldBe("image/svg+xml");
        image.Headers.GetValues("Content-Security-Policy").Single().ShouldContain("sandbox");
        using var page = await client.GetAsync(new Uri(address + "a.html", UriKind.Relative));
        page.StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task An_option_that_does_not_exist_is_refused_before_anything_is_done()
    {
        var (code, printed) = await RunningApp.Run("--prot", "5");
        code.ShouldBe(1);
        printed.ShouldContain("--prot");
    }

    [Fact]
    public async Task A_port_that_is_taken_is_told_in_a_sentence()
    {
        var folder = Path.Combine(app.Home, "other");
        var (code, printed) = await RunningApp.Run("--data", folder, "--port", $"{app.Root.Port}");
        code.ShouldBe(1);
        printed
            .Trim()
            .ShouldBe(
                $"Port {app.Root.Port} cannot be used: Address already in use. Choose another with --port; nothing was changed."
            );
    }
}
