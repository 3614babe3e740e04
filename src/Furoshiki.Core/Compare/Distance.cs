using System.Runtime.CompilerServices;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Compare;

/// <summary>How far apart a kind of part is in two looks.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Apart">How far, 0 (nothing differs that shows) to 1 (nothing in common); half where only one of the looks has it.</param>
public readonly record struct PartDistance(Kind Kind, double Apart)
{
    /// <summary>How far looks are apart that differ in some parts: the mean, each kind by its weight for the eye, 0 to 1.</summary>
    /// <param name="parts">How far apart their parts are.</param>
    public static double Mean(IReadOnlyCollection<PartDistance> parts)
    {
        var weight = parts.Sum(part => part.Kind.Weight);
        return weight == 0 ? 0 : parts.Sum(part => part.Kind.Weight * part.Apart) / weight;
    }
}

/// <summary>
/// How far apart looks are. It is a metric: never below 0, 0 only between twins (looks that differ in nothing that shows), the same
/// from both sides, and no way over a third look is shorter. docs/comparing.md says how it is made up and why that is so.
/// </summary>
public static class Distance
{
    /// <summary>How far something is from nothing: what is left alone may turn out as either.</summary>
    public const double ToNothing = 0.5;

    /// <summary>How far apart two looks are in each of all kinds.</summary>
    /// <param name="one">The one look.</param>
    /// <param name="other">The other.</param>
    /// <param name="trees">Gives the tree with a digest; null where it is not at hand.</param>
    public static IEnumerable<PartDistance> Between(
        Look one,
        Look other,
        Func<Digest, Tree?> trees
    ) => Kind.All.Select(kind => new PartDistance(kind, Between(one[kind], other[kind], trees)));

    /// <summary>How far apart two components of a kind are, 0 to 1.</summary>
    /// <param name="one">The one; null where a look leaves that kind alone.</param>
    /// <param name="other">The other; null where a look leaves that kind alone.</param>
    /// <param name="trees">Gives the tree with a digest; null where it is not at hand.</param>
    public static double Between(Component? one, Component? other, Func<Digest, Tree?> trees)
    {
        if (ReferenceEquals(one, other))
            return 0;
        if (one is null || other is null)
            return ToNothing;
        var (these, those) = (Things.GetValue(one, ThingsOf), Things.GetValue(other, ThingsOf));
        return Measure.AsShare(
            these
                .Keys.Union(those.Keys)
                .Sum(key =>
                    Thing.Between(these.GetValueOrDefault(key), those.GetValueOrDefault(key), trees)
                ),
            ToNothing * these.Count,
            ToNothing * those.Count
        );
    }

    /// <summary>How far apart two values of a setting are, 0 to 1, in the measure of what it can be.</summary>
    /// <param name="type">What it can be.</param>
    /// <param name="one">The one; null where it is not set.</param>
    /// <param name="other">The other; null where it is not set.</param>
    public static double Between(SettingType type, SettingValue? one, SettingValue? other) =>
        Equals(one, other) ? 0
        : one is null || other is null ? ToNothing
        : type.DistanceOf(one, other);

    /// <summary>What there is in a component, as long as that is held.</summary>
    private static readonly ConditionalWeakTable<Component, Dictionary<string, Thing>> Things = [];

    /// <summary>What there is in a component, each of which counts alike.</summary>
    private static Dictionary<string, Thing> ThingsOf(Component component)
    {
        var all = new Dictionary<string, Thing>(StringComparer.Ordinal);
        var named = new HashSet<Asset>(ReferenceEqualityComparer.Instance);
        foreach (var (key, value) in component.Settings)
        {
            var asset = value is SettingValue.Text text
                ? component.Assets.FirstOrDefault(asset =>
                    asset.Setting == key.Name && asset.Name == text.Value
                )
                : null;
            if (asset is not null)
                named.Add(asset);
            all[$"set {key}"] = new Thing(component.Kind.GetSetting(key).Type, value, asset);
        }
        foreach (var asset in component.Assets.Where(asset => !named.Contains(asset)))
            all[$"asset {asset.Setting} {asset.Name} {(asset.Setting is null ? asset.Path : "")}"] =
                new Thing(null, null, asset);
        foreach (var (key, json) in component.Kept)
            all[$"kept {key}"] = new Thing(null, new SettingValue.Text(json), null);
        return all;
    }

    /// <summary>A value, or what it names.</summary>
    private sealed record Thing(SettingType? Type, SettingValue? Value, Asset? Asset)
    {
        public static double Between(Thing? one, Thing? other, Func<Digest, Tree?> trees) =>
            one is null || other is null ? ToNothing
            : one.Asset?.Content is { } these && other.Asset?.Content is { } those
                ? OfFiles(one.Asset, these, other.Asset, those, trees)
            : one.Asset?.Content is not null || other.Asset?.Content is not null ? 1
            : one.Asset is not null || other.Asset is not null
                ? one.Asset?.Name == other.Asset?.Name ? 0
                    : 1
            : one.Type is { } type ? Distance.Between(type, one.Value, other.Value)
            : Equals(one.Value, other.Value) ? 0
            : 1;

        /// <summary>
        /// The files that only one of two assets has, as a share of all that they have together: the Jaccard distance of the sets of
        /// their files, each by its path and its content. A file, and a folder of which nothing is at hand, is a set of one.
        /// </summary>
        private static double OfFiles(
            Asset one,
            Digest these,
            Asset other,
            Digest those,
            Func<Digest, Tree?> trees
        )
        {
            if (these == those)
                return 0;
            if (
                !one.IsFolder
                || !other.IsFolder
                || trees(these) is not { } left
                || trees(those) is not { } right
            )
                return 1;
            var (lost, come) = (0, 0);
            foreach (var (_, before, after) in Tree.Between(left, right))
            {
                if (before?.Content == after?.Content && before?.Target == after?.Target)
                    continue;
                lost += before is null or { Type: FileType.Folder } ? 0 : 1;
                come += after is null or { Type: FileType.Folder } ? 0 : 1;
            }
            var all = left.FileCount + come;
            return all == 0 ? 0 : (double)(lost + come) / all;
        }
    }
}
