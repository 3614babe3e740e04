using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using Furoshiki.Tests.Shared;
using Json.Schema;

namespace Furoshiki.Cli.Tests;

/// <summary>The command as a person and a script call it, on the demo's data folder.</summary>
public sealed class CommandTests(AppProcess app) : IClassFixture<AppProcess>
{
    private const string Surface = "home/.config/engawa/surface.conf";
    private const int Refused = 2;
    private const int NotFound = 3;
    private const int Drifted = 4;

    private static readonly JsonObject Forms = JsonNode
        .Parse(
            File.ReadAllText(
                Path.Combine(AppContext.BaseDirectory, "furoshiki-command.schema.json")
            )
        )!
        .AsObject();

    /// <summary>What a call came to.</summary>
    private sealed record Called(int Code, string Out, string Error);

    [Fact]
    public async Task The_whole_line_works_beside_a_running_page_and_without_one_and_each_sees_the_other()
    {
        using var client = await app.Client();
        await WholeLine("Beside", client);

        (await Call("open")).Out.Trim().ShouldBe(app.Enter.ToString());
        app.Kill();
        await WholeLine("Alone", null);

        await app.Start();
        using var again = await app.Client();
        var profiles = (await again.GetFromJsonAsync<JsonArray>("/api/profiles?desktop=1"))!;
        profiles
            .Select(one => one!["profile"]!["name"]!.GetValue<string>())
            .ShouldContain("Alone", "what the command saved is on the page");
    }

    [Fact]
    public async Task A_running_page_answers_for_the_command_what_it_says_by_itself_and_changes_nothing()
    {
        string[][] looking =
        [
            ["desktops"],
            ["now"],
            ["drift"],
            ["shelf", "night"],
            ["show", "Open Night"],
            ["compare", "Open Night", "Day Log"],
            ["states"],
            ["plan", "Day Log", "--parts", "colours,fonts"],
            ["deleted"],
            ["show", "Opne Night"],
            ["shelf", "--json"],
        ];
        using var client = await app.Client();
        var answered = new List<Called>();
        foreach (var arguments in looking)
        {
            answered.Add(await Call(arguments));
            var page = await Asked(client, [.. arguments, .. OnConsole(arguments)]);
            new Called(page.Code!.Value, page.Out, page.Error).ShouldBe(answered[^1]);
        }
        foreach (var changing in new[] { "save", "switch", "back", "nonsense", "--help" })
            (await Asked(client, [changing, "Open Night", "--yes"])).Code.ShouldBeNull(changing);
        app.Kill();
        foreach (var (arguments, before) in looking.Zip(answered))
            (await Call(arguments)).ShouldBe(before, string.Join(' ', arguments));
        await app.Start();
    }

    private static async Task<Answer> Asked(HttpClient client, string[] arguments)
    {
        using var response = await client.PostAsJsonAsync(
            "/api/commands",
            new { arguments, columns = (int?)null }
        );
        response.EnsureSuccessStatusCode();
        return (await response.Content.ReadFromJsonAsync<Answer>())!;
    }

    [Fact]
    public async Task What_is_deleted_by_the_command_is_off_the_page_and_undeleted_it_is_back()
    {
        using var client = await app.Client();
        var states = (await Json("states", 0)).AsArray();
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

    [Fact]
    public async Task Parts_of_several_looks_are_planned_together_and_what_cannot_be_is_said()
    {
        var plan = await Json(
            "plan",
            0,
            "Day Log",
            "--with",
            "colours=Open Night",
            "icons=Red Lamp 3"
        );
        plan["caption"]!.GetValue<string>().ShouldEndWith("of 3 looks");
        (await Call("plan", "Day Log", "--with", "colours")).Error.ShouldContain(
            "Say it as in colours=\"Open Night\"."
        );
        (await Call("plan", "Day Log", "--with", "colours=Opne Night")).Error.ShouldContain(
            "Near it: Open Night"
        );
    }

    /// <summary>Another program edits a file, it is seen, saved, compared, switched and gone back from, and every byte is looked at.</summary>
    private async Task WholeLine(string name, HttpClient? page)
    {
        app.Edit(Surface, "[Colours]", $"# edited before {name}\n[Colours]");
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

        var before = app.Snapshot();
        var plan = await Json("plan", 0, "Open Night 2");
        app.Snapshot().ShouldBe(before, "a plan changes nothing");
        (await Call("switch", "Open Night 2")).Code.ShouldBe(
            Refused,
            "nobody can be asked, and nobody said yes"
        );
        app.Snapshot().ShouldBe(before);

        var result = await Json("switch", 0, "Open Night 2", "--yes");
        result["switched"]!.GetValue<bool>().ShouldBeTrue();
        var after = app.Snapshot();
        var written = plan["files"]!.AsArray().Select(file => file!.GetValue<string>()).ToList();
        written.ShouldNotBeEmpty();
        before
            .Keys.Union(after.Keys)
            .Where(path => before.GetValueOrDefault(path) != after.GetValueOrDefault(path))
            .ShouldBe(written, ignoreOrder: true, "what was planned was written, and nothing else");
        File.ReadAllText(app.At(Surface)).ShouldContain($"# edited before {name}");
        (await Json("now", 0))["on"]!["name"]!.GetValue<string>().ShouldBe("Open Night");
        (await Json("shelf", 0, "night"))
            .AsArray()
            .ShouldContain(card => card!["readiness"]!["state"]!.GetValue<string>() == "On");

        var state = result["safeState"]!.GetValue<long>();
        (await Json("states", 0))[0]!["id"]!.GetValue<long>().ShouldBe(state);
        await Json("back", 0, $"state-{state}", "--yes");
        app.Snapshot().ShouldBe(before, "going back brings every byte back");

        app.Edit(Surface, $"# edited before {name}\n", "");
        ChangeTone();
        await Json("put-back", 0, "--yes");
        (await Call("drift")).Code.ShouldBe(0);
    }

    private void ChangeTone()
    {
        var isDark = File.ReadAllText(app.At(Surface))
            .Contains("tone=dark", StringComparison.Ordinal);
        app.Edit(Surface, isDark ? "tone=dark" : "tone=light", isDark ? "tone=light" : "tone=dark");
    }

    [Fact]
    public async Task What_cannot_be_done_says_why_what_is_near_and_what_is_unharmed()
    {
        var before = app.Snapshot();
        var misspelt = await Call("switch", "Opne Night", "--yes");
        misspelt.ShouldBe(
            new Called(
                NotFound,
                "",
                "There is no look 'Opne Night'. Near it: Open Night.\nNothing was changed.\n"
            )
        );
        (await Run(["now"])).Error.ShouldContain("Say which with --desktop: Dome console");
        (await Run(["now", "--desktop", "Dome consoel"])).Error.ShouldContain(
            "Near it: Dome console."
        );
        var problem = JsonNode.Parse((await Call("show", "Open Night 99", "--json")).Error)!;
        Check("problem", problem);
        problem["sentence"]!.GetValue<string>().ShouldBe("Open Night has no 99th saving.");
        (await Call("switch", "now", "--yes")).Code.ShouldBe(Refused);
        (await Call("plan", "Open Night", "--parts", "colurs")).Code.ShouldBe(NotFound);
        (await Call("back", "state-9999", "--yes")).Code.ShouldBe(NotFound);
        (await Call("save", "\u202Ename")).Error.ShouldContain("invisible mark");
        (await Run(["nonsense"])).Code.ShouldBe(Refused);
        app.Snapshot().ShouldBe(before);
    }

    [Fact]
    public async Task A_folder_with_other_things_in_it_is_left_alone_and_an_empty_one_says_the_first_step()
    {
        var folder = Directory.CreateDirectory(Path.Combine(app.Home, "other")).FullName;
        await File.WriteAllTextAsync(Path.Combine(folder, "own"), "a person's own");
        var refused = await Run(["desktops", "--data", folder]);
        refused.Code.ShouldBe(1);
        refused.Error.ShouldContain("has other files in it");
        Directory.EnumerateFileSystemEntries(folder).Count().ShouldBe(1);

        var empty = Path.Combine(app.Home, "empty");
        (await Run(["desktops", "--data", empty])).Out.ShouldContain("furoshiki open");
        (await Run(["now", "--data", empty])).Code.ShouldBe(NotFound);
    }

    [Fact]
    public async Task A_pipe_that_is_closed_early_a_narrow_terminal_and_two_commands_at_once_do_no_harm()
    {
        var closed = await Shell("\"$@\" shelf | head -1; echo ${PIPESTATUS[0]}");
        closed.Out.ShouldEndWith("0\n");
        closed.Error.ShouldBe("");

        var narrow = await Shell(
            "script -qec \"stty cols 40; $(printf '%q ' \"$@\") shelf\" /dev/null"
        );
        narrow.Code.ShouldBe(0);
        foreach (var line in Plain(narrow.Out).Split('\n'))
            line.TrimEnd('\r').Length.ShouldBeLessThanOrEqualTo(40, line);

        var both = await Task.WhenAll(
            Call("save", "Both one", "--parts", "colours"),
            Call("save", "Both two", "--parts", "panels,icons")
        );
        both.ShouldAllBe(one => one.Code == 0);
    }

    [Fact]
    public async Task Help_the_manual_and_completion_know_every_verb()
    {
        string[] verbs =
        [
            .. Forms["$defs"]!.AsObject().Select(one => one.Key).Where(one => one != "problem"),
        ];
        var help = (await Run(["--help"])).Out;
        var manual = (await Run(["manual"])).Out;
        var completed = (await Run(["complete", "furoshiki "])).Out.Split('\n');
        foreach (var verb in verbs)
        {
            help.ShouldContain($"  {verb} ");
            manual.ShouldContain($".B {verb.Replace("-", "\\-", StringComparison.Ordinal)}");
            completed.ShouldContain(verb);
        }
    }

    /// <summary>What a verb prints as JSON, which has the published form.</summary>
    private async Task<JsonNode> Json(string verb, int code, params string[] arguments)
    {
        var called = await Call([verb, .. arguments, "--json"]);
        called.Code.ShouldBe(code, called.Error);
        var json = JsonNode.Parse(called.Out)!;
        Check(verb, json);
        return json;
    }

    private static void Check(string verb, JsonNode json) =>
        JsonSchema
            .FromText(Forms["$defs"]![verb]!.ToJsonString())
            .Evaluate(
                JsonSerializer.SerializeToElement(json),
                new EvaluationOptions { OutputFormat = OutputFormat.List }
            )
            .IsValid.ShouldBeTrue($"{verb}: {json.ToJsonString()}");

    private Task<Called> Call(params string[] arguments) =>
        Run([.. arguments, .. OnConsole(arguments)]);

    private static string[] OnConsole(string[] arguments) =>
        arguments[0] is "open" or "deleted" or "undelete" or "desktops"
            ? []
            : ["--desktop", "Dome console"];

    private Task<Called> Run(string[] arguments) =>
        Start([
            "dotnet",
            Path.Combine(AppContext.BaseDirectory, "Furoshiki.Cli.dll"),
            .. arguments,
            .. arguments.Contains("--data") ? [] : new[] { "--data", app.Data },
        ]);

    /// <summary>Runs a line of a shell, in which "$@" is the command with all that a verb needs.</summary>
    private Task<Called> Shell(string line)
    {
        var wrapper = Path.Combine(app.Home, "furoshiki.sh");
        File.WriteAllText(
            wrapper,
            $"exec dotnet '{Path.Combine(AppContext.BaseDirectory, "Furoshiki.Cli.dll")}' --data '{app.Data}' \"$@\" --desktop 'Dome console'\n"
        );
        return Start(["bash", "-c", line, "bash", "bash", wrapper]);
    }

    private static string Plain(string text) =>
        System.Text.RegularExpressions.Regex.Replace(text, @"\x1B\[[0-9;?]*[a-zA-Z]", "");

    private static async Task<Called> Start(string[] command)
    {
        using var process = Process.Start(
            new ProcessStartInfo(command[0], command[1..])
            {
                RedirectStandardInput = true,
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            }
        )!;
        process.StandardInput.Close();
        var (said, error) = (
            process.StandardOutput.ReadToEndAsync(),
            process.StandardError.ReadToEndAsync()
        );
        await process.WaitForExitAsync();
        return new Called(process.ExitCode, await said, await error);
    }
}
