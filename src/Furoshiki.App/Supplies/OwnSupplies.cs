using System.Text;
using Furoshiki.App.Desktops;
using Furoshiki.App.Observing;
using Furoshiki.Core.Content;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Supplies;

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

/// <summary>Keeps what people made themselves as supplies.</summary>
public sealed class OwnSupplies(SupplyStands stands, Observer observer, SupplyKeeper keeper)
{
    /// <summary>Where a person's own supplies were had from.</summary>
    public const string Source = "";

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
                "not-edited",
                $"{standing.Supply.Title} is as it came.",
                Unharmed
            );
        var (own, renamed) = Renamed(seen, standing, form.Title);
        Check(supplies, seen, own);
        keeper.Keep(
            own,
            Encoding.UTF8.GetBytes(SupplyText.Write(own)),
            Source,
            batch =>
            {
                foreach (var (path, file) in renamed)
                {
                    using var bytes = desktop.Folder.OpenRead(path);
                    if (batch.Put(bytes) != file.Content)
                        throw ProblemException.InTheWay(
                            "changed-meanwhile",
                            $"{PathText.Printable(path)} changed while it was read. Try again.",
                            Unharmed
                        );
                }
            }
        );
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
