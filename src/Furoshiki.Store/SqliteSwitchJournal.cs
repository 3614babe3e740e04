using System.Collections.Immutable;
using System.Text.Json;
using Furoshiki.Core.Content;
using Furoshiki.Core.Switching;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;

namespace Furoshiki.Store;

/// <summary>The journal in the database, at full synchronous: what a call has returned from is on the disk.</summary>
/// <param name="databases">Makes database contexts.</param>
/// <param name="clock">Tells the time.</param>
public sealed class SqliteSwitchJournal(
    IDbContextFactory<FuroshikiDb> databases,
    TimeProvider clock
) : ISwitchJournal
{
    /// <summary>Gives a number to a switch that was asked for, so that how it ends can be told whatever comes.</summary>
    /// <param name="desktop">The desktop's number.</param>
    /// <param name="root">The desktop's folder.</param>
    /// <param name="title">What it is to put on, in words.</param>
    /// <param name="request">Who asked for it, and how it is to be kept.</param>
    public long Open(long desktop, string root, string title, SwitchRequested? request = null)
    {
        using var db = databases.CreateDbContext();
        var row = new SwitchRow
        {
            DesktopId = desktop,
            Root = root,
            Title = title,
            State = SwitchStand.Begun,
            BegunAt = clock.GetUtcNow().UtcDateTime,
            Changes = "[]",
            By = request?.By ?? "",
            Plan = request?.Plan,
            KeepWithin = request?.KeepWithin,
        };
        db.Switches.Add(row);
        db.SaveChanges();
        return row.Id;
    }

    /// <inheritdoc />
    public long Begin(JournalEntry entry, long? run = null)
    {
        using var db = databases.CreateDbContext();
        var id = run ?? Open(entry.Desktop, entry.Root, "");
        var row = db.Switches.Single(one => one.Id == id);
        row.State = SwitchStand.Ready;
        row.Mark = entry.Mark;
        row.Grounds = JsonSerializer.Serialize(entry.Grounds);
        row.OnAfter = entry.OnAfter is { } on ? OnText.Write(on) : null;
        row.OnBefore = db
            .Desktops.Where(one => one.Id == entry.Desktop)
            .Select(one => new { one.SavingOnId, one.PartsOn })
            .FirstOrDefault()
            is { } before
            ? OnText.Write(OnText.Of(db, before.SavingOnId, before.PartsOn))
            : null;
        row.Changes = JsonSerializer.Serialize(entry.Changes.Select(ChangeRecord.Of));
        using var all = db.Database.BeginTransaction();
        db.SaveChanges();
        // What is on is kept by putting on something else.
        Keep(db, Unkept(db).Where(one => one.Root == entry.Root));
        NoteNeeds(db, id, entry);
        all.Commit();
        return id;
    }

    /// <summary>Notes the content that a switch needs, be it to come to its end or to go back, so that none of it is given back.</summary>
    private static void NoteNeeds(FuroshikiDb db, long id, JournalEntry entry)
    {
        using var command = db.Connection()
            .Command(
                "INSERT INTO SwitchContents (SwitchId, Digest) SELECT $switch, Digest FROM Contents WHERE Digest = $digest",
                "$switch",
                "$digest"
            );
        command.Transaction = (SqliteTransaction)db.Database.CurrentTransaction!.GetDbTransaction();
        command.Parameters[0].Value = id;
        foreach (
            var digest in entry
                .Changes.SelectMany(change =>
                    new[] { change.Before?.Content, change.After?.Content }
                )
                .OfType<Digest>()
                .Distinct()
        )
        {
            command.Parameters[1].Value = digest.Bytes;
            command.ExecuteNonQuery();
        }
    }

    /// <inheritdoc />
    public void End(long id, JournalState state, IReadOnlyList<Tree> aside)
    {
        using var db = databases.CreateDbContext();
        var now = clock.GetUtcNow().UtcDateTime;
        var row = db.Switches.Single(one => one.Id == id);
        var on =
            state == JournalState.Done ? row.OnAfter
            : row.State == SwitchStand.GoingBack ? row.OnBefore
            : null;
        row.State = state == JournalState.Done ? SwitchStand.Done : SwitchStand.WentBack;
        row.EndedAt = now;
        db.AddRange(
            aside.Select(tree => new AsideRow
            {
                DesktopId = row.DesktopId,
                SwitchId = id,
                Tree = tree.Digest,
                At = now,
            })
        );
        if (
            on is { } text
            && db.Desktops.FirstOrDefault(one => one.Id == row.DesktopId) is { } desktop
        )
            OnText.Note(db, desktop, OnText.Read(text), now);
        if (row is not { State: SwitchStand.Done, KeepWithin: not null })
            db.SwitchContents.RemoveRange(db.SwitchContents.Where(one => one.SwitchId == id));
        db.SaveChanges();
    }

    /// <summary>The folders that the switches made in a desktop's folder, relative to it, that ended since a moment and were not taken back.</summary>
    public IReadOnlyList<string> FoldersMade(string root, DateTime since)
    {
        using var db = databases.CreateDbContext();
        var folder = (int)FileType.Folder;
        return
        [
            .. db
                .Database.SqlQuery<string>(
                    $"""
                    SELECT DISTINCT json_extract(value, '$.Path') AS Value FROM Switches, json_each(Changes)
                    WHERE Switches.Root = {root} AND State = {SwitchStand.Done} AND EndedAt >= {since} AND Mark <> '' AND json_valid(Changes)
                    AND json_extract(value, '$.Before') IS NULL AND json_extract(value, '$.After.Type') = {folder}
                    """
                )
                .AsEnumerable()
                .Select(PathText.Unescape),
        ];
    }

    /// <summary>The switches that are done and wait to be kept, the first one first.</summary>
    public IReadOnlyList<UnkeptSwitch> Unkept()
    {
        using var db = databases.CreateDbContext();
        return
        [
            .. Unkept(db)
                .OrderBy(one => one.Id)
                .AsEnumerable()
                .Select(one => new UnkeptSwitch(
                    one.Id,
                    one.DesktopId,
                    one.Root,
                    one.Title,
                    TimeSpan.FromSeconds(one.KeepWithin!.Value),
                    DateTime.SpecifyKind(one.EndedAt!.Value, DateTimeKind.Utc)
                )),
        ];
    }

    /// <summary>Notes that a switch is kept.</summary>
    /// <returns>Whether it waited for that; if not, it was kept, or taken back, before.</returns>
    public bool Keep(long id)
    {
        using var db = databases.CreateDbContext();
        using var all = db.Database.BeginTransaction();
        var isKept = Keep(db, Unkept(db).Where(one => one.Id == id));
        all.Commit();
        return isKept;
    }

    /// <inheritdoc />
    public bool TakeBack(long id, string? result)
    {
        using var db = databases.CreateDbContext();
        return Unkept(db)
                .Where(one => one.Id == id)
                .ExecuteUpdate(set =>
                    set.SetProperty(one => one.State, SwitchStand.GoingBack)
                        .SetProperty(one => one.Result, result)
                ) > 0;
    }

    private static IQueryable<SwitchRow> Unkept(FuroshikiDb db) =>
        db
            .Switches.AsNoTracking()
            .Where(one =>
                one.State == SwitchStand.Done && one.KeepWithin != null && one.KeptAt == null
            );

    private bool Keep(FuroshikiDb db, IQueryable<SwitchRow> rows)
    {
        var ids = rows.Select(one => one.Id).ToList();
        db.SwitchContents.Where(one => ids.Contains(one.SwitchId)).ExecuteDelete();
        var now = clock.GetUtcNow().UtcDateTime;
        return rows.ExecuteUpdate(set => set.SetProperty(one => one.KeptAt, now)) > 0;
    }

    /// <summary>Keeps how a switch ended, for those who ask later.</summary>
    /// <param name="id">The switch's number.</param>
    /// <param name="result">A JSON object.</param>
    public void NoteResult(long id, string result)
    {
        using var db = databases.CreateDbContext();
        db.Switches.Where(one => one.Id == id)
            .ExecuteUpdate(set => set.SetProperty(one => one.Result, result));
    }

    /// <summary>Keeps what the person is to be told of a switch that was ended after a crash, or could not be.</summary>
    public void NoteNews(long id, string news)
    {
        using var db = databases.CreateDbContext();
        // What is said already is not written again: whoever follows the database would be told of nothing.
        db.Switches.Where(one => one.Id == id && one.News != news)
            .ExecuteUpdate(set => set.SetProperty(one => one.News, news));
    }

    /// <summary>The desktops with a switch that was broken off and of which the journal knows nothing but that, and nobody was told.</summary>
    public IReadOnlyList<long> Lost()
    {
        using var db = databases.CreateDbContext();
        return
        [
            .. db
                .Switches.Where(one => one.State == SwitchStand.Lost && one.EndedAt == null)
                .Select(one => one.DesktopId)
                .Distinct(),
        ];
    }

    /// <summary>Notes that a switch of a desktop was broken off of which nothing is known, and what the person is to be told of it.</summary>
    /// <param name="desktop">The desktop's number.</param>
    /// <param name="root">The desktop's folder.</param>
    /// <param name="news">What is told.</param>
    public void NoteLost(long desktop, string root, string news)
    {
        using var db = databases.CreateDbContext();
        var now = clock.GetUtcNow().UtcDateTime;
        var rows = db
            .Switches.Where(one =>
                one.DesktopId == desktop && one.State == SwitchStand.Lost && one.EndedAt == null
            )
            .ToList();
        if (rows.Count == 0)
        {
            rows.Add(
                new SwitchRow
                {
                    DesktopId = desktop,
                    Root = root,
                    State = SwitchStand.Lost,
                    BegunAt = now,
                    Changes = "[]",
                }
            );
            db.Switches.Add(rows[0]);
        }
        foreach (var row in rows)
            (row.News, row.EndedAt) = (news, now);
        db.SaveChanges();
    }

    /// <summary>What the person is to be told of a desktop's last switch; null if nothing.</summary>
    public string? News(long desktop)
    {
        using var db = databases.CreateDbContext();
        return db
            .Switches.Where(one => one.DesktopId == desktop && one.State != SwitchStand.Begun)
            .OrderByDescending(one => one.Id)
            .Select(one => one.News)
            .FirstOrDefault();
    }

    /// <summary>What the person is to be told of a switch; null if nothing.</summary>
    public string? NewsOf(long id)
    {
        using var db = databases.CreateDbContext();
        return db.Switches.Where(one => one.Id == id).Select(one => one.News).FirstOrDefault();
    }

    /// <summary>How a switch stands; null if there is none of this number.</summary>
    public SwitchStand? Find(long id)
    {
        using var db = databases.CreateDbContext();
        return SwitchStand
            .Of(db.Switches.AsNoTracking().Where(one => one.Id == id))
            .FirstOrDefault();
    }

    /// <summary>Takes note that the person has seen what they were to be told.</summary>
    public void SeeNews(long desktop)
    {
        using var db = databases.CreateDbContext();
        db.Switches.Where(one =>
                one.DesktopId == desktop
                && one.State != SwitchStand.Ready
                && one.State != SwitchStand.GoingBack
            )
            .ExecuteUpdate(set => set.SetProperty(one => one.News, (string?)null));
    }

    /// <inheritdoc />
    public IReadOnlyList<(long Id, JournalEntry Entry)> Unfinished(string? root = null)
    {
        using var db = databases.CreateDbContext();
        return Unfinished(db, root);
    }

    /// <summary>The switches that neither came to their end nor went back, the first one first.</summary>
    /// <param name="db">Where they are.</param>
    /// <param name="root">The desktop's folder; null for those of all.</param>
    public static IReadOnlyList<(long Id, JournalEntry Entry)> Unfinished(
        FuroshikiDb db,
        string? root = null
    ) =>
        [
            .. db
                .Switches.AsNoTracking()
                .Where(one =>
                    (one.State == SwitchStand.Ready || one.State == SwitchStand.GoingBack)
                    && (root == null || one.Root == root)
                )
                .OrderBy(one => one.Id)
                .AsEnumerable()
                .Select(one => (one.Id, EntryOf(one))),
        ];

    private static JournalEntry EntryOf(SwitchRow row) =>
        new(
            row.DesktopId,
            row.Root,
            row.Mark,
            [
                .. JsonSerializer
                    .Deserialize<ChangeRecord[]>(row.Changes)!
                    .Select(change => change.ToChange(isEscaped: row.Mark.Length > 0)),
            ],
            row.OnAfter is { } on ? OnText.Read(on) : null,
            row.Grounds.Length == 0
                ? []
                : JsonSerializer.Deserialize<ImmutableArray<Ground>>(row.Grounds),
            row.State == SwitchStand.GoingBack
        );
}
