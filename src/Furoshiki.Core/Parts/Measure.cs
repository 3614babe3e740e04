using System.Collections.Immutable;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Words;

namespace Furoshiki.Core.Parts;

/// <summary>
/// The measures in which settings are compared: each says how far apart two values are, 0 to 1, and is a metric. Sources of the
/// metrics: M. M. Deza and E. Deza, Encyclopedia of Distances, 4th edition, 2016.
/// </summary>
internal static class Measure
{
    /// <summary>
    /// The difference of two numbers as a share of the larger, and 1 where that is more. It is a metric: P. A. Hästö, "A new weighted
    /// metric: the relative metric I", 2002.
    /// </summary>
    public static double Relative(double one, double other) =>
        one == other
            ? 0
            : Math.Min(1, Math.Abs(one - other) / Math.Max(Math.Abs(one), Math.Abs(other)));

    /// <summary>
    /// The straight distance of two colours in Oklab, in which black and white are 1 apart, with their alpha as a fourth direction.
    /// CIEDE2000 says better how a difference looks, but is no metric: a way over a third colour can be shorter.
    /// </summary>
    public static double Straight(Rgba one, Rgba other)
    {
        var colour = Oklab.From(one).DistanceTo(Oklab.From(other));
        var alpha = (one.A - other.A) / (double)byte.MaxValue;
        return Math.Min(1, Math.Sqrt(colour * colour + alpha * alpha));
    }

    /// <summary>How many entries have to be put in or taken out to make one list of the other, as a share: see <see cref="AsShare"/>.</summary>
    public static double InOrder(ImmutableArray<string> one, ImmutableArray<string> other) =>
        AsShare(
            one.Length + other.Length - 2 * CommonOrder.Of(one, other).Count,
            one.Length,
            other.Length
        );

    /// <summary>The area of two places on a screen that only one of them covers, as a share of what they cover together.</summary>
    public static double Jaccard(SettingValue.Geometry one, SettingValue.Geometry other)
    {
        double Overlap(int a, int aLength, int b, int bLength) =>
            Math.Max(0, Math.Min(a + aLength, b + bLength) - Math.Max(a, b));
        var both =
            Overlap(one.X, one.Width, other.X, other.Width)
            * Overlap(one.Y, one.Height, other.Y, other.Height);
        var all = (double)one.Width * one.Height + (double)other.Width * other.Height - both;
        return 1 - both / all;
    }

    /// <summary>
    /// A distance as a share of all that there is in two things: 0 where they are the same, 1 where they have nothing in common. Of a
    /// metric it makes a metric, which is known as the Steinhaus transform.
    /// </summary>
    /// <param name="distance">The distance.</param>
    /// <param name="one">How far the one is from nothing, in the same metric.</param>
    /// <param name="other">How far the other is from nothing.</param>
    public static double AsShare(double distance, double one, double other) =>
        distance == 0 ? 0 : 2 * distance / (one + other + distance);
}
