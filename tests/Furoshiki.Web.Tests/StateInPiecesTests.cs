using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Web.Tests;

/// <summary>Safe states gone back to part by part and file by file, saved, kept, thinned, and damaged.</summary>
public sealed class StateInPiecesTests : OwnAppTests
{
    private const string All = "/api/desktops/1/safe-states";
    private const string Deep = "home/.local/share/icons/Inkstone/symbolic/folder.svg";

    private async Task<JsonNode> Put(string path, JsonObject body)
    {
        using var answer = await Server.Client.PutAsJsonAsync(path, body);
        answer.StatusCode.ShouldBe(HttpStatusCode.OK);
        return (await answer.Content.ReadFromJsonAsync<JsonObject>())!;
    }

    private async Task<JsonNode> Made(string name) =>
        (await Server.Post(All, new JsonObject { ["name"] = name })).Body;

    private async Task<JsonNode> SwitchTo(string profile) =>
        await Server.Switch(await Server.Plan("Saving", await Server.SavingOf(profile)));

    private async Task<JsonNode> PlanBack(JsonNode state, params string[] files) =>
        (
            await Server.Post(
                "/api/desktops/1/plans",
                new JsonObject
                {
                    ["kind"] = "SafeState",
                    ["id"] = state["id"]!.DeepClone(),
                    ["files"] = new JsonArray([.. files.Select(one => JsonValue.Create(one))]),
                }
            )
        ).Body;

    [Fact]
    public async Task A_part_of_a_safe_state_comes_back_by_itself_and_what_was_on_then_is_what_it_is_held_against()
    {
        App.Edit(Surface, "tone=dark", "tone=light");
        var state = await Made("Before the fair");
        var then = (await Server.Get("/api/desktops/1/looks/now"))["parts"]!.AsArray();
        await SwitchTo("Cloud Cover");
        var plan = (
            await Server.Post(
                "/api/desktops/1/plans",
                new JsonObject
                {
                    ["kind"] = "Parts",
                    ["id"] = 0,
                    ["looks"] = new JsonArray(
                        new JsonObject
                        {
                            ["look"] = $"state-{state["id"]}",
                            ["kinds"] = new JsonArray("colours"),
                        }
                    ),
                }
            )
        ).Body;
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
        var back = (await Server.Get("/api/desktops/1/looks/now"))["parts"]!.AsArray();
        JsonNode Colours(JsonArray parts) =>
            parts.Single(part => part!["kind"]!.GetValue<string>() == "colours")!;
        Colours(back).ToJsonString().ShouldBe(Colours(then).ToJsonString());
        var now = await Server.Now();
        now["on"]!["name"]!.GetValue<string>().ShouldBe("Cloud Cover");
        // The colours had drifted from Red Lamp then, and so they have now.
        var drift = now["drift"]!
            .AsArray()
            .Single(one => one!["kind"]!.GetValue<string>() == "colours");
        drift!["since"]!.GetValue<string>().ShouldStartWith("Red Lamp");
    }

    [Fact]
    public async Task One_file_is_found_as_it_was_in_older_states_and_comes_back_alone_with_the_folders_above_it()
    {
        Directory.CreateDirectory(Path.GetDirectoryName(App.At(Deep))!);
        await File.WriteAllTextAsync(App.At(Deep), "<svg>one</svg>");
        var first = await Made("One");
        await Made("One again");
        await File.WriteAllTextAsync(App.At(Deep), "<svg>two</svg>");
        await Made("Two");
        Directory.Delete(Path.GetDirectoryName(App.At(Deep))!, recursive: true);

        var found = (await Server.Get($"/api/desktops/1/files?find=symbolic/FOLDER"))
            .AsArray()
            .ShouldHaveSingleItem()!;
        found["path"]!.GetValue<string>().ShouldBe(Deep);
        found["parts"]!.AsArray().Select(one => one!.GetValue<string>()).ShouldContain("Icons");
        // It came, was another, and went.
        found["changes"]!.GetValue<int>().ShouldBe(3);
        // What changed last stands first, and a part finds its files.
        var last = (await Server.Get("/api/desktops/1/files?find=icons"))[0]!;
        last["path"]!.GetValue<string>().ShouldBe(Deep);
        var versions = (await Server.Get($"/api/desktops/1/files/versions?path={Deep}")).AsArray();
        versions
            .Select(one => $"{one!["title"]}, {one["states"]}")
            .Take(3)
            .ShouldBe(["Now, 0", "Two, 1", "One again, 2"]);

        var before = App.Snapshot();
        var plan = await PlanBack(first, Deep);
        plan["caption"]!.GetValue<string>().ShouldBe(Deep);
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
        File.ReadAllText(App.At(Deep)).ShouldBe("<svg>one</svg>");
        App.Snapshot()
            .Keys.Except(before.Keys)
            .ShouldAllBe(path => Deep.StartsWith(path, StringComparison.Ordinal));
        var (status, problem) = await Server.Post(
            "/api/desktops/1/plans",
            new JsonObject
            {
                ["kind"] = "SafeState",
                ["id"] = first["id"]!.DeepClone(),
                ["files"] = new JsonArray("home/.config/nothing"),
            }
        );
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        problem["field"]!.GetValue<string>().ShouldBe("files");
    }

    [Fact]
    public async Task The_files_that_differ_are_told_with_their_parts_and_by_their_lines()
    {
        var state = await Made("Before");
        App.Edit(Surface, "tone=dark", "tone=light");
        var file = (await Server.Get($"{All}/{state["id"]}/files"))
            .AsArray()
            .ShouldHaveSingleItem()!;
        file["path"]!.GetValue<string>().ShouldBe(Surface);
        file["parts"]!.AsArray().Select(one => one!.GetValue<string>()).ShouldContain("Colours");
        (await Server.Get($"/api/desktops/1/files/versions?path={Surface}"))[0]!["changes"]!
            .AsArray()
            .ShouldHaveSingleItem()!
            .GetValue<string>()
            .ShouldBe("Colours: tone dark → light");
        var lines = await Server.Get(
            $"/api/content/{file["file"]!["beforeContent"]}/lines/{file["file"]!["afterContent"]}"
        );
        lines["lines"]!
            .AsArray()
            .Where(line => line!["change"]!.GetValue<string>() is "Added" or "Removed")
            .Select(line => line!["text"]!.GetValue<string>())
            .ShouldBe(["tone=dark", "tone=light"], ignoreOrder: true);
        var other = await Made("After");
        (await Server.Get($"{All}/{state["id"]}/files?other={other["id"]}"))
            .AsArray()
            .Count.ShouldBe(1);
    }

    [Fact]
    public async Task Of_a_damaged_state_what_is_whole_comes_back_and_what_is_not_is_named()
    {
        var state = await Made("Before");
        var second = "home/.config/engawa/windows.conf";
        var (was, other) = (File.ReadAllText(App.At(Surface)), File.ReadAllText(App.At(second)));
        await File.AppendAllTextAsync(App.At(Surface), "# more\n");
        await File.AppendAllTextAsync(App.At(second), "# more\n");
        await using (var db = Databases().CreateDbContext())
        {
            var digest = Furoshiki.Core.Content.Digest.Of(System.Text.Encoding.UTF8.GetBytes(was));
            await db
                .ContentChunks.Where(one =>
                    db.Contents.Any(content =>
                        content.Id == one.ContentId && content.Digest == digest
                    )
                )
                .ExecuteUpdateAsync(set =>
                    set.SetProperty(one => one.Bytes, "damaged"u8.ToArray())
                );
        }
        var plan = await Server.Plan("SafeState", state["id"]!);
        var lost = plan["notTouched"]!.AsArray().ShouldHaveSingleItem()!;
        lost["path"]!.GetValue<string>().ShouldBe(Surface);
        lost["reason"]!.GetValue<string>().ShouldBe("Its copy is damaged.");
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
        File.ReadAllText(App.At(second)).ShouldBe(other);
        File.ReadAllText(App.At(Surface)).ShouldBe(was + "# more\n", "it stays as it was");
    }

    [Fact]
    public async Task A_safe_state_is_saved_as_a_profile_and_what_is_on_stays_on()
    {
        var state = await Made("A good evening");
        await SwitchTo("Cloud Cover");
        var request = Api.SaveAs("Good Evening", "colours", "panels");
        request["state"] = state["id"]!.DeepClone();
        (await Server.Post("/api/profiles", request)).Status.ShouldBe(HttpStatusCode.Created);
        (await Server.Now())["on"]!["name"]!.GetValue<string>().ShouldBe("Cloud Cover");
        var of = await Server.Get($"/api/desktops/1/looks/state-{state["id"]}");
        var saved = await Server.Get("/api/desktops/1/looks/Good%20Evening");
        saved["parts"]!
            .AsArray()
            .Select(part => $"{part!["kind"]}: {part["words"]}")
            .ShouldBe(
                of["parts"]!
                    .AsArray()
                    .Where(part => part!["kind"]!.GetValue<string>() is "colours" or "panels")
                    .Select(part => $"{part!["kind"]}: {part["words"]}")
            );
        await SwitchTo("Good Evening");
        (await Server.Now())["drift"]!
            .AsArray()
            .Select(one => one!["kind"]!.GetValue<string>())
            .Intersect(["colours", "panels"])
            .ShouldBeEmpty();
    }

    [Fact]
    public async Task Old_states_go_by_the_rule_that_was_shown_and_those_that_come_back_are_kept()
    {
        var old = new List<long>();
        foreach (var name in new[] { "First", "Second", "Third", "Kept" })
            old.Add((await Made(name))["id"]!.GetValue<long>());
        await Put($"{All}/{old[3]}/kept", new JsonObject { ["isKept"] = true });
        await Age(old);
        var view = (await Server.Post($"{All}/thinning", new JsonObject())).Status;
        view.ShouldBe(HttpStatusCode.BadRequest, "a rule has all its numbers");
        var rule = new JsonObject
        {
            ["allForDays"] = 2,
            ["dailyForDays"] = 40,
            ["isByItself"] = false,
        };
        await Put("/api/thinning-rule", rule);
        var goes = (await Server.Post($"{All}/thinning", rule.DeepClone())).Body["goes"]!;
        goes.AsArray().Select(one => one!.GetValue<long>()).ShouldBe(old.Take(3));

        var (_, deleted) = await Server.Post(
            $"{All}/thin",
            new JsonObject { ["states"] = goes.DeepClone() }
        );
        deleted["name"]!.GetValue<string>().ShouldBe("3 old safe states");
        (await Server.Get(All))
            .AsArray()
            .ShouldNotContain(one => old.Take(3).Contains(one!["id"]!.GetValue<long>()));
        (
            await Server.Post($"{All}/thin", new JsonObject { ["states"] = goes.DeepClone() })
        ).Status.ShouldBe(HttpStatusCode.Conflict, "they are gone already");

        await Server.Post($"/api/deletions/{deleted["id"]}/undelete", new JsonObject());
        (await Server.Get(All))
            .AsArray()
            .Where(one => old.Contains(one!["id"]!.GetValue<long>()))
            .ShouldAllBe(one => one!["isKept"]!.GetValue<bool>());
        (await Server.Post($"{All}/thinning", rule)).Body["goes"]!.AsArray().ShouldBeEmpty();
    }
}
