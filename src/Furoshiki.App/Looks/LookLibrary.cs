using System.Collections.Concurrent;
using System.Collections.Immutable;
using Furoshiki.App.Desktops;
using Furoshiki.App.Observing;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Reading;
using Furoshiki.Store;

namespace Furoshiki.App.Looks;

/// <summary>
/// Looks and their assets by digest: those that were saved, and those that were last seen on a desktop without being saved.
/// </summary>
public sealed class LookLibrary(IContentStore content)
{
    private const int MostPlanned = 64;
    private const int MostTrees = 512;

    /// <summary>What was seen at the last reading of a desktop, with where its files are.</summary>
    private sealed record Seen(
        Look Look,
        ImmutableDictionary<Digest, Tree> Trees,
        Lazy<Dictionary<Digest, string>> Files
    );

    private readonly ConcurrentDictionary<long, Seen> _seen = new();
    private readonly ConcurrentDictionary<Digest, string> _standing = new();
    private readonly ConcurrentDictionary<Digest, Tree> _trees = new();
    private readonly ConcurrentDictionary<Digest, Look> _planned = new();
    private readonly ConcurrentDictionary<long, Look> _saved = new();

    /// <summary>Reads a desktop, and remembers what was seen.</summary>
    public Sight ReadNow(LiveDesktop desktop)
    {
        var view = new RememberingView(desktop.Folder);
        var reading = DesktopReader.Read(desktop.Map, view);
        var (trees, files) = (
            new Dictionary<Digest, (Tree, string)>(),
            new Dictionary<Digest, string>()
        );
        foreach (var asset in reading.Look.Components.SelectMany(component => component.Assets))
        {
            if (
                asset is not { Path: { } place, Content: { } digest }
                || view.Follow(desktop.Map.FindPath(place)!.FromRoot) is not { } path
            )
                continue;
            if (asset.IsFolder && view.FindTree(path) is { } tree)
                trees[digest] = (tree, path);
            else
                files[digest] = path;
        }
        _seen[desktop.Id] = new Seen(
            reading.Look,
            trees.ToImmutableDictionary(one => one.Key, one => one.Value.Item1),
            new(() => PathsOf(desktop, trees.Values, files))
        );
        return new Sight(reading, view);
    }

    /// <summary>Remembers a look that a plan leads to, so that its picture can be drawn; nothing is kept on the disk for it.</summary>
    public void Remember(Look look)
    {
        if (_planned.Count >= MostPlanned)
            _planned.Clear();
        _planned[look.Digest] = look;
    }

    /// <summary>
    /// Looks where the assets of a look stand of which only the fingerprint was kept, so that its picture can be drawn with those
    /// that are still as they were.
    /// </summary>
    public void Locate(Look look, IEnumerable<LiveDesktop> desktops)
    {
        foreach (var asset in look.Components.SelectMany(part => part.Assets))
        {
            if (asset is not { Path: { } place, Content: { } digest } || content.HoldsAll(digest))
                continue;
            foreach (var desktop in desktops)
                if (
                    desktop.Map.FindPath(place)?.FromRoot is { } path
                    && desktop.Folder.ContentOf(path, asset.IsFolder) == digest
                )
                {
                    if (!asset.IsFolder)
                        _standing[digest] = desktop.Folder.PathOf(path);
                    else if (desktop.Folder.FindTree(path) is { } tree)
                        foreach (var (file, stands) in FilesIn(desktop, path, tree))
                            _standing[file] = stands;
                    break;
                }
        }
    }

    /// <summary>The look with a digest.</summary>
    public Look Get(Digest digest)
    {
        foreach (var seen in _seen.Values)
            if (seen.Look.Digest == digest)
                return seen.Look;
        if (_planned.TryGetValue(digest, out var planned))
            return planned;
        return content.SizeOf(digest) is null
            ? throw ProblemException.NotFound("This look")
            : Parse(digest, null);
    }

    /// <summary>The look of a saving, with where its assets stood.</summary>
    /// <exception cref="ProblemException">Its content is damaged.</exception>
    public Look Of(SavingRow saving) =>
        _saved.TryGetValue(saving.Id, out var known)
            ? known
            : _saved.GetOrAdd(
                saving.Id,
                Parse(
                    Digest.Parse(saving.Look),
                    saving.Places is { Length: > 0 } places ? places : null
                )
            );

    private Look Parse(Digest digest, string? places)
    {
        try
        {
            return Look.Parse(content.Read(digest), places);
        }
        catch (Exception problem) when (problem is FormatException or MissingContentException)
        {
            throw ProblemException.InTheWay(
                "damaged",
                problem is MissingContentException
                    ? "The copy of this look in the data folder is damaged."
                    : problem.Message,
                "All that is not damaged can still be used."
            );
        }
    }

    /// <summary>The tree with a digest; null if it was neither saved nor seen.</summary>
    public Tree? FindTree(Digest digest)
    {
        foreach (var seen in _seen.Values)
            if (seen.Trees.TryGetValue(digest, out var tree))
                return tree;
        if (_trees.TryGetValue(digest, out var known))
            return known;
        if (_trees.Count >= MostTrees)
            _trees.Clear();
        return content.FindTree(digest) is { } kept ? _trees.GetOrAdd(digest, kept) : null;
    }

    /// <summary>A digest from an address.</summary>
    /// <exception cref="ProblemException">It is none.</exception>
    public static Digest Asked(string digest) =>
        Digest.TryParse(digest, out var parsed)
            ? parsed
            : throw ProblemException.NotFound("Content with such a digest");

    /// <summary>Whether some bytes were saved, or were seen on a desktop.</summary>
    public bool IsAtHand(Digest digest) =>
        content.SizeOf(digest) is not null
        || _seen.Values.Any(seen => seen.Files.Value.ContainsKey(digest));

    /// <summary>Some bytes by their digest; null if they were neither saved nor are where they were seen.</summary>
    public byte[]? FindBytes(Digest digest)
    {
        foreach (var seen in _seen.Values)
            if (
                seen.Files.Value.TryGetValue(digest, out var path)
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

    private static Dictionary<Digest, string> PathsOf(
        LiveDesktop desktop,
        IEnumerable<(Tree Tree, string Path)> trees,
        Dictionary<Digest, string> files
    )
    {
        var paths = new Dictionary<Digest, string>();
        foreach (var (digest, path) in files)
            paths[digest] = desktop.Folder.PathOf(path);
        foreach (var (tree, path) in trees)
        foreach (var (digest, stands) in FilesIn(desktop, path, tree))
            paths[digest] = stands;
        return paths;
    }

    /// <summary>Where each file of a folder on a desktop stands, by its content.</summary>
    private static IEnumerable<(Digest Content, string Stands)> FilesIn(
        LiveDesktop desktop,
        string path,
        Tree tree
    )
    {
        var folder = desktop.Folder.PathOf(path);
        foreach (var (inside, state) in tree.All)
            if (state.Content is { } content)
                yield return (content, $"{folder}/{inside}");
    }
}
