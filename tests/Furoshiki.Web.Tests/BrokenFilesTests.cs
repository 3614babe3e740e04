using System.Net;
using System.Text.Json.Nodes;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Web.Tests;

/// <summary>A person's settings file that was cut short, or is no longer of its format, in a folder of their own.</summary>
public sealed class BrokenFilesTests : IAsyncLifetime
{
    private const string Panels = "home/.config/engawa/panels.json";
    private const string Short = "{ \"panels\": [ {\n  \"note\": \"of today\",\n";

    private readonly House _house = new();
    private long _desktop;

    private string File => Path.Combine(_house.Folder, Panels);

    public async ValueTask InitializeAsync()
    {
        await _house.InitializeAsync();
        _desktop = await _house.Register("Own", "engawa");
    }

    public ValueTask DisposeAsync() => _house.DisposeAsync();

    private async Task<JsonArray> States() =>
        (await _house.Server.Get($"/api/desktops/{_desktop}/safe-states")).AsArray();

    private async Task<JsonNode> Unread() =>
        (await _house.Server.Now(_desktop))["unread"]!.AsArray().ShouldHaveSingleItem()!;

    private async Task<JsonNode> Planned(JsonObject target)
    {
        var (status, plan) = await _house.Server.Post($"/api/desktops/{_desktop}/plans", target);
        status.ShouldBe(HttpStatusCode.OK, plan.ToJsonString());
        return plan;
    }

    private async Task CarryOut(JsonNode plan) =>
        (await _house.Server.Switch(plan, _desktop))["switched"]!.GetValue<bool>().ShouldBeTrue();

    private static JsonObject PutBack(string? anew) =>
        new()
        {
            ["kind"] = "PutBack",
            ["id"] = 0,
            ["anew"] = anew is null ? null : new JsonArray(anew),
        };

    [Fact]
    public async Task What_was_found_when_a_desktop_was_added_can_be_gone_back_to_with_nothing_saved()
    {
        var state = (await States()).ShouldHaveSingleItem()!;
        state["title"]!.GetValue<string>().ShouldBe("As it was found");
        var before = RunningApp.Snapshot(_house.Folder);
        await System.IO.File.WriteAllTextAsync(File, Short);
        (await Unread())["state"]!.GetValue<long>().ShouldBe(state["id"]!.GetValue<long>());

        await CarryOut(
            await Planned(
                new JsonObject { ["kind"] = "SafeState", ["id"] = state["id"]!.DeepClone() }
            )
        );
        RunningApp.Snapshot(_house.Folder).ShouldBe(before);
    }

    [Fact]
    public async Task A_file_that_was_cut_short_is_written_anew_as_saved_with_what_else_in_it_goes()
    {
        await _house.Save(_desktop, "Evening", "panels", "dock", "colours");
        var saved = await System.IO.File.ReadAllBytesAsync(File);
        await System.IO.File.WriteAllTextAsync(File, Short);
        var name = (await Unread())["anew"]!.GetValue<string>();

        var refused = (await Planned(PutBack(null)))["refused"]!.AsArray();
        refused.ShouldNotBeEmpty();
        refused[0]!["remedies"]![0]!["anew"]![0]!.GetValue<string>().ShouldBe(name);

        var plan = await Planned(PutBack(name));
        plan["refused"]!.AsArray().ShouldBeEmpty();
        var anew = plan["anew"]!.AsArray().ShouldHaveSingleItem()!;
        anew["file"]!.GetValue<string>().ShouldBe(Panels);
        anew["from"]!.GetValue<string>().ShouldBe("Evening, 1st");
        var with = anew["with"]!.AsArray().Select(title => title!.GetValue<string>()).ToList();
        with.ShouldContain("Launcher");
        plan["leftAlone"]!["titles"]!
            .AsArray()
            .Select(title => title!.GetValue<string>())
            .ShouldNotContain(title => with.Contains(title), "it comes with the file");
        anew["lines"]!
            .AsArray()
            .Select(line => line!.GetValue<string>().Trim())
            .ShouldContain("\"note\": \"of today\",");
        await CarryOut(plan);
        (await System.IO.File.ReadAllBytesAsync(File)).ShouldBe(saved);
        (await _house.Server.Now(_desktop))["drift"]!.AsArray().ShouldBeEmpty();

        // The safe state keeps what could not be read, byte for byte.
        var last = (await States())[0]!["id"]!;
        await CarryOut(
            await Planned(new JsonObject { ["kind"] = "SafeState", ["id"] = last.DeepClone() })
        );
        (await System.IO.File.ReadAllTextAsync(File)).ShouldBe(Short);
    }

    [Fact]
    public async Task Another_look_goes_on_over_a_file_that_cannot_be_read_with_its_own_values()
    {
        await _house.Save(_desktop, "Evening", "panels");
        var text = await System.IO.File.ReadAllTextAsync(File);
        var panel = (await _house.Server.Now(_desktop))["parts"]!
            .AsArray()
            .Single(part => part!["kind"]!.GetValue<string>() == "panels")![
            "words"
        ]!.GetValue<string>();
        await System.IO.File.WriteAllTextAsync(
            File,
            text.Replace("\"top\"", "\"bottom\"", StringComparison.Ordinal)
        );
        await _house.Save(_desktop, "Morning", "panels");
        await System.IO.File.WriteAllTextAsync(File, Short);
        var plan = await Planned(
            new JsonObject
            {
                ["kind"] = "Saving",
                ["id"] = (await _house.Server.SavingOf("Evening")).DeepClone(),
                ["anew"] = new JsonArray((await Unread())["anew"]!.GetValue<string>()),
            }
        );
        await CarryOut(plan);
        (await System.IO.File.ReadAllTextAsync(File)).ShouldBe(text);
        (await _house.Server.Now(_desktop))["parts"]!
            .AsArray()
            .Single(part => part!["kind"]!.GetValue<string>() == "panels")!["words"]!
            .GetValue<string>()
            .ShouldBe(panel);
    }

    [Fact]
    public async Task A_copy_that_is_as_unreadable_as_what_is_there_is_not_offered()
    {
        await System.IO.File.WriteAllTextAsync(File, Short);
        (
            await _house.Server.Post(
                $"/api/desktops/{_desktop}/safe-states",
                new JsonObject { ["name"] = "Broken already" }
            )
        ).Status.ShouldBe(HttpStatusCode.Created);
        var states = await States();
        (await Unread())["state"]!.GetValue<long>().ShouldBe(states[1]!["id"]!.GetValue<long>());

        await System.IO.File.WriteAllTextAsync(File, Short + " more");
        (await Unread())["state"]!.GetValue<long>().ShouldBe(states[1]!["id"]!.GetValue<long>());
        (await Unread())["anew"].ShouldBeNull("nothing was saved");
    }

    [Fact]
    public async Task What_can_be_read_is_not_written_anew()
    {
        await _house.Save(_desktop, "Evening", "panels");
        var (status, problem) = await _house.Server.Post(
            $"/api/desktops/{_desktop}/plans",
            PutBack("panels")
        );
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        problem["field"]!.GetValue<string>().ShouldBe("anew");
    }
}
