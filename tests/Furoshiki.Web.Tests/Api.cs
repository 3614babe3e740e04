using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Furoshiki.Web.Tests;

/// <summary>Talks with the API as the interface does.</summary>
internal sealed class Api(HttpClient client)
{
    private static readonly TimeSpan Patience = TimeSpan.FromMinutes(2);

    public HttpClient Client { get; } = client;

    /// <summary>Waits until something is so, which others bring about.</summary>
    public static async Task Until(Func<Task<bool>> isSo)
    {
        var end = DateTime.UtcNow + Patience;
        while (!await isSo())
        {
            DateTime.UtcNow.ShouldBeLessThan(end);
            await Task.Delay(50);
        }
    }

    public async Task<JsonNode> Get(string path) =>
        JsonNode.Parse(await Client.GetStringAsync(new Uri(path, UriKind.Relative)))!;

    public async Task<(HttpStatusCode Status, JsonNode Body)> Post(string path, JsonNode body)
    {
        using var answer = await Client.PostAsJsonAsync(path, body);
        var text = await answer.Content.ReadAsStringAsync();
        return (answer.StatusCode, text.Length == 0 ? new JsonObject() : JsonNode.Parse(text)!);
    }

    public Task<JsonNode> Now(long desktop = 1) => Get($"/api/desktops/{desktop}/now");

    public Task<(HttpStatusCode Status, JsonNode Body)> Tell(
        long desktop,
        string action,
        string? program = null
    ) =>
        Post(
            $"/api/desktops/{desktop}/session",
            new JsonObject { ["action"] = action, ["program"] = program }
        );

    /// <summary>A folder with a map: one that ships, unless its text is said.</summary>
    public static JsonObject Choice(string folder, string? map = null) =>
        new()
        {
            ["folder"] = folder,
            ["map"] = map is null ? "open-desktop" : null,
            ["mapText"] = map,
        };

    /// <summary>A desktop of one screen that is to be added.</summary>
    public static JsonObject NewDesktop(
        string name,
        JsonNode choice,
        int width,
        int height,
        string version = "1"
    ) =>
        new()
        {
            ["name"] = name,
            ["choice"] = choice,
            ["version"] = version,
            ["screens"] = new JsonArray(
                new JsonObject
                {
                    ["id"] = "main",
                    ["width"] = width,
                    ["height"] = height,
                }
            ),
        };

    public static JsonObject SaveAs(string name, params string[] cover) =>
        new()
        {
            ["desktop"] = 1,
            ["form"] = new JsonObject
            {
                ["name"] = name,
                ["description"] = "",
                ["author"] = "",
                ["licence"] = "",
                ["tags"] = new JsonArray(),
            },
            ["profile"] = null,
            ["note"] = "",
            ["cover"] = new JsonArray([.. cover.Select(kind => JsonValue.Create(kind))]),
            ["asSaved"] = new JsonArray(),
            ["keepSystem"] = false,
        };

    /// <summary>The last saving of a profile.</summary>
    public async Task<JsonNode> SavingOf(string profile) =>
        (await Get("/api/profiles?desktop=1"))
            .AsArray()
            .Single(one => one!["profile"]!["name"]!.GetValue<string>() == profile)!["savingId"]!;

    public async Task<JsonNode> Plan(
        string kind,
        JsonNode id,
        long desktop = 1,
        params string[] kinds
    ) =>
        (
            await Post(
                $"/api/desktops/{desktop}/plans",
                new JsonObject
                {
                    ["kind"] = kind,
                    ["id"] = id.DeepClone(),
                    ["kinds"] =
                        kinds.Length == 0
                            ? null
                            : new JsonArray([.. kinds.Select(one => JsonValue.Create(one))]),
                }
            )
        ).Body;

    public static JsonObject RequestFor(JsonNode plan) =>
        new() { ["fingerprint"] = plan["fingerprint"]!.DeepClone() };

    public async Task<JsonNode> Switch(JsonNode plan, long desktop = 1)
    {
        var (status, started) = await Post($"/api/desktops/{desktop}/switches", RequestFor(plan));
        status.ShouldBe(HttpStatusCode.Accepted);
        var events = await Client.GetStringAsync(
            new Uri($"/api/switches/{started["id"]}/progress", UriKind.Relative)
        );
        return JsonNode.Parse(
            events.Split('\n').Last(line => line.StartsWith("data:", StringComparison.Ordinal))[5..]
        )!["result"]!;
    }
}
