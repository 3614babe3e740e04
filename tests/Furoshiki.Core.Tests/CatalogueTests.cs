using System.Security.Cryptography;
using System.Text;
using System.Text.Json.Nodes;
using CsCheck;
using Furoshiki.Core.Supplies;
using Furoshiki.Tests.Shared;
using Semver;

namespace Furoshiki.Core.Tests;

/// <summary>What is taken from a catalogue, and what is not.</summary>
public sealed class CatalogueTests : IDisposable
{
    private const string Id = "pkg:generic/heron-ridge/inkstone@2.1.0";
    private static readonly (string, byte[])[] Files =
    [
        ("icons/Inkstone/index.theme", "[Icon Theme]\n"u8.ToArray()),
        ("icons/Inkstone/places/folder.svg", "<svg/>"u8.ToArray()),
    ];

    private readonly ECDsa _key = ECDsa.Create(ECCurve.NamedCurves.nistP256);

    public void Dispose() => _key.Dispose();

    private byte[] PublicKey => _key.ExportSubjectPublicKeyInfo();

    private static JsonObject Says() => TestSupplies.Says(Id, Files);

    private static JsonObject Offer() =>
        TestSupplies.Offer(Says(), TestSupplies.Archive(Says(), Files));

    private static string Refused(Action read) => Should.Throw<SupplyException>(read).Message;

    [Fact]
    public void An_index_is_read_if_it_is_signed_with_the_catalogues_key_and_no_older_than_the_last()
    {
        var index = TestSupplies.Index(7, Offer());
        var signature = TestSupplies.Sign(index, _key);
        var catalogue = Catalogue.Read(index, signature, PublicKey, last: 7);
        catalogue.Offers.ShouldHaveSingleItem().Supply.Id.ShouldBe(Id);
        catalogue.Refused.ShouldBeEmpty();

        Refused(() => Catalogue.Read(index, signature, PublicKey, last: 8))
            .ShouldContain("old one");
        using var other = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        foreach (
            var (bytes, sign) in new (byte[], byte[])[]
            {
                (index[..^1], signature),
                ([.. index, (byte)' '], signature),
                (index, TestSupplies.Sign(index, other)),
                (index, []),
                (index, "no base64!"u8.ToArray()),
                ([], signature),
            }
        )
            Refused(() => Catalogue.Read(bytes, sign, PublicKey, 0)).ShouldContain("not signed");
        Refused(() => Catalogue.Read(index, signature, "no key"u8, 0)).ShouldContain("not signed");
    }

    [Fact]
    public void An_index_that_is_none_or_of_another_form_is_refused_with_the_reason()
    {
        foreach (
            var text in new[] { "", "null", "[]", "{}", "{\"form\":1}", "\0", "{\"form\":\"1\"}" }
        )
            Refused(() => Catalogue.Read(Encoding.UTF8.GetBytes(text), 0));
        var half = Encoding
            .UTF8.GetString(TestSupplies.Index(1, Offer()))
            .Replace("Ida Holm", "\\ud800", StringComparison.Ordinal);
        Refused(() => Catalogue.Read(Encoding.UTF8.GetBytes(half), 0)).ShouldContain("no index");
        Refused(() =>
                Catalogue.Read(
                    """{"form": 2, "title": "", "number": 1, "supplies": [], "more": 1}"""u8,
                    0
                )
            )
            .ShouldBe("The index is of form 2; this version of Furoshiki reads form 1.");
    }

    [Fact]
    public void A_supply_that_cannot_be_as_it_says_is_left_out_with_the_reason_and_the_rest_is_offered()
    {
        (string Reason, Action<JsonObject> Change)[] wrong =
        [
            ("package URL", one => one["id"] = "pkg:generic/heron-ridge/inkstone"),
            ("package URL", one => one["id"] = "pkg:generic/heron-ridge/inkstone@2"),
            ("package URL", one => one["id"] = "pkg:npm/heron-ridge/inkstone@2.0.0"),
            ("The title is empty", one => one["title"] = " "),
            ("invisible mark", one => one["title"] = "Ink\u202estone"),
            ("characters", one => one["summary"] = new string('a', 1_001)),
            ("no part of a supply", one => one["size"] = 3),
            ("no part of a supply", one => one["files"]![0]!["length"] = "13"),
            ("says it has -1 bytes", one => one["files"]![0]!["length"] = -1),
            ("no SHA-256", one => one["files"]![0]!["sha256"] = "abc"),
            ("There is no kind", one => one["provides"]![0]!["kind"] = "hats"),
            ("no name of a file", one => one["provides"]![0]!["name"] = ".."),
            ("no colour", one => one["provides"]![0]!["accent"] = "reddish"),
            ("provides nothing", one => one["provides"] = new JsonArray()),
            ("There is no file of", one => one["files"] = new JsonArray()),
            ("there twice", one => one["files"]![1] = one["files"]![0]!.DeepClone()),
            ("belongs to nothing", one => one["files"]![0]!["path"] = "icons/Other/index.theme"),
            ("no path", one => one["files"]![0]!["path"] = "icons/Inkstone/../../x"),
            ("no path", one => one["files"]![0]!["path"] = "/icons/Inkstone/x"),
            ("no path", one => one["files"]![0]!["path"] = "icons/Inkstone/a\\b"),
            ("no path", one => one["files"]![0]!["path"] = "icons/Inkstone/a\nb"),
            ("own", one => one["files"]![0]!["path"] = "icons/Inkstone/.furoshiki-1"),
            ("a file and a folder", one => one["files"]![0]!["path"] = "icons/Inkstone/places"),
            ("are no versions", one => one["needs"] = Needs("pkg:generic/a/b", "newest")),
            ("without a version", one => one["needs"] = Needs("pkg:generic/a/b@1.0.0", "^1.0.0")),
            (
                "names itself",
                one => one["conflicts"] = Needs("pkg:generic/heron-ridge/inkstone", "*")
            ),
            (
                "from 0 to",
                one => one["cost"] = new JsonObject { ["memory"] = -1, ["processor"] = 0 }
            ),
        ];
        var offers = wrong.Select(one =>
        {
            var says = Says();
            one.Change(says);
            return new JsonObject
            {
                ["supply"] = says,
                ["archive"] = "packages/one.tar.gz",
                ["length"] = 1,
                ["sha256"] = new string('0', 64),
            };
        });
        var read = Catalogue.Read(TestSupplies.Index(1, [.. offers, Offer()]), 0);
        read.Offers.ShouldHaveSingleItem();
        read.Refused.Length.ShouldBe(wrong.Length);
        foreach (var (i, (reason, _)) in wrong.Index())
            read.Refused[i].ShouldContain(reason);
    }

    private static JsonArray Needs(string supply, string versions) =>
        [new JsonObject { ["supply"] = supply, ["versions"] = versions }];

    [Fact]
    public void One_that_is_there_twice_is_not_offered_at_all() =>
        Catalogue
            .Read(TestSupplies.Index(1, Offer(), Offer()), 0)
            .ShouldSatisfyAllConditions(
                read => read.Offers.ShouldBeEmpty(),
                read => read.Refused.ShouldHaveSingleItem().ShouldContain("twice")
            );

    [Fact]
    public void Whatever_is_done_to_an_index_it_is_read_or_refused_and_nothing_else() =>
        Gen.Select(Gen.Int[0, 5_000], Gen.Byte, Gen.Int[0, 3])
            .Sample(
                (at, value, what) =>
                {
                    var index = TestSupplies.Index(1, Offer()).ToList();
                    at %= index.Count;
                    if (what == 0)
                        index[at] = value;
                    else if (what == 1)
                        index.RemoveAt(at);
                    else if (what == 2)
                        index.Insert(at, value);
                    else
                        index.RemoveRange(at, index.Count - at);
                    try
                    {
                        Catalogue.Read(index.ToArray(), 0);
                    }
                    catch (SupplyException problem)
                    {
                        problem.Message.ShouldNotBeEmpty();
                    }
                },
                iter: 5_000 * Effort.Times
            );

    [Theory]
    [InlineData("4.1", true)]
    [InlineData("4", true)]
    [InlineData("3.8", false)]
    [InlineData("rolling", false)]
    public void A_supply_is_made_for_versions_of_a_platform(string version, bool isFor)
    {
        var says = Says();
        says["madeFor"] = new JsonArray(
            new JsonObject { ["platform"] = "Engawa", ["versions"] = ">=4.0.0 <5.0.0" }
        );
        var supply = SupplyText.Read(says);
        supply.IsFor("Engawa", version).ShouldBe(isFor);
        supply.IsFor("Tansu", version).ShouldBeFalse();
        SupplyText.Read(Says()).IsFor("Tansu", version).ShouldBeTrue();
        supply.Version.ShouldBe(new SemVersion(2, 1, 0));
    }
}
