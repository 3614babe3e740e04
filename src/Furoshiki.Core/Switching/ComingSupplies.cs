using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Supplies;

namespace Furoshiki.Core.Switching;

/// <summary>Supplies that are placed together with a look.</summary>
public sealed class ComingSupplies
{
    private readonly DesktopMap _map;
    private readonly IDesktopView _view;
    private readonly Func<Digest, ReadOnlyMemory<byte>?> _saved;
    private readonly Lazy<IDesktopView> _after;

    /// <summary>Places some.</summary>
    /// <param name="supplies">The supplies, each of which the desktop has a place for.</param>
    /// <param name="map">The desktop's map.</param>
    /// <param name="view">The desktop's folder.</param>
    /// <param name="saved">Gives the bytes of content that is at hand; null where they still have to come.</param>
    public ComingSupplies(
        IReadOnlyList<Supply> supplies,
        DesktopMap map,
        IDesktopView view,
        Func<Digest, ReadOnlyMemory<byte>?> saved
    )
    {
        (_map, _view, _saved) = (map, view, saved);
        Assets = [.. supplies.SelectMany(AssetsOf)];
        _after = new(() => new PlannedView(_view, Placed(supplies), _saved));
    }

    /// <summary>What they bring, by the kind that uses it, each with the path where it is placed.</summary>
    public IReadOnlyList<(KindMap Kind, Asset Asset)> Assets { get; }

    /// <summary>The desktop's folder with them.</summary>
    public IDesktopView View => Assets.Count == 0 ? _view : _after.Value;

    /// <summary>A part with what they bring in place of what it was saved with.</summary>
    /// <param name="part">The part as it was saved.</param>
    public Component In(Component part)
    {
        var brought = Assets.Where(one => one.Kind.Kind == part.Kind).ToList();
        var mine = part
            .Assets.Select(asset =>
                asset.Setting is null
                || brought.FirstOrDefault(one => one.Asset.Name == asset.Name).Asset
                    is not { } other
                    ? asset
                    : other with
                    {
                        Setting = asset.Setting,
                        Path = IsPersons(asset) ? asset.Path : other.Path,
                    }
            )
            .ToList();
        if (brought.Count == 0 || mine.SequenceEqual(part.Assets))
            return part;
        // Another version can lean on other assets than the one that was saved.
        var found = AssetFinder
            .Find(brought[0].Kind, part with { Assets = [] }, _map, View)
            .Where(asset => asset.Setting is not null);
        var all = mine.Where(asset => asset.Setting is not null).ToList();
        return part with
        {
            Assets =
            [
                .. found
                    .Select(asset => all.Find(one => one.Name == asset.Name) ?? asset)
                    .Concat(all)
                    .DistinctBy(asset => asset.Name),
                .. mine.Where(asset => asset.Setting is null),
            ],
        };
    }

    private bool IsPersons(Asset asset) =>
        asset.Path is { } path && _map.FindPath(path)?.Place.IsPersons == true;

    private IEnumerable<(KindMap Kind, Asset Asset)> AssetsOf(Supply supply) =>
        supply.Provides.Select(asset =>
        {
            var kind = _map.Find(asset.Kind)!;
            var isFile = supply.IsFile(asset);
            return (
                kind,
                new Asset(
                    asset.Name,
                    kind.Assets.First(rule => rule.Form == AssetForm.File == isFile).Setting,
                    SupplyPlaces.PlaceFor(_map, asset, isFile)!.ToString(),
                    !isFile,
                    supply.ContentOf(asset)
                ).As(isFile ? supply.Tree.Find(asset.Path) : null)
            );
        });

    private Dictionary<string, FileState?> Placed(IReadOnlyList<Supply> supplies)
    {
        var placed = new Dictionary<string, FileState?>(StringComparer.Ordinal);
        foreach (
            var (path, files) in supplies.SelectMany(supply => SupplyPlaces.Placed(_map, supply))
        )
        {
            foreach (var (inside, _) in (_view.FindTree(path) ?? Tree.Empty).All)
                placed[$"{path}/{inside}"] = null;
            foreach (var (file, state) in files)
                placed[file] = state;
        }
        return placed;
    }
}
