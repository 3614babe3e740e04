using System.Text.Json.Nodes;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Parts;

namespace Furoshiki.App.Kinds;

/// <summary>
/// The JSON Schema (2020-12) of desktop maps. What all kinds have in common stands in a file beside this one; the kinds, their
/// settings and the formats come from what there is.
/// </summary>
public static class MapSchema
{
    private const string Common = "desktop-map.schema.json";

    /// <summary>Makes it.</summary>
    public static JsonNode Make()
    {
        using var common = typeof(MapSchema).Assembly.GetManifestResourceStream(
            typeof(MapSchema),
            Common
        );
        var schema = JsonNode.Parse(common!)!;
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
