using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text.Json;
using System.Text.Json.Nodes;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Words;

namespace Furoshiki.Core.Supplies;

/// <summary>A version of a supply that a catalogue offers.</summary>
/// <param name="Supply">The supply.</param>
/// <param name="Archive">Where its archive is, relative to the index.</param>
/// <param name="Length">The archive's length in bytes.</param>
/// <param name="Content">The SHA-256 of the archive.</param>
/// <param name="Withdrawn">Why its maker took it back, in a sentence; null if nobody did.</param>
/// <param name="Manifest">What the supply says of itself, as canonical JSON (RFC 8785).</param>
public sealed record Offer(
    Supply Supply,
    string Archive,
    long Length,
    Digest Content,
    string? Withdrawn,
    ReadOnlyMemory<byte> Manifest
)
{
    /// <summary>The SHA-256 of what the supply says of itself.</summary>
    public Digest Says { get; } = Digest.Of(Manifest.Span);
}

/// <summary>
/// What a catalogue offers: an index in JSON with a signature beside it. The form is docs/schemas/catalogue.schema.json; the signature
/// is ECDSA over P-256 and SHA-256 (FIPS 186-5) of the index's bytes, as r and s (IEEE P1363) in base64.
/// </summary>
/// <param name="Title">What it is called, for people.</param>
/// <param name="Number">Its number, which is higher for each that is given out.</param>
/// <param name="Offers">What it offers.</param>
/// <param name="Refused">What in it cannot be taken, in sentences; the rest can.</param>
public sealed record Catalogue(
    string Title,
    long Number,
    ImmutableArray<Offer> Offers,
    ImmutableArray<string> Refused
)
{
    /// <summary>The index's name, relative to where a catalogue is.</summary>
    public const string IndexFile = "index.json";

    /// <summary>The name of the signature.</summary>
    public const string SignatureFile = "index.json.sig";

    /// <summary>The form that this version reads.</summary>
    public const int Form = 1;

    /// <summary>Most bytes of an index: 64 MiB.</summary>
    public const int MostBytes = 1 << 26;

    private const int MostRefused = 100;
    private const int LongestTitle = 100;
    private const int LongestReason = 1_000;

    private sealed record IndexJson(int Form, string Title, long Number, JsonNode[] Supplies);

    private sealed record OfferJson(
        JsonNode Supply,
        string Archive,
        long Length,
        string Sha256,
        string? Withdrawn = null
    );

    /// <summary>Reads an index.</summary>
    /// <param name="index">Its bytes.</param>
    /// <param name="signature">The bytes of its signature.</param>
    /// <param name="key">Whose signature it has to be: a public key (SubjectPublicKeyInfo, RFC 5280).</param>
    /// <param name="last">The number of the index that was read last; 0 for none.</param>
    /// <exception cref="SupplyException">It is not signed with that key, cut off, of another form, or older than the last.</exception>
    public static Catalogue Read(
        ReadOnlySpan<byte> index,
        ReadOnlySpan<byte> signature,
        ReadOnlySpan<byte> key,
        long last
    )
    {
        if (!IsSigned(index, signature, key))
            throw new SupplyException(
                "The index is not signed with this catalogue's key: it was changed or cut off on the way, or comes from somebody else."
            );
        return Read(index, last);
    }

    /// <summary>Reads an index that was found to be signed before.</summary>
    /// <param name="index">Its bytes.</param>
    /// <param name="last">The number of the index that was read last; 0 for none.</param>
    /// <exception cref="SupplyException">It is of another form, or older than the last.</exception>
    public static Catalogue Read(ReadOnlySpan<byte> index, long last)
    {
        IndexJson its;
        try
        {
            its =
                JsonSerializer.Deserialize<IndexJson>(index, Lenient)
                ?? throw new SupplyException("The index is empty.");
            if (its.Form == Form)
                its = JsonSerializer.Deserialize<IndexJson>(index, SupplyText.Options)!;
        }
        catch (Exception problem) when (problem is JsonException or InvalidOperationException)
        {
            // It is no JSON, or has texts in it that are none.
            throw new SupplyException("This is no index of a catalogue.");
        }
        if (its.Form != Form)
            throw new SupplyException(
                $"The index is of form {its.Form}; this version of Furoshiki reads form {Form}."
            );
        if (its.Number < last)
            throw new SupplyException(
                $"The index is number {its.Number}, and number {last} was read before: it is an old one."
            );
        if (PersonsText.WhyNot("The catalogue's title", its.Title, LongestTitle) is { } why)
            throw new SupplyException(why);
        return Of(its);
    }

    private static JsonSerializerOptions Lenient { get; } =
        new(JsonSerializerDefaults.Web) { RespectRequiredConstructorParameters = true };

    private static Catalogue Of(IndexJson its)
    {
        var offers = new Dictionary<string, Offer>(StringComparer.Ordinal);
        var twice = new HashSet<string>(StringComparer.Ordinal);
        var refused = new List<string>();
        foreach (
            var (i, (offer, problem)) in its.Supplies.AsParallel().AsOrdered().Select(Read).Index()
        )
            if (offer is null)
                refused.Add($"Number {i + 1} of the index: {problem}");
            else if (!offers.TryAdd(offer.Supply.Id, offer))
                twice.Add(offer.Supply.Id);
        foreach (var id in twice)
        {
            offers.Remove(id);
            refused.Add($"{id} is there twice, so that it cannot be told which is meant.");
        }
        return new Catalogue(
            its.Title,
            its.Number,
            [
                .. offers
                    .Values.OrderBy(one => one.Supply.Name.ToString(), StringComparer.Ordinal)
                    .ThenBy(one => one.Supply.Version, Semver.SemVersion.SortOrderComparer),
            ],
            [
                .. refused.Take(MostRefused),
                .. refused.Count > MostRefused
                    ? [$"And {refused.Count - MostRefused} more."]
                    : Array.Empty<string>(),
            ]
        );
    }

    private static (Offer? Offer, string? Problem) Read(JsonNode json)
    {
        try
        {
            return (OfferOf(json), null);
        }
        catch (SupplyException problem)
        {
            return (null, problem.Message);
        }
    }

    private static Offer OfferOf(JsonNode json)
    {
        OfferJson its;
        try
        {
            its =
                json.Deserialize<OfferJson>(SupplyText.Options)
                ?? throw new SupplyException("It is empty.");
        }
        catch (Exception problem) when (problem is JsonException or InvalidOperationException)
        {
            throw new SupplyException("It is no offer of a supply.");
        }
        var supply = SupplyText.Read(its.Supply);
        if (SupplyText.WhyNoPath(its.Archive) is not null)
            throw new SupplyException($"{supply.Id} has no path to its archive.");
        if (its.Length is < 0 or > SupplyText.MostBytes)
            throw new SupplyException($"{supply.Id} has an archive of {its.Length} bytes.");
        if (!Digest.TryParse(its.Sha256, out var digest))
            throw new SupplyException($"{supply.Id} has no SHA-256 of its archive.");
        if (
            its.Withdrawn is { } reason
            && PersonsText.WhyNot("The reason", reason, LongestReason) is { } why
        )
            throw new SupplyException($"{supply.Id}: {why}");
        return new Offer(
            supply,
            its.Archive,
            its.Length,
            digest,
            its.Withdrawn,
            CanonicalJson.Write(its.Supply)
        );
    }

    private static bool IsSigned(
        ReadOnlySpan<byte> index,
        ReadOnlySpan<byte> signature,
        ReadOnlySpan<byte> key
    )
    {
        try
        {
            using var its = ECDsa.Create();
            its.ImportSubjectPublicKeyInfo(key, out _);
            return its.VerifyData(
                index,
                Convert.FromBase64String(System.Text.Encoding.ASCII.GetString(signature).Trim()),
                HashAlgorithmName.SHA256
            );
        }
        catch (Exception problem) when (problem is CryptographicException or FormatException)
        {
            return false;
        }
    }
}
