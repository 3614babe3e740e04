using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Furoshiki.Web.Tests;

/// <summary>The line from now to a profile and back, over the API. Each test has the application to itself.</summary>
public sealed class LineTests : OwnAppTests
{
    private const string Panels = "home/.config/engawa/panels.json";

    [Fact]
    public async Task The_demo_has_what_the_program_itself_saved_and_the_drift_that_other_programs_made()
    {
        var profiles = (await Server.Get("/api/profiles?desktop=1")).AsArray();
        profiles
            .Select(one => one!["profile"]!["name"]!.GetValue<string>())
            .ShouldBe([
                "Red Lamp",
                "Open Night",
                "Day Log",
                "Meteor Watch",
                "First Light",
                "Cloud Cover",
                "Winter Roof",
                "Guest Desk",
            ]);
        var now = await Server.Now();
        now["on"]!["name"]!.GetValue<string>().ShouldBe("Red Lamp");
        now["drift"]!
            .AsArray()
            .Select(part => part!["kind"]!.GetValue<string>())
            .ShouldBe(["wallpaper", "icons", "cursor", "panels"]);
        foreach (var profile in profiles)
        {
            var result = await Server.Switch(await Server.Plan("Saving", profile!["savingId"]!));
            result["switched"]!.GetValue<bool>().ShouldBeTrue();
            (await Server.Now())["drift"]!.AsArray().ShouldBeEmpty();
        }
    }

    [Fact]
    public async Task Parts_that_are_put_on_alone_are_held_against_the_look_they_are_of_and_the_rest_against_what_is_on()
    {
        var red = await Server.SavingOf("Red Lamp");
        await Server.Switch(await Server.Plan("Saving", red));
        var open = await Server.SavingOf("Open Night");
        await Server.Switch(await Server.Plan("Saving", open, 1, "borders"));
        var now = await Server.Now();
        now["on"]!["name"]!.GetValue<string>().ShouldBe("Red Lamp");
        now["drift"]!.AsArray().ShouldBeEmpty("what was put on is no drift");

        App.Edit(Surface, "tone=dark", "tone=light");
        App.Edit("home/.config/engawa/windows.conf", "radius=9", "radius=3");
        var drift = (await Server.Now())["drift"]!.AsArray();
        drift
            .Select(part => (part!["kind"]!.GetValue<string>(), part["since"]?.GetValue<string>()))
            .ShouldBe([("colours", null), ("borders", "Open Night, 2nd")]);

        await Server.Switch(await Server.Plan("PutBack", 0));
        (await Server.Now())["drift"]!.AsArray().ShouldBeEmpty();
        (await File.ReadAllTextAsync(App.At("home/.config/engawa/windows.conf"))).ShouldContain(
            "radius=9"
        );
    }

    [Fact]
    public async Task Parts_that_are_left_out_stay_as_they_are_are_named_and_are_no_drift()
    {
        await Server.Switch(await Server.Plan("Saving", await Server.SavingOf("Red Lamp")));
        var before = await Words("panels");
        var (_, plan) = await Plan(await Server.SavingOf("Open Night"), "panels", "dock");
        plan["caption"]!.GetValue<string>().ShouldBe("2nd saving without panels, dock");
        plan["leftOut"]!
            .AsArray()
            .Select(part => part!["title"]!.GetValue<string>())
            .ShouldBe(["Panels", "Dock"]);
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();

        var now = await Server.Now();
        now["on"]!["name"]!.GetValue<string>().ShouldBe("Open Night");
        now["drift"]!.AsArray().ShouldBeEmpty("what was left out is no drift");
        foreach (var part in now["notShowing"]!.AsArray())
            part!["set"]!
                .GetValue<string>()
                .ShouldNotBe(part["showing"]!.GetValue<string>(), "it says what differs");
        (await Words("panels")).ShouldBe(before);
        (await Readiness("Open Night")).ShouldBe("On, without 2 parts");
        (await Readiness("Red Lamp")).ShouldNotStartWith("On");

        App.Edit("home/.config/engawa/panels.json", "\"edge\": \"top\"", "\"edge\": \"bottom\"");
        (await Server.Now())["drift"]![0]!["since"]!
            .GetValue<string>()
            .ShouldBe("Red Lamp, 4th", "it is held against the look that it is of");

        var (_, whole) = await Plan(await Server.SavingOf("Open Night"));
        await Server.Switch(whole);
        (await Readiness("Open Night")).ShouldBe("On now");
    }

    [Fact]
    public async Task Settings_and_items_that_are_left_out_stay_as_they_are_are_named_and_are_no_drift()
    {
        await Server.Switch(await Server.Plan("Saving", await Server.SavingOf("Red Lamp")));
        var (_, plan) = await Plan(
            await Server.SavingOf("Open Night"),
            "colours/accent",
            "panels/side/",
            "panels/clock",
            "panels/main/opacity"
        );
        plan["caption"]!.GetValue<string>().ShouldBe("2nd saving without 2 items, 2 settings");
        string[] words =
        [
            "accent stays #e2452b",
            "clock does not come",
            "main, opacity stays 92\u00a0%",
            "side stays",
        ];
        Said(plan).ShouldBe(words);
        var result = await Server.Switch(plan);
        Said(result).ShouldBe(words);

        (await Text(Surface)).ShouldContain("accent=#e2452b");
        var panels = await Text(Panels);
        panels.ShouldContain("\"id\": \"side\"");
        panels.ShouldNotContain("\"id\": \"clock\"");
        (await Server.Now())["drift"]!.AsArray().ShouldBeEmpty("what was left out is no drift");
        (await Readiness("Open Night")).ShouldBe("On, without some settings");

        App.Edit(Surface, "accent=#e2452b", "accent=#c23a20");
        App.Edit("home/.config/engawa/sounds.conf", "volume=60", "volume=5");
        (await Drift()).ShouldBe(
            ["accent #e2452b → #c23a20", "volume 60 → 5\u00a0%"],
            "what is left out is held against the look that it is of"
        );
        await Server.Switch(await Server.Plan("PutBack", 0));
        (await Drift()).ShouldBeEmpty();
        (await Text(Surface)).ShouldContain("accent=#e2452b");

        await Server.Switch((await Plan(await Server.SavingOf("Open Night"))).Body);
        (await Readiness("Open Night")).ShouldBe("On now");

        static IEnumerable<string> Said(JsonNode of) =>
            of["leftOut"]!.AsArray().Select(one => one!["words"]!.GetValue<string>());
        async Task<IEnumerable<string>> Drift() =>
            (await Server.Now())["drift"]!
                .AsArray()
                .Select(part => part!["words"]!.GetValue<string>());
        Task<string> Text(string path) => File.ReadAllTextAsync(App.At(path));
    }

    [Fact]
    public async Task What_cannot_be_left_out_is_refused_at_its_field()
    {
        var guest = await Server.SavingOf("Guest Desk");
        string[][] wrong =
        [
            ["nonsense"],
            ["sounds", "sounds", "panels"],
            ["panels/nothing/"],
            ["colours/opacity"],
            ["colours/main/accent"],
            ["/"],
            [""],
        ];
        foreach (var without in wrong)
            Refused(await Plan(guest, without), string.Join(' ', without));
        // What comes back as it was is not shaped.
        foreach (var kind in new[] { "Aside", "SafeState" })
            Refused(
                await Server.Post(
                    "/api/desktops/1/plans",
                    new JsonObject
                    {
                        ["kind"] = kind,
                        ["id"] = 1,
                        ["without"] = new JsonArray("panels"),
                    }
                ),
                kind
            );

        static void Refused((HttpStatusCode Status, JsonNode Problem) answer, string what)
        {
            answer.Status.ShouldBe(HttpStatusCode.UnprocessableEntity, what);
            answer.Problem["field"]!.GetValue<string>().ShouldBe("without", what);
            answer.Problem["unharmed"]!.GetValue<string>().ShouldNotBeEmpty();
        }
    }

    private Task<(HttpStatusCode Status, JsonNode Body)> Plan(
        JsonNode saving,
        params string[] without
    ) =>
        Server.Post(
            "/api/desktops/1/plans",
            new JsonObject
            {
                ["kind"] = "Saving",
                ["id"] = saving.DeepClone(),
                ["without"] = new JsonArray([.. without.Select(kind => JsonValue.Create(kind))]),
            }
        );

    /// <summary>A part as it is set on a desktop, in words.</summary>
    private async Task<string> Words(string kind, long desktop = 1) =>
        (await Server.Now(desktop))["parts"]!
            .AsArray()
            .Single(part => part!["kind"]!.GetValue<string>() == kind)![
            "words"
        ]!.GetValue<string>();

    private async Task<string> Readiness(string profile) =>
        (await Server.Get("/api/profiles?desktop=1"))
            .AsArray()
            .Single(card => card!["profile"]!["name"]!.GetValue<string>() == profile)![
            "readiness"
        ]!["words"]!.GetValue<string>();

    [Fact]
    public async Task Parts_of_looks_from_two_platforms_and_a_safe_state_are_put_on_together_each_from_its_own_map()
    {
        var wall = Api.SaveAs("Wall", "colours", "panels", "fonts");
        wall["desktop"] = 3;
        await Server.Post("/api/profiles", wall);
        var fonts = (await Server.Get("/api/profiles?desktop=3&find=wall"))[0]!["savingId"]!;
        var state = (await Server.Get("/api/desktops/1/safe-states"))[0]!["id"]!;
        JsonObject Of(string look, params string[] kinds) =>
            new()
            {
                ["look"] = look,
                ["kinds"] = new JsonArray([.. kinds.Select(kind => JsonValue.Create(kind))]),
            };
        async Task<(HttpStatusCode Status, JsonNode Body)> Plan(params JsonNode[] looks) =>
            await Server.Post(
                "/api/desktops/1/plans",
                new JsonObject
                {
                    ["kind"] = "Parts",
                    ["id"] = 0,
                    ["looks"] = new JsonArray(looks),
                }
            );

        var (status, plan) = await Plan(
            Of("Open Night", "colours", "wallpaper"),
            Of($"saving-{fonts}", "fonts"),
            Of($"state-{state}", "cursor")
        );
        status.ShouldBe(HttpStatusCode.OK);
        plan["caption"]!.GetValue<string>().ShouldBe("4 parts of 3 looks");
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
        (await Words("fonts")).ShouldBe(await Words("fonts", desktop: 3));
        (await File.ReadAllTextAsync(App.At(Surface))).ShouldContain("tone=dark");
        (await Server.Now())["drift"]!
            .AsArray()
            .Select(part => part!["kind"]!.GetValue<string>())
            .ShouldNotContain("fonts", "each part is held against the look that it is of");

        foreach (
            var refused in new[]
            {
                await Plan(),
                await Plan(Of("Open Night", "colours"), Of("Day Log", "colours")),
                await Plan(Of("Guest Desk", "dock")),
                await Plan(Of("Guest Desk", "no such kind")),
            }
        )
            refused.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await Plan(Of("Nobody", "dock"))).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task What_was_saved_says_its_place_and_each_switch_can_be_asked_for_with_how_it_ended()
    {
        using var saved = await Server.Client.PostAsJsonAsync(
            "/api/profiles",
            Api.SaveAs("Twin", "icons")
        );
        saved.StatusCode.ShouldBe(HttpStatusCode.Created);
        (await Server.Get(saved.Headers.Location!.ToString()))["name"]!
            .GetValue<string>()
            .ShouldBe("Twin");
        await Server.Switch(await Server.Plan("Saving", await Server.SavingOf("Open Night")));
        var last = (await Server.Get("/api/desktops/1/switches"))[0]!;
        last["title"]!.GetValue<string>().ShouldBe("Open Night");
        last["result"]!["switched"]!.GetValue<bool>().ShouldBeTrue();
        last["endedAt"].ShouldNotBeNull();
    }

    [Fact]
    public async Task A_plan_that_was_shown_before_a_restart_is_refused_and_made_again()
    {
        var plan = await Server.Plan("Saving", await Server.SavingOf("Cloud Cover"));
        await Restart();
        var (status, problem) = await Server.Post("/api/desktops/1/switches", Api.RequestFor(plan));
        status.ShouldBe(HttpStatusCode.Conflict);
        problem["detail"]!.GetValue<string>().ShouldContain("Plan again.");
        var again = await Server.Plan("Saving", await Server.SavingOf("Cloud Cover"));
        again["fingerprint"]!
            .GetValue<string>()
            .ShouldBe(plan["fingerprint"]!.GetValue<string>(), "nothing else changed");
        (await Server.Switch(again))["switched"]!.GetValue<bool>().ShouldBeTrue();
    }

    [Fact]
    public async Task A_plan_for_screens_that_changed_since_is_refused_and_says_so()
    {
        var plan = await Server.Plan("Saving", await Server.SavingOf("Cloud Cover"));
        var before = App.Snapshot();
        using var changed = await Server.Client.PutAsJsonAsync(
            "/api/desktops/1/screens",
            new[]
            {
                new
                {
                    Id = "main",
                    Width = 1920,
                    Height = 1080,
                },
            }
        );
        changed.EnsureSuccessStatusCode();
        var (status, problem) = await Server.Post("/api/desktops/1/switches", Api.RequestFor(plan));
        status.ShouldBe(HttpStatusCode.Conflict);
        problem["detail"]!.GetValue<string>().ShouldContain("other screens");
        App.Snapshot().ShouldBe(before);
    }

    [Fact]
    public async Task A_plan_made_from_files_that_changed_since_is_refused_with_what_changed()
    {
        var plan = await Server.Plan("Saving", await Server.SavingOf("Cloud Cover"));
        App.Edit(Surface, "after=15", "after=20");
        var before = App.Snapshot();
        var (status, problem) = await Server.Post("/api/desktops/1/switches", Api.RequestFor(plan));
        status.ShouldBe(HttpStatusCode.Conflict);
        problem["code"]!.GetValue<string>().ShouldBe("plan-outdated");
        problem["changed"]!.AsArray().Select(path => path!.GetValue<string>()).ShouldBe([Surface]);
        App.Snapshot().ShouldBe(before);
    }

    public static TheoryData<byte[]?, string> BadFiles =>
        new()
        {
            { null, "missing" },
            { [], "empty" },
            { [0x7B, 0xFF, 0xFE, 0x7D], "not UTF-8" },
            { "{ \"panels\": [ { \"id\": \"a\" }, { \"id\": \"a\" } ] }"u8.ToArray(), "Two items" },
        };

    [Theory]
    [MemberData(nameof(BadFiles))]
    public async Task A_damaged_settings_file_is_told_for_its_part_the_rest_works_and_nothing_is_repaired(
        byte[]? bytes,
        string said
    )
    {
        if (bytes is null)
            File.Delete(App.At(Panels));
        else
            await File.WriteAllBytesAsync(App.At(Panels), bytes);

        var unread = (await Server.Now())["unread"]!.AsArray()[0]!;
        unread["file"]!.GetValue<string>().ShouldBe(Panels);
        unread["reason"]!.GetValue<string>().ShouldContain(said);
        (await Server.Post("/api/profiles", Api.SaveAs("Broken", "panels"))).Body["field"]!
            .GetValue<string>()
            .ShouldBe("cover");
        (
            await Server.Post("/api/profiles", Api.SaveAs("The rest", "wallpaper", "colours"))
        ).Status.ShouldBe(HttpStatusCode.Created);

        var plan = await Server.Plan("Saving", await Server.SavingOf("First Light"));
        plan["refused"]!
            .AsArray()
            .ShouldContain(part =>
                part!["reason"]!.GetValue<string>().Contains(said, StringComparison.Ordinal)
            );
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
        (
            File.Exists(App.At(Panels)) ? await File.ReadAllBytesAsync(App.At(Panels)) : null
        ).ShouldBe(bytes);

        var back = await Server.Plan("SafeState", (await Server.Now())["wayBack"]!["id"]!);
        (await Server.Switch(back))["switched"]!.GetValue<bool>().ShouldBeTrue();
        (
            File.Exists(App.At(Panels)) ? await File.ReadAllBytesAsync(App.At(Panels)) : null
        ).ShouldBe(bytes);
    }

    [Fact]
    public async Task A_saving_that_would_hold_nothing_new_is_refused()
    {
        (await Server.Switch(await Server.Plan("Saving", await Server.SavingOf("First Light"))))[
            "switched"
        ]!
            .GetValue<bool>()
            .ShouldBeTrue();
        var page = await Server.Get("/api/profiles/4?desktop=1");
        var cover = page["parts"]!.AsArray().Select(part => part!["kind"]!.GetValue<string>());
        var request = Api.SaveAs("", [.. cover]);
        (request["form"], request["profile"]) = (null, 4);
        var (status, problem) = await Server.Post("/api/profiles", request);
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        problem["detail"]!.GetValue<string>().ShouldContain("Nothing differs from the 1st saving");
    }

    [Fact]
    public async Task A_profile_shows_its_savings_with_what_changed_in_each_and_its_words_can_be_changed()
    {
        var page = await Server.Get("/api/profiles/8?desktop=1");
        page["savings"]!
            .AsArray()
            .Select(one => one!["ordinal"]!.GetValue<string>())
            .ShouldBe(["4th", "3rd", "2nd", "1st"]);
        page["savings"]![2]!["changes"]!.AsArray().ShouldHaveSingleItem()!["kind"]!
            .GetValue<string>()
            .ShouldBe("panels");

        var form = page["card"]!["profile"]!.DeepClone();
        (form["name"], form["description"]) = ("  Red Lamp, winter ", "Darker still.");
        using var answer = await Server.Client.PutAsJsonAsync("/api/profiles/8", form);
        answer.StatusCode.ShouldBe(HttpStatusCode.OK);
        (await Server.Now())["on"]!["name"]!.GetValue<string>().ShouldBe("Red Lamp, winter");

        form["name"] = "Day Log";
        using var taken = await Server.Client.PutAsJsonAsync("/api/profiles/8", form);
        taken.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await Server.Now())["on"]!["name"]!.GetValue<string>().ShouldBe("Red Lamp, winter");
    }

    [Fact]
    public async Task A_saving_is_not_changed_by_files_edited_in_place_later()
    {
        const string icon = "home/.local/share/icons/Inkstone-Amber/scalable/places/folder.svg";
        var before = await File.ReadAllBytesAsync(App.At(icon));
        await File.WriteAllTextAsync(App.At(icon), "<svg/>");
        File.Delete(App.At("home/.local/share/wallpapers/Milky-Arch.svg"));
        var plan = await Server.Plan("Saving", await Server.SavingOf("Open Night"));
        plan["refused"]!.AsArray().ShouldBeEmpty();
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
        (await File.ReadAllBytesAsync(App.At(icon))).ShouldBe(before);
        File.Exists(App.At("home/.local/share/wallpapers/Milky-Arch.svg")).ShouldBeTrue();
        (await Server.Now())["drift"]!.AsArray().ShouldBeEmpty();
    }
}
