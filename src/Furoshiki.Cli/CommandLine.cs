using System.CommandLine;
using System.CommandLine.Help;
using Furoshiki.App;
using Furoshiki.Cli.Verbs;
using Furoshiki.Core.Words;

namespace Furoshiki.Cli;

/// <summary>The command and all its verbs. Help, completion and the manual are made of it.</summary>
internal static class CommandLine
{
    /// <summary>What a program is called with that completes words: the line, to where the cursor stands.</summary>
    private const string Complete = "complete";

    /// <summary>The command.</summary>
    public static Command Root => Made.Value;

    private static readonly Lazy<Command> Made = new(Make);

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
        var words = string.Join(' ', given.Errors.Select(error => error.Message).Distinct());
        var asked = given.CommandResult.Command;
        foreach (var word in given.UnmatchedTokens)
        {
            var near = Nearest.To(
                word,
                asked
                    .Subcommands.Cast<Symbol>()
                    .Concat(asked.Options)
                    .Concat([Verb.Data, Verb.Json])
                    .Select(one => one.Name)
            );
            if (near.Count > 0)
                words += $" Did you mean {string.Join(" or ", near)}?";
        }
        var verb = asked == Root ? "" : $"{asked.Name} ";
        new Output(
            given.Tokens.Any(token => token.Value == Verb.Json.Name),
            Surroundings.Own()
        ).Wrong(
            new Problem(
                ProblemKind.Invalid,
                ProblemCode.Usage,
                words,
                $"Nothing was changed. See {Name} {verb}--help."
            )
        );
        return ExitCode.BadUsage;
    }

    private const string Name = "furoshiki";

    private static Command Make()
    {
        var root = new Command(Name, "Keep the looks of your desktop, and switch between them");
        root.Options.Add(new HelpOption());
        root.Options.Add(new VersionOption());
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
