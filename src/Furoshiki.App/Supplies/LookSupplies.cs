using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Supplies;
using Furoshiki.Core.Switching;
using Furoshiki.Core.Words;

namespace Furoshiki.App.Supplies;

/// <summary>Finds the supplies that have what looks lack on a desktop, exactly as it was saved.</summary>
public sealed class LookSupplies(Sources sources, LookLibrary library)
{
    /// <summary>The saved content together with that of some supplies, which is here once they are got.</summary>
    private sealed class WithSupplies(ISavedContent saved, IReadOnlyList<Supply> supplies)
        : ISavedContent
    {
        private readonly Dictionary<Digest, Tree> _trees = supplies
            .SelectMany(supply => supply.Tree.Records)
            .DistinctBy(tree => tree.Digest)
            .ToDictionary(tree => tree.Digest);

        private readonly Dictionary<Digest, long> _files = supplies
            .SelectMany(supply => supply.Files)
            .DistinctBy(file => file.Content)
            .ToDictionary(file => file.Content, file => file.Length);

        public long? SizeOf(Digest digest) =>
            _files.TryGetValue(digest, out var length) ? length
            : _trees.TryGetValue(digest, out var tree) ? tree.Bytes.Length
            : saved.SizeOf(digest);

        public bool HoldsAll(Digest digest) =>
            _files.ContainsKey(digest) || _trees.ContainsKey(digest) || saved.HoldsAll(digest);

        public Tree? FindTree(Digest digest) =>
            _trees.GetValueOrDefault(digest) ?? saved.FindTree(digest);
    }

    /// <summary>What a plan that gets some supplies does with them.</summary>
    /// <param name="get">Their package URLs, with versions.</param>
    /// <exception cref="ProblemException">One is not known.</exception>
    public IReadOnlyList<KnownSupply> Named(IReadOnlyList<string> get)
    {
        var known = sources.Known();
        return
        [
            .. get.Distinct()
                .Select(id =>
                    known.Find(id)
                    ?? throw ProblemException.Field(
                        "get",
                        $"{PathText.Printable(id)} is in no catalogue, and not kept."
                    )
                ),
        ];
    }

    /// <summary>The saved content, as it will be once some supplies are got.</summary>
    public ISavedContent SavedWith(IReadOnlyList<KnownSupply> got) =>
        got.Count == 0
            ? library.Saved
            : new WithSupplies(library.Saved, [.. got.Select(one => one.Supply)]);

    /// <summary>What becomes of the supplies that a look needs, in words.</summary>
    public static IReadOnlyList<SupplyChangeView> Views(IReadOnlyList<KnownSupply> got) =>
        [
            .. got.Select(one => new SupplyChangeView(
                one.Supply.Name.ToString(),
                one.Supply.Title,
                SupplyVerb.Get,
                null,
                one.Supply.Version.ToString(),
                true,
                one.Supply.Files.Length,
                one.Supply.Size,
                one.ToLoad,
                [],
                []
            )),
        ];

    /// <summary>To get all that a part lacks on a desktop; null if nothing of it can be had, or not all.</summary>
    /// <param name="desktop">The desktop.</param>
    /// <param name="view">Its folder.</param>
    /// <param name="part">The part as it was saved.</param>
    /// <param name="saved">The content that is at hand.</param>
    public Remedy? Getting(
        LiveDesktop desktop,
        IDesktopView view,
        Component part,
        ISavedContent saved
    )
    {
        var supplies = For(desktop, view, part, saved);
        var bytes = supplies.Sum(one => one.ToLoad);
        return supplies.Count == 0
            ? null
            : new Remedy(
                $"Get {string.Join(" and ", supplies.Select(one => $"{one.Supply.Title} {one.Supply.Version}"))}",
                bytes > 0
                    ? $"as it was saved, {Counting.Bytes(bytes)} to load"
                    : "as it was saved, kept here",
                [],
                []
            )
            {
                Get = [.. supplies.Select(one => one.Supply.Id)],
            };
    }

    /// <summary>The supplies that have all that a part lacks on a desktop; none if not all of it can be had.</summary>
    /// <param name="desktop">The desktop.</param>
    /// <param name="view">Its folder.</param>
    /// <param name="part">The part as it was saved.</param>
    /// <param name="saved">The content that is at hand.</param>
    public IReadOnlyList<KnownSupply> For(
        LiveDesktop desktop,
        IDesktopView view,
        Component part,
        ISavedContent saved
    )
    {
        if (desktop.Map.Find(part.Kind) is not { } kind)
            return [];
        var known = sources.Known();
        var found = part
            .Assets.Where(asset =>
                asset is { Setting: not null, Content: { } content }
                && !saved.HoldsAll(content)
                && !StandsHere(kind, asset, view)
            )
            .Select(asset => known.With(asset.Name, asset.Content!.Value))
            .ToList();
        return found.Contains(null)
            ? []
            : [.. found.OfType<KnownSupply>().DistinctBy(one => one.Supply.Id)];
    }

    private static bool StandsHere(KindMap kind, Asset asset, IDesktopView view) =>
        kind
            .Assets.Where(rule => rule.Setting == asset.Setting)
            .SelectMany(rule => rule.AllFolders)
            .Any(folder =>
                AssetFinder
                    .At(folder.Within(asset.Name), asset.Name, asset.Setting, asset.IsFolder, view)
                    ?.Content == asset.Content
            );
}
