using System.Collections.Immutable;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.Core.Content;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Supplies;
using Furoshiki.Core.Switching;
using Furoshiki.Core.Words;
using Furoshiki.Store;
using Semver;

namespace Furoshiki.App.Supplies;

/// <summary>A supply that comes for something that a look lacks.</summary>
/// <param name="Supply">The supply.</param>
/// <param name="Why">Why it is another than the one that was saved, in a sentence; null if it is that one.</param>
public sealed record Filling(KnownSupply Supply, string? Why);

/// <summary>What it takes so that parts of a look can be put on that lack something.</summary>
/// <param name="Fillings">What comes for what they lack.</param>
/// <param name="Changes">What becomes of supplies for that, in order; empty if not all can be had.</param>
/// <param name="Unknown">The names of what no supply is known for.</param>
/// <param name="Conflict">Why what they lack cannot be had together; null if it can.</param>
public sealed record Lack(
    IReadOnlyList<Filling> Fillings,
    IReadOnlyList<SupplyChange> Changes,
    IReadOnlyList<string> Unknown,
    SupplyConflict? Conflict
)
{
    /// <summary>How many bytes have to come.</summary>
    public long ToLoad { get; init; }

    /// <summary>Whether all of it can be had with nothing but getting.</summary>
    public bool IsSettled => Changes.Count > 0 && Unknown.Count == 0 && Conflict is null;
}

/// <summary>Finds out what looks are made from, and what has what they lack on a desktop.</summary>
public sealed class LookSupplies(
    SupplyStands stands,
    Observer observer,
    LookLibrary library,
    DatabaseStamp stamp
)
{
    private const int MostVariants = 3;

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
    /// <param name="desktop">The desktop.</param>
    /// <param name="get">Their package URLs, with versions.</param>
    /// <exception cref="ProblemException">One is not known, or not for this desktop.</exception>
    public IReadOnlyList<KnownSupply> Named(LiveDesktop desktop, IReadOnlyList<string> get)
    {
        if (get.Count == 0)
            return [];
        var known = stands.Of(observer.See(desktop)).Known;
        return
        [
            .. get.Distinct()
                .Select(id =>
                    known.Find(id)
                    ?? throw ProblemException.Field(
                        "get",
                        $"{PathText.Printable(id)} is in no catalogue, and not kept."
                    )
                )
                .Select(one =>
                    SupplyStand.WhyNot(one, desktop, isAsked: true) is { } why
                        ? throw ProblemException.Field(
                            "get",
                            $"{one.Supply.Title} {one.Supply.Version} {why}."
                        )
                        : one
                ),
        ];
    }

    /// <summary>The saved content, as it will be once some supplies are got.</summary>
    public ISavedContent SavedWith(IReadOnlyList<KnownSupply> got) =>
        got.Count == 0
            ? library.Saved
            : new WithSupplies(library.Saved, [.. got.Select(one => one.Supply)]);

    /// <summary>Supplies as they are placed together with a look; null for none.</summary>
    /// <param name="seen">The desktop.</param>
    /// <param name="got">The supplies.</param>
    public ComingSupplies? Coming(Observation seen, IReadOnlyList<KnownSupply> got) =>
        got.Count == 0
            ? null
            : new ComingSupplies(
                [.. got.Select(one => one.Supply)],
                seen.Desktop.Map,
                seen.View,
                digest => library.FindBytes(digest) is { } bytes ? bytes : null
            );

    /// <summary>What becomes of the supplies that come with a look, in words.</summary>
    /// <param name="seen">The desktop.</param>
    /// <param name="got">The supplies.</param>
    public IReadOnlyList<SupplyChangeView> Views(Observation seen, IReadOnlyList<KnownSupply> got)
    {
        var all = stands.Of(seen).All;
        return
        [
            .. got.Select(one =>
                SupplyChangeView.Of(one, all[one.Supply.Name].Standing, isAsked: true)
            ),
        ];
    }

    /// <summary>Tells what it takes so that parts of saved looks can be put on. It is worked out once for as long as nothing changes.</summary>
    /// <param name="seen">The desktop.</param>
    public Func<IReadOnlyList<Component>, Lack> LacksOn(Observation seen)
    {
        var supplies = stands.Of(seen);
        var now = stamp.Now;
        if (supplies.Lacks.Stamp != now)
            supplies.Lacks = new Lacks(now);
        var lacks = supplies.Lacks.All;
        return parts => lacks.GetOrAdd(parts, some => LackOf(seen, supplies, some, library.Saved));
    }

    /// <summary>What it takes so that some parts of a look can be put on.</summary>
    /// <param name="seen">The desktop.</param>
    /// <param name="parts">The parts as they were saved.</param>
    /// <param name="saved">The content that is at hand.</param>
    public Lack LackOf(Observation seen, IReadOnlyList<Component> parts, ISavedContent saved) =>
        LackOf(seen, stands.Of(seen), parts, saved);

    private Lack LackOf(
        Observation seen,
        DesktopSupplies supplies,
        IReadOnlyList<Component> parts,
        ISavedContent saved
    )
    {
        var fillings = new List<Filling>();
        var unknown = new List<string>();
        var brought = new Dictionary<SupplyName, SemVersion>();
        foreach (var part in parts)
        foreach (var asset in part.Assets)
            if (IsMissing(seen, part, asset, saved))
                if (FillingFor(supplies, seen.Desktop, part.Kind, asset) is { } filling)
                    fillings.Add(filling);
                else
                    unknown.Add(asset.Name);
            else if (
                asset.Content is { } content
                && saved.HoldsAll(content)
                && supplies.Known.Index.Find(part.Kind, asset, library.FindTree) is { } its
                && supplies.Ground.Here.GetValueOrDefault(its.Supply.Name) != its.Supply.Version
            )
                brought[its.Supply.Name] = its.Supply.Version;
        fillings = [.. fillings.DistinctBy(one => one.Supply)];
        if (fillings.Count == 0)
            return new Lack([], [], unknown, null);
        var (changes, conflict) = supplies.Resolved.GetOrAdd(
            string.Join(
                ' ',
                fillings
                    .Select(one => one.Supply.Supply.Id)
                    .Append("beside")
                    .Concat(brought.Select(one => one.Key.At(one.Value)).Order())
            ),
            _ =>
                (
                    SupplyResolver.Resolve(
                        new SupplyWish(
                            supplies.Ground,
                            [.. fillings.Select(one => Exactly(one.Supply.Supply))],
                            []
                        )
                        {
                            Brought = brought,
                        },
                        out var why
                    ),
                    why
                )
        );
        // What was edited in place becomes again as it came.
        IReadOnlyList<SupplyChange> all =
        [
            .. changes ?? [],
            .. fillings
                .Select(one => one.Supply.Supply)
                .Where(supply =>
                    changes is not null && supplies.All[supply.Name].Standing?.Supply == supply
                )
                .Select(supply => new SupplyChange(supply.Name, supply, supply)),
        ];
        return new Lack(fillings, all, unknown, conflict) { ToLoad = supplies.Known.ToLoad(all) };
    }

    /// <summary>The ways to get what a part lacks on a desktop, the best first.</summary>
    /// <param name="seen">The desktop.</param>
    /// <param name="part">The part as it was saved.</param>
    /// <param name="missing">What it lacks.</param>
    /// <param name="saved">The content that is at hand.</param>
    public IEnumerable<Remedy> Remedies(
        Observation seen,
        Component part,
        Asset missing,
        ISavedContent saved
    )
    {
        var lack = LackOf(seen, [part], saved);
        if (lack.IsSettled)
            yield return Getting(
                lack.Fillings.Select(one => one.Supply.Supply),
                lack.Changes,
                string.Join(
                    ' ',
                    lack.Fillings.Select(one => one.Why)
                        .OfType<string>()
                        .DefaultIfEmpty("as it was saved")
                ),
                [],
                seen
            );
        foreach (var variant in VariantsOf(seen, part, missing, isHereToo: false))
            yield return variant;
    }

    private Remedy Getting(
        IEnumerable<Supply> what,
        IReadOnlyList<SupplyChange> changes,
        string why,
        ImmutableArray<string> instead,
        Observation seen
    )
    {
        var known = stands.Of(seen).Known;
        var bytes = known.ToLoad(changes);
        var others = changes
            .Where(one => one.From is { } from && from != one.To)
            .Select(one => $"{one.To!.Title} becomes {one.To.Version}");
        return new Remedy(
            $"Get {string.Join(" and ", what.Select(one => $"{one.Title} {one.Version}"))}",
            string.Join(
                ", ",
                [why, .. others, bytes > 0 ? $"{Counting.Bytes(bytes)} to load" : "kept here"]
            ),
            instead,
            []
        )
        {
            Get = [.. changes.Select(one => one.To!.Id)],
        };
    }

    /// <summary>What could be put on in place of something that is not for a desktop, be it here or to be got; null for nothing.</summary>
    /// <param name="seen">The desktop.</param>
    /// <param name="part">The part as it was saved.</param>
    /// <param name="asset">What is not for the desktop.</param>
    public Remedy? NearestFor(Observation seen, Component part, Asset asset) =>
        VariantsOf(seen, part, asset, isHereToo: true).FirstOrDefault();

    /// <summary>Others of its kind that could be in its place, the nearest first.</summary>
    private IEnumerable<Remedy> VariantsOf(
        Observation seen,
        Component part,
        Asset asset,
        bool isHereToo
    )
    {
        var supplies = stands.Of(seen);
        var keys = part.KeysNaming(asset).ToList();
        if (keys.Count == 0 || NearTo(supplies, part.Kind, asset) is not { } like)
            yield break;
        var near = SupplyNearness
            .Nearest(
                like.Supply,
                like.Asset,
                part.Kind,
                supplies
                    .All.Values.Where(one =>
                        one is { Standing: null, Newest: not null }
                        || (
                            isHereToo
                            && one.Standing is not null
                            && SupplyStand.WhyNotFor(one.Supply, seen.Desktop) is null
                        )
                    )
                    .Select(one => one.Supply)
            )
            .Where(one =>
                one.Asset.Name != asset.Name && one.Supply.IsFile(one.Asset) != asset.IsFolder
            )
            .Take(MostVariants);
        foreach (var one in near)
        {
            ImmutableArray<string> instead =
            [
                .. keys.Select(key => $"{part.Kind.Name}/{key}={one.Asset.Name}"),
            ];
            if (supplies.All[one.Supply.Name].Standing is not null)
                yield return new Remedy(one.Supply.Title, one.Words, instead, []);
            else if (
                SupplyResolver.Resolve(
                    new SupplyWish(supplies.Ground, [Exactly(one.Supply)], []),
                    out _
                ) is
                { Count: > 0 } changes
            )
                yield return Getting([one.Supply], changes, one.Words, instead, seen);
        }
    }

    private Recognised? NearTo(DesktopSupplies supplies, Kind kind, Asset missing) =>
        supplies.Known.Index.Find(kind, missing, library.FindTree)
        ?? supplies
            .Known.Index.Named(kind, missing.Name)
            .Select(one => new Recognised(one.Supply, one.Asset, 0))
            .FirstOrDefault();

    /// <summary>What comes for an asset: the version that it is of, or else the newest other version that can be had.</summary>
    private Filling? FillingFor(
        DesktopSupplies supplies,
        LiveDesktop desktop,
        Kind kind,
        Asset asset
    )
    {
        var its = supplies.Known.Index.Find(kind, asset, library.FindTree);
        var known = its is null ? null : supplies.Known.Find(its.Supply.Id);
        var whyNot = known is null ? null : SupplyStand.WhyNot(known, desktop, isAsked: true);
        if (its is not null && whyNot is null)
            return new Filling(
                known!,
                its.Differing == 0
                    ? null
                    : $"as it came: {Counting.Of(its.Differing, "file")} had been edited when it was saved"
                        + (
                            its.Perhaps.IsEmpty
                                ? ""
                                : $", so that it may as well have been {string.Join(" or ", its.Perhaps)}"
                        )
            );
        var named = its is not null
            ? [its.Supply.Name]
            : supplies.Known.Index.Named(kind, asset.Name).Select(one => one.Supply.Name);
        var other = named
            .Select(name => supplies.All[name].Newest)
            .OfType<KnownSupply>()
            .FirstOrDefault(one =>
                one.Supply.Provides.Any(its => its.Kind == kind && its.Name == asset.Name)
            );
        return other is null
            ? null
            : new Filling(
                other,
                its is null
                    ? "of the same name, and perhaps not as it was saved"
                    : $"in place of {its.Supply.Version}, which {whyNot}"
            );
    }

    private static SupplyVersions Exactly(Supply supply) =>
        new(supply.Name, SemVersionRange.Equals(supply.Version));

    /// <summary>Whether a part cannot be put on since an asset is neither here nor at hand.</summary>
    private static bool IsMissing(
        Observation seen,
        Component part,
        Asset asset,
        ISavedContent saved
    ) =>
        seen.Desktop.Map.Find(part.Kind) is not null
        && asset.Setting is { } setting
        && (
            asset.Content is { } content
                ? !saved.HoldsAll(content) && !StandsHere(seen, part.Kind, asset)
                : AssetFinder.NamesIn(part, setting).Contains(asset.Name)
        );

    /// <summary>Whether an asset stands on a desktop where it looks for such.</summary>
    /// <param name="seen">The desktop.</param>
    /// <param name="kind">The kind of part that uses it.</param>
    /// <param name="asset">The asset.</param>
    public static bool StandsHere(Observation seen, Kind kind, Asset asset) =>
        (seen.Desktop.Map.Find(kind)?.Assets ?? [])
            .Where(rule => rule.Setting == asset.Setting)
            .SelectMany(rule => rule.AllFolders)
            .Any(folder =>
                AssetFinder
                    .At(
                        folder.Within(asset.Name),
                        asset.Name,
                        asset.Setting,
                        asset.IsFolder,
                        seen.View
                    )
                    ?.Content == asset.Content
            );
}
