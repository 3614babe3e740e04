using System.Collections.Immutable;
using System.Text.Json.Nodes;
using CsCheck;
using Furoshiki.Core.Supplies;
using Furoshiki.Tests.Shared;
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
                    var holding = holdsOn
                        .Index()
                        .Where(its => its.Item)
                        .Select(its => Name($"gauge{its.Index}"))
                        .ToList();
                    if (holding.Count > 0)
                        WaysOut(one.Wish("target"))
                            .ShouldHaveSingleItem()
                            .ShouldBe(holding, ignoreOrder: true);
                    WaysOut(one.Wish("lost")).ShouldBeEmpty();
                },
                iter: 200
            );

    private static IReadOnlyList<ImmutableArray<SupplyName>> WaysOut(
        SupplyWish wish,
        Func<SupplyName, bool>? canGo = null
    )
    {
        SupplyResolver.Resolve(wish, out var conflict).ShouldBeNull();
        return SupplyResolver.WaysOut(wish, conflict!, canGo ?? (_ => true));
    }

    [Fact]
    public void What_cannot_be_taken_away_is_no_way_out()
    {
        Know("shelf", "1.0.0", conflicts: ["dock *", "bar *"]);
        Know("dock", "1.0.0");
        Know("bar", "1.0.0");
        Has("dock", "1.0.0");
        WaysOut(Wish("shelf"), name => name != Name("dock")).ShouldBeEmpty();
        Has("bar", "1.0.0");
        WaysOut(Wish("shelf"))
            .ShouldHaveSingleItem()
            .ShouldBe([Name("dock"), Name("bar")], ignoreOrder: true);
        WaysOut(Wish("shelf"), name => name != Name("dock")).ShouldBeEmpty();
    }

    [Fact]
    public void What_cannot_be_beside_something_that_lacks_its_engine_does_not_come_beside_it()
    {
        Know("widget", "1.0.0", needs: ["engine ^2.0.0"], conflicts: ["set *"]);
        Know("set", "1.0.0");
        Has("widget", "1.0.0");
        Get("set")
            .Conflict!.Sentences.ShouldBe([
                "Widget 1.0.0 needs engine 2, which is in no catalogue.",
                "Widget 1.0.0 cannot be beside Set 1.0.0.",
                "Widget is here, and stays.",
            ]);
        WaysOut(Wish("set")).ShouldHaveSingleItem().ShouldBe([Name("widget")]);
    }

    /// <summary>A supply of a generated catalogue: what each of its versions needs and cannot be beside, by place and lowest version.</summary>
    private sealed record Made((int Other, int From)[] Needs, (int Other, int From)[] Conflicts)
    {
        public override string ToString() =>
            $"needs {string.Join(' ', Needs)}, not beside {string.Join(' ', Conflicts)}";
    }

    private static readonly Gen<Made[][]> AnyCatalogue = Gen.Select(
            Gen.Select(Gen.Int[0, 4], Gen.Int[1, 2]).Array[0, 2],
            Gen.Select(Gen.Int[0, 4], Gen.Int[1, 2]).Array[0, 1]
        )
        .Select((needs, conflicts) => new Made(needs, conflicts))
        .Array[1, 2]
        .Array[5];

    [Fact]
    public void With_what_lacks_something_and_what_conflicts_it_finds_what_trying_everything_finds_and_every_way_out_is_one() =>
        Gen.Select(AnyCatalogue, Gen.Int[0, 2].Array[5], Gen.Int[0, 4], Gen.Int[0, 31])
            .Sample(
                (made, here, wanted, going) =>
                {
                    var one = new SupplyResolverTests();
                    foreach (var (i, versions) in made.Index())
                    {
                        here[i] = Math.Min(here[i], versions.Length);
                        foreach (var (v, version) in versions.Index())
                            one.Know(
                                $"s{i}",
                                $"{v + 1}.0.0",
                                [.. Named(version.Needs, i)],
                                [.. Named(version.Conflicts, i)]
                            );
                        if (here[i] > 0)
                            one.Has($"s{i}", $"{here[i]}.0.0");
                    }
                    var wish = one.Wish($"s{wanted}");
                    var all = States(made).ToList();
                    var before = Whole(made, here);
                    bool CanBe(int gone) =>
                        all.Any(state => IsRight(made, here, before, state, wanted, gone));
                    var changes = SupplyResolver.Resolve(wish, out var conflict);
                    if (changes is not null)
                    {
                        var after = here.ToArray();
                        foreach (var change in changes)
                            after[change.Name.Name[1] - '0'] = change.To is null
                                ? 0
                                : (int)change.To.Version.Major;
                        IsRight(made, here, before, after, wanted, 0).ShouldBeTrue();
                        Touched(after)
                            .ShouldBe(
                                all.Where(state => IsRight(made, here, before, state, wanted, 0))
                                    .Min(Touched)
                            );
                        return;
                    }
                    CanBe(0).ShouldBeFalse();
                    var ways = SupplyResolver.WaysOut(
                        wish,
                        conflict!,
                        name => (going >> (name.Name[1] - '0') & 1) == 1
                    );
                    foreach (var way in ways)
                    {
                        CanBe(Mask(way)).ShouldBeTrue("it was resolved");
                        foreach (var name in way)
                        {
                            ((going >> (name.Name[1] - '0')) & 1).ShouldBe(1, "it can go");
                            CanBe(Mask(way.Remove(name))).ShouldBeFalse("none goes for nothing");
                        }
                    }
                    var could = Enumerable
                        .Range(1, 31)
                        .Where(gone =>
                            (gone & ~going) == 0
                            && (gone >> wanted & 1) == 0
                            && Enumerable.Range(0, 5).All(i => (gone >> i & 1) == 0 || here[i] > 0)
                        );
                    ways.Any().ShouldBe(could.Any(CanBe), "where any way helps, one is offered");

                    int Touched(int[] state) =>
                        Enumerable.Range(0, 5).Count(i => before[i] && state[i] != here[i]);
                },
                iter: 3_000 * Effort.Times
            );

    private static int Mask(IEnumerable<SupplyName> names) =>
        names.Sum(name => 1 << (name.Name[1] - '0'));

    private static IEnumerable<string> Named((int Other, int From)[] others, int but) =>
        others
            .Where(one => one.Other != but)
            .DistinctBy(one => one.Other)
            .Select(one => $"s{one.Other} >={one.From}.0.0");

    private static IEnumerable<int[]> States(Made[][] made) =>
        made.Aggregate(
            (IEnumerable<int[]>)
                [
                    [],
                ],
            (states, versions) =>
                states.SelectMany(state =>
                    Enumerable
                        .Range(0, versions.Length + 1)
                        .Select(version => (int[])[.. state, version])
                )
        );

    private static IEnumerable<(int Other, int From)> Of((int Other, int From)[] others, int but) =>
        others.Where(one => one.Other != but).DistinctBy(one => one.Other);

    /// <summary>Which supplies are there with all that they need, which has all that it needs, and beside nothing that they cannot be beside.</summary>
    private static bool[] Whole(Made[][] made, int[] state)
    {
        var whole = state.Select(version => version > 0).ToArray();
        for (var again = true; again; )
        {
            again = false;
            for (var i = 0; i < state.Length; i++)
                if (
                    whole[i]
                    && (
                        Of(made[i][state[i] - 1].Needs, i)
                            .Any(need => !whole[need.Other] || state[need.Other] < need.From)
                        || Of(made[i][state[i] - 1].Conflicts, i)
                            .Any(other => state[other.Other] >= other.From)
                    )
                )
                    (whole[i], again) = (false, true);
        }
        return whole;
    }

    /// <summary>Whether something can come of a wish: what is not whole was not so before, and nothing came that cannot be beside it.</summary>
    private static bool IsRight(
        Made[][] made,
        int[] here,
        bool[] before,
        int[] state,
        int wanted,
        int gone
    )
    {
        var whole = Whole(made, state);
        return whole[wanted]
            && Enumerable
                .Range(0, state.Length)
                .All(i =>
                    ((gone >> i & 1) == 1 ? state[i] == 0 : here[i] == 0 || state[i] > 0)
                    && (state[i] == 0 || whole[i] || (!before[i] && state[i] == here[i]))
                    && (
                        state[i] == 0
                        || Of(made[i][state[i] - 1].Conflicts, i)
                            .All(other =>
                                state[other.Other] < other.From
                                || state[other.Other] == 0
                                || (
                                    !before[i]
                                    && state[i] == here[i]
                                    && state[other.Other] == here[other.Other]
                                )
                            )
                    )
                );
    }

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
