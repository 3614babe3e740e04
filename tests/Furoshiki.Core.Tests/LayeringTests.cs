using System.Text.RegularExpressions;
using System.Xml.Linq;

namespace Furoshiki.Core.Tests;

public sealed class LayeringTests
{
    private static readonly Dictionary<string, string[]> Allowed = new()
    {
        ["Furoshiki.Core"] = [],
        ["Furoshiki.Desktops"] = ["Furoshiki.Core"],
        ["Furoshiki.Store"] = ["Furoshiki.Core"],
        ["Furoshiki.Drawer"] = [],
        ["Furoshiki.App"] = ["Furoshiki.Core", "Furoshiki.Desktops", "Furoshiki.Store"],
        ["Furoshiki.Cli"] = ["Furoshiki.Core", "Furoshiki.App", "Furoshiki.Drawer"],
        ["Furoshiki.CatalogueHost"] = ["Furoshiki.Core"],
        ["Furoshiki.Web"] =
        [
            "Furoshiki.Core",
            "Furoshiki.App",
            "Furoshiki.Cli",
            "Furoshiki.CatalogueHost",
        ],
    };

    private static IEnumerable<string> Sources(string pattern) =>
        Directory.EnumerateFiles(
            Path.Combine(Repository.Root, "src"),
            pattern,
            SearchOption.AllDirectories
        );

    /// <summary>Which namespaces each namespace of the product uses.</summary>
    private static Dictionary<string, HashSet<string>> Uses()
    {
        var uses = new Dictionary<string, HashSet<string>>();
        foreach (
            var file in Sources("*.cs")
                .Where(file => !file.Contains("/obj/", StringComparison.Ordinal))
        )
        {
            var text = File.ReadAllText(file);
            if (
                Regex.Match(text, "^namespace (.+?);", RegexOptions.Multiline)
                is not { Success: true } own
            )
                continue;
            if (!uses.TryGetValue(own.Groups[1].Value, out var all))
                uses[own.Groups[1].Value] = all = [];
            foreach (
                Match used in Regex.Matches(text, "^using (Furoshiki.+?);", RegexOptions.Multiline)
            )
                all.Add(used.Groups[1].Value);
        }
        return uses;
    }

    [Fact]
    public void No_two_folders_know_each_other_be_it_by_way_of_others()
    {
        var uses = Uses();
        foreach (var from in uses.Keys)
        {
            var reached = new HashSet<string>();
            var open = new Stack<string>(uses[from]);
            while (open.TryPop(out var next))
                if (reached.Add(next))
                    foreach (var further in uses.GetValueOrDefault(next) ?? [])
                        open.Push(further);
            reached.ShouldNotContain(from);
        }
    }

    [Theory]
    [InlineData("Parts", "Picture")]
    [InlineData("Parts", "Looks")]
    [InlineData("Maps", "Picture")]
    [InlineData("Content", "Formats")]
    public void In_the_core_what_is_below_does_not_know_what_is_above(string below, string above) =>
        Uses()[$"Furoshiki.Core.{below}"].ShouldNotContain($"Furoshiki.Core.{above}");

    [Fact]
    public void References_between_projects_point_one_way()
    {
        foreach (var file in Sources("*.csproj"))
        {
            var references = XDocument
                .Load(file)
                .Descendants("ProjectReference")
                .Select(one => Path.GetFileNameWithoutExtension(one.Attribute("Include")!.Value));
            references.Except(Allowed[Path.GetFileNameWithoutExtension(file)]).ShouldBeEmpty(file);
        }
    }

    [Fact]
    public void The_core_uses_neither_files_nor_a_database_nor_the_web()
    {
        // DiffPlex compares texts, Semver versions, MathNet.Numerics solves for the map of looks, and they touch nothing else.
        var names = typeof(Looks.Look)
            .Assembly.GetReferencedAssemblies()
            .Select(one => one.Name!)
            .Except(["DiffPlex", "MathNet.Numerics", "Semver"])
            .ToList();
        names.ShouldAllBe(name => name.StartsWith("System.", StringComparison.Ordinal));
        names.ShouldNotContain(name =>
            name.Contains("FileSystem", StringComparison.Ordinal)
            || name.Contains("Net.", StringComparison.Ordinal)
            || name.Contains("Data", StringComparison.Ordinal)
        );
    }
}
