using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;

namespace Furoshiki.Web.Tests;

/// <summary>Makes fittings and steps of them.</summary>
/// <param name="isKilled">Whether the application is killed meanwhile.</param>
public abstract class FittingLine(bool isKilled = false) : OwnAppTests(isKilled)
{
    private protected const string Panels = "home/.config/engawa/panels.json";

    private protected async Task<JsonNode> Begin(string look, long desktop = 1)
    {
        var (status, fitting) = await Server.Post(
            $"/api/desktops/{desktop}/fittings",
            new JsonObject { ["look"] = look }
        );
        status.ShouldBe(HttpStatusCode.Created, fitting.ToJsonString());
        return fitting;
    }

    private protected static JsonObject Set(string kind, string key, string value) =>
        new()
        {
            ["kind"] = kind,
            ["set"] = new JsonArray(new JsonObject { ["key"] = key, ["value"] = value }),
        };

    private protected Task<(HttpStatusCode Status, JsonNode Body)> Try(
        JsonNode fitting,
        params JsonObject[] edits
    ) =>
        Server.Post(
            $"/api/fittings/{fitting["id"]}/steps",
            new JsonObject { ["edits"] = new JsonArray([.. edits]) }
        );

    private protected async Task<JsonNode> Step(JsonNode fitting, params JsonObject[] edits)
    {
        var (status, after) = await Try(fitting, edits);
        status.ShouldBe(HttpStatusCode.OK, after.ToJsonString());
        return after;
    }

    private protected Task<(HttpStatusCode Status, JsonNode Body)> Turn(
        JsonNode fitting,
        string way
    ) =>
        Server.Post(
            $"/api/fittings/{fitting["id"]}/{way}",
            new JsonObject { ["revision"] = fitting["revision"]!.DeepClone() }
        );

    private protected async Task<JsonNode> Leave(JsonNode fitting, int step, bool isOut)
    {
        using var answer = await Server.Client.PutAsJsonAsync(
            $"/api/fittings/{fitting["id"]}/steps/{step}",
            new JsonObject { ["isOut"] = isOut }
        );
        return JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
    }

    /// <summary>Changes the database of a fitting by another program.</summary>
    private protected async Task Change(string sql, JsonNode fitting)
    {
        await using var connection = new SqliteConnection(
            $"Data Source={Path.Combine(App.Data, "furoshiki.db")};Pooling=False"
        );
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
#pragma warning disable CA2100 // It is the test's own.
        command.CommandText = sql;
#pragma warning restore CA2100
        command.Parameters.AddWithValue("$id", fitting["id"]!.GetValue<long>());
        await command.ExecuteNonQueryAsync();
    }

    private protected Task<JsonNode> Open(JsonNode fitting) =>
        Server.Get($"/api/fittings/{fitting["id"]}");

    private protected static string Words(JsonNode fitting, string kind) =>
        fitting["parts"]!.AsArray().Single(part => part!["kind"]!.GetValue<string>() == kind)![
            "words"
        ]!.GetValue<string>();

    private protected static string Saved(JsonNode id) => $"saving-{id}";
}

/// <summary>What is kept where the application is killed.</summary>
public sealed class KilledFittingTests() : FittingLine(isKilled: true)
{
    [Fact]
    public async Task A_server_that_is_killed_in_the_middle_of_a_fitting_loses_nothing_of_it()
    {
        var fitting = await Begin("Open Night");
        await Step(fitting, Set("panels", "main/thickness", "40"));
        await Step(
            fitting,
            new JsonObject
            {
                ["kind"] = "colours",
                ["from"] = Saved(await Server.SavingOf("Day Log")),
            }
        );
        var last = await Step(fitting, Set("panels", "main/opacity", "71"));
        last = await Leave(last, 2, isOut: true);
        var (_, undone) = await Turn(last, "undo");
        var (_, again) = await Turn(undone, "redo");

        App.Kill();
        await Restart();
        var after = await Open(fitting);
        after["look"]!.GetValue<string>().ShouldBe(again["look"]!.GetValue<string>());
        after["steps"]!.ToJsonString().ShouldBe(again["steps"]!.ToJsonString());
        after["steps"]!.AsArray().Count(step => step!["isOut"]!.GetValue<bool>()).ShouldBe(1);
        after["undo"]!
            .GetValue<string>()
            .ShouldStartWith("leaving out Colours borrowed from".Replace(" borrowed from", ":"));
    }

    [Fact]
    public async Task What_a_person_wants_so_of_a_profile_stays_listed_and_quiet_after_the_server_is_killed_too()
    {
        var cards = (await Server.Get("/api/profiles?desktop=1")).AsArray();
        var look = cards.Single(card =>
            card!["profile"]!["name"]!.GetValue<string>() == "Day Log"
        )!["look"]!.GetValue<string>();
        async Task<List<(string Key, bool IsWanted)>> Advice(long profile) =>
            [
                .. (await Server.Get($"/api/looks/{look}/advice?desktop=1&profile={profile}"))
                    .AsArray()
                    .Select(one =>
                        (one!["key"]!.GetValue<string>(), one["isWanted"]!.GetValue<bool>())
                    ),
            ];
        async Task<HttpStatusCode> Want(long profile, string key, bool isWanted)
        {
            using var answer = await Server.Client.PutAsJsonAsync(
                $"/api/profiles/{profile}/wishes",
                new JsonObject { ["key"] = key, ["isWanted"] = isWanted }
            );
            return answer.StatusCode;
        }

        var before = await Advice(4);
        var key = before[0].Key;
        (await Want(4, key, true)).ShouldBe(HttpStatusCode.NoContent);
        App.Kill();
        await Restart();
        var after = await Advice(4);
        after.Select(one => one.Key).ShouldBe(before.Select(one => one.Key), ignoreOrder: true);
        after.Where(one => one.IsWanted).ShouldHaveSingleItem().ShouldBe((key, true));
        after[^1].Key.ShouldBe(key);
        (await Advice(5)).ShouldAllBe(one => !one.IsWanted);

        (await Want(4, "no such check", true)).ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await Want(99, key, true)).ShouldBe(HttpStatusCode.NotFound);
        (await Want(4, key, false)).ShouldBe(HttpStatusCode.NoContent);
        (await Advice(4)).ShouldBe(before);
    }
}

/// <summary>A look that is tried, and nothing on the desktop touched.</summary>
public sealed class FittingTests : FittingLine
{
    [Fact]
    public async Task A_fitting_that_is_switched_to_stands_in_the_files_and_is_no_drift_but_later_changes_are()
    {
        var opened = await Begin("Open Night");
        await Step(opened, Set("panels", "main/thickness", "40"));
        var plan = await Server.Plan("Fitting", opened["id"]!);
        plan["name"]!.GetValue<string>().ShouldBe("Open Night");
        var result = await Server.Switch(plan);
        result["switched"]!.GetValue<bool>().ShouldBeTrue(result.ToJsonString());
        File.ReadAllText(App.At(Panels)).ShouldContain("\"thickness\": 40");

        var now = await Server.Now();
        now["on"]!["name"]!.GetValue<string>().ShouldBe("Open Night");
        now["drift"]!.AsArray().ShouldBeEmpty();
        File.WriteAllText(
            App.At(Panels),
            File.ReadAllText(App.At(Panels))
                .Replace("\"edge\": \"top\"", "\"edge\": \"bottom\"", StringComparison.Ordinal)
        );
        (await Server.Now())["drift"]!.AsArray().Count.ShouldBe(1);
    }

    [Fact]
    public async Task What_was_fitted_and_put_on_is_said_to_be_saved_nowhere_until_it_is_saved()
    {
        var opened = await Begin("Open Night");
        await Step(opened, Set("panels", "main/thickness", "40"));
        await Server.Switch(await Server.Plan("Fitting", opened["id"]!));

        var now = await Server.Now();
        var unsaved = now["unsaved"]!.AsArray().ShouldHaveSingleItem()!;
        unsaved["kind"]!.GetValue<string>().ShouldBe("panels");
        unsaved["words"]!.GetValue<string>().ShouldEndWith("\u2192 40\u00A0px");
        (await Command("now", "--desktop", "Dome console")).Said.ShouldContain(", with 1 change");
        (await Command("drift", "--desktop", "Dome console")).Said.ShouldNotContain(
            "Everything is as it was saved."
        );
        (await Server.Get("/api/profiles?desktop=1"))
            .AsArray()
            .Single(one => one!["profile"]!["name"]!.GetValue<string>() == "Open Night")![
            "readiness"
        ]!["words"]!
            .GetValue<string>()
            .ShouldBe("On, as fitted");
        var away = await Server.Plan("Saving", await Server.SavingOf("Red Lamp"));
        away["unsaved"]!
            .AsArray()
            .Select(part => part!["kind"]!.GetValue<string>())
            .ShouldBe(["panels"]);

        var on = now["on"]!;
        var save = Api.SaveAs(
            "",
            [.. now["parts"]!.AsArray().Select(part => part!["kind"]!.GetValue<string>())]
        );
        (save["form"], save["profile"]) = (null, on["profileId"]!.DeepClone());
        (await Server.Post("/api/profiles", save)).Status.ShouldBe(HttpStatusCode.Created);
        (await Server.Now())["unsaved"]!.AsArray().ShouldBeEmpty();
        (await Server.Plan("Saving", await Server.SavingOf("Red Lamp")))["unsaved"]!
            .AsArray()
            .ShouldBeEmpty();
    }

    [Fact]
    public async Task What_was_chosen_in_place_of_what_was_saved_is_said_to_be_saved_nowhere()
    {
        var (_, plan) = await Server.Post(
            "/api/desktops/1/plans",
            new JsonObject
            {
                ["kind"] = "Saving",
                ["id"] = (await Server.SavingOf("Open Night")).DeepClone(),
                ["instead"] = new JsonArray("icons/size=52"),
            }
        );
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
        var now = await Server.Now();
        now["drift"]!.AsArray().ShouldBeEmpty();
        now["unsaved"]!.AsArray().ShouldHaveSingleItem()!["kind"]!
            .GetValue<string>()
            .ShouldBe("icons");
        // Going back brings back what was on, and nothing of it.
        await Server.Switch(await Server.Plan("SafeState", now["wayBack"]!["id"]!));
        (await Server.Now())["unsaved"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task A_fitting_is_saved_as_the_next_saving_with_the_maps_that_its_parts_came_with()
    {
        var fitting = await Begin("Open Night");
        // The wall is another platform, with other files.
        var wall = await Begin("now", desktop: 3);
        await Step(
            fitting,
            new JsonObject { ["kind"] = "sounds", ["from"] = $"fitting-{wall["id"]}" }
        );
        var profile = fitting["base"]!["next"]!;
        profile["ordinal"]!.GetValue<string>().ShouldBe("3rd");
        var request = Api.SaveAs("", "colours", "panels", "sounds");
        request["form"] = null;
        request["profile"] = profile["profile"]!.DeepClone();
        request["fitting"] = fitting["id"]!.DeepClone();
        var (status, saved) = await Server.Post("/api/profiles", request);
        status.ShouldBe(HttpStatusCode.Created, saved.ToJsonString());

        await Restart();
        var plan = await Server.Plan("Saving", saved["savingId"]!);
        plan["refused"]!.AsArray().ShouldBeEmpty();
        var (_, same) = await Server.Post(
            "/api/profiles",
            new JsonObject(
                request.Select(one => KeyValuePair.Create(one.Key, one.Value?.DeepClone()))
            )
        );
        same["detail"]!.GetValue<string>().ShouldStartWith("Nothing differs from the 3rd saving");
    }

    // The wall has other files than the console, and spells what both have in another way.
    private static readonly string[] OfWall = ["colours", "fonts", "borders", "terminal", "sounds"];
    private static readonly string[] OfBoth = [.. OfWall, "panels", "dock", "behaviour"];

    /// <summary>Saves a look with parts of two platforms.</summary>
    private async Task<JsonNode> HalfAWall()
    {
        var fitting = await Begin("Open Night");
        var wall = await Begin("now", desktop: 3);
        foreach (var kind in OfWall)
            fitting = await Step(
                fitting,
                new JsonObject { ["kind"] = kind, ["from"] = $"fitting-{wall["id"]}" }
            );
        var request = Api.SaveAs("Half a wall", OfBoth);
        request["fitting"] = fitting["id"]!.DeepClone();
        var (status, saved) = await Server.Post("/api/profiles", request);
        status.ShouldBe(HttpStatusCode.Created, saved.ToJsonString());
        return saved["savingId"]!;
    }

    [Fact]
    public async Task A_safe_state_of_a_look_of_two_platforms_has_nothing_that_no_saving_has_and_goes_by_the_rule()
    {
        const string all = "/api/desktops/1/safe-states";
        var half = await HalfAWall();
        var night = await Server.SavingOf("Open Night");
        await Server.Switch(await Server.Plan("Saving", night));
        var old = new List<long>();
        foreach (var saving in new[] { half, night })
        {
            await Server.Switch(await Server.Plan("Saving", saving));
            var (_, state) = await Server.Post(all, new JsonObject { ["name"] = "Old" });
            old.Add(state["id"]!.GetValue<long>());
        }
        await Age(old);
        // Of one day the last is kept, and each that has something of its own.
        var rule = new JsonObject
        {
            ["allForDays"] = 2,
            ["dailyForDays"] = 40,
            ["isByItself"] = false,
        };
        var (_, thinning) = await Server.Post($"{all}/thinning", rule);
        thinning["goes"]!.AsArray().Select(one => one!.GetValue<long>()).ShouldBe([old[0]]);
    }

    [Fact]
    public async Task A_look_of_two_platforms_is_no_drift_on_any_desktop_that_it_was_just_put_on()
    {
        var saving = await HalfAWall();
        foreach (var desktop in new[] { 1, 2, 3 })
        {
            var plan = await Server.Plan("Saving", saving, desktop);
            plan["groups"]!.AsArray().ShouldNotBeEmpty($"on desktop {desktop}");
            var result = await Server.Switch(plan, desktop);
            result["switched"]!.GetValue<bool>().ShouldBeTrue(result.ToJsonString());

            var drift = (await Server.Now(desktop))["drift"]!.AsArray();
            drift
                .Where(one => OfBoth.Contains(one!["kind"]!.GetValue<string>()))
                .ShouldBeEmpty($"on desktop {desktop}: {drift.ToJsonString()}");
            (await Server.Plan("Saving", saving, desktop))["groups"]!
                .AsArray()
                .ShouldBeEmpty($"on desktop {desktop}");
            var card = (await Server.Get($"/api/profiles?desktop={desktop}"))
                .AsArray()
                .Single(one => one!["profile"]!["name"]!.GetValue<string>() == "Half a wall")!;
            card["readiness"]!["state"]!
                .GetValue<string>()
                .ShouldBe("On", $"on desktop {desktop}: {card["readiness"]!.ToJsonString()}");
        }
    }

    [Fact]
    public async Task A_base_that_is_deleted_takes_nothing_from_the_fitting()
    {
        var fitting = await Begin("Meteor Watch");
        var step = await Step(fitting, Set("icons", "size", "44"));
        var profile = fitting["base"]!["next"]!["profile"]!;
        using var deleted = await Server.Client.DeleteAsync(
            new Uri($"/api/profiles/{profile}", UriKind.Relative)
        );
        var gone = JsonNode.Parse(await deleted.Content.ReadAsStringAsync())!;
        using var forGood = await Server.Client.DeleteAsync(
            new Uri($"/api/deletions/{gone["id"]}", UriKind.Relative)
        );
        forGood.EnsureSuccessStatusCode();
        await Restart();
        var after = await Open(fitting);
        after["look"]!.GetValue<string>().ShouldBe(step["look"]!.GetValue<string>());
        after["base"]!["next"].ShouldBeNull();
        (await Server.Plan("Fitting", fitting["id"]!))["fingerprint"].ShouldNotBeNull();
    }

    [Fact]
    public async Task A_supply_that_goes_away_while_it_is_tried_is_missing_by_name_and_everything_else_goes_on()
    {
        var fitting = await Begin("Open Night");
        var teal = (await Server.Get($"/api/fittings/{fitting["id"]}/parts/icons/choices/set"))
            .AsArray()
            .Single(one => one!["title"]!.GetValue<string>() == "Inkstone Teal")!;
        var edit = Set("icons", "set", teal["value"]!.GetValue<string>());
        edit["get"] = new JsonArray(teal["get"]!.DeepClone());
        var tried = await Step(fitting, edit);
        var catalogue = (await Server.Get("/api/catalogues"))[0]!["id"];
        using var gone = await Server.Client.DeleteAsync(
            new Uri($"/api/catalogues/{catalogue}", UriKind.Relative)
        );
        gone.EnsureSuccessStatusCode();

        var after = await Step(tried, Set("icons", "size", "52"));
        after["steps"]!.AsArray().Count.ShouldBe(2);
        var plan = await Server.Plan("Fitting", fitting["id"]!);
        var refused = plan["refused"]!.AsArray().ShouldHaveSingleItem()!;
        refused["reason"]!.GetValue<string>().ShouldStartWith("Inkstone-Teal is not here");
        refused["remedies"]!.AsArray().ShouldNotBeEmpty();
        // Another set in its place, and all of it can be put on.
        await Leave(after, 1, isOut: true);
        var result = await Server.Switch(await Server.Plan("Fitting", fitting["id"]!));
        result["switched"]!.GetValue<bool>().ShouldBeTrue(result.ToJsonString());
    }

    [Fact]
    public async Task A_step_that_cannot_be_read_is_told_and_the_steps_beside_it_stand()
    {
        var fitting = await Begin("Open Night");
        await Step(fitting, Set("panels", "main/thickness", "40"));
        await Step(fitting, Set("icons", "size", "52"));
        await Change(
            """
            UPDATE FittingMoves SET Move = (SELECT Look FROM Savings LIMIT 1) WHERE FittingId = $id AND Number = 1;
            UPDATE Fittings SET Revision = Revision + 1 WHERE Id = $id;
            """,
            fitting
        );
        var after = await Open(fitting);
        var unread = after["steps"]![0]!;
        unread["title"]!.GetValue<string>().ShouldBe("Something that cannot be read");
        unread["idle"]![0]!.GetValue<string>().ShouldEndWith("It does nothing here, and is kept.");
        after["steps"]!.AsArray().Count.ShouldBe(2);
        var step = await Step(fitting, Set("cursor", "size", "40"));
        step["steps"]!.AsArray().Count.ShouldBe(3);
    }

    [Fact]
    public async Task Ten_thousand_steps_stand_one_more_is_taken_one_left_out_and_one_undone()
    {
        const int Many = 10_000;
        var fitting = await Begin("Open Night");
        foreach (var thickness in new[] { "40", "41" })
            await Step(fitting, Set("panels", "main/thickness", thickness));
        await Change(
            $"""
            INSERT INTO FittingMoves (FittingId, Number, Move)
                WITH RECURSIVE Numbers (N) AS (SELECT 3 UNION ALL SELECT N + 1 FROM Numbers WHERE N < {Many})
                SELECT $id, N, (SELECT Move FROM FittingMoves WHERE FittingId = $id AND Number = 2 - N % 2) FROM Numbers;
            UPDATE Fittings SET Done = {Many + 1}, Revision = Revision + 1 WHERE Id = $id;
            """,
            fitting
        );
        string Words(JsonNode of, string kind) =>
            of["parts"]!.AsArray().Single(part => part!["kind"]!.GetValue<string>() == kind)![
                "words"
            ]!.GetValue<string>();
        var after = await Step(fitting, Set("icons", "size", "52"));
        after["stepCount"]!.GetValue<int>().ShouldBe(Many + 1);
        Words(after, "icons").ShouldContain("52");
        var less = await Leave(after, Many + 1, isOut: true);
        Words(less, "icons").ShouldNotContain("52");
        var (_, undone) = await Turn(less, "undo");
        undone["look"]!.GetValue<string>().ShouldBe(after["look"]!.GetValue<string>());
        Words(undone, "panels").ShouldBe(Words(after, "panels"));
    }

    [Fact]
    public async Task Two_windows_on_one_fitting_undo_nothing_that_they_have_not_seen()
    {
        var seen = await Begin("now");
        var other = await Step(seen, Set("icons", "size", "44"));
        var (status, problem) = await Turn(seen, "undo");
        status.ShouldBe(HttpStatusCode.Conflict);
        problem["code"]!.GetValue<string>().ShouldBe("changed-meanwhile");
        problem["unharmed"]!.GetValue<string>().ShouldBe("The fitting is as it was.");
        (await Open(seen))["look"]!.ToString().ShouldBe(other["look"]!.ToString());

        // Steps of both stand beside each other.
        await Task.WhenAll(
            Enumerable.Range(0, 8).Select(i => Step(seen, Set("cursor", "size", $"{20 + i}")))
        );
        (await Open(seen))["stepCount"]!.GetValue<int>().ShouldBe(9);
    }

    private static JsonObject Rename(string kind, string item, string to) =>
        new()
        {
            ["kind"] = kind,
            ["rename"] = item,
            ["to"] = to,
        };

    [Fact]
    public async Task What_a_list_could_have_in_it_is_what_stands_here_with_the_icons_of_the_look()
    {
        var fitting = await Begin("Open Night");
        async Task<JsonArray> Choices(string of) =>
            (await Server.Get($"/api/fittings/{fitting["id"]}/parts/{of}"))!.AsArray();
        foreach (
            var (file, text) in new[]
            {
                ("ours", "[Desktop Entry]\nType=Application\nName=Our own\nIcon=folder\n"),
                ("unseen", "[Desktop Entry]\nType=Application\nName=Unseen\nNoDisplay=true\n"),
                ("link", "[Desktop Entry]\nType=Link\nName=A page\n"),
                ("broken", "\0\0["),
            }
        )
            File.WriteAllText(App.At($"usr/share/applications/{file}.desktop"), text);
        var programs = await Choices("dock/choices/entries");
        programs
            .Select(one => one!["title"]!.GetValue<string>())
            .ShouldBe(
                new[] { "usr/share/applications", "home/.local/share/applications" }
                    .SelectMany(folder => Directory.GetFiles(App.At(folder), "*.desktop"))
                    .Select(File.ReadAllLines)
                    .Where(lines =>
                        lines.Contains("Type=Application") && !lines.Contains("NoDisplay=true")
                    )
                    .Select(lines =>
                        lines.First(line => line.StartsWith("Name=", StringComparison.Ordinal))[5..]
                    )
                    .Order(StringComparer.OrdinalIgnoreCase)
            );
        // Two of one title are told apart by their names.
        programs
            .DistinctBy(one => $"{one!["title"]} {one["words"]}")
            .Count()
            .ShouldBe(programs.Count);
        string Icon(string program) =>
            programs.First(one => one!["value"]!.GetValue<string>() == program)!["samples"]![0]![
                "content"
            ]!.GetValue<string>();
        Icon("ours").ShouldBe(Icon("folder"));
        (await Choices("panels/choices/entries"))
            .Select(one => one!["value"]!.GetValue<string>())
            .ShouldContain("clock");
    }

    [Fact]
    public async Task What_cannot_be_set_is_refused_by_name_and_the_rest_of_the_step_is_not_done_either()
    {
        var fitting = await Begin("now");
        foreach (
            var (edit, field, says) in new[]
            {
                (Set("colours", "accent", "mauvish"), "accent", "colour"),
                (Set("panels", "main/thickness", "4000"), "main/thickness", "from 12 to 160"),
                (Set("panels", "main/glow", "1"), "key", "has no setting"),
                (Set("ceiling", "paint", "1"), "kind", "no such part"),
                (Set("fonts", "interface", "a\u0007b"), "interface", "control"),
                (Rename("panels", "main", "a/b"), "to", "slash"),
                (Rename("panels", "main", ""), "to", "has a name"),
                (Rename("panels", "main", "main"), "to", "already"),
                (Rename("panels", "nowhere", "main 2"), "rename", "no nowhere among"),
                (Rename("wallpaper", "main", "roof"), "rename", "means something"),
                (new JsonObject { ["kind"] = "dock", ["from"] = "Nobody's" }, "", "no look"),
                (new JsonObject { ["kind"] = "dock", ["from"] = "Cloud Cover" }, "", ""),
            }
        )
        {
            var (status, problem) = await Try(fitting, Set("icons", "size", "45"), edit);
            if (says.Length == 0)
                continue;
            status.ShouldBeOneOf(HttpStatusCode.UnprocessableEntity, HttpStatusCode.NotFound);
            problem["detail"]!.GetValue<string>().ShouldContain(says);
            if (field.Length > 0)
                problem["field"]!.GetValue<string>().ShouldBe(field);
        }
        var (_, twice) = await Try(fitting, Set("icons", "size", "45"), Set("icons", "size", "46"));
        twice["detail"]!.GetValue<string>().ShouldContain("once");
    }

    [Fact]
    public async Task Colours_are_taken_from_the_pictures_of_a_look_and_all_roles_built_from_one_in_a_step()
    {
        var fitting = await Begin("Open Night");
        var palettes = (await Server.Get($"/api/fittings/{fitting["id"]}/palettes")).AsArray();
        var sky = palettes.First(one => one!["kind"]!.GetValue<string>() == "wallpaper")!;
        sky["colours"]!.AsArray().Sum(one => one!["share"]!.GetValue<double>()).ShouldBe(100, 1);
        palettes.Select(one => one!["kind"]!.GetValue<string>()).ShouldContain("icons");

        var after = await Step(fitting, Built(sky["accent"]!.GetValue<string>()));
        Words(after, "colours").ShouldBe("light");
        after["steps"]![0]!["changes"]!.AsArray().Count.ShouldBeGreaterThan(20);
        (await Server.Get($"/api/looks/{after["look"]}/advice?desktop=1"))
            .AsArray()
            .ShouldNotContain(one =>
                one!["key"]!.GetValue<string>().StartsWith("readable/colours")
            );

        var (status, problem) = await Try(after, Built("mauve-ish"));
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        problem["detail"]!.GetValue<string>().ShouldContain("'mauve-ish' is no colour");
    }

    private static JsonObject Built(string accent) =>
        new()
        {
            ["kind"] = "colours",
            ["build"] = new JsonObject
            {
                ["accent"] = accent,
                ["ground"] = "#161643",
                ["tone"] = "Light",
            },
        };

    [Theory]
    [InlineData("<svg xmlns='http://www.w3.org/2000/svg' width='8' height='8'><rect")]
    [InlineData("no picture at all")]
    [InlineData(
        "<svg xmlns='http://www.w3.org/2000/svg' width='8' height='8'><image width='8' height='8' href='file:///etc/hostname'/></svg>"
    )]
    [InlineData(
        "<svg xmlns='http://www.w3.org/2000/svg' width='900000' height='9' viewBox='0 0 9 900000'/>"
    )]
    public async Task A_picture_that_is_none_gives_no_colours_and_everything_else_goes_on(
        string bytes
    )
    {
        await File.WriteAllTextAsync(
            App.At("home/.local/share/wallpapers/Odd-One.svg"),
            bytes,
            TestContext.Current.CancellationToken
        );
        var fitting = await Begin("now");
        await Step(fitting, Set("wallpaper", "picture", "Odd-One.svg"));
        var palettes = (await Server.Get($"/api/fittings/{fitting["id"]}/palettes")).AsArray();
        palettes.ShouldNotContain(one => one!["title"]!.GetValue<string>() == "Odd-One.svg");
        palettes.Select(one => one!["kind"]!.GetValue<string>()).ShouldContain("icons");
    }

    [Fact]
    public async Task Sight_is_told_as_a_matrix_and_a_strength_that_is_none_is_refused()
    {
        var whole = await Server.Get("/api/sights/Protan");
        // Machado, Oliveira and Fernandes 2009, protanopia.
        whole["matrix"]!
            .AsArray()
            .Select(one => one!.GetValue<double>())
            .First()
            .ShouldBe(0.152286);
        using var answer = await Server.Client.GetAsync(
            new Uri("/api/sights/Protan?strength=101", UriKind.Relative),
            TestContext.Current.CancellationToken
        );
        answer.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task Now_that_moves_on_is_told_and_taken_in_under_the_steps()
    {
        var fitting = await Begin("now");
        await Step(fitting, Set("icons", "size", "44"));
        File.WriteAllText(
            App.At(Panels),
            File.ReadAllText(App.At(Panels))
                .Replace("\"edge\": \"top\"", "\"edge\": \"bottom\"", StringComparison.Ordinal)
        );
        await Api.Until(async () => (await Open(fitting))["base"]!["moved"]!.AsArray().Count > 0);
        (await Open(fitting))["base"]!["moved"]![0]!.GetValue<string>().ShouldStartWith("Panels: ");
        using var answer = await Server.Client.PutAsJsonAsync(
            $"/api/fittings/{fitting["id"]}/base",
            new JsonObject { ["look"] = "now" }
        );
        answer.EnsureSuccessStatusCode();
        var after = await Open(fitting);
        after["base"]!["moved"]!.AsArray().ShouldBeEmpty();
        Words(after, "icons").ShouldContain("44");
        Words(after, "panels").ShouldContain("bottom");
        after["undo"]!.GetValue<string>().ShouldBe("beginning with what is on now");
    }

    [Fact]
    public async Task A_fitting_that_is_thrown_away_is_brought_back_as_it_was()
    {
        var fitting = await Begin("Day Log");
        var step = await Step(fitting, Set("dock", "zoom", "1.5"));
        using var answer = await Server.Client.DeleteAsync(
            new Uri($"/api/fittings/{fitting["id"]}", UriKind.Relative)
        );
        var deleted = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
        (await Server.Get("/api/desktops/1/fittings"))
            .AsArray()
            .ShouldNotContain(one => one!["id"]!.ToString() == fitting["id"]!.ToString());
        var (status, _) = await Server.Post(
            $"/api/deletions/{deleted["id"]}/undelete",
            new JsonObject()
        );
        status.ShouldBe(HttpStatusCode.OK);
        (await Open(fitting))["look"]!.ToString().ShouldBe(step["look"]!.ToString());
    }

    [Fact]
    public async Task A_slider_that_is_drawn_is_one_step_and_a_trial_is_none()
    {
        var fitting = await Begin("now");
        foreach (var size in new[] { "40", "41", "42" })
            await Server.Post(
                $"/api/fittings/{fitting["id"]}/steps",
                new JsonObject
                {
                    ["edits"] = new JsonArray(Set("icons", "size", size)),
                    ["continues"] = true,
                }
            );
        var (_, drawn) = await Server.Post(
            $"/api/fittings/{fitting["id"]}/trial",
            new JsonObject { ["edits"] = new JsonArray(Set("icons", "size", "60")) }
        );
        drawn["screens"]!.AsArray().Count.ShouldBe(2);
        var after = await Open(fitting);
        after["stepCount"]!.GetValue<int>().ShouldBe(1);
        Words(after, "icons").ShouldContain("42");
    }
}
