using System.Text.Json.Nodes;
using CsCheck;
using Furoshiki.Core.Supplies;
using Semver;

namespace Furoshiki.Core.Tests;

/// <summary>What is got with what, and why something cannot be.</summary>
public sealed class SupplyResolverTests
{
    private readonly List<Candidate> _known = [];
    private readonly Dictionary<SupplyName, SemVersion> _here = [];
    private readonly List<SupplyName> _unwanted = [];

    private static SupplyName Name(string name) =>
        SupplyName.TryParse($"pkg:generic/heron-ridge/{name}", out var parsed)
            ? parsed
            : throw new ArgumentException(name);

    private void Know(
        string name,
        string version,
        string[]? needs = null,
        string[]? conflicts = null,
        string? whyNot = null
    )
    {
        var says = TestSupplies.Says(
            $"{Name(name)}@{version}",
            ($"icons/{name}/index.theme", "x"u8.ToArray())
        );
        says["title"] = char.ToUpperInvariant(name[0]) + name[1..];
        says["needs"] = Versions(needs);
        says["conflicts"] = Versions(conflicts);
        _known.Add(new Candidate(SupplyText.Read(says), whyNot, whyNot));
    }

    private static JsonArray Versions(string[]? all) =>
        [
            .. (all ?? []).Select(one =>
                (JsonNode)
                    new JsonObject
                    {
                        ["supply"] = Name(one.Split(' ', 2)[0]).ToString(),
                        ["versions"] = one.Split(' ', 2)[1],
                    }
            ),
        ];

    private void Has(string name, string version) => _here[Name(name)] = SemVersion.Parse(version);

    private SupplyWish Wish(params string[] wanted) =>
        new(
            new SupplyGround(new SupplyCandidates(_known), _here),
            [
                .. wanted.Select(one => new SupplyVersions(
                    Name(one.Split(' ', 2)[0]),
                    SemVersionRange.Parse(one.Contains(' ') ? one.Split(' ', 2)[1] : "*")
                )),
            ],
            _unwanted
        );

    private (string[] Changes, SupplyConflict? Conflict) Get(params string[] wanted)
    {
        var changes = SupplyResolver.Resolve(Wish(wanted), out var conflict);
        return (
            [
                .. (changes ?? []).Select(one =>
                    $"{one.Name.Name} {one.From?.Version.ToString() ?? "-"} > {one.To?.Version.ToString() ?? "-"}"
                ),
            ],
            conflict
        );
    }

    [Fact]
    public void What_a_supply_needs_comes_before_it_three_levels_deep_and_what_is_here_stays()
    {
        Know("dial", "2.1.0", needs: ["engine ^3.0.0"]);
        Know("engine", "2.4.0");
        Know("engine", "3.0.0", needs: ["tables ^1.0.0"]);
        Know("engine", "3.1.0", needs: ["tables ^1.0.0"]);
        Know("tables", "1.2.0");
        Know("tables", "1.4.0");
        Get("dial").Changes.ShouldBe(["tables - > 1.4.0", "engine - > 3.1.0", "dial - > 2.1.0"]);
        // What is here and will do is not touched for something newer.
        Has("tables", "1.2.0");
        Has("engine", "3.0.0");
        Get("dial").Changes.ShouldBe(["dial - > 2.1.0"]);
        Has("engine", "2.4.0");
        Get("dial").Changes.ShouldBe(["engine 2.4.0 > 3.1.0", "dial - > 2.1.0"]);
        Get("tables").Changes.ShouldBeEmpty();
        Get("tables ^1.3.0").Changes.ShouldBe(["tables 1.2.0 > 1.4.0"]);
    }

    [Fact]
    public void A_conflict_is_told_as_a_short_chain_with_what_is_in_the_way()
    {
        Know("target", "2.0.0", needs: ["engine ^3.0.0"]);
        Know("gauge", "1.4.0", needs: ["engine ^2.0.0"]);
        Know("gauge", "1.5.0", needs: ["engine ^2.0.0"]);
        Know("engine", "2.4.0");
        Know("engine", "3.0.0");
        Know("bystander", "1.0.0");
        Has("gauge", "1.4.0");
        Has("engine", "2.4.0");
        Has("bystander", "1.0.0");
        var (_, conflict) = Get("target");
        conflict!.Sentences.ShouldBe([
            "Target 2.0.0 needs Engine 3.",
            "All versions of Gauge need Engine 2.",
            "Gauge is here, and stays.",
        ]);
        conflict.InTheWay.ShouldBe([Name("gauge")]);

        // Without it the way is free.
        _unwanted.Add(Name("gauge"));
        Get("target")
            .Changes.ShouldBe(
                ["gauge 1.4.0 > -", "engine 2.4.0 > 3.0.0", "target - > 2.0.0"],
                ignoreOrder: true
            );
    }

    [Fact]
    public void Exactly_what_holds_on_to_the_old_engine_has_to_go_for_the_new_one_and_where_nothing_helps_nothing_goes() =>
        Gen
            .Bool.Array[1, 6]
            .Sample(
                holdsOn =>
                {
                    var one = new SupplyResolverTests();
                    one.Know("target", "2.0.0", needs: ["engine ^3.0.0"]);
                    one.Know("lost", "1.0.0", needs: ["engine ^4.0.0"]);
                    one.Know("engine", "2.4.0");
                    one.Know("engine", "3.0.0");
                    one.Has("engine", "2.4.0");
                    foreach (var (i, holds) in holdsOn.Index())
                    {
                        one.Know($"gauge{i}", "1.4.0", needs: ["engine ^2.0.0"]);
                        if (!holds)
                            one.Know($"gauge{i}", "1.5.0", needs: ["engine ^3.0.0"]);
                        one.Has($"gauge{i}", "1.4.0");
                    }
                    SupplyResolver
                        .Settling(one.Wish("target"))
                        .ShouldBe(
                            holdsOn
                                .Index()
                                .Where(its => its.Item)
                                .Select(its => Name($"gauge{its.Index}")),
                            ignoreOrder: true
                        );
                    SupplyResolver.Settling(one.Wish("lost")).ShouldBeEmpty();
                },
                iter: 200
            );

    [Fact]
    public void What_cannot_be_had_says_why()
    {
        Know("ash", "0.9.0", whyNot: "is made for Engawa 3, and this is Engawa 4.1");
        Know("clock", "1.0.0", needs: ["cogs *"]);
        Know("shelf", "1.0.0", conflicts: ["dock *"]);
        Know("dock", "1.0.0");
        Know("late", "1.0.0", needs: ["dock ^2.0.0"]);
        Get("ash")
            .Conflict!.Sentences.ShouldBe([
                "Ash 0.9.0 is made for Engawa 3, and this is Engawa 4.1.",
            ]);
        Get("clock")
            .Conflict!.Sentences.ShouldBe(["Clock 1.0.0 needs cogs, which is in no catalogue."]);
        Get("nothing")
            .Conflict!.Sentences.ShouldBe(["Pkg:generic/heron-ridge/nothing is in no catalogue."]);
        Get("ash ^1.0.0").Conflict!.Sentences.ShouldBe(["There is no Ash 1."]);
        Get("late")
            .Conflict!.Sentences.ShouldBe(["Late 1.0.0 needs Dock 2, of which there is none."]);
        Has("dock", "1.0.0");
        Get("shelf")
            .Conflict!.Sentences.ShouldBe([
                "Shelf 1.0.0 cannot be beside Dock 1.0.0.",
                "Dock is here, and stays.",
            ]);
        // What is here already is not asked whether it could be had.
        Has("ash", "0.9.0");
        Get("ash").Changes.ShouldBeEmpty();
    }

    [Fact]
    public void What_lacks_something_already_keeps_nothing_else_from_coming()
    {
        Know("widget", "1.0.0", needs: ["engine ^2.0.0"]);
        Know("engine", "2.0.0");
        Know("set", "1.0.0");
        Has("widget", "1.0.0");
        Get("set").Changes.ShouldBe(["set - > 1.0.0"]);
        Get("widget").Changes.ShouldBe(["engine - > 2.0.0"]);
    }

    [Fact]
    public void Needs_in_a_circle_come_together()
    {
        Know("one", "1.0.0", needs: ["two *"]);
        Know("two", "1.0.0", needs: ["one *"]);
        Get("one").Changes.ShouldBe(["two - > 1.0.0", "one - > 1.0.0"]);
    }

    [Theory]
    [InlineData("*", "in any version")]
    [InlineData("^1.0.0", "1")]
    [InlineData(">=1.0.0 <2.0.0", "1")]
    [InlineData(">1.0.0 <2.0.0", "newer than 1.0.0, below 2")]
    [InlineData(">1.2.0", "newer than 1.2.0")]
    [InlineData(">=1.2.0", "1.2.0 or newer")]
    [InlineData("^1.2.0", "1.2.0 or newer, below 2")]
    [InlineData("~1.2.0", "1.2.0 or newer, below 1.3.0")]
    [InlineData("<=1.4.0", "up to 1.4.0")]
    [InlineData("<1.4.0", "below 1.4.0")]
    [InlineData("1.4.0", "1.4.0")]
    [InlineData("<1.0.0 || >3.0.0", "below 1 or newer than 3.0.0")]
    public void A_range_of_versions_is_said_so_that_its_ends_are_in_or_out_as_they_are(
        string range,
        string words
    ) => VersionWords.Of(SemVersionRange.ParseNpm(range)).ShouldBe(words);

    [Theory]
    [InlineData("pkg:generic/heron-ridge/fold\n")]
    [InlineData("pkg:generic/heron-ridge/fold@1.0.0\n")]
    [InlineData("pkg:generic/heron-ridge/fold\r\n")]
    public void A_package_url_with_a_line_end_behind_it_is_none(string text) =>
        SupplyName.TryParse(text, out _, out _).ShouldBeFalse();
}
