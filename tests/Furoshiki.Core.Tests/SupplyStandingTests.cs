using System.Text;
using Furoshiki.Core.Content;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Supplies;
using Semver;

namespace Furoshiki.Core.Tests;

/// <summary>Which version of a supply stands on a desktop, told by its files alone.</summary>
public sealed class SupplyStandingTests
{
    private const string Folder = "home/.local/share/icons/Slate";

    private static readonly string[] Names = ["folder.svg", "file.svg", "index.theme"];

    /// <summary>Three versions, each of which drew one more sign anew.</summary>
    private static readonly Supply[] NewestFirst = [Version(2), Version(1), Version(0)];

    private static Supply Version(int drawnAnew) =>
        SupplyText.Read(
            TestSupplies.Says(
                $"pkg:generic/heron-ridge/slate@1.{drawnAnew}.0",
                [.. Names.Select((name, i) => ($"icons/Slate/{name}", Sign(i < drawnAnew ? 1 : 0)))]
            )
        );

    private static byte[] Sign(int drawing) => Encoding.UTF8.GetBytes($"<svg id='{drawing}'/>");

    /// <summary>A desktop on which one of the versions stands, or each sign of which is drawn so.</summary>
    private static TestDesktop With(params int[] drawings)
    {
        var desktop = new TestDesktop();
        foreach (var (name, drawing) in Names.Zip(drawings))
            desktop.Files[$"{Folder}/{name}"] = Sign(drawing);
        return desktop;
    }

    private static SupplyStanding? Find(TestDesktop desktop, string? last = null) =>
        SupplyStanding.Find(
            NewestFirst,
            TestDesktop.Map,
            desktop,
            one => last is not null && one.Supply.Version == SemVersion.Parse(last)
        );

    [Theory]
    [InlineData(0, 0, "1.0.0")]
    [InlineData(1, 0, "1.1.0")]
    [InlineData(1, 1, "1.2.0")]
    public void A_version_as_it_came_is_known_whatever_was_there_before(
        int a,
        int b,
        string version
    )
    {
        var found = Find(With(a, b, 0), last: "1.0.0").ShouldNotBeNull();
        found.Supply.Version.ToString().ShouldBe(version);
        found.Differing.ShouldBeEmpty();
        found.Perhaps.ShouldBeEmpty();
    }

    [Fact]
    public void After_an_edit_of_just_what_two_versions_differ_in_it_is_the_one_that_was_there()
    {
        foreach (var last in new[] { "1.0.0", "1.1.0" })
        {
            var found = Find(With(9, 0, 0), last).ShouldNotBeNull();
            found.Supply.Version.ToString().ShouldBe(last);
            found.Differing.ShouldBe(["icons/Slate/folder.svg"]);
            found.Perhaps.ShouldBeEmpty();
        }
    }

    [Fact]
    public void And_where_nobody_saw_it_before_both_are_named()
    {
        var found = Find(With(9, 0, 0)).ShouldNotBeNull();
        found
            .Perhaps.Prepend(found.Supply)
            .Select(one => one.Version.ToString())
            .ShouldBe(["1.1.0", "1.0.0"]);
        // What was there says nothing of a version that is less near.
        Find(With(9, 0, 0), last: "1.2.0").ShouldNotBeNull().Perhaps.ShouldNotBeEmpty();
    }

    [Theory]
    [InlineData(0, 0, 0, "1.0.0")]
    [InlineData(1, 1, 0, "1.2.0")]
    [InlineData(1, 9, 0, "1.2.0 or 1.1.0")]
    [InlineData(9, 1, 0, "1.2.0")]
    [InlineData(9, 0, 0, "1.1.0 or 1.0.0")]
    [InlineData(9, 9, 0, "1.2.0 or 1.1.0 or 1.0.0")]
    public void What_a_look_has_of_it_is_told_as_every_version_that_it_may_be(
        int a,
        int b,
        int c,
        string versions
    )
    {
        var tree = Tree.Of(
            Names
                .Zip([a, b, c])
                .ToDictionary(
                    one => one.First,
                    one =>
                        FileState.OfFile(
                            Asset.CommonMode,
                            Sign(one.Second).Length,
                            Digest.Of(Sign(one.Second))
                        )
                )
        );
        var found = new SupplyIndex(NewestFirst)
            .Find(
                Kind.Get("icons"),
                new Asset("Slate", "set", Folder, IsFolder: true, tree.Digest),
                digest => digest == tree.Digest ? tree : null
            )
            .ShouldNotBeNull();
        string.Join(" or ", found.Perhaps.Prepend(found.Supply.Version)).ShouldBe(versions);
    }
}
