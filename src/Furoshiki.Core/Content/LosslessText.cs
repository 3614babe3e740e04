using System.Buffers;
using System.Text;
using System.Text.Unicode;

namespace Furoshiki.Core.Content;

/// <summary>
/// Bytes as text without loss. Where they are UTF-8 the text is what they spell; each byte that is not stands as the lone
/// surrogate U+DC00 + byte, which UTF-8 never has.
/// </summary>
public static class LosslessText
{
    private const int LoneBase = 0xDC00;

    /// <summary>The text for the bytes of a file or of its name.</summary>
    public static string FromBytes(ReadOnlySpan<byte> bytes)
    {
        if (Utf8.IsValid(bytes))
            return Encoding.UTF8.GetString(bytes);
        var text = new StringBuilder(bytes.Length);
        while (!bytes.IsEmpty)
        {
            var valid =
                Rune.DecodeFromUtf8(bytes, out var rune, out var length) == OperationStatus.Done;
            if (valid)
                text.Append(rune.ToString());
            else
                foreach (var one in bytes[..length])
                    text.Append((char)(LoneBase + one));
            bytes = bytes[length..];
        }
        return text.ToString();
    }

    /// <summary>The bytes that a text made by <see cref="FromBytes"/> stands for.</summary>
    /// <exception cref="ArgumentException">The text has a lone surrogate that stands for no byte.</exception>
    public static byte[] ToBytes(string text)
    {
        if (!text.AsSpan().ContainsAnyInRange('\uD800', '\uDFFF'))
            return Encoding.UTF8.GetBytes(text);
        var bytes = new List<byte>(text.Length);
        Span<byte> spelt = stackalloc byte[4];
        for (var i = 0; i < text.Length; i++)
        {
            if (Rune.TryGetRuneAt(text, i, out var rune))
            {
                bytes.AddRange(spelt[..rune.EncodeToUtf8(spelt)]);
                i += rune.Utf16SequenceLength - 1;
            }
            else if (text[i] is >= (char)(LoneBase + 0x80) and <= (char)(LoneBase + 0xFF))
                bytes.Add((byte)(text[i] - LoneBase));
            else
                throw new ArgumentException("The text stands for no bytes.", nameof(text));
        }
        return [.. bytes];
    }

    /// <summary>Whether a text is Unicode through and through: it stands for no stray bytes, and has no half of a surrogate pair.</summary>
    public static bool IsUnicode(string text)
    {
        for (var i = 0; i < text.Length; i++)
            if (char.IsSurrogate(text[i]) && !Rune.TryGetRuneAt(text, i++, out _))
                return false;
        return true;
    }

    /// <summary>Whether a text stands for bytes that are not UTF-8.</summary>
    public static bool HasStrayBytes(string text) =>
        text.AsSpan().ContainsAnyInRange('\uD800', '\uDFFF')
        && text.EnumerateRunes().Any(rune => rune == Rune.ReplacementChar)
        && ToBytes(text) is var bytes
        && !Utf8.IsValid(bytes);
}
