using System.Globalization;
using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Web.Tests;

/// <summary>Sends to every address of the API document what it does not expect.</summary>
public sealed class FuzzTests(RunningApp app) : IClassFixture<RunningApp>
{
    private const int Seed = 20261125;
    private const int Requests = 12;

    private static readonly string[] Texts =
    [
        "",
        " ",
        "a",
        "Red Lamp",
        "icons",
        "colours",
        "RED LAMP",
        "\u0000",
        "a\nb",
        "\u202Etxt",
        "\u200B",
        "\u0301",
        "\uFFFE",
        "\u3164",
        "👩‍🚀 Ärger",
        "../../etc",
        "/proc/self",
        new('x', 61),
        new('é', 70_000),
    ];

    private readonly Random _random = new(Seed);
    private readonly JsonNode _document = JsonNode.Parse(
        File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "furoshiki.json"))
    )!;

    /// <summary>The codes of problems, as the document lists them.</summary>
    private IEnumerable<string> Codes =>
        _document["components"]!["schemas"]!["ProblemDetails"]!["properties"]!["code"]!["enum"]!
            .AsArray()
            .Select(one => one!.GetValue<string>());

    [Fact]
    public void The_document_says_what_every_operation_parameter_and_answer_is()
    {
        foreach (var (path, methods) in _document["paths"]!.AsObject())
        foreach (var (method, operation) in methods!.AsObject())
        {
            var said = $"{method} {path}";
            operation!["summary"]!.GetValue<string>().ShouldNotBeEmpty(said);
            foreach (var parameter in operation["parameters"]?.AsArray() ?? [])
                parameter!
                    ["description"]
                    ?.GetValue<string>()
                    .ShouldNotBeNullOrEmpty($"{said}: {parameter["name"]}");
            foreach (var (status, answer) in operation["responses"]!.AsObject())
                answer!["description"]!.GetValue<string>().ShouldNotBeEmpty($"{said}: {status}");
            operation["responses"]!["default"].ShouldNotBeNull(said);
        }
    }

    [Fact]
    public async Task Every_list_says_how_many_there_are_also_of_those_that_it_does_not_have()
    {
        using var client = await app.Client();
        var (all, total) = await List("/api/profiles?desktop=1");
        total.ShouldBe(all);
        (await List("/api/profiles?desktop=1&skip=3&take=2")).ShouldBe((2, all));
        var (kinds, inAll) = await List("/api/kinds");
        inAll.ShouldBe(kinds);

        async Task<(int Told, int Total)> List(string path)
        {
            using var answer = await client.GetAsync(new Uri(path, UriKind.Relative));
            return (
                JsonNode.Parse(await answer.Content.ReadAsStringAsync())!.AsArray().Count,
                int.Parse(
                    answer.Headers.GetValues("Furoshiki-Total").Single(),
                    CultureInfo.InvariantCulture
                )
            );
        }
    }

    [Fact]
    public async Task Nothing_that_is_sent_ends_in_a_failure_or_is_stored_out_of_bounds()
    {
        using var client = await app.Client();
        foreach (var (path, methods) in _document["paths"]!.AsObject())
        foreach (var (method, operation) in methods!.AsObject())
            // Whoever takes all access back is out himself, in this test.
            for (
                var one = 0;
                one < Requests * Effort.Times
                    && !path.EndsWith("take-back", StringComparison.Ordinal);
                one++
            )
            {
                using var request = new HttpRequestMessage(
                    HttpMethod.Parse(method.ToUpperInvariant()),
                    new Uri(AddressFor(path, operation!), UriKind.Relative)
                );
                var body = BodyFor(operation!);
                request.Content = body;
                var sent =
                    $"{request.Method} {request.RequestUri} {(body is null ? "" : Start(await body.ReadAsStringAsync()))}";
                using var answer = await Send(client, request, sent);
                await Check(answer, sent);
                // Without its desktops there would be nothing left to send to.
                if (
                    answer.IsSuccessStatusCode && (method, path) is ("delete", "/api/desktops/{id}")
                )
                    await Undelete(client, await answer.Content.ReadAsStringAsync());
            }
        await CheckStored(client);
    }

    private static async Task<HttpResponseMessage> Send(
        HttpClient client,
        HttpRequestMessage request,
        string sent
    )
    {
        try
        {
            return await client.SendAsync(request, HttpCompletionOption.ResponseHeadersRead);
        }
        catch (TaskCanceledException)
        {
            throw new TimeoutException($"No answer: {sent}");
        }
    }

    [Fact]
    public async Task Of_twenty_saves_of_one_name_at_once_one_is_kept_and_the_others_say_why_not()
    {
        using var client = await app.Client();
        var answers = await Task.WhenAll(
            Enumerable.Range(0, 20).Select(_ => Save(client, "Twenty At Once"))
        );
        answers.Count(answer => answer.Status == HttpStatusCode.Created).ShouldBe(1);
        foreach (var (status, body) in answers.Where(one => one.Status != HttpStatusCode.Created))
        {
            status.ShouldBe(HttpStatusCode.UnprocessableEntity);
            body["field"]!.GetValue<string>().ShouldBe("name");
        }
    }

    [Theory]
    [InlineData("Ärger", "ÄRGER")]
    [InlineData(" Cosmos", "cosmos")]
    public async Task Names_that_differ_in_case_only_are_one_name(string one, string other)
    {
        using var client = await app.Client();
        (await Save(client, one)).Status.ShouldBe(HttpStatusCode.Created);
        (await Save(client, other)).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    private static Task Undelete(HttpClient client, string deleted) =>
        new Api(client).Post(
            $"/api/deletions/{JsonNode.Parse(deleted)!["id"]}/undelete",
            new JsonObject()
        );

    private static Task<(HttpStatusCode Status, JsonNode Body)> Save(
        HttpClient client,
        string name
    ) => new Api(client).Post("/api/profiles", Api.SaveAs(name, "colours"));

    private async Task Check(HttpResponseMessage answer, string sent)
    {
        ((int)answer.StatusCode).ShouldBeLessThan(500, sent);
        answer.Headers.Contains("Content-Security-Policy").ShouldBeTrue(sent);
        answer.Headers.GetValues("X-Content-Type-Options").ShouldBe(["nosniff"], sent);
        if ((int)answer.StatusCode < 400)
            return;
        answer.Content.Headers.ContentType?.MediaType.ShouldBe("application/problem+json", sent);
        var text = await answer.Content.ReadAsStringAsync();
        var problem = JsonNode.Parse(text)!;
        foreach (var member in new[] { "code", "unharmed", "detail" })
            problem[member]?.GetValue<string>().ShouldNotBeNullOrEmpty(sent);
        Codes.ShouldContain(problem["code"]!.GetValue<string>(), sent);
        text.ShouldNotContain("inner exception");
        text.ShouldNotContain("Furoshiki.Web.");
    }

    private static async Task CheckStored(HttpClient client)
    {
        var profiles = JsonNode
            .Parse(
                await client.GetStringAsync(new Uri("/api/profiles?desktop=1", UriKind.Relative))
            )!
            .AsArray();
        profiles.Count.ShouldBeGreaterThan(0);
        foreach (var profile in profiles.Select(one => one!["profile"]!))
        {
            var name = profile["name"]!.GetValue<string>();
            name.Length.ShouldBeInRange(1, 60);
            name.Any(char.IsControl).ShouldBeFalse();
            name.Trim().ShouldBe(name);
            profile["description"]!.GetValue<string>().Length.ShouldBeLessThanOrEqualTo(2000);
            profile["author"]!.GetValue<string>().Length.ShouldBeLessThanOrEqualTo(120);
            profile["tags"]!.AsArray().Count.ShouldBeLessThanOrEqualTo(12);
        }
    }

    private static string Start(string text) => text.Length > 300 ? text[..300] : text;

    private string AddressFor(string path, JsonNode operation)
    {
        var query = new List<string>();
        foreach (var parameter in operation["parameters"]?.AsArray() ?? [])
        {
            var name = parameter!["name"]!.GetValue<string>();
            var value = Uri.EscapeDataString(Parameter(name));
            if (parameter["in"]!.GetValue<string>() == "path")
                path = path.Replace($"{{{name}}}", value, StringComparison.Ordinal);
            else if (_random.Next(5) > 0)
                query.Add($"{name}={value}");
        }
        return query.Count == 0 ? path : $"{path}?{string.Join('&', query)}";
    }

    private string Parameter(string name) =>
        _random.Next(3) switch
        {
            0 => Pick(["1", "2", "3", "0", "-1", "99999999999999999999", "1.5", "now", "saving-3"]),
            1 when name is "digest" or "other" => new string('a', 64),
            1 => Pick(["1", "icons", "colours", "Desktop", "a.png"]),
            _ => Pick(Texts) is { Length: > 0 and < 100 } text
            // No server takes an address with this in it.
            && !text.Contains('\0', StringComparison.Ordinal)
                ? text
                : "1",
        };

    private HttpContent? BodyFor(JsonNode operation)
    {
        if (
            operation["requestBody"]?["content"]?.AsObject().FirstOrDefault()
            is not { Key: { } type } body
        )
            return null;
        if (type != "application/json")
            return new ByteArrayContent(Encoding.UTF8.GetBytes(Pick(Texts)));
        var text = Text(body.Value!["schema"]!, 0);
        text = _random.Next(12) switch
        {
            0 => text[..(text.Length / 2)],
            1 => "",
            2 => text.Replace("{\"", "{\"x\":1,\"", StringComparison.Ordinal),
            3 when text.IndexOf(':') is > 1 and var colon and < 40 => text[..(colon + 1)]
                + "null,"
                + text[1..],
            4 => $"[{text}]",
            _ => text,
        };
        var content = new ByteArrayContent(Encoding.UTF8.GetBytes(text));
        content.Headers.ContentType = new MediaTypeHeaderValue(
            _random.Next(15) == 0 ? "text/plain" : "application/json"
        );
        return content;
    }

    /// <summary>A value of a schema, in JSON; now and then something else.</summary>
    private string Text(JsonNode schema, int depth)
    {
        if (_random.Next(12) == 0 || depth > 8)
            return Odd();
        if (schema["$ref"]?.GetValue<string>() is { } name)
            return Text(_document["components"]!["schemas"]![name.Split('/')[^1]]!, depth + 1);
        if ((schema["oneOf"] ?? schema["anyOf"])?.AsArray() is { } choices)
            return Text(choices[_random.Next(choices.Count)]!, depth + 1);
        if (schema["enum"]?.AsArray() is { } names)
            return names[_random.Next(names.Count)]?.ToJsonString() ?? "null";
        var types = schema["type"] is JsonArray several
            ? several.Select(one => one!.GetValue<string>()).ToArray()
            : [schema["type"]?.GetValue<string>() ?? "null"];
        return Pick(types) switch
        {
            "object" => Object(schema, depth),
            "array" =>
                $"[{string.Join(',', Enumerable.Range(0, _random.Next(4)).Select(_ => Text(schema["items"]!, depth + 1)))}]",
            "string" => JsonValue.Create(Pick(Texts)).ToJsonString(),
            "boolean" => Pick(["true", "false"]),
            "integer" or "number" => Pick(["0", "1", "2", "3", "-1", "9223372036854775807"]),
            _ => "null",
        };
    }

    private string Object(JsonNode schema, int depth)
    {
        var members = (schema["properties"]?.AsObject() ?? [])
            .Where(_ => _random.Next(15) > 0)
            .Select(member => $"\"{member.Key}\":{Text(member.Value!, depth + 1)}");
        return $"{{{string.Join(',', members)}}}";
    }

    private string Odd() =>
        _random.Next(40) == 0
            ? $"\"{new string('y', 10_000_000)}\""
            : Pick([
                "null",
                "true",
                "1.5",
                "1e999",
                "-9999999999999999999999",
                "[]",
                "{}",
                "[null]",
                "\"\\ud800\"",
                "\"Saving\"",
                "{\"a\":{\"a\":{\"a\":{}}}}",
            ]);

    private T Pick<T>(IReadOnlyList<T> among) => among[_random.Next(among.Count)];
}
