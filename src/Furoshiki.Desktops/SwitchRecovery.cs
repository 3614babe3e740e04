using Furoshiki.Core.Content;
using Furoshiki.Core.Switching;

namespace Furoshiki.Desktops;

/// <summary>What became of a switch that a crash had broken off.</summary>
/// <param name="Entry">The switch.</param>
/// <param name="Switched">True if all files were as planned already; false if they were brought back to what they were before.</param>
/// <param name="Kept">Paths that were neither old nor new: another program had written them. Their bytes are kept in the content store.</param>
public sealed record RecoveredSwitch(
    JournalEntry Entry,
    bool Switched,
    IReadOnlyList<KeyValuePair<string, Digest>> Kept
);

/// <summary>Brings desktops out of switches that were broken off.</summary>
public static class SwitchRecovery
{
    /// <summary>Ends every switch of the journal that did not end, each as exactly the new state or exactly the old one.</summary>
    /// <param name="journal">The journal.</param>
    /// <param name="content">Where the old content is kept.</param>
    /// <exception cref="IOException">A file cannot be written; the journal still has the switch, and the next start tries again.</exception>
    public static IReadOnlyList<RecoveredSwitch> Recover(
        ISwitchJournal journal,
        IContentStore content
    )
    {
        var recovered = new List<RecoveredSwitch>();
        foreach (var entry in journal.Unfinished().Where(entry => Directory.Exists(entry.Root)))
        {
            var folder = new DesktopFolder(entry.Root);
            using var held = Posix.TryLockFolder(folder.Root);
            if (held is null)
                continue;
            var switched = entry.Changes.All(change => folder.Find(change.Path) == change.After);
            var kept = GoBack(folder, content, switched ? [] : entry.Changes, entry.Changes);
            journal.End(entry.Id, switched ? JournalState.Done : JournalState.WentBack);
            recovered.Add(new RecoveredSwitch(entry, switched, kept));
        }
        return recovered;
    }

    /// <summary>
    /// Removes what was written beside files, and brings every path that was begun back to what it was, the last one first. Bytes that are neither old nor new are another program's:
    /// they are kept in the content store, and returned by path.
    /// </summary>
    internal static IReadOnlyList<KeyValuePair<string, Digest>> GoBack(
        DesktopFolder folder,
        IContentStore content,
        IReadOnlyList<FileChange> begun,
        IReadOnlyList<FileChange> planned
    )
    {
        var kept = new List<KeyValuePair<string, Digest>>();
        var paths = new KnownPaths(folder);
        var writer = new FileWriter(folder.Root, paths, content, static _ => { });
        writer.RemoveUnfinished(planned);
        foreach (var change in begun.Reverse())
        {
            var state = paths.Find(change.Path);
            if (state == change.Before)
                continue;
            if (state?.Type == FileType.File && state != change.After)
            {
                using var bytes = folder.OpenRead(change.Path);
                kept.Add(KeyValuePair.Create(change.Path, content.Put(bytes)));
            }
            writer.Bring(change.Path, change.Before);
        }
        writer.Flush([.. begun.Select(change => change.Path)]);
        return kept;
    }
}
