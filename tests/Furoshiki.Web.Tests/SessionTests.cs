using System.Buffers.Binary;
using System.Diagnostics;
using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using Furoshiki.Tests.Shared;
using SkiaSharp;

namespace Furoshiki.Web.Tests;

/// <summary>Carrying looks between desktops, what shows when, trouble on purpose, and what a saving holds.</summary>
public sealed class SessionTests : OwnAppTests
{
    private static string[] Texts(JsonNode? list, string member) =>
        [.. list!.AsArray().Select(one => one![member]!.GetValue<string>())];

    [Fact]
    public async Task Red_Lamp_of_the_Dome_console_goes_on_the_laptop_and_the_wall_as_far_as_they_have_the_kinds_and_comes_off_again()
    {
        var saving = await Server.SavingOf("Red Lamp");
        foreach (
            var (desktop, folder, lost) in new[]
            {
                (2L, "field-laptop", "dock"),
                (3L, "visitor-wall", "behaviour"),
            }
        )
        {
            var before = RunningApp.Snapshot(App.Folder(folder));
            var plan = await Server.Plan("Saving", saving, desktop);
            plan["refused"]!.AsArray().ShouldBeEmpty();
            Texts(plan["losses"], "kind").ShouldContain(lost);
            var panels = plan["losses"]!
                .AsArray()
                .Single(loss => loss!["kind"]!.GetValue<string>() == "panels")!;
            panels["words"]!.GetValue<string>().ShouldStartWith("the second one");
            panels["reasons"]!
                .AsArray()
                .Select(one => $"{one!["what"]} {one["reason"]}")
                .ShouldContain("side There is no screen 'upright' here.");
            (await Server.Switch(plan, desktop))["switched"]!.GetValue<bool>().ShouldBeTrue();

            var now = await Server.Now(desktop);
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
                await Server.Switch(
                    await Server.Plan("SafeState", now["wayBack"]!["id"]!, desktop),
                    desktop
                )
            )["switched"]!
                .GetValue<bool>()
                .ShouldBeTrue();
            RunningApp.Snapshot(App.Folder(folder)).ShouldBe(before);
        }
        (
            await File.ReadAllTextAsync(
                Path.Combine(App.Folder("visitor-wall"), "person/settings/look.xml")
            )
        ).ShouldContain("<!-- Tansu 2.2");
    }

    [Fact]
    public async Task What_is_set_shows_when_the_session_reads_it_and_what_is_not_there_falls_back_in_silence()
    {
        (await Server.Switch(await Server.Plan("Saving", await Server.SavingOf("Day Log"))))[
            "switched"
        ]!
            .GetValue<bool>()
            .ShouldBeTrue();
        var waiting = await Waiting();
        waiting.Keys.ShouldBe(
            ["fonts", "controls", "icons", "cursor", "dock", "terminal", "extensions"],
            ignoreOrder: true
        );
        waiting["cursor"].ShouldBe("AfterSignIn");
        (await Server.Now())["showing"]!
            .GetValue<string>()
            .ShouldNotBe((await Server.Now())["look"]!.GetValue<string>());

        await Server.Tell(1, "RestartProgram", "terminal");
        (await Waiting()).Keys.ShouldNotContain("terminal");
        (await Waiting()).Keys.ShouldContain("icons");
        var step = (await Server.Now())["waiting"]!.AsArray().ShouldHaveSingleItem()!;
        $"{step["subject"]} {step["words"]}".ShouldBe("One sign-in shows all six.");
        await Server.Tell(1, "AllThatWaits");
        (await Waiting()).ShouldBeEmpty();
        (await Server.Now())["showing"]!
            .GetValue<string>()
            .ShouldBe((await Server.Now())["look"]!.GetValue<string>());

        App.Edit("home/.config/engawa/windows.conf", "set=Fold-Slate", "set=Fold-Gold");
        await Server.Tell(1, "SignIn");
        var fallen = (await Server.Now())["notShowing"]!.AsArray().ShouldHaveSingleItem()!;
        fallen["willShow"]!.GetValue<bool>().ShouldBeFalse();
        fallen["set"]!.GetValue<string>().ShouldContain("Fold Gold");
        fallen["showing"]!.GetValue<string>().ShouldContain("Fold");

        async Task<Dictionary<string, string>> Waiting() =>
            (await Server.Now())["notShowing"]!
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
        var before = App.Snapshot();
        using var body = new StringContent(faults, MediaTypeHeaderValue.Parse("application/json"));
        using var set = await Server.Client.PutAsync(
            new Uri("/api/desktops/1/faults", UriKind.Relative),
            body
        );
        set.StatusCode.ShouldBe(HttpStatusCode.OK);
        var result = await Server.Switch(
            await Server.Plan("Saving", await Server.SavingOf("Open Night"))
        );
        result["switched"]!.GetValue<bool>().ShouldBeFalse();
        result["problem"]!.GetValue<string>().ShouldContain(said);
        App.Snapshot().ShouldBe(before);
    }

    [Fact]
    public async Task A_program_that_was_stopped_shows_nothing_and_its_part_is_not_taken_until_it_runs()
    {
        var night = await Server.SavingOf("Open Night");
        (await Server.Tell(1, "StopProgram", "terminal")).Status.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        await Server.Tell(1, "StopProgram", "widget board");
        var result = await Server.Switch(await Server.Plan("Saving", night));
        var widgets = result["parts"]!
            .AsArray()
            .Single(part => part!["kind"]!.GetValue<string>() == "widgets")!;
        widgets["outcome"]!.GetValue<string>().ShouldBe("NotTaken");
        widgets["words"]!.GetValue<string>().ShouldContain("the widget board does not run");
        (await Server.Now())["notShowing"]!
            .AsArray()
            .Single(part => part!["kind"]!.GetValue<string>() == "widgets")!["showing"]!
            .GetValue<string>()
            .ShouldBe("nothing");
        await Server.Tell(1, "AllThatWaits");
        (await Server.Now())["notShowing"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task Some_of_what_drifted_is_saved_and_some_is_put_back()
    {
        var on = (await Server.Now())["on"]!;
        var page = await Server.Get($"/api/profiles/{on["profileId"]}?desktop=1");
        var request = Api.SaveAs("", Texts(page["parts"], "kind"));
        (request["form"], request["profile"]) = (null, on["profileId"]!.DeepClone());
        request["asSaved"] = new JsonArray("wallpaper", "icons", "cursor");
        (await Server.Post("/api/profiles", request)).Status.ShouldBe(HttpStatusCode.Created);
        Texts((await Server.Now())["drift"], "kind").ShouldBe(["wallpaper", "icons", "cursor"]);

        var plan = await Server.Plan(
            "Saving",
            (await Server.Now())["on"]!["savingId"]!,
            1,
            "icons"
        );
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
        var now = await Server.Now();
        Texts(now["drift"], "kind").ShouldBe(["wallpaper", "cursor"]);
        now["on"]!["ordinal"]!.GetValue<string>().ShouldBe("5th");
    }

    [Fact]
    public async Task A_saving_that_could_not_hold_everything_says_so_for_ever_after_and_holds_the_rest()
    {
        using (
            var pipe = Process.Start(
                "mkfifo",
                [App.At("home/.local/share/icons/Inkstone-Red/pipe")]
            )
        )
            await pipe.WaitForExitAsync();
        App.Edit("home/.config/bench-dock/dock.json", "\"opacity\": 70", "\"opacity\": 700");
        (await Server.Now())["gaps"]!.AsArray().ShouldHaveSingleItem()!["reason"]!
            .GetValue<string>()
            .ShouldContain("a pipe");
        (
            await Server.Post(
                "/api/profiles",
                Api.SaveAs("With gaps", "icons", "dock", "wallpaper")
            )
        ).Status.ShouldBe(HttpStatusCode.Created);

        File.Delete(App.At("home/.local/share/icons/Inkstone-Red/pipe"));
        var id = (await Server.Now())["on"]!["profileId"]!;
        var page = await Server.Get($"/api/profiles/{id}?desktop=1");
        Texts(page["parts"], "kind").ShouldBe(["wallpaper", "icons", "dock"]);
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
            await Server.Post("/api/profiles", request);
            var page = await Server.Get(
                $"/api/profiles/{(await Server.Now())["on"]!["profileId"]}?desktop=1"
            );
            return page["parts"]![0]!["assets"]!
                .AsArray()
                .Select(asset => asset!["isCarried"]!.GetValue<bool>());
        }
    }

    [Theory]
    [InlineData(SKEncodedImageFormat.Png, "image/png")]
    [InlineData(SKEncodedImageFormat.Jpeg, "image/jpeg")]
    [InlineData(SKEncodedImageFormat.Webp, "image/webp")]
    public async Task A_screenshot_becomes_the_picture_of_a_profile_and_anything_else_is_refused(
        SKEncodedImageFormat format,
        string type
    )
    {
        using var drawn = new SKBitmap(64, 40);
        drawn.Erase(SKColors.Teal);
        using var encoded = drawn.Encode(format, 90);
        var picture = encoded.ToArray();
        // What stands behind a picture is not the picture.
        (await Attach([.. picture, .. "and a secret"u8])).ShouldBe(HttpStatusCode.NoContent);
        var address = (await Server.Get("/api/profiles/8?desktop=1"))["card"]![
            "screenshot"
        ]!.GetValue<string>();
        using var shown = await Server.Client.GetAsync(new Uri(address, UriKind.Relative));
        shown.Content.Headers.ContentType!.MediaType.ShouldBe("image/png");
        var kept = await shown.Content.ReadAsByteArrayAsync();
        using var decoded = SKBitmap.Decode(picture);
        using var shows = SKBitmap.Decode(kept);
        shows.Pixels.ShouldBe(decoded.Pixels);
        Encoding.Latin1.GetString(kept).ShouldNotContain("secret");

        (await Attach("<svg xmlns='http://www.w3.org/2000/svg'/>"u8.ToArray())).ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        (await Attach(Bomb())).ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await Attach(picture[..^30])).ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await Attach(picture[..20])).ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await Attach([])).ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await Server.Get("/api/profiles/8?desktop=1"))["card"]!["screenshot"]!
            .GetValue<string>()
            .ShouldBe(address);

        async Task<HttpStatusCode> Attach(byte[] bytes)
        {
            using var content = new ByteArrayContent(bytes);
            content.Headers.ContentType = new MediaTypeHeaderValue(type);
            using var answer = await Server.Client.PutAsync(
                new Uri("/api/profiles/8/screenshot", UriKind.Relative),
                content
            );
            return answer.StatusCode;
        }
    }

    /// <summary>A small file that says that it has 16384 × 16384 px.</summary>
    private static byte[] Bomb()
    {
        using var small = new SKBitmap(1, 1);
        using var encoded = small.Encode(SKEncodedImageFormat.Png, 100);
        var bytes = encoded.ToArray();
        // Width and height are the first eight bytes of the first chunk, whose checksum follows its 13 bytes (PNG, 11.2.2).
        BinaryPrimitives.WriteInt32BigEndian(bytes.AsSpan(16), 16384);
        BinaryPrimitives.WriteInt32BigEndian(bytes.AsSpan(20), 16384);
        var checksum = uint.MaxValue;
        foreach (var one in bytes[12..29])
        {
            checksum ^= one;
            for (var bit = 0; bit < 8; bit++)
                checksum = (checksum & 1) != 0 ? checksum >> 1 ^ 0xEDB88320 : checksum >> 1;
        }
        BinaryPrimitives.WriteUInt32BigEndian(bytes.AsSpan(29), ~checksum);
        return bytes;
    }

    [Fact]
    public async Task A_change_on_the_disk_is_told_without_being_asked_for()
    {
        using var stop = new CancellationTokenSource(TimeSpan.FromMinutes(2));
        await using var stream = await Server.Client.GetStreamAsync(
            new Uri("/api/changes", UriKind.Relative),
            stop.Token
        );
        using var lines = new StreamReader(stream);
        var first = await Next();
        // It says that something is otherwise, and nothing of what it is.
        first.ShouldMatch("^[0-9a-f]+$");
        App.Edit("home/.config/engawa/panels.json", "\"opacity\": 80", "\"opacity\": 79");
        (await Next()).ShouldNotBe(first);

        async Task<string> Next()
        {
            // A sign of life says nothing of any desktop.
            while (await lines.ReadLineAsync(stop.Token) is { } line)
                if (
                    line.StartsWith("data: {", StringComparison.Ordinal)
                    && JsonNode.Parse(line[5..])! is var told
                    && told["desktop"]!.GetValue<long>() == 1
                )
                    return told["state"]!.GetValue<string>();
            throw new InvalidOperationException("The server ended the stream.");
        }
    }
}
