using System.CommandLine;
using System.Net;
using Furoshiki.App.Installation;

namespace Furoshiki.Web;

/// <summary>What the start command was given.</summary>
/// <param name="Data">The folder in which everything is kept.</param>
/// <param name="Port">The port on the loopback address; 0 takes a free one.</param>
/// <param name="Demo">The folder with the demo scenario; null for a start without it.</param>
/// <param name="Fresh">Whether to begin with an empty data folder.</param>
/// <param name="Allowed">The folders in which a person may register desktops.</param>
/// <param name="Open">Whether to open the page in the person's browser.</param>
internal sealed record StartOptions(
    string Data,
    int Port,
    string? Demo,
    bool Fresh,
    IReadOnlyList<string> Allowed,
    bool Open
)
{
    /// <summary>
    /// Reads a command line; no options if it was wrong or asked for help only, which has then been printed, and the exit code.
    /// </summary>
    public static (StartOptions? Options, int Code) Parse(
        string[] args,
        TextWriter output,
        TextWriter errors
    )
    {
        var data = new Option<string>("--data")
        {
            Description = "Folder in which everything is kept",
            DefaultValueFactory = _ => DataFolder.DefaultPath,
        };
        var port = new Option<int>("--port")
        {
            Description = "Port on 127.0.0.1; 0 takes a free one",
        };
        var demo = new Option<string?>("--demo") { Description = "Folder with the demo scenario" };
        port.Validators.Add(given =>
        {
            if (given.GetValueOrDefault<int>() is < 0 or > IPEndPoint.MaxPort)
                given.AddError($"A port is a number from 0 to {IPEndPoint.MaxPort}.");
        });
        var fresh = new Option<bool>("--fresh")
        {
            Description = "Begin the demo anew; what was there is set aside",
        };
        var allow = new Option<string[]>("--allow")
        {
            Description = "Folder in which desktops may be registered; can be given several times",
            DefaultValueFactory = _ =>
                [
                    Environment.GetFolderPath(
                        Environment.SpecialFolder.UserProfile,
                        Environment.SpecialFolderOption.DoNotVerify
                    ),
                ],
        };
        var open = new Option<bool>("--open")
        {
            Description = "Open the page in the browser, also where Furoshiki is running already",
        };
        var command = new RootCommand("Furoshiki") { data, port, demo, fresh, allow, open };
        command.Validators.Add(given =>
        {
            if (given.GetValue(fresh) && given.GetValue(demo) is null)
                given.AddError(
                    "--fresh begins the demo anew, and is for nothing else. Nothing was changed."
                );
        });
        StartOptions? options = null;
        command.SetAction(result =>
        {
            options = new StartOptions(
                Path.GetFullPath(result.GetValue(data)!),
                result.GetValue(port),
                result.GetValue(demo) is { } folder ? Path.GetFullPath(folder) : null,
                result.GetValue(fresh),
                [.. result.GetValue(allow)!.Select(Path.GetFullPath)],
                result.GetValue(open)
            );
        });
        var code = command
            .Parse(args)
            .Invoke(new InvocationConfiguration { Output = output, Error = errors });
        return (options, code);
    }
}
