using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Cli.Tests;

/// <summary>The whole line by the command alone, and beside a page.</summary>
public sealed class CommandLineTests(RunningApp app) : CommandTests(app)
{
    private const string Surface = "home/.config/engawa/surface.conf";

    [Fact]
    public async Task The_whole_line_works_beside_a_running_page_and_without_one_and_each_sees_the_other()
    {
        using var client = await App.Client();
        await WholeLine("Beside", client);

        (await Call("open")).Out.Trim().ShouldBe(App.Enter.ToString());
        await App.Stop();
        await WholeLine("Alone", null);

        await App.Start();
        using var again = await App.Client();
        var profiles = (await again.GetFromJsonAsync<JsonArray>("/api/profiles?desktop=1"))!;
        profiles
            .Select(one => one!["profile"]!["name"]!.GetValue<string>())
            .ShouldContain("Alone", "what the command saved is on the page");
    }

    /// <summary>Another program edits a file, it is seen, saved, compared, switched and gone back from, and every byte is looked at.</summary>
    private async Task WholeLine(string name, HttpClient? page)
    {
        App.Edit(Surface, "[Colours]", $"# edited before {name}\n[Colours]");
        ChangeTone();
        var drift = await Json("drift", Drifted);
        drift.AsArray().Count.ShouldBeGreaterThan(0);

        var saved = await Json("save", 0, name);
        saved["ordinal"]!.GetValue<string>().ShouldBe("1st");
        if (page is not null)
            (await page.GetFromJsonAsync<JsonObject>("/api/desktops/1/now"))!["on"]!["name"]!
                .GetValue<string>()
                .ShouldBe(name, "the page sees at once what the command did");
        (await Call("drift")).ShouldBe(new Called(0, "Everything is as it was saved.\n", ""));
        (await Json("compare", 0, "now", name))["differing"]!.GetValue<int>().ShouldBe(0);
        (await Json("show", 0, name))["digest"]!
            .GetValue<string>()
            .ShouldBe(saved["digest"]!.GetValue<string>());

        var before = App.Snapshot();
        var plan = await Json("plan", 0, "Open Night 2");
        App.Snapshot().ShouldBe(before, "a plan changes nothing");
        (await Call("switch", "Open Night 2")).Code.ShouldBe(
            Refused,
            "nobody can be asked, and nobody said yes"
        );
        App.Snapshot().ShouldBe(before);

        var result = await Json("switch", 0, "Open Night 2", "--yes");
        result["switched"]!.GetValue<bool>().ShouldBeTrue();
        var after = App.Snapshot();
        var written = plan["files"]!.AsArray().Select(file => file!.GetValue<string>()).ToList();
        written.ShouldNotBeEmpty();
        before
            .Keys.Union(after.Keys)
            .Where(path => before.GetValueOrDefault(path) != after.GetValueOrDefault(path))
            .ShouldBe(written, ignoreOrder: true, "what was planned was written, and nothing else");
        File.ReadAllText(App.At(Surface)).ShouldContain($"# edited before {name}");
        (await Json("now", 0))["on"]!["name"]!.GetValue<string>().ShouldBe("Open Night");
        (await Json("shelf", 0, "night"))
            .AsArray()
            .ShouldContain(card => card!["readiness"]!["state"]!.GetValue<string>() == "On");

        var state = result["safeState"]!.GetValue<long>();
        (await Json("states", 0))[0]!["id"]!.GetValue<long>().ShouldBe(state);
        await Json("back", 0, $"state-{state}", "--yes");
        App.Snapshot().ShouldBe(before, "going back brings every byte back");

        App.Edit(Surface, $"# edited before {name}\n", "");
        ChangeTone();
        await Json("put-back", 0, "--yes");
        (await Call("drift")).Code.ShouldBe(0);
    }

    private void ChangeTone()
    {
        var isDark = File.ReadAllText(App.At(Surface))
            .Contains("tone=dark", StringComparison.Ordinal);
        App.Edit(Surface, isDark ? "tone=dark" : "tone=light", isDark ? "tone=light" : "tone=dark");
    }

    [Fact]
    public async Task What_is_deleted_by_the_command_is_off_the_page_and_undeleted_it_is_back()
    {
        using var client = await App.Client();
        (await Json("make-state", 0, "Before the frost"))["title"]!
            .GetValue<string>()
            .ShouldBe("Before the frost");
        (await Call("make-state", " ")).Error.ShouldContain("made by hand has a name");
        var states = (await Json("states", 0)).AsArray();
        states[0]!["title"]!.GetValue<string>().ShouldBe("Before the frost");
        foreach (var what in new[] { "Winter Roof", "Day Log 2", $"state-{states[0]!["id"]}" })
        {
            var deleted = await Json("delete", 0, what);
            (await Json("deleted", 0))
                .AsArray()
                .Select(one => one!["id"]!.GetValue<long>())
                .ShouldBe([deleted["id"]!.GetValue<long>()]);
            (await Call("show", what)).Code.ShouldBe(NotFound);
            (await client.GetFromJsonAsync<JsonArray>("/api/deletions"))!.ShouldHaveSingleItem()![
                "name"
            ]!
                .GetValue<string>()
                .ShouldBe(deleted["name"]!.GetValue<string>());
            (await Json("undelete", 0))["name"]!
                .GetValue<string>()
                .ShouldBe(deleted["name"]!.GetValue<string>());
            (await Call("show", what)).Code.ShouldBe(0);
        }
        (await Json("states", 0)).AsArray().Count.ShouldBe(states.Count);
        (await Call("undelete")).Code.ShouldBe(NotFound);
        (await Call("delete", "now")).Code.ShouldBe(Refused);
        (await Call("delete", "Winter Rof")).Error.ShouldContain("Near it: Winter Roof");
    }
}
