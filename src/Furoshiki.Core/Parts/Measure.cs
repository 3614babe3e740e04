using System.Collections.Immutable;
using Furoshiki.Core.Colour;

namespace Furoshiki.Core.Parts;

/// <summary>The measures in which settings are compared: each says how alike two values are that differ, 0 to 1.</summary>
internal static class Measure
{
    /// <summary>The difference of black and white in CIEDE2000, the largest between two greys.</summary>
    private const double BlackToWhite = 100;

    /// <summary>The share that the smaller number is of the larger.</summary>
    public static double Ratio(double one, double other) =>
        Math.Max(0, 1 - Math.Abs(one - other) / Math.Max(Math.Abs(one), Math.Abs(other)));

    /// <summary>How near two colours are, by CIEDE2000.</summary>
    public static double Nearness(Rgba one, Rgba other) =>
        Math.Max(0, 1 - Lab.From(one).DifferenceTo(Lab.From(other)) / BlackToWhite);

    /// <summary>The Dice coefficient of what is in two lists.</summary>
    public static double Dice(ImmutableArray<string> one, ImmutableArray<string> other)
    {
        var (these, those) = (one.ToHashSet(), other.ToHashSet());
        return 2.0 * these.Count(those.Contains) / (these.Count + those.Count);
    }

    /// <summary>The Jaccard index of two places on a screen: the area that they share of the area that they cover.</summary>
    public static double Jaccard(SettingValue.Geometry one, SettingValue.Geometry other)
    {
        double Overlap(int a, int aLength, int b, int bLength) =>
            Math.Max(0, Math.Min(a + aLength, b + bLength) - Math.Max(a, b));
        var both =
            Overlap(one.X, one.Width, other.X, other.Width)
            * Overlap(one.Y, one.Height, other.Y, other.Height);
        var all = (double)one.Width * one.Height + (double)other.Width * other.Height - both;
        return both / all;
    }
}
