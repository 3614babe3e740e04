using System.Net.Http.Headers;
using System.Text.Json;
using Furoshiki.App.Installation;

namespace Furoshiki.Cli;

/// <summary>
/// The page that runs with a data folder. It knows already what a command would have to find out first, so it is asked for everything that
/// changes nothing. Nothing here loads the application: that is what would take the time.
/// </summary>
internal static class RunningServer
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(20);

    /// <summary>Lets it do what a command line asks for, and prints what it says.</summary>
    /// <returns>The exit code; null if none runs, or it leaves this to the command.</returns>
    public static int? Do(string[] args)
    {
        try
        {
            if (args.Length == 0 || new DataFolder(DataIn(args)).RunningAt() is not { } address)
                return null;
            return Ask(new Uri(address), args);
        }
        catch (Exception problem)
            when (problem
                    is IOException
                        or UnauthorizedAccessException
                        or HttpRequestException
                        or TaskCanceledException
                        or JsonException
                        or UriFormatException
            )
        {
            return null;
        }
    }

    private static int? Ask(Uri address, string[] args)
    {
        // Its name is one of this machine's own, which a resolver need not know.
        var question = new HttpRequestMessage(
            HttpMethod.Post,
            $"http://127.0.0.1:{address.Port}/api/commands"
        )
        {
            Content = new ByteArrayContent(Written(args)),
        };
        question.Headers.Host = address.Authority;
        question.Headers.Authorization = new AuthenticationHeaderValue(
            "Bearer",
            address.Query[(address.Query.IndexOf('=', StringComparison.Ordinal) + 1)..]
        );
        question.Content.Headers.ContentType = new MediaTypeHeaderValue("application/json");
        using var client = new HttpClient { Timeout = Patience };
        using var response = client.Send(question);
        if (!response.IsSuccessStatusCode)
            return null;
        using var json = JsonDocument.Parse(response.Content.ReadAsStream());
        var answer = json.RootElement;
        if (answer.GetProperty("code") is not { ValueKind: JsonValueKind.Number } code)
            return null;
        Console.Out.Write(answer.GetProperty("out").GetString());
        Console.Error.Write(answer.GetProperty("error").GetString());
        return code.GetInt32();
    }

    private static byte[] Written(string[] args)
    {
        using var bytes = new MemoryStream();
        using (var json = new Utf8JsonWriter(bytes))
        {
            json.WriteStartObject();
            json.WriteStartArray("arguments");
            foreach (var word in args)
                json.WriteStringValue(word);
            json.WriteEndArray();
            if (Surroundings.NamedDesktop is { } desktop)
                json.WriteString("desktop", desktop);
            if (Console.IsOutputRedirected)
                json.WriteNull("columns");
            else
            {
                var here = Surroundings.Own();
                json.WriteNumber("columns", here.Columns!.Value);
                json.WriteString("colours", here.Colours.ToString());
            }
            json.WriteEndObject();
        }
        return bytes.ToArray();
    }

    private static string DataIn(string[] args)
    {
        const string Option = "--data";
        for (var i = 0; i < args.Length; i++)
            if (args[i] == Option && i + 1 < args.Length)
                return Path.GetFullPath(args[i + 1]);
            else if (args[i].StartsWith(Option + "=", StringComparison.Ordinal))
                return Path.GetFullPath(args[i][(Option.Length + 1)..]);
        return DataFolder.DefaultPath;
    }
}
