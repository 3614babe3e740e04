using System.Globalization;
using System.Text;

namespace Furoshiki.Core.Words;

/// <summary>Checks what people write, so that it can be read again wherever it is shown.</summary>
public static class PersonsText
{
    private const int ZeroWidthNonJoiner = 0x200C;
    private const int ZeroWidthJoiner = 0x200D;

    /// <summary>A text as it is kept: with one kind of line end, and without space around it.</summary>
    /// <param name="text">The text.</param>
    public static string Tidy(string text) =>
        text.Replace("\r\n", "\n", StringComparison.Ordinal).Trim();

    /// <summary>Two texts with the same key differ in nothing but case.</summary>
    /// <param name="text">The text.</param>
    public static string KeyOf(string text) => Tidy(text).ToUpperInvariant();

    /// <summary>Why a text cannot be taken; null if it can.</summary>
    /// <param name="what">What the text is, as a sentence starts: "The name".</param>
    /// <param name="text">The text.</param>
    /// <param name="longest">Most UTF-16 code units that it may have.</param>
    /// <param name="hasLines">Whether it may have line breaks.</param>
    public static string? WhyNot(string what, string text, int longest, bool hasLines = false)
    {
        if (text.Length > longest)
            return $"{what} has {text.Length} characters; {longest} are the most.";
        var follows = false;
        for (var at = 0; at < text.Length; )
        {
            if (!Rune.TryGetRuneAt(text, at, out var rune) || IsNoCharacter(rune.Value))
                return $"{what} has something in it that is no character.";
            at += rune.Utf16SequenceLength;
            if (rune.Value is '\n' or '\r' && hasLines)
            {
                follows = false;
                continue;
            }
            switch (Rune.GetUnicodeCategory(rune))
            {
                case UnicodeCategory.Control
                or UnicodeCategory.LineSeparator
                or UnicodeCategory.ParagraphSeparator:
                    return $"{what} has a line break or another control character in it.";
                case UnicodeCategory.Format when !(follows && JoinsOrTags(rune.Value)):
                    return $"{what} has an invisible mark in it (U+{rune.Value:X4}).";
                case UnicodeCategory.NonSpacingMark or UnicodeCategory.EnclosingMark when !follows:
                    return $"{what} has a mark in it that belongs to no letter (U+{rune.Value:X4}).";
                case UnicodeCategory.SpaceSeparator:
                    follows = false;
                    break;
                default:
                    if (IsBlank(rune.Value))
                        return $"{what} has an invisible mark in it (U+{rune.Value:X4}).";
                    follows = true;
                    break;
            }
        }
        return null;
    }

    /// <summary>What joins letters or emoji, or makes a flag of one.</summary>
    private static bool JoinsOrTags(int value) =>
        value is ZeroWidthNonJoiner or ZeroWidthJoiner or (>= 0xE0020 and <= 0xE007F);

    /// <summary>Letters and symbols that show nothing.</summary>
    private static bool IsBlank(int value) =>
        value is 0x115F or 0x1160 or 0x2800 or 0x3164 or 0xFFA0;

    private static bool IsNoCharacter(int value) =>
        (value & 0xFFFE) == 0xFFFE || value is >= 0xFDD0 and <= 0xFDEF;
}
