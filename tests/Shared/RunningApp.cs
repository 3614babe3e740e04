using System.Diagnostics;
using System.Net;
using System.Net.Sockets;
using System.Text;
using System.Text.RegularExpressions;
using Furoshiki.Web;
using Microsoft.Data.Sqlite;

namespace Furoshiki.Tests.Shared;

/// <summary>The application itself, started with the demo in a data folder of its own.</summary>
public sealed class RunningApp : IAsyncLifetime
{
    private static readonly TimeSpan Patience = TimeSpan.FromMinutes(2);

    private readonly StringBuilder _printed = new();
    private CancellationTokenSource? _stop;
    private Task<int>? _here;
    private Process? _process;

    /// <summary>
    /// Whether it has a process of its own, started as it is installed, which alone can be killed. Else it runs in the process of the
    /// tests, where nothing that was compiled for one application is compiled again for the next.
    /// </summary>
    public bool InOwnProcess { get; init; }

    public bool WithDemo { get; init; } = true;

    /// <summary>The longest file that the application can write, in KiB, as on a disk that is full then; null for any.</summary>
    public int? LargestFile { get; init; }

    /// <summary>The folder with the demo scenario.</summary>
    public static string Scenario { get; } = Path.Combine(AppContext.BaseDirectory, "scenario");

    /// <summary>All that the application printed.</summary>
    public string Printed => _printed.ToString();

    /// <summary>A folder in which desktops may be added, with the data folder in it, as a person's home has one.</summary>
    public string Home { get; } = Directory.CreateTempSubdirectory("furoshiki-test-").FullName;

    public string Data => Path.Combine(Home, "data");

    /// <summary>The address to open, with its key.</summary>
    public Uri Enter { get; set; } = null!;

    public Uri Root => new(Enter, "/");

    public string Desktop => Folder("dome-console");

    /// <summary>The folder of one of the demo's desktops.</summary>
    public string Folder(string desktop) => Path.Combine(Data, "desktops", desktop);

    public string At(string path) => Path.Combine(Desktop, path);

    /// <summary>
    /// A data folder with the demo in it, as an application made it that ended as it should. To make it takes longer than most tests do,
    /// so it is made once, and every application begins with a copy.
    /// </summary>
    private static readonly Lazy<Task<string>> Demo = new(MakeDemo);

    public async ValueTask InitializeAsync()
    {
        if (WithDemo)
            await TakeDemo();
        await Start();
    }

    private static async Task<string> MakeDemo()
    {
        var app = new RunningApp();
        AppDomain.CurrentDomain.ProcessExit += (_, _) =>
            Directory.Delete(app.Home, recursive: true);
        await app.Start();
        await app.Stop();
        return app.Data;
    }

    /// <summary>Copies the demo. Only where its desktops stand is another then.</summary>
    private async Task TakeDemo()
    {
        var demo = await Demo.Value;
        using var copying = Process.Start("cp", ["-a", demo, Data]);
        await copying.WaitForExitAsync();
        await using var database = new SqliteConnection(
            $"Data Source={Path.Combine(Data, "furoshiki.db")};Pooling=False"
        );
        await database.OpenAsync();
        foreach (var table in new[] { "Desktops", "Switches" })
        {
            await using var move = database.CreateCommand();
            move.CommandText = $"UPDATE {table} SET Root = replace(Root, $from, $to)";
            move.Parameters.AddWithValue("$from", demo);
            move.Parameters.AddWithValue("$to", Data);
            await move.ExecuteNonQueryAsync();
        }
    }

    /// <summary>Starts it.</summary>
    /// <param name="port">The port on the loopback address; 0 takes a free one.</param>
    /// <param name="isFresh">Whether it begins with an empty data folder.</param>
    public async Task Start(int port = 0, bool isFresh = false)
    {
        var found = new TaskCompletionSource<Uri>(
            TaskCreationOptions.RunContinuationsAsynchronously
        );
        string[] arguments =
        [
            .. WithDemo ? ["--demo", Scenario] : Array.Empty<string>(),
            "--data",
            Data,
            "--port",
            $"{port}",
            "--allow",
            Home,
            .. isFresh ? ["--fresh"] : Array.Empty<string>(),
        ];
        Task ended;
        if (InOwnProcess || LargestFile is not null)
        {
            _process = Launch(Hear, arguments, LargestFile);
            ended = _process.WaitForExitAsync();
        }
        else
        {
            _stop = new CancellationTokenSource();
            var lines = new Lines(Hear);
            ended = _here = Task.Run(() => Application.Run(arguments, lines, lines, _stop.Token));
        }
        var first = await Task.WhenAny(found.Task, ended, Task.Delay(Patience));
        Enter =
            first == found.Task
                ? await found.Task
                : throw new InvalidOperationException($"The application did not start: {_printed}");

        void Hear(string line)
        {
            _printed.AppendLine(line);
            if (Regex.Match(line, @"http://\S+") is { Success: true } address)
                found.TrySetResult(new Uri(address.Value));
        }
    }

    /// <summary>Ends the process as a power cut would (SIGKILL).</summary>
    public void Kill()
    {
        if (_process is null)
            throw new InvalidOperationException("Only a process of its own can be killed.");
        _process.Kill();
        _process.WaitForExit();
    }

    /// <summary>Sends the process a signal, and waits until it has ended with an exit code.</summary>
    public async Task<int> End(int signal)
    {
        using var sent = Process.Start("kill", [$"-{signal}", $"{_process!.Id}"]);
        await _process.WaitForExitAsync();
        return _process.ExitCode;
    }

    /// <summary>Ends it, where that was not done already: as a power cut would in a process of its own, else by asking it to.</summary>
    public async Task Stop()
    {
        if (_process is not null)
            Kill();
        if (_stop is null)
            return;
        await _stop.CancelAsync();
        await _here!;
        _stop.Dispose();
        _stop = null;
    }

    /// <summary>Starts the application with other arguments, and returns its exit code and all that it printed.</summary>
    public static async Task<(int Code, string Printed)> Run(params string[] arguments)
    {
        using var printed = new StringWriter();
        var code = await Application.Run(arguments, printed, printed, CancellationToken.None);
        return (code, printed.ToString());
    }

    private static Process Launch(Action<string> line, string[] arguments, int? largest)
    {
        string[] command = [.. Programs.Start("Furoshiki.Web"), .. arguments];
        if (largest is not null)
            command = Programs.WithNoFileLongerThan(largest.Value, command);
        var start = new ProcessStartInfo(command[0], command[1..])
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        var process = new Process { StartInfo = start };
        foreach (var one in new[] { "out", "error" })
        {
            DataReceivedEventHandler received = (_, data) =>
            {
                if (data.Data is { } text)
                    lock (start)
                        line(text);
            };
            if (one == "out")
                process.OutputDataReceived += received;
            else
                process.ErrorDataReceived += received;
        }
        process.Start();
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
        return process;
    }

    /// <summary>A client that has entered with the key.</summary>
    public async Task<HttpClient> Client()
    {
        var client = Stranger(follows: true);
        using var entered = await client.GetAsync(Enter);
        client.DefaultRequestHeaders.Add(PageHeader, HalfIn(entered));
        return client;
    }

    /// <summary>The header in which a page sends its half of the session.</summary>
    public const string PageHeader = "Furoshiki-Page";

    /// <summary>The half of the session that an entrance gave to the page.</summary>
    public static string HalfIn(HttpResponseMessage entered) =>
        entered.RequestMessage!.RequestUri!.Fragment.Replace(
            "#page=",
            "",
            StringComparison.Ordinal
        );

    /// <summary>A client without the key. A browser knows by itself that names below "localhost" are this machine (RFC 6761).</summary>
    public HttpClient Stranger(bool follows = false) =>
        new(
            new SocketsHttpHandler
            {
                CookieContainer = new CookieContainer(),
                AllowAutoRedirect = follows,
                ConnectCallback = async (context, cancellation) =>
                {
                    var socket = new Socket(SocketType.Stream, ProtocolType.Tcp);
                    await socket.ConnectAsync(
                        IPAddress.Loopback,
                        context.DnsEndPoint.Port,
                        cancellation
                    );
                    return new NetworkStream(socket, ownsSocket: true);
                },
            }
        )
        {
            BaseAddress = Root,
        };

    /// <summary>The bytes of every file of the Dome console, and where its links point.</summary>
    public SortedDictionary<string, string> Snapshot() => Snapshot(Desktop);

    /// <summary>The bytes of every file in a folder, and where its links point.</summary>
    public static SortedDictionary<string, string> Snapshot(string folder) =>
        new(
            Directory
                .EnumerateFileSystemEntries(folder, "*", SearchOption.AllDirectories)
                .ToDictionary(
                    path => Path.GetRelativePath(folder, path),
                    path =>
                        new FileInfo(path).LinkTarget is { } target ? $"-> {target}"
                        : Directory.Exists(path) ? "folder"
                        : HexOf(path)
                ),
            StringComparer.Ordinal
        );

    /// <summary>The bytes of a file; one that the product has just taken away is told as gone.</summary>
    private static string HexOf(string path)
    {
        try
        {
            return Convert.ToHexString(File.ReadAllBytes(path));
        }
        catch (FileNotFoundException)
        {
            return "gone";
        }
    }

    /// <summary>Edits a file as another program would.</summary>
    public void Edit(string path, string from, string to)
    {
        var text = File.ReadAllText(At(path));
        text.ShouldContain(from);
        File.WriteAllText(At(path), text.Replace(from, to, StringComparison.Ordinal));
    }

    public async ValueTask DisposeAsync()
    {
        await Stop();
        _process?.Dispose();
        Directory.Delete(Home, recursive: true);
    }

    /// <summary>Hands on each line that is written.</summary>
    private sealed class Lines(Action<string> line) : TextWriter
    {
        private readonly StringBuilder _begun = new();

        public override Encoding Encoding => Encoding.UTF8;

        public override void Write(char value)
        {
            if (value != '\n')
            {
                _begun.Append(value);
                return;
            }
            line(_begun.ToString());
            _begun.Clear();
        }
    }
}
