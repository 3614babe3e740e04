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

    /// <summary>The value that a JSON element stands for.</summary>
    /// <exception cref="SettingsFileException">It is an object, null, or a list of anything but strings.</exception>
    public static NativeValue Read(JsonElement json) =>
        json.ValueKind switch
        {
            JsonValueKind.String => NativeValue.Text(json.GetString()!),
            JsonValueKind.Number => NativeValue.Number(json.GetRawText()),
            JsonValueKind.True => NativeValue.Flag(true),
            JsonValueKind.False => NativeValue.Flag(false),
            JsonValueKind.Array
                when json.EnumerateArray().All(item => item.ValueKind == JsonValueKind.String) =>
                NativeValue.List([.. json.EnumerateArray().Select(item => item.GetString()!)]),
            _ => throw new SettingsFileException(
                "A value is neither a text, a number, a flag nor a list of texts."
            ),
        };
}
