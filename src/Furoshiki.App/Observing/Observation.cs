using System.Collections.Concurrent;
using System.Collections.Immutable;
using Furoshiki.App.Desktops;
using Furoshiki.Core.Content;
using Furoshiki.Core.Reading;

namespace Furoshiki.App.Observing;

/// <summary>A desktop as it was seen at one moment, shared by all who ask for it, with what they made of it.</summary>
public sealed class Observation
{
    private readonly ConcurrentDictionary<object, Lazy<object>> _derived = new();
    private readonly Lazy<Dictionary<Digest, string>> _files;

    /// <summary>Keeps what was seen.</summary>
    /// <param name="desktop">The desktop.</param>
    /// <param name="reading">What was read.</param>
    /// <param name="view">What can be seen of its folder in the same breath.</param>
    public Observation(LiveDesktop desktop, DesktopReading reading, IDesktopView view)
    {
        (Desktop, Reading, View) = (desktop, reading, view);
        var trees = new Dictionary<Digest, (Tree Tree, string Path)>();
        var files = new Dictionary<Digest, string>();
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
        SettingsFiles = reading
            .Files.Values.Where(file => file.Problem is null)
            .Select(file => desktop.Folder.PathOf(file.Path))
            .ToHashSet(StringComparer.Ordinal);
        Trees = trees.ToImmutableDictionary(one => one.Key, one => one.Value.Tree);
        _files = new(() =>
        {
            var paths = files.ToDictionary(one => one.Key, one => desktop.Folder.PathOf(one.Value));
            foreach (var (tree, path) in trees.Values)
            foreach (var (content, stands) in desktop.FilesIn(path, tree))
                paths[content] = stands;
            return paths;
        });
    }

    /// <summary>The desktop.</summary>
    public LiveDesktop Desktop { get; }

    /// <summary>What was read.</summary>
    public DesktopReading Reading { get; }

    /// <summary>What can be seen of its folder in the same breath.</summary>
    public IDesktopView View { get; }

    /// <summary>The folders of its assets in use, by their digest.</summary>
    public IReadOnlyDictionary<Digest, Tree> Trees { get; }

    /// <summary>The full path of each file of its assets in use, by content.</summary>
    public IReadOnlyDictionary<Digest, string> Files => _files.Value;

    /// <summary>The full paths of its settings files, whether they are there or not.</summary>
    public IReadOnlySet<string> SettingsFiles { get; }

    /// <summary>What tells one state of everything but the settings files from another.</summary>
    public required long AssetStamp { get; init; }

    /// <summary>Something that is worked out from it, once for all who ask.</summary>
    /// <param name="key">What it is; equal keys name the same.</param>
    /// <param name="make">Works it out.</param>
    public T Derive<T>(object key, Func<T> make)
        where T : notnull => (T)_derived.GetOrAdd(key, _ => new(() => make())).Value;
}
