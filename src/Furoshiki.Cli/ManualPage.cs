using System.CommandLine;
using System.Text;

namespace Furoshiki.Cli;

/// <summary>The manual page (man-pages(7)), written from the same source as the help.</summary>
internal static class ManualPage
{
    /// <summary>A hidden verb that prints it.</summary>
    public static Command Verb()
    {
        var verb = new Command("manual", "Print the manual page") { Hidden = true };
        verb.SetAction(_ =>
        {
            Console.Out.Write(Text(CommandLine.Root));
            return ExitCode.Done;
        });
        return verb;
    }

    /// <summary>The page in roff.</summary>
    public static string Text(Command root)
    {
        var page = new StringBuilder();
        page.Append(".TH FUROSHIKI 1\n.SH NAME\n");
        page.Append($"furoshiki \\- {Plain(root.Description!)}\n");
        page.Append(".SH SYNOPSIS\n.B furoshiki\n.I verb\n.RI [ options ]\n");
        page.Append(".SH DESCRIPTION\n");
        page.Append(
            Plain(
                "Without a verb, and with the options of the page (--port, --allow, --fresh), furoshiki starts the page and opens it. The verbs work with the same data folder, beside a running page or without one."
            )
        );
        page.Append("\n.SH VERBS\n");
        foreach (var verb in root.Subcommands.Where(one => !one.Hidden))
        {
            page.Append($".TP\n.B {Plain(verb.Name)}");
            foreach (var argument in verb.Arguments)
                page.Append($" \\fI{Plain(argument.Name)}\\fR");
            page.Append($"\n{Plain(verb.Description!)}.\n");
            if (verb.Arguments.Count + verb.Options.Count == 0)
                continue;
            page.Append(".RS\n");
            foreach (var argument in verb.Arguments)
                page.Append($".TP\n.I {Plain(argument.Name)}\n{Plain(argument.Description!)}.\n");
            Options(page, verb.Options);
            page.Append(".RE\n");
        }
        page.Append(".SH OPTIONS OF EVERY VERB\n");
        Options(page, root.Options);
        page.Append(".SH EXIT STATUS\n");
        foreach (var (code, means) in ExitCode.All)
            page.Append($".TP\n.B {code}\n{Plain(means)}\n");
        page.Append(".SH FILES\n.TP\n.I $XDG_DATA_HOME/furoshiki\n");
        page.Append(Plain("The data folder, if no other is given with --data."));
        return page.Append('\n').ToString();
    }

    private static void Options(StringBuilder page, IEnumerable<Option> options)
    {
        foreach (var option in options.Where(one => !one.Hidden && one.Description is not null))
            page.Append(
                $".TP\n.B {Plain(string.Join(", ", option.Aliases.Prepend(option.Name)))}\n{Plain(option.Description!)}.\n"
            );
    }

    private static string Plain(string text) =>
        text.Replace("\\", "\\e", StringComparison.Ordinal)
            .Replace("-", "\\-", StringComparison.Ordinal)
            .Replace("'", "\\(aq", StringComparison.Ordinal);
}
