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
    : Exception(message)
{
    /// <summary>The paths that changed since the plan was made.</summary>
    public IReadOnlyList<string> Paths { get; } = paths;
}

/// <summary>
/// Carries out a plan as one transaction: it ends as exactly the new state or exactly the old one. It does not know
/// what a panel is.
/// </summary>
/// <param name="desktop">The desktop's number.</param>
/// <param name="folder">The desktop's folder.</param>
/// <param name="map">The desktop's map.</param>
/// <param name="content">Where the content of safe states is kept and that of looks is found.</param>
/// <param name="journal">Remembers the switch through a crash.</param>
public sealed class SwitchTransaction(
    long desktop,
    DesktopFolder folder,
    DesktopMap map,
    IContentStore content,
    ISwitchJournal journal
)
{
    /// <summary>Called at every point of the switch, on its thread.</summary>
    public Action<SwitchPoint> At { get; init; } = static _ => { };

    /// <summary>Called with the safe state once it is made and checked, before the first write.</summary>
    public Action<Tree> SafeStateMade { get; init; } = static _ => { };

    /// <summary>Carries out a plan.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="stop">Asks the switch to go back.</param>
    /// <exception cref="SwitchRefusedException">The desktop is not as it was when the plan was made.</exception>
    public SwitchOutcome Run(SwitchPlan plan, CancellationToken stop)
    {
        using var held =
            Posix.TryLockFolder(folder.Root)
            ?? throw new SwitchRefusedException(
                "Another switch is on its way on this desktop.",
                []
            );
        var paths = new KnownPaths(folder);
        Point("read again");
        RefuseIfChanged(plan, paths);

        Point("safe state");
        var safe = MakeSafeState();
        using (var batch = content.Begin())
        {
            foreach (var bytes in plan.NewContent.Values)
                batch.Put(bytes.Span);
            batch.Commit();
        }
        SafeStateMade(safe);
        RefuseIfChanged(plan, paths);
        Point("journal");
        var entry = journal.Begin(desktop, folder.Root, plan.Changes);
        Point("ready");
        var begun = new List<FileChange>();
        try
        {
            var writer = new FileWriter(folder.Root, paths, content, At);
            writer.WriteBeside(plan.Changes);
            foreach (var change in plan.Changes)
            {
                stop.ThrowIfCancellationRequested();
                if (paths.Find(change.Path) != change.Before)
                    throw new IOException(
                        $"Another program wrote {change.Path} during the switch. It was left as that program wrote it."
                    );
                begun.Add(change);
                writer.Bring(change.Path, change.After);
            }
            writer.Flush([.. plan.Changes.Select(change => change.Path)]);
            Point("verify");
            Verify(plan, paths);
            Point("done");
            journal.End(entry, JournalState.Done);
        }
#pragma warning disable CA1031 // Whatever goes wrong, the desktop goes back to what it was.
        catch (Exception problem)
#pragma warning restore CA1031
        {
            var kept = SwitchRecovery.GoBack(folder, content, begun, plan.Changes);
            journal.End(entry, JournalState.WentBack);
            return new SwitchOutcome(false, safe, Sentence(problem, kept));
        }
        Point("end");
        return new SwitchOutcome(true, safe, null);
    }

    private void Point(string action) => At(new SwitchPoint(action));

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

    /// <summary>Copies everything managed into the content store, and reads the copies back.</summary>
    private Tree MakeSafeState()
    {
        var tree = folder.ManagedTree(map);
        using (var batch = content.Begin())
        {
            batch.PutTree(
                tree,
                (path, state) =>
                {
                    using var bytes = folder.OpenRead(path);
                    if (batch.Put(bytes) != state.Content)
                        throw new SwitchRefusedException(
                            "The desktop changed while its safe state was made.",
                            [path]
                        );
                }
            );
            batch.Commit();
        }
        foreach (
            var digest in tree.All.Select(one => one.Value.Content).OfType<Digest>().Distinct()
        )
        {
            using var copy = content.Open(digest);
            if (Digest.Of(copy) != digest)
                throw new SwitchRefusedException(
                    "The safe state's copies could not be read back.",
                    []
                );
        }
        return tree;
    }

    private static void Verify(SwitchPlan plan, KnownPaths paths)
    {
        foreach (var change in plan.Changes)
            if (paths.Find(change.Path) != change.After)
                throw new IOException($"{change.Path} is not as it was written.");
    }

    private static string Sentence(
        Exception problem,
        IReadOnlyList<KeyValuePair<string, Digest>> kept
    )
    {
        var why = problem is OperationCanceledException ? "It was stopped." : problem.Message;
        var foreign = kept.Select(one =>
            $" What another program wrote to {one.Key} meanwhile is kept as {one.Value.Short}."
        );
        return why + string.Concat(foreign);
    }
}
