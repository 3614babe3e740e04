using System.Collections.Concurrent;
using System.Collections.Immutable;
using Furoshiki.Core.Content;
using Furoshiki.Core.Parts;
using Semver;

namespace Furoshiki.Core.Supplies;

/// <summary>An asset that is known to be one of a supply.</summary>
/// <param name="Supply">The version that comes nearest to it.</param>
/// <param name="Asset">Which of its assets it is.</param>
/// <param name="Differing">How many of its files are missing, added or edited; 0 if it is as it came.</param>
public sealed record Recognised(Supply Supply, Provided Asset, int Differing)
{
    /// <summary>Other versions that come as near, so that it may as well have been one of them.</summary>
    public ImmutableArray<SemVersion> Perhaps { get; init; } = [];
}

/// <summary>Supplies by the assets that they bring.</summary>
/// <param name="supplies">The supplies, of equals the one that is preferred first.</param>
public sealed class SupplyIndex(IEnumerable<Supply> supplies)
{
    private readonly ILookup<string, (Supply Supply, Provided Asset)> _byName = supplies
        .SelectMany(supply => supply.Provides.Select(asset => (supply, asset)))
        .ToLookup(one => one.asset.Name, StringComparer.Ordinal);

    private readonly ConcurrentDictionary<
        (Kind Kind, string Name, Digest Content),
        Recognised
    > _found = new();

    /// <summary>What brings an asset of a name, whatever is in it, the preferred first.</summary>
    /// <param name="kind">The kind of part that uses it.</param>
    /// <param name="name">The asset's name.</param>
    public IEnumerable<(Supply Supply, Provided Asset)> Named(Kind kind, string name) =>
        _byName[name].Where(one => one.Asset.Kind == kind);

    /// <summary>The supply that an asset is one of, as it came or edited in place; null if it is one of none.</summary>
    /// <param name="kind">The kind of part that uses it.</param>
    /// <param name="asset">The asset, as it was read or saved.</param>
    /// <param name="trees">Gives the tree with a digest; null where it is not at hand.</param>
    public Recognised? Find(Kind kind, Asset asset, Func<Digest, Tree?> trees)
    {
        if (asset is not { Setting: not null, Content: { } content })
            return null;
        var key = (kind, asset.Name, content);
        if (_found.TryGetValue(key, out var known))
            return known;
        var found = Find(kind, asset, content, trees);
        // What is not known now can be once its tree is at hand.
        if (found is not null)
            _found[key] = found;
        return found;
    }

    /// <summary>The assets of a part that are of supplies.</summary>
    /// <param name="part">The part, as it was read or saved.</param>
    /// <param name="trees">Gives the tree with a digest; null where it is not at hand.</param>
    public IEnumerable<KeyValuePair<Asset, Recognised>> In(
        Component part,
        Func<Digest, Tree?> trees
    )
    {
        foreach (var asset in part.Assets)
            if (Find(part.Kind, asset, trees) is { } its)
                yield return KeyValuePair.Create(asset, its);
    }

    /// <summary>
    /// The extensions of a look that are on and that are known by their names, each as the version that the look says, else as the preferred
    /// one: no setting names their files.
    /// </summary>
    /// <param name="extensions">The part.</param>
    public IEnumerable<KeyValuePair<string, Recognised>> ExtensionsIn(Component extensions)
    {
        foreach (var item in extensions.Items)
        {
            var its = extensions.ItemAlone(item);
            var named = Named(ExtensionsKind.Kind, item).ToList();
            if (!its.Get(ExtensionsKind.On) || named.Count == 0)
                continue;
            var version = its.Get(ExtensionsKind.Version);
            var (supply, asset) = named.FirstOrDefault(
                one => $"{one.Supply.Version}.".StartsWith($"{version}.", StringComparison.Ordinal),
                named[0]
            );
            yield return KeyValuePair.Create(item, new Recognised(supply, asset, 0));
        }
    }

    private Recognised? Find(Kind kind, Asset asset, Digest content, Func<Digest, Tree?> trees)
    {
        // A picture is the same one wherever it is used.
        foreach (var (supply, its) in Named(kind, asset.Name).Concat(_byName[asset.Name]))
            if (supply.ContentOf(its) == content)
                return new Recognised(supply, its, 0);
        if (!asset.IsFolder || !Named(kind, asset.Name).Any() || trees(content) is not { } tree)
            return null;
        var stands = tree.Contents;
        var near = Named(kind, asset.Name)
            .Select(one => (one.Supply, one.Asset, Match: one.Supply.MatchOf(one.Asset, stands)))
            .Where(one => one.Match.Same > 0)
            .GroupBy(one => one.Match.Differing.Length)
            .MinBy(alike => alike.Key);
        return near?.First() is not ({ } nearest, { } asIt, _)
            ? null
            : new Recognised(nearest, asIt, near.Key)
            {
                Perhaps =
                [
                    .. near.Skip(1)
                        .Where(one => near.Key > 0 && one.Supply.Name == nearest.Name)
                        .Select(one => one.Supply.Version),
                ],
            };
    }
}
