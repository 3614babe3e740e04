using System.CommandLine;
using System.Diagnostics;
using Furoshiki.App;
using Furoshiki.App.Installation;

namespace Furoshiki.Cli.Verbs;

/// <summary>Where the page is.</summary>
/// <param name="Address">Its address, with the key that lets a browser in.</param>
internal sealed record AddressView(string Address);

/// <summary>The verb that starts the page, or finds it.</summary>
internal static class OpenVerb
{
    private static readonly TimeSpan Longest = TimeSpan.FromSeconds(30);
    private static readonly TimeSpan Pause = TimeSpan.FromMilliseconds(50);

    public static IEnumerable<Command> Make() =>
        [Verb.OnFolder("open", "Start the page, or find it, and print its address", Open)];

    private static int Open(DataFolder data, Output output, ParseResult given)
    {
        var view = new AddressView(data.RunningAt() ?? Start(data));
        output.Show(view, () => output.Line(view.Address));
        return ExitCode.Done;
    }

    /// <summary>Starts the page as a process that stays when this one ends.</summary>
    private static string Start(DataFolder data)
    {
        var (program, arguments) = Program();
        using var server = Process.Start(
            new ProcessStartInfo("setsid", [program, .. arguments, "--data", data.Path])
            {
                RedirectStandardOutput = true,
                RedirectStandardError = true,
                RedirectStandardInput = true,
            }
        )!;
        for (var waited = TimeSpan.Zero; waited < Longest; waited += Pause)
        {
            if (data.RunningAt() is { } address)
                return address;
            if (server.HasExited)
                break;
            Thread.Sleep(Pause);
        }
        throw ProblemException.InTheWay(
            ProblemCode.NotStarted,
            server.HasExited
                ? $"The page did not start: {server.StandardError.ReadToEnd().Trim()}"
                : "The page has not started yet."
        );
    }

    /// <summary>The program of the page: beside this one, or where it is built.</summary>
    private static (string Program, IReadOnlyList<string> Arguments) Program()
    {
        var here = AppContext.BaseDirectory;
        var installed = Path.Combine(here, "Furoshiki.Web");
        if (File.Exists(installed))
            return (installed, []);
        var built = Path.GetFullPath(
            Path.Combine(here, "../../../../Furoshiki.Web/bin/Release/net10.0/Furoshiki.Web.dll")
        );
        return File.Exists(built)
            ? ("dotnet", [built])
            : throw ProblemException.NotFound("The program of the page");
    }
}
