using System.Formats.Tar;
using System.IO.Compression;
using System.Text;
using System.Text.Json.Nodes;
using CsCheck;
using Furoshiki.Core.Content;
using Furoshiki.Core.Supplies;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Core.Tests;

/// <summary>Archives of supplies, as they should be and as somebody makes them who wants to get in.</summary>
public sealed class PackageArchiveTests
{
    private const string Id = "pkg:generic/heron-ridge/inkstone@2.1.0";
    private static readonly (string Path, byte[] Bytes)[] Files =
    [
        ("icons/Inkstone/index.theme", "[Icon Theme]\n"u8.ToArray()),
        ("icons/Inkstone/places/folder.svg", "<svg/>"u8.ToArray()),
        ("icons/Inkstone/places/empty", []),
    ];

    private static JsonObject Says { get; } = TestSupplies.Says(Id, Files);

    private static Offer Offered { get; } =
        Catalogue
            .Read(
                TestSupplies.Index(1, TestSupplies.Offer(Says, TestSupplies.Archive(Says, Files))),
                0
            )
            .Offers.Single();

    /// <summary>What is taken from an archive.</summary>
    private static List<(string Path, byte[] Bytes)> Taken(byte[] archive)
    {
        var taken = new List<(string, byte[])>();
        using var packed = new MemoryStream(archive);
        using var tar = new MemoryStream();
        PackageArchive.Unpack(packed, Offered, tar);
        tar.Position = 0;
        PackageArchive.Read(
            tar,
            Offered,
            (file, bytes) =>
            {
                using var copy = new MemoryStream();
                bytes.CopyTo(copy);
                taken.Add((file.Path, copy.ToArray()));
            }
        );
        return taken;
    }

    private static byte[] Packed(IEnumerable<TarEntry> entries)
    {
        using var to = new MemoryStream();
        using (var packed = new GZipStream(to, CompressionLevel.Fastest, leaveOpen: true))
        using (var writer = new TarWriter(packed, TarEntryFormat.Pax))
            foreach (var entry in entries)
                writer.WriteEntry(entry);
        return to.ToArray();
    }

    private static PaxTarEntry Entry(string name, byte[] bytes) =>
        new(TarEntryType.RegularFile, name) { DataStream = new MemoryStream(bytes) };

    private static IEnumerable<TarEntry> Whole() =>
        Files
            .Select(file => Entry("files/" + file.Path, file.Bytes))
            .Prepend(Entry("supply.json", Encoding.UTF8.GetBytes(Says.ToJsonString())));

    [Fact]
    public void An_archive_is_read_file_by_file_and_is_the_same_for_the_same_content()
    {
        var archive = TestSupplies.Archive(Says, Files);
        TestSupplies.Archive(Says, Files).ShouldBe(archive);
        Encoding
            .ASCII.GetString(Unpacked(archive))
            .ShouldNotContain("PaxHeaders", customMessage: "they have the writer's number in them");
        foreach (
            var good in new[]
            {
                archive,
                Packed(Whole()),
                Packed(Whole().Reverse()),
                Packed(Whole().Prepend(new PaxTarEntry(TarEntryType.Directory, "files/icons/"))),
            }
        )
            Taken(good)
                .OrderBy(one => one.Path, StringComparer.Ordinal)
                .Select(one => (one.Path, Digest.Of(one.Bytes)))
                .ShouldBe(
                    Files
                        .OrderBy(one => one.Path, StringComparer.Ordinal)
                        .Select(one => (one.Path, Digest.Of(one.Bytes)))
                );
    }

    private static byte[] Unpacked(byte[] archive)
    {
        using var packed = new GZipStream(new MemoryStream(archive), CompressionMode.Decompress);
        using var tar = new MemoryStream();
        packed.CopyTo(tar);
        return tar.ToArray();
    }

    [Fact]
    public void An_archive_that_no_catalogue_offers_says_what_it_is()
    {
        var offer = PackageArchive.OfferOf(new MemoryStream(TestSupplies.Archive(Says, Files)));
        offer.Says.ShouldBe(Offered.Says);
        offer.Content.ShouldBe(Digest.Of(TestSupplies.Archive(Says, Files)));
        SupplyText
            .Write(SupplyText.Read(JsonNode.Parse(SupplyText.Write(offer.Supply))))
            .ShouldBe(SupplyText.Write(offer.Supply));
        // What it is comes first, so that nothing has to be unpacked to know it.
        Should.Throw<SupplyException>(() =>
            PackageArchive.OfferOf(new MemoryStream(Packed(Whole().Reverse())))
        );
    }

    [Fact]
    public void Names_may_be_long_and_of_any_script()
    {
        (string, byte[])[] files =
        [
            (
                $"icons/Inkstone/{string.Join('/', Enumerable.Repeat("ein-langer-Ordner", 12))}/x",
                [1]
            ),
            ("icons/Inkstone/星図.svg", [2]),
        ];
        var says = TestSupplies.Says(Id, files);
        var archive = TestSupplies.Archive(says, files);
        var offer = Catalogue
            .Read(TestSupplies.Index(1, TestSupplies.Offer(says, archive)), 0)
            .Offers.Single();
        var taken = new List<string>();
        using var tar = new MemoryStream(Unpacked(archive));
        PackageArchive.Read(tar, offer, (file, _) => taken.Add(file.Path));
        taken.ShouldBe(files.Select(file => file.Item1));
    }

    /// <summary>What an entry is that has no business in an archive.</summary>
    private static Gen<TarEntry> Hostile { get; } =
        Gen.Select(
            Gen.OneOf(
                "../x",
                "/etc/x",
                "files/../../x",
                "files/icons/Inkstone/../../../x",
                "files/icons/Inkstone/x",
                "files/icons/Inkstone/index.theme/x",
                "files/icons/Inkstone/index.theme",
                "files\\x",
                "files/icons/Inkstone/.furoshiki-1",
                "supply.json",
                "supply.json/x",
                "x",
                "./supply.json",
                "files//icons/Inkstone/index.theme",
                "files/icons/Inkstone/\u202etxt"
            ),
            Gen.OneOf(
                TarEntryType.RegularFile,
                TarEntryType.SymbolicLink,
                TarEntryType.HardLink,
                TarEntryType.Fifo,
                TarEntryType.CharacterDevice,
                TarEntryType.BlockDevice,
                TarEntryType.Directory
            ),
            (name, type) =>
                (TarEntry)
                    new PaxTarEntry(
                        type,
                        // As a folder some of these would be in their place.
                        type == TarEntryType.Directory
                            ? "away/" + name
                            : name
                    ).With(entry =>
                    {
                        if (type is TarEntryType.SymbolicLink or TarEntryType.HardLink)
                            entry.LinkName = "/etc/passwd";
                        if (type == TarEntryType.RegularFile)
                            entry.DataStream = new MemoryStream([1, 2, 3]);
                    })
        );

    [Fact]
    public void Of_an_archive_with_anything_in_it_that_has_no_business_there_nothing_can_be_used() =>
        Gen.Select(Hostile, Gen.Int[0, Files.Length + 1])
            .Sample(
                (hostile, at) =>
                {
                    var entries = Whole().ToList();
                    entries.Insert(at, hostile);
                    Should.Throw<SupplyException>(() => Taken(Packed(entries)));
                },
                iter: 500 * Effort.Times
            );

    [Fact]
    public void Of_an_archive_that_lacks_something_or_has_it_otherwise_nothing_can_be_used() =>
        Gen.Select(Gen.Int[0, Files.Length], Gen.Byte.Array[0, 40], Gen.Bool)
            .Sample(
                (which, bytes, isGone) =>
                {
                    var entries = Whole().ToList();
                    if (isGone)
                        entries.RemoveAt(which);
                    else if (which == 0 || !bytes.SequenceEqual(Files[which - 1].Bytes))
                        entries[which] = Entry(entries[which].Name, bytes);
                    else
                        return;
                    Should.Throw<SupplyException>(() => Taken(Packed(entries)));
                },
                iter: 200 * Effort.Times
            );

    [Fact]
    public void Whatever_becomes_of_its_bytes_an_archive_is_refused_or_gives_what_it_should()
    {
        var archive = TestSupplies.Archive(Says, Files);
        using var tar = new MemoryStream();
        PackageArchive.Unpack(new MemoryStream(archive), Offered, tar);
        Gen.Select(Gen.Bool, Gen.Int[0, 1 << 20], Gen.Byte, Gen.Int[0, 2])
            .Sample(
                (inTar, at, value, what) =>
                {
                    var bytes = (inTar ? tar.ToArray() : archive).ToList();
                    at %= bytes.Count;
                    if (what == 0)
                        bytes[at] = value;
                    else if (what == 1)
                        bytes.RemoveRange(at, bytes.Count - at);
                    else
                        bytes.Insert(at, value);
                    var all = bytes.ToArray();
                    if (inTar)
                    {
                        using var to = new MemoryStream();
                        using (var packed = new GZipStream(to, CompressionLevel.Fastest))
                            packed.Write(all);
                        all = to.ToArray();
                    }
                    try
                    {
                        Taken(all)
                            .Select(one => (one.Path, Digest.Of(one.Bytes)))
                            .ShouldBe(Files.Select(one => (one.Path, Digest.Of(one.Bytes))));
                    }
                    catch (SupplyException problem)
                    {
                        problem.Message.ShouldContain(Id);
                    }
                    // Without a catalogue it is refused too, or says what it did, or something that it is then held against.
                    try
                    {
                        PackageArchive.OfferOf(new MemoryStream(all)).Length.ShouldBe(all.Length);
                    }
                    catch (SupplyException) { }
                },
                iter: 2_000 * Effort.Times
            );
    }

    [Fact]
    public void One_that_unpacks_to_gigabytes_is_broken_off_at_what_it_says()
    {
        using var to = new MemoryStream();
        using (var packed = new GZipStream(to, CompressionLevel.Fastest, leaveOpen: true))
        {
            var zeros = new byte[1 << 20];
            for (var i = 0; i < 100; i++)
                packed.Write(zeros);
        }
        to.Position = 0;
        using var unpacked = new MemoryStream();
        Should
            .Throw<SupplyException>(() => PackageArchive.Unpack(to, Offered, unpacked))
            .Message.ShouldContain("more than");
        unpacked.Length.ShouldBeLessThan(1 << 25);
    }
}

file static class Entries
{
    public static TarEntry With(this PaxTarEntry entry, Action<PaxTarEntry> change)
    {
        change(entry);
        return entry;
    }
}
