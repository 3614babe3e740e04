using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Kinds;

namespace Furoshiki.Core.Looks;

/// <summary>
/// A whole set of components. It never changes, and is known by the digest of its content: its canonical JSON (RFC 8785).
/// </summary>
public sealed class Look
{
    private readonly ImmutableSortedDictionary<string, Component> _components;
    private readonly byte[] _bytes;

    private Look(IEnumerable<Component> components)
    {
        _components = components.ToImmutableSortedDictionary(
            one => one.Kind,
            one => one,
            StringComparer.Ordinal
        );
        _bytes = CanonicalJson.Write(ToJson());
        Digest = Digest.Of(_bytes);
    }

    /// <summary>Makes a look of components, at most one of each kind.</summary>
    /// <exception cref="ArgumentException">Two have the same kind.</exception>
    public static Look Of(IEnumerable<Component> components) => new(components);

    /// <summary>The digest by which the look is known.</summary>
    public Digest Digest { get; }

    /// <summary>The look as canonical JSON, in UTF-8.</summary>
    public ReadOnlyMemory<byte> Bytes => _bytes;

    /// <summary>The components, in the order in which people read them.</summary>
    public IEnumerable<Component> Components =>
        _components.Values.OrderBy(one => Kind.PlaceOf(one.Kind));

    /// <summary>The component of a kind; null if the look has none.</summary>
    public Component? this[string kind] => _components.GetValueOrDefault(kind);

    /// <summary>The look with some kinds only.</summary>
    public Look Only(IEnumerable<string> kinds)
    {
        var wanted = kinds.ToHashSet(StringComparer.Ordinal);
        return Of(_components.Values.Where(one => wanted.Contains(one.Kind)));
    }

    /// <summary>Whether it is a dark one, by the tone of its colours.</summary>
    public bool IsDark => this[ColoursKind.Kind.Name]?.Text("tone", "light") == "dark";

    /// <summary>Reads a look that <see cref="Bytes"/> holds.</summary>
    /// <exception cref="FormatException">The bytes are no look, or name kinds or settings that are not known.</exception>
    public static Look Parse(ReadOnlySpan<byte> bytes)
    {
        try
        {
            var members = JsonNode.Parse(bytes)!.AsObject();
            return Of(
                members.Select(member => ParseComponent(member.Key, member.Value!.AsObject()))
            );
        }
        catch (Exception problem)
            when (problem
                    is JsonException
                        or InvalidOperationException
                        or ArgumentException
                        or NullReferenceException
                        or SettingsFileException
            )
        {
            throw new FormatException("This is not a look.", problem);
        }
    }

    private JsonObject ToJson()
    {
        var look = new JsonObject();
        foreach (var component in _components.Values)
        {
            var kind = Kind.Get(component.Kind);
            var settings = new JsonObject();
            foreach (var (key, value) in component.Settings)
                settings[key.ToString()] = kind.Setting(key).Type.Write(value).ToJson();
            var assets = new JsonArray([.. component.Assets.Select(AssetJson)]);
            look[component.Kind] = new JsonObject { ["settings"] = settings, ["assets"] = assets };
        }
        return look;
    }

    private static JsonObject AssetJson(Asset asset) =>
        new()
        {
            ["name"] = asset.Name,
            ["setting"] = asset.Setting,
            ["path"] = asset.Path,
            ["folder"] = asset.IsFolder,
            ["content"] = asset.Content?.Hex,
        };

    private static Component ParseComponent(string kindName, JsonObject json)
    {
        var kind = Kind.Get(kindName);
        var settings = json["settings"]!
            .AsObject()
            .Select(set =>
            {
                var key = SettingKey.Parse(set.Key);
                return KeyValuePair.Create(
                    key,
                    kind.Setting(key).Type.Read(NativeJson.Read(set.Value!))
                );
            });
        var assets = json["assets"]!
            .AsArray()
            .Select(asset => new Asset(
                asset!["name"]!.GetValue<string>(),
                asset["setting"]?.GetValue<string>(),
                asset["path"]?.GetValue<string>(),
                asset["folder"]!.GetValue<bool>(),
                asset["content"] is { } content ? Digest.Parse(content.GetValue<string>()) : null
            ));
        return new Component(kindName, settings.ToImmutableSortedDictionary(), [.. assets]);
    }
}
