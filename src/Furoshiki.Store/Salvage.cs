using System.Collections.Immutable;
using System.Globalization;
using Furoshiki.Core.Content;
using Microsoft.Data.Sqlite;

namespace Furoshiki.Store;

/// <summary>What became of a row that a damaged database did not give any more.</summary>
public enum RowFate
{
    /// <summary>It is as an earlier copy of the database had it.</summary>
    AsInTheCopy,

    /// <summary>It was made again from what the indexes and other rows say of it.</summary>
    MadeAgain,

    /// <summary>It is gone.</summary>
    Gone,
}

/// <summary>A row that a damaged database did not give any more.</summary>
/// <param name="Table">Its table.</param>
/// <param name="Id">Its number.</param>
/// <param name="Known">What is still known of it, by column: numbers and text.</param>
/// <param name="Fate">What became of it.</param>
public sealed record LostRow(
    string Table,
    long Id,
    ImmutableDictionary<string, string> Known,
    RowFate Fate
);

/// <summary>What was brought over from a damaged database into a new one.</summary>
/// <param name="IsReadable">Whether anything could be read; if not, the new one is the copy.</param>
/// <param name="Rows">How many rows were brought over.</param>
/// <param name="Lost">The rows that could not be.</param>
/// <param name="Damaged">How many contents are damaged now.</param>
public sealed record Salvaged(bool IsReadable, long Rows, IReadOnlyList<LostRow> Lost, int Damaged);

/// <summary>
/// Brings over what can be read of a damaged database, which it only reads, into a new one of the same form. What cannot be is had from an
/// earlier copy, if there is one; what nothing has any more is told. The new one is whole in itself: no row names what is not there.
/// </summary>
public sealed class Salvage
{
    private const string History = "__EFMigrationsHistory";
    private const string Contents = "Contents";
    private const string Chunks = "ContentChunks";
    private const string Links = "ContentLinks";

    private readonly SqliteConnection? _damaged;
    private readonly SqliteConnection _fresh;
    private readonly SqliteConnection? _copy;
    private readonly List<LostRow> _lost = [];
    private long _rows;

    private Salvage(SqliteConnection? damaged, SqliteConnection fresh, SqliteConnection? copy) =>
        (_damaged, _fresh, _copy) = (damaged, fresh, copy);

    /// <summary>Brings over what can be read.</summary>
    /// <param name="damaged">The damaged database; null if there is none any more.</param>
    /// <param name="fresh">Where the new one is made; nothing stands there.</param>
    /// <param name="copy">An earlier copy of the same database; null if there is none.</param>
    /// <returns>What was brought over; null if nothing could be, and then nothing was made.</returns>
    /// <exception cref="SqliteException">The new one could not be written.</exception>
    /// <exception cref="IOException">The same.</exception>
    public static Salvaged? BringOver(string? damaged, string fresh, string? copy)
    {
        using var from = Open(damaged);
        using var earlier = Open(copy);
        if (from is null && earlier is null)
            return null;
        using var to = DatabaseFile.Open(fresh, SqliteOpenMode.ReadWriteCreate);
        if (from is null)
        {
            earlier!.BackupDatabase(to);
            DatabaseHealth.LeaveSwitches(to);
        }
        // Nothing reads it before all of it is there.
        to.Do("PRAGMA synchronous = OFF");
        to.Do("PRAGMA foreign_keys = OFF");
        return new Salvage(from, to, earlier).Make();
    }

    /// <summary>
    /// Opens a database for reading; null if not even its tables can be told, or if it is of one of the first forms, in which content had no
    /// numbers.
    /// </summary>
    private static SqliteConnection? Open(string? path)
    {
        if (path is null || !File.Exists(path))
            return null;
        SqliteConnection? connection = null;
        try
        {
            connection = DatabaseFile.Open(path, SqliteOpenMode.ReadOnly);
            if (
                Tables(connection).Contains(History)
                && new DamagedTable(connection, Contents).Columns.Any(one => one.Name == "Id")
            )
                return connection;
        }
        catch (SqliteException)
        {
            // Nothing can be told of it.
        }
        connection?.Dispose();
        return null;
    }

    private Salvaged Make()
    {
        if (_damaged is null)
            return new Salvaged(IsReadable: false, _rows, _lost, MarkDamaged());
        // Content that is given back is given back to the file system, as in every database of the product.
        _fresh.Do("PRAGMA auto_vacuum = INCREMENTAL");
        using (var all = _fresh.BeginTransaction())
        {
            MakeTables();
            foreach (var table in Tables(_fresh))
                BringOver(table);
            MakeSound();
            all.Commit();
        }
        // Which content names which is worked out again when the database is brought to the newest form.
        _fresh.Do($"PRAGMA user_version = {FuroshikiDbFactory.IsSalvaged}");
        return new Salvaged(IsReadable: true, _rows, _lost, MarkDamaged());
    }

    private static List<string> Tables(SqliteConnection connection) =>
        [
            .. connection
                .Rows(
                    "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' ORDER BY rowid"
                )
                .Select(row => (string)row[0]!),
        ];

    private void MakeTables()
    {
        foreach (
            var row in _damaged!.Rows(
                "SELECT sql FROM sqlite_master WHERE sql IS NOT NULL AND name NOT LIKE 'sqlite_%' ORDER BY type = 'view', type = 'index'"
            )
        )
            _fresh.Do((string)row[0]!);
    }

    private void BringOver(string name)
    {
        var table = new DamagedTable(_damaged!, name);
        using var insert = Insert(name, table.Columns);
        foreach (var row in table.Rows())
        {
            for (var i = 1; i < row.Length; i++)
                insert.Parameters[i - 1].Value = row[i] ?? DBNull.Value;
            _rows += insert.ExecuteNonQuery();
        }
        foreach (var id in table.Lost)
            Lose(name, id, table.InIndexes.GetValueOrDefault(id) ?? []);
        KeepNumbers(name);
    }

    private SqliteCommand Insert(string table, IReadOnlyList<TableColumn> columns)
    {
        var names = columns.Select((_, i) => $"${i}").ToArray();
        return _fresh.Command(
            $"INSERT OR IGNORE INTO \"{table}\" ({string.Join(", ", columns.Select(one => $"\"{one.Name}\""))}) VALUES ({string.Join(", ", names)})",
            names
        );
    }

    /// <summary>Numbers that were given are never given again, be what had them there or not.</summary>
    private void KeepNumbers(string table)
    {
        if (!Has(table, "Id"))
            return;
        long last;
        try
        {
            last = _damaged!
                .Rows($"SELECT seq FROM sqlite_sequence WHERE name = '{table}'")
                .FirstOrDefault()
                is [long given]
                ? given
                : 0;
        }
        catch (SqliteException)
        {
            last = 0;
        }
        last = _lost.Where(row => row.Table == table).Select(row => row.Id).Append(last).Max();
        if (
            _fresh.Do("UPDATE sqlite_sequence SET seq = max(seq, $0) WHERE name = $1", last, table)
            == 0
        )
            _fresh.Do("INSERT INTO sqlite_sequence (name, seq) VALUES ($1, $0)", last, table);
    }

    /// <summary>Notes a row that could not be read, and brings it over as it is known otherwise.</summary>
    private void Lose(string table, long id, Dictionary<string, object?> known)
    {
        // Pieces of content belong to it, and are told with it.
        if (table is Chunks or Links)
            return;
        var fate =
            TakeRow(table, id) ? RowFate.AsInTheCopy
            : MakeAgain(table, id, known) ? RowFate.MadeAgain
            : RowFate.Gone;
        _lost.Add(new LostRow(table, id, Words(known), fate));
    }

    private static ImmutableDictionary<string, string> Words(Dictionary<string, object?> known) =>
        known
            .Where(one => one.Value is long or string)
            .ToImmutableDictionary(
                one => one.Key,
                one => Convert.ToString(one.Value, CultureInfo.InvariantCulture)!
            );

    /// <summary>Takes a row as the copy has it.</summary>
    private bool TakeRow(string table, long id)
    {
        if (_copy is null || !Tables(_copy).Contains(table) || !Has(table, "Id"))
            return false;
        var theirs = new DamagedTable(_copy, table).Columns.Select(one => one.Name).ToHashSet();
        var columns = new DamagedTable(_fresh, table)
            .Columns.Where(one => theirs.Contains(one.Name))
            .ToList();
        var row = _copy
            .Rows(
                $"SELECT {string.Join(", ", columns.Select(one => $"\"{one.Name}\""))} FROM \"{table}\" WHERE \"Id\" = {id}"
            )
            .FirstOrDefault();
        if (row is null)
            return false;
        using var insert = Insert(table, columns);
        for (var i = 0; i < row.Length; i++)
            insert.Parameters[i].Value = row[i] ?? DBNull.Value;
        return insert.ExecuteNonQuery() == 1;
    }

    /// <summary>Makes a row again from what is known of it, if that is enough.</summary>
    private bool MakeAgain(string table, long id, Dictionary<string, object?> known) =>
        new RowMaker(_damaged!).Find(table, id, known) is { } row && MakeRow(table, id, row);

    private bool MakeRow(string table, long id, IReadOnlyDictionary<string, object?> row)
    {
        var columns = new DamagedTable(_fresh, table).Columns;
        using var insert = Insert(table, columns);
        for (var i = 0; i < columns.Count; i++)
            insert.Parameters[i].Value =
                columns[i].Name == "Id"
                    ? id
                    : row.GetValueOrDefault(columns[i].Name) ?? DBNull.Value;
        return insert.ExecuteNonQuery() == 1;
    }

    /// <summary>Sees to it that no row names one that is not there.</summary>
    private void MakeSound()
    {
        // A row that goes can leave others that named it.
        while (_fresh.Rows("PRAGMA foreign_key_check").ToList() is { Count: > 0 } broken)
            foreach (var row in broken)
                Mend((string)row[0]!, (long)row[1]!, (string)row[2]!, (long)row[3]!);
    }

    private void Mend(string table, long rowId, string parent, long key)
    {
        var rule = _fresh
            .Rows($"PRAGMA foreign_key_list(\"{table}\")")
            .First(one => one[0] is long id && id == key);
        var (column, onDelete) = ((string)rule[3]!, (string)rule[6]!);
        var value = _fresh
            .Rows($"SELECT \"{column}\" FROM \"{table}\" WHERE rowid = {rowId}")
            .FirstOrDefault()
            ?[0];
        if (value is null)
            return;
        if (value is long id && table is not (Chunks or Links) && !IsThere(parent, id))
        {
            if (_lost.Any(row => row.Table == parent && row.Id == id) is false)
                Lose(parent, id, []);
            if (IsThere(parent, id))
                return;
        }
        if (value is byte[] digest)
            _fresh.Do(
                $"INSERT OR IGNORE INTO \"{Contents}\" (\"Digest\", \"Size\", \"IsWhole\", \"IsDamaged\") VALUES ($0, 0, 1, 1)",
                digest
            );
        else if (onDelete == "SET NULL")
            _fresh.Do($"UPDATE \"{table}\" SET \"{column}\" = NULL WHERE rowid = $0", rowId);
        else
        {
            if (Has(table, "Id"))
                _lost.Add(
                    new LostRow(table, rowId, Words(new() { [column] = value }), RowFate.Gone)
                );
            _fresh.Do($"DELETE FROM \"{table}\" WHERE rowid = $0", rowId);
        }
    }

    private bool IsThere(string table, long id) =>
        _fresh.Rows($"SELECT 1 FROM \"{table}\" WHERE rowid = {id}").Any();

    private bool Has(string table, string column) =>
        new DamagedTable(_fresh, table).Columns.Any(one => one.Name == column);

    /// <summary>The contents that are damaged, or of which pieces are missing, with their numbers.</summary>
    private List<(long Id, Digest Digest)> Incomplete() =>
        [
            .. _fresh
                .Rows(
                    $"SELECT \"Id\", \"Digest\" FROM \"{Contents}\" WHERE \"IsDamaged\" OR \"Size\" <> (SELECT coalesce(sum({Packing.LengthIn(_fresh)}), 0) FROM \"{Chunks}\" WHERE \"ContentId\" = \"{Contents}\".\"Id\")"
                )
                .Select(row => ((long)row[0]!, Digest.OfHash((byte[])row[1]!))),
        ];

    /// <summary>Marks what is damaged, and that all else is to be read again.</summary>
    private int MarkDamaged()
    {
        _fresh.Do($"DELETE FROM \"{Contents}\" WHERE \"CheckedAt\" = {ContentRow.OnItsWay}");
        var damaged = Incomplete();
        _fresh.Do($"UPDATE \"{Contents}\" SET \"CheckedAt\" = NULL");
        foreach (var (id, _) in damaged)
            _fresh.Do($"UPDATE \"{Contents}\" SET \"IsDamaged\" = 1 WHERE \"Id\" = $0", id);
        return damaged.Count;
    }
}
