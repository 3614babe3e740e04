using System.Collections.Immutable;
using System.Text.Json;
using Furoshiki.Core.Content;
using Furoshiki.Core.Switching;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Store;

/// <summary>The journal in the database, at full synchronous: what a call has returned from is on the disk.</summary>
/// <param name="databases">Makes database contexts.</param>
/// <param name="clock">Tells the time.</param>
public sealed class SqliteSwitchJournal(
    IDbContextFactory<FuroshikiDb> databases,
    TimeProvider clock
) : ISwitchJournal
{
    private const string Ready = "ready";

    private sealed record ChangeRecord(string Path, StateRecord? Before, StateRecord? After);

    private sealed record StateRecord(
        FileType Type,
        int Mode,
        long Size,
        string? Content,
        string? Target
    )
    {
        public static StateRecord? From(FileState? state) =>
            state is null
                ? null
                : new(state.Type, state.Mode, state.Size, state.Content?.Hex, state.Target);

        public FileState ToState() =>
            new(Type, Mode, Size, Content is null ? null : Digest.Parse(Content), Target);
    }

    /// <inheritdoc />
    public long Begin(long desktop, string root, ImmutableArray<FileChange> changes)
    {
        using var db = databases.CreateDbContext();
        var row = new SwitchRow
        {
            DesktopId = desktop,
            Root = root,
            State = Ready,
            BegunAt = clock.GetUtcNow().UtcDateTime,
            Changes = JsonSerializer.Serialize(
                changes.Select(change => new ChangeRecord(
                    change.Path,
                    StateRecord.From(change.Before),
                    StateRecord.From(change.After)
                ))
            ),
        };
        db.Switches.Add(row);
        db.SaveChanges();
        return row.Id;
    }

    /// <inheritdoc />
    public void End(long id, JournalState state)
    {
        using var db = databases.CreateDbContext();
        var row = db.Switches.Single(one => one.Id == id);
        row.State = state switch
        {
            JournalState.Done => "done",
            JournalState.WentBack => "went-back",
            _ => Ready,
        };
        row.EndedAt = clock.GetUtcNow().UtcDateTime;
        db.SaveChanges();
    }

    /// <inheritdoc />
    public IReadOnlyList<JournalEntry> Unfinished()
    {
        using var db = databases.CreateDbContext();
        return
        [
            .. db
                .Switches.AsNoTracking()
                .Where(one => one.State == Ready)
                .OrderBy(one => one.Id)
                .AsEnumerable()
                .Select(one => new JournalEntry(
                    one.Id,
                    one.DesktopId,
                    one.Root,
                    Changes(one.Changes)
                )),
        ];
    }

    private static ImmutableArray<FileChange> Changes(string json) =>
        [
            .. JsonSerializer
                .Deserialize<ChangeRecord[]>(json)!
                .Select(change => new FileChange(
                    change.Path,
                    change.Before?.ToState(),
                    change.After?.ToState()
                )),
        ];
}
