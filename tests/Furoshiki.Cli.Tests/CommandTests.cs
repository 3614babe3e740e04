using System.Diagnostics;
using System.Text.Json;
using System.Text.Json.Nodes;
using Furoshiki.Tests.Shared;
using Json.Schema;

namespace Furoshiki.Cli.Tests;

/// <summary>The command as a person and a script call it, on the demo's data folder.</summary>
public abstract class CommandTests(RunningApp app) : IClassFixture<RunningApp>
{
    protected const int Refused = 2;
    protected const int NotFound = 3;
    protected const int Drifted = 4;

    protected RunningApp App { get; } = app;

    protected static JsonObject Forms { get; } =
        JsonNode
            .Parse(
                File.ReadAllText(
                    Path.Combine(AppContext.BaseDirectory, "furoshiki-command.schema.json")
                )
            )!
            .AsObject();

    /// <summary>What a call came to.</summary>
    protected sealed record Called(int Code, string Out, string Error);

    /// <summary>What a verb prints as JSON, which has the published form.</summary>
    protected async Task<JsonNode> Json(string verb, int code, params string[] arguments)
    {
        var called = await Call([verb, .. arguments, "--json"]);
        called.Code.ShouldBe(code, called.Error);
        var json = JsonNode.Parse(called.Out)!;
        Check(verb, json);
        return json;
    }

    protected static void Check(string verb, JsonNode json) =>
        JsonSchema
            .FromText(Forms["$defs"]![verb]!.ToJsonString())
            .Evaluate(
                JsonSerializer.SerializeToElement(json),
                new EvaluationOptions { OutputFormat = OutputFormat.List }
            )
            .IsValid.ShouldBeTrue($"{verb}: {json.ToJsonString()}");

    protected Task<Called> Call(params string[] arguments) =>
        Run([.. arguments, .. OnConsole(arguments)]);

    protected static string[] OnConsole(string[] arguments) =>
        arguments[0] is "open" or "deleted" or "undelete" or "desktops"
            ? []
            : ["--desktop", "Dome console"];

    private static string[] Command => Programs.Start("Furoshiki.Cli", with: "Furoshiki.Web");

    protected Task<Called> Run(string[] arguments) =>
        Start([
            .. Command,
            .. arguments,
            .. arguments.Contains("--data") ? [] : new[] { "--data", App.Data },
        ]);

    /// <summary>Runs the command with a variable of the environment, as "NAME=value".</summary>
    protected Task<Called> InEnvironment(string variable, string[] arguments) =>
        Start(["env", variable, .. Command, .. arguments, "--data", App.Data]);

    /// <summary>Runs a line of a shell, in which "$@" is the command with all that a verb needs.</summary>
    protected Task<Called> Shell(string line)
    {
        var wrapper = Path.Combine(App.Home, "furoshiki.sh");
        File.WriteAllText(
            wrapper,
            $"exec {string.Join(' ', Command.Select(part => $"'{part}'"))} --data '{App.Data}' \"$@\" --desktop 'Dome console'\n"
        );
        return Start(["bash", "-c", line, "bash", "bash", wrapper]);
    }

    protected static string Plain(string text) =>
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
