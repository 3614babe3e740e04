using System.Globalization;

namespace Furoshiki.Core.Colour;

/// <summary>A colour in sRGB (IEC 61966-2-1), eight bits a channel, alpha not premultiplied.</summary>
/// <param name="R">Red, 0 to 255.</param>
/// <param name="G">Green, 0 to 255.</param>
/// <param name="B">Blue, 0 to 255.</param>
/// <param name="A">Alpha, 0 (clear) to 255 (opaque).</param>
public readonly record struct Rgba(byte R, byte G, byte B, byte A = 255)
{
    /// <summary>Reads CSS hexadecimal notation (CSS Color 4, 5.2): #rgb, #rgba, #rrggbb or #rrggbbaa.</summary>
    public static bool TryParse(string? text, out Rgba colour)
    {
        colour = default;
        if (text is null || !text.StartsWith('#') || !text.AsSpan(1).ContainsOnlyHex())
            return false;
        var digits = text[1..];
        if (digits.Length is 3 or 4)
            digits = string.Concat(digits.Select(digit => new string(digit, 2)));
        if (digits.Length is not (6 or 8))
            return false;
        byte Channel(int index) =>
            byte.Parse(
                digits.AsSpan(index * 2, 2),
                NumberStyles.HexNumber,
                CultureInfo.InvariantCulture
            );
        colour = new Rgba(
            Channel(0),
            Channel(1),
            Channel(2),
            digits.Length == 8 ? Channel(3) : (byte)255
        );
        return true;
    }

    /// <summary>CSS hexadecimal notation in lower case; alpha only where it is not opaque.</summary>
    public override string ToString() =>
        A == 255 ? $"#{R:x2}{G:x2}{B:x2}" : $"#{R:x2}{G:x2}{B:x2}{A:x2}";

    /// <summary>A channel with the sRGB transfer function taken off, 0 to 1. Source: IEC 61966-2-1.</summary>
    internal static double Linear(byte channel) => LinearOf[channel];

    private static readonly double[] LinearOf =
    [
        .. Enumerable
            .Range(0, byte.MaxValue + 1)
            .Select(channel => channel / 255.0)
            .Select(value =>
                value <= 0.04045 ? value / 12.92 : Math.Pow((value + 0.055) / 1.055, 2.4)
            ),
    ];

    /// <summary>This colour with another mixed in.</summary>
    /// <param name="other">The colour to mix in.</param>
    /// <param name="share">How much of it, 0 to 1.</param>
    public Rgba Mix(Rgba other, double share)
    {
        byte Channel(byte from, byte to) =>
            (byte)Math.Round(from + (to - from) * Math.Clamp(share, 0, 1));
        return new Rgba(Channel(R, other.R), Channel(G, other.G), Channel(B, other.B), A);
    }
}

internal static class HexExtensions
{
    public static bool ContainsOnlyHex(this ReadOnlySpan<char> text)
    {
        foreach (var c in text)
            if (!char.IsAsciiHexDigit(c))
                return false;
        return true;
    }
}
