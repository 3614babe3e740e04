using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;

namespace Furoshiki.Core.Looks;

/// <summary>The desktop maps that the parts of a look came with, which can be several desktops'.</summary>
/// <param name="Most">Digest of the map that is meant where a part has no other.</param>
/// <param name="Others">Digests of the others, by the kind's name.</param>
public sealed record PartMaps(Digest Most, ImmutableSortedDictionary<string, Digest> Others)
{
    /// <summary>All parts came from one desktop.</summary>
    /// <param name="map">Digest of its map.</param>
    public static PartMaps Of(Digest map) =>
        new(map, ImmutableSortedDictionary.Create<string, Digest>(StringComparer.Ordinal));

    /// <summary>Digest of the map that a part came with.</summary>
    /// <param name="kind">The kind's name.</param>
    public Digest this[string kind] => Others.GetValueOrDefault(kind, Most);

    /// <summary>Digests of all the maps, each once.</summary>
    public IEnumerable<Digest> All => Others.Values.Prepend(Most).Distinct();

    /// <summary>With the map of one part.</summary>
    /// <param name="kind">The kind's name.</param>
    /// <param name="map">Digest of the map.</param>
    public PartMaps With(string kind, Digest map) =>
        this with
        {
            Others = map == Most ? Others.Remove(kind) : Others.SetItem(kind, map),
        };

    /// <summary>Without those of parts that are not there.</summary>
    /// <param name="kinds">The names of the kinds that are.</param>
    public PartMaps Only(IEnumerable<string> kinds) =>
        this with
        {
            Others = Others.RemoveRange(Others.Keys.Except(kinds)),
        };

    /// <summary>The others as canonical JSON, in UTF-8: a record that names the maps.</summary>
    public ReadOnlyMemory<byte> Bytes => CanonicalJson.Write(ToJson());

    internal JsonObject ToJson() =>
        new([.. Others.Select(one => KeyValuePair.Create(one.Key, (JsonNode?)one.Value.Hex))]);

    internal static ImmutableSortedDictionary<string, Digest> OthersIn(JsonElement json) =>
        json.EnumerateObject()
            .ToImmutableSortedDictionary(
                one => one.Name,
                one => Digest.Parse(one.Value.GetString()!),
                StringComparer.Ordinal
            );

    /// <summary>Reads the others.</summary>
    /// <param name="most">Digest of the map that is meant where a part has no other.</param>
    /// <param name="bytes">The others, as <see cref="Bytes"/> has them.</param>
    /// <exception cref="FormatException">The bytes are none.</exception>
    public static PartMaps Parse(Digest most, ReadOnlySpan<byte> bytes)
    {
        try
        {
            var reader = new Utf8JsonReader(bytes);
            using var document = JsonDocument.ParseValue(ref reader);
            return new PartMaps(most, OthersIn(document.RootElement));
        }
        catch (Exception problem) when (problem is JsonException or InvalidOperationException)
        {
            throw new FormatException("These are no maps of parts.", problem);
        }
    }

    /// <summary>The maps that a record names.</summary>
    /// <param name="bytes">The record.</param>
    /// <exception cref="FormatException">The bytes are none.</exception>
    public static IReadOnlyList<NamedContent> NamesIn(ReadOnlySpan<byte> bytes) =>
        [
            .. Parse(default, bytes)
                .Others.Values.Distinct()
                .Select(map => new NamedContent(map, IsFolder: false)),
        ];

    /// <summary>Lets the others be kept, and the maps as long as they are.</summary>
    /// <param name="batch">What takes them in.</param>
    /// <returns>The record's digest; null if there are no others.</returns>
    public Digest? PutInto(IContentBatch batch) =>
        Others.IsEmpty ? null : batch.PutRecord(Bytes.Span, NamesIn(Bytes.Span), isWhole: true);
}
