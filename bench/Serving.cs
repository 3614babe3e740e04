using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;

namespace Furoshiki.Bench;

/// <summary>The server as it is installed, running with a data folder.</summary>
internal sealed class Serving : IDisposable
{
    private const int TicksPerSecond = 100;

    private readonly Process _process;
    private readonly HttpClient _client;
    private readonly List<Stream> _windows = [];

    /// <summary>The address that lets a browser in.</summary>
    public Uri Entrance { get; }

    /// <summary>Starts it.</summary>
    /// <param name="repository">The folder of the project.</param>
    /// <param name="data">The data folder.</param>
    /// <param name="allowed">The folder in which desktops may be added; null for the person's home.</param>
    /// <param name="demo">The folder of the demo scenario with which it starts; null for none.</param>
    public Serving(string repository, string data, string? allowed = null, string? demo = null)
    {
        _process = Process.Start(
            new ProcessStartInfo(
                Path.Combine(repository, "obj/published/Furoshiki.Web/Furoshiki.Web"),
                [
                    "--data",
                    data,
                    "--port",
                    "0",
                    .. allowed is null ? Array.Empty<string>() : ["--allow", allowed],
                    .. demo is null ? Array.Empty<string>() : ["--demo", demo],
                ]
            )
            {
                RedirectStandardOutput = true,
            }
        )!;
        Match? address = null;
        while (address is not { Success: true } && _process.StandardOutput.ReadLine() is { } line)
            address = Regex.Match(line, @"http://(\S+?):(\d+)/enter\?key=(\S+)");
        if (address is not { Success: true })
            throw new InvalidOperationException("The server did not start.");
        Entrance = new Uri(address.Value);
        _client = new HttpClient
        {
            BaseAddress = new Uri($"http://127.0.0.1:{address.Groups[2].Value}"),
            DefaultRequestHeaders =
            {
                Host = $"{address.Groups[1].Value}:{address.Groups[2].Value}",
                Authorization = new AuthenticationHeaderValue("Bearer", address.Groups[3].Value),
            },
        };
    }

    /// <summary>Asks it for something.</summary>
    /// <returns>How many bytes came.</returns>
    public int Get(string path) => _client.GetByteArrayAsync(path).Result.Length;

    /// <summary>Sends it something.</summary>
    /// <returns>Its answer.</returns>
    /// <exception cref="HttpRequestException">It refused.</exception>
    public JsonNode Post(string path, JsonNode body)
    {
        using var answer = _client.PostAsJsonAsync(path, body).Result;
        answer.EnsureSuccessStatusCode();
        return JsonNode.Parse(answer.Content.ReadAsStringAsync().Result)!;
    }

    /// <summary>Asks it for something in JSON.</summary>
    public JsonNode Ask(string path) => JsonNode.Parse(_client.GetStringAsync(path).Result)!;

    /// <summary>Sends it something of which it gives back what is no JSON, or what nobody needs.</summary>
    /// <exception cref="HttpRequestException">It refused.</exception>
    public void Send(string path, JsonNode body)
    {
        using var answer = _client.PostAsJsonAsync(path, body).Result;
        answer.EnsureSuccessStatusCode();
        answer.Content.ReadAsByteArrayAsync().Wait();
    }

    /// <summary>Gives it a file.</summary>
    /// <exception cref="HttpRequestException">It refused.</exception>
    public void Give(string path, string name, byte[] bytes)
    {
        using var form = new MultipartFormDataContent
        {
            { new ByteArrayContent(bytes), "file", name },
            { new StringContent("wallpaper"), "kind" },
        };
        using var answer = _client.PostAsync(path, form).Result;
        answer.EnsureSuccessStatusCode();
    }

    /// <summary>Follows its changes, as a window does.</summary>
    public Following Follow()
    {
        var stream = _client.GetStreamAsync("/api/changes").Result;
        _windows.Add(stream);
        return new Following(stream);
    }

    /// <summary>What it has of memory, in MiB.</summary>
    /// <param name="field">VmRSS, or VmHWM for the most that it had.</param>
    public long Memory(string field) => ProcessMemory.Of($"{_process.Id}", field);

    /// <summary>The share of one core that it takes for a while, in %. Source: proc(5), utime and stime in ticks of 10 ms.</summary>
    public double Busy(TimeSpan time)
    {
        var before = Ticks();
        Thread.Sleep(time);
        return 100 * (Ticks() - before) / (double)TicksPerSecond / time.TotalSeconds;
    }

    private long Ticks()
    {
        var fields = File.ReadAllText($"/proc/{_process.Id}/stat").Split(") ")[1].Split(' ');
        return long.Parse(fields[11], CultureInfo.InvariantCulture)
            + long.Parse(fields[12], CultureInfo.InvariantCulture);
    }

    public void Dispose()
    {
        foreach (var window in _windows)
            window.Dispose();
        _client.Dispose();
        _process.Kill();
        _process.WaitForExit();
        _process.Dispose();
    }
}

/// <summary>A window that follows the changes.</summary>
internal sealed class Following
{
    private readonly Lock _lock = new();
    private TaskCompletionSource _told = new();

    public Following(Stream stream) =>
        new Thread(() =>
        {
            using var reader = new StreamReader(stream);
            try
            {
                while (reader.ReadLine() is { } line)
                    if (line.Contains("changed", StringComparison.Ordinal))
                        lock (_lock)
                            _told.TrySetResult();
            }
            catch (IOException)
            {
                // The server has ended.
            }
        })
        {
            IsBackground = true,
        }.Start();

    /// <summary>Forgets what it was told until now.</summary>
    public void Forget()
    {
        lock (_lock)
            _told = new TaskCompletionSource();
    }

    /// <summary>Waits until it is told of a change.</summary>
    public void Wait() => _told.Task.Wait();
}

/// <summary>What processes have of memory.</summary>
internal static class ProcessMemory
{
    /// <summary>What a process has of it, in MiB. Source: proc(5), status.</summary>
    /// <param name="process">Its number, or "self".</param>
    /// <param name="field">VmRSS, or VmHWM for the most that it had.</param>
    public static long Of(string process, string field) =>
        long.Parse(
            File.ReadLines($"/proc/{process}/status")
                .First(line => line.StartsWith(field, StringComparison.Ordinal))
                .Split(' ')[^2],
            CultureInfo.InvariantCulture
        ) / 1024;
}
