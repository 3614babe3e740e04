using Furoshiki.Core.Content;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Switching;

/// <summary>What it takes to turn one folder into another, path by path.</summary>
public static class TreeChanges
{
    /// <summary>Permission bits for a file that was not there: read and write for the person, read for the rest.</summary>
    public const int NewFileMode = 0b110_100_100;

    private const int NewFolderMode = 0b111_101_101;

    /// <summary>The changes between two trees, in an order in which each can be made.</summary>
    /// <param name="root">Where the trees stand, relative to the desktop's root; empty for the desktop's root itself.</param>
    /// <param name="now">What stands at that path now.</param>
    /// <param name="before">The tree that is there.</param>
    /// <param name="after">The tree that will be there.</param>
    public static IEnumerable<FileChange> Between(
        string root,
        FileState? now,
        Tree before,
        Tree after
    )
    {
        var changes = Tree.Between(before, after)
            .Select(one => new FileChange(
                root.Length == 0 ? one.Path : $"{root}/{one.Path}",
                one.Before,
                one.After
            ));
        var folder = root.Length > 0 && now?.Type != FileType.Folder;
        return InOrder(
            folder
                ? changes.Prepend(new FileChange(root, now, FileState.OfFolder(NewFolderMode)))
                : changes
        );
    }

    /// <summary>The folders above a path that are not there yet.</summary>
    public static IEnumerable<FileChange> MissingParents(string path, IDesktopView view)
    {
        for (
            var slash = path.IndexOf('/', StringComparison.Ordinal);
            slash > 0;
            slash = path.IndexOf('/', slash + 1)
        )
            if (view.Find(path[..slash]) is null)
                yield return new FileChange(path[..slash], null, FileState.OfFolder(NewFolderMode));
    }

    /// <summary>First what goes, from the leaves up; then what comes or changes, from the folders down.</summary>
    public static IEnumerable<FileChange> InOrder(IEnumerable<FileChange> changes)
    {
        var all = changes.ToList();
        return all.Where(change => change.After is null)
            .OrderByDescending(change => change.Path, StringComparer.Ordinal)
            .Concat(
                all.Where(change => change.After is not null)
                    .OrderBy(change => change.Path, StringComparer.Ordinal)
            );
    }
}
