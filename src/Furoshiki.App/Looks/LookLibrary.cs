using System.Collections.Concurrent;
using Furoshiki.App.Desktops;
using Furoshiki.App.Observing;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Reading;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Looks;

/// <summary>
/// Looks and their assets by digest: those that were saved, and those that were last seen on a desktop without being saved.
/// </summary>
public sealed class LookLibrary(
    IContentStore content,
    Observer observer,
    IDbContextFactory<FuroshikiDb> databases,
    MapLibrary maps
)
{
    private const int MostRemembered = 256;

    private readonly ConcurrentDictionary<Digest, string> _standing = new();
    private readonly RecentLooks _remembered = new(MostRemembered);
    private Func<Digest, Look?> _workOut = _ => null;
    private readonly ConcurrentDictionary<long, Look> _saved = new();
    private readonly ConcurrentDictionary<(Digest Most, Digest Others), PartMaps> _maps = new();
    private readonly PartPool _parts = new();

    /// <summary>As many as one question to the database can name.</summary>
    private const int MostAtOnce = 5_000;

    /// <summary>What savings hold, and the trees that stand on a desktop.</summary>
    public ISavedContent Saved { get; } =
        new NearbyContent(content, () => observer.All.SelectMany(seen => seen.Trees.Values));

    /// <summary>Remembers a look that a plan leads to, so that its picture can be drawn; nothing is kept on the disk for it.</summary>
    public void Remember(Look look) => _remembered.Add(look);

    /// <summary>Lets looks that are not remembered any more be worked out again.</summary>
    /// <param name="workOut">Works out the look with a digest; null if that is none it can.</param>
    public void WorkOutBy(Func<Digest, Look?> workOut) => _workOut = workOut;

    /// <summary>
    /// Looks where the assets of a look stand of which only the fingerprint was kept, so that its picture can be drawn with those
    /// that are still as they were.
    /// </summary>
    public void Locate(Look look, Func<IEnumerable<LiveDesktop>> desktops)
    {
        IEnumerable<LiveDesktop>? asked = null;
        foreach (var asset in look.Components.SelectMany(part => part.Assets))
        {
            if (asset is not { Path: { } place, Content: { } digest } || content.HoldsAll(digest))
                continue;
            foreach (var desktop in asked ??= desktops())
                if (
                    desktop.Map.FindPath(place)?.FromRoot is { } path
                    && desktop.Folder.ContentOf(path, asset.IsFolder) == digest
                )
                {
                    if (!asset.IsFolder)
                        _standing[digest] = desktop.Folder.PathOf(path);
                    else if (desktop.Folder.FindTree(path) is { } tree)
                        foreach (var (file, stands) in desktop.FilesIn(path, tree))
                            _standing[file] = stands;
                    break;
                }
        }
    }

    /// <summary>Remembers where some bytes stand that are kept nowhere.</summary>
    /// <param name="digest">Their digest.</param>
    /// <param name="path">The full path of the file.</param>
    public void Locate(Digest digest, string path) => _standing[digest] = path;

    /// <summary>The look with a digest.</summary>
    public Look Get(Digest digest)
    {
        foreach (var seen in observer.All)
            if (seen.Reading.Look.Digest == digest)
                return seen.Reading.Look;
        return _remembered.Find(digest)
            ?? (
                content.SizeOf(digest) is not null
                    ? Parse(digest, null)
                    : _workOut(digest) ?? throw ProblemException.NotFound("This look")
            );
    }

    /// <summary>The look of a saving, with where its assets stood.</summary>
    /// <exception cref="ProblemException">Its content is damaged.</exception>
    public Look Of(SavingRow saving)
    {
        if (_saved.TryGetValue(saving.Id, out var known))
            return known;
        // A saving of which the maps are damaged is damaged.
        foreach (var map in MapsOf(saving).All)
            maps.Get(map);
        return _saved.GetOrAdd(
            saving.Id,
            Parse(saving.Look, saving.Places is { Length: > 0 } places ? places : null)
        );
    }

    /// <summary>The maps that the parts of a saving came with.</summary>
    public PartMaps MapsOf(SavingRow saving) => MapsOf(saving.Map, saving.Maps);

    /// <summary>The maps that the parts of a saving came with.</summary>
    /// <param name="map">Digest of the map that is meant where a part has no other.</param>
    /// <param name="others">Digest of what says the others; null for none.</param>
    /// <exception cref="ProblemException">Its content is damaged.</exception>
    public PartMaps MapsOf(Digest map, Digest? others) =>
        others is { } digest
            ? _maps.GetOrAdd(
                (map, digest),
                one => Whole(() => PartMaps.Parse(one.Most, content.Read(one.Others)))
            )
            : PartMaps.Of(map);

    /// <summary>The looks of savings by their numbers, each with where its assets stood; not those that are damaged.</summary>
    public IReadOnlyDictionary<long, Look> OfSavings(IReadOnlyCollection<long> ids)
    {
        var missing = ids.Where(id => !_saved.ContainsKey(id)).ToList();
        foreach (var some in missing.Chunk(MostAtOnce))
        {
            using var db = databases.CreateDbContext();
            var rows = db.Savings.AsNoTracking().Where(one => some.Contains(one.Id)).ToList();
            Parallel.ForEach(rows, row => WhyNot(row));
        }
        return ids.Where(_saved.ContainsKey).ToDictionary(id => id, id => _saved[id]);
    }

    /// <summary>Why the look of a saving cannot be read, in a sentence; empty if it can.</summary>
    /// <param name="saving">The saving's number.</param>
    public string WhyNot(long saving)
    {
        using var db = databases.CreateDbContext();
        return WhyNot(db.Savings.AsNoTracking().First(one => one.Id == saving));
    }

    private string WhyNot(SavingRow row)
    {
        try
        {
            Of(row);
            return "";
        }
        catch (ProblemException problem)
        {
            return problem.Message;
        }
    }

    private Look Parse(Digest digest, string? places) =>
        Whole(() => Look.Parse(content.Read(digest), places, _parts));

    /// <summary>Reads something that was saved, or tells that its copy is damaged.</summary>
    private static T Whole<T>(Func<T> read)
    {
        try
        {
            return read();
        }
        catch (Exception problem) when (problem is FormatException or MissingContentException)
        {
            throw ProblemException.InTheWay(
                ProblemCode.Damaged,
                problem is MissingContentException
                    ? "The copy of this look in the data folder is damaged."
                    : problem.Message,
                "All that is not damaged can still be used."
            );
        }
    }

    /// <summary>The tree with a digest; null if it was neither saved nor seen.</summary>
    public Tree? FindTree(Digest digest) => Saved.FindTree(digest);

    /// <summary>A digest from an address.</summary>
    /// <exception cref="ProblemException">It is none.</exception>
    public static Digest Asked(string digest) =>
        Digest.TryParse(digest, out var parsed)
            ? parsed
            : throw ProblemException.NotFound("Content with such a digest");

    /// <summary>Whether some bytes were saved, or were seen on a desktop.</summary>
    public bool IsAtHand(Digest digest) =>
        content.SizeOf(digest) is not null
        || _standing.ContainsKey(digest)
        || observer.All.Any(seen => seen.Files.ContainsKey(digest));

    /// <summary>How many bytes some content has; null if that is not at hand.</summary>
    public long? SizeOf(Digest digest) =>
        content.SizeOf(digest)
        ?? (
            _standing.TryGetValue(digest, out var path) && File.Exists(path)
                ? new FileInfo(path).Length
                : null
        );

    /// <summary>Some bytes by their digest; null if they were neither saved nor are where they were seen.</summary>
    public byte[]? FindBytes(Digest digest)
    {
        foreach (var seen in observer.All)
            if (
                seen.Files.TryGetValue(digest, out var path)
                && ReadIfSame(path, digest) is { } bytes
            )
                return bytes;
        if (content.SizeOf(digest) is not null)
            return ReadIfIntact(digest);
        return _standing.TryGetValue(digest, out var stands) ? ReadIfSame(stands, digest) : null;
    }

    private byte[]? ReadIfIntact(Digest digest)
    {
        try
        {
            return content.Read(digest);
        }
        catch (MissingContentException)
        {
            return null;
        }
    }

    private static byte[]? ReadIfSame(string path, Digest digest)
    {
        try
        {
            var bytes = File.ReadAllBytes(path);
            return Digest.Of(bytes) == digest ? bytes : null;
        }
        catch (Exception problem) when (problem is IOException or UnauthorizedAccessException)
        {
            return null;
        }
    }
}
