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
    /// of folders that are not there, or in which a switch is on its way, wait; of the first that is told.
    /// </summary>
    /// <param name="journal">The journal.</param>
    /// <param name="content">Where the old content is kept.</param>
    /// <param name="open">Opens a desktop's folder.</param>
    /// <param name="at">Called at every point of the way, on its thread.</param>
    public static IReadOnlyList<RecoveredSwitch> Recover(
        ISwitchJournal journal,
        IContentStore content,
        Func<string, DesktopFolder> open,
        Action<SwitchPoint>? at = null
    )
    {
        var recovered = new List<RecoveredSwitch>();
        foreach (var root in journal.Unfinished().Select(one => one.Entry.Root).Distinct())
        {
            try
            {
                if (!Directory.Exists(root))
                    throw new FolderAwayException(root, "", isReplaced: false);
                var folder = open(root);
                using var held = PathLock.TryTake(folder.Root);
                if (held is not null)
                    recovered.AddRange(Settle(folder, root, journal, content, at));
            }
            catch (Exception problem)
                when (problem is IOException or UnauthorizedAccessException or FolderAwayException)
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

    /// <summary>Why a switch that was broken off cannot be ended where it stands: the folder that it worked in is away. Null if it is there.</summary>
    /// <param name="entry">The switch.</param>
    public static string? WhyAway(JournalEntry entry)
    {
        try
        {
            Footing.Of(entry.Root, entry).Check();
            return null;
        }
        catch (FolderAwayException away)
        {
            return away.Message;
        }
    }

    /// <summary>Takes a switch back that is done and waits to be kept, whatever other programs wrote since.</summary>
    /// <param name="id">The switch's number.</param>
    /// <param name="root">The desktop's folder, as the journal has it.</param>
    /// <param name="journal">The journal.</param>
    /// <param name="content">Where the old content is kept.</param>
    /// <param name="open">Opens a desktop's folder.</param>
    /// <param name="at">Called at every point of the way back, on its thread.</param>
    /// <param name="result">What is told of how it ended, until more is known; null for nothing.</param>
    /// <returns>What became of it; null if it does not wait any more.</returns>
    /// <exception cref="SwitchRefusedException">Another switch is on its way there.</exception>
    /// <exception cref="IOException">The folder is not there.</exception>
    public static RecoveredSwitch? TakeBack(
        long id,
        string root,
        ISwitchJournal journal,
        IContentStore content,
        Func<string, DesktopFolder> open,
        Action<SwitchPoint>? at = null,
        string? result = null
    )
    {
        var folder = open(root);
        // A switch that begins keeps what is on, and one that goes back lets none begin.
        using var held = SwitchTransaction.LockOf(folder);
        at?.Invoke(new SwitchPoint("take back"));
        return journal.TakeBack(id, result)
            ? Settle(folder, root, journal, content, at).FirstOrDefault(one => one.Id == id)
            : null;
    }

    /// <summary>Ends the unfinished switches of one desktop's folder, whose lock is held. Stops at the first that cannot be ended.</summary>
    internal static IReadOnlyList<RecoveredSwitch> Settle(
        DesktopFolder folder,
        string root,
        ISwitchJournal journal,
        IContentStore content,
        Action<SwitchPoint>? at = null
    )
    {
        at ??= static _ => { };
        var settled = new List<RecoveredSwitch>();
        using var hold = content.Hold();
        foreach (var (id, entry) in journal.Unfinished(root))
        {
            try
            {
                at(new SwitchPoint("settle"));
                var back = new SwitchBack(folder, content, hold, entry, at);
                var switched = !entry.GoesBack && back.IsDone();
                var way = switched ? back.Complete() : back.GoBack();
                at(new SwitchPoint("settled"));
                journal.End(id, switched ? JournalState.Done : JournalState.WentBack, way.Aside);
                at(new SwitchPoint("end"));
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
