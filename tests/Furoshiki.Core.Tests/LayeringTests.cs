using System.Xml.Linq;

namespace Furoshiki.Core.Tests;

public sealed class LayeringTests
{
    private static readonly Dictionary<string, string[]> Allowed = new()
    {
        ["Furoshiki.Core"] = [],
        ["Furoshiki.Desktops"] = ["Furoshiki.Core"],
        ["Furoshiki.Store"] = ["Furoshiki.Core"],
        ["Furoshiki.App"] = ["Furoshiki.Core", "Furoshiki.Desktops", "Furoshiki.Store"],
        ["Furoshiki.Cli"] = ["Furoshiki.Core", "Furoshiki.App"],
        ["Furoshiki.Web"] = ["Furoshiki.Core", "Furoshiki.App"],
    };

    private static IEnumerable<string> Sources()
    {
        var folder = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(folder, "Furoshiki.slnx")))
            folder = Path.GetDirectoryName(folder)!;
        return Directory.EnumerateFiles(
            Path.Combine(folder, "src"),
            "*.csproj",
            SearchOption.AllDirectories
        );
    }

    [Fact]
    public void References_between_projects_point_one_way()
    {
        foreach (var file in Sources())
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
        var names = typeof(Looks.Look)
            .Assembly.GetReferencedAssemblies()
            .Select(one => one.Name!)
            .ToList();
        // DiffPlex compares texts and touches nothing else.
        names
            .Except(["DiffPlex"])
            .ShouldAllBe(name => name.StartsWith("System.", StringComparison.Ordinal));
        names.ShouldNotContain(name =>
            name.Contains("FileSystem", StringComparison.Ordinal)
            || name.Contains("Net.", StringComparison.Ordinal)
            || name.Contains("Data", StringComparison.Ordinal)
        );
    }
}
