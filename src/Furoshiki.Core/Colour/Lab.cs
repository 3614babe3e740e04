namespace Furoshiki.Core.Colour;

/// <summary>A colour in CIE L*a*b* (CIE 15:2018) under the standard illuminant D65.</summary>
/// <param name="L">Lightness, 0 to 100.</param>
/// <param name="A">Green (negative) to red (positive).</param>
/// <param name="B">Blue (negative) to yellow (positive).</param>
public readonly record struct Lab(double L, double A, double B)
{
    // D65 white point for the 2 degree observer, and the sRGB primaries' matrix: IEC 61966-2-1.
    private const double WhiteX = 0.95047;
    private const double WhiteZ = 1.08883;

    /// <summary>Converts an sRGB colour; its alpha is left out of account.</summary>
    public static Lab From(Rgba colour)
    {
        var (r, g, b) = (Rgba.Linear(colour.R), Rgba.Linear(colour.G), Rgba.Linear(colour.B));
        var x = 0.4124564 * r + 0.3575761 * g + 0.1804375 * b;
        var y = 0.2126729 * r + 0.7151522 * g + 0.0721750 * b;
        var z = 0.0193339 * r + 0.1191920 * g + 0.9503041 * b;
        var (fx, fy, fz) = (Compress(x / WhiteX), Compress(y), Compress(z / WhiteZ));
        return new Lab(116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz));
    }

    private static double Compress(double t) =>
        t > 216.0 / 24389 ? Math.Cbrt(t) : (24389.0 / 27 * t + 16) / 116;

    /// <summary>
    /// The CIEDE2000 difference to another colour: 0 for equal colours, about 1 where a trained eye begins to see it.
    /// Source: Sharma, Wu and Dalal, "The CIEDE2000 Color-Difference Formula", Color Research and Application 30(1), 2005;
    /// the weights kL, kC and kH are 1.
    /// </summary>
    public double DifferenceTo(Lab other)
    {
        var meanChroma =
            (Math.Sqrt(A * A + B * B) + Math.Sqrt(other.A * other.A + other.B * other.B)) / 2;
        var g = 0.5 * (1 - ChromaWeight(meanChroma));
        var (c1, h1) = Polar((1 + g) * A, B);
        var (c2, h2) = Polar((1 + g) * other.A, other.B);

        var deltaL = other.L - L;
        var deltaC = c2 - c1;
        var hueStep = HueStep(c1, h1, c2, h2);
        var deltaH = 2 * Math.Sqrt(c1 * c2) * Math.Sin(Radians(hueStep / 2));

        var meanL = (L + other.L) / 2;
        var meanC = (c1 + c2) / 2;
        var meanH = MeanHue(c1, h1, c2, h2);
        var t =
            1
            - 0.17 * Math.Cos(Radians(meanH - 30))
            + 0.24 * Math.Cos(Radians(2 * meanH))
            + 0.32 * Math.Cos(Radians(3 * meanH + 6))
            - 0.20 * Math.Cos(Radians(4 * meanH - 63));
        var offset = (meanL - 50) * (meanL - 50);
        var weightL = 1 + 0.015 * offset / Math.Sqrt(20 + offset);
        var weightC = 1 + 0.045 * meanC;
        var weightH = 1 + 0.015 * meanC * t;
        var turn = 30 * Math.Exp(-Math.Pow((meanH - 275) / 25, 2));
        var rotation = -2 * ChromaWeight(meanC) * Math.Sin(Radians(2 * turn));

        var (l, c, h) = (deltaL / weightL, deltaC / weightC, deltaH / weightH);
        return Math.Sqrt(l * l + c * c + h * h + rotation * c * h);
    }

    private static double ChromaWeight(double chroma)
    {
        var seventh = Math.Pow(chroma, 7);
        return Math.Sqrt(seventh / (seventh + Math.Pow(25, 7)));
    }

    private static (double Chroma, double Hue) Polar(double a, double b)
    {
        var hue = a == 0 && b == 0 ? 0 : Math.Atan2(b, a) * 180 / Math.PI;
        return (Math.Sqrt(a * a + b * b), hue < 0 ? hue + 360 : hue);
    }

    private static double HueStep(double c1, double h1, double c2, double h2)
    {
        if (c1 * c2 == 0)
            return 0;
        var step = h2 - h1;
        return step > 180 ? step - 360
            : step < -180 ? step + 360
            : step;
    }

    private static double MeanHue(double c1, double h1, double c2, double h2)
    {
        if (c1 * c2 == 0)
            return h1 + h2;
        if (Math.Abs(h1 - h2) <= 180)
            return (h1 + h2) / 2;
        return h1 + h2 < 360 ? (h1 + h2 + 360) / 2 : (h1 + h2 - 360) / 2;
    }

    private static double Radians(double degrees) => degrees * Math.PI / 180;
}
