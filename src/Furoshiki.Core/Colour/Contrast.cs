using System.Globalization;

namespace Furoshiki.Core.Colour;

/// <summary>How well one colour can be told from another. Source: WCAG 2.2, "contrast ratio" and "relative luminance".</summary>
public static class Contrast
{
    /// <summary>What text needs. Source: WCAG 2.2, 1.4.3.</summary>
    public const double OfText = 4.5;

    /// <summary>What a mark needs that says something, such as where the keys go. Source: WCAG 2.2, 1.4.11.</summary>
    public const double OfMark = 3;

    /// <summary>Relative luminance, 0 (black) to 1 (white); alpha is left out of account.</summary>
    public static double Luminance(Rgba colour) =>
        0.2126 * Rgba.Linear(colour.R)
        + 0.7152 * Rgba.Linear(colour.G)
        + 0.0722 * Rgba.Linear(colour.B);

    /// <summary>A contrast ratio in words, such as "4.4 to 1": never said to be more than it is.</summary>
    /// <param name="ratio">The ratio, 1 to 21.</param>
    public static string Words(double ratio) =>
        string.Create(CultureInfo.InvariantCulture, $"{Math.Floor(ratio * 10) / 10:0.0} to 1");

    /// <summary>The contrast ratio, 1 to 21, of a colour on a ground; what can be seen through lies over the ground first.</summary>
    /// <param name="colour">The colour.</param>
    /// <param name="ground">The ground, taken as opaque.</param>
    public static double Between(Rgba colour, Rgba ground)
    {
        var (one, other) = (Luminance(Over(colour, ground)), Luminance(ground));
        return (Math.Max(one, other) + 0.05) / (Math.Min(one, other) + 0.05);
    }

    /// <summary>A colour as it looks over an opaque ground.</summary>
    public static Rgba Over(Rgba colour, Rgba ground) =>
        (ground with { A = 255 }).Mix(colour with { A = 255 }, colour.A / 255.0);

    /// <summary>The nearest colour of the same hue, lighter or darker, that reaches a contrast on each of some grounds.</summary>
    /// <param name="colour">The colour.</param>
    /// <param name="wanted">The contrast.</param>
    /// <param name="grounds">The grounds.</param>
    /// <returns>Null if no colour of that hue does.</returns>
    public static Rgba? Nearest(
        Rgba colour,
        double wanted,
        params IReadOnlyCollection<Rgba> grounds
    ) => NearestWhere(colour, other => grounds.All(ground => Between(other, ground) >= wanted));

    /// <summary>
    /// The nearest colour of the same hue of which something holds, and that can be told from another as well as before, or as well as text
    /// has to be.
    /// </summary>
    /// <param name="colour">The colour.</param>
    /// <param name="beside">What is written on it, or what it is written on.</param>
    /// <param name="holds">What is to hold.</param>
    /// <returns>Null if it holds of no colour of that hue.</returns>
    public static Rgba? NearestAsReadable(Rgba colour, Rgba beside, Func<Rgba, bool> holds)
    {
        var least = Math.Min(OfText, Between(colour, beside));
        return NearestWhere(colour, other => Between(other, beside) >= least && holds(other));
    }

    /// <summary>The nearest colour of the same hue, lighter or darker, of which something holds.</summary>
    /// <param name="colour">The colour.</param>
    /// <param name="holds">What is to hold.</param>
    /// <returns>Null if it holds of no colour of that hue.</returns>
    public static Rgba? NearestWhere(Rgba colour, Func<Rgba, bool> holds)
    {
        const int Steps = 256;
        var own = Oklch.From(colour);
        return Enumerable
            .Range(0, Steps + 1)
            .Select(i => (double)i / Steps)
            .OrderBy(lightness => Math.Abs(lightness - own.L))
            .ThenBy(lightness => lightness)
            .Select(lightness => (own with { L = lightness }).ToRgba())
            .Where(holds)
            .Cast<Rgba?>()
            .FirstOrDefault();
    }
}
