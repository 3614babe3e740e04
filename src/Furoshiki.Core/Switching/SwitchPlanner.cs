using System.Collections.Immutable;
using System.Text;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Kinds;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Switching;

/// <summary>Works out what it takes to put a look on a desktop. Only what differs is touched.</summary>
/// <param name="map">The desktop's map.</param>
/// <param name="reading">The desktop as it is.</param>
/// <param name="view">The desktop's folder.</param>
/// <param name="saved">The content that savings hold.</param>
/// <param name="source">The map of the desktop that the look was saved on.</param>
public sealed class SwitchPlanner(
    DesktopMap map,
    DesktopReading reading,
    IDesktopView view,
    ISavedContent saved,
    DesktopMap source
)
{
    private readonly Dictionary<string, SettingsDocument> _documents = [];
    private readonly Dictionary<string, FileChange> _assetChanges = [];
    private readonly List<PartStep> _steps = [];
    private readonly List<PartRefusal> _refused = [];
    private readonly List<Loss> _losses = [];
    private readonly List<Component> _same = [];

    /// <summary>Plans a switch to a look.</summary>
    /// <param name="wanted">The look.</param>
    /// <param name="cover">The kinds that are put on; all others are left alone.</param>
    public SwitchPlan Plan(Look wanted, IReadOnlyCollection<string> cover)
    {
        foreach (var component in InOrder(wanted.Components.Where(one => cover.Contains(one.Kind))))
            PlanPart(component);

        var edits = _documents
            .Select(EditOf)
            .Where(edit => edit.Change.Before != edit.Change.After)
            .ToList();
        // Assets come before the settings that name them, so that no moment names what is not there.
        var changes = TreeChanges
            .InOrder(_assetChanges.Values)
            .Concat(edits.Select(edit => edit.Change));
        var covered = _steps.Select(step => step.Difference.To!).Concat(_same).ToList();
        var untouched = map
            .Kinds.Select(kind => kind.Kind.Name)
            .Except(covered.Select(part => part.Kind))
            .Except(_refused.Select(part => part.Kind));
        return new SwitchPlan(
            [.. _steps.OrderBy(step => Kind.PlaceOf(step.Difference.Kind))],
            [.. _refused],
            [.. _losses],
            [.. _same.Select(part => part.Kind)],
            [.. untouched],
            [.. changes],
            MadeFrom(reading).ToImmutableSortedDictionary(path => path, view.Find),
            edits.ToImmutableDictionary(
                edit => edit.Change.After?.Content ?? Digest.Of([]),
                edit => edit.Bytes
            ),
            Look.Of(covered)
        );
    }

    /// <summary>The paths of all settings files, and of the links to them.</summary>
    internal static IEnumerable<string> MadeFrom(DesktopReading reading) =>
        reading.Files.Values.SelectMany(file => new[] { file.Named, file.Path }).Distinct();

    private IEnumerable<Component> InOrder(IEnumerable<Component> components)
    {
        var order = map.InOrder.Select(kind => kind.Kind.Name).ToList();
        return components.OrderBy(one =>
            order.IndexOf(one.Kind) is >= 0 and var at ? at : order.Count
        );
    }

    private void PlanPart(Component wanted)
    {
        var kind = map.Find(wanted.Kind);
        var part = reading.Parts.FirstOrDefault(one => one.Kind == wanted.Kind);
        var now = part?.Component;
        var (held, losses) = Adaptation.Fit(wanted, source, map, now);
        if (kind is null)
        {
            _losses.AddRange(losses);
            return;
        }
        var reason =
            held is null ? string.Join(' ', losses.Select(loss => loss.Reason).Distinct())
            : now is null ? $"{part!.File} could not be read: {part.Reason}"
            : null;
        if (reason is null)
            _losses.AddRange(losses);
        if (reason is null && now!.Equals(held))
        {
            _same.Add(held!);
            return;
        }
        reason ??= kind.TakesAdministrator
            ? "Putting it on takes the administrator's rights, so it is left as it is."
            : MissingAsset(held!);
        if (reason is not null)
        {
            _refused.Add(new PartRefusal(wanted.Kind, reason));
            return;
        }

        var difference = Difference.Between(Look.Of([now!]), Look.Of([held!]), saved.FindTree)[0];
        try
        {
            var edits = Edit(kind, now!, held!, difference);
            var notes = new List<string>();
            var assets = held!.Assets.SelectMany(asset => Restore(kind, asset, notes)).ToList();
            foreach (var (file, document) in edits)
                _documents[file] = document;
            foreach (var change in assets)
                _assetChanges[change.Path] = change;
            var files = edits
                .Keys.Select(file => reading.Files[file].Path)
                .Concat(assets.Select(change => change.Path));
            var shows = kind.ShowsFor(difference.Settings.Select(one => one.Key));
            _steps.Add(new PartStep(difference, shows, [.. files], [.. notes]));
        }
        catch (SettingsFileException problem)
        {
            _refused.Add(new PartRefusal(wanted.Kind, problem.Message));
        }
    }

    private string? MissingAsset(Component wanted)
    {
        var kind = map.Find(wanted.Kind)!;
        foreach (var asset in wanted.Assets.Where(asset => asset.Setting is not null))
        {
            if (asset.Content is not { } content)
                return $"{asset.Name} was not found when this was saved, so there is nothing to put on.";
            var (path, stands) = Locate(kind, asset);
            if (stands == content || saved.HoldsAll(content) && path.Place.IsPersons)
                continue;
            if (stands is null)
                return $"{asset.Name} is not here, and its content was not kept when this was saved.";
            if (path.Place.IsPersons)
                return $"{asset.Name} is another here, and its saved content is not held.";
        }
        return null;
    }

    /// <summary>
    /// Where an asset stands or will stand, and what stands there now. The first folder that has the name is the one that the
    /// desktop takes. Where that is another asset, or there is none, the saved one comes to where it stood, if that is the
    /// person's, or else to the person's own folder.
    /// </summary>
    private (PlacePath Path, Digest? Stands) Locate(KindMap kind, Asset asset)
    {
        var recorded = asset.Path is null ? null : map.FindPath(asset.Path);
        var all = (
            asset.Setting is null
                ? [recorded!]
                : kind
                    .Assets.First(rule => rule.Setting == asset.Setting)
                    .AllFolders.Select(folder => folder.Within(asset.Name))
                    .Distinct()
        )
            .Select(path => (Path: path, Stands: view.ContentOf(path.FromRoot, asset.IsFolder)))
            .ToList();
        var taken = all.FirstOrDefault(one => one.Stands is not null, all[0]);
        if (
            taken.Stands == asset.Content
            || (taken.Stands is not null && taken.Path.Place.IsPersons)
        )
            return taken;
        var own = all.Where(one => one.Path.Place.IsPersons).ToList();
        var before = own.FirstOrDefault(one => one.Path == recorded);
        return before.Path is not null ? before
            : taken.Stands is null && own.Count > 0 ? own[0]
            : taken;
    }

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
        foreach (var item in kind.Items is null ? [] : gone)
            edits[kind.Items!.File.Name] = Open(kind.Items.File)
                .RemoveItem(kind.Items.Address, item);
        foreach (var (key, _, _, to) in difference.Settings)
        {
            if ((key.Item is { } item && gone.Contains(item)) || kind.PlaceOf(key) is not { } place)
                continue;
            var address = kind.AddressOf(key);
            edits[place.File.Name] = to is null
                ? Open(place.File).Remove(address)
                : Open(place.File)
                    .Set(address, place.Spelling.ToFile(kind.Kind.Setting(key).Type.Write(to)));
        }
        if (kind.Items is { } items && wanted[Kind.Order.Name] is SettingValue.List order)
        {
            var document = Open(items.File).Reorder(items.Address, order.Items);
            if (document != Open(items.File))
                edits[items.File.Name] = document;
        }
        return edits;
    }

    /// <summary>What it takes to bring an asset back to what was saved.</summary>
    private IEnumerable<FileChange> Restore(KindMap kind, Asset asset, List<string> notes)
    {
        var (path, stands) = Locate(kind, asset);
        if (stands == asset.Content)
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
        var before = view.FindTree(root) ?? Tree.Empty;
        if (asset.Content is not { } digest)
            return now?.Type == FileType.Folder
                ? TreeChanges
                    .Between(root, now, before, Tree.Empty)
                    .Append(new FileChange(root, now, null))
                : [new FileChange(root, now, null)];
        var parents = TreeChanges.MissingParents(root, view);
        if (!asset.IsFolder)
            return
            [
                .. now?.Type == FileType.Folder
                    ? TreeChanges.Between(root, now, before, Tree.Empty)
                    : [],
                .. parents,
                new FileChange(
                    root,
                    now,
                    FileState.OfFile(
                        now?.Type == FileType.File ? now.Mode : TreeChanges.NewFileMode,
                        saved.SizeOf(digest)!.Value,
                        digest
                    )
                ),
            ];
        return
        [
            .. parents,
            .. TreeChanges.Between(
                root,
                now,
                now?.Type == FileType.Folder ? before : Tree.Empty,
                saved.FindTree(digest)!
            ),
        ];
    }

    private (FileChange Change, ReadOnlyMemory<byte> Bytes) EditOf(
        KeyValuePair<string, SettingsDocument> edited
    )
    {
        var file = reading.Files[edited.Key];
        var before = view.Find(file.Path);
        var bytes = edited.Value.Bytes;
        var blank = map.Files.First(one => one.Name == edited.Key).Blank;
        // A file that is as a new one would start, and need not be there, goes.
        var after =
            blank is not null && bytes.Span.SequenceEqual(Encoding.UTF8.GetBytes(blank))
                ? null
                : FileState.OfFile(
                    before?.Mode ?? TreeChanges.NewFileMode,
                    bytes.Length,
                    Digest.Of(bytes.Span)
                );
        if (before is null && after is not null)
            foreach (var parent in TreeChanges.MissingParents(file.Path, view))
                _assetChanges[parent.Path] = parent;
        return (new FileChange(file.Path, before, after), bytes);
    }
}
