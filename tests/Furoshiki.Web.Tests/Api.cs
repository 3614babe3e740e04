using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Furoshiki.Web.Tests;

/// <summary>Talks with the API as the interface does.</summary>
internal sealed class Api(HttpClient client)
{
    public HttpClient Client { get; } = client;

    public async Task<JsonNode> Get(string path) =>
        JsonNode.Parse(await Client.GetStringAsync(new Uri(path, UriKind.Relative)))!;

    public async Task<(HttpStatusCode Status, JsonNode Body)> Post(string path, JsonNode body)
    {
        using var answer = await Client.PostAsJsonAsync(path, body);
        return (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync())!);
    }

    public Task<JsonNode> Now() => Get("/api/desktops/1/now");

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
        };

    public async Task<JsonNode> Plan(string kind, JsonNode id) =>
        (
            await Post(
                "/api/desktops/1/plans",
                new JsonObject { ["kind"] = kind, ["id"] = id.DeepClone() }
            )
        ).Body;

    public static JsonObject RequestFor(JsonNode plan) =>
        new()
        {
            ["target"] = plan["target"]!.DeepClone(),
            ["fingerprint"] = plan["fingerprint"]!.DeepClone(),
            ["madeFrom"] = plan["madeFrom"]!.DeepClone(),
        };

    public async Task<JsonNode> Switch(JsonNode plan)
    {
        var (status, started) = await Post("/api/desktops/1/switches", RequestFor(plan));
        status.ShouldBe(HttpStatusCode.Accepted);
        var events = await Client.GetStringAsync(
            new Uri($"/api/switches/{started["id"]}/progress", UriKind.Relative)
        );
        return JsonNode.Parse(
            events.Split('\n').Last(line => line.StartsWith("data:", StringComparison.Ordinal))[5..]
        )!["result"]!;
    }
}
