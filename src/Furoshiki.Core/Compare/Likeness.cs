using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Compare;

/// <summary>How alike things are: of so many settings, how many are the same, each counted in its measure.</summary>
/// <param name="Same">How many are the same; one that is nearly so counts for nearly one.</param>
/// <param name="Count">How many there are.</param>
public readonly record struct Likeness(double Same, int Count)
{
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
                Between(
                    one.Kind.GetSetting(key).Type,
                    one.Settings.GetValueOrDefault(key),
                    other.Settings.GetValueOrDefault(key)
                )
            ),
            keys.Count + edited
        );
    }

    /// <summary>How alike a component is to none.</summary>
    public static Likeness ToNothing(Component component) => new(0, component.Settings.Count);

    /// <summary>How alike two values of a setting are, 0 to 1, in the measure of what it can be.</summary>
    public static double Between(SettingType type, SettingValue? one, SettingValue? other) =>
        Equals(one, other) ? 1
        : one is null || other is null ? 0
        : type.LikenessOf(one, other);
}
