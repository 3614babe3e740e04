using System.Text;
using System.Text.Json.Nodes;
using CsCheck;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Tests.Shared;
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
    [InlineData("\"at\": \"Wallpaper/fit\"", "\"at\": 4", "not of the type")]
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
    [InlineData(
        "\"picture\": { \"at\": \"Wallpaper/picture\" }",
        "\"picture\": {}",
        "'at' is missing"
    )]
    [InlineData("\"identity\": \"id\"", "\"identty\": \"id\"", "Did you mean 'identity'?")]
    [InlineData(
        "\"dock\": {\n      \"file\": \"dock\",\n      \"shows\": \"after program restart\",",
        "\"dock\": {\n      \"file\": \"dock\",",
        "'shows' is missing"
    )]
    [InlineData(
        "\"at\": \"Wallpaper/background\"",
        "\"at\": \"Wallpaper/mirrored\"",
        "This is where wallpaper background is (line 43)"
    )]
    [InlineData("\"at\": \"/align\"", "\"at\": \"/edge\"", "cannot be panels align too")]
    [InlineData(
        "config:engawa/windows.conf",
        "config:engawa/surface.conf",
        "This is where the file 'surface' is (line 12)"
    )]
    [InlineData("\"identity\": \"@id\",", "", "told apart by an attribute or an element")]
    [InlineData("\"identity\": \"id\",", "", "told apart by a member")]
    [InlineData("\"Wallpaper on *\"", "\"Wallpaper on\"", "no list in a key file")]
    [InlineData(
        "\"Wallpaper on *\",",
        "\"Wallpaper on *\", \"identity\": \"id\",",
        "and nothing else"
    )]
    [InlineData(
        "\"opacity\": { \"at\": \"/opacity\" }",
        "\"opacity\": { \"at\": \"/opacity\", \"scale\": 0.01 }",
        "2 different values with this scale and 0 decimals"
    )]
    [InlineData(
        "\"opacity\": { \"at\": \"/opacity\" }",
        "\"opacity\": { \"at\": \"/opacity\", \"quotes\": \"`\" }",
        "Quotes are \" or '"
    )]
    [InlineData(
        "[\"config:engawa/menu.xml\"]",
        "[\"config:engawa/menu.xml\", \"data:widgets\"]",
        "there are assets of widgets"
    )]
    [InlineData(
        "[\"data:extensions\"]",
        "[\"config:engawa\"]",
        "in it settings have places of their own"
    )]
    [InlineData("[\"data:extensions\"]", "[\"config:engawa/menu.xml\"]", "it belongs to launcher")]
    [InlineData(
        "[\"data:extensions\"]",
        "[\"data:keyrings\"]",
        "keys and passwords are kept there"
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

    [Theory]
    [InlineData("\"at\": \"Wallpaper/background\"", "\"at\": \"Wallpaper/mirrored\"")]
    [InlineData("\"identity\": \"@id\",", "")]
    [InlineData("[\"data:extensions\"]", "[\"config:engawa/menu.xml\"]")]
    [InlineData("[\"data:extensions\"]", "[\"data:keyrings\"]")]
    [InlineData("\"top left\": 0", "\"top left\": 1")]
    [InlineData(
        "\"opacity\": { \"at\": \"/opacity\" }",
        "\"opacity\": { \"at\": \"/opacity\", \"scale\": 0.01 }"
    )]
    public void What_an_older_version_took_is_still_read_where_desktops_and_savings_stand_on_it(
        string from,
        string to
    )
    {
        var text = Maps["engawa"].Replace(from, to, StringComparison.Ordinal);
        text.ShouldNotBe(Maps["engawa"]);
        Should.Throw<DesktopMapException>(() => Read(text));
        DesktopMapReader.ReadKept(Encoding.UTF8.GetBytes(text)).Kinds.ShouldNotBeEmpty();
    }

    [Theory]
    [InlineData("  \"files\": {", "  \"files\": ", "a comma, a bracket", 12)]
    [InlineData(
        "    \"data\": { \"path\": \"home/.local/share\" },",
        "    \"data\": { \"path\": \"home/.local/share\" ,",
        "a '}' is missing",
        7
    )]
    [InlineData(
        "\"entries\": { \"at\": \"/entries\" }\n        }\n      }\n    },",
        "\"entries\": { \"at\": \"/entries\" }\n        }\n    },",
        "a '}' is missing",
        227
    )]
    [InlineData("\"platform\": \"Engawa\",", "\"platform\": \"Engawa,", "does not end", 3)]
    [InlineData("\"platform\": \"Engawa\",", "\"platform\": \"Engawa\"", "a comma", 4)]
    public void A_bracket_or_a_mark_that_is_missing_is_told_with_the_line_where_it_is_missing(
        string from,
        string to,
        string said,
        int line
    )
    {
        var text = Maps["engawa"];
        text.ShouldContain(from);
        var at = text.IndexOf(from, StringComparison.Ordinal);
        var problem = Should.Throw<DesktopMapException>(() =>
            Read(text[..at] + to + text[(at + from.Length)..])
        );
        problem.Message.ShouldContain(said);
        problem.Line.ShouldBe(line);
    }

    /// <summary>A map with one of its brackets taken out, and the lines of that bracket and of the one that it goes with.</summary>
    private static readonly Gen<(string Map, int[] Lines)> Unbalanced = Gen.Select(
        Gen.OneOf([.. Maps.Values]),
        Gen.Int[0, 10_000],
        (text, where) =>
        {
            var pairs = Pairs(text).ToList();
            var (open, close) = pairs[where / 2 % pairs.Count];
            return (
                text.Remove(where % 2 == 0 ? open : close, 1),
                new[] { LineAt(text, open), LineAt(text, close) }
            );
        }
    );

    private static int LineAt(string text, int at) => 1 + text.AsSpan(0, at).Count('\n');

    private static IEnumerable<(int Open, int Close)> Pairs(string text)
    {
        var open = new Stack<int>();
        var isText = false;
        foreach (var (i, sign) in text.Index())
            if (sign == '"')
                isText = !isText;
            else if (isText)
                continue;
            else if (sign is '{' or '[')
                open.Push(i);
            else if (sign is '}' or ']')
                yield return (open.Pop(), i);
    }

    [Fact]
    public void Whichever_bracket_is_missing_the_line_that_is_told_is_between_its_pair_or_the_next() =>
        Unbalanced.Sample(
            spoilt =>
                Should
                    .Throw<DesktopMapException>(() => Read(spoilt.Map))
                    .Line.ShouldBeInRange(spoilt.Lines[0], spoilt.Lines[1] + 1),
            iter: 300 * Effort.Times
        );

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
