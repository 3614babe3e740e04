using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Furoshiki.Web.Tests;

/// <summary>Real programs of a real desktop: scripts that show what is set when they start, or when a signal tells them to.</summary>
public sealed class RealSessionTests : IAsyncLifetime
{
    private const string Widgets = "home/.config/engawa/widgets.xml";
    private const string Dock = "home/.config/bench-dock/dock.json";

    private readonly House _house = new();
    private readonly List<Process> _running = [];
    private long _desktop;

    public async ValueTask InitializeAsync()
    {
        await _house.InitializeAsync();
        _desktop = await _house.Register("Console", "engawa");
    }

    public async ValueTask DisposeAsync()
    {
        foreach (var process in _running)
        {
            process.Kill(entireProcessTree: true);
            await process.WaitForExitAsync();
            process.Dispose();
        }
        await _house.DisposeAsync();
    }

    [Fact]
    public async Task A_program_reads_what_was_put_on_when_the_person_lets_it_be_told()
    {
        Start(_house.Home, "engawa-session", "sleep 600");
        await StartBoard(_house.Home);
        (await Waiting()).ShouldBeEmpty();
        var costs = (await Programs()).ToDictionary(
            one => one!["name"]!.GetValue<string>(),
            one => one!["cost"]?["memory"]!.GetValue<double>()
        );
        costs["widget board"]!.Value.ShouldBeGreaterThan(0);
        costs["bench dock"].ShouldBeNull("it does not run");
        var plain = await _house.Save(_desktop, "Plain", "widgets");
        _house.Edit(Widgets, "grid=\"false\"", "grid=\"true\"");
        (await Waiting()).ShouldBe(["Widgets show when the widget board starts again. IfAllowed"]);
        (await Put(plain)).ShouldBe("Waiting");
        (await Waiting()).ShouldBeEmpty("it never showed anything else");
        _house.Edit(Widgets, "grid=\"false\"", "grid=\"true\"");
        var (status, problem) = await Tell("RestartProgram", "widget board");
        status.ShouldBe(HttpStatusCode.Conflict);
        problem["code"]!.GetValue<string>().ShouldBe("not-allowed");
        Shown(_house.Home).ShouldContain("grid=\"false\"");

        await Allow();
        (await Waiting()).ShouldBe(["Widgets show when the widget board starts again. Now"]);
        (await Tell("AllThatWaits")).Status.ShouldBe(HttpStatusCode.NoContent);
        await Api.Until(() =>
            Task.FromResult(Shown(_house.Home).Contains("grid=\"true\"", StringComparison.Ordinal))
        );
        (await Waiting()).ShouldBeEmpty();
    }

    [Fact]
    public async Task A_program_of_another_home_is_never_told()
    {
        var other = Path.Combine(_house.Folder, "home/.config");
        await StartBoard(other);
        await Allow();
        _house.Edit(Widgets, "grid=\"false\"", "grid=\"true\"");
        var (status, problem) = await Tell("RestartProgram", "widget board");
        status.ShouldBe(HttpStatusCode.Conflict);
        problem["code"]!.GetValue<string>().ShouldBe("not-running");
        (await Tell("RestartProgram", "terminal")).Status.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        (await Tell("SignIn")).Status.ShouldBe(HttpStatusCode.Conflict);
    }

    [Fact]
    public async Task A_program_that_starts_again_is_waited_for_and_missed_where_it_does_not()
    {
        HaveDock();
        var dock = Script("bench-dock", "trap 'kill $!; exit' TERM; sleep 600 & wait $!");
        Start(
            _house.Home,
            "engawa-session",
            $"while [ ! -e \"$HOME/tired\" ]; do {dock}; done; sleep 600"
        );
        await Api.Until(async () => (await Running())["bench dock"]);
        (await Waiting()).ShouldBeEmpty();
        _house.Edit(Dock, "44", "52");
        (await Waiting()).ShouldBe(["Dock shows when the bench dock starts again. IfAllowed"]);
        await Allow();
        (await Tell("AllThatWaits")).Status.ShouldBe(HttpStatusCode.NoContent);
        (await Waiting()).ShouldBeEmpty();

        // Its session does not start it again a second time.
        await File.WriteAllTextAsync(Path.Combine(_house.Home, "tired"), "");
        var (status, problem) = await Tell("RestartProgram", "bench dock");
        status.ShouldBe(HttpStatusCode.Conflict);
        problem["code"]!.GetValue<string>().ShouldBe("not-started-again");
        (await Waiting()).ShouldBe([
            "Dock shows when the bench dock is started; it does not run now. ByHand",
        ]);
    }

    [Fact]
    public async Task A_part_whose_program_does_not_run_is_not_taken_as_long_as_somebody_is_signed_in()
    {
        HaveDock();
        var low = await _house.Save(_desktop, "Low", "dock");
        _house.Edit(Dock, "44", "52");
        (await Put(low)).ShouldBe("Waiting");
        _house.Edit(Dock, "44", "52");
        Start(_house.Home, "engawa-session", "sleep 600");
        (await Put(low)).ShouldBe(
            "NotTaken It is written, and nothing shows it: the bench dock does not run."
        );
        (await Waiting()).ShouldBe([
            "Dock shows when the bench dock is started; it does not run now. ByHand",
        ]);
        _running.Single().Kill(entireProcessTree: true);
        await Api.Until(async () => (await Waiting()).Length == 0);
    }

    /// <summary>Puts a dock on the desktop: without one, nobody misses its program.</summary>
    private void HaveDock()
    {
        var folder = Path.Combine(_house.Home, ".local/share/docks/Ridge Dock");
        Directory.CreateDirectory(folder);
        File.WriteAllText(Path.Combine(folder, "dock"), "");
        _house.Edit(Dock, "\"program\": \"\"", "\"program\": \"Ridge Dock\"");
    }

    /// <summary>Starts a widget board, which copies what it shows to where a test can see it.</summary>
    private async Task StartBoard(string home)
    {
        Start(
            home,
            "widget-board",
            $$"""
            show() { cp "{{_house.Home}}/.config/engawa/widgets.xml" "$HOME/new" && mv "$HOME/new" "$HOME/shown"; }
            trap show HUP
            show
            # A trap runs when the command before it has ended, so none is lost between two.
            while :; do sleep 0.1; done
            """
        );
        await Api.Until(() => Task.FromResult(File.Exists(Path.Combine(home, "shown"))));
    }

    private static string Shown(string home) => File.ReadAllText(Path.Combine(home, "shown"));

    private void Start(string home, string name, string script)
    {
        // Also where the tests were started by something that lets no signal through.
        var start = new ProcessStartInfo("env", ["--default-signal", Script(name, script)]);
        start.Environment["HOME"] = home;
        _running.Add(Process.Start(start)!);
    }

    /// <summary>A program, which is known by the name of its file.</summary>
    private string Script(string name, string text)
    {
        var path = Path.Combine(_house.Folder, name);
        // A shell that starts commands by vfork(2) loses a signal that comes meanwhile; this one does not.
        File.WriteAllText(path, $"#!/bin/bash\n{text}\n");
        File.SetUnixFileMode(path, (UnixFileMode)Convert.ToInt32("700", 8));
        return path;
    }

    private async Task Allow()
    {
        using var answer = await _house.Server.Client.PutAsJsonAsync(
            $"/api/desktops/{_desktop}/telling",
            new JsonObject { ["isAllowed"] = true }
        );
        answer.StatusCode.ShouldBe(HttpStatusCode.NoContent);
    }

    private Task<(HttpStatusCode Status, JsonNode Body)> Tell(
        string action,
        string? program = null
    ) => _house.Server.Tell(_desktop, action, program);

    private async Task<string[]> Waiting() =>
        [
            .. (await _house.Server.Now(_desktop))["waiting"]!
                .AsArray()
                .Select(step => $"{step!["subject"]} {step["words"]} {step["doing"]}"),
        ];

    private async Task<JsonArray> Programs() =>
        (await _house.Server.Get($"/api/desktops/{_desktop}"))["programs"]!.AsArray();

    private async Task<Dictionary<string, bool>> Running() =>
        (await Programs())
            .Where(program => program!["isRunning"] is not null)
            .ToDictionary(
                program => program!["name"]!.GetValue<string>(),
                program => program!["isRunning"]!.GetValue<bool>()
            );

    /// <summary>Puts a saving on and tells what became of its part.</summary>
    private async Task<string> Put(JsonNode saving)
    {
        var result = await _house.Server.Switch(
            await _house.Plan(_desktop, "Saving", saving),
            _desktop
        );
        var part = result["parts"]!.AsArray().ShouldHaveSingleItem()!;
        return part["outcome"]!.GetValue<string>() is "Waiting"
            ? "Waiting"
            : $"{part["outcome"]} {part["words"]}";
    }
}
