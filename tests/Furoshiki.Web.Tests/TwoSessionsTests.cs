using System.Net;
using System.Text.Json.Nodes;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Web.Tests;

/// <summary>Two desktops in one home: the same folder through two maps, which share some files.</summary>
public sealed class TwoSessionsTests : IAsyncLifetime
{
    private const string Accent = "home/.config/engawa/surface.conf";

    private readonly RunningApp _app = new() { WithDemo = false };
    private Api _server = null!;

    private string House => Path.Combine(_app.Home, "house");

    public async ValueTask InitializeAsync()
    {
        Copy(Path.Combine(AppContext.BaseDirectory, "scenario", "dome-console"), House);
        await _app.Start();
        _server = new Api(await _app.Client());
    }

    public async ValueTask DisposeAsync()
    {
        _server.Client.Dispose();
        await _app.DisposeAsync();
    }

    [Fact]
    public async Task A_plan_says_what_it_changes_for_the_other_session_and_drift_is_told_in_both()
    {
        var full = await Register("Full session", "engawa");
        var plain = await Register("Plain session", "engawa-3.8");
        var warm = await Save(plain, "Warm", "colours", "cursor");
        Edit("accent=#2f6f93", "accent=#224466");
        await Save(full, "Cool", "colours", "dock");
        (await _server.Now(full))["drift"]!.AsArray().ShouldBeEmpty();

        var plan = await Plan(plain, "Saving", warm);
        var other = plan["others"]!.AsArray().ShouldHaveSingleItem()!;
        other["name"]!.GetValue<string>().ShouldBe("Full session");
        other["takenBack"]!.AsArray().ShouldBeEmpty();
        Kinds(other["parts"]!).ShouldBe(["colours"]);
        (await _server.Switch(plan, plain))["switched"]!.GetValue<bool>().ShouldBeTrue();
        Kinds((await _server.Now(full))["drift"]!).ShouldBe(["colours"]);
        (await _server.Now(plain))["drift"]!.AsArray().ShouldBeEmpty();

        // Going back in one takes back what the other put on since, and says so.
        var state = (await _server.Get($"/api/desktops/{full}/safe-states"))[0]!["id"]!;
        var back = await Plan(full, "SafeState", state);
        var taken = back["others"]!.AsArray().ShouldHaveSingleItem()!;
        Kinds(taken["parts"]!).ShouldBe(["colours"]);
        taken["takenBack"]!.AsArray().ShouldHaveSingleItem()!["title"]!
            .GetValue<string>()
            .ShouldStartWith("Warm");
        (await _server.Switch(back, full))["switched"]!.GetValue<bool>().ShouldBeTrue();
        Kinds((await _server.Now(plain))["drift"]!).ShouldBe(["colours"]);
        (await _server.Now(full))["drift"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task What_only_one_session_has_is_no_matter_of_the_other()
    {
        var full = await Register("Full session", "engawa");
        await Register("Plain session", "engawa-3.8");
        var bare = await Save(full, "Bare", "dock");
        var docks = Path.Combine(House, "home/.config/bench-dock/dock.json");
        await File.WriteAllTextAsync(
            docks,
            (await File.ReadAllTextAsync(docks)).Replace("44", "52", StringComparison.Ordinal)
        );
        var plan = await Plan(full, "Saving", bare);
        plan["groups"]!.AsArray().Count.ShouldBe(1);
        plan["others"]!.AsArray().ShouldBeEmpty();
    }

    private static IEnumerable<string> Kinds(JsonNode parts) =>
        parts.AsArray().Select(part => part!["kind"]!.GetValue<string>());

    private async Task<long> Register(string name, string map)
    {
        var (status, body) = await _server.Post(
            "/api/desktops",
            new JsonObject
            {
                ["name"] = name,
                ["choice"] = new JsonObject
                {
                    ["folder"] = House,
                    ["map"] = null,
                    ["mapText"] = await File.ReadAllTextAsync(
                        Path.Combine(AppContext.BaseDirectory, "scenario", "maps", $"{map}.json")
                    ),
                },
                ["version"] = "1",
                ["screens"] = new JsonArray(
                    new JsonObject
                    {
                        ["id"] = "main",
                        ["width"] = 2560,
                        ["height"] = 1440,
                    }
                ),
            }
        );
        status.ShouldBe(HttpStatusCode.Created, body.ToJsonString());
        return body["id"]!.GetValue<long>();
    }

    private async Task<JsonNode> Save(long desktop, string name, params string[] cover)
    {
        var save = Api.SaveAs(name, cover);
        save["desktop"] = desktop;
        (await _server.Post("/api/profiles", save)).Status.ShouldBe(HttpStatusCode.Created);
        return await _server.SavingOf(name);
    }

    private async Task<JsonNode> Plan(long desktop, string kind, JsonNode id) =>
        (
            await _server.Post(
                $"/api/desktops/{desktop}/plans",
                new JsonObject { ["kind"] = kind, ["id"] = id.DeepClone() }
            )
        ).Body;

    private void Edit(string from, string to)
    {
        var path = Path.Combine(House, Accent);
        var text = File.ReadAllText(path);
        text.ShouldContain(from);
        File.WriteAllText(path, text.Replace(from, to, StringComparison.Ordinal));
    }

    private static void Copy(string from, string to)
    {
        foreach (var folder in Directory.GetDirectories(from, "*", SearchOption.AllDirectories))
            Directory.CreateDirectory(to + folder[from.Length..]);
        foreach (var file in Directory.GetFiles(from, "*", SearchOption.AllDirectories))
            File.Copy(file, to + file[from.Length..]);
    }
}
