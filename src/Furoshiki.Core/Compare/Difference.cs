using System.Collections.Immutable;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Compare;

/// <summary>A setting that differs between two components.</summary>
/// <param name="Key">Which setting.</param>
/// <param name="Title">Its name for people, with the item's where there is one.</param>
/// <param name="From">The first value; null if it is not set there.</param>
/// <param name="To">The second value; null if it is not set there.</param>
public sealed record SettingDifference(
    SettingKey Key,
    string Title,
    SettingValue? From,
    SettingValue? To
)
{
    /// <summary>How far two colours are apart (CIEDE2000, 0 or more); null for anything but two colours.</summary>
    public double? ColourDistance =>
        From is SettingValue.Colour from && To is SettingValue.Colour to
            ? Lab.From(from.Value).DifferenceTo(Lab.From(to.Value))
            : null;

    /// <summary>How much more opaque the second of two colours is, in % (-100 to 100); null for anything but two colours.</summary>
    public double? AlphaDifference =>
        From is SettingValue.Colour from && To is SettingValue.Colour to
            ? (to.Value.A - from.Value.A) * 100 / (double)byte.MaxValue
            : null;
}

/// <summary>What became of a file.</summary>
public enum FileChangeKind
{
    /// <summary>It is in both, and differs.</summary>
    Edited,

    /// <summary>It is in the second only.</summary>
    Added,

    /// <summary>It is in the first only.</summary>
    Deleted,
}

/// <summary>A file within an asset that differs.</summary>
/// <param name="Path">Where it stands in the asset; empty if the asset is a file itself.</param>
/// <param name="Before">What it is in the first component; null if it is not there.</param>
/// <param name="After">What it is in the second component; null if it is not there.</param>
public sealed record FileDifference(string Path, FileState? Before, FileState? After)
{
    /// <summary>What became of it.</summary>
    public FileChangeKind Change =>
        Before is null ? FileChangeKind.Added
        : After is null ? FileChangeKind.Deleted
        : FileChangeKind.Edited;

    /// <summary>Whether it is a folder wherever it is.</summary>
    public bool IsFolder =>
        (Before ?? After)!.Type == FileType.Folder && (After ?? Before)!.Type == FileType.Folder;
}

/// <summary>An asset that both components name, with other content in each, or two that stand in the same place of theirs.</summary>
/// <param name="From">It in the first component.</param>
/// <param name="To">It in the second component.</param>
/// <param name="Files">What differs within it, where it is a folder and both records were at hand; else empty.</param>
public sealed record AssetDifference(Asset From, Asset To, ImmutableArray<FileDifference> Files)
{
    /// <summary>The asset's name; of two, both.</summary>
    public string Name => IsReplaced ? $"{From.Name} \u2192 {To.Name}" : To.Name;

    /// <summary>Whether it is another asset, and not the same one with other content.</summary>
    public bool IsReplaced => From.Name != To.Name;
}

/// <summary>All that differs between two components of a kind.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="From">The first; null if that look has none.</param>
/// <param name="To">The second; null if that look has none.</param>
/// <param name="Settings">The settings that differ, in the order in which people read them.</param>
/// <param name="Assets">The assets of the same name that differ in content.</param>
public sealed record PartDifference(
    Kind Kind,
    Component? From,
    Component? To,
    ImmutableArray<SettingDifference> Settings,
    ImmutableArray<AssetDifference> Assets
)
{
    /// <summary>The furthest that two colours of a role are apart (CIEDE2000); null if no colour differs.</summary>
    public double? ColourDistance => Settings.Max(one => one.ColourDistance);

    /// <summary>The most by which a colour of a role is more or less opaque, in % (-100 to 100); null if no colour differs.</summary>
    public double? AlphaDifference =>
        Settings.Select(one => one.AlphaDifference).MaxBy(alpha => Math.Abs(alpha ?? 0));
}

/// <summary>Compares looks, part by part and setting by setting.</summary>
public static class Difference
{
    /// <summary>The parts that differ, in the order in which people read them.</summary>
    /// <param name="from">The first look.</param>
    /// <param name="to">The second look.</param>
    /// <param name="trees">Gives the tree with a digest; null where it is not at hand.</param>
    public static ImmutableArray<PartDifference> Between(
        Look from,
        Look to,
        Func<Digest, Tree?> trees
    ) =>
        [
            .. from
                .Components.Concat(to.Components)
                .Select(component => component.Kind)
                .Distinct()
                .OrderBy(kind => kind.Place)
                .Where(kind => !Equals(from[kind], to[kind]))
                .Select(kind => Between(kind, from[kind], to[kind], trees)),
        ];

    /// <summary>All that differs between two components of a kind.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="from">The first; null if there is none.</param>
    /// <param name="to">The second; null if there is none.</param>
    /// <param name="trees">Gives the tree with a digest; null where it is not at hand.</param>
    public static PartDifference Between(
        Kind kind,
        Component? from,
        Component? to,
        Func<Digest, Tree?> trees
    )
    {
        var keys = (from?.Settings.Keys ?? []).Union(to?.Settings.Keys ?? []);
        var settings = keys.OrderBy(key => key.Item, StringComparer.Ordinal)
            .ThenBy(key => kind.Settings.IndexOf(kind.GetSetting(key)))
            .Select(key => new SettingDifference(
                key,
                TitleOf(kind, key),
                from?.Settings.GetValueOrDefault(key),
                to?.Settings.GetValueOrDefault(key)
            ))
            .Where(one => !Equals(one.From, one.To) && !IsSameOrder(one));
        return new PartDifference(kind, from, to, [.. settings], [.. Assets(from, to, trees)]);
    }

    /// <summary>Whether two orders of items are the same but for items that come or go.</summary>
    private static bool IsSameOrder(SettingDifference one) =>
        one.Key == new SettingKey(Setting.Order.Name)
        && one.From is SettingValue.List from
        && one.To is SettingValue.List to
        && from.Items.Intersect(to.Items).SequenceEqual(to.Items.Intersect(from.Items));

    /// <summary>A setting's name for people, with the item's where there is one.</summary>
    public static string TitleOf(Kind kind, SettingKey key)
    {
        var title = kind.GetSetting(key).Title;
        return key.Item is null ? title : $"{key.Item}, {title.ToLowerInvariant()}";
    }

    private static IEnumerable<AssetDifference> Assets(
        Component? from,
        Component? to,
        Func<Digest, Tree?> trees
    )
    {
        if (from is null || to is null)
            yield break;
        foreach (var before in from.Assets)
        {
            var after = to.Assets.FirstOrDefault(asset => AreNamedAlike(asset, before));
            if (after is not null && !after.Equals(before))
                yield return Between(before, after, trees);
        }
    }

    /// <summary>
    /// The assets that stand in each other's place in two components and differ in content: those of one name, and of the others, in their
    /// order, those that the same setting names.
    /// </summary>
    /// <param name="part">All that differs between the two.</param>
    /// <param name="trees">Gives the tree with a digest; null where it is not at hand.</param>
    public static IEnumerable<AssetDifference> InPlace(
        PartDifference part,
        Func<Digest, Tree?> trees
    )
    {
        return part.Assets.Concat(
            Alone(part.From, part.To)
                .Join(Alone(part.To, part.From), one => one.Key, one => one.Key, Enumerable.Zip)
                .SelectMany(pairs => pairs)
                .Where(pair => pair.First.Content != pair.Second.Content)
                .Select(pair => Between(pair.First, pair.Second, trees))
        );

        // What only the one of them names, by the setting that does.
        static IEnumerable<IGrouping<string, Asset>> Alone(Component? one, Component? other) =>
            (one?.Assets ?? [])
                .Where(asset =>
                    asset is { Setting: not null, Content: not null }
                    && other?.Assets.Any(its => AreNamedAlike(its, asset)) != true
                )
                .GroupBy(asset => asset.Setting!);
    }

    private static bool AreNamedAlike(Asset one, Asset other) =>
        one.Name == other.Name && one.Setting == other.Setting;

    private static AssetDifference Between(Asset from, Asset to, Func<Digest, Tree?> trees) =>
        new(from, to, [.. FilesThatDiffer(from, to, trees)]);

    private static IEnumerable<FileDifference> FilesThatDiffer(
        Asset before,
        Asset after,
        Func<Digest, Tree?> trees
    )
    {
        var (from, to) = (TreeOf(before), TreeOf(after));
        if (!before.IsFolder && !after.IsFolder)
            return [new FileDifference("", StateOf(before), StateOf(after))];
        return from is null || to is null
            ? []
            : Tree.Between(from, to)
                .Select(one => new FileDifference(one.Path, one.Before, one.After));

        FileState? StateOf(Asset asset) =>
            asset.Content is { } digest
                ? FileState.OfFile(asset.Mode, 0, digest) with
                {
                    Attributes = asset.Attributes,
                }
                : null;

        Tree? TreeOf(Asset asset) =>
            asset is { IsFolder: true, Content: { } digest } ? trees(digest) : null;
    }
}
