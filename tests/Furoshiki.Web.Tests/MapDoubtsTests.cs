using System.Text.Json.Nodes;

namespace Furoshiki.Web.Tests;

/// <summary>What the report of a folder says of a map that may be meant otherwise.</summary>
public sealed class MapDoubtsTests : IAsyncLifetime
{
    private const string Windows = "home/.config/engawa/windows.conf";
    private const string Typeface = "{ \"at\": \"Type/interface\" }";

    private readonly House _house = new();

    public ValueTask InitializeAsync() => _house.InitializeAsync();

    public ValueTask DisposeAsync() => _house.DisposeAsync();

    private async Task<JsonNode> Find(string kind, string? typeface = null)
    {
        var map = await File.ReadAllTextAsync(
            Path.Combine(AppContext.BaseDirectory, "scenario", "maps", "engawa.json")
        );
        map.ShouldContain(Typeface);
        var (_, report) = await _house.Server.Post(
            "/api/desktops/look",
            Api.Choice(
                _house.Folder,
                map.Replace(Typeface, typeface ?? Typeface, StringComparison.Ordinal)
            )
        );
        return report["kinds"]!.AsArray().Single(one => one!["kind"]!.GetValue<string>() == kind)!;
    }

    private static string[] Doubts(JsonNode found) =>
        [.. found["doubts"]!.AsArray().Select(one => one!.GetValue<string>())];

    [Fact]
    public async Task Quotes_that_stay_in_a_text_are_told_until_the_map_names_them()
    {
        Doubts(await Find("fonts")).ShouldBeEmpty();
        var text = await File.ReadAllTextAsync(Path.Combine(_house.Folder, Windows));
        var line = text.Split('\n')
            .First(one => one.StartsWith("interface=", StringComparison.Ordinal));
        var name = line["interface=".Length..];
        _house.Edit(Windows, line, $"interface=\"{name}\"");

        Doubts(await Find("fonts"))
            .ShouldHaveSingleItem()
            .ShouldStartWith($"Interface is \"{name}\", quotes and all.");
        var named = await Find("fonts", "{ \"at\": \"Type/interface\", \"quotes\": \"\\\"\" }");
        Doubts(named).ShouldBeEmpty();
        named["words"]!.GetValue<string>().ShouldContain(name);
        named["words"]!.GetValue<string>().ShouldNotContain("\"");
    }

    [Fact]
    public async Task Quotes_around_what_is_no_text_are_named_as_the_reason()
    {
        _house.Edit(Windows, "\nsize=10\n", "\nsize='10'\n");
        var unread = (await Find("fonts"))["unread"]!.AsArray().ShouldHaveSingleItem()!;
        unread["reason"]!
            .GetValue<string>()
            .ShouldEndWith("Its quotes belong to it, unless the map names them as its quotes.");
    }

    [Fact]
    public async Task A_file_that_was_not_written_for_a_year_while_others_were_is_told()
    {
        Doubts(await Find("panels")).ShouldBeEmpty();
        File.SetLastWriteTimeUtc(
            Path.Combine(_house.Folder, "home/.config/engawa/panels.json"),
            DateTime.UtcNow.AddDays(-400)
        );
        Doubts(await Find("panels"))
            .ShouldHaveSingleItem()
            .ShouldEndWith("Perhaps no program writes it any more.");
        Doubts(await Find("fonts")).ShouldBeEmpty();
    }
}
