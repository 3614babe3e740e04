using System.Text.Json.Nodes;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Parts;

namespace Furoshiki.App.Kinds;

/// <summary>
/// The JSON Schemas (2020-12) of what people write. What does not come from the program stands in files beside this one; the kinds, their
/// settings and the formats come from what there is.
/// </summary>
public static class Schemas
{
    /// <summary>That of a supply.</summary>
    public static JsonNode OfSupply()
    {
        var schema = Common("supply.schema.json");
        schema["$defs"]!["kindName"] = AnyOf(Kind.All.Select(kind => kind.Name));
        return schema;
    }

    /// <summary>That of a catalogue's index.</summary>
    public static JsonNode OfCatalogue() => Common("catalogue.schema.json");

    private static JsonNode Common(string name)
    {
        using var common = typeof(Schemas).Assembly.GetManifestResourceStream(
            typeof(Schemas),
            name
        );
        return JsonNode.Parse(common!)!;
    }

    /// <summary>That of a desktop map.</summary>
    public static JsonNode OfMap()
    {
        var schema = Common("desktop-map.schema.json");
        schema["properties"]!["kinds"]!["properties"] = new JsonObject(
            Kind.All.Select(kind => KeyValuePair.Create(kind.Name, (JsonNode?)Of(kind)))
        );
        schema["$defs"]!["kindName"] = AnyOf(Kind.All.Select(kind => kind.Name));
        schema["$defs"]!["format"] = AnyOf(SettingsFormat.All.Select(format => format.Name));
        return schema;
    }

    private static JsonObject Of(Kind kind)
    {
        var places = new JsonObject { ["settings"] = Settings(kind, ofItem: false) };
        if (kind.HasItems)
            places["items"] = new JsonObject
            {
                ["properties"] = new JsonObject { ["settings"] = Settings(kind, ofItem: true) },
            };
        else
            places["items"] = false;
        return new JsonObject
        {
            ["$ref"] = "#/$defs/kind",
            ["title"] = kind.Title,
            ["properties"] = places,
        };
    }

    private static JsonObject Settings(Kind kind, bool ofItem) =>
        new()
        {
            ["propertyNames"] = AnyOf(
                kind.Settings.Where(setting => setting != Setting.Order && setting.IsFor(ofItem))
                    .Select(setting => setting.Name)
            ),
        };

    private static JsonObject AnyOf(IEnumerable<string> words) =>
        new() { ["enum"] = new JsonArray([.. words.Select(word => (JsonNode)word)]) };
}
