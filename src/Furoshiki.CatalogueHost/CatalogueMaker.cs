using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using Furoshiki.Core.Content;
using Furoshiki.Core.Supplies;
using Semver;

namespace Furoshiki.CatalogueHost;

/// <summary>What is the matter with a supply that a catalogue gives out, so that it can be seen what becomes of it.</summary>
public enum OfferFault
{
    /// <summary>Nothing.</summary>
    None,

    /// <summary>Its archive is not the one that the index says.</summary>
    Damaged,

    /// <summary>Its archive has other files than it says.</summary>
    Lying,

    /// <summary>Its archive breaks off half-way when it is loaded from its beginning.</summary>
    BreaksOff,
}

/// <summary>
/// Makes a catalogue of unpacked supplies: an archive of each, all their files by their SHA-256, and a signed index. What it is made of
/// stands in catalogue.json, beside the folders that it names.
/// </summary>
public static class CatalogueMaker
{
    /// <summary>The name of what a catalogue is made of.</summary>
    public const string RecipeFile = "catalogue.json";

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        RespectRequiredConstructorParameters = true,
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower) },
    };

    private sealed record RecipeJson(string Title, long Number, EntryJson[] Supplies);

    /// <param name="Says">What the supply says of itself, but for its files.</param>
    /// <param name="From">The file or folder of each asset, by its path in the supply.</param>
    /// <param name="Replace">For some of its files a text and another that takes its place: another version of the same drawings.</param>
    private sealed record EntryJson(
        JsonObject Says,
        Dictionary<string, string> From,
        Dictionary<string, string[]>? Replace = null,
        string? Withdrawn = null,
        OfferFault Fault = OfferFault.None
    );

    /// <summary>Whether a catalogue was made in a folder, to its end.</summary>
    public static bool IsMade(string folder) =>
        File.Exists(Path.Combine(folder, Catalogue.SignatureFile));

    /// <summary>The archives that break off when they are loaded, relative to the catalogue.</summary>
    /// <param name="folder">The folder with what it is made of.</param>
    public static IReadOnlySet<string> BreakingOff(string folder) =>
        Recipe(folder)
            .Supplies.Where(entry => entry.Fault == OfferFault.BreaksOff)
            .Select(entry =>
                SupplyName.TryParse((string?)entry.Says["id"], out var name, out var version)
                    ? ArchiveOf(name, version!)
                    : ""
            )
            .ToHashSet(StringComparer.Ordinal);

    /// <summary>Makes it.</summary>
    /// <param name="folder">The folder with what it is made of.</param>
    /// <param name="to">The folder of the catalogue, which is made anew.</param>
    /// <param name="key">Signs the index.</param>
    public static void Make(string folder, string to, ECDsa key)
    {
        var recipe = Recipe(folder);
        if (Directory.Exists(to))
            Directory.Delete(to, recursive: true);
        foreach (var name in new[] { "packages", "files" })
            Directory.CreateDirectory(Path.Combine(to, name));
        JsonArray offers = [.. recipe.Supplies.Select(entry => Offer(folder, to, entry))];
        var index = Encoding.UTF8.GetBytes(
            new JsonObject
            {
                ["form"] = Catalogue.Form,
                ["title"] = recipe.Title,
                ["number"] = recipe.Number,
                ["supplies"] = offers,
            }.ToJsonString()
        );
        File.WriteAllBytes(Path.Combine(to, Catalogue.IndexFile), index);
        File.WriteAllText(
            Path.Combine(to, Catalogue.SignatureFile),
            Convert.ToBase64String(key.SignData(index, HashAlgorithmName.SHA256))
        );
    }

    private static RecipeJson Recipe(string folder) =>
        JsonSerializer.Deserialize<RecipeJson>(
            File.ReadAllBytes(Path.Combine(folder, RecipeFile)),
            Json
        )!;

    private static string ArchiveOf(SupplyName name, SemVersion version) =>
        $"packages/{name.Name}-{version}.tar.gz";

    private static JsonObject Offer(string folder, string to, EntryJson entry)
    {
        var files = entry
            .From.SelectMany(one => FilesOf(one.Key, Path.Combine(folder, one.Value)))
            .Select(file => file with { Bytes = Replaced(file, entry.Replace) })
            .OrderBy(file => file.Path, StringComparer.Ordinal)
            .ToList();
        var says = entry.Says.DeepClone().AsObject();
        says["files"] = new JsonArray([
            .. files.Select(file => new JsonObject
            {
                ["path"] = file.Path,
                ["length"] = file.Bytes.Length,
                ["sha256"] = Digest.Of(file.Bytes).Hex,
                ["isProgram"] = file.IsProgram,
            }),
        ]);
        var supply = SupplyText.Read(says);
        foreach (var file in files)
            File.WriteAllBytes(Path.Combine(to, "files", Digest.Of(file.Bytes).Hex), file.Bytes);
        var archive = Archive(supply, says, files, entry.Fault == OfferFault.Lying);
        var path = ArchiveOf(supply.Name, supply.Version);
        var offer = new JsonObject
        {
            ["supply"] = says,
            ["archive"] = path,
            ["length"] = archive.Length,
            ["sha256"] = Digest.Of(archive).Hex,
        };
        if (entry.Withdrawn is { } reason)
            offer["withdrawn"] = reason;
        if (entry.Fault == OfferFault.Damaged)
            archive[archive.Length / 2] ^= 1;
        File.WriteAllBytes(Path.Combine(to, path), archive);
        return offer;
    }

    private static byte[] Archive(
        Supply supply,
        JsonObject says,
        List<FoundFile> files,
        bool isLying
    )
    {
        using var archive = new MemoryStream();
        PackageArchive.Write(
            archive,
            Encoding.UTF8.GetBytes(says.ToJsonString()),
            files.Select(file =>
                (
                    supply.Files.Single(one => one.Path == file.Path),
                    // A liar has other bytes than those that it says.
                    (ReadOnlyMemory<byte>)(
                        isLying ? Encoding.UTF8.GetBytes($"Not {file.Path}") : file.Bytes
                    )
                )
            )
        );
        return archive.ToArray();
    }

    private sealed record FoundFile(string Path, byte[] Bytes, bool IsProgram);

    private static IEnumerable<FoundFile> FilesOf(string path, string from) =>
        File.Exists(from)
            ? [Found(path, from)]
            : Directory
                .EnumerateFiles(from, "*", SearchOption.AllDirectories)
                .Select(file => Found($"{path}/{Path.GetRelativePath(from, file)}", file));

    private static FoundFile Found(string path, string file) =>
        new(
            path,
            File.ReadAllBytes(file),
            File.GetUnixFileMode(file).HasFlag(UnixFileMode.UserExecute)
        );

    private static byte[] Replaced(FoundFile file, Dictionary<string, string[]>? replace) =>
        replace?.GetValueOrDefault(file.Path) is [var what, var with]
            ? Encoding.UTF8.GetBytes(
                Encoding.UTF8.GetString(file.Bytes).Replace(what, with, StringComparison.Ordinal)
            )
            : file.Bytes;
}
