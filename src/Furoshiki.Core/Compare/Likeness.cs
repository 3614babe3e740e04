using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Compare;

/// <summary>How alike things are: of so many settings, how many are the same, each counted in its measure.</summary>
/// <param name="Same">How many are the same; one that is nearly so counts for nearly one.</param>
/// <param name="Count">How many there are.</param>
public readonly record struct Likeness(double Same, int Count)
{
    /// <summary>The difference of black and white in CIEDE2000, the largest between two greys.</summary>
    private const double BlackToWhite = 100;

    /// <summary>How alike they are, 0 to 1; 1 where there is nothing to differ in.</summary>
    public double Share => Count == 0 ? 1 : Same / Count;

    /// <summary>Two together.</summary>
    public static Likeness operator +(Likeness one, Likeness other) =>
        new(one.Same + other.Same, one.Count + other.Count);

    /// <summary>
    /// How alike two components of a kind are: every setting that one of them has counts, and each asset that both use and of which the
    /// content is another.
    /// </summary>
    public static Likeness Between(Component one, Component other)
    {
        var keys = one.Settings.Keys.Union(other.Settings.Keys).ToList();
        var edited = one.Assets.Count(asset =>
            other.Assets.Any(same => same.Name == asset.Name && same.Content != asset.Content)
        );
        return new Likeness(
            keys.Sum(key =>
                Between(one.Settings.GetValueOrDefault(key), other.Settings.GetValueOrDefault(key))
            ),
            keys.Count + edited
        );
    }

    /// <summary>How alike a component is to none.</summary>
    public static Likeness ToNothing(Component component) => new(0, component.Settings.Count);

    /// <summary>
    /// How alike two values are, 0 to 1. Numbers by the share that the smaller is of the larger; colours by CIEDE2000; lists by the Dice
    /// coefficient of what is in them; places on a screen by their Jaccard index, the area that they share of the area that they cover;
    /// all others are the same or not.
    /// </summary>
    public static double Between(SettingValue? one, SettingValue? other) =>
        (one, other) switch
        {
            _ when Equals(one, other) => 1,
            (SettingValue.Number a, SettingValue.Number b) => Ratio(a.Value, b.Value),
            (SettingValue.Pixels a, SettingValue.Pixels b) => Ratio(a.Value, b.Value),
            (SettingValue.Colour a, SettingValue.Colour b) => Math.Max(
                0,
                1 - Lab.From(a.Value).DifferenceTo(Lab.From(b.Value)) / BlackToWhite
            ),
            (SettingValue.List a, SettingValue.List b) => Dice([.. a.Items], [.. b.Items]),
            (SettingValue.Geometry a, SettingValue.Geometry b) => Jaccard(a, b),
            _ => 0,
        };

    private static double Ratio(double one, double other) =>
        Math.Max(0, 1 - Math.Abs(one - other) / Math.Max(Math.Abs(one), Math.Abs(other)));

    private static double Dice(HashSet<string> one, HashSet<string> other) =>
        2.0 * one.Count(other.Contains) / (one.Count + other.Count);

    private static double Jaccard(SettingValue.Geometry one, SettingValue.Geometry other)
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
