using System.Collections.Concurrent;
using System.Collections.Immutable;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Reading;

namespace Furoshiki.Web.Desktops;

/// <summary>
/// Looks and their assets by digest: those that were saved, and those that were last seen on a desktop without being saved.
/// </summary>
internal sealed class LookLibrary(IContentStore content)
{
    private const int MostPlanned = 64;

    /// <summary>What was seen at the last reading of a desktop, with where its files are.</summary>
    private sealed record Seen(
        ImmutableDictionary<Digest, Look> Looks,
        ImmutableDictionary<Digest, Tree> Trees,
        ImmutableDictionary<Digest, string> Files
    );

    private readonly ConcurrentDictionary<long, Seen> _seen = new();
    private readonly ConcurrentDictionary<Digest, Tree> _trees = new();
    private readonly ConcurrentDictionary<Digest, Look> _planned = new();

    /// <summary>Reads a desktop, and remembers what was seen.</summary>
    public DesktopReading ReadNow(LiveDesktop desktop)
    {
        var reading = DesktopReader.Read(desktop.Map, desktop.Folder);
        var trees = ImmutableDictionary.CreateBuilder<Digest, Tree>();
        var files = ImmutableDictionary.CreateBuilder<Digest, string>();
        foreach (var asset in reading.Look.Components.SelectMany(component => component.Assets))
        {
            if (asset.Path is null)
                continue;
            var path = desktop.Map.FindPath(asset.Path)!.FromRoot;
            if (!asset.IsFolder)
                files[asset.Content!.Value] = desktop.Folder.PathOf(path);
            else if (desktop.Folder.FindTree(path) is { } tree)
            {
                trees[asset.Content!.Value] = tree;
                foreach (var (inside, state) in tree.Entries)
                    if (state.Content is { } digest)
                        files[digest] = desktop.Folder.PathOf($"{path}/{inside}");
            }
        }
        var looks = ImmutableDictionary<Digest, Look>.Empty.Add(reading.Look.Digest, reading.Look);
        _seen[desktop.Id] = new Seen(looks, trees.ToImmutable(), files.ToImmutable());
        return reading;
    }

    /// <summary>Remembers a look that a plan leads to, so that its picture can be drawn; nothing is kept on the disk for it.</summary>
    public void Remember(Look look)
    {
        if (_planned.Count >= MostPlanned)
            _planned.Clear();
        _planned[look.Digest] = look;
    }

    /// <summary>The look with a digest.</summary>
    public Look Get(Digest digest)
    {
        foreach (var seen in _seen.Values)
            if (seen.Looks.TryGetValue(digest, out var look))
                return look;
        if (_planned.TryGetValue(digest, out var planned))
            return planned;
        return content.SizeOf(digest) is null
            ? throw ProblemException.NotFound("This look")
            : Look.Parse(content.Read(digest));
    }

    /// <summary>The tree with a digest; null if it was neither saved nor seen.</summary>
    public Tree? FindTree(Digest digest)
    {
        foreach (var seen in _seen.Values)
            if (seen.Trees.TryGetValue(digest, out var tree))
                return tree;
        if (_trees.TryGetValue(digest, out var known))
            return known;
        return content.FindTree(digest) is { } kept ? _trees.GetOrAdd(digest, kept) : null;
    }

    /// <summary>Some bytes by their digest; null if they were neither saved nor are where they were seen.</summary>
    public byte[]? FindBytes(Digest digest)
    {
        foreach (var seen in _seen.Values)
            if (
                seen.Files.TryGetValue(digest, out var path)
                && File.Exists(path)
                && File.ReadAllBytes(path) is var bytes
                && Digest.Of(bytes) == digest
            )
                return bytes;
        return content.SizeOf(digest) is null ? null : content.Read(digest);
    }
}
