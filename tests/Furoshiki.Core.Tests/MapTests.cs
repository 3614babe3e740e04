using System.Text;
using System.Text.Json.Nodes;
using CsCheck;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Json.Schema;

namespace Furoshiki.Core.Tests;

public sealed class MapTests
{
    private static readonly JsonSchema Schema = JsonSchema.FromText(
        File.ReadAllText(
            Path.Combine(AppContext.BaseDirectory, "schemas", "desktop-map.schema.json")
        )
    );

    private static readonly Dictionary<string, string> Maps = Directory
        .EnumerateFiles(Path.Combine(AppContext.BaseDirectory, "scenario", "maps"))
        .Concat(Directory.EnumerateFiles(Path.Combine(AppContext.BaseDirectory, "maps")))
        .ToDictionary(file => Path.GetFileNameWithoutExtension(file), File.ReadAllText);

    public static TheoryData<string> Names => [.. Maps.Keys];

    private static bool FitsSchema(JsonNode map) =>
        Schema.Evaluate(System.Text.Json.JsonSerializer.SerializeToElement(map)).IsValid;

    private static DesktopMap Read(string text) =>
        DesktopMapReader.Read(Encoding.UTF8.GetBytes(text));

    [Theory]
    [MemberData(nameof(Names))]
    public void Every_map_that_ships_fits_the_schema_and_is_read(string name)
    {
        FitsSchema(JsonNode.Parse(Maps[name])!).ShouldBeTrue();
        Read(Maps[name]).Kinds.ShouldNotBeEmpty();
    }

    [Fact]
    public void The_map_of_the_Dome_console_has_a_place_for_every_setting_that_can_be_set() =>
        TestDesktop.Map.Kinds.ShouldAllBe(kind =>
            kind.Kind.Settings.All(setting =>
                setting == Setting.Order
                || setting.Name == "picture" && kind.Kind == StartUpKind.Kind
                || kind.Settings.ContainsKey(setting.Name)
                || kind.Items!.Settings.ContainsKey(setting.Name)
            )
        );

    /// <summary>A map with one thing in it taken out, or put in place of it something that belongs elsewhere.</summary>
    private static readonly Gen<(JsonNode Map, string What)> Spoilt = Gen.Select(
        Gen.OneOf([.. Maps.Values]),
        Gen.Int[0, 10_000],
        Gen.OneOf("", "null", "7", "\"some text\"", "[]", "{}", "true"),
        (text, where, other) =>
        {
            var map = JsonNode.Parse(text)!;
            var all = All(map).ToList();
            var spoilt = all[where % all.Count];
            var what = $"{spoilt.GetPath()} → {other}";
            if (other.Length > 0)
                spoilt.ReplaceWith(JsonNode.Parse(other));
            else if (spoilt.Parent is JsonObject holder)
                holder.Remove(spoilt.GetPropertyName());
            else
                spoilt.Parent!.AsArray().Remove(spoilt);
            return (map, what);
        }
    );

    private static IEnumerable<JsonNode> All(JsonNode node)
    {
        var inside = node switch
        {
            JsonObject members => members.Select(member => member.Value),
            JsonArray elements => elements,
            _ => [],
        };
        foreach (var child in inside.OfType<JsonNode>())
        {
            yield return child;
            foreach (var deeper in All(child))
                yield return deeper;
        }
    }

    [Fact]
    public void Whatever_does_not_fit_the_schema_is_refused_with_a_line_and_nothing_else_is_thrown() =>
        Spoilt.Sample(
            spoilt =>
            {
                DesktopMapException? refused = null;
                try
                {
                    Read(spoilt.Map.ToJsonString());
                }
                catch (DesktopMapException problem)
                {
                    refused = problem;
                    problem.Line.ShouldBeGreaterThan(0);
                }
                if (refused is null)
                    FitsSchema(spoilt.Map).ShouldBeTrue(spoilt.What);
            },
            iter: 3000
        );

    [Theory]
    [InlineData("\"at\": \"Wallpaper/fit\"", "\"at\": 4", "not of this type")]
    [InlineData("\"at\": \"Wallpaper/fit\"", "\"at\": \"fit\"", "the form Group/key")]
    [InlineData(
        "\"in\": [\"data:borders\"",
        "\"in\": [\"attic:borders\"",
        "'attic:borders' is no path"
    )]
    [InlineData(
        "\"in\": [\"data:borders\"",
        "\"in\": [\"data:../../etc\"",
        "no path in one of the map's places"
    )]
    [InlineData(
        "\"shows\": \"after restart\"",
        "\"shows\": \"some day\"",
        "'some day' is no moment"
    )]
    [InlineData("\"format\": \"xml\"", "\"format\": \"runes\"", "There is no format 'runes'")]
    [InlineData("\"mirrored\": {", "\"turned\": {", "no setting 'turned'")]
    [InlineData("\"at\": \"/edge\"", "\"at\": \"edge\"", "no JSON Pointer")]
    [InlineData("\"after\": [\"panels\"]", "\"after\": [\"dock\"]", "dock comes after dock")]
    [InlineData("\"file\": \"dock\"", "\"file\": \"ghost\"", "no file 'ghost'")]
    [InlineData("\"top left\": 0", "\"top middle\": 0", "'top middle' is none of")]
    [InlineData("\"unit\": \"ms\"", "\"unit\": \"moons\"", "no unit of time")]
    [InlineData("\"SIGHUP\"", "\"SIGKILL\"", "'SIGKILL' is no signal that a program is told by")]
    [InlineData(
        "\"SIGTERM\", \"then\": \"starts",
        "\"SIGTERM\", \"then\": \"reads",
        "does not read again"
    )]
    [InlineData(
        "\"then\": \"reads again\"",
        "\"then\": \"runs rm\"",
        "nothing that a program does then"
    )]
    [InlineData(", \"then\": \"reads again\"", "", "go together")]
    [InlineData("\"engawa-files\"", "\"../files and more\"", "no name of a process")]
    [InlineData(
        "\"file manager\": { \"process\"",
        "\"clock\": { \"process\"",
        "No kind says that 'clock' shows it"
    )]
    public void A_map_that_says_what_cannot_be_is_refused_and_the_line_is_named(
        string from,
        string to,
        string said
    )
    {
        var text = Maps["engawa"];
        text.ShouldContain(from);
        var at = text.IndexOf(from, StringComparison.Ordinal);
        var problem = Should.Throw<DesktopMapException>(() =>
            Read(text[..at] + to + text[(at + from.Length)..])
        );
        problem.Message.ShouldContain(said);
        Math.Abs(problem.Line - 1 - text[..at].Count(c => c == '\n')).ShouldBeLessThanOrEqualTo(1);
    }

    [Fact]
    public void A_kind_comes_after_those_that_it_has_to_come_after()
    {
        var order = TestDesktop.Map.InOrder.Select(kind => kind.Kind).ToList();
        order.Count.ShouldBe(Kind.All.Length);
        foreach (var kind in TestDesktop.Map.Kinds)
        foreach (var before in kind.After)
            order.IndexOf(before).ShouldBeLessThan(order.IndexOf(kind.Kind));
    }
}
