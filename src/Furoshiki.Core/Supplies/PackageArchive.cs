using System.Formats.Tar;
using System.IO.Compression;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;

namespace Furoshiki.Core.Supplies;

/// <summary>
/// The archive of a supply: a tar (POSIX.1) in gzip (RFC 1952) with what the supply says of itself in supply.json, and its files
/// below files. It holds regular files and the folders above them, and nothing else.
/// </summary>
public static class PackageArchive
{
    /// <summary>The name of what a supply says of itself.</summary>
    public const string SaysFile = "supply.json";

    private const string Files = "files/";
    private const int MostSays = 1 << 24;
    private const int BytesForEntry = 4_096;
    private const int BlockSize = 1 << 16;
    private const int LongestPlainName = 100;

    /// <summary>What an archive says of itself that no catalogue offers. It is held against nothing yet.</summary>
    /// <param name="archive">The archive, which can seek and is read from its beginning.</param>
    /// <exception cref="SupplyException">It is no archive of a supply, or does not begin with what it says of itself.</exception>
    public static Offer OfferOf(Stream archive)
    {
        try
        {
            archive.Position = 0;
            var content = Digest.Of(archive);
            archive.Position = 0;
            using var unpacked = new GZipStream(
                archive,
                CompressionMode.Decompress,
                leaveOpen: true
            );
            using var reader = new TarReader(unpacked, leaveOpen: true);
            if (
                reader.GetNextEntry()
                is not {
                    EntryType: TarEntryType.RegularFile or TarEntryType.V7RegularFile,
                    Name: SaysFile,
                    Length: <= MostSays,
                    DataStream: { } says,
                }
            )
                throw new SupplyException($"It does not begin with {SaysFile}.");
            var json = Parsed(says);
            return new Offer(
                SupplyText.Read(json),
                "",
                archive.Length,
                content,
                null,
                CanonicalJson.Write(json!)
            );
        }
        catch (Exception problem) when (IsDamage(problem) || IsNoJson(problem))
        {
            throw new SupplyException("It is no archive of a supply, or is damaged.");
        }
    }

    /// <summary>Unpacks the compression of an archive.</summary>
    /// <param name="archive">The archive.</param>
    /// <param name="offer">What it was offered as.</param>
    /// <param name="to">Where the tar is written to.</param>
    /// <exception cref="SupplyException">It is no gzip, is damaged, or unpacks to more than what it was offered as can have.</exception>
    public static void Unpack(Stream archive, Offer offer, Stream to)
    {
        var most =
            MostSays + offer.Supply.Size + (long)BytesForEntry * (offer.Supply.Files.Length + 1);
        try
        {
            using var unpacked = new GZipStream(
                archive,
                CompressionMode.Decompress,
                leaveOpen: true
            );
            var block = new byte[BlockSize];
            var length = 0L;
            while (unpacked.Read(block) is > 0 and var read)
            {
                length += read;
                if (length > most)
                    throw new SupplyException(
                        $"The archive of {offer.Supply.Id} unpacks to more than the {offer.Supply.Size} bytes that it says."
                    );
                to.Write(block, 0, read);
            }
        }
        catch (InvalidDataException)
        {
            throw new SupplyException($"The archive of {offer.Supply.Id} is damaged or cut off.");
        }
    }

    /// <summary>Reads an archive, and holds all that is in it against what it was offered as.</summary>
    /// <param name="tar">The unpacked archive, which can seek.</param>
    /// <param name="offer">What it was offered as.</param>
    /// <param name="take">Is given each file with its bytes, which can seek, once they were found to be as they should.</param>
    /// <exception cref="SupplyException">Anything is not as it was offered. Nothing of it can be used.</exception>
    public static void Read(Stream tar, Offer offer, Action<SupplyFile, Stream> take)
    {
        try
        {
            ReadAll(tar, offer, take);
        }
        catch (Exception problem) when (IsDamage(problem))
        {
            throw new SupplyException($"The archive of {offer.Supply.Id} is damaged or cut off.");
        }
    }

    private static void ReadAll(Stream tar, Offer offer, Action<SupplyFile, Stream> take)
    {
        var id = offer.Supply.Id;
        var wanted = offer.Supply.Files.ToDictionary(file => file.Path, StringComparer.Ordinal);
        var says = false;
        using var reader = new TarReader(tar, leaveOpen: true);
        while (reader.GetNextEntry() is { } entry)
        {
            var name = entry.Name;
            if (entry.EntryType == TarEntryType.Directory)
            {
                if (!IsFolderOfFiles(name.TrimEnd('/'), offer.Supply))
                    throw Wrong($"a folder that none of its files is in: {Shown(name)}");
                continue;
            }
            if (entry.EntryType is not (TarEntryType.RegularFile or TarEntryType.V7RegularFile))
                throw Wrong($"something that is no file: {Shown(name)}");
            if (name == SaysFile && !says)
            {
                says = true;
                CheckSays(entry);
                continue;
            }
            if (
                !name.StartsWith(Files, StringComparison.Ordinal)
                || !wanted.Remove(name[Files.Length..], out var file)
            )
                throw Wrong($"a file twice, or one that it does not say it has: {Shown(name)}");
            using var bytes = entry.DataStream ?? Stream.Null;
            if (entry.Length != file.Length || Digest.Of(bytes) != file.Content)
                throw Wrong($"a file that is not as it says: {Shown(name)}");
            bytes.Position = 0;
            take(file, bytes);
        }
        if (wanted.Count > 0)
            throw new SupplyException(
                $"The archive of {id} does not have all its files: {Shown(wanted.Keys.Order(StringComparer.Ordinal).First())} is missing."
            );
        if (!says)
            throw new SupplyException($"The archive of {id} does not say what it is.");

        void CheckSays(TarEntry entry)
        {
            if (entry.Length > MostSays)
                throw Wrong($"a {SaysFile} of {entry.Length} bytes");
            using var bytes = entry.DataStream ?? Stream.Null;
            try
            {
                if (Parsed(bytes) is { } its && Digest.Of(CanonicalJson.Write(its)) == offer.Says)
                    return;
            }
            catch (Exception problem) when (IsNoJson(problem))
            {
                throw Wrong($"a {SaysFile} that is no JSON");
            }
            throw Wrong($"a {SaysFile} that says something else than the catalogue");
        }

        SupplyException Wrong(string what) => new($"The archive of {id} has {what}.");
    }

    private static JsonNode? Parsed(Stream says) =>
        JsonNode.Parse(
            says,
            documentOptions: new JsonDocumentOptions { AllowDuplicateProperties = false }
        );

    /// <summary>Whether a reader of tar or gzip says so that what it read is none.</summary>
    private static bool IsDamage(Exception problem) =>
        problem
            is InvalidDataException
                or EndOfStreamException
                or FormatException
                or OverflowException
                or NotSupportedException
                or ArgumentException;

    /// <summary>Whether a reader says so that what it read is no JSON, or has texts in it that are none.</summary>
    private static bool IsNoJson(Exception problem) =>
        problem is JsonException or InvalidOperationException;

    private static bool IsFolderOfFiles(string name, Supply supply) =>
        name == Files.TrimEnd('/')
        || supply.Files.Any(file => PathText.IsUnder(Files + file.Path, name));

    private static string Shown(string name) => PathText.Printable(name);

    /// <summary>Writes an archive, the same for the same content.</summary>
    /// <param name="to">Where it is written to.</param>
    /// <param name="says">What the supply says of itself.</param>
    /// <param name="files">Its files, each with its bytes.</param>
    public static void Write(
        Stream to,
        ReadOnlyMemory<byte> says,
        IEnumerable<(SupplyFile File, ReadOnlyMemory<byte> Bytes)> files
    )
    {
        using var packed = new GZipStream(to, CompressionLevel.SmallestSize, leaveOpen: true);
        using var writer = new TarWriter(packed, TarEntryFormat.Ustar, leaveOpen: true);
        Put(SaysFile, says, isProgram: false);
        foreach (var (file, bytes) in files)
            Put(Files + file.Path, bytes, file.IsProgram);

        void Put(string name, ReadOnlyMemory<byte> bytes, bool isProgram)
        {
            using var data = new MemoryStream(bytes.ToArray());
            var entry = EntryFor(name);
            entry.DataStream = data;
            entry.Mode = (UnixFileMode)(isProgram ? 0b111_101_101 : 0b110_100_100);
            entry.ModificationTime = DateTimeOffset.UnixEpoch;
            writer.WriteEntry(entry);
        }
    }

    /// <summary>
    /// An entry of the plain form, or of GNU's where the name is too long for it: neither has anything in it of the process that writes it.
    /// </summary>
    private static TarEntry EntryFor(string name) =>
        name.Length <= LongestPlainName && Ascii.IsValid(name)
            ? new UstarTarEntry(TarEntryType.RegularFile, name)
            : new GnuTarEntry(TarEntryType.RegularFile, name);
}
