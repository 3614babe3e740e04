using System.Collections.Immutable;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Content;
using Furoshiki.Core.Parts;
using Semver;

namespace Furoshiki.Core.Supplies;

/// <summary>An asset that a supply brings, by which looks name it.</summary>
/// <param name="Kind">The kind of part that uses it.</param>
/// <param name="IsEngine">Whether assets of the kind need it, and no setting names it.</param>
/// <param name="Name">The name of its file or folder.</param>
/// <param name="Tone">For which ground it is made; null if for any.</param>
/// <param name="Accent">The colour that stands out in it; null if none does.</param>
public sealed record Provided(Kind Kind, bool IsEngine, string Name, Tone? Tone, Rgba? Accent)
{
    /// <summary>Where its files stand in the supply.</summary>
    public string Path => $"{Kind.Name}/{Name}";
}

/// <summary>How files that stand somewhere agree with an asset of a supply.</summary>
/// <param name="Same">How many of its files are there as they came.</param>
/// <param name="Differing">The paths within it of files that are missing, added or edited.</param>
public readonly record struct AssetMatch(int Same, ImmutableArray<string> Differing);

/// <summary>Some versions of a supply.</summary>
/// <param name="Name">The supply.</param>
/// <param name="Versions">The versions.</param>
public sealed record SupplyVersions(SupplyName Name, SemVersionRange Versions);

/// <summary>A platform that a supply is made for.</summary>
/// <param name="Platform">The platform's name.</param>
/// <param name="Versions">Its versions.</param>
public sealed record MadeFor(string Platform, SemVersionRange Versions);

/// <summary>What a supply costs while it is on, as its maker says.</summary>
/// <param name="Memory">Memory, in MiB (0 to 65,536).</param>
/// <param name="Processor">Share of one processor's time, in per cent (0 to 100).</param>
public sealed record SupplyCost(double Memory, double Processor);

/// <summary>A file of a supply.</summary>
/// <param name="Path">Where it stands in the supply.</param>
/// <param name="Length">Its length in bytes.</param>
/// <param name="Content">The SHA-256 of its bytes.</param>
/// <param name="IsProgram">Whether it can be run.</param>
public sealed record SupplyFile(string Path, long Length, Digest Content, bool IsProgram)
{
    /// <summary>The state of the file on a desktop.</summary>
    public FileState State =>
        FileState.OfFile(IsProgram ? 0b111_101_101 : Asset.CommonMode, Length, Content);
}

/// <summary>One version of an installable thing that looks are made from.</summary>
/// <param name="Name">The supply.</param>
/// <param name="Version">Its version.</param>
/// <param name="Title">What it is called, for people.</param>
/// <param name="Family">The family of supplies that belong together; empty for none.</param>
/// <param name="Summary">What it is, in a sentence or two.</param>
/// <param name="Maker">Who made it.</param>
/// <param name="Licence">The licence, as an SPDX expression.</param>
/// <param name="MayBeShared">Whether the licence lets people pass it on.</param>
/// <param name="Home">Where it comes from, for people.</param>
/// <param name="Provides">The assets that it brings, at least one.</param>
/// <param name="Needs">What has to be there too.</param>
/// <param name="Conflicts">What must not be there.</param>
/// <param name="MadeFor">The platforms that it is made for; empty for all.</param>
/// <param name="Cost">What it costs; null if its maker does not say.</param>
/// <param name="Reaches">The toolkits whose programs it changes; empty if that cannot be said of it.</param>
/// <param name="Files">Its files.</param>
public sealed record Supply(
    SupplyName Name,
    SemVersion Version,
    string Title,
    string Family,
    string Summary,
    string Maker,
    string Licence,
    bool MayBeShared,
    string Home,
    ImmutableArray<Provided> Provides,
    ImmutableArray<SupplyVersions> Needs,
    ImmutableArray<SupplyVersions> Conflicts,
    ImmutableArray<MadeFor> MadeFor,
    SupplyCost? Cost,
    ImmutableArray<string> Reaches,
    ImmutableArray<SupplyFile> Files
)
{
    /// <summary>Its package URL, with the version.</summary>
    public string Id => Name.At(Version);

    private readonly Lazy<Tree> _tree = new(() => TreeOf(Files));

    /// <summary>The tree of its files, each kind and each asset in a folder.</summary>
    public Tree Tree => _tree.Value;

    /// <summary>The content of one of its assets: of the file, or of the folder's tree.</summary>
    public Digest ContentOf(Provided asset) =>
        Tree.FindFolder(asset.Path)?.Digest ?? Tree.Find(asset.Path)!.Content!.Value;

    private static Tree TreeOf(ImmutableArray<SupplyFile> files)
    {
        var states = files.ToDictionary(
            file => file.Path,
            file => file.State,
            StringComparer.Ordinal
        );
        foreach (var folder in files.SelectMany(file => PathText.Above(file.Path)))
            states.TryAdd(folder, FileState.OfFolder(FolderMode));
        return Tree.Of(states);
    }

    private const int FolderMode = 0b111_101_101;

    /// <summary>The bytes of all its files together.</summary>
    public long Size => Files.Sum(file => file.Length);

    /// <summary>The files of one of its assets, by their paths within it; the path is empty for an asset that is one file.</summary>
    public IEnumerable<KeyValuePair<string, SupplyFile>> FilesOf(Provided asset) =>
        Files
            .Where(file => PathText.IsIn(file.Path, asset.Path))
            .Select(file =>
                KeyValuePair.Create(file.Path[asset.Path.Length..].TrimStart('/'), file)
            );

    /// <summary>Holds files that stand somewhere against one of its assets.</summary>
    /// <param name="asset">The asset.</param>
    /// <param name="stands">The files and links, by their paths within the asset; the path is empty for an asset that is one file.</param>
    public AssetMatch MatchOf(Provided asset, IReadOnlyDictionary<string, FileState> stands)
    {
        var files = FilesOf(asset).ToDictionary(StringComparer.Ordinal);
        var differing = files
            .Keys.Union(stands.Keys)
            .Where(one =>
                files.GetValueOrDefault(one)?.Content != stands.GetValueOrDefault(one)?.Content
            )
            .Order(StringComparer.Ordinal)
            .ToImmutableArray();
        return new AssetMatch(files.Count - differing.Count(files.ContainsKey), differing);
    }

    /// <summary>Whether one of its assets is a single file.</summary>
    public bool IsFile(Provided asset) => Files.Any(file => file.Path == asset.Path);

    /// <summary>Whether it says that another must not be there.</summary>
    public bool Excludes(Supply other) =>
        Conflicts.Any(one => one.Name == other.Name && one.Versions.Contains(other.Version));

    /// <summary>Whether it is made for a version of a platform.</summary>
    /// <param name="platform">The platform.</param>
    /// <param name="version">Its version, of which parts may be left out; one that is none agrees with nothing but any.</param>
    public bool IsFor(string platform, string version) =>
        MadeFor.IsEmpty
        || MadeFor.Any(one =>
            one.Platform == platform
            && (
                SemVersion.TryParse(version, SemVersionStyles.Any, out var its)
                    ? one.Versions.Contains(its)
                    : VersionWords.IsAny(one.Versions)
            )
        );
}
