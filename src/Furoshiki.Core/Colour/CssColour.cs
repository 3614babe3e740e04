using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;

namespace Furoshiki.Core.Colour;

/// <summary>What a person wrote for a colour, as it was taken.</summary>
/// <param name="Colour">The colour.</param>
/// <param name="Note">What it was taken for, where that is not plain; empty where it is.</param>
/// <param name="Otherwise">What else it could have meant; none where it is plain.</param>
public sealed record ColourReading(Rgba Colour, string Note, ImmutableArray<Rgba> Otherwise);

/// <summary>
/// Reads colours as CSS writes them (CSS Color 4), and those that were copied without their hash sign, or with an alpha byte at the front.
/// </summary>
public static partial class CssColour
{
    private const int Opaque = 255;

    /// <summary>Reads a colour.</summary>
    /// <param name="text">What a person wrote.</param>
    /// <returns>Null if it is none.</returns>
    public static ColourReading? Read(string text)
    {
        var tidy = text.Trim().TrimEnd(';').Trim().ToLowerInvariant();
        if (tidy.Length is 0 or > 200)
            return null;
        var digits = tidy.TrimStart('#');
        if (Hexadecimal().IsMatch(tidy) && Rgba.TryParse($"#{digits}", out var hexadecimal))
            return OfDigits(hexadecimal, digits.Length, tidy.StartsWith('#'));
        if (OfName(tidy) is { } named)
            return new ColourReading(named, "", []);
        return Function().Match(tidy) is { Success: true } function
            ? OfFunction(function.Groups["name"].Value, function.Groups["values"].Value)
            : null;
    }

    private static ColourReading OfDigits(Rgba colour, int digits, bool hasHash)
    {
        var notes = hasHash ? "" : "Its hash sign is missing. ";
        if (digits is not (4 or 8) || colour.A == Opaque)
            return new ColourReading(colour, hasHash ? "" : $"{notes}Taken for {colour}.", []);
        // The first byte of what was copied from a program that writes alpha first is mostly that of an opaque colour.
        var front = new Rgba(colour.G, colour.B, colour.A, colour.R);
        return colour.R == Opaque
            ? new ColourReading(
                front,
                $"{notes}Taken for {front} with its alpha at the front.",
                [colour]
            )
            : new ColourReading(
                colour,
                $"{notes}Taken for {colour with { A = Opaque }} of {Math.Round(colour.A * 100.0 / Opaque)} % opacity, with its alpha at the end.",
                [front, colour with { A = Opaque }]
            );
    }

    private static Rgba? OfName(string name)
    {
        if (name == "transparent")
            return new Rgba(0, 0, 0, 0);
        // The names of CSS are those of the X Window System, which the class library has too, with one of both spellings of grey.
        if (
            !name.All(char.IsAsciiLetter)
            || !Enum.TryParse<System.Drawing.KnownColor>(
                name.Replace("grey", "gray", StringComparison.Ordinal),
                ignoreCase: true,
                out var known
            )
        )
            return null;
        var colour = System.Drawing.Color.FromKnownColor(known);
        return colour.IsSystemColor ? null : new Rgba(colour.R, colour.G, colour.B);
    }

    private static ColourReading? OfFunction(string name, string values)
    {
        var all = Separators()
            .Split(values.Trim().Replace("/", " ", StringComparison.Ordinal))
            .Where(one => one.Length > 0)
            .ToList();
        var space = name == "color" && all.Count > 0 ? all[0] : name;
        if (name == "color")
            all.RemoveAt(0);
        if (
            all.Count is not (3 or 4)
            || ColourSpace.Find(space, isFunction: name != "color") is not { } found
        )
            return null;
        var read = all.Take(3).Select((one, i) => found.Channels[i].Read(one)).ToList();
        var alpha = all.Count == 4 ? new Channel(1, 1).Read(all[3]) : 1;
        if (read.Contains(null) || alpha is null)
            return null;
        var byteOfAlpha = (byte)Math.Round(Math.Clamp(alpha.Value, 0, 1) * Opaque);
        var linear = found.ToLinear(read[0]!.Value, read[1]!.Value, read[2]!.Value);
        if (linear.IsInGamut)
            return new ColourReading(linear.ToRgba(byteOfAlpha), "", []);
        var near = Oklch.From(Oklab.From(linear)).ToRgba(byteOfAlpha);
        return new ColourReading(near, $"sRGB has no such colour. {near} is the nearest.", []);
    }

    [GeneratedRegex("^#?([0-9a-f]{3,4}|[0-9a-f]{6}|[0-9a-f]{8})\\z")]
    private static partial Regex Hexadecimal();

    [GeneratedRegex(@"^(?<name>[a-z]+)\((?<values>[^()]*)\)\z")]
    private static partial Regex Function();

    [GeneratedRegex(@"[\s,]+")]
    private static partial Regex Separators();
}

/// <summary>How a number of a colour is written.</summary>
/// <param name="Hundred">What 100 % of it is.</param>
/// <param name="Unit">By what a plain number is multiplied.</param>
/// <param name="IsHue">Whether it is an angle.</param>
internal sealed record Channel(double Hundred, double Unit, bool IsHue = false)
{
    private static readonly (string Unit, double Degrees)[] Angles =
    [
        ("deg", 1),
        ("grad", 0.9),
        ("rad", 180 / Math.PI),
        ("turn", 360),
    ];

    /// <summary>Reads it; null if it is none.</summary>
    public double? Read(string text)
    {
        if (text == "none")
            return 0;
        var (number, factor) =
            text.EndsWith('%') && !IsHue ? (text[..^1], Hundred / 100) : (text, Unit);
        foreach (var (unit, degrees) in IsHue ? Angles : [])
            if (text.EndsWith(unit, StringComparison.Ordinal))
            {
                (number, factor) = (text[..^unit.Length], degrees);
                break;
            }
        return
            double.TryParse(number, NumberStyles.Float, CultureInfo.InvariantCulture, out var value)
            && double.IsFinite(value)
            ? value * factor
            : null;
    }
}

/// <summary>A way to write colours with three numbers.</summary>
/// <param name="Channels">The numbers.</param>
/// <param name="ToLinear">The light of the sRGB primaries.</param>
internal sealed record ColourSpace(
    Channel[] Channels,
    Func<double, double, double, LinearRgb> ToLinear
)
{
    private static readonly Channel Share = new(1, 1);
    private static readonly Channel Byte = new(1, 1.0 / 255);
    private static readonly Channel Percent = new(1, 0.01);
    private static readonly Channel Hue = new(1, 1, IsHue: true);

    private static readonly Dictionary<string, ColourSpace> Functions = new(StringComparer.Ordinal)
    {
        ["rgb"] = new([Byte, Byte, Byte], Gamma),
        ["rgba"] = new([Byte, Byte, Byte], Gamma),
        ["hsl"] = new([Hue, Percent, Percent], Hsl),
        ["hsla"] = new([Hue, Percent, Percent], Hsl),
        ["hwb"] = new([Hue, Percent, Percent], Hwb),
        ["lab"] = new([new(100, 1), new(125, 1), new(125, 1)], CieLab),
        ["lch"] = new(
            [new(100, 1), new(150, 1), Hue],
            (l, c, h) => CieLab(l, c * Math.Cos(h * Math.PI / 180), c * Math.Sin(h * Math.PI / 180))
        ),
        ["oklab"] = new(
            [Share, new(0.4, 1), new(0.4, 1)],
            (l, a, b) => new Oklab(Math.Clamp(l, 0, 1), a, b).ToLinear()
        ),
        ["oklch"] = new(
            [Share, new(0.4, 1), Hue],
            (l, c, h) => new Oklch(Math.Clamp(l, 0, 1), Math.Max(0, c), h).ToLab().ToLinear()
        ),
    };

    private static readonly Dictionary<string, ColourSpace> Named = new(StringComparer.Ordinal)
    {
        ["srgb"] = new([Share, Share, Share], Gamma),
        ["srgb-linear"] = new([Share, Share, Share], (r, g, b) => new LinearRgb(r, g, b)),
        ["display-p3"] = new(
            [Share, Share, Share],
            (r, g, b) => FromP3(Expand(r), Expand(g), Expand(b))
        ),
        ["xyz"] = new([Share, Share, Share], FromXyz),
        ["xyz-d65"] = new([Share, Share, Share], FromXyz),
        ["xyz-d50"] = new([Share, Share, Share], FromXyz50),
    };

    public static ColourSpace? Find(string name, bool isFunction) =>
        (isFunction ? Functions : Named).GetValueOrDefault(name);

    private static double Expand(double value)
    {
        var size = Math.Abs(value);
        return Math.Sign(value)
            * (size <= 0.04045 ? size / 12.92 : Math.Pow((size + 0.055) / 1.055, 2.4));
    }

    private static LinearRgb Gamma(double r, double g, double b) =>
        new(Expand(Math.Clamp(r, 0, 1)), Expand(Math.Clamp(g, 0, 1)), Expand(Math.Clamp(b, 0, 1)));

    /// <summary>Source: CSS Color 4, 7.1.</summary>
    private static LinearRgb Hsl(double hue, double saturation, double light)
    {
        var (s, l) = (Math.Clamp(saturation, 0, 1), Math.Clamp(light, 0, 1));
        return Gamma(At(0), At(8), At(4));

        double At(double n)
        {
            var k = (n + Turned(hue) / 30) % 12;
            return l - s * Math.Min(l, 1 - l) * Math.Max(-1, Math.Min(Math.Min(k - 3, 9 - k), 1));
        }
    }

    /// <summary>Source: CSS Color 4, 8.1.</summary>
    private static LinearRgb Hwb(double hue, double white, double black)
    {
        var (w, b) = (Math.Clamp(white, 0, 1), Math.Clamp(black, 0, 1));
        if (w + b >= 1)
            return Gamma(w / (w + b), w / (w + b), w / (w + b));
        return Gamma(At(0), At(8), At(4));

        double At(double n)
        {
            var k = (n + Turned(hue) / 30) % 12;
            var pure = 0.5 - 0.5 * Math.Max(-1, Math.Min(Math.Min(k - 3, 9 - k), 1));
            return pure * (1 - w - b) + w;
        }
    }

    private static double Turned(double hue) => (hue % 360 + 360) % 360;

    /// <summary>Source: CSS Color 4, 9.2, with the white point D50.</summary>
    private static LinearRgb CieLab(double lightness, double a, double b)
    {
        const double Kappa = 24389.0 / 27;
        const double Epsilon = 216.0 / 24389;
        var l = Math.Clamp(lightness, 0, 100);
        var fy = (l + 16) / 116;
        var (fx, fz) = (fy + a / 500, fy - b / 200);
        double Open(double f) => f * f * f > Epsilon ? f * f * f : (116 * f - 16) / Kappa;
        var y = l > Kappa * Epsilon ? fy * fy * fy : l / Kappa;
        return FromXyz50(Open(fx) * 0.3457 / 0.3585, y, Open(fz) * (1 - 0.3457 - 0.3585) / 0.3585);
    }

    // The matrices are those of CSS Color 4, "Sample code for color conversions".
    private static LinearRgb FromXyz50(double x, double y, double z) =>
        FromXyz(
            0.955473421488075 * x - 0.02309845494876471 * y + 0.06325924320057072 * z,
            -0.0283697093338637 * x + 1.0099953980813041 * y + 0.021041441191917323 * z,
            0.012314014864481998 * x - 0.020507649298898964 * y + 1.330365926242124 * z
        );

    private static LinearRgb FromXyz(double x, double y, double z) =>
        new(
            12831.0 / 3959 * x - 329.0 / 214 * y - 1974.0 / 3959 * z,
            -851781.0 / 878810 * x + 1648619.0 / 878810 * y + 36519.0 / 878810 * z,
            705.0 / 12673 * x - 2585.0 / 12673 * y + 705.0 / 667 * z
        );

    private static LinearRgb FromP3(double r, double g, double b) =>
        FromXyz(
            608311.0 / 1250200 * r + 189793.0 / 714400 * g + 198249.0 / 1000160 * b,
            35783.0 / 156275 * r + 247089.0 / 357200 * g + 198249.0 / 2500400 * b,
            32229.0 / 714400 * g + 5220557.0 / 5000800 * b
        );
}
