using System.Net;
using System.Text.Json.Nodes;

namespace Furoshiki.Web.Tests;

/// <summary>Two desktops in one home: the same folder through two maps, which share some files.</summary>
public sealed class TwoSessionsTests : IAsyncLifetime
{
    private const string Accent = "home/.config/engawa/surface.conf";

    private readonly House _house = new();

    public ValueTask InitializeAsync() => _house.InitializeAsync();

    public ValueTask DisposeAsync() => _house.DisposeAsync();

    [Fact]
    public async Task A_plan_says_what_it_changes_for_the_other_session_and_drift_is_told_in_both()
    {
        var full = await _house.Register("Full session", "engawa");
        var plain = await _house.Register("Plain session", "engawa-3.8");
        var warm = await _house.Save(plain, "Warm", "colours", "cursor");
        _house.Edit(Accent, "accent=#2f6f93", "accent=#224466");
        await _house.Save(full, "Cool", "colours", "dock");
        (await _house.Server.Now(full))["drift"]!.AsArray().ShouldBeEmpty();

        var plan = await _house.Plan(plain, "Saving", warm);
        var other = plan["others"]!.AsArray().ShouldHaveSingleItem()!;
        other["name"]!.GetValue<string>().ShouldBe("Full session");
        other["takenBack"]!.AsArray().ShouldBeEmpty();
        Kinds(other["parts"]!).ShouldBe(["colours"]);
        (await _house.Server.Switch(plan, plain))["switched"]!.GetValue<bool>().ShouldBeTrue();
        Kinds((await _house.Server.Now(full))["drift"]!).ShouldBe(["colours"]);
        (await _house.Server.Now(plain))["drift"]!.AsArray().ShouldBeEmpty();

        // Going back in one takes back what the other put on since, and says so.
        var state = (await _house.Server.Get($"/api/desktops/{full}/safe-states"))[0]!["id"]!;
        var back = await _house.Plan(full, "SafeState", state);
        var taken = back["others"]!.AsArray().ShouldHaveSingleItem()!;
        Kinds(taken["parts"]!).ShouldBe(["colours"]);
        taken["takenBack"]!.AsArray().ShouldHaveSingleItem()!["title"]!
            .GetValue<string>()
            .ShouldStartWith("Warm");
        (await _house.Server.Switch(back, full))["switched"]!.GetValue<bool>().ShouldBeTrue();
        Kinds((await _house.Server.Now(plain))["drift"]!).ShouldBe(["colours"]);
        (await _house.Server.Now(full))["drift"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task What_only_one_session_has_is_no_matter_of_the_other()
    {
        var full = await _house.Register("Full session", "engawa");
        await _house.Register("Plain session", "engawa-3.8");
        var bare = await _house.Save(full, "Bare", "dock");
        _house.Edit("home/.config/bench-dock/dock.json", "44", "52");
        var plan = await _house.Plan(full, "Saving", bare);
        plan["groups"]!.AsArray().Count.ShouldBe(1);
        plan["others"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task A_part_is_kept_apart_where_the_map_allows_it_and_going_back_shares_it_again()
    {
        var full = await _house.Register("Full session", "engawa");
        var plain = await _house.Register("Plain session", "engawa-3.8");
        var warm = await _house.Save(plain, "Warm", "colours");
        _house.Edit(Accent, "accent=#2f6f93", "accent=#224466");
        var before = await File.ReadAllBytesAsync(Path.Combine(_house.Folder, Accent));
        await _house.Save(full, "Cool", "colours");

        var plan = await _house.Plan(plain, "Saving", warm);
        var shared = plan["others"]![0]!["parts"]![0]!["apart"]!.AsArray();
        shared.Single()!.GetValue<string>().ShouldBe("surface");
        // Of the full session, the map knows no file of its own.
        (await _house.Plan(full, "Saving", warm))["others"]![0]!["parts"]![0]!["apart"]!
            .AsArray()
            .ShouldBeEmpty();
        var (status, problem) = await _house.Server.Post(
            $"/api/desktops/{full}/plans",
            Target("Saving", warm, "surface")
        );
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        problem["field"]!.GetValue<string>().ShouldBe("apart");

        plan = (
            await _house.Server.Post(
                $"/api/desktops/{plain}/plans",
                Target("Saving", warm, "surface")
            )
        ).Body;
        plan["others"]!.AsArray().ShouldBeEmpty();
        (await _house.Server.Switch(plan, plain))["switched"]!.GetValue<bool>().ShouldBeTrue();
        (await File.ReadAllBytesAsync(Path.Combine(_house.Folder, Accent))).ShouldBe(before);
        (await _house.Server.Now(plain))["drift"]!.AsArray().ShouldBeEmpty();
        (await _house.Server.Now(full))["drift"]!.AsArray().ShouldBeEmpty();

        var state = (await _house.Server.Get($"/api/desktops/{plain}/safe-states"))[0]!["id"]!;
        await _house.Server.Switch(await _house.Plan(plain, "SafeState", state), plain);
        File.Exists(Path.Combine(_house.Home, ".config/engawa-3.8/surface.conf")).ShouldBeFalse();
        Directory.Exists(Path.Combine(_house.Home, ".config/engawa-3.8")).ShouldBeFalse();
        Kinds((await _house.Server.Now(plain))["drift"]!).ShouldBe(["colours"]);
    }

    private static JsonObject Target(string kind, JsonNode id, string apart) =>
        new()
        {
            ["kind"] = kind,
            ["id"] = id.DeepClone(),
            ["apart"] = new JsonArray(apart),
        };

    private static IEnumerable<string> Kinds(JsonNode parts) =>
        parts.AsArray().Select(part => part!["kind"]!.GetValue<string>());
}
