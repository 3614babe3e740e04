using System.Collections.Immutable;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Switching;

/// <summary>Works out what it takes to put a look on a desktop. Only what differs is touched.</summary>
/// <param name="map">The desktop's map.</param>
/// <param name="reading">The desktop as it is.</param>
/// <param name="view">The desktop's folder.</param>
/// <param name="saved">The content that savings hold.</param>
public sealed class SwitchPlanner(
    DesktopMap map,
    DesktopReading reading,
    IDesktopView view,
    ISavedContent saved
)
{
    private readonly Dictionary<string, SettingsDocument> _documents = [];
    private readonly Dictionary<string, FileChange> _assetChanges = [];
    private readonly List<PartStep> _steps = [];
    private readonly List<PartRefusal> _refused = [];
    private readonly List<string> _same = [];

    /// <summary>Plans a switch to a look.</summary>
    /// <param name="wanted">The look.</param>
    /// <param name="cover">The kinds that are put on; all others are left alone.</param>
    public SwitchPlan Plan(Look wanted, IReadOnlyCollection<string> cover)
    {
        foreach (
            var component in wanted.Components.Where(component => cover.Contains(component.Kind))
        )
            PlanPart(component);

        var edits = _documents
            .Select(EditOf)
            .Where(edit => edit.Change.Before != edit.Change.After)
            .ToList();
        // Assets come before the settings that name them, so that no moment names what is not there.
        var changes = TreeChanges
            .InOrder(_assetChanges.Values)
            .Concat(
                edits
                    .Select(edit => edit.Change)
                    .OrderBy(change => change.Path, StringComparer.Ordinal)
            );
        var covered = _steps.Select(step => step.Difference.Kind).Concat(_same).ToList();
        var untouched = map
            .Kinds.Select(kind => kind.Kind.Name)
            .Except(covered)
            .Except(_refused.Select(part => part.Kind));
        return new SwitchPlan(
            [.. _steps],
            [.. _refused],
            [.. _same],
            [.. untouched],
            [.. changes],
            reading.Files.Values.ToImmutableSortedDictionary(
                file => file.Path,
                file => view.Find(file.Path)
            ),
            edits.ToImmutableDictionary(
                edit => edit.Change.After!.Content!.Value,
                edit => edit.Bytes
            ),
            wanted.Only(covered)
        );
    }

    private void PlanPart(Component wanted)
    {
        var kind = map.Find(wanted.Kind);
        var part = reading.Parts.FirstOrDefault(one => one.Kind == wanted.Kind);
        var now = part?.Component;
        if (now is not null && now.Equals(wanted))
        {
            _same.Add(wanted.Kind);
            return;
        }
        var reason =
            kind is null ? $"{map.Platform} has no such part."
            : now is null ? $"{part!.File} could not be read: {part.Reason}"
            : NoMatch(kind, wanted) ?? Linked(kind) ?? MissingAsset(wanted);
        if (reason is not null)
        {
            _refused.Add(new PartRefusal(wanted.Kind, reason));
            return;
        }

        var difference = Difference.Between(Look.Of([now!]), Look.Of([wanted]), saved.FindTree)[0];
        try
        {
            var edits = Edit(kind!, now!, wanted, difference);
            var notes = new List<string>();
            var assets = wanted.Assets.SelectMany(asset => Restore(asset, notes)).ToList();
            foreach (var (file, document) in edits)
                _documents[file] = document;
            foreach (var change in assets)
                _assetChanges[change.Path] = change;
            var files = edits
                .Keys.Select(file => reading.Files[file].Path)
                .Concat(assets.Select(change => change.Path));
            _steps.Add(new PartStep(difference, kind!.Shows, [.. files], [.. notes]));
        }
        catch (SettingsFileException problem)
        {
            _refused.Add(new PartRefusal(wanted.Kind, problem.Message));
        }
    }

    private string? NoMatch(KindMap kind, Component wanted)
    {
        var unknown = wanted
            .Settings.Keys.Select(key => key.Name)
            .Distinct()
            .Where(name => !kind.Settings.ContainsKey(name))
            .ToList();
        return unknown.Count == 0
            ? null
            : $"{map.Platform} has no place for {string.Join(", ", unknown)}.";
    }

    /// <summary>A settings file that is a link would be replaced by a file, so its parts are left alone.</summary>
    private string? Linked(KindMap kind)
    {
        var link = kind
            .Files.Select(file => file.Path.FromRoot)
            .FirstOrDefault(path => view.Find(path)?.Type == FileType.Link);
        return link is null
            ? null
            : $"{link} is a link to {view.Find(link)!.Target}. Writing would replace the link, so it is left alone.";
    }

    private string? MissingAsset(Component wanted)
    {
        foreach (var asset in wanted.Assets)
        {
            if (asset.Path is null || map.FindPath(asset.Path) is not { } path)
                return $"{asset.Name} was not found when this was saved, so there is nothing to put on.";
            if (ContentAt(path, asset.IsFolder) == asset.Content)
                continue;
            if (!path.Place.IsPersons && view.Find(path.FromRoot) is null)
                return $"{path.FromRoot} is not here, and only the administrator can add it.";
            if (path.Place.IsPersons && !IsHeld(asset))
                return $"The saved content of {asset.Name} is not held any more.";
        }
        return null;
    }

    /// <summary>The digest of the file or the tree that stands at a path; null if there is none.</summary>
    private Digest? ContentAt(PlacePath path, bool isFolder) =>
        !isFolder ? view.Find(path.FromRoot)?.Content
        : view.FindTree(path.FromRoot) is { } tree ? Digest.Of(tree.ToBytes())
        : null;

    private Dictionary<string, SettingsDocument> Edit(
        KindMap kind,
        Component now,
        Component wanted,
        PartDifference difference
    )
    {
        var edits = new Dictionary<string, SettingsDocument>();
        SettingsDocument Open(SettingsFile file) =>
            edits.GetValueOrDefault(file.Name)
            ?? _documents.GetValueOrDefault(file.Name)
            ?? reading.Files[file.Name].Document!;

        var gone = now.Items.Except(wanted.Items).ToList();
        foreach (var item in gone)
            edits[kind.List!.Value.File.Name] = Open(kind.List.Value.File)
                .RemoveItem(kind.List.Value.Address, item);
        foreach (var (key, _, _, to) in difference.Settings)
        {
            if (key.Item is { } item && gone.Contains(item))
                continue;
            var place = kind.Settings[key.Name];
            var address = kind.AddressOf(key);
            edits[place.File.Name] = to is null
                ? Open(place.File).Remove(address)
                : Open(place.File)
                    .Set(address, place.ToFile(kind.Kind.Setting(key).Type.Write(to)));
        }
        return edits;
    }

    private bool IsHeld(Asset asset) =>
        asset.IsFolder
            ? saved.FindTree(asset.Content!.Value) is not null
            : saved.SizeOf(asset.Content!.Value) is not null;

    /// <summary>What it takes to bring an asset back to what was saved.</summary>
    private IEnumerable<FileChange> Restore(Asset asset, List<string> notes)
    {
        var path = map.FindPath(asset.Path!)!;
        if (ContentAt(path, asset.IsFolder) == asset.Content)
            return [];
        var root = path.FromRoot;
        if (!path.Place.IsPersons)
        {
            notes.Add(
                $"{root} is not as it was saved. It belongs to the administrator and stays as it is."
            );
            return [];
        }
        var now = view.Find(root);
        var parents = TreeChanges.MissingParents(root, view);
        var digest = asset.Content!.Value;
        return asset.IsFolder
            ?
            [
                .. parents,
                .. TreeChanges.Between(
                    root,
                    now,
                    view.FindTree(root) ?? Tree.Of([]),
                    saved.FindTree(digest)!
                ),
            ]
            :
            [
                .. parents,
                new FileChange(
                    root,
                    now,
                    FileState.OfFile(
                        now?.Mode ?? TreeChanges.NewFileMode,
                        saved.SizeOf(digest)!.Value,
                        digest
                    )
                ),
            ];
    }

    private (FileChange Change, ReadOnlyMemory<byte> Bytes) EditOf(
        KeyValuePair<string, SettingsDocument> edited
    )
    {
        var path = reading.Files[edited.Key].Path;
        var before = view.Find(path);
        var bytes = edited.Value.Bytes;
        return (
            new FileChange(
                path,
                before,
                FileState.OfFile(before!.Mode, bytes.Length, Digest.Of(bytes.Span))
            ),
            bytes
        );
    }
}
