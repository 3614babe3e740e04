using System.Collections.Immutable;
using System.Globalization;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Words;

namespace Furoshiki.Core.Search;

/// <summary>That something is what a search asks for.</summary>
/// <param name="IsWhole">Whether it has whole words, and not only their beginnings.</param>
/// <param name="Apart">How far its colour is from the one that is sought, in CIEDE2000; 0 for the same, and for what is no colour.</param>
public readonly record struct SearchHit(bool IsWhole, double Apart)
{
    /// <summary>What was found, in words, with how far its colour is from the one that is sought.</summary>
    /// <param name="entry">What was found.</param>
    public string Words(IndexEntry entry) =>
        Apart == 0 ? entry.Words
        : Apart < 1 ? $"{entry.Words}, less than 1 apart"
        : $"{entry.Words}, {Math.Round(Apart)} apart";
}

/// <summary>One of the things that a search asks for, all of which have to be there.</summary>
public abstract record SearchTerm
{
    /// <summary>
    /// How far a colour may be from the one that is sought, in CIEDE2000: about where two colours side by side are no longer called the
    /// same.
    /// </summary>
    public const double NearColour = 8;

    private SearchTerm() { }

    /// <summary>
    /// Letters with which a word begins, whatever their case, and a number that stands after them as a whole: "red" is no part of
    /// "mirrored", and "radius 0" none of a radius of 10.
    /// </summary>
    /// <param name="Key">The letters as they are compared.</param>
    /// <param name="Number">The number; null for none.</param>
    public sealed record Letters(string Key, string? Number = null) : SearchTerm
    {
        /// <inheritdoc />
        public override SearchHit? Find(IndexEntry entry)
        {
            SearchHit? found = null;
            if (!entry.Key.Contains(Key, StringComparison.Ordinal))
                return null;
            foreach (var (end, isWhole) in Standing(entry.Key, Key))
                if (
                    (isWhole || !IsNumber(Key))
                    && (
                        Number is null
                        || Standing(entry.Key[end..], Number).Any(number => number.IsWhole)
                    )
                )
                    if (isWhole)
                        return new SearchHit(IsWhole: true, 0);
                    else
                        found = new SearchHit(IsWhole: false, 0);
            return found;
        }
    }

    /// <summary>Where letters stand at the beginning of a word: where they end, and whether a word ends there too.</summary>
    private static IEnumerable<(int End, bool IsWhole)> Standing(string text, string letters)
    {
        for (
            var at = text.IndexOf(letters, StringComparison.Ordinal);
            at >= 0;
            at = text.IndexOf(letters, at + 1, StringComparison.Ordinal)
        )
        {
            var end = at + letters.Length;
            if (IsApart(text.AsSpan(..at), letters[0], fromEnd: true))
                yield return (end, IsApart(text.AsSpan(end), letters[^1], fromEnd: false));
        }
    }

    /// <summary>Whether a word ends between a letter and what is beside it. Where words are written without a space between, anywhere.</summary>
    private static bool IsApart(ReadOnlySpan<char> beside, char letter, bool fromEnd)
    {
        if (beside.IsEmpty || !char.IsLetterOrDigit(letter))
            return true;
        var next = fromEnd ? beside[^1] : beside[0];
        if (char.IsDigit(letter))
            return !char.IsDigit(next)
                && !(
                    next is '.' or ','
                    && beside.Length > 1
                    && char.IsDigit(fromEnd ? beside[^2] : beside[1])
                );
        return !char.IsLetterOrDigit(next)
            || char.GetUnicodeCategory(letter) == UnicodeCategory.OtherLetter;
    }

    private static bool IsNumber(string text) =>
        text.Length > 0 && text.All(one => char.IsDigit(one) || one is '.' or ',');

    /// <summary>A colour, or one near it.</summary>
    /// <param name="Colour">The colour.</param>
    public sealed record Near(Lab Colour) : SearchTerm
    {
        /// <inheritdoc />
        public override SearchHit? Find(IndexEntry entry) =>
            entry.Colour is { } colour && Colour.DifferenceTo(colour) is <= NearColour and var apart
                ? new SearchHit(IsWhole: true, apart)
                : null;
    }

    /// <summary>How something is what it asks for; null if it is not.</summary>
    public abstract SearchHit? Find(IndexEntry entry);

    /// <summary>
    /// Reads what a person typed: words with spaces between, or in quotation marks where they belong together; a number belongs to the word
    /// before it; a colour is written as in CSS (#rgb or #rrggbb).
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
            if (PersonsText.KeyOf(word) is not { Length: > 0 } key)
                continue;
            else if (Rgba.TryParse(word, out var colour))
                terms.Add(new Near(Lab.From(colour)));
            else if (IsNumber(key) && terms.LastOrDefault() is Letters { Number: null } before)
                terms[^1] = before with { Number = key };
            else
                terms.Add(new Letters(key));
        return terms.ToImmutable();
    }
}
