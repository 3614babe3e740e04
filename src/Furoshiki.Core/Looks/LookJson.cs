using System.Collections.Immutable;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Looks;

/// <summary>
/// The written form of looks. It carries its version, so that a look is read by what it is and not by what is newest: form 1 had the
/// kinds by themselves, and where each asset stood among what it is.
/// </summary>
internal static class LookJson
{
    private const int Form = 2;

    public static byte[] Write(
        IEnumerable<Component> components,
        ImmutableSortedDictionary<string, string> kept
    )
    {
        var parts = new JsonObject();
        foreach (var component in components)
            parts[component.Kind.Name] = Part(component);
        foreach (var (kind, json) in kept)
            parts[kind] = JsonNode.Parse(json);
        return CanonicalJson.Write(new JsonObject { ["form"] = Form, ["parts"] = parts });
    }

    public static string WritePlaces(IEnumerable<Component> components)
    {
        var places = new JsonObject();
        foreach (var component in components.Where(one => one.Assets.Length > 0))
            places[component.Kind.Name] = new JsonArray([
                .. component.Assets.Select(asset => (JsonNode?)asset.Path),
            ]);
        return Encoding.UTF8.GetString(CanonicalJson.Write(places));
    }

    public static (
        IReadOnlyList<Component> Components,
        ImmutableSortedDictionary<string, string> Kept
    ) Read(ReadOnlySpan<byte> bytes, string? places, PartPool? pool)
    {
        var reader = new Utf8JsonReader(bytes);
        using var document = JsonDocument.ParseValue(ref reader);
        var look = document.RootElement;
        var hasForm = look.TryGetProperty("form", out var form);
        if (hasForm && form.GetInt32() > Form)
            throw new FormatException("This look was saved by a newer version of Furoshiki.");
        var parts = hasForm ? look.GetProperty("parts") : look;
        using var stood = places is null ? null : JsonDocument.Parse(places);
        var components = new List<Component>();
        var kept = ImmutableSortedDictionary.CreateBuilder<string, string>(StringComparer.Ordinal);
        foreach (var part in parts.EnumerateObject())
            if (Kind.Find(part.Name) is { } kind)
            {
                var its =
                    stood?.RootElement.TryGetProperty(part.Name, out var at) == true ? at : default;
                components.Add(
                    pool?.Get(kind, part.Value, its, ReadPart) ?? ReadPart(kind, part.Value, its)
                );
            }
            else
                kept[part.Name] = Text(part.Value);
        return (components, kept.ToImmutable());
    }

    public static IReadOnlyList<NamedContent> NamesIn(ReadOnlySpan<byte> bytes)
    {
        var reader = new Utf8JsonReader(bytes);
        using var document = JsonDocument.ParseValue(ref reader);
        var look = document.RootElement;
        var parts = look.TryGetProperty("form", out _) ? look.GetProperty("parts") : look;
        return
        [
            .. parts
                .EnumerateObject()
                .Where(part => part.Value.ValueKind == JsonValueKind.Object)
                .Select(part => Find(part.Value, "assets"))
                .Where(assets => assets?.ValueKind == JsonValueKind.Array)
                .SelectMany(assets => assets!.Value.EnumerateArray())
                .Where(asset => asset.ValueKind == JsonValueKind.Object)
                .Select(Named)
                .OfType<NamedContent>()
                .Distinct(),
        ];

        static NamedContent? Named(JsonElement asset) =>
            Find(asset, "content") is { ValueKind: JsonValueKind.String } content
            && Digest.TryParse(content.GetString(), out var digest)
                ? new NamedContent(digest, Find(asset, "folder")?.ValueKind == JsonValueKind.True)
                : null;
    }

    private static JsonObject Part(Component component)
    {
        var settings = new JsonObject();
        foreach (var (key, value) in component.Settings)
            settings[key.ToString()] = component.Kind.GetSetting(key).Type.Write(value).ToJson();
        foreach (var (key, json) in component.Kept)
            settings[key] = JsonNode.Parse(json);
        return new JsonObject
        {
            ["settings"] = settings,
            ["assets"] = new JsonArray([.. component.Assets.Select(AssetJson)]),
        };
    }

    private static JsonObject AssetJson(Asset asset)
    {
        var json = new JsonObject
        {
            ["name"] = asset.Name,
            ["setting"] = asset.Setting,
            ["folder"] = asset.IsFolder,
            ["content"] = asset.Content?.Hex,
        };
        if (asset is { Setting: null, Content: not null })
            json["path"] = asset.Path;
        if (asset.Mode != Asset.CommonMode)
            json["mode"] = asset.Mode;
        if (asset.Attributes.Length > 0)
            json["attributes"] = asset.Attributes;
        return json;
    }

    private static Component ReadPart(Kind kind, JsonElement json, JsonElement places)
    {
        var settings = ImmutableSortedDictionary.CreateBuilder<SettingKey, SettingValue>();
        var kept = ImmutableSortedDictionary.CreateBuilder<string, string>(StringComparer.Ordinal);
        foreach (var setting in json.GetProperty("settings").EnumerateObject())
        {
            var key = SettingKey.Parse(setting.Name);
            if (Value(kind, key, setting.Value) is { } known)
                settings[key] = known;
            else
                kept[setting.Name] = Text(setting.Value);
        }
        var stood =
            places.ValueKind == JsonValueKind.Array
                ? places.EnumerateArray().Select(place => place.GetString()).ToList()
                : [];
        return new Component(
            kind,
            settings.ToImmutable(),
            [
                .. json.GetProperty("assets")
                    .EnumerateArray()
                    .Select((asset, i) => ReadAsset(asset, stood.ElementAtOrDefault(i))),
            ]
        )
        {
            Kept = kept.ToImmutable(),
        };
    }

    private static Asset ReadAsset(JsonElement json, string? stood) =>
        new(
            json.GetProperty("name").GetString()!,
            Find(json, "setting")?.GetString(),
            Find(json, "path")?.GetString() ?? stood,
            json.GetProperty("folder").GetBoolean(),
            Find(json, "content") is { } content ? Digest.Parse(content.GetString()!) : null
        )
        {
            Mode = Find(json, "mode")?.GetInt32() ?? Asset.CommonMode,
            Attributes = Find(json, "attributes")?.GetString() ?? "",
        };

    /// <summary>A member; null if it is not there, or null.</summary>
    private static JsonElement? Find(JsonElement json, string name) =>
        json.TryGetProperty(name, out var found) && found.ValueKind != JsonValueKind.Null
            ? found
            : null;

    /// <summary>A saved value; null if this version has no such setting, or cannot take such a value.</summary>
    private static SettingValue? Value(Kind kind, SettingKey key, JsonElement json)
    {
        try
        {
            return kind.FindSetting(key)?.Type.Read(NativeJson.Read(json));
        }
        catch (Exception problem)
            when (problem is SettingsFileException or FormatException or InvalidOperationException)
        {
            return null;
        }
    }

    private static string Text(JsonElement json) =>
        Encoding.UTF8.GetString(CanonicalJson.Write(JsonNode.Parse(json.GetRawText())!));
}
