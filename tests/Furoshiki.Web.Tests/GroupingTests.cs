using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Furoshiki.Web.Tests;

/// <summary>What is left out of looks together, under a name.</summary>
public sealed class GroupingTests : OwnAppTests
{
    private static readonly string[] Furniture =
    [
        "panels",
        "dock",
        "widgets",
        "launcher",
        "notifications",
    ];

    private static JsonArray ListOf(params string[] texts) =>
        new([.. texts.Select(text => JsonValue.Create(text))]);

    private static IEnumerable<string> LeftOut(JsonNode plan) =>
        plan["leftOut"]!.AsArray().Select(one => one!["without"]!.GetValue<string>());

    private static IEnumerable<string> Steps(JsonNode plan) =>
        plan["groups"]!
            .AsArray()
            .SelectMany(group => group!["steps"]!.AsArray())
            .Select(step => step!["kind"]!.GetValue<string>());

    private static string Chosen(JsonNode plan) =>
        plan["groupings"]!.AsArray().Single(one => one!["isChosen"]!.GetValue<bool>())![
            "name"
        ]!.GetValue<string>();

    private async Task<(HttpStatusCode Status, JsonNode Body)> Plan(
        string profile,
        JsonArray? without = null,
        string? grouping = null
    ) =>
        await Server.Post(
            "/api/desktops/1/plans",
            new JsonObject
            {
                ["kind"] = "Saving",
                ["id"] = (await Server.SavingOf(profile)).DeepClone(),
                ["without"] = without,
                ["grouping"] = grouping,
            }
        );

    private async Task<long> IdOf(string profile) =>
        (await Server.Get("/api/profiles?desktop=1"))
            .AsArray()
            .Single(one => one!["profile"]!["name"]!.GetValue<string>() == profile)![
            "id"
        ]!.GetValue<long>();

    private async Task<HttpStatusCode> Remember(long profile, params string[] without)
    {
        using var answer = await Server.Client.PutAsJsonAsync(
            $"/api/profiles/{profile}/left-out",
            new JsonObject { ["without"] = ListOf(without) }
        );
        return answer.StatusCode;
    }

    [Fact]
    public async Task A_look_without_its_furniture_and_its_furniture_alone_are_the_whole_look()
    {
        var whole = (await Plan("Open Night")).Body;
        Chosen(whole).ShouldBe("Everything");
        var without = (await Plan("Open Night", grouping: "without furniture")).Body;
        Chosen(without).ShouldBe("Without furniture");
        Steps(without).Intersect(Furniture).ShouldBeEmpty();
        var only = (await Plan("Open Night", grouping: "Furniture only")).Body;
        Steps(only).ShouldBeSubsetOf(Furniture);
        Steps(only).ShouldNotBeEmpty();
        Steps(without).Concat(Steps(only)).ShouldBe(Steps(whole), ignoreOrder: true);
    }

    [Fact]
    public async Task A_grouping_of_ones_own_leaves_out_what_a_look_has_of_it_and_is_remembered_for_a_profile()
    {
        var (status, kept) = await Server.Post(
            "/api/groupings",
            new JsonObject
            {
                ["name"] = " Evening ",
                ["without"] = ListOf("wallpaper", "colours/accent", "panels/nowhere/"),
            }
        );
        status.ShouldBe(HttpStatusCode.Created);
        (await Server.Get("/api/groupings")).AsArray().ShouldHaveSingleItem();
        (await Server.Get($"/api/groupings/{kept["id"]}"))["name"]!
            .GetValue<string>()
            .ShouldBe("Evening");
        var plan = (await Plan("Open Night", grouping: "evening")).Body;
        LeftOut(plan).ShouldBe(["wallpaper", "colours/accent"]);
        Chosen(plan).ShouldBe("Evening");

        var profile = await IdOf("Open Night");
        (await Remember(profile, "wallpaper", "colours/accent")).ShouldBe(HttpStatusCode.NoContent);
        await Restart();
        plan = (await Plan("Open Night")).Body;
        LeftOut(plan).ShouldBe(["wallpaper", "colours/accent"]);
        plan["remembered"]!["isThis"]!.GetValue<bool>().ShouldBeTrue();
        LeftOut((await Plan("Day Log")).Body).ShouldBeEmpty("of others nothing is remembered");
        LeftOut((await Plan("Open Night", ListOf())).Body).ShouldBeEmpty("nothing was asked for");
        LeftOut((await Plan("Open Night", grouping: "Everything")).Body).ShouldBeEmpty();
        // A single setting that is remembered stays left out, whatever parts are put on.
        var bare = (await Plan("Open Night", grouping: "Without furniture")).Body;
        LeftOut(bare).ShouldContain("colours/accent");
        Chosen(bare).ShouldBe("Without furniture");
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
        (await Server.Now())["drift"]!
            .AsArray()
            .Select(part => part!["since"]!.GetValue<string>())
            .ShouldBe(["Red Lamp, 4th"], "what was left out is no drift from Open Night");

        using var forgotten = await Server.Client.DeleteAsync(
            new Uri($"/api/groupings/{kept["id"]}", UriKind.Relative)
        );
        forgotten.StatusCode.ShouldBe(HttpStatusCode.NoContent);
        LeftOut((await Plan("Open Night")).Body).ShouldBe(["wallpaper", "colours/accent"]);
        (await Remember(profile)).ShouldBe(HttpStatusCode.NoContent);
        LeftOut((await Plan("Open Night")).Body).ShouldBeEmpty();
    }

    [Fact]
    public async Task What_cannot_be_a_grouping_is_refused_with_the_reason_and_nothing_is_kept()
    {
        foreach (
            var (name, without) in new[]
            {
                (" ", "dock"),
                ("Two\nlines", "dock"),
                (new string('n', 61), "dock"),
                ("EVERYTHING", "dock"),
                ("Evening", "moon"),
                ("Evening", "dock/" + new string('n', 300)),
            }
        )
        {
            var (status, problem) = await Server.Post(
                "/api/groupings",
                new JsonObject { ["name"] = name, ["without"] = ListOf(without) }
            );
            status.ShouldBe(HttpStatusCode.UnprocessableEntity, name);
            problem["unharmed"]!.GetValue<string>().ShouldBe("Nothing was saved.");
        }
        (await Server.Get("/api/groupings")).AsArray().ShouldBeEmpty();
        (await Remember(99_999, "dock")).ShouldBe(HttpStatusCode.NotFound);
        (await Remember(await IdOf("Day Log"), "moon")).ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        var unknown = await Plan("Day Log", grouping: "Moon");
        unknown.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        unknown.Body["detail"]!.GetValue<string>().ShouldContain("Without furniture");
        (
            await Server.Post(
                "/api/desktops/1/plans",
                new JsonObject
                {
                    ["kind"] = "SafeState",
                    ["id"] = 1,
                    ["grouping"] = "Furniture only",
                }
            )
        ).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }
}
