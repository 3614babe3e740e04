using System.Diagnostics;
using System.Text.Json.Nodes;

namespace Furoshiki.Core.Tests.Independent;

/// <summary>What an independent library says of colours.</summary>
internal static class Independent
{
    /// <summary>Asks the same of many.</summary>
    /// <param name="ask">What is asked.</param>
    /// <param name="all">Of what.</param>
    public static IReadOnlyList<JsonNode?> Answer(string ask, IEnumerable<JsonArray> all)
    {
        using var node = Process.Start(
            new ProcessStartInfo(
                "node",
                [
                    Path.Combine(
                        Repository.Root,
                        "tests",
                        "Furoshiki.Core.Tests",
                        "Independent",
                        "colours.mjs"
                    ),
                ]
            )
            {
                RedirectStandardInput = true,
                RedirectStandardOutput = true,
            }
        )!;
        var questions = new JsonArray([
            .. all.Select(of => new JsonObject { ["ask"] = ask, ["of"] = of }),
        ]);
        node.StandardInput.Write(questions.ToJsonString());
        node.StandardInput.Close();
        var answers = node.StandardOutput.ReadToEnd();
        node.WaitForExit();
        node.ExitCode.ShouldBe(0);
        return [.. JsonNode.Parse(answers)!.AsArray()];
    }
}
