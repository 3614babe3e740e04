using Furoshiki.Core.Content;
using Furoshiki.Core.Switching;

namespace Furoshiki.Desktops;

/// <summary>What became of a switch that was broken off.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Entry">The switch.</param>
/// <param name="Switched">True if its files are as planned; false if they are what they were before.</param>
/// <param name="Back">What became of what other programs had written.</param>
/// <param name="Problem">Why it could not be ended, in a sentence; the journal still has it. Null if it was.</param>
public sealed record RecoveredSwitch(
    long Id,
    JournalEntry Entry,
    bool Switched,
    WayBack Back,
    string? Problem
);

/// <summary>Brings desktops out of switches that were broken off.</summary>
public static class SwitchRecovery
{
    /// <summary>
    /// Ends every switch of the journal that did not end, each as exactly the new state or exactly the old one, each desktop by itself. Those
    /// of folders that are not there, or in which a switch is on its way, wait.
    /// </summary>
    /// <param name="journal">The journal.</param>
    /// <param name="content">Where the old content is kept.</param>
    /// <param name="open">Opens a desktop's folder.</param>
    public static IReadOnlyList<RecoveredSwitch> Recover(
        ISwitchJournal journal,
        IContentStore content,
        Func<string, DesktopFolder> open
    )
    {
        var recovered = new List<RecoveredSwitch>();
        foreach (var root in journal.Unfinished().Select(one => one.Entry.Root).Distinct())
        {
            if (!Directory.Exists(root))
                continue;
            try
            {
                var folder = open(root);
                using var held = PathLock.TryTake(folder.Root);
                if (held is not null)
                    recovered.AddRange(Settle(folder, root, journal, content));
            }
            catch (Exception problem) when (problem is IOException or UnauthorizedAccessException)
            {
                recovered.AddRange(
                    journal
                        .Unfinished(root)
                        .Select(one => new RecoveredSwitch(
                            one.Id,
                            one.Entry,
                            false,
                            WayBack.Nothing,
                            problem.Message
                        ))
                );
            }
        }
        return recovered;
    }

    /// <summary>Ends the unfinished switches of one desktop's folder, whose lock is held. Stops at the first that cannot be ended.</summary>
    internal static IReadOnlyList<RecoveredSwitch> Settle(
        DesktopFolder folder,
        string root,
        ISwitchJournal journal,
        IContentStore content
    )
    {
        var settled = new List<RecoveredSwitch>();
        using var hold = content.Hold();
        foreach (var (id, entry) in journal.Unfinished(root))
        {
            try
            {
                var back = new SwitchBack(folder, content, hold, entry);
                var switched = back.IsDone();
                var way = switched ? back.Complete() : back.GoBack();
                journal.End(id, switched ? JournalState.Done : JournalState.WentBack, way.Aside);
                settled.Add(new RecoveredSwitch(id, entry, switched, way, null));
            }
#pragma warning disable CA1031 // Whatever is wrong with one desktop, the others are not kept from anything by it.
            catch (Exception problem)
#pragma warning restore CA1031
            {
                settled.Add(
                    new RecoveredSwitch(id, entry, false, WayBack.Nothing, problem.Message)
                );
                break;
            }
        }
        return settled;
    }
}
