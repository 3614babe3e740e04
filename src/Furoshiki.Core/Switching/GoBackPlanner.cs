using System.Collections.Immutable;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Switching;

/// <summary>Works out what it takes to bring a desktop back to a safe state, byte for byte.</summary>
public static class GoBackPlanner
{
    /// <summary>Plans going back whole.</summary>
    /// <param name="map">The desktop's map.</param>
    /// <param name="now">The desktop as it is.</param>
    /// <param name="nowTree">Everything managed, as it is.</param>
    /// <param name="then">The desktop as the safe state has it.</param>
    /// <param name="thenTree">Everything managed, as the safe state has it.</param>
    /// <param name="view">The desktop's folder.</param>
    /// <param name="trees">Gives the tree with a digest; null where it is not at hand.</param>
    public static SwitchPlan Plan(
        DesktopMap map,
        DesktopReading now,
        Tree nowTree,
        DesktopReading then,
        Tree thenTree,
        IDesktopView view,
        Func<Digest, Tree?> trees
    )
    {
        // The trees say nothing of the folders that settings files and asset folders stand in.
        var parents = thenTree
            .Entries.SelectMany(entry => TreeChanges.MissingParents(entry.Name, view))
            .DistinctBy(change => change.Path)
            .Where(change => thenTree.Find(change.Path) is null);
        var changes = TreeChanges
            .InOrder(TreeChanges.Between("", null, nowTree, thenTree).Concat(parents))
            .ToImmutableArray();
        var differences = Difference.Between(now.Look, then.Look, trees);
        var steps = differences.Select(difference =>
            StepOf(map.Find(difference.Kind)!, difference, changes)
        );
        var changed = differences.Select(difference => difference.Kind).ToHashSet();
        return new SwitchPlan(
            [.. steps],
            [],
            [],
            [.. map.Kinds.Select(kind => kind.Kind.Name).Where(kind => !changed.Contains(kind))],
            [],
            changes,
            SwitchPlanner
                .MadeFrom(now)
                .Where(path => nowTree.Find(path) is not null || thenTree.Find(path) is not null)
                .ToImmutableSortedDictionary(path => path, nowTree.Find),
            ImmutableDictionary<Digest, ReadOnlyMemory<byte>>.Empty,
            then.Look
        );
    }

    private static PartStep StepOf(
        KindMap kind,
        PartDifference difference,
        ImmutableArray<FileChange> changes
    )
    {
        var settings = kind.Files.Select(file => file.Path.FromRoot).ToHashSet();
        var folders = kind
            .Assets.SelectMany(rule => rule.AllFolders)
            .Select(folder => folder.FromRoot + "/")
            .ToList();
        settings.UnionWith(kind.Whole.Select(path => path.FromRoot));
        var files = changes
            .Select(change => change.Path)
            .Where(path =>
                settings.Contains(path)
                || folders.Any(folder => path.StartsWith(folder, StringComparison.Ordinal))
            );
        return new PartStep(
            difference,
            kind.ShowsFor(difference.Settings.Select(one => one.Key)),
            [.. files],
            []
        );
    }
}
