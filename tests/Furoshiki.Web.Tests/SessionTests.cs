using System.Diagnostics;
using System.Net;
using System.Net.Http.Headers;
using System.Text.Json.Nodes;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Web.Tests;

/// <summary>Carrying looks between desktops, what shows when, trouble on purpose, and what a saving holds.</summary>
public sealed class SessionTests : IAsyncLifetime
{
    private readonly AppProcess _app = new();
    private Api _api = null!;

    public async ValueTask InitializeAsync()
    {
        await _app.InitializeAsync();
        _api = new Api(await _app.Client());
    }

    public async ValueTask DisposeAsync()
    {
        _api.Client.Dispose();
        await _app.DisposeAsync();
    }

    private static string[] Texts(JsonNode? list, string member) =>
        [.. list!.AsArray().Select(one => one![member]!.GetValue<string>())];

    [Fact]
    public async Task Red_Lamp_of_the_Dome_console_goes_on_the_laptop_and_the_wall_as_far_as_they_have_the_kinds_and_comes_off_again()
    {
        var saving = await _api.SavingOf("Red Lamp");
        foreach (
            var (desktop, folder, lost) in new[]
            {
                (2L, "field-laptop", "dock"),
                (3L, "visitor-wall", "behaviour"),
            }
        )
        {
            var before = AppProcess.Snapshot(_app.Folder(folder));
            var plan = await _api.Plan("Saving", saving, desktop);
            plan["refused"]!.AsArray().ShouldBeEmpty();
            Texts(plan["losses"], "kind").ShouldContain(lost);
            var losses = plan["losses"]!
                .AsArray()
                .Select(loss => $"{loss!["what"]} {loss["reason"]}")
                .ToList();
            losses.ShouldContain("side There is no screen 'upright' here.");
            (await _api.Switch(plan, desktop))["switched"]!.GetValue<bool>().ShouldBeTrue();

            var now = await _api.Now(desktop);
            now["on"]!["name"]!.GetValue<string>().ShouldBe("Red Lamp");
            now["drift"]!.AsArray().ShouldBeEmpty();
            now["notFound"]!.AsArray().ShouldBeEmpty();
            var parts = now["parts"]!
                .AsArray()
                .ToDictionary(
                    part => part!["kind"]!.GetValue<string>(),
                    part => part!["words"]!.GetValue<string>()
                );
            parts["icons"].ShouldBe("Inkstone Red, 34\u00A0px");
            parts["panels"].ShouldStartWith("top, 22\u00A0px");

            (
                await _api.Switch(
                    await _api.Plan("SafeState", now["wayBack"]!["id"]!, desktop),
                    desktop
                )
            )["switched"]!
                .GetValue<bool>()
                .ShouldBeTrue();
            AppProcess.Snapshot(_app.Folder(folder)).ShouldBe(before);
        }
        (
            await File.ReadAllTextAsync(
                Path.Combine(_app.Folder("visitor-wall"), "person/settings/look.xml")
            )
        ).ShouldContain("<!-- Tansu 2.2");
    }

    [Fact]
    public async Task What_is_set_shows_when_the_session_reads_it_and_what_is_not_there_falls_back_in_silence()
    {
        (await _api.Switch(await _api.Plan("Saving", await _api.SavingOf("Day Log"))))["switched"]!
            .GetValue<bool>()
            .ShouldBeTrue();
        var waiting = await Waiting();
        waiting.Keys.ShouldBe(
            ["fonts", "controls", "icons", "cursor", "dock", "terminal", "extensions"],
            ignoreOrder: true
        );
        waiting["cursor"].ShouldBe("AfterSignIn");
        (await _api.Now())["showing"]!
            .GetValue<string>()
            .ShouldNotBe((await _api.Now())["look"]!.GetValue<string>());

        await _api.Tell(1, "RestartProgram", "terminal");
        (await Waiting()).Keys.ShouldNotContain("terminal");
        (await Waiting()).Keys.ShouldContain("icons");
        await _api.Tell(1, "SignIn");
        (await Waiting()).ShouldBeEmpty();
        (await _api.Now())["showing"]!
            .GetValue<string>()
            .ShouldBe((await _api.Now())["look"]!.GetValue<string>());

        _app.Edit("home/.config/engawa/windows.conf", "set=Fold-Slate", "set=Fold-Gold");
        await _api.Tell(1, "SignIn");
        var fallen = (await _api.Now())["notShowing"]!.AsArray().ShouldHaveSingleItem()!;
        fallen["willShow"]!.GetValue<bool>().ShouldBeFalse();
        fallen["set"]!.GetValue<string>().ShouldContain("Fold Gold");
        fallen["showing"]!.GetValue<string>().ShouldContain("Fold");

        async Task<Dictionary<string, string>> Waiting() =>
            (await _api.Now())["notShowing"]!
                .AsArray()
                .ToDictionary(
                    one => one!["kind"]!.GetValue<string>(),
                    one => one!["until"]!.GetValue<string>()
                );
    }

    [Theory]
    [InlineData("{\"refuses\":\"windows.conf\",\"isFull\":false}", "writing was refused")]
    [InlineData("{\"refuses\":null,\"isFull\":true}", "no space left")]
    public async Task A_refused_write_or_a_full_disk_ends_a_switch_with_every_byte_as_before(
        string faults,
        string said
    )
    {
        var before = _app.Snapshot();
        using var body = new StringContent(faults, MediaTypeHeaderValue.Parse("application/json"));
        using var set = await _api.Client.PutAsync(
            new Uri("/api/desktops/1/faults", UriKind.Relative),
            body
        );
        set.StatusCode.ShouldBe(HttpStatusCode.OK);
        var result = await _api.Switch(
            await _api.Plan("Saving", await _api.SavingOf("Open Night"))
        );
        result["switched"]!.GetValue<bool>().ShouldBeFalse();
        result["problem"]!.GetValue<string>().ShouldContain(said);
        _app.Snapshot().ShouldBe(before);
    }

    [Fact]
    public async Task Some_of_what_drifted_is_saved_and_some_is_put_back()
    {
        var on = (await _api.Now())["on"]!;
        var page = await _api.Get($"/api/profiles/{on["profileId"]}?desktop=1");
        var request = Api.SaveAs("", Texts(page["parts"], "kind"));
        (request["form"], request["profile"]) = (null, on["profileId"]!.DeepClone());
        request["asSaved"] = new JsonArray("wallpaper", "icons", "cursor");
        (await _api.Post("/api/profiles", request)).Status.ShouldBe(HttpStatusCode.OK);
        Texts((await _api.Now())["drift"], "kind").ShouldBe(["wallpaper", "icons", "cursor"]);

        var plan = await _api.Plan("Saving", (await _api.Now())["on"]!["savingId"]!, 1, "icons");
        (await _api.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
        var now = await _api.Now();
        Texts(now["drift"], "kind").ShouldBe(["wallpaper", "cursor"]);
        now["on"]!["ordinal"]!.GetValue<string>().ShouldBe("5th");
    }

    [Fact]
    public async Task A_saving_that_could_not_hold_everything_says_so_for_ever_after_and_holds_the_rest()
    {
        using (
            var pipe = Process.Start(
                "mkfifo",
                [_app.At("home/.local/share/icons/Inkstone-Red/pipe")]
            )
        )
            await pipe.WaitForExitAsync();
        _app.Edit("home/.config/bench-dock/dock.json", "\"opacity\": 70", "\"opacity\": 700");
        (await _api.Now())["gaps"]!.AsArray().ShouldHaveSingleItem()!["reason"]!
            .GetValue<string>()
            .ShouldContain("a pipe");
        (
            await _api.Post("/api/profiles", Api.SaveAs("With gaps", "icons", "dock", "wallpaper"))
        ).Status.ShouldBe(HttpStatusCode.OK);

        File.Delete(_app.At("home/.local/share/icons/Inkstone-Red/pipe"));
        var id = (await _api.Now())["on"]!["profileId"]!;
        var page = await _api.Get($"/api/profiles/{id}?desktop=1");
        Texts(page["parts"], "kind").ShouldBe(["wallpaper", "icons"]);
        Texts(page["savings"]![0]!["gaps"], "kind").ShouldBe(["icons", "dock"], ignoreOrder: true);
        Texts(page["savings"]![0]!["gaps"], "reason")
            .ShouldContain(reason => reason.Contains("0 to 100", StringComparison.Ordinal));
    }

    [Fact]
    public async Task Assets_of_the_system_are_known_by_fingerprint_and_kept_only_if_the_person_asks()
    {
        (await Carried("Without")).ShouldBe([true, false]);
        (await Carried("With")).ShouldBe([true, true]);

        async Task<IEnumerable<bool>> Carried(string name)
        {
            var request = Api.SaveAs(name, "icons");
            request["keepSystem"] = name == "With";
            await _api.Post("/api/profiles", request);
            var page = await _api.Get(
                $"/api/profiles/{(await _api.Now())["on"]!["profileId"]}?desktop=1"
            );
            return page["parts"]![0]!["assets"]!
                .AsArray()
                .Select(asset => asset!["isCarried"]!.GetValue<bool>());
        }
    }

    [Fact]
    public async Task A_screenshot_becomes_the_picture_of_a_profile_and_anything_else_is_refused()
    {
        // A PNG of one pixel.
        var picture = Convert.FromBase64String(
            "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=="
        );
        (await Attach(picture)).ShouldBe(HttpStatusCode.NoContent);
        var card = (await _api.Get("/api/profiles/8?desktop=1"))["card"]!;
        using var shown = await _api.Client.GetAsync(
            new Uri(card["screenshot"]!.GetValue<string>(), UriKind.Relative)
        );
        shown.Content.Headers.ContentType!.MediaType.ShouldBe("image/png");
        (await shown.Content.ReadAsByteArrayAsync()).ShouldBe(picture);

        (await Attach("<svg xmlns='http://www.w3.org/2000/svg'/>"u8.ToArray())).ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        (await Attach(picture[..40])).ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await _api.Get("/api/profiles/8?desktop=1"))["card"]!["screenshot"]!
            .GetValue<string>()
            .ShouldBe(card["screenshot"]!.GetValue<string>());

        async Task<HttpStatusCode> Attach(byte[] bytes)
        {
            using var content = new ByteArrayContent(bytes);
            content.Headers.ContentType = new MediaTypeHeaderValue("image/png");
            using var answer = await _api.Client.PutAsync(
                new Uri("/api/profiles/8/screenshot", UriKind.Relative),
                content
            );
            return answer.StatusCode;
        }
    }

    [Fact]
    public async Task A_change_on_the_disk_is_told_without_being_asked_for()
    {
        using var stop = new CancellationTokenSource(TimeSpan.FromSeconds(30));
        await using var stream = await _api.Client.GetStreamAsync(
            new Uri("/api/desktops/1/changes", UriKind.Relative),
            stop.Token
        );
        using var lines = new StreamReader(stream);
        var first = await Next();
        _app.Edit("home/.config/engawa/panels.json", "\"opacity\": 80", "\"opacity\": 79");
        (await Next()).ShouldNotBe(first);

        async Task<string> Next()
        {
            while (await lines.ReadLineAsync(stop.Token) is { } line)
                if (line.StartsWith("data:", StringComparison.Ordinal))
                    return line;
            throw new InvalidOperationException("The server ended the stream.");
        }
    }
}
