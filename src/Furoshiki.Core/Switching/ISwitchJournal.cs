using System.Collections.Immutable;

namespace Furoshiki.Core.Switching;

/// <summary>How a switch stands, as the journal has it.</summary>
public enum JournalState
{
    /// <summary>The safe state is made and checked; files may be on their way.</summary>
    Ready,

    /// <summary>Every file is as planned.</summary>
    Done,

    /// <summary>Every file is as it was before.</summary>
    WentBack,
}

/// <summary>A switch in the journal.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Desktop">The desktop's number.</param>
/// <param name="Root">The desktop's folder.</param>
/// <param name="Changes">What it brings from where to where.</param>
public sealed record JournalEntry(
    long Id,
    long Desktop,
    string Root,
    ImmutableArray<FileChange> Changes
);

/// <summary>
/// Remembers, through crashes, which switch is on its way. What it has returned from is on the disk.
/// </summary>
public interface ISwitchJournal
{
    /// <summary>Notes that a switch is about to move its first byte.</summary>
    /// <param name="desktop">The desktop's number.</param>
    /// <param name="root">The desktop's folder.</param>
    /// <param name="changes">What will be brought from where to where.</param>
    /// <returns>The switch's number.</returns>
    long Begin(long desktop, string root, ImmutableArray<FileChange> changes);

    /// <summary>Notes how a switch ended.</summary>
    void End(long id, JournalState state);

    /// <summary>The switches that neither came to their end nor went back.</summary>
    IReadOnlyList<JournalEntry> Unfinished();
}
