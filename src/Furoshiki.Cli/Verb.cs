using System.CommandLine;
using System.Text.RegularExpressions;
using Furoshiki.App;
using Furoshiki.App.Desktops;
using Furoshiki.App.Installation;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Words;
using Microsoft.Data.Sqlite;

namespace Furoshiki.Cli;

/// <summary>What a verb works with.</summary>
/// <param name="Session">The application.</param>
/// <param name="Output">Where it prints.</param>
/// <param name="Given">What was given on the command line.</param>
internal sealed record Call(Session Session, Output Output, ParseResult Given)
{
    /// <summary>The desktop that was named, on the command line or around it; the only one if none was.</summary>
    public LiveDesktop Desktop =>
        Session.Desktop(
            Given.GetValue(Verb.Desktop) ?? ((Surroundings)Given.InvocationConfiguration).Desktop
        );
}

/// <summary>Makes the verbs of the command, all in the same way.</summary>
internal static partial class Verb
{
    /// <summary>The folder in which everything is kept.</summary>
    public static Option<string> Data { get; } =
        new("--data")
        {
            Description = "Folder in which everything is kept",
            DefaultValueFactory = _ => DataFolder.DefaultPath,
            Recursive = true,
        };

    /// <summary>Whether to print JSON.</summary>
    public static Option<bool> Json { get; } =
        new("--json") { Description = "Print JSON instead of words", Recursive = true };

    /// <summary>Which desktop.</summary>
    public static Option<string?> Desktop { get; } =
        new("--desktop")
        {
            Description =
                $"Name of the desktop; needed where there are several, unless {Surroundings.DesktopVariable} names it",
        };

    /// <summary>Whether to ask nothing.</summary>
    public static Option<bool> Yes { get; } =
        new("--yes", "-y") { Description = "Do it without asking" };

    /// <summary>Which parts.</summary>
    public static Option<string[]> Parts { get; } =
        new("--parts")
        {
            Description = "Only these parts, such as colours,panels",
            AllowMultipleArgumentsPerToken = true,
        };

    /// <summary>A look by its name.</summary>
    public static Argument<string> Look { get; } =
        new("look")
        {
            Description =
                "A look: 'now', a profile's name, with a number after it for one of its savings ('Open Night 4'), saving-N, state-N, or the first digits of its digest",
        };

    private static readonly HashSet<Command> OnlyLook = [];

    /// <summary>Notes that verbs change nothing, so that a server that runs can do them for the command.</summary>
    public static IEnumerable<Command> Looking(params IReadOnlyList<Command> verbs)
    {
        OnlyLook.UnionWith(verbs);
        return verbs;
    }

    /// <summary>Whether what was asked for changes nothing.</summary>
    public static bool ChangesNothing(ParseResult given) =>
        OnlyLook.Contains(given.CommandResult.Command);

    /// <summary>A verb that works on a desktop.</summary>
    public static Command OnDesktop(
        string name,
        string description,
        Func<Call, int> run,
        params Symbol[] takes
    ) => Make(name, description, run, [.. takes, Desktop]);

    /// <summary>A verb.</summary>
    /// <param name="name">Its name.</param>
    /// <param name="description">What it does, in a few words.</param>
    /// <param name="run">Does it, and returns the exit code.</param>
    /// <param name="takes">What it takes.</param>
    public static Command Make(
        string name,
        string description,
        Func<Call, int> run,
        params IReadOnlyList<Symbol> takes
    )
    {
        var command = new Command(name, description);
        foreach (var symbol in takes)
            if (symbol is Option option)
                command.Options.Add(option);
            else
                command.Arguments.Add((Argument)symbol);
        command.SetAction(given => Run(given, run));
        return command;
    }

    /// <summary>A verb that works on the data folder itself, whether a server has it or not.</summary>
    /// <param name="name">Its name.</param>
    /// <param name="description">What it does, in a few words.</param>
    /// <param name="run">Does it, and returns the exit code.</param>
    /// <param name="takes">What it takes.</param>
    public static Command OnFolder(
        string name,
        string description,
        Func<DataFolder, Output, ParseResult, int> run,
        params IReadOnlyList<Argument> takes
    )
    {
        var command = new Command(name, description);
        foreach (var argument in takes)
            command.Arguments.Add(argument);
        command.SetAction(given =>
        {
            var output = OutputOf(given);
            try
            {
                return run(new DataFolder(Path.GetFullPath(given.GetValue(Data)!)), output, given);
            }
            catch (Exception exception)
                when (exception
                        is IOException
                            or UnauthorizedAccessException
                            or ProblemException
                            or SqliteException
                )
            {
                return Wrong(output, exception);
            }
        });
        return command;
    }

    private static Output OutputOf(ParseResult given) =>
        new(given.GetValue(Json), (Surroundings)given.InvocationConfiguration);

    private static int Wrong(Output output, Exception exception)
    {
        var problem = Problem.Of(exception);
        output.Wrong(problem);
        return ExitCode.Of(problem.Kind);
    }

    /// <summary>The kinds of some parts by their names or titles, each by itself or several with commas between.</summary>
    /// <exception cref="ProblemException">There is no such part.</exception>
    public static IReadOnlyList<string>? KindsOf(IReadOnlyCollection<string> parts) =>
        parts.Count == 0
            ? null
            : [.. parts.SelectMany(part => part.Split(',')).Select(KindOf).Distinct()];

    /// <summary>Parts, and settings and items of parts, each with the name of its kind; null if none is given.</summary>
    public static IReadOnlyList<string>? PiecesOf(IReadOnlyCollection<string> pieces) =>
        pieces.Count == 0
            ? null
            :
            [
                .. pieces
                    .SelectMany(piece => BetweenPieces().Split(piece))
                    .Select(piece => piece.Split('/', 2))
                    .Select(piece => string.Join('/', [KindOf(piece[0]), .. piece[1..]]))
                    .Distinct(),
            ];

    /// <summary>A comma before the name of a kind: that of an item can have one itself.</summary>
    [GeneratedRegex(",(?=[A-Za-z-]+(?:/[^,]|,|$))")]
    private static partial Regex BetweenPieces();

    private static string KindOf(string part) =>
        Kind.All.FirstOrDefault(kind =>
            PersonsText.KeyOf(kind.Name) == PersonsText.KeyOf(part)
            || PersonsText.KeyOf(kind.Title) == PersonsText.KeyOf(part)
        )
            is { } found
            ? found.Name
            : throw new ProblemException(
                new Problem(
                    ProblemKind.NotFound,
                    ProblemCode.NotFound,
                    $"There is no part '{part}'. There are: {string.Join(", ", Kind.All.Select(kind => kind.Name))}.",
                    "Nothing was changed.",
                    "parts"
                )
            );

    private static int Run(ParseResult given, Func<Call, int> run)
    {
        var output = OutputOf(given);
        try
        {
            using var session = ((Surroundings)given.InvocationConfiguration).Open(
                Path.GetFullPath(given.GetValue(Data)!)
            );
            foreach (var notice in session.Notices)
                output.Progress(notice);
            return run(new Call(session, output, given));
        }
#pragma warning disable CA1031 // Whatever goes wrong is told, with what was left unharmed.
        catch (Exception exception)
#pragma warning restore CA1031
        {
            return Wrong(output, exception);
        }
    }
}
