using System.Net;
using System.Text.Json.Nodes;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Web.Tests;

/// <summary>A folder of a person's own in a server without the demo, which is looked at through maps that ship.</summary>
internal sealed class House : IAsyncLifetime
{
    private readonly RunningApp _app = new() { WithDemo = false };
    private Api? _server;

    public Api Server => _server!;

    public string Folder => Path.Combine(_app.Home, "house");

    /// <summary>The home of the person in it.</summary>
    public string Home => Path.Combine(Folder, "home");

    public async ValueTask InitializeAsync()
    {
        Copy(Path.Combine(AppContext.BaseDirectory, "scenario", "dome-console"), Folder);
        await _app.Start();
        _server = new Api(await _app.Client());
    }

    public async ValueTask DisposeAsync()
    {
        Server.Client.Dispose();
        await _app.DisposeAsync();
    }

    public async Task<long> Register(string name, string map)
    {
        var (status, body) = await Server.Post(
            "/api/desktops",
            Api.NewDesktop(
                name,
                Api.Choice(
                    Folder,
                    await File.ReadAllTextAsync(
                        Path.Combine(AppContext.BaseDirectory, "scenario", "maps", $"{map}.json")
                    )
                ),
                2560,
                1440
            )
        );
        status.ShouldBe(HttpStatusCode.Created, body.ToJsonString());
        return body["id"]!.GetValue<long>();
    }

    public async Task<JsonNode> Save(long desktop, string name, params string[] cover)
    {
        var save = Api.SaveAs(name, cover);
        save["desktop"] = desktop;
        (await Server.Post("/api/profiles", save)).Status.ShouldBe(HttpStatusCode.Created);
        return await Server.SavingOf(name);
    }

    public async Task<JsonNode> Plan(long desktop, string kind, JsonNode id) =>
        (
            await Server.Post(
                $"/api/desktops/{desktop}/plans",
                new JsonObject { ["kind"] = kind, ["id"] = id.DeepClone() }
            )
        ).Body;

    /// <summary>Replaces something in one of its files, as another program would.</summary>
    public void Edit(string file, string from, string to)
    {
        var path = Path.Combine(Folder, file);
        var text = File.ReadAllText(path);
        text.ShouldContain(from);
        File.WriteAllText(path, text.Replace(from, to, StringComparison.Ordinal));
    }

    private static void Copy(string from, string to)
    {
        foreach (var folder in Directory.GetDirectories(from, "*", SearchOption.AllDirectories))
            Directory.CreateDirectory(to + folder[from.Length..]);
        foreach (var file in Directory.GetFiles(from, "*", SearchOption.AllDirectories))
            File.Copy(file, to + file[from.Length..]);
    }
}
