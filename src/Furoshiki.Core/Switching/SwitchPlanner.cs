using System.Collections.Immutable;
using System.Text;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Switching;

/// <summary>Works out what it takes to put a look on a desktop. Only what differs is touched.</summary>
/// <param name="map">The desktop's map.</param>
/// <param name="reading">The desktop as it is.</param>
/// <param name="view">The desktop's folder.</param>
/// <param name="saved">The content that savings hold.</param>
/// <param name="source">The map of the desktop that a part of the look was saved on, by the kind's name.</param>
/// <param name="coming">The supplies that are placed with it.</param>
/// <param name="getting">How what a part lacks can be got, the best first, by what it lacks.</param>
/// <param name="rewriting">The settings files that are written anew, which the reading has as they will be; null for none.</param>
/// <param name="unread">What can be done where a part cannot be read.</param>
public sealed class SwitchPlanner(
    DesktopMap map,
    DesktopReading reading,
    IDesktopView view,
    ISavedContent saved,
    Func<string, DesktopMap> source,
    ComingSupplies? coming = null,
    Func<Component, Asset, IEnumerable<Remedy>>? getting = null,
    Rewriting? rewriting = null,
    Func<PartReading, IEnumerable<Remedy>>? unread = null
)
{
    private readonly Rewriting _rewriting = rewriting ?? Rewriting.Nothing;

    /// <summary>What was edited or is written anew, by the real path: two files of a map can be one on the disk.</summary>
    private readonly Dictionary<string, SettingsDocument> _documents = (
        rewriting ?? Rewriting.Nothing
    ).Files.ToDictionary(file => file.Path, file => reading.Files[file.File.Name].Document!);

    /// <summary>What becomes of assets and of the folders above them, by path, and when: the lowest rank first.</summary>
    private readonly Dictionary<string, (FileChange Change, int Rank)> _assetChanges = [];
    private readonly PartFitter _fitter = new(map, reading, view, saved);
    private readonly List<PartStep> _steps = [];
    private readonly List<PartStep> _rights = [];
    private readonly Dictionary<string, AdministratorsFile> _administratorsFiles = [];
    private readonly List<PartRefusal> _refused = [];
    private readonly List<PartLoss> _losses = [];
    private readonly List<Component> _same = [];

    /// <summary>Plans a switch to a look.</summary>
    /// <param name="wanted">The look.</param>
    /// <param name="cover">The kinds that are put on; all others are left alone.</param>
    /// <param name="leftOut">What of a part stays as it is, by the kind's name; null for nothing.</param>
    /// <param name="instead">What of a part is put on in place of what was saved, by the kind's name; null for nothing.</param>
    public SwitchPlan Plan(
        Look wanted,
        IReadOnlyCollection<string> cover,
        IReadOnlyDictionary<string, LeftOut>? leftOut = null,
        IReadOnlyDictionary<string, Instead>? instead = null
    )
    {
        foreach (var kept in wanted.Kept.Keys.Where(cover.Contains))
            _losses.Add(
                PartLoss.Whole(kept, kept, "This version of Furoshiki knows no such part.")
            );
        // What only the administrator may do comes after all that is done without.
        var all = InOrder(wanted.Components.Where(one => cover.Contains(one.Kind.Name)))
            .ToLookup(one => map.Find(one.Kind)?.TakesAdministrator == true);
        foreach (var component in all[false])
            PlanOne(component);
        var own = _documents.ToDictionary();
        foreach (var component in all[true])
            PlanOne(component);
        PlaceTheRest();

        var edits = own.Select(EditOf)
            .Where(edit => edit.Change.Before != edit.Change.After)
            .ToList();
        // Assets come before the settings that name them, so that no moment names what is not there.
        var changes = TreeChanges
            .InOrder(
                _assetChanges.Values.Select(one => one.Change),
                change => _assetChanges[change.Path].Rank
            )
            .Concat(edits.Select(edit => edit.Change))
            .ToImmutableArray();
        var covered = _steps.Select(step => step.Difference.To!).Concat(_same).ToList();
        var untouched = map
            .Kinds.Select(kind => kind.Kind)
            .Except(covered.Select(part => part.Kind))
            .Except(_refused.Select(part => part.Kind))
            .Except(_rights.Select(step => step.Difference.Kind));
        return new SwitchPlan(
            [.. _steps.OrderBy(step => step.Difference.Kind.Place)],
            [.. _refused],
            [.. _losses.OrderByDescending(loss => loss.Share)],
            [.. _same.Select(part => part.Kind)],
            [.. untouched],
            changes,
            MadeFrom(reading).ToImmutableSortedDictionary(path => path, view.Find),
            edits
                .DistinctBy(edit => edit.Change.After?.Content)
                .ToImmutableDictionary(
                    edit => edit.Change.After?.Content ?? Digest.Of([]),
                    edit => edit.Bytes
                ),
            Look.Of(covered)
        )
        {
            NotKept = [.. NotKeptOf(changes, view)],
            Rights = [.. _rights],
            AdministratorsFiles = [.. _administratorsFiles.Values],
            AdministratorsEdits =
            [
                .. _documents
                    .Where(one => own.GetValueOrDefault(one.Key) != one.Value)
                    .Select(one => AdministratorsEditOf(one, own.GetValueOrDefault(one.Key))),
            ],
        };

        void PlanOne(Component part)
        {
            var wanted =
                instead?.GetValueOrDefault(part.Kind.Name)?.In(part, map, coming?.View ?? view)
                ?? part;
            PlanPart(coming?.In(wanted) ?? wanted, leftOut?.GetValueOrDefault(part.Kind.Name));
        }
    }

    /// <summary>Notes a change; a folder that several things come into is there before the first of them.</summary>
    private void Place(FileChange change, int rank) =>
        _assetChanges[change.Path] = (
            change,
            _assetChanges.TryGetValue(change.Path, out var noted)
                ? Math.Min(noted.Rank, rank)
                : rank
        );

    /// <summary>
    /// When an asset of a part comes: after what nothing names (0), what it leans on before itself, and what the part names last, so that no
    /// widget is there before its engine.
    /// </summary>
    private static int RankOf(Component part, Asset asset, int place) =>
        part.KeysNaming(asset).Any() ? part.Assets.Length + 1 : part.Assets.Length - place;

    /// <summary>Places what supplies bring that no part of the look names, but others of them need.</summary>
    private void PlaceTheRest()
    {
        var named = _steps
            .Select(step => step.Difference.To!)
            .Concat(_same)
            .SelectMany(part => part.Assets.Select(asset => (part.Kind, asset.Name)))
            .ToHashSet();
        foreach (var (kind, asset) in coming?.Assets ?? [])
            if (!named.Contains((kind.Kind, asset.Name)))
                foreach (var change in Restore(kind, asset, []))
                    Place(change, 0);
    }

    private AdministratorsEdit AdministratorsEditOf(
        KeyValuePair<string, SettingsDocument> edited,
        SettingsDocument? own
    ) =>
        new(
            edited.Key,
            own?.Bytes
                ?? (
                    view.Find(edited.Key) is null
                        ? (ReadOnlyMemory<byte>?)null
                        : view.ReadFile(edited.Key)
                ),
            IsBlank(edited.Key, edited.Value.Bytes)
                ? (ReadOnlyMemory<byte>?)null
                : edited.Value.Bytes
        );

    /// <summary>Whether a file is as a new one would start, and need not be there.</summary>
    private bool IsBlank(string path, ReadOnlyMemory<byte> bytes) =>
        map.Files.First(one => reading.Files[one.Name].Path == path).Blank is { } blank
        && bytes.Span.SequenceEqual(Encoding.UTF8.GetBytes(blank));

    /// <summary>What the files that are written anew will not have any more.</summary>
    internal static IEnumerable<Gap> NotKeptOf(IEnumerable<FileChange> changes, IDesktopView view)
    {
        foreach (var change in changes)
            if (change.Before?.Type == FileType.File && view.NotKept(change.Path) is { } reason)
                yield return new Gap(change.Path, reason);
    }

    /// <summary>The paths of all settings files, and of the links to them.</summary>
    internal static IEnumerable<string> MadeFrom(DesktopReading reading) =>
        reading
            .Files.Values.SelectMany(file => new[] { file.Named, file.Path, file.Apart })
            .OfType<string>()
            .Distinct();

    /// <summary>
    /// The parts in the order of the map; but one that goes makes room before what it would fight with comes, such as the old dock before
    /// the panel that takes its edge.
    /// </summary>
    private IEnumerable<Component> InOrder(IEnumerable<Component> components)
    {
        var order = map.InOrder.Select(kind => kind.Kind).ToList();
        var left = components
            .OrderBy(one => order.IndexOf(one.Kind) is >= 0 and var at ? at : order.Count)
            .ToList();
        while (left.Count > 0)
        {
            var next = left.Find(one => left.All(other => !MakesRoom(other, one))) ?? left[0];
            left.Remove(next);
            yield return next;
        }
    }

    /// <summary>Whether a part as it is now would fight with another as it will be.</summary>
    private bool MakesRoom(Component part, Component other) =>
        part.Kind != other.Kind
        && reading.Look[part.Kind] is { } now
        && !Fight.In(Look.Of([now, other]), ImmutableHashSet.Create(other.Kind)).IsEmpty;

    private void PlanPart(Component wanted, LeftOut? leftOut)
    {
        var fit = _fitter.Fit(wanted, source(wanted.Kind.Name), leftOut);
        if (fit.Refusal is null && !fit.Losses.IsEmpty)
            _losses.Add(
                fit.Held is null
                    ? PartLoss.Whole(wanted.Kind.Name, fit.Losses[0].What, fit.Losses[0].Reason)
                    : PartLoss.Of(wanted, fit.Losses)
            );
        if (fit.Refusal is { } reason)
        {
            _refused.Add(
                new PartRefusal(
                    wanted.Kind,
                    reason,
                    fit.Missing is { } missing
                            ? Remedy.ForMissing(
                                wanted,
                                missing,
                                map.Find(wanted.Kind)!,
                                view,
                                saved.FindTree,
                                [.. getting?.Invoke(wanted, missing) ?? []]
                            )
                        : reading.Unread.FirstOrDefault(part => part.Kind == wanted.Kind)
                            is { } part
                            ? [.. unread?.Invoke(part) ?? []]
                        : []
                )
            );
            return;
        }
        if (fit.Held is not { } held)
            return;
        var comesAnew = _rewriting.Parts.Contains(wanted.Kind);
        if (fit.IsSame && !comesAnew)
        {
            _same.Add(held);
            return;
        }
        var kind = map.Find(wanted.Kind)!;
        var now = reading.Parts.First(one => one.Kind == wanted.Kind).Component!;
        var edited = Difference.Between(Look.Of([now]), Look.Of([held]), TreeOf).FirstOrDefault();
        // Of a part that could not be read, nobody knows what of it changes.
        var difference = comesAnew
            ? Difference.Between(Look.Of([]), Look.Of([held]), TreeOf)[0]
            : edited!;
        try
        {
            var edits = edited is null ? [] : Edit(kind, now, held, edited);
            var notes = new List<string>();
            var assets = held
                .Assets.Index()
                .SelectMany(one =>
                    Restore(kind, one.Item, notes)
                        .Select(change => (Change: change, Rank: RankOf(held, one.Item, one.Index)))
                )
                .ToList();
            if (
                TreeChanges.TooLong(assets.Select(one => one.Change), view.Root).FirstOrDefault() is
                { } tooLong
            )
                throw new SettingsFileException(
                    $"{PathText.Printable(tooLong.Path)} cannot be placed. {tooLong.Reason}"
                );
            foreach (var (file, document) in edits)
                _documents[file] = document;
            foreach (var (change, rank) in assets)
                Place(change, rank);
            var files = edits
                .Keys.Concat(assets.Select(one => one.Change.Path))
                .Concat(
                    _rewriting
                        .Files.Where(file => kind.Files.Contains(file.File))
                        .Select(file => file.Path)
                )
                .Distinct();
            var shows = kind.ShowsFor(difference.Settings.Select(one => one.Key));
            (kind.TakesAdministrator ? _rights : _steps).Add(
                new PartStep(difference, shows, [.. files], [.. notes])
            );
        }
        catch (SettingsFileException problem)
        {
            _refused.Add(new PartRefusal(wanted.Kind, problem.Message, []));
        }

        Tree? TreeOf(Digest digest) =>
            now.Assets.Where(asset =>
                    asset.Content == digest && asset is { IsFolder: true, Path: not null }
                )
                .Select(asset => view.FindTree(map.FindPath(asset.Path!)!.FromRoot))
                .FirstOrDefault()
            ?? saved.FindTree(digest);
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
            edits.GetValueOrDefault(PathOf(file))
            ?? _documents.GetValueOrDefault(PathOf(file))
            ?? reading.Files[file.Name].Document!;
        string PathOf(SettingsFile file) => reading.Files[file.Name].Path;

        var gone = now.Items.Except(wanted.Items).ToList();
        foreach (var item in kind.Items is null ? [] : gone)
            edits[PathOf(kind.Items!.File)] = Open(kind.Items.File)
                .RemoveItem(kind.Items.Address, item);
        foreach (var (key, _, _, to) in difference.Settings)
        {
            if ((key.Item is { } item && gone.Contains(item)) || kind.PlaceOf(key) is not { } place)
                continue;
            var address = kind.AddressOf(key);
            edits[PathOf(place.File)] = to is null
                ? Open(place.File).Remove(address)
                : Open(place.File)
                    .Set(
                        address,
                        place.Spelling.ToFile(
                            kind.Kind.GetSetting(key).Type.Write(to),
                            Standing(Open(place.File), address)
                        )
                    );
        }
        if (
            kind is { Items: { } items, Kind.HasOrder: true }
            && wanted.Has(Setting.Order, out var order)
        )
        {
            var document = Open(items.File).Reorder(items.Address, order);
            if (document != Open(items.File))
                edits[PathOf(items.File)] = document;
        }
        return edits;
    }

    /// <summary>What stands at an address now; null if nothing does, or it cannot be read.</summary>
    private static NativeValue? Standing(SettingsDocument document, Address address)
    {
        try
        {
            return document.Get(address);
        }
        catch (SettingsFileException)
        {
            return null;
        }
    }

    /// <summary>What it takes to bring an asset back to what was saved.</summary>
    private IReadOnlyList<FileChange> Restore(KindMap kind, Asset asset, List<string> notes)
    {
        var (path, stands) = _fitter.Locate(kind, asset);
        if (
            stands is null
                ? asset.Content is null
                : stands.Equals(asset with { Path = stands.Path })
        )
            return [];
        var root = path.FromRoot;
        if (!path.Place.IsPersons)
        {
            if (asset.Content is not null)
                notes.Add(
                    $"{root} is not as it was saved. It belongs to the administrator and stays as it is{(LeaveToScript(asset, path) ? " until the administrator's script was run" : "")}."
                );
            return [];
        }
        var now = view.Find(root);
        var before = now?.Type == FileType.Folder ? view.FindTree(root) : null;
        var gaps = (before ?? Tree.Empty)
            .Gaps.Select(gap => gap with { Path = $"{root}/{gap.Path}" })
            .ToList();
        if (view.WhyNot(root) is { } reason && now?.Type == FileType.Other)
            gaps.Add(new Gap(root, reason));
        else if (before is null && now?.Type == FileType.Folder)
            gaps.Add(new Gap(root, "Reading it is not permitted."));
        var possible = TreeChanges.Possible(
            ChangesTo(asset, root, now, before ?? Tree.Empty),
            gaps,
            out var blocked
        );
        return blocked.Count == 0
            ? possible
            : throw new SettingsFileException(
                $"{PathText.Printable(blocked[0].Path)} is in the way: {blocked[0].Reason} So it is left as it is."
            );
    }

    /// <summary>Whether a script can bring an asset of the administrator's back: if it is held, and few enough files with no link are others.</summary>
    private bool LeaveToScript(Asset asset, PlacePath path)
    {
        var root = path.FromRoot;
        if (!saved.HoldsAll(asset.Content!.Value))
            return false;
        var changes = ChangesTo(asset, root, view.Find(root), view.FindTree(root) ?? Tree.Empty)
            .Where(change => (change.After ?? change.Before)?.Type != FileType.Folder)
            .ToList();
        if (
            changes.Any(change => !IsFileOrNone(change.Before) || !IsFileOrNone(change.After))
            || !RightsScript.CanHold(changes)
        )
            return false;
        foreach (var change in changes)
            _administratorsFiles[change.Path] = new(path.Place.Path, change);
        return true;

        static bool IsFileOrNone(FileState? state) => state is null or { Type: FileType.File };
    }

    private IEnumerable<FileChange> ChangesTo(Asset asset, string root, FileState? now, Tree before)
    {
        if (asset.Content is not { } digest)
            return
            [
                .. TreeChanges.Between(root, before, Tree.Empty),
                new FileChange(root, now, null),
            ];
        var parents = TreeChanges.MissingParents(root, view);
        if (!asset.IsFolder)
            return
            [
                .. TreeChanges.Between(root, before, Tree.Empty),
                .. parents,
                new FileChange(
                    root,
                    now,
                    FileState.OfFile(asset.Mode, saved.SizeOf(digest)!.Value, digest) with
                    {
                        Attributes = asset.Attributes,
                    }
                ),
            ];
        // A link that stands there makes room for a folder; what it leads to is another's, and stays as it is.
        return
        [
            .. parents,
            .. now?.Type == FileType.Folder
                ? Array.Empty<FileChange>()
                : [new FileChange(root, now, FileState.OfFolder(TreeChanges.NewFolderMode))],
            .. TreeChanges.Between(
                root,
                before,
                saved.FindTree(digest)
                    ?? throw new SettingsFileException(
                        $"The copy of {asset.Name} in the data folder is damaged, so it is left as it is."
                    )
            ),
        ];
    }

    private (FileChange Change, ReadOnlyMemory<byte> Bytes) EditOf(
        KeyValuePair<string, SettingsDocument> edited
    )
    {
        var path = edited.Key;
        var before = view.Find(path);
        var bytes = edited.Value.Bytes;
        var after = IsBlank(path, bytes)
            ? null
            : FileState.OfFile(
                before?.Mode ?? TreeChanges.NewFileMode,
                bytes.Length,
                Digest.Of(bytes.Span)
            ) with
            {
                Attributes = before?.Attributes ?? "",
            };
        if (before is null && after is not null)
            foreach (var parent in TreeChanges.MissingParents(path, view))
                Place(parent, 0);
        return (new FileChange(path, before, after), bytes);
    }
}
