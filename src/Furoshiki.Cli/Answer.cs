using Spectre.Console;

namespace Furoshiki.Cli;

/// <summary>A command line that another process is asked to do.</summary>
/// <param name="Arguments">The words after the command's own name.</param>
/// <param name="Columns">How wide a line can be; null in a file or a pipe.</param>
/// <param name="Colours">What colours can be shown.</param>
/// <param name="Desktop">The name of the desktop that is meant where the words name none; null for none.</param>
public sealed record Question(
    IReadOnlyList<string> Arguments,
    int? Columns,
    ColorSystem Colours = ColorSystem.NoColors,
    string? Desktop = null
);

/// <summary>What became of a command line.</summary>
/// <param name="Code">The exit code; null if whoever asked has to do it, since it changes something, or is none.</param>
/// <param name="Out">What goes to standard output.</param>
/// <param name="Error">What goes to standard error.</param>
public sealed record Answer(int? Code, string Out, string Error)
{
    /// <summary>Does what a command line asks for with an application that runs already, if it changes nothing.</summary>
    /// <param name="application">The application.</param>
    /// <param name="question">The command line.</param>
    public static Answer To(IServiceProvider application, Question question)
    {
        var given = CommandLine.Root.Parse(question.Arguments);
        if (given.Errors.Count > 0 || !Verb.ChangesNothing(given))
            return new Answer(null, "", "");
        using var session = new Session(application);
        using var printed = new StringWriter();
        using var wrong = new StringWriter();
        var code = given.Invoke(
            new Surroundings(_ => session)
            {
                Output = printed,
                Error = wrong,
                Columns = question.Columns,
                Colours = question.Colours,
                Desktop = question.Desktop,
            }
        );
        return new Answer(code, printed.ToString(), wrong.ToString());
    }
}
