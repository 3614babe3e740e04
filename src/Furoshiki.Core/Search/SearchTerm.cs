using System.Collections.Immutable;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Words;

namespace Furoshiki.Core.Search;

/// <summary>One of the things that a search asks for, all of which have to be there.</summary>
public abstract record SearchTerm
{
    /// <summary>
    /// How far a colour may be from the one that is sought, in CIEDE2000: about where two colours side by side are no longer called the
    /// same.
    /// </summary>
    public const double NearColour = 8;

    private SearchTerm() { }

    /// <summary>Letters that stand somewhere, whatever their case.</summary>
    /// <param name="Key">The letters as they are compared.</param>
    public sealed record Letters(string Key) : SearchTerm
    {
        /// <inheritdoc />
        public override bool Fits(IndexEntry entry) =>
            entry.Key.Contains(Key, StringComparison.Ordinal);
    }

    /// <summary>A colour, or one near it.</summary>
    /// <param name="Colour">The colour.</param>
    public sealed record Near(Lab Colour) : SearchTerm
    {
        /// <inheritdoc />
        public override bool Fits(IndexEntry entry) =>
            entry.Colour is { } colour && Colour.DifferenceTo(colour) <= NearColour;
    }

    /// <summary>Whether something is what it asks for.</summary>
    public abstract bool Fits(IndexEntry entry);

    /// <summary>
    /// Reads what a person typed: words with spaces between, or in quotation marks where they belong together; a colour is written as in
    /// CSS (#rgb or #rrggbb).
    /// </summary>
    public static ImmutableArray<SearchTerm> Parse(string text)
    {
        var terms = ImmutableArray.CreateBuilder<SearchTerm>();
        // What stands at odd places is between quotation marks, be they closed yet or not.
        foreach (var (i, piece) in text.Split('"').Index())
        foreach (
            var word in i % 2 == 1
                ? [piece]
                : piece.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
        )
            if (PersonsText.KeyOf(word) is { Length: > 0 } key)
                terms.Add(
                    Rgba.TryParse(word, out var colour)
                        ? new Near(Lab.From(colour))
                        : new Letters(key)
                );
        return terms.ToImmutable();
    }
}
