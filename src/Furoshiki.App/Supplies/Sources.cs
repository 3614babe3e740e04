using System.Collections.Concurrent;
using System.Security.Cryptography;
using System.Text.Json.Nodes;
using Furoshiki.Core.Content;
using Furoshiki.Core.Supplies;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;
using Semver;

namespace Furoshiki.App.Supplies;

/// <summary>A version of a supply that is known, and where it can be had.</summary>
/// <param name="Supply">The supply.</param>
/// <param name="Offer">What a catalogue offers it as; null if none does any more.</param>
/// <param name="Source">Where that catalogue is.</param>
/// <param name="Kept">The digest of the tree of its files, if they are kept.</param>
public sealed record KnownSupply(Supply Supply, Offer? Offer, Uri? Source, Digest? Kept)
{
    /// <summary>How many bytes have to come from its catalogue so that it can be placed; 0 if its files are kept.</summary>
    public long ToLoad => this is { Kept: null, Offer: { } offer } ? offer.Length : 0;

    /// <summary>Whether it can be placed: its files are kept, or a catalogue gives them out.</summary>
    public bool IsAtHand => Kept is not null || Offer is { Withdrawn: null };
}

/// <summary>The supplies that are known.</summary>
/// <param name="all">Every version of each.</param>
public sealed class KnownSupplies(IReadOnlyList<KnownSupply> all)
{
    private readonly Lazy<SupplyIndex> _index = new(() =>
        new SupplyIndex(
            all.OrderByDescending(one => one.IsAtHand)
                .ThenByDescending(one => one.Supply.Version, SemVersion.SortOrderComparer)
                .Select(one => one.Supply)
        )
    );

    private readonly Lazy<Dictionary<string, KnownSupply>> _byId = new(() =>
        all.ToDictionary(one => one.Supply.Id, StringComparer.Ordinal)
    );

    private readonly Lazy<ILookup<Digest, KnownSupply>> _byFile = new(() =>
        all.Where(one => one.Source is not null)
            .SelectMany(one => one.Supply.Files.Select(file => (file.Content, one)))
            .ToLookup(pair => pair.Content, pair => pair.one)
    );

    private readonly Lazy<Dictionary<Digest, Tree>> _trees = new(() =>
        all.SelectMany(one => one.Supply.Tree.Records)
            .DistinctBy(tree => tree.Digest)
            .ToDictionary(tree => tree.Digest)
    );

    private readonly Lazy<IReadOnlyList<IGrouping<SupplyName, KnownSupply>>> _byName = new(() =>
        [
            .. all.OrderByDescending(one => one.Supply.Version, SemVersion.SortOrderComparer)
                .GroupBy(one => one.Supply.Name),
        ]
    );

    /// <summary>Every version of each.</summary>
    public IReadOnlyList<KnownSupply> All => all;

    /// <summary>The versions of each supply, the newest first.</summary>
    public IReadOnlyList<IGrouping<SupplyName, KnownSupply>> ByName => _byName.Value;

    /// <summary>A supply that is kept beside those of its name, as the newest of them.</summary>
    public Supply Newest(Supply supply) =>
        ByName.FirstOrDefault(one => one.Key == supply.Name)?.First().Supply.Version is { } before
            ? supply with
            {
                Version = before.WithMinor(before.Minor + 1).WithPatch(0),
            }
            : supply;

    /// <summary>One that is offered and has a file; null if none has.</summary>
    /// <param name="file">The digest of its content.</param>
    public KnownSupply? Offering(Digest file) => _byFile.Value[file].FirstOrDefault();

    /// <summary>The tree of a folder that one of them has; null if none has.</summary>
    public Tree? FindTree(Digest digest) => _trees.Value.GetValueOrDefault(digest);

    /// <summary>The version with a package URL; null if it is not known.</summary>
    public KnownSupply? Find(string id) => _byId.Value.GetValueOrDefault(id);

    /// <summary>How many bytes have to come for changes.</summary>
    public long ToLoad(IEnumerable<SupplyChange> changes) =>
        changes.Sum(one => one.To is { } to ? Find(to.Id)!.ToLoad : 0);

    /// <summary>All of them by the assets that they bring: those that can be placed first, and of them the newest.</summary>
    public SupplyIndex Index => _index.Value;
}

/// <summary>Where supplies come from.</summary>
/// <param name="Address">Where its index is.</param>
/// <param name="Title">What it is called; its address until an index was read.</param>
/// <param name="Number">The number of the index that was read last; 0 before one was.</param>
/// <param name="ReadAt">When that was (UTC).</param>
/// <param name="Offers">How many versions of supplies it offers.</param>
/// <param name="Problem">Why it could not be read when it was last tried; null if it could.</param>
/// <param name="Refused">What in it cannot be taken, in sentences.</param>
public sealed record SourceView(
    long Id,
    string Address,
    string Title,
    long Number,
    DateTime? ReadAt,
    int Offers,
    string? Problem,
    IReadOnlyList<string> Refused
);

/// <summary>A catalogue to be used.</summary>
/// <param name="Address">Where its index is: an address of http or https.</param>
/// <param name="Key">The public key with which its index is signed (SubjectPublicKeyInfo), in base64.</param>
public sealed record SourceForm(string Address, string Key);

/// <summary>The catalogues that a person uses, and what they offered when they were last read.</summary>
public sealed class Sources(
    IDbContextFactory<FuroshikiDb> databases,
    IContentStore content,
    CatalogueClient client,
    DatabaseStamp stamp,
    Preferences preferences,
    TimeProvider clock
)
{
    /// <summary>The name of what says which catalogue each namespace belongs to.</summary>
    private const string Namespaces = "namespaces";

    private const int LongestAddress = 500;
    private const int MostSignature = 1_024;

    private readonly ConcurrentDictionary<Digest, Catalogue> _catalogues = new();
    private readonly ConcurrentDictionary<Digest, Supply> _kept = new();

    /// <summary>All of them.</summary>
    public IReadOnlyList<SourceView> All()
    {
        using var db = databases.CreateDbContext();
        var all = db.Sources.AsNoTracking().OrderBy(one => one.Id).ToList();
        var owners = Owners(all);
        return [.. all.Select(one => View(one, all, owners))];
    }

    /// <summary>Every version of a supply that is offered or kept.</summary>
    public KnownSupplies Known()
    {
        var now = stamp.Now;
        if (_known is { } last && last.Stamp == now)
            return last.Known;
        using var db = databases.CreateDbContext();
        var sources = db.Sources.AsNoTracking().OrderBy(one => one.Id).ToList();
        var kept = db.Supplies.AsNoTracking().OrderBy(one => one.Id).ToList();
        var offered = Offered(sources);
        var carried = Carried(offered);
        var state = string.Join(
            ' ',
            sources
                .Select(one => $"{one.Address} {one.Index}")
                .Concat(kept.Select(one => $"{one.Name} {one.Says} {one.Files}"))
                .Concat(carried)
        );
        // Most of what is saved is nothing of supplies.
        var known =
            _known is { } before && before.State == state
                ? before.Known
                : new KnownSupplies(Read(offered, kept, carried));
        _known = new Remembered(now, state, known);
        return known;
    }

    private sealed record Remembered(long Stamp, string State, KnownSupplies Known);

    private volatile Remembered? _known;

    /// <summary>The supplies that their makers took back and of which savings carry every file, by their package URLs.</summary>
    private HashSet<string> Carried(IEnumerable<(SourceRow Source, Offer Offer)> offered) =>
        offered
            .Select(one => one.Offer)
            .Where(offer =>
                offer.Withdrawn is not null
                && offer.Supply.Files.All(file => content.HoldsAll(file.Content))
            )
            .Select(offer => offer.Supply.Id)
            .ToHashSet(StringComparer.Ordinal);

    private IReadOnlyList<KnownSupply> Read(
        IEnumerable<(SourceRow Source, Offer Offer)> offered,
        IReadOnlyList<SupplyRow> kept,
        HashSet<string> carried
    )
    {
        var byName = kept.ToLookup(one => one.Name, StringComparer.Ordinal);
        var known = new Dictionary<string, KnownSupply>(StringComparer.Ordinal);
        foreach (var (source, offer) in offered)
            known.TryAdd(
                offer.Supply.Id,
                new KnownSupply(
                    offer.Supply,
                    offer,
                    new Uri(source.Address),
                    byName[offer.Supply.Id].FirstOrDefault(one => one.Says == offer.Says)?.Files
                        ?? (carried.Contains(offer.Supply.Id) ? offer.Supply.Tree.Digest : null)
                )
            );
        foreach (var one in kept)
            if (KeptSupply(one) is { } supply)
                known.TryAdd(one.Name, new KnownSupply(supply, null, null, one.Files));
        return [.. known.Values];
    }

    /// <summary>What each catalogue offers under the names that are its own, so that none stands for another.</summary>
    private List<(SourceRow Source, Offer Offer)> Offered(IReadOnlyList<SourceRow> sources)
    {
        var owners = Owners(sources);
        return
        [
            .. sources.SelectMany(source =>
                (CatalogueOf(source)?.Offers ?? [])
                    .Where(offer => IsOf(source, offer, owners))
                    .Select(offer => (source, offer))
            ),
        ];
    }

    private static bool IsOf(
        SourceRow source,
        Offer offer,
        IReadOnlyDictionary<string, long> owners
    ) => owners.GetValueOrDefault(offer.Supply.Name.Namespace) == source.Id;

    /// <summary>
    /// The number of the catalogue that each namespace belongs to: the one that had it first, as long as it is used. That of a person's own sets
    /// belongs to none.
    /// </summary>
    private Dictionary<string, long> Owners(IReadOnlyList<SourceRow> sources)
    {
        var owners = (preferences.Find<Dictionary<string, long>>(Namespaces) ?? [])
            .Where(one => sources.Any(source => source.Id == one.Value))
            .ToDictionary(StringComparer.Ordinal);
        foreach (var source in sources)
        foreach (var offer in CatalogueOf(source)?.Offers ?? [])
            if (offer.Supply.Name.Namespace != OwnSupply.Space)
                owners.TryAdd(offer.Supply.Name.Namespace, source.Id);
        return owners;
    }

    /// <summary>Notes which namespaces belong to whom by what is offered now, before anything else is.</summary>
    private void NoteOwners()
    {
        using var db = databases.CreateDbContext();
        preferences.Keep(Namespaces, Owners([.. db.Sources.AsNoTracking().OrderBy(one => one.Id)]));
    }

    /// <summary>Uses a catalogue, and reads it.</summary>
    /// <exception cref="ProblemException">It is no address or no key, is used already, or cannot be read.</exception>
    public async Task<SourceView> Add(SourceForm form, CancellationToken stop)
    {
        var row = new SourceRow { Address = AddressOf(form.Address), Key = KeyOf(form.Key) };
        using (var db = databases.CreateDbContext())
            if (db.Sources.Any(one => one.Address == row.Address))
                throw ProblemException.Field("address", "This catalogue is used already.");
        var (catalogue, index) = await Load(row, stop);
        NoteOwners();
        using (var db = databases.CreateDbContext())
        using (var hold = content.Hold())
        {
            Take(row, catalogue, hold.Put(index));
            db.Sources.Add(row);
            db.SaveChanges();
        }
        return All().First(one => one.Id == row.Id);
    }

    /// <summary>Uses a catalogue wherever it is now: one that is known by its key is not read for that.</summary>
    /// <param name="form">The catalogue.</param>
    /// <param name="stop">Gives up.</param>
    /// <exception cref="ProblemException">It is no address or no key, or is new and cannot be read.</exception>
    public async Task Settle(SourceForm form, CancellationToken stop)
    {
        var (address, key) = (AddressOf(form.Address), KeyOf(form.Key));
        using (var db = databases.CreateDbContext())
            if (
                db.Sources.AsEnumerable().FirstOrDefault(one => one.Key.SequenceEqual(key)) is
                { } row
            )
            {
                row.Address = address;
                db.SaveChanges();
                return;
            }
        await Add(form, stop);
    }

    /// <summary>Reads a catalogue again. What it offered before stays if it cannot be read.</summary>
    /// <param name="id">Its number.</param>
    /// <param name="stop">Gives up.</param>
    /// <exception cref="ProblemException">It is not used, or cannot be read.</exception>
    public async Task<SourceView> Read(long id, CancellationToken stop)
    {
        SourceRow row;
        using (var db = databases.CreateDbContext())
            row = Find(db, id);
        try
        {
            var (catalogue, index) = await Load(row, stop);
            NoteOwners();
            using (var db = databases.CreateDbContext())
            using (var hold = content.Hold())
            {
                Take(Find(db, id), catalogue, hold.Put(index));
                db.SaveChanges();
            }
            return All().First(one => one.Id == id);
        }
        catch (ProblemException problem)
        {
            using var db = databases.CreateDbContext();
            Find(db, id).Problem = problem.Problem.Sentence;
            db.SaveChanges();
            throw;
        }
    }

    /// <summary>Uses a catalogue no more. What was got from it stays.</summary>
    /// <param name="id">Its number.</param>
    /// <exception cref="ProblemException">It is not used.</exception>
    public void Remove(long id)
    {
        using var db = databases.CreateDbContext();
        db.Sources.Remove(Find(db, id));
        db.SaveChanges();
    }

    private static SourceRow Find(FuroshikiDb db, long id) =>
        db.Sources.FirstOrDefault(one => one.Id == id)
        ?? throw ProblemException.NotFound("This catalogue");

    private void Take(SourceRow row, Catalogue catalogue, Digest index)
    {
        (row.Index, row.Number, row.Problem) = (index, catalogue.Number, "");
        row.ReadAt = clock.GetUtcNow().UtcDateTime;
    }

    private async Task<(Catalogue Catalogue, byte[] Index)> Load(
        SourceRow row,
        CancellationToken stop
    )
    {
        var address = new Uri(row.Address);
        try
        {
            var index = await client.Load(
                new Uri(address, Catalogue.IndexFile),
                Catalogue.MostBytes,
                stop
            );
            var signature = await client.Load(
                new Uri(address, Catalogue.SignatureFile),
                MostSignature,
                stop
            );
            return (Catalogue.Read(index, signature, row.Key, row.Number), index);
        }
        catch (SupplyException problem)
        {
            throw ProblemException.InTheWay(
                ProblemCode.Catalogue,
                problem.Message,
                "What it offered before is still known, and nothing was placed anywhere."
            );
        }
    }

    private SourceView View(
        SourceRow row,
        IReadOnlyList<SourceRow> all,
        IReadOnlyDictionary<string, long> owners
    )
    {
        var catalogue = CatalogueOf(row);
        var offers = (catalogue?.Offers ?? []).ToLookup(offer => IsOf(row, offer, owners));
        return new SourceView(
            row.Id,
            row.Address,
            TitleOf(row),
            row.Number,
            row.ReadAt,
            offers[true].Count(),
            row.Problem.Length == 0 ? null : row.Problem,
            [
                .. offers[false]
                    .Select(offer => offer.Supply.Name.Namespace)
                    .Distinct()
                    .Select(space =>
                        owners.TryGetValue(space, out var owner)
                            ? $"What it offers as {space} is left out, as {TitleOf(all.First(one => one.Id == owner))} had that name first. It comes in once that catalogue is not used any more."
                            : $"What it offers as {space} is left out: your own sets are called so."
                    ),
                .. catalogue?.Refused ?? [],
            ]
        );
    }

    private string TitleOf(SourceRow row) => CatalogueOf(row)?.Title ?? row.Address;

    /// <summary>What a catalogue offered when it was last read; null if it never was, or the copy of that is damaged.</summary>
    private Catalogue? CatalogueOf(SourceRow row)
    {
        if (row.Index is not { } digest)
            return null;
        if (_catalogues.TryGetValue(digest, out var known))
            return known;
        try
        {
            // It was found to be signed when it was taken in, and its content is checked against its digest.
            return _catalogues[digest] = Catalogue.Read(content.Read(digest), 0);
        }
        catch (Exception problem) when (problem is MissingContentException or SupplyException)
        {
            return null;
        }
    }

    private Supply? KeptSupply(SupplyRow row)
    {
        if (_kept.TryGetValue(row.Says, out var known))
            return known;
        try
        {
            return _kept[row.Says] = SupplyText.Read(JsonNode.Parse(content.Read(row.Says)));
        }
        catch (Exception problem) when (problem is MissingContentException or SupplyException)
        {
            return null;
        }
    }

    private static string AddressOf(string text)
    {
        if (
            text.Length > LongestAddress
            || !Uri.TryCreate(text.TrimEnd('/') + '/', UriKind.Absolute, out var address)
            || address.Scheme is not ("http" or "https")
            || address.UserInfo.Length + address.Query.Length + address.Fragment.Length > 0
        )
            throw ProblemException.Field(
                "address",
                "A catalogue has an address of http or https, such as https://stores.example/heron-ridge/."
            );
        return address.AbsoluteUri;
    }

    private static byte[] KeyOf(string text)
    {
        try
        {
            var key = Convert.FromBase64String(text);
            using var its = ECDsa.Create();
            its.ImportSubjectPublicKeyInfo(key, out _);
            return key;
        }
        catch (Exception problem) when (problem is FormatException or CryptographicException)
        {
            throw ProblemException.Field(
                "key",
                "This is no public key for P-256 (SubjectPublicKeyInfo in base64)."
            );
        }
    }
}
