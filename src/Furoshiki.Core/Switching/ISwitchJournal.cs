using System.Collections.Immutable;
using Furoshiki.Core.Content;

namespace Furoshiki.Core.Switching;

/// <summary>How a switch ended, as the journal has it.</summary>
public enum JournalState
{
    /// <summary>Every file is as planned.</summary>
    Done,

    /// <summary>Every file is as it was before.</summary>
    WentBack,
}

/// <summary>
/// A folder that a switch works in and that can be away as a whole: the desktop's own, and each in it at which another file system begins.
/// </summary>
/// <param name="Path">Its path within the desktop's folder; empty for that folder itself.</param>
/// <param name="Inode">Its number on its file system.</param>
/// <param name="Made">When it was made, in nanoseconds since 1970; 0 where the file system does not tell.</param>
public sealed record Ground(string Path, ulong Inode, long Made);

/// <summary>A switch that is about to move its first byte.</summary>
/// <param name="Desktop">The desktop's number.</param>
/// <param name="Root">The desktop's folder.</param>
/// <param name="Mark">What the names of its unfinished files hold; empty for a switch of a version that had no marks.</param>
/// <param name="Changes">What it brings from where to where.</param>
/// <param name="OnAfter">What the desktop has on once it is done; null to leave that as it is.</param>
/// <param name="Grounds">The folders that it works in, as they were when it began; none for a switch of a version that did not note them.</param>
/// <param name="GoesBack">Whether it was done and is taken back: however far it is, it ends as the old state.</param>
public sealed record JournalEntry(
    long Desktop,
    string Root,
    string Mark,
    ImmutableArray<FileChange> Changes,
    WhatIsOn? OnAfter,
    ImmutableArray<Ground> Grounds,
    bool GoesBack = false
);

/// <summary>
/// Remembers, through crashes, which switch is on its way. What it has returned from is on the disk.
/// </summary>
public interface ISwitchJournal
{
    /// <summary>Notes that a switch is about to move its first byte.</summary>
    /// <param name="entry">The switch.</param>
    /// <param name="run">The number that was given to it before; null to give one now.</param>
    /// <returns>The switch's number.</returns>
    long Begin(JournalEntry entry, long? run = null);

    /// <summary>
    /// Notes how a switch ended, and with it, all together or not at all, what the desktop has on and what was set aside.
    /// </summary>
    /// <param name="id">The switch's number.</param>
    /// <param name="state">How it ended.</param>
    /// <param name="aside">What another program had put at its paths and had to make room: each a tree with that path alone, held as content.</param>
    void End(long id, JournalState state, IReadOnlyList<Tree> aside);

    /// <summary>Notes that a switch that is done and waits to be kept is taken back: it is unfinished from then on, and goes back.</summary>
    /// <param name="id">The switch's number.</param>
    /// <param name="result">What is told of how it ended, until more is known; null for nothing.</param>
    /// <returns>Whether it waited for that; if not, it was kept, or taken back, before.</returns>
    bool TakeBack(long id, string? result);

    /// <summary>The switches that neither came to their end nor went back, the first one first.</summary>
    /// <param name="root">The desktop's folder; null for those of all.</param>
    IReadOnlyList<(long Id, JournalEntry Entry)> Unfinished(string? root = null);
}
