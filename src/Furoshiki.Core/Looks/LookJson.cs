using System.Collections.Immutable;
using System.Text;
using System.Text.Json.Nodes;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Kinds;

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
            parts[component.Kind] = Part(component);
        foreach (var (kind, json) in kept)
            parts[kind] = JsonNode.Parse(json);
        return CanonicalJson.Write(new JsonObject { ["form"] = Form, ["parts"] = parts });
    }

    public static string WritePlaces(IEnumerable<Component> components)
    {
        var places = new JsonObject();
        foreach (var component in components.Where(one => one.Assets.Length > 0))
            places[component.Kind] = new JsonArray([
                .. component.Assets.Select(asset => (JsonNode?)asset.Path),
            ]);
        return Encoding.UTF8.GetString(CanonicalJson.Write(places));
    }

    public static (
        IReadOnlyList<Component> Components,
        ImmutableSortedDictionary<string, string> Kept
    ) Read(ReadOnlySpan<byte> bytes, string? places)
    {
        var look = JsonNode.Parse(bytes)!.AsObject();
        if (look["form"]?.GetValue<int>() > Form)
            throw new FormatException("This look was saved by a newer version of Furoshiki.");
        var parts = look.ContainsKey("form") ? look["parts"]!.AsObject() : look;
        var stood = places is null ? null : JsonNode.Parse(places)!.AsObject();
        var components = new List<Component>();
        var kept = ImmutableSortedDictionary.CreateBuilder<string, string>(StringComparer.Ordinal);
        foreach (var (name, part) in parts)
            if (Kind.Find(name) is { } kind)
                components.Add(ReadPart(kind, part!.AsObject(), stood?[name]?.AsArray()));
            else
                kept[name] = Text(part!);
        return (components, kept.ToImmutable());
    }

    private static JsonObject Part(Component component)
    {
        var kind = Kind.Get(component.Kind);
        var settings = new JsonObject();
        foreach (var (key, value) in component.Settings)
            settings[key.ToString()] = kind.Setting(key).Type.Write(value).ToJson();
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

    private static Component ReadPart(Kind kind, JsonObject json, JsonArray? places)
    {
        var settings = ImmutableSortedDictionary.CreateBuilder<SettingKey, SettingValue>();
        var kept = ImmutableSortedDictionary.CreateBuilder<string, string>(StringComparer.Ordinal);
        foreach (var (text, value) in json["settings"]!.AsObject())
        {
            var key = SettingKey.Parse(text);
            if (Value(kind, key, value!) is { } known)
                settings[key] = known;
            else
                kept[text] = Text(value!);
        }
        var assets = json["assets"]!
            .AsArray()
            .Select(
                (asset, i) =>
                    new Asset(
                        asset!["name"]!.GetValue<string>(),
                        asset["setting"]?.GetValue<string>(),
                        (
                            asset["path"] ?? (places?.Count > i ? places[i] : null)
                        )?.GetValue<string>(),
                        asset["folder"]!.GetValue<bool>(),
                        asset["content"] is { } content
                            ? Digest.Parse(content.GetValue<string>())
                            : null
                    )
                    {
                        Mode = asset["mode"]?.GetValue<int>() ?? Asset.CommonMode,
                        Attributes = asset["attributes"]?.GetValue<string>() ?? "",
                    }
            );
        return new Component(kind.Name, settings.ToImmutable(), [.. assets])
        {
            Kept = kept.ToImmutable(),
        };
    }

    /// <summary>A saved value; null if this version has no such setting, or cannot take such a value.</summary>
    private static SettingValue? Value(Kind kind, SettingKey key, JsonNode json)
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

    private static string Text(JsonNode json) => Encoding.UTF8.GetString(CanonicalJson.Write(json));
}
