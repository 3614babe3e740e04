using Furoshiki.App.Desktops;
using Furoshiki.App.Installation;
using Furoshiki.App.Observing;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Supplies;
using Furoshiki.Desktops;

namespace Furoshiki.App.Supplies;

/// <summary>What was edited in place is to be kept under a name of its own.</summary>
/// <param name="Supply">The package URL of the supply, without a version.</param>
/// <param name="Title">What it is called from now on (1 to 60 characters).</param>
public sealed record OwnForm(string Supply, string Title);

/// <summary>An edited supply that is kept as one of the person's own. It is not placed yet.</summary>
/// <param name="Id">The package URL of the person's own, with the version.</param>
/// <param name="Came">That of the supply as it came, which is put back.</param>
/// <param name="Kinds">The kinds of the parts that are on and use it.</param>
/// <param name="Instead">What those are set to in its place, each as "kind/setting=value".</param>
public sealed record OwnView(
    string Id,
    string Came,
    IReadOnlyList<string> Kinds,
    IReadOnlyList<string> Instead
);

/// <summary>A folder of unpacked sets and archives.</summary>
/// <param name="Path">Its path.</param>
/// <param name="Kind">The kind of the sets in it that do not say it themselves; null to leave those out.</param>
public sealed record SetsForm(string Path, string? Kind = null);

/// <summary>A supply that was taken in.</summary>
/// <param name="Id">Its package URL, with the version.</param>
/// <param name="Title">What it is called.</param>
public sealed record TakenSupply(string Id, string Title);

/// <summary>What was taken in of a folder.</summary>
/// <param name="Taken">What is kept as supplies now.</param>
/// <param name="Refused">What was not taken, in sentences.</param>
public sealed record TakenView(IReadOnlyList<TakenSupply> Taken, IReadOnlyList<string> Refused);

/// <summary>Keeps what people made themselves as supplies.</summary>
public sealed class OwnSupplies(
    Sources sources,
    SupplyStands stands,
    Observer observer,
    SupplyKeeper keeper,
    AllowedFolders allowed,
    DataFolder data
)
{
    private const int MostSets = 500;
    private const string IndexFile = AssetFinder.IndexFile;
    private static readonly string[] Endings = [".tar.gz", ".tgz"];

    private const string Unharmed = "Nothing was kept, and the desktop is as it was.";

    /// <summary>Keeps a supply that was edited in place under a name of its own. The desktop stays as it is.</summary>
    /// <param name="desktop">The desktop that it was edited on.</param>
    /// <param name="form">Which, and its name.</param>
    /// <exception cref="ProblemException">There is none, it is as it came, or the name is none or is taken.</exception>
    public OwnView KeepEdited(LiveDesktop desktop, OwnForm form)
    {
        var seen = observer.See(desktop);
        var supplies = stands.Of(seen);
        if (
            !SupplyName.TryParse(form.Supply, out var name)
            || supplies.All.GetValueOrDefault(name)?.Standing is not { } standing
        )
            throw ProblemException.NotFound("This supply");
        if (!standing.Differing.Any())
            throw ProblemException.InTheWay(
                ProblemCode.NotEdited,
                $"{standing.Supply.Title} is as it came.",
                Unharmed
            );
        var (own, renamed) = Renamed(seen, standing, form.Title);
        Check(supplies, seen, own);
        Keep(desktop.Folder, own, renamed);
        var uses = seen
            .Reading.Look.Components.SelectMany(part =>
                part.Settings.Select(set => (part.Kind, set.Key, set.Value))
            )
            .Join(
                standing.Assets.Zip(own.Provides),
                set => (set.Kind, (set.Value as SettingValue.Text)?.Value),
                asset => (asset.First.Asset.Kind, asset.First.Asset.Name),
                (set, asset) => (set.Kind, set.Key, asset.Second.Name)
            )
            .Where(one => one.Kind.GetSetting(one.Key).Type is SettingType.AssetName)
            .ToList();
        return new OwnView(
            own.Id,
            standing.Supply.Id,
            [.. uses.Select(one => one.Kind.Name).Distinct()],
            [.. uses.Select(one => $"{one.Kind.Name}/{one.Key}={one.Name}")]
        );
    }

    /// <summary>Takes in the unpacked sets and the archives of a folder, or the one set that it is. The folder stays as it is.</summary>
    /// <param name="form">The folder.</param>
    /// <exception cref="ProblemException">There is no such folder or kind, the person may not point at it, or there is too much in it.</exception>
    public TakenView TakeIn(SetsForm form)
    {
        var kind = KindOf(form.Kind);
        return TakeIn(allowed.Check(form.Path, "path"), kind);
    }

    private static Kind? KindOf(string? name) =>
        name is { Length: > 0 }
            ? Kind.Find(name) ?? throw ProblemException.Field("kind", "There is no such kind.")
            : null;

    private TakenView TakeIn(string root, Kind? kind)
    {
        if (File.Exists(Path.Combine(root, IndexFile)))
            return TakeIn(Path.GetDirectoryName(root)!, [Path.GetFileName(root)], kind);
        var names = Directory
            .EnumerateFileSystemEntries(root)
            .Take(MostSets + 1)
            .Select(path => Path.GetFileName(path))
            .Order(StringComparer.Ordinal)
            .ToList();
        return names.Count > MostSets
            ? throw ProblemException.Field("path", $"There are more than {MostSets} things in it.")
            : TakeIn(root, names, kind);
    }

    /// <summary>Takes in sets and archives whose files came one by one.</summary>
    /// <param name="files">The files, each with its path as it stood in what it came from.</param>
    /// <param name="kind">The kind of the sets that do not say it themselves; null to leave those out.</param>
    /// <exception cref="ProblemException">A path is none that a set can have, or there is no such kind.</exception>
    public TakenView TakeDropped(IEnumerable<(string Path, Func<Stream> Open)> files, string? kind)
    {
        var folder = Directory
            .CreateDirectory(Path.Combine(data.Incoming, $"dropped-{Guid.NewGuid():N}"))
            .FullName;
        try
        {
            foreach (var (path, open) in files)
            {
                var inside = path.TrimStart('/');
                if (SupplyText.WhyNoPath(inside) is { } why)
                    throw ProblemException.Field(
                        "files",
                        $"{PathText.Printable(path)} is no path of a file: {why}"
                    );
                var to = Path.Combine(folder, inside);
                Directory.CreateDirectory(Path.GetDirectoryName(to)!);
                using var bytes = open();
                using var file = new FileStream(to, FileMode.CreateNew);
                bytes.CopyTo(file);
            }
            return TakeIn(folder, KindOf(kind));
        }
        catch (IOException problem)
        {
            throw ProblemException.InTheWay(ProblemCode.Dropped, problem.Message, Unharmed);
        }
        finally
        {
            Directory.Delete(folder, recursive: true);
        }
    }

    private TakenView TakeIn(string root, IReadOnlyList<string> names, Kind? kind)
    {
        var taken = new List<TakenSupply>();
        var refused = new List<string>();
        foreach (var name in names)
            try
            {
                taken.Add(
                    Endings.Any(ending => name.EndsWith(ending, StringComparison.Ordinal))
                        ? TakeArchive(Path.Combine(root, name))
                        : TakeSet(
                            new DesktopFolder(root, shut: data.Holds(root) ? null : data.Path),
                            name,
                            kind
                        )
                );
            }
            catch (Exception problem)
                when (problem
                        is SupplyException
                            or SettingsFileException
                            or IOException
                            or UnauthorizedAccessException
                )
            {
                refused.Add($"{PathText.Printable(name)} was not taken: {problem.Message}");
            }
        return new TakenView(taken, refused);
    }

    private TakenSupply TakeArchive(string path)
    {
        using var archive = File.OpenRead(path);
        var offer = PackageArchive.OfferOf(archive);
        var known = sources.Known();
        if (known.Find(offer.Supply.Id) is { Kept: not null })
            throw new SupplyException(
                $"{offer.Supply.Title} {offer.Supply.Version} is kept already."
            );
        // Whoever signs a catalogue answers for what has its name.
        if (
            known.All.Any(one =>
                one.Offer is not null && one.Supply.Name.Namespace == offer.Supply.Name.Namespace
            )
            && known.Find(offer.Supply.Id)?.Offer?.Says != offer.Says
        )
            throw new SupplyException(
                $"It says that it is {offer.Supply.Id}, and the catalogue that has such offers no such thing."
            );
        keeper.KeepArchive(offer, archive, SupplyKeeper.OwnSource);
        return new TakenSupply(offer.Supply.Id, offer.Supply.Title);
    }

    private TakenSupply TakeSet(DesktopFolder folder, string name, Kind? kind)
    {
        if (folder.Find(name) is not { Type: FileType.Folder or FileType.File } state)
            throw new SupplyException("It is neither a file nor a folder.");
        var isFolder = state.Type == FileType.Folder;
        if (isFolder && (folder.FindTree(name) is not { } tree || tree.Gaps.Any()))
            throw new SupplyException("Not all of it can be read, or it is too large.");
        var files = FilesAt(folder, name);
        var known = sources.Known();
        var supply = OwnSupply.Unpacked(
            name,
            kind,
            files.ToDictionary(one => one.Key, one => one.Value.File, StringComparer.Ordinal),
            files.TryGetValue(IndexFile, out var index) ? folder.ReadFile(index.Path) : null,
            known.Index
        );
        var asset = supply.Provides[0];
        foreach (var (other, its) in known.Index.Named(asset.Kind, asset.Name))
            if (other.ContentOf(its) == supply.ContentOf(asset))
                throw new SupplyException($"It is {other.Title} {other.Version}, which is known.");
        supply = known.Newest(supply);
        Keep(folder, supply, files.Values);
        return new TakenSupply(supply.Id, supply.Title);
    }

    private void Keep(
        DesktopFolder folder,
        Supply supply,
        IEnumerable<(string Path, FileState File)> files
    ) =>
        keeper.KeepOwn(
            supply,
            batch =>
            {
                foreach (var (path, file) in files)
                {
                    using var bytes = folder.OpenRead(path);
                    if (batch.Put(bytes) != file.Content)
                        throw ProblemException.InTheWay(
                            ProblemCode.ChangedMeanwhile,
                            $"{PathText.Printable(path)} changed while it was read. Try again.",
                            Unharmed
                        );
                }
            }
        );

    /// <summary>It under its new name, and where on the desktop its files are.</summary>
    private static (Supply Own, IReadOnlyList<(string Path, FileState File)> Files) Renamed(
        Observation seen,
        SupplyStanding standing,
        string title
    )
    {
        var files = new List<(string, FileState)>();
        try
        {
            var own = OwnSupply.Edited(
                title,
                standing.Supply,
                [
                    .. standing.Assets.Select(one =>
                    {
                        var its = FilesAt(seen.View, one.Path.FromRoot);
                        files.AddRange(its.Values);
                        return (
                            one.Asset,
                            standing.Assets.Length == 1
                                ? OwnSupply.AssetNameOf(
                                    title,
                                    one.Asset.Name,
                                    standing.Supply.IsFile(one.Asset)
                                )
                                : OwnSupply.AssetNameOf(
                                    $"{title} {one.Asset.Name}",
                                    one.Asset.Name,
                                    standing.Supply.IsFile(one.Asset)
                                ),
                            (IReadOnlyDictionary<string, FileState>)
                                its.ToDictionary(
                                    file => file.Key,
                                    file => file.Value.File,
                                    StringComparer.Ordinal
                                )
                        );
                    }),
                ]
            );
            return (own, files);
        }
        catch (SupplyException problem)
        {
            throw ProblemException.Field("title", problem.Message);
        }
    }

    /// <summary>The files in a folder, or the one that stands there, be it through links, by their paths within it.</summary>
    private static Dictionary<string, (string Path, FileState File)> FilesAt(
        IDesktopView view,
        string path
    )
    {
        var end = view.Follow(path)!;
        return (view.FindTree(end)?.Contents.Keys ?? [""])
            .Select(inside =>
                (inside, At: view.Follow(inside.Length == 0 ? end : $"{end}/{inside}"))
            )
            .Where(one => one.At is not null && view.Find(one.At)?.Type == FileType.File)
            .ToDictionary(
                one => one.inside,
                one => (one.At!, view.Find(one.At!)!),
                StringComparer.Ordinal
            );
    }

    private static void Check(DesktopSupplies supplies, Observation seen, Supply own)
    {
        foreach (var asset in own.Provides)
            if (
                supplies.All.ContainsKey(own.Name)
                || supplies.Known.Index.Named(asset.Kind, asset.Name).Any()
                || SupplyPlaces
                    .FoldersFor(seen.Desktop.Map, asset, own.IsFile(asset))
                    .Any(folder => seen.View.Find(folder.Within(asset.Name).FromRoot) is not null)
            )
                throw ProblemException.Field("title", $"There is one called {asset.Name} already.");
    }
}
