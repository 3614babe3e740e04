using System.Collections.Immutable;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Switching;

/// <summary>Works out what it takes to bring a desktop back to a safe state, byte for byte.</summary>
public static class GoBackPlanner
{
    /// <summary>Plans going back.</summary>
    /// <param name="map">The desktop's map.</param>
    /// <param name="now">The desktop as it is.</param>
    /// <param name="view">The desktop's folder.</param>
    /// <param name="state">What the desktop goes back to.</param>
    /// <param name="trees">Gives the tree with a digest; null where it is not at hand.</param>
    public static SwitchPlan Plan(
        DesktopMap map,
        DesktopReading now,
        IDesktopView view,
        StateBack state,
        Func<Digest, Tree?> trees
    )
    {
        var tops = Tops(state.Paths, state.Tree, view);
        // The trees say nothing of the folders that settings files and asset folders stand in; of those in asset folders they do.
        var parents = tops.Where(path => state.Tree.Find(path) is not null)
            .SelectMany(path =>
                TreeChanges.MissingParents(path, view).Concat(InTheWay(path, state.Tree, view))
            )
            .DistinctBy(change => change.Path)
            .Where(change => !tops.Any(top => PathText.IsIn(change.Path, top)))
            .Select(change => change with { After = state.Tree.Find(change.Path) ?? change.After });
        var gaps = new List<Gap>(state.Gaps);
        var between = tops.SelectMany(path => Between(path, state.Tree, view, gaps)).ToList();
        gaps.AddRange(TreeChanges.TooLong(between, view.Root));
        var possible = TreeChanges.Possible(between.Concat(parents), gaps, out var blocked);
        var changes = TreeChanges
            .InOrder(possible.Concat(Emptied(state.FoldersMade, possible, view)))
            .ToImmutableArray();
        var differences = Difference.Between(now.Look, state.Reading.Look, trees);
        var steps = differences
            .Where(difference => map.Find(difference.Kind) is not null)
            .Select(difference => StepOf(map.Find(difference.Kind)!, difference, changes))
            .Where(step => state.IsWhole || step.Files.Length > 0)
            .ToList();
        var changed = steps.Select(step => step.Difference.Kind).ToHashSet();
        return new SwitchPlan(
            [.. steps],
            [],
            [],
            [.. map.Kinds.Select(kind => kind.Kind).Where(kind => !changed.Contains(kind))],
            [],
            changes,
            SwitchPlanner
                .MadeFrom(now)
                .Where(path => tops.Any(top => PathText.IsIn(path, top)))
                .ToImmutableSortedDictionary(path => path, view.Find),
            ImmutableDictionary<Digest, ReadOnlyMemory<byte>>.Empty,
            state.Reading.Look
        )
        {
            NotTouched = [.. blocked],
            NotKept = [.. SwitchPlanner.NotKeptOf(changes, view)],
        };
    }

    /// <summary>The paths that none of the others is above as a folder, be it then or now.</summary>
    private static HashSet<string> Tops(IEnumerable<string> paths, Tree then, IDesktopView view)
    {
        var tops = new HashSet<string>(StringComparer.Ordinal);
        foreach (var path in paths.Distinct().Order(StringComparer.Ordinal))
            if (
                !tops.Any(top =>
                    PathText.IsUnder(path, top)
                    && (
                        then.Find(top)?.Type == FileType.Folder
                        || view.Find(top)?.Type == FileType.Folder
                    )
                )
            )
                tops.Add(path);
        return tops;
    }

    /// <summary>What stands where a folder above a path was: it makes room.</summary>
    private static IEnumerable<FileChange> InTheWay(string path, Tree tree, IDesktopView view)
    {
        foreach (var above in PathText.Above(path))
            if (
                tree.Find(above) is { Type: FileType.Folder } folder
                && view.Find(above) is { Type: not FileType.Folder } now
            )
                yield return new FileChange(above, now, folder);
    }

    private static IEnumerable<FileChange> Between(
        string path,
        Tree then,
        IDesktopView view,
        List<Gap> gaps
    )
    {
        var (before, after) = (view.Find(path), then.Find(path));
        if (before?.Type == FileType.Other)
            gaps.Add(new Gap(path, view.WhyNot(path) ?? "It cannot be held."));
        var inside = before?.Type == FileType.Folder ? view.FindTree(path) : null;
        if (inside is null && before?.Type == FileType.Folder)
            gaps.Add(new Gap(path, "Reading it is not permitted."));
        gaps.AddRange(
            (inside ?? Tree.Empty).Gaps.Select(gap => gap with { Path = $"{path}/{gap.Path}" })
        );
        var changes = TreeChanges.Between(
            path,
            inside ?? Tree.Empty,
            then.FindFolder(path) ?? Tree.Empty
        );
        return before == after ? changes : changes.Prepend(new FileChange(path, before, after));
    }

    /// <summary>The folders of which all goes that is in them, and to which nothing comes.</summary>
    private static IEnumerable<FileChange> Emptied(
        IEnumerable<string> folders,
        IReadOnlyList<FileChange> changes,
        IDesktopView view
    )
    {
        var going = changes.ToLookup(change => change.After is null, change => change.Path);
        var gone = going[true].ToHashSet(StringComparer.Ordinal);
        var lessened = gone.SelectMany(PathText.Above)
            .Except(going[false].SelectMany(PathText.Above))
            .ToHashSet(StringComparer.Ordinal);
        foreach (var folder in folders.Distinct().OrderDescending(StringComparer.Ordinal))
            if (
                lessened.Contains(folder)
                && view.Find(folder) is { Type: FileType.Folder } stands
                && view.NamesIn(folder) is { } names
                && names.All(name => gone.Contains($"{folder}/{name}"))
                && gone.Add(folder)
            )
                yield return new FileChange(folder, stands, null);
    }

    private static PartStep StepOf(
        KindMap kind,
        PartDifference difference,
        ImmutableArray<FileChange> changes
    )
    {
        var files = changes.Select(change => change.Path).Where(kind.IsOf);
        return new PartStep(
            difference,
            kind.ShowsFor(difference.Settings.Select(one => one.Key)),
            [.. files],
            []
        );
    }
}
