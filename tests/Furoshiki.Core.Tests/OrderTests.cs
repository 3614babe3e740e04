using System.Text;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Switching;

namespace Furoshiki.Core.Tests;

/// <summary>What a switch does first, by what needs what and what is in whose way.</summary>
public sealed class OrderTests
{
    private const string Dock = "home/.config/bench-dock/dock.json";
    private const string Icons = "home/.local/share/icons";

    private static List<string> Paths(TestDesktop now, TestDesktop wanted, params string[] kinds) =>
        [
            .. new SwitchPlanner(TestDesktop.Map, now.Read(), now, wanted, _ => TestDesktop.Map)
                .Plan(wanted.Read().Look, kinds)
                .Changes.Select(change => change.Path),
        ];

    private static TestDesktop With(string dock, string panel)
    {
        var desktop = new TestDesktop()
            .With(Dock, "\"program\": \"\"", "\"program\": \"Ridge-Dock\"")
            .With(Dock, "\"edge\": \"bottom\"", $"\"edge\": \"{dock}\"")
            .With(TestDesktop.Panels, "\"edge\": \"bottom\"", $"\"edge\": \"{panel}\"");
        desktop.Files["home/.local/share/docks/Ridge-Dock/dock"] = [];
        return desktop;
    }

    [Fact]
    public void What_stands_at_an_edge_leaves_it_before_another_comes_to_it_whatever_the_map_has_first()
    {
        Paths(With("left", "bottom"), With("right", "left"), "panels", "dock")
            .ShouldBe([Dock, TestDesktop.Panels]);
        Paths(With("left", "bottom"), With("bottom", "right"), "panels", "dock")
            .ShouldBe([TestDesktop.Panels, Dock]);
        // Where each would have to go first, the map says which does.
        Paths(With("left", "bottom"), With("bottom", "left"), "panels", "dock")
            .ShouldBe([TestDesktop.Panels, Dock]);
    }

    [Theory]
    [InlineData("Ash", "Zinc")]
    [InlineData("Zinc", "Ash")]
    public void What_a_set_leans_on_is_there_before_it(string set, string need)
    {
        var wanted = new TestDesktop().With(TestDesktop.Windows, "set=Fold-Slate", $"set={set}");
        foreach (var (name, inherits) in new[] { (set, need), (need, "Fold") })
        {
            wanted.Files[$"{Icons}/{name}/index.theme"] = Encoding.UTF8.GetBytes(
                $"[Icon Theme]\nName={name}\nInherits={inherits}\n"
            );
            var tree = wanted.FindTree($"{Icons}/{name}")!;
            wanted.Saved[tree.Digest] = tree;
        }
        wanted.Read().Look[IconsKind.Kind]!
            .Assets.Select(asset => asset.Name)
            .Take(2)
            .ShouldBe([set, need]);
        Paths(new TestDesktop(), wanted, "icons")
            .Where(path => path.EndsWith("index.theme", StringComparison.Ordinal))
            .ShouldBe([$"{Icons}/{need}/index.theme", $"{Icons}/{set}/index.theme"]);
    }
}
