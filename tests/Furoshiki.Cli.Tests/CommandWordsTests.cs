using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Cli.Tests;

/// <summary>What the command says, and to whom.</summary>
public sealed class CommandWordsTests(RunningApp app) : CommandTests(app)
{
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
        using var client = await App.Client();
        var answered = new List<Called>();
        foreach (var arguments in looking)
        {
            answered.Add(await Call(arguments));
            var page = await Asked(client, [.. arguments, .. OnConsole(arguments)]);
            new Called(page.Code!.Value, page.Out, page.Error).ShouldBe(answered[^1]);
        }
        foreach (var changing in new[] { "save", "switch", "back", "nonsense", "--help" })
            (await Asked(client, [changing, "Open Night", "--yes"])).Code.ShouldBeNull(changing);
        await App.Stop();
        foreach (var (arguments, before) in looking.Zip(answered))
            (await Call(arguments)).ShouldBe(before, string.Join(' ', arguments));
        await App.Start();
    }

    [Fact]
    public async Task A_comparison_is_the_same_in_words_in_data_and_on_the_sheet_of_the_page()
    {
        var words = (await Call("compare", "saving-18", "Open Night")).Out;
        words.ShouldContain("16 of 16 parts differ.");
        words.ShouldContain("Not covered by all: Extensions, Shortcuts.");
        words.ShouldContain("ΔE");
        (await Call("compare", "saving-18", "saving-18")).Out.ShouldContain("They are the same.");

        var data = await Json("compare", 0, "saving-18", "saving-14");
        using var client = await App.Client();
        var sheet = JsonNode.Parse(
            await client.GetStringAsync(
                new Uri(
                    "/api/desktops/1/comparison/sheet/data?look=saving-18&look=saving-14&order=Parts",
                    UriKind.Relative
                )
            )
        )!;
        Check("compare", sheet);
        foreach (var (name, told) in data.AsObject())
            if (name == "rows")
                foreach (var (row, other) in told!.AsArray().Zip(sheet[name]!.AsArray()))
                    JsonNode.DeepEquals(row, other).ShouldBeTrue(row!["title"]!.ToString());
            else
                JsonNode.DeepEquals(told, sheet[name]).ShouldBeTrue(name);
        sheet["rows"]!
            .AsArray()
            .Skip(data["rows"]!.AsArray().Count)
            .ShouldAllBe(row => row!["kind"]!.GetValue<string>() == "behind");
    }

    [Fact]
    public async Task A_look_is_compared_as_it_would_be_on_another_desktop_and_with_that_as_it_is()
    {
        var data = await Json("compare", 0, "Open Night-on-2", "desktop-2", "Open Night");
        data["sides"]!
            .AsArray()
            .Select(side => side!["caption"]!.GetValue<string>())
            .ShouldBe(["2nd saving, as on Field laptop", "as it is", "2nd saving"]);
        var refused = await Call("compare", "Open Night-on-99", "nothing like it");
        refused.Code.ShouldBe(NotFound);
        refused.Error.ShouldContain("Nothing was changed.");
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
        var less = await Json(
            "plan",
            0,
            "Day Log",
            "--without",
            "panels,fonts",
            "--with",
            "colours=Open Night"
        );
        less["leftOut"]!
            .AsArray()
            .Select(one => one!["title"]!.GetValue<string>())
            .ShouldBe(["Panels", "Fonts"]);
        (await Json("plan", 0, "Day Log", "--grouping", "furniture ONLY"))["groups"]!
            .AsArray()
            .SelectMany(group => group!["steps"]!.AsArray())
            .Select(step => step!["kind"]!.GetValue<string>())
            .ShouldBeSubsetOf(["panels", "dock", "widgets", "launcher", "notifications"]);
        (await Call("plan", "Day Log", "--grouping", "nowhere")).Error.ShouldContain(
            "There are: Everything, Without furniture, Furniture only."
        );
        (await Json("plan", 0, "Day Log", "--without", "panels,colours/accent"))["leftOut"]!
            .AsArray()
            .Select(one => one!["without"]!.GetValue<string>())
            .ShouldBe(["panels", "colours/accent"]);
        (await Call("plan", "Day Log", "--with", "colours")).Error.ShouldContain(
            "Say it as in colours=\"Open Night\"."
        );
        (await Call("plan", "Day Log", "--with", "colours=Opne Night")).Error.ShouldContain(
            "Near it: Open Night"
        );
    }

    [Fact]
    public async Task What_cannot_be_done_says_why_what_is_near_and_what_is_unharmed()
    {
        var before = App.Snapshot();
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
        problem["detail"]!.GetValue<string>().ShouldBe("Open Night has no 99th saving.");
        (await Call("switch", "now", "--yes")).Code.ShouldBe(Refused);
        (await Call("plan", "Open Night", "--parts", "colurs")).Code.ShouldBe(NotFound);
        (await Call("back", "state-9999", "--yes")).Code.ShouldBe(NotFound);
        (await Call("save", "\u202Ename")).Error.ShouldContain("invisible mark");
        App.Snapshot().ShouldBe(before);
    }

    [Fact]
    public async Task A_line_that_is_no_command_is_told_apart_from_a_refusal_and_says_what_is_near()
    {
        const int BadUsage = 64;
        (await Run(["--help"])).Out.ShouldContain("furoshiki [command] [options]");
        var misspelt = await Run(["shlef"]);
        misspelt.Code.ShouldBe(BadUsage);
        misspelt.Error.ShouldContain("Did you mean shelf?");
        misspelt.Error.ShouldContain("Nothing was changed. See furoshiki --help.");
        (await Run(["plan", "Open Night", "--part", "colours"])).Error.ShouldContain(
            "Did you mean --parts?"
        );
        var problem = JsonNode.Parse((await Run(["plan", "--json"])).Error)!;
        Check("problem", problem);
        problem["code"]!.GetValue<string>().ShouldBe("usage");
        problem["unharmed"]!.GetValue<string>().ShouldContain("furoshiki plan --help");
    }

    [Fact]
    public async Task The_environment_names_the_desktop_once_and_a_line_that_names_one_goes_before_it()
    {
        const string Named = "FUROSHIKI_DESKTOP=Dome console";
        (await Run(["now"])).Error.ShouldContain("Say which with --desktop");
        var now = await InEnvironment(Named, ["now"]);
        now.Code.ShouldBe(0, now.Error);
        now.Out.ShouldBe((await Call("now")).Out);
        (await InEnvironment(Named, ["now", "--desktop", "Visitor wall"])).Out.ShouldNotBe(now.Out);
        // What changes something is done by the command itself, and not by the server that runs.
        (await InEnvironment(Named, ["make-state", "Before tea", "--json"])).Code.ShouldBe(0);
    }

    [Fact]
    public async Task Moments_are_told_with_how_far_they_are_from_UTC() =>
        (await Call("history")).Out.ShouldMatch(@"\d{4}-\d\d-\d\d \d\d:\d\d [+-]\d\d:\d\d");

    [Fact]
    public async Task A_folder_with_other_things_in_it_is_left_alone_and_an_empty_one_says_the_first_step()
    {
        var folder = Directory.CreateDirectory(Path.Combine(App.Home, "other")).FullName;
        await File.WriteAllTextAsync(Path.Combine(folder, "own"), "a person's own");
        var refused = await Run(["desktops", "--data", folder]);
        refused.Code.ShouldBe(1);
        refused.Error.ShouldContain("has other files in it");
        Directory.EnumerateFileSystemEntries(folder).Count().ShouldBe(1);

        var empty = Path.Combine(App.Home, "empty");
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

    [Fact]
    public async Task What_is_not_kept_goes_back_by_itself_and_another_command_keeps_it_or_goes_back_at_once()
    {
        const int WentBack = 5;
        var before = App.Snapshot();
        var result = await Json("switch", WentBack, "Open Night", "--keep-within", "5", "--yes");
        result["switched"]!.GetValue<bool>().ShouldBeFalse();
        result["problem"]!.GetValue<string>().ShouldContain("was not kept within 5 s");
        App.Snapshot().ShouldBe(before);

        var waiting = Call("switch", "Open Night", "--keep-within", "600", "--yes");
        await Answer("back");
        (await waiting).Code.ShouldBe(WentBack);
        App.Snapshot().ShouldBe(before);

        waiting = Call("switch", "Open Night", "--keep-within", "600", "--yes");
        (await Answer("keep")).Out.ShouldBe("Open Night is kept.\n");
        var kept = await waiting;
        kept.Code.ShouldBe(0);
        kept.Out.ShouldContain("It is kept.");
        App.Snapshot().ShouldNotBe(before);
        (await Json("now", 0))["on"]!["name"]!.GetValue<string>().ShouldBe("Open Night");
        (await Call("keep")).Code.ShouldBe(NotFound);
        (await Call("switch", "Day Log", "--keep-within", "3", "--yes")).Code.ShouldBe(Refused);

        // It is given as soon as there is something to answer.
        async Task<Called> Answer(string answer)
        {
            using var client = await App.Client();
            var isAsked = false;
            while (!isAsked)
            {
                waiting.IsCompleted.ShouldBeFalse();
                isAsked =
                    JsonNode.Parse(await client.GetStringAsync("api/desktops/1/unkept"))!["switch"]
                        is not null;
            }
            var called = await Call(answer);
            called.Code.ShouldBe(0, called.Error);
            return called;
        }
    }
}
