using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;

namespace Furoshiki.Web.Tests;

/// <summary>What was put on and gone back to.</summary>
public sealed class HistoryTests : OwnAppTests
{
    private const string All = "/api/desktops/1/switches";

    private async Task<JsonArray> History(string query = "") =>
        (await Server.Get(All + query)).AsArray();

    [Fact]
    public async Task Each_switch_stands_in_the_history_with_its_plan_and_its_result_as_they_were_after_a_restart_too()
    {
        var plan = await Server.Plan("Saving", await Server.SavingOf("Open Night"));
        var result = await Server.Switch(plan);
        var state = result["safeState"]!;
        await Server.Switch(await Server.Plan("SafeState", state));
        await Restart();

        var history = await History();
        history.Take(2).Select(one => one!["end"]!.GetValue<string>()).ShouldBe(["Done", "Done"]);
        history[0]!["title"]!.GetValue<string>().ShouldStartWith("Red Lamp");
        var open = history[1]!;
        open["title"]!.GetValue<string>().ShouldBe("Open Night");
        open["by"]!.GetValue<string>().ShouldBe("Person");
        open["result"]!.ToJsonString().ShouldBe(result.ToJsonString());
        (await Server.Get($"/api/switches/{open["id"]}/plan"))
            .ToJsonString()
            .ShouldBe(plan.ToJsonString());
    }

    [Fact]
    public async Task The_history_tells_what_was_refused_and_is_narrowed_by_who_asked_and_what_came_of_it()
    {
        await Server.Switch(await Server.Plan("Saving", await Server.SavingOf("Open Night")));
        using (
            var set = await Server.Client.PutAsJsonAsync(
                "/api/desktops/1/faults",
                new JsonObject { ["refuses"] = "windows.conf", ["isFull"] = false }
            )
        )
            set.IsSuccessStatusCode.ShouldBeTrue();
        var failed = await Server.Switch(
            await Server.Plan("Saving", await Server.SavingOf("Day Log"))
        );
        failed["switched"]!.GetValue<bool>().ShouldBeFalse();

        var back = await History("?end=WentBack");
        back.ShouldHaveSingleItem()!["title"]!.GetValue<string>().ShouldBe("Day Log");
        back[0]!["result"]!["problem"]!.GetValue<string>().ShouldNotBeEmpty();
        (await History("?by=Command")).ShouldBeEmpty();
        (await History("?by=Person&end=Done")).ShouldHaveSingleItem()!["title"]!
            .GetValue<string>()
            .ShouldBe("Open Night");
        (await History()).Count.ShouldBeGreaterThan(2, "the demo's own switches are there too");
    }

    [Fact]
    public async Task A_plan_that_an_earlier_version_kept_is_read_with_all_that_it_told()
    {
        var kept = await Server.Plan("Saving", await Server.SavingOf("Open Night"));
        await Server.Switch(kept);
        kept.AsObject().Remove("groupings");
        kept.AsObject().Remove("remembered");
        kept["losses"] = JsonNode.Parse(
            """
            [
              { "kind": "fonts", "title": "Fonts", "what": "weight", "reason": "No place for it." },
              { "kind": "fonts", "title": "Fonts", "what": "hinting", "reason": "No place for it." },
              { "kind": "dock", "title": "Dock", "what": "bottom", "reason": "There is no dock." }
            ]
            """
        );
        var id = (await History())[0]!["id"]!;
        await using (
            var connection = new SqliteConnection(
                $"Data Source={Path.Combine(App.Data, "furoshiki.db")};Pooling=False"
            )
        )
        {
            await connection.OpenAsync();
            await using var command = connection.CreateCommand();
            command.CommandText = "UPDATE Switches SET Plan = $plan WHERE Id = $id";
            command.Parameters.AddWithValue("$plan", kept.ToJsonString());
            command.Parameters.AddWithValue("$id", id.GetValue<long>());
            (await command.ExecuteNonQueryAsync()).ShouldBe(1);
        }

        var read = await Server.Get($"/api/switches/{id}/plan");
        read["groups"]!.ToJsonString().ShouldBe(kept["groups"]!.ToJsonString());
        read["losses"]!
            .AsArray()
            .SelectMany(loss =>
                loss!["reasons"]!.AsArray().Select(one => $"{loss["title"]}, {one!["what"]}")
            )
            .ShouldBe(["Fonts, weight", "Fonts, hinting", "Dock, bottom"]);
    }

    [Fact]
    public async Task What_is_not_in_the_history_is_said_not_to_be()
    {
        foreach (var path in new[] { "/api/switches/99999/plan", "/api/switches/1/plan" })
        {
            using var answer = await Server.Client.GetAsync(new Uri(path, UriKind.Relative));
            answer.StatusCode.ShouldBe(HttpStatusCode.NotFound);
        }
        using var wrong = await Server.Client.GetAsync(new Uri(All + "?by=Moon", UriKind.Relative));
        wrong.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        using var odd = await Server.Client.GetAsync(
            new Uri("/api/profiles?desktop=Moon", UriKind.Relative)
        );
        var problem = (await odd.Content.ReadFromJsonAsync<JsonNode>())!;
        problem["field"]!.GetValue<string>().ShouldBe("desktop");
        problem["detail"]!
            .GetValue<string>()
            .ShouldBe("'Moon' is not what 'desktop' can be in this address.");
    }

    [Fact]
    public async Task A_part_that_is_written_over_or_falls_back_in_silence_within_the_minute_did_not_take_and_the_others_did()
    {
        var result = await Server.Switch(
            await Server.Plan("Saving", await Server.SavingOf("Cloud Cover"))
        );
        result["parts"]!
            .AsArray()
            .ShouldAllBe(part => part!["outcome"]!.GetValue<string>() != "NotTaken");
        App.Edit(Surface, "accent=#566070", "accent=#112233");
        File.Delete(App.At("home/.local/share/wallpapers/Cloud-Cover.svg"));
        var id = (await Server.Get("/api/desktops/1/switches"))[0]!["id"];
        var late = DateTime.UtcNow.AddSeconds(20);
        List<string> NotTaken(JsonNode now) =>
            [
                .. now["result"]!["parts"]!
                    .AsArray()
                    .Where(part => part!["outcome"]!.GetValue<string>() == "NotTaken")
                    .Select(part => $"{part!["kind"]}: {part["words"]}"),
            ];
        var now = await Server.Get($"/api/switches/{id}");
        while (NotTaken(now).Count < 2 && DateTime.UtcNow < late)
        {
            await Task.Delay(50);
            now = await Server.Get($"/api/switches/{id}");
        }
        var said = NotTaken(now);
        said.Count.ShouldBe(2);
        said.ShouldContain(
            "wallpaper: Cloud-Cover.svg is not on this desktop any more, so Engawa.svg shows in its place."
        );
        said.ShouldContain(one =>
            one.StartsWith("colours: Another program wrote over it within the minute")
        );
    }
}
