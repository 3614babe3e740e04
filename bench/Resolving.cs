using System.Text;
using System.Text.Json.Nodes;
using Furoshiki.Core.Supplies;
using Semver;

namespace Furoshiki.Bench;

/// <summary>A made-up catalogue with needs and conflicts, and what is wanted of it.</summary>
internal static class Resolving
{
    private const int Several = 5;
    private const int Wanted = 20;
    private const int MostNeeds = 4;

    private static string NameOf(int supply) => $"pkg:generic/made-up/supply-{supply}";

    /// <summary>The index of a catalogue, each supply of which needs some of those after it and at times cannot be beside another.</summary>
    /// <param name="versions">How many versions of supplies it offers.</param>
    /// <param name="each">How many of them are of one supply.</param>
    /// <param name="set">The folder of a set of icons that it offers too; null for none.</param>
    public static byte[] Index(int versions, int each = Several, string? set = null)
    {
        var dice = new Random(7);
        var supplies = versions / each;
        var offers = new JsonArray();
        for (var supply = 0; supply < supplies; supply++)
        for (var version = 1; version <= each; version++)
        {
            var says = new JsonObject
            {
                ["id"] = $"{NameOf(supply)}@{version}.{dice.Next(9)}.0",
                ["title"] = $"Supply {supply}",
                ["summary"] = "Made up.",
                ["maker"] = "Nobody",
                ["licence"] = "CC0-1.0",
                ["home"] = "https://made-up.example/",
                ["provides"] = new JsonArray(
                    new JsonObject { ["kind"] = "icons", ["name"] = $"Set-{supply}" }
                ),
                ["files"] = new JsonArray(
                    new JsonObject
                    {
                        ["path"] = $"icons/Set-{supply}/index.theme",
                        ["length"] = 1,
                        ["sha256"] = new string('0', 64),
                    }
                ),
                ["needs"] = new JsonArray([
                    .. Enumerable
                        .Range(0, dice.Next(MostNeeds))
                        .Select(_ => supply + 1 + dice.Next(supplies))
                        .Where(other => other < supplies)
                        .Distinct()
                        .Select(other => Versions(other, version)),
                ]),
            };
            if (dice.Next(8) == 0 && supply + 1 < supplies)
                says["conflicts"] = new JsonArray(
                    Versions(supply + 1 + dice.Next(supplies - supply - 1), 1 + dice.Next(2))
                );
            offers.Add(Offer(says));
        }
        if (set is not null)
            offers.Add(Offer(Says(set)));
        return Encoding.UTF8.GetBytes(
            new JsonObject
            {
                ["form"] = Catalogue.Form,
                ["title"] = "Made up",
                ["number"] = 1,
                ["supplies"] = offers,
            }.ToJsonString()
        );

        JsonNode Versions(int other, int from) =>
            new JsonObject
            {
                ["supply"] = NameOf(other),
                ["versions"] = $">={Math.Max(1, from - dice.Next(3))}.0.0",
            };
    }

    private static JsonObject Offer(JsonObject says) =>
        new()
        {
            ["supply"] = says,
            ["archive"] = "packages/one.tar.gz",
            ["length"] = 1,
            ["sha256"] = new string('0', 64),
        };

    private static JsonObject Says(string set) =>
        new()
        {
            ["id"] = $"{NameOf(0)}-set@1.0.0",
            ["title"] = Path.GetFileName(set),
            ["summary"] = "A set that looks lean on.",
            ["maker"] = "Nobody",
            ["licence"] = "CC0-1.0",
            ["home"] = "https://made-up.example/",
            ["provides"] = new JsonArray(
                new JsonObject { ["kind"] = "icons", ["name"] = Path.GetFileName(set) }
            ),
            ["files"] = new JsonArray([
                .. Directory
                    .GetFiles(set, "*", SearchOption.AllDirectories)
                    .Select(file => new JsonObject
                    {
                        ["path"] =
                            $"icons/{Path.GetFileName(set)}/{Path.GetRelativePath(set, file)}",
                        ["length"] = new FileInfo(file).Length,
                        ["sha256"] = Core.Content.Digest.Of(File.ReadAllBytes(file)).Hex,
                    }),
            ]),
        };

    /// <summary>The catalogue as it stands to a desktop that has a tenth of it.</summary>
    public static SupplyGround Ground(Catalogue catalogue)
    {
        var all = catalogue.Offers.GroupBy(one => one.Supply.Name).ToList();
        return new SupplyGround(
            new SupplyCandidates(
                catalogue.Offers.Select(one => new Candidate(one.Supply, null, null))
            ),
            all.Skip(all.Count - (all.Count / 10))
                .ToDictionary(one => one.Key, one => one.First().Supply.Version)
        );
    }

    /// <summary>Looks for all that a look of 20 parts needs, with a part of the catalogue on the desktop already.</summary>
    /// <returns>How many supplies it comes to; -1 if there is a conflict.</returns>
    public static int Resolve(SupplyGround ground, Catalogue catalogue)
    {
        var all = catalogue.Offers.GroupBy(one => one.Supply.Name).ToList();
        var changes = SupplyResolver.Resolve(
            new SupplyWish(
                ground,
                [
                    .. all.Where((_, i) => i % Math.Max(1, all.Count / Wanted / 2) == 0)
                        .Take(Wanted)
                        .Select(one => new SupplyVersions(one.Key, SemVersionRange.AllRelease)),
                ],
                []
            ),
            out _
        );
        return changes?.Count ?? -1;
    }
}
