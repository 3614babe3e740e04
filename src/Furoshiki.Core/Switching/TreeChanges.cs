using Furoshiki.Core.Content;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Switching;

/// <summary>What it takes to turn one folder into another, path by path.</summary>
public static class TreeChanges
{
    /// <summary>Permission bits for a file that was not there: read and write for the person, read for the rest.</summary>
    public const int NewFileMode = 0b110_100_100;

    /// <summary>Permission bits for a folder that was not there: everything for the person, reading and entering for the rest.</summary>
    public const int NewFolderMode = 0b111_101_101;

    /// <summary>The changes within a folder, in an order in which each can be made.</summary>
    /// <param name="folder">Where it stands, relative to the desktop's root.</param>
    /// <param name="before">What is in it.</param>
    /// <param name="after">What will be in it.</param>
    public static IEnumerable<FileChange> Between(string folder, Tree before, Tree after) =>
        InOrder(
            Tree.Between(before, after)
                .Select(one => new FileChange($"{folder}/{one.Path}", one.Before, one.After))
        );

    /// <summary>
    /// The changes that can be made: not those at something that cannot be held, since it would be lost, nor those that remove a
    /// folder with such a thing in it.
    /// </summary>
    /// <param name="changes">The changes.</param>
    /// <param name="gaps">What cannot be held, by its path relative to the desktop's root.</param>
    /// <param name="blocked">The gaps that stand in the way of some.</param>
    public static IReadOnlyList<FileChange> Possible(
        IEnumerable<FileChange> changes,
        IReadOnlyCollection<Gap> gaps,
        out IReadOnlyList<Gap> blocked
    )
    {
        var inTheWay = new List<Gap>();
        var possible = changes
            .Where(change =>
            {
                var found = gaps.Where(gap =>
                        gap.Path == change.Path
                        || PathText.IsUnder(change.Path, gap.Path)
                        || (
                            change.After?.Type != FileType.Folder
                            && PathText.IsUnder(gap.Path, change.Path)
                        )
                    )
                    .ToList();
                if (found.Count == 0 && change.Before?.Type == FileType.Other)
                    found.Add(new Gap(change.Path, "It cannot be held."));
                inTheWay.AddRange(found);
                return found.Count == 0;
            })
            .ToList();
        blocked = [.. inTheWay.DistinctBy(gap => gap.Path)];
        return possible;
    }

    /// <summary>What would be placed at a path that is too long for the system.</summary>
    /// <param name="changes">The changes.</param>
    /// <param name="root">The desktop's folder.</param>
    public static IEnumerable<Gap> TooLong(IEnumerable<FileChange> changes, string root)
    {
        foreach (var change in changes)
            if (change.After is not null && TreeLimits.WhyTooLong(root, change.Path) is { } reason)
                yield return new Gap(change.Path, reason);
    }

    /// <summary>The folders above a path that are not there yet.</summary>
    public static IEnumerable<FileChange> MissingParents(string path, IDesktopView view) =>
        PathText
            .Above(path)
            .Where(above => view.Find(above) is null)
            .Select(above => new FileChange(above, null, FileState.OfFolder(NewFolderMode)));

    /// <summary>First what goes, from the leaves up; then what comes or changes, from the folders down.</summary>
    /// <param name="changes">The changes.</param>
    /// <param name="rank">What of that which comes is to be there before the rest, the lowest first; null if it does not matter.</param>
    public static IEnumerable<FileChange> InOrder(
        IEnumerable<FileChange> changes,
        Func<FileChange, int>? rank = null
    )
    {
        var all = changes.ToList();
        return all.Where(change => change.After is null)
            .OrderByDescending(change => change.Path, StringComparer.Ordinal)
            .Concat(
                all.Where(change => change.After is not null)
                    .OrderBy(change => rank?.Invoke(change) ?? 0)
                    .ThenBy(change => change.Path, StringComparer.Ordinal)
            );
    }
}
