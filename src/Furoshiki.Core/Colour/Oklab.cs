namespace Furoshiki.Core.Colour;

/// <summary>
/// A colour in Oklab, in which equal distances look about equally far. Source: Björn Ottosson, "A perceptual color space for image
/// processing", 2020, with the matrices of CSS Color 4.
/// </summary>
/// <param name="L">Lightness, 0 to 1.</param>
/// <param name="A">Green (negative) to red (positive).</param>
/// <param name="B">Blue (negative) to yellow (positive).</param>
public readonly record struct Oklab(double L, double A, double B)
{
    /// <summary>Converts an sRGB colour; its alpha is left out of account.</summary>
    public static Oklab From(Rgba colour) => From(LinearRgb.From(colour));

    internal static Oklab From(LinearRgb colour)
    {
        var (r, g, b) = colour;
        var l = Math.Cbrt(0.4122214694707629 * r + 0.5363325372617349 * g + 0.0514459932675022 * b);
        var m = Math.Cbrt(0.2119034958178251 * r + 0.6806995506452344 * g + 0.1073969535369406 * b);
        var s = Math.Cbrt(0.0883024591900564 * r + 0.2817188391361215 * g + 0.6299787016738222 * b);
        return new Oklab(
            0.210454268309314 * l + 0.7936177747023054 * m - 0.0040720430116193 * s,
            1.9779985324311684 * l - 2.4285922420485799 * m + 0.450593709617411 * s,
            0.0259040424655478 * l + 0.7827717124575296 * m - 0.8086757549230774 * s
        );
    }

    internal LinearRgb ToLinear()
    {
        var l = L + 0.3963377773761749 * A + 0.2158037573099136 * B;
        var m = L - 0.1055613458156586 * A - 0.0638541728258133 * B;
        var s = L - 0.0894841775298119 * A - 1.2914855480194092 * B;
        (l, m, s) = (l * l * l, m * m * m, s * s * s);
        return new LinearRgb(
            4.0767416360759583 * l - 3.3077115392580629 * m + 0.2309699031821043 * s,
            -1.2684379732850315 * l + 2.6097573492876882 * m - 0.341319376002657 * s,
            -0.0041960761386756 * l - 0.7034186179359362 * m + 1.7076146940746117 * s
        );
    }

    /// <summary>How far another colour is, as the straight distance.</summary>
    public double DistanceTo(Oklab other) =>
        Math.Sqrt(
            (L - other.L) * (L - other.L)
                + (A - other.A) * (A - other.A)
                + (B - other.B) * (B - other.B)
        );
}

/// <summary>A colour in Oklab by its lightness, its chroma and its hue.</summary>
/// <param name="L">Lightness, 0 to 1.</param>
/// <param name="C">Chroma, from 0; within sRGB at most about 0.32.</param>
/// <param name="H">Hue in degrees, 0 to 360; without meaning where there is no chroma.</param>
public readonly record struct Oklch(double L, double C, double H)
{
    // The difference that the eye just does not see, and how near to it is near enough: CSS Color 4, 13.2.
    internal const double JustNotSeen = 0.02;
    private const double Near = 0.0001;

    /// <summary>The most chroma that a colour within sRGB has, rounded up.</summary>
    public const double MostChroma = 0.33;

    /// <summary>Converts an sRGB colour; its alpha is left out of account.</summary>
    public static Oklch From(Rgba colour) => From(Oklab.From(colour));

    internal static Oklch From(Oklab lab)
    {
        var hue = Math.Atan2(lab.B, lab.A) * 180 / Math.PI;
        return new Oklch(
            lab.L,
            Math.Sqrt(lab.A * lab.A + lab.B * lab.B),
            hue < 0 ? hue + 360 : hue
        );
    }

    /// <summary>The same in Oklab.</summary>
    public Oklab ToLab()
    {
        var angle = H * Math.PI / 180;
        return new Oklab(L, C * Math.Cos(angle), C * Math.Sin(angle));
    }

    /// <summary>Whether sRGB has this colour.</summary>
    public bool IsInSrgb => ToLab().ToLinear().IsInGamut;

    /// <summary>
    /// The colour in sRGB; where that has none, the nearest of the same lightness and hue. Source: CSS Color 4, 13.2, the sample
    /// algorithm for gamut mapping.
    /// </summary>
    /// <param name="alpha">Alpha, 0 (clear) to 255 (opaque).</param>
    public Rgba ToRgba(byte alpha = 255)
    {
        if (L >= 1)
            return new Rgba(255, 255, 255, alpha);
        if (L <= 0)
            return new Rgba(0, 0, 0, alpha);
        var own = ToLab().ToLinear();
        if (own.IsInGamut)
            return own.ToRgba(alpha);
        var clipped = own.Clipped;
        if (Oklab.From(clipped).DistanceTo(ToLab()) < JustNotSeen)
            return clipped.ToRgba(alpha);
        var (least, most, isLeastIn) = (0.0, C, true);
        while (most - least > Near)
        {
            var some = this with { C = (least + most) / 2 };
            var linear = some.ToLab().ToLinear();
            if (isLeastIn && linear.IsInGamut)
            {
                least = some.C;
                continue;
            }
            clipped = linear.Clipped;
            var off = Oklab.From(clipped).DistanceTo(some.ToLab());
            if (off >= JustNotSeen)
                most = some.C;
            else if (JustNotSeen - off < Near)
                break;
            else
                (isLeastIn, least) = (false, some.C);
        }
        return clipped.ToRgba(alpha);
    }
}

/// <summary>A colour by the light of the sRGB primaries, each 0 to 1 within the gamut.</summary>
internal readonly record struct LinearRgb(double R, double G, double B)
{
    private const double Rounding = 1e-6;

    public static LinearRgb From(Rgba colour) =>
        new(Rgba.Linear(colour.R), Rgba.Linear(colour.G), Rgba.Linear(colour.B));

    public bool IsInGamut => IsIn(R) && IsIn(G) && IsIn(B);

    public LinearRgb Clipped => new(Math.Clamp(R, 0, 1), Math.Clamp(G, 0, 1), Math.Clamp(B, 0, 1));

    public Rgba ToRgba(byte alpha) => new(Byte(R), Byte(G), Byte(B), alpha);

    private static bool IsIn(double channel) => channel is >= -Rounding and <= 1 + Rounding;

    /// <summary>Source of the transfer function: IEC 61966-2-1.</summary>
    private static byte Byte(double linear)
    {
        var light = Math.Clamp(linear, 0, 1);
        var value = light <= 0.0031308 ? 12.92 * light : 1.055 * Math.Pow(light, 1 / 2.4) - 0.055;
        return (byte)Math.Round(value * 255);
    }
}
