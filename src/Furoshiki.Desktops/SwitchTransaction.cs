using System.Collections.Immutable;
using System.Security.Cryptography;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Switching;

namespace Furoshiki.Desktops;

/// <summary>A moment in a switch, before or after each of its actions; tests raise faults there.</summary>
/// <param name="Action">What is about to happen or has happened.</param>
/// <param name="Path">The path it concerns; null for the whole.</param>
public sealed record SwitchPoint(string Action, string? Path = null);

/// <summary>How a switch ended.</summary>
/// <param name="Switched">True if every file is as planned; false if every file is as it was before.</param>
/// <param name="SafeState">Everything managed as it was before the first write; null if it came to none.</param>
/// <param name="Problem">Why it went back, in a sentence; null if it did not.</param>
public sealed record SwitchOutcome(bool Switched, Tree? SafeState, string? Problem);

/// <summary>The desktop is not as it was when the plan was made, or another switch is on its way. Nothing was changed.</summary>
/// <param name="message">What is in the way.</param>
/// <param name="paths">The paths that changed since; empty if another switch is on its way.</param>
public sealed class SwitchRefusedException(string message, IReadOnlyList<string> paths)
    : Exception(string.Join(' ', [message, .. paths.Take(3).Select(PathText.Printable)]))
{
    /// <summary>What is in the way, in a sentence.</summary>
    public string Sentence { get; } = message;

    /// <summary>The paths that changed since the plan was made.</summary>
    public IReadOnlyList<string> Paths { get; } = paths;
}

/// <summary>A switch was broken off, and not all of its files could be brought back. The journal has it, and it is tried again.</summary>
/// <param name="message">Why, in a sentence.</param>
/// <param name="problem">What was in the way.</param>
public sealed class WayBackException(string message, Exception problem)
    : Exception(message, problem);

/// <summary>
/// Carries out a plan as one transaction: it ends as exactly the new state or exactly the old one. It does not know
/// what a panel is.
/// </summary>
/// <param name="desktop">The desktop's number.</param>
/// <param name="folder">The desktop's folder.</param>
/// <param name="maps">The desktop's map, and those of the other desktops with the same folder: what a safe state holds.</param>
/// <param name="content">Where the content of safe states is kept and that of looks is found.</param>
/// <param name="journal">Remembers the switch through a crash.</param>
public sealed class SwitchTransaction(
    long desktop,
    DesktopFolder folder,
    IReadOnlyList<DesktopMap> maps,
    IContentStore content,
    ISwitchJournal journal
)
{
    private const int MarkLength = 12;
    private const string Unread = "The safe state's copies could not be read back.";

    /// <summary>Called at every point of the switch, on its thread.</summary>
    public Action<SwitchPoint> At { get; init; } = static _ => { };

    /// <summary>Called at each point of going back, where it was broken off.</summary>
    public Action<SwitchPoint> AtGoingBack { get; init; } = static _ => { };

    /// <summary>Called with the safe state once it is made and checked, before the first write.</summary>
    public Action<Tree> SafeStateMade { get; init; } = static _ => { };

    /// <summary>What the desktop has on afterwards; null to leave that as it is.</summary>
    public WhatIsOn? OnAfter { get; init; }

    /// <summary>The number that the journal gave this switch before; null to be given one.</summary>
    public long? Run { get; init; }

    /// <summary>Carries out a plan.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="stop">Asks the switch to go back.</param>
    /// <exception cref="SwitchRefusedException">The desktop is not as it was when the plan was made.</exception>
    /// <exception cref="WayBackException">It was broken off, and could not be brought back whole.</exception>
    /// <exception cref="FolderAwayException">The desktop's folder went before the first write. Nothing was changed.</exception>
    public SwitchOutcome Execute(SwitchPlan plan, CancellationToken stop)
    {
        using var held = LockOf(folder);
        using var hold = content.Hold();
        Settle();
        var footing = Footing.Of(folder.Root, plan.Changes.Select(change => change.Path));
        var paths = new KnownPaths(folder, footing, plan.Changes.Select(change => change.Path));
        Point("read again");
        RefuseIfChanged(plan, paths);

        Point("safe state");
        var safe = paths.WhileThere(() => MakeSafeState(hold, plan));
        using (var batch = hold.Begin())
        {
            foreach (var bytes in plan.NewContent.Values)
                batch.Put(bytes.Span);
            batch.Commit();
        }
        SafeStateMade(safe);
        RefuseIfChanged(plan, paths);
        Point("journal");
        var changes = ChangesOf(plan, paths);
        var entry = new JournalEntry(
            desktop,
            folder.Root,
            Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(MarkLength)),
            changes,
            OnAfter,
            footing.Grounds
        );
        var id = journal.Begin(entry, Run);
        Point("ready");
        var begun = new List<FileChange>();
        try
        {
            CarryOut(entry, paths, begun, stop);
            Point("verify");
            Verify(changes, paths);
            Point("done");
            paths.Check();
            journal.End(id, JournalState.Done, []);
        }
#pragma warning disable CA1031 // Whatever goes wrong, the desktop goes back to what it was.
        catch (Exception problem)
#pragma warning restore CA1031
        {
            var why = problem is OperationCanceledException ? "It was stopped." : problem.Message;
            return new SwitchOutcome(false, safe, why + GoBack(hold, id, entry, begun, why).Words);
        }
        Point("end");
        return new SwitchOutcome(true, safe, null);
    }

    /// <summary>Takes the lock of a desktop's folder: one switch at a time, also between processes.</summary>
    /// <exception cref="SwitchRefusedException">Another switch is on its way.</exception>
    internal static IDisposable LockOf(DesktopFolder folder) =>
        PathLock.TryTake(folder.Root)
        ?? throw new SwitchRefusedException(
            "Another switch, or a saving, is on its way on this desktop.",
            []
        );

    private void Point(string action) => At(new SwitchPoint(action));

    /// <summary>Ends what a crash broke off before anything else is done.</summary>
    private void Settle()
    {
        if (
            SwitchRecovery
                .Settle(folder, folder.Root, journal, content)
                .FirstOrDefault(one => one.Problem is not null) is
            { } stuck
        )
            throw new SwitchRefusedException(
                $"An earlier switch was broken off and cannot be ended: {stuck.Problem}",
                []
            );
    }

    /// <summary>
    /// The plan's changes, each place once, and the folders whose mode has to be changed for a moment so that something in them can
    /// be: a crash must not leave that behind.
    /// </summary>
    private static ImmutableArray<FileChange> ChangesOf(SwitchPlan plan, KnownPaths paths)
    {
        var changes = plan.Changes.DistinctBy(change => paths.Full(change.Path)).ToList();
        var known = changes.Select(change => change.Path).ToHashSet(StringComparer.Ordinal);
        var locked = changes
            .Select(change => change.Path[..Math.Max(0, change.Path.LastIndexOf('/'))])
            .Where(parent => parent.Length > 0 && known.Add(parent))
            .Select(parent => new FileChange(parent, paths.Find(parent), paths.Find(parent)))
            .Where(change =>
                change.Before is { Type: FileType.Folder, Mode: var mode }
                && !FileWriter.MayWriteIn(mode)
            );
        return [.. locked, .. changes];
    }

    private void CarryOut(
        JournalEntry entry,
        KnownPaths paths,
        List<FileChange> begun,
        CancellationToken stop
    )
    {
        var unfinished = new UnfinishedNames(entry.Mark, entry.Changes);
        var writer = new FileWriter(folder.Root, paths, content, unfinished, At);
        // Folders are let be written in before their turn comes.
        begun.AddRange(entry.Changes.Where(SwitchBack.StaysFolder));
        var changes = entry.Changes.Where(change => change.Before != change.After).ToList();
        var within = writer.Prepare(changes, stop);
        foreach (var change in changes.Except(within.SelectMany(folder => folder)))
        {
            stop.ThrowIfCancellationRequested();
            var (state, gap) = paths.Look(change.Path);
            if (state != change.Before && !writer.HasUnlocked(change.Path))
                throw new IOException(
                    gap is null
                        ? WrittenMeanwhile(change.Path)
                        : $"{PathText.Printable(change.Path)} is not as it was when the switch began: {gap} It was left so."
                );
            var these = SwitchBack.StaysFolder(change)
                ? within[change.Path].ToList()
                : [change, .. within[change.Path]];
            begun.AddRange(these);
            if (writer.Bring(change.Path, change.After, state, (_, _) => false))
                continue;
            begun.RemoveAll(these.Contains);
            throw new IOException(WrittenMeanwhile(change.Path));
        }
        writer.Finish(entry.Changes.Select(change => change.Path));
    }

    private static string WrittenMeanwhile(string path) =>
        $"Another program wrote {PathText.Printable(path)} during the switch. It was left as that program wrote it.";

    private WayBack GoBack(
        IContentHold hold,
        long id,
        JournalEntry entry,
        List<FileChange> begun,
        string why
    )
    {
        try
        {
            var back = new SwitchBack(folder, content, hold, entry, AtGoingBack).GoBack(begun);
            journal.End(id, JournalState.WentBack, back.Aside);
            return back;
        }
        catch (Exception problem)
        {
            throw new WayBackException(
                $"{why} Not all of it could be brought back yet: {problem.Message}",
                problem
            );
        }
    }

    private static void RefuseIfChanged(SwitchPlan plan, KnownPaths paths)
    {
        var wanted = plan
            .Changes.Select(change => KeyValuePair.Create(change.Path, change.Before))
            .Concat(plan.MadeFrom);
        var changed = wanted
            .Where(path => paths.Find(path.Key) != path.Value)
            .Select(path => path.Key)
            .Distinct()
            .ToList();
        if (changed.Count > 0)
            throw new SwitchRefusedException(
                "The desktop changed after this plan was made.",
                changed
            );
    }

    /// <summary>
    /// Copies everything managed into the content store. The copies that are made are read back, and so are those, made earlier, of what
    /// the switch takes away; a damaged one of them is written again. The others were read when they were made, and are at times.
    /// </summary>
    private Tree MakeSafeState(IContentHold hold, SwitchPlan plan)
    {
        var (tree, made) = SafeCopy.Take(folder, maps, hold);
        var touched = plan
            .Changes.Where(change => change.Before?.Content is not null)
            .DistinctBy(change => change.Before!.Content)
            .ToDictionary(change => change.Before!.Content!.Value, change => change.Path);
        foreach (var digest in content.Check(made.Union(touched.Keys)))
            Mend(
                hold,
                digest,
                touched.GetValueOrDefault(digest) ?? throw new SwitchRefusedException(Unread, [])
            );
        return tree;
    }

    private void Mend(IContentHold hold, Digest digest, string path)
    {
        try
        {
            using var bytes = folder.OpenRead(path);
            using var batch = hold.Begin();
            batch.Mend(digest, bytes);
            batch.Commit();
        }
        catch (MissingContentException)
        {
            // What stands there is another file than the plan was made from.
            throw new SwitchRefusedException(SafeCopy.Changed, [path]);
        }
        if (content.Check([digest]).Count > 0)
            throw new SwitchRefusedException(Unread, []);
    }

    private static void Verify(ImmutableArray<FileChange> changes, KnownPaths paths)
    {
        foreach (var change in changes)
            if (paths.Find(change.Path) != change.After)
                throw new IOException(
                    $"{PathText.Printable(change.Path)} is not as it was written."
                );
    }
}
