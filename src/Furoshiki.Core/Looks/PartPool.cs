using System.Collections.Concurrent;
using System.Runtime.InteropServices;
using System.Text.Json;
using Furoshiki.Core.Content;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Looks;

/// <summary>Holds the parts of looks that are read, each that several have alike once. For use by several threads at once.</summary>
public sealed class PartPool
{
    private readonly ConcurrentDictionary<
        (Kind Kind, Digest Part, Digest Places),
        Component
    > _parts = new();

    /// <summary>A part, which is read if none of the looks so far had it.</summary>
    internal Component Get(
        Kind kind,
        JsonElement part,
        JsonElement places,
        Func<Kind, JsonElement, JsonElement, Component> read
    )
    {
        var key = (kind, DigestOf(part), DigestOf(places));
        return _parts.TryGetValue(key, out var known)
            ? known
            : _parts.GetOrAdd(key, read(kind, part, places));
    }

    private static Digest DigestOf(JsonElement json) =>
        Digest.Of(
            json.ValueKind == JsonValueKind.Undefined ? [] : JsonMarshal.GetRawUtf8Value(json)
        );
}
