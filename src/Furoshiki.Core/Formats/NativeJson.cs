using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace Furoshiki.Core.Formats;

/// <summary>Native values as JSON nodes, for looks and for the settings that a document of the product gives.</summary>
public static class NativeJson
{
    /// <summary>The JSON node for a value.</summary>
    public static JsonNode ToJson(this NativeValue value) =>
        value.Type switch
        {
            NativeType.Number => JsonValue.Create(
                double.Parse(value.Content, CultureInfo.InvariantCulture)
            ),
            NativeType.Flag => JsonValue.Create(value.Content == "true"),
            NativeType.List => new JsonArray([
                .. value.Items.Select(item => JsonValue.Create(item)),
            ]),
            _ => JsonValue.Create(value.Content),
        };

    /// <summary>The value that a JSON node stands for.</summary>
    /// <exception cref="SettingsFileException">It is an object, null, or a list of anything but strings.</exception>
    public static NativeValue Read(JsonNode node) =>
        node.GetValueKind() switch
        {
            JsonValueKind.String => NativeValue.Text(node.GetValue<string>()),
            JsonValueKind.Number => NativeValue.Number(node.ToJsonString()),
            JsonValueKind.True => NativeValue.Flag(true),
            JsonValueKind.False => NativeValue.Flag(false),
            JsonValueKind.Array
                when node.AsArray().All(item => item?.GetValueKind() == JsonValueKind.String) =>
                NativeValue.List([.. node.AsArray().Select(item => item!.GetValue<string>())]),
            _ => throw new SettingsFileException(
                "A value is neither a text, a number, a flag nor a list of texts."
            ),
        };
}
