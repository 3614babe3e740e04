using System.Collections.Immutable;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Supplies;

/// <summary>An asset on a desktop that is one of a supply, as it came or edited in place.</summary>
/// <param name="Asset">The asset.</param>
/// <param name="Path">Where it stands.</param>
/// <param name="Match">How it agrees with it as it came.</param>
public sealed record StandingAsset(Provided Asset, PlacePath Path, AssetMatch Match);

/// <summary>A supply on a desktop. Nothing notes what is there: it is known again by its files.</summary>
/// <param name="Supply">The version that comes nearest to what stands there; of several as near, the one that was there before.</param>
/// <param name="Assets">Those of its assets that are there.</param>
public sealed record SupplyStanding(Supply Supply, ImmutableArray<StandingAsset> Assets)
{
    /// <summary>The other versions that it can be as well, since what was edited is what they differ in, and nobody saw it before.</summary>
    public ImmutableArray<Supply> Perhaps { get; private init; } = [];

    /// <summary>Whether all of it is there.</summary>
    public bool IsWhole => Assets.Length == Supply.Provides.Length;

    /// <summary>The files in it that are missing, added or edited, as paths within the supply.</summary>
    public IEnumerable<string> Differing =>
        Assets.SelectMany(one =>
            one.Match.Differing.Select(path =>
                path.Length == 0 ? one.Asset.Path : $"{one.Asset.Path}/{path}"
            )
        );

    /// <summary>What of a supply is on a desktop; null if nothing is, or what stands there is something else of the same name.</summary>
    /// <param name="versions">The versions of the supply that are known, the one that is preferred first.</param>
    /// <param name="map">The desktop's map.</param>
    /// <param name="view">The desktop's folder.</param>
    /// <param name="wasHere">Whether one of several that are as near is known to have been here before it was edited.</param>
    public static SupplyStanding? Find(
        IEnumerable<Supply> versions,
        DesktopMap map,
        IDesktopView view,
        Func<SupplyStanding, bool> wasHere
    )
    {
        var near = versions
            .Select(supply => new SupplyStanding(
                supply,
                [
                    .. supply
                        .Provides.Select(asset => Find(supply, asset, map, view))
                        .OfType<StandingAsset>(),
                ]
            ))
            .Where(one => one.Assets.Any(asset => asset.Match.Same > 0))
            .GroupBy(one => (one.Supply.Provides.Length - one.Assets.Length, one.Differing.Count()))
            .MinBy(alike => alike.Key)
            ?.ToList();
        // Where nothing was edited, versions that are as near have the same files.
        if (near is not [var first, _, ..] || !first.Differing.Any())
            return near?[0];
        return near.Find(one => wasHere(one))
            ?? first with
            {
                Perhaps = [.. near.Skip(1).Select(one => one.Supply)],
            };
    }

    private static StandingAsset? Find(
        Supply supply,
        Provided asset,
        DesktopMap map,
        IDesktopView view
    )
    {
        var isFile = supply.IsFile(asset);
        foreach (var folder in SupplyPlaces.FoldersFor(map, asset, isFile))
        {
            var path = folder.Within(asset.Name);
            // Most of what is known is not here: then one look is enough.
            if (
                view.Follow(folder.FromRoot) is not { } real
                || view.Find($"{real}/{asset.Name}") is null
                || view.Follow(path.FromRoot) is not { } end
                || view.Find(end) is not { } state
            )
                continue;
            var stands = isFile
                ? new Dictionary<string, FileState>(StringComparer.Ordinal) { [""] = state }
                : (view.FindTree(end) ?? Tree.Empty).Contents;
            return new StandingAsset(asset, path, supply.MatchOf(asset, stands));
        }
        return null;
    }
}

/// <summary>Where the assets of supplies belong on a desktop.</summary>
public static class SupplyPlaces
{
    /// <summary>The folders in which a desktop looks for an asset, in its order; none if the platform has no use for it.</summary>
    /// <param name="map">The desktop's map.</param>
    /// <param name="asset">The asset.</param>
    /// <param name="isFile">Whether it is a single file.</param>
    public static IEnumerable<PlacePath> FoldersFor(DesktopMap map, Provided asset, bool isFile) =>
        (map.Find(asset.Kind)?.Assets ?? [])
            .Where(rule => asset.IsEngine || rule.Form == AssetForm.File == isFile)
            .SelectMany(rule =>
                asset.IsEngine ? (rule.Inherits?.Folders ?? []).Except(rule.Folders) : rule.Folders
            )
            .Distinct();

    /// <summary>Where an asset is placed when it is got: in the first of the person's own folders; null if the platform has none for it.</summary>
    public static PlacePath? PlaceFor(DesktopMap map, Provided asset, bool isFile) =>
        FoldersFor(map, asset, isFile).FirstOrDefault(one => one.Place.IsPersons) is { } folder
            ? folder.Within(asset.Name)
            : null;

    /// <summary>What stands where the assets of a supply are placed: for each its path, and what is there and in it by path.</summary>
    /// <param name="map">The desktop's map, which has a place for each.</param>
    /// <param name="supply">The supply.</param>
    public static IEnumerable<(
        string Path,
        IEnumerable<KeyValuePair<string, FileState>> Files
    )> Placed(DesktopMap map, Supply supply)
    {
        foreach (var asset in supply.Provides)
        {
            var path = PlaceFor(map, asset, supply.IsFile(asset))!.FromRoot;
            yield return (
                path,
                (supply.Tree.FindFolder(asset.Path)?.All ?? [])
                    .Select(file => KeyValuePair.Create($"{path}/{file.Key}", file.Value))
                    .Prepend(KeyValuePair.Create(path, supply.Tree.Find(asset.Path)!))
            );
        }
    }
}
