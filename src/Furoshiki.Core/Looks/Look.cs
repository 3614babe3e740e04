using System.Collections.Immutable;
using System.Text.Json;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Looks;

/// <summary>
/// A whole set of components. It never changes, and is known by the digest of its content: its canonical JSON (RFC 8785).
/// </summary>
public sealed class Look
{
    private readonly ImmutableSortedDictionary<string, Component> _components;
    private readonly Lazy<byte[]> _bytes;
    private readonly Lazy<Digest> _digest;

    private Look(IEnumerable<Component> components, ImmutableSortedDictionary<string, string> kept)
    {
        _components = components.ToImmutableSortedDictionary(
            one => one.Kind.Name,
            one => one,
            StringComparer.Ordinal
        );
        Kept = kept;
        _bytes = new(() => LookJson.Write(_components.Values, kept));
        _digest = new(() => Digest.Of(_bytes.Value));
    }

    /// <summary>Makes a look of components, at most one of each kind.</summary>
    /// <exception cref="ArgumentException">Two have the same kind.</exception>
    public static Look Of(IEnumerable<Component> components) =>
        new(components, ImmutableSortedDictionary<string, string>.Empty);

    /// <summary>
    /// The parts of kinds that this version does not know, as canonical JSON by the kind's name: they are kept as they were saved.
    /// </summary>
    public ImmutableSortedDictionary<string, string> Kept { get; }

    /// <summary>The digest by which the look is known.</summary>
    public Digest Digest => _digest.Value;

    /// <summary>The look as canonical JSON, in UTF-8.</summary>
    public ReadOnlyMemory<byte> Bytes => _bytes.Value;

    /// <summary>The components, in the order in which people read them.</summary>
    public IEnumerable<Component> Components => _components.Values.OrderBy(one => one.Kind.Place);

    /// <summary>The component of a kind; null if the look has none.</summary>
    public Component? this[Kind kind] => _components.GetValueOrDefault(kind.Name);

    /// <summary>The component of a kind by its name; null if the look has none, or there is no such kind.</summary>
    public Component? Find(string kind) => _components.GetValueOrDefault(kind);

    /// <summary>The accent of its colours; null if it has none.</summary>
    public Rgba? Accent =>
        this[ColoursKind.Kind] is { } colours && colours.Has(Role.Accent, out var accent)
            ? accent
            : null;

    /// <summary>The look with a part in place of what it has of that kind.</summary>
    public Look With(Component part) => new(_components.SetItem(part.Kind.Name, part).Values, Kept);

    /// <summary>The look without a kind.</summary>
    public Look Without(Kind kind) => new(_components.Remove(kind.Name).Values, Kept);

    /// <summary>The look with some kinds only.</summary>
    public Look Only(IEnumerable<string> kinds)
    {
        var wanted = kinds.ToHashSet(StringComparer.Ordinal);
        return new Look(
            _components.Values.Where(one => wanted.Contains(one.Kind.Name)),
            Kept.RemoveRange(Kept.Keys.Where(kind => !wanted.Contains(kind)))
        );
    }

    /// <summary>Whether it is a dark one, by the tone of its colours; null if it has none.</summary>
    public bool? IsDark =>
        this[ColoursKind.Kind] is { } colours ? colours.Get(ColoursKind.Tone) == Tone.Dark : null;

    /// <summary>
    /// Where the assets stood when the look was read, as JSON: no part of what the look is, but of use when it is put on again.
    /// </summary>
    public string Places => LookJson.WritePlaces(_components.Values);

    /// <summary>
    /// The content that a look names: that of its assets, also in parts that this version does not know.
    /// </summary>
    /// <param name="bytes">The look, as <see cref="Bytes"/> has it.</param>
    /// <exception cref="FormatException">The bytes are no look.</exception>
    public static IReadOnlyList<NamedContent> NamesIn(ReadOnlySpan<byte> bytes)
    {
        try
        {
            return LookJson.NamesIn(bytes);
        }
        catch (Exception problem) when (problem is JsonException or InvalidOperationException)
        {
            throw new FormatException("This is no look.", problem);
        }
    }

    /// <summary>Lets the look be kept; the assets that it names, as far as they are held, are kept as long as it is.</summary>
    /// <param name="batch">What takes it in.</param>
    /// <returns>The look's digest.</returns>
    public Digest PutInto(IContentBatch batch) =>
        batch.PutRecord(Bytes.Span, NamesIn(Bytes.Span), isWhole: true);

    /// <summary>Reads a look that <see cref="Bytes"/> holds, of this version or an earlier one. What it does not know it keeps.</summary>
    /// <param name="bytes">The look.</param>
    /// <param name="places">Its <see cref="Places"/>, where they are known.</param>
    /// <param name="pool">Where parts that other looks have too are held; null to read each anew.</param>
    /// <exception cref="FormatException">The bytes are no look, or one of a form that is newer than this version.</exception>
    public static Look Parse(ReadOnlySpan<byte> bytes, string? places = null, PartPool? pool = null)
    {
        try
        {
            var (components, kept) = LookJson.Read(bytes, places, pool);
            return new Look(components, kept);
        }
        catch (Exception problem)
            when (problem
                    is JsonException
                        or InvalidOperationException
                        or ArgumentException
                        or KeyNotFoundException
                        or SettingsFileException
            )
        {
            throw new FormatException("This is not a look.", problem);
        }
    }
}
