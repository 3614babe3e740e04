using System.CommandLine;
using Furoshiki.App.Kinds;

namespace Furoshiki.Cli;

/// <summary>The documents that are made of the program itself: the build writes them.</summary>
internal static class Documents
{
    private static readonly (string Path, Func<string> Write)[] All =
    [
        (
            "schemas/furoshiki-command.schema.json",
            () => JsonForm.Schema().ToJsonString(Output.Json) + "\n"
        ),
        ("schemas/desktop-map.schema.json", () => Schemas.OfMap().ToJsonString(Output.Json) + "\n"),
        ("schemas/supply.schema.json", () => Schemas.OfSupply().ToJsonString(Output.Json) + "\n"),
        (
            "schemas/catalogue.schema.json",
            () => Schemas.OfCatalogue().ToJsonString(Output.Json) + "\n"
        ),
        ("kinds.md", KindGuide.Write),
    ];

    /// <summary>A hidden verb that writes them into a folder.</summary>
    public static Command Verb()
    {
        var folder = new Argument<string>("folder");
        var verb = new Command("documents", "Write the documents that are made of the program")
        {
            Hidden = true,
        };
        verb.Arguments.Add(folder);
        verb.SetAction(given =>
        {
            foreach (var (path, write) in All)
                File.WriteAllText(Path.Combine(given.GetRequiredValue(folder), path), write());
            return ExitCode.Done;
        });
        return verb;
    }
}
