using Furoshiki.App.Looks;
using Furoshiki.Core.Content;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Supplies;

namespace Furoshiki.App.Supplies;

/// <summary>A set or a file that savings carry, and that is of no known supply.</summary>
/// <param name="Kind">The kind of part that uses it.</param>
/// <param name="Title">The same, for people.</param>
/// <param name="Name">Its name.</param>
/// <param name="Content">The digest of its bytes or of its tree.</param>
/// <param name="Files">How many files it has.</param>
/// <param name="Size">Their bytes.</param>
/// <param name="Profiles">The profiles whose savings carry it, by name.</param>
public sealed record CarriedView(
    string Kind,
    string Title,
    string Name,
    string Content,
    int Files,
    long Size,
    IReadOnlyList<string> Profiles
);

/// <summary>What savings carry is to be a supply.</summary>
/// <param name="Kind">The kind of part that uses it.</param>
/// <param name="Content">The digest of its bytes or of its tree.</param>
public sealed record CarriedForm(string Kind, string Content);

/// <summary>What savings carry of a person's own, so that other looks and desktops can have it too.</summary>
public sealed class CarriedAssets(
    SupplyUsers users,
    Sources sources,
    LookLibrary library,
    IContentStore content,
    SupplyKeeper keeper
)
{
    private const string Unharmed = "Nothing was kept. The savings carry it as before.";

    /// <summary>All of it that is of no known supply, by kind and name.</summary>
    public IReadOnlyList<CarriedView> All()
    {
        var known = sources.Known().Index;
        return
        [
            .. users
                .Assets()
                .Where(one =>
                    known.Find(one.Kind, one.Asset, library.FindTree) is null
                    && IsCarried(one.Asset)
                )
                .Select(one =>
                {
                    var files = FilesOf(one.Asset);
                    return new CarriedView(
                        one.Kind.Name,
                        one.Kind.Title,
                        one.Asset.Name,
                        one.Asset.Content!.Value.Hex,
                        files.Count,
                        files.Values.Sum(file => file.Size),
                        one.Profiles
                    );
                })
                .OrderBy(one => Kind.Get(one.Kind).Place)
                .ThenBy(one => one.Name, StringComparer.OrdinalIgnoreCase),
        ];
    }

    /// <summary>Makes some of it a supply of the person's own. The savings stay as they are.</summary>
    /// <param name="form">Which.</param>
    /// <exception cref="ProblemException">No saving carries it, it is of a supply already, or it cannot be one.</exception>
    public TakenSupply Keep(CarriedForm form)
    {
        var digest = LookLibrary.Asked(form.Content);
        var (kind, asset, _) = users
            .Assets()
            .FirstOrDefault(one => one.Kind.Name == form.Kind && one.Asset.Content == digest);
        if (asset is null || !IsCarried(asset))
            throw ProblemException.NotFound("What is carried so");
        var known = sources.Known();
        if (known.Index.Find(kind, asset, library.FindTree) is { } its)
            throw ProblemException.InTheWay(
                ProblemCode.SupplyKnown,
                $"It is {its.Supply.Title} {its.Supply.Version} already.",
                Unharmed
            );
        var files = FilesOf(asset);
        try
        {
            var supply = known.Newest(
                OwnSupply.Unpacked(
                    asset.Name,
                    kind,
                    files,
                    files.GetValueOrDefault(AssetFinder.IndexFile)?.Content is { } index
                        ? library.FindBytes(index)
                        : null,
                    known.Index
                )
            );
            keeper.KeepOwn(
                supply,
                batch =>
                {
                    foreach (var file in files.Values)
                    {
                        using var bytes = content.Open(file.Content!.Value);
                        batch.Put(bytes);
                    }
                }
            );
            return new TakenSupply(supply.Id, supply.Title);
        }
        catch (SupplyException problem)
        {
            throw ProblemException.InTheWay(ProblemCode.NoSupply, problem.Message, Unharmed);
        }
    }

    private bool IsCarried(Asset asset) => content.HoldsAll(asset.Content!.Value);

    /// <summary>Its files by their paths within it, be it through links.</summary>
    private Dictionary<string, FileState> FilesOf(Asset asset)
    {
        var digest = asset.Content!.Value;
        if (!asset.IsFolder)
            return new Dictionary<string, FileState>(StringComparer.Ordinal)
            {
                [""] = FileState.OfFile(Asset.CommonMode, content.SizeOf(digest) ?? 0, digest),
            };
        var tree = library.FindTree(digest)!;
        return tree
            .Contents.Keys.Select(path =>
                (
                    path,
                    File: PathEnd.Of(path, "", tree.Find).Path is { } end ? tree.Find(end) : null
                )
            )
            .Where(one => one.File is { Type: FileType.File })
            .ToDictionary(one => one.path, one => one.File!, StringComparer.Ordinal);
    }
}
