using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Content;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Words;
using Semver;

namespace Furoshiki.Core.Supplies;

/// <summary>Something about supplies cannot be as it says. Nothing was placed.</summary>
/// <param name="message">What is wrong, in a sentence.</param>
public sealed class SupplyException(string message) : Exception(message);

/// <summary>Reads and writes what a supply says of itself. The form is docs/schemas/supply.schema.json.</summary>
public static class SupplyText
{
    /// <summary>Most bytes of all files of a supply together: 1 GiB.</summary>
    public const long MostBytes = 1L << 30;

    /// <summary>Most files of a supply.</summary>
    public const int MostFiles = 20_000;

    private const int LongestName = 100;
    private const int LongestText = 1_000;
    private const int LongestPath = 1_000;
    private const int LongestSegment = 200;
    private const double MostMemory = 65_536;
    private const int MostNeeds = 200;

    /// <summary>How JSON about supplies is read: nothing is guessed, nothing unknown is passed over.</summary>
    internal static JsonSerializerOptions Options { get; } =
        new(JsonSerializerDefaults.Web)
        {
            UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
            RespectRequiredConstructorParameters = true,
            RespectNullableAnnotations = true,
            AllowDuplicateProperties = false,
            NumberHandling = JsonNumberHandling.Strict,
            Converters =
            {
                new JsonStringEnumConverter<Tone>(
                    JsonNamingPolicy.KebabCaseLower,
                    allowIntegerValues: false
                ),
            },
        };

    private sealed record SupplyJson(
        string Id,
        string Title,
        string Summary,
        string Maker,
        string Licence,
        string Home,
        ProvidedJson[] Provides,
        FileJson[] Files,
        string Family = "",
        bool MayBeShared = true,
        VersionsJson[]? Needs = null,
        VersionsJson[]? Conflicts = null,
        MadeForJson[]? MadeFor = null,
        CostJson? Cost = null,
        string[]? Reaches = null
    );

    private sealed record ProvidedJson(
        string Kind,
        string Name,
        bool IsEngine = false,
        Tone? Tone = null,
        string? Accent = null
    );

    private sealed record VersionsJson(string Supply, string Versions);

    private sealed record MadeForJson(string Platform, string Versions);

    private sealed record CostJson(double Memory, double Processor);

    private sealed record FileJson(string Path, long Length, string Sha256, bool IsProgram = false);

    /// <summary>Reads a supply.</summary>
    /// <exception cref="SupplyException">It is not of the form, or says something that cannot be.</exception>
    public static Supply Read(JsonNode? json)
    {
        SupplyJson its;
        try
        {
            its =
                json.Deserialize<SupplyJson>(Options)
                ?? throw new SupplyException("There is no supply.");
        }
        catch (Exception problem) when (problem is JsonException or InvalidOperationException)
        {
            throw new SupplyException(
                problem is JsonException { Path: not (null or "$") and var path }
                    ? $"{PathText.Printable(path.TrimStart('$', '.'))} is no part of a supply, or not of this type."
                    : "This is no JSON that a supply can be."
            );
        }
        if (!SupplyName.TryParse(its.Id, out var name, out var version) || version is null)
            throw new SupplyException(
                $"'{Shown(its.Id)}' is no package URL of a supply with a version, such as pkg:generic/heron-ridge/inkstone@2.1.0."
            );
        try
        {
            return Checked(its, name, version);
        }
        catch (SupplyException problem)
        {
            throw new SupplyException($"{name.At(version)}: {problem.Message}");
        }
    }

    /// <summary>Writes a supply, so that it is read again as it is.</summary>
    public static string Write(Supply supply) =>
        JsonSerializer.Serialize(
            new SupplyJson(
                supply.Id,
                supply.Title,
                supply.Summary,
                supply.Maker,
                supply.Licence,
                supply.Home,
                [
                    .. supply.Provides.Select(one => new ProvidedJson(
                        one.Kind.Name,
                        one.Name,
                        one.IsEngine,
                        one.Tone,
                        one.Accent?.ToString()
                    )),
                ],
                [
                    .. supply.Files.Select(one => new FileJson(
                        one.Path,
                        one.Length,
                        one.Content.Hex,
                        one.IsProgram
                    )),
                ],
                supply.Family,
                supply.MayBeShared,
                Written(supply.Needs),
                Written(supply.Conflicts),
                [
                    .. supply.MadeFor.Select(one => new MadeForJson(
                        one.Platform,
                        one.Versions.ToString()
                    )),
                ],
                supply.Cost is { } cost ? new CostJson(cost.Memory, cost.Processor) : null,
                [.. supply.Reaches]
            ),
            WriteOptions
        );

    private static VersionsJson[] Written(ImmutableArray<SupplyVersions> all) =>
        [.. all.Select(one => new VersionsJson(one.Name.ToString(), one.Versions.ToString()))];

    private static readonly JsonSerializerOptions WriteOptions = new(Options)
    {
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    };

    private static Supply Checked(SupplyJson its, SupplyName name, SemVersion version)
    {
        var supply = new Supply(
            name,
            version,
            Text("The title", its.Title, LongestName),
            its.Family.Length == 0 ? "" : Text("The family", its.Family, LongestName),
            Text("The summary", its.Summary, LongestText),
            Text("The maker", its.Maker, LongestName),
            Text("The licence", its.Licence, LongestName),
            its.MayBeShared,
            Text("Where it comes from", its.Home, LongestText),
            [.. its.Provides.Select(Provided)],
            Versions(its.Needs, name),
            Versions(its.Conflicts, name),
            [
                .. (its.MadeFor ?? []).Select(one => new MadeFor(
                    Text("A platform", one.Platform, LongestName),
                    Range(one.Versions)
                )),
            ],
            its.Cost is { } cost
                ? new SupplyCost(
                    Within("The memory in MiB", cost.Memory, MostMemory),
                    Within("The processor's time in per cent", cost.Processor, 100)
                )
                : null,
            [.. (its.Reaches ?? []).Select(one => Text("A toolkit", one, LongestName))],
            [.. its.Files.Select(File)]
        );
        CheckFiles(supply);
        return supply;
    }

    private static Provided Provided(ProvidedJson its)
    {
        var kind =
            Kind.Find(its.Kind)
            ?? throw new SupplyException($"There is no kind '{Shown(its.Kind)}'.");
        if (its.Name.Contains('/', StringComparison.Ordinal) || WhyNoPath(its.Name) is not null)
            throw new SupplyException($"'{Shown(its.Name)}' is no name of a file or folder.");
        Rgba? accent = null;
        if (its.Accent is { } written)
            accent = Rgba.TryParse(written, out var colour)
                ? colour
                : throw new SupplyException($"'{Shown(written)}' is no colour.");
        return new Provided(kind, its.IsEngine, its.Name, its.Tone, accent);
    }

    private static ImmutableArray<SupplyVersions> Versions(VersionsJson[]? all, SupplyName self)
    {
        var read = (all ?? [])
            .Select(one =>
                SupplyName.TryParse(one.Supply, out var name)
                    ? new SupplyVersions(name, Range(one.Versions))
                    : throw new SupplyException(
                        $"'{Shown(one.Supply)}' is no package URL of a supply without a version."
                    )
            )
            .ToImmutableArray();
        if (read.Length > MostNeeds)
            throw new SupplyException($"It names {read.Length} others; {MostNeeds} are the most.");
        if (read.Any(one => one.Name == self))
            throw new SupplyException("It names itself.");
        return read.DistinctBy(one => one.Name).Count() == read.Length
            ? read
            : throw new SupplyException("It names one other twice.");
    }

    private static SemVersionRange Range(string text) =>
        SemVersionRange.TryParse(text, out var range)
            ? range
            : throw new SupplyException(
                $"'{Shown(text)}' are no versions, such as ^2.1.0 or >=1.4.0 <3.0.0."
            );

    private static SupplyFile File(FileJson its)
    {
        if (WhyNoPath(its.Path) is { } why)
            throw new SupplyException($"'{Shown(its.Path)}' is no path of a file: {why}");
        if (its.Length is < 0 or > MostBytes)
            throw new SupplyException($"'{Shown(its.Path)}' says it has {its.Length} bytes.");
        return Digest.TryParse(its.Sha256, out var digest)
            ? new SupplyFile(its.Path, its.Length, digest, its.IsProgram)
            : throw new SupplyException($"'{Shown(its.Path)}' has no SHA-256.");
    }

    private static void CheckFiles(Supply supply)
    {
        if (supply.Provides.IsEmpty)
            throw new SupplyException("It provides nothing.");
        if (supply.Provides.Select(one => one.Path).Distinct().Count() < supply.Provides.Length)
            throw new SupplyException("It provides one thing twice.");
        if (supply.Files.Length > MostFiles || supply.Size > MostBytes)
            throw new SupplyException(
                $"It has {supply.Files.Length} files of {supply.Size} bytes; {MostFiles} and {MostBytes} are the most."
            );
        var paths = new HashSet<string>(StringComparer.Ordinal);
        foreach (var file in supply.Files)
        {
            if (!paths.Add(file.Path))
                throw new SupplyException($"'{Shown(file.Path)}' is there twice.");
            if (!supply.Provides.Any(one => PathText.IsIn(file.Path, one.Path)))
                throw new SupplyException($"'{Shown(file.Path)}' belongs to nothing it provides.");
        }
        foreach (var file in supply.Files)
        foreach (var folder in PathText.Above(file.Path))
            if (paths.Contains(folder))
                throw new SupplyException($"'{Shown(folder)}' is a file and a folder.");
        foreach (var asset in supply.Provides)
            if (!supply.FilesOf(asset).Any())
                throw new SupplyException($"There is no file of its {asset.Path}.");
    }

    /// <summary>Why a text is no path within a supply; null if it is one.</summary>
    public static string? WhyNoPath(string path)
    {
        if (path.Length is 0 or > LongestPath)
            return $"a path has 1 to {LongestPath} characters.";
        if (PersonsText.WhyNot("it", path, LongestPath) is { } why)
            return why;
        var names = path.Split('/');
        if (names.Length > TreeLimits.DeepestInSupply)
            return $"it has more than {TreeLimits.DeepestInSupply} names, and what is deeper cannot be held.";
        foreach (var name in names)
            if (name is "" or "." or ".." || name.Length > LongestSegment)
                return "each name in it has 1 to 200 characters, and is not . or ..";
            else if (name.StartsWith(Reserved, StringComparison.OrdinalIgnoreCase))
                return $"names that begin with {Reserved} are Furoshiki's own.";
            else if (name.Contains('\\', StringComparison.Ordinal))
                return "it has a backslash in it.";
        return null;
    }

    private const string Reserved = ".furoshiki";

    private static string Text(string what, string text, int longest) =>
        text.Trim().Length == 0 ? throw new SupplyException($"{what} is empty.")
        : PersonsText.WhyNot(what, text, longest) is { } why ? throw new SupplyException(why)
        : text.Trim();

    private static double Within(string what, double value, double most) =>
        value >= 0 && value <= most
            ? value
            : throw new SupplyException($"{what} is from 0 to {most}.");

    private static string Shown(string text) =>
        PathText.Printable(text.Length > LongestName ? text[..LongestName] + "…" : text);
}
