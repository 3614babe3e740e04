using System.CommandLine;
using Furoshiki.Cli.Verbs;

namespace Furoshiki.Cli;

/// <summary>The command and all its verbs. Help, completion and the manual are made of it.</summary>
internal static class CommandLine
{
    /// <summary>What a program is called with that completes words: the line, to where the cursor stands.</summary>
    private const string Complete = "complete";

    /// <summary>The command.</summary>
    public static RootCommand Root => Made.Value;

    private static readonly Lazy<RootCommand> Made = new(Make);

    /// <summary>Does what a command line asks for.</summary>
    /// <returns>The exit code.</returns>
    public static int Run(string[] args)
    {
        // Whoever waits for words to come next does not wait for a server too.
        if (args is not [Complete, ..] && RunningServer.Do(args) is { } done)
            return done;
        var given = Root.Parse(args);
        return given.Errors.Count > 0 ? Refuse(given) : given.Invoke(Surroundings.Own());
    }

    private static int Refuse(ParseResult given)
    {
        foreach (var error in given.Errors)
            Console.Error.WriteLine(error.Message);
        Console.Error.WriteLine("Nothing was changed. See furoshiki --help.");
        return ExitCode.Refused;
    }

    private static RootCommand Make()
    {
        var root = new RootCommand("Keep the looks of your desktop, and switch between them");
        root.Options.Add(Verb.Data);
        root.Options.Add(Verb.Json);
        foreach (
            var verb in LookVerbs
                .Make()
                .Concat(SaveVerbs.Make())
                .Concat(SwitchVerbs.Make())
                .Concat(SupplyVerbs.Make())
                .Concat(KeepingVerbs.Make())
                .Concat(StoreVerbs.Make())
                .Concat(OpenVerb.Make())
        )
            root.Subcommands.Add(verb);
        root.Subcommands.Add(Completing());
        root.Subcommands.Add(ManualPage.Verb());
        root.Subcommands.Add(Documents.Verb());
        return root;
    }

    /// <summary>A hidden verb that says which words could come next, for the completion of shells.</summary>
    private static Command Completing()
    {
        var line = new Argument<string>("line");
        var verb = new Command(Complete, "Say which words could come next") { Hidden = true };
        verb.Arguments.Add(line);
        verb.SetAction(given =>
        {
            // The first word is the command itself.
            var text = given.GetRequiredValue(line);
            text = text[(text.IndexOf(' ', StringComparison.Ordinal) + 1)..];
            foreach (var one in Root.Parse(text).GetCompletions(text.Length))
                Console.Out.WriteLine(one.Label);
            return ExitCode.Done;
        });
        return verb;
    }
}
