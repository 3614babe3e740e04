using System.Globalization;
using Microsoft.Data.Sqlite;

namespace Furoshiki.Store;

/// <summary>A column of a table.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Type">What it holds, in the words of SQL.</param>
/// <param name="IsRequired">Whether every row has a value there.</param>
internal sealed record TableColumn(string Name, string Type, bool IsRequired)
{
    private const int DigestLength = 32;

    /// <summary>Whether a value can stand there: what a damaged page gives may be anything.</summary>
    public bool Takes(object? value) =>
        (Type, value) switch
        {
            (_, null) => !IsRequired,
            ("INTEGER", long) or ("TEXT", string) => true,
            ("BLOB", byte[] bytes) => Name is "Bytes" or "Key" || bytes.Length == DigestLength,
            _ => false,
        };
}

/// <summary>A table of a database that may be damaged, from which every row is read that still can be.</summary>
/// <param name="connection">The database, open for reading.</param>
/// <param name="name">The table's name.</param>
internal sealed class DamagedTable(SqliteConnection connection, string name)
{
    /// <summary>How many numbers in a row are tried without finding one that can be read, where nothing tells which there are.</summary>
    private const int MostTries = 100_000;

    private readonly HashSet<long> _read = [];
    private readonly HashSet<long> _unread = [];
    private Dictionary<long, Dictionary<string, object?>>? _inIndexes;
    private HashSet<long>? _all;

    /// <summary>Its columns.</summary>
    public IReadOnlyList<TableColumn> Columns { get; } =
    [
        .. connection
            .Rows($"PRAGMA table_info(\"{name}\")")
            .Select(row => new TableColumn(
                (string)row[1]!,
                (string)row[2]!,
                row[3] is 1L || row[5] is not 0L
            )),
    ];

    /// <summary>What the indexes still say of rows, by their number and the column.</summary>
    public IReadOnlyDictionary<long, Dictionary<string, object?>> InIndexes =>
        _inIndexes ??= ReadIndexes();

    /// <summary>
    /// The numbers of the rows that were there and could not be read, once all <see cref="Rows"/> were: those that an index has, or, if
    /// none can be read, those at which the table is damaged.
    /// </summary>
    public IReadOnlyList<long> Lost =>
        _unread.Count == 0 ? [] : [.. (All ?? _unread).Where(id => !_read.Contains(id)).Order()];

    /// <summary>The numbers of all rows; null if no index of all of them can be read.</summary>
    private HashSet<long>? All => InIndexes.Count == 0 ? null : _all;

    /// <summary>Reads every row that can be: its number, and then what is in its columns.</summary>
    public IEnumerable<object?[]> Rows()
    {
        long? next = long.MinValue;
        while (next is { } from)
        {
            using var command = connection.Command(
                $"SELECT rowid, * FROM \"{name}\" WHERE rowid >= $from ORDER BY rowid",
                "$from"
            );
            command.Parameters[0].Value = from;
            var last = from;
            using (var rows = TryRead(command))
                while (rows is not null && TryNext(rows, out var row))
                    if (row is null)
                    {
                        next = null;
                        break;
                    }
                    else
                    {
                        last = (long)row[0]!;
                        next = last + 1;
                        if (IsSound(row))
                        {
                            _read.Add(last);
                            yield return row;
                        }
                        else
                            _unread.Add(last);
                    }
            if (next is not null)
                next = NextReadable(last == long.MinValue ? 0 : last + 1);
        }
    }

    private bool IsSound(object?[] row) =>
        Columns.Count == row.Length - 1
        && Columns.Select((column, i) => column.Takes(row[i + 1])).All(takes => takes);

    /// <summary>The first number from one on at which the table can be read; null if there is none.</summary>
    private long? NextReadable(long from)
    {
        using var probe = connection.Command($"SELECT * FROM \"{name}\" WHERE rowid = $id", "$id");
        foreach (var id in Candidates(from))
        {
            probe.Parameters[0].Value = id;
            using var rows = TryRead(probe);
            if (rows is not null && TryNext(rows, out _))
                return id;
            _unread.Add(id);
        }
        return null;
    }

    private IEnumerable<long> Candidates(long from) =>
        All is { } all
            ? all.Where(id => id >= from).Order()
            : Enumerable
                .Range(0, (int)Math.Min(MostTries, Last() - from + 1))
                .Select(i => from + i);

    /// <summary>The highest number that any row can have.</summary>
    private long Last()
    {
        try
        {
            return
                connection
                    .Rows($"SELECT seq FROM sqlite_sequence WHERE name = '{name}'")
                    .FirstOrDefault()
                    is [long last]
                ? last
                : MostTries;
        }
        catch (SqliteException)
        {
            return MostTries;
        }
    }

    private Dictionary<long, Dictionary<string, object?>> ReadIndexes()
    {
        var found = new Dictionary<long, Dictionary<string, object?>>();
        foreach (var index in connection.Rows($"PRAGMA index_list(\"{name}\")"))
        {
            var indexName = (string)index[1]!;
            var columns = connection
                .Rows($"PRAGMA index_info(\"{indexName}\")")
                .Select(row => (string)row[2]!)
                .ToList();
            var list = string.Join(", ", columns.Select(column => $"\"{column}\""));
            var condition = Condition(indexName);
            var ids = new HashSet<long>();
            try
            {
                foreach (
                    var row in connection.Rows(
                        $"SELECT rowid, {list} FROM \"{name}\" INDEXED BY \"{indexName}\"{condition} ORDER BY {list}"
                    )
                )
                {
                    var id = (long)row[0]!;
                    ids.Add(id);
                    if (!found.TryGetValue(id, out var known))
                        found.Add(id, known = []);
                    for (var i = 0; i < columns.Count; i++)
                        if (Columns.First(one => one.Name == columns[i]).Takes(row[i + 1]))
                            known[columns[i]] = row[i + 1];
                }
                if (condition.Length == 0)
                    _all ??= ids;
            }
            catch (SqliteException)
            {
                // It is damaged itself, or does not say enough: another may.
            }
        }
        return found;
    }

    /// <summary>Of which rows an index is, if not of all.</summary>
    private string Condition(string index)
    {
        const string Where = " WHERE ";
        var sql = connection
            .Rows($"SELECT sql FROM sqlite_master WHERE type = 'index' AND name = '{index}'")
            .FirstOrDefault()
            is [string text]
            ? text
            : "";
        var at = sql.IndexOf(Where, StringComparison.Ordinal);
        return at < 0 ? "" : sql[at..];
    }

    private static SqliteDataReader? TryRead(SqliteCommand command)
    {
        try
        {
            return command.ExecuteReader();
        }
        catch (SqliteException)
        {
            return null;
        }
    }

    /// <summary>Reads the next row: null at the end.</summary>
    /// <returns>Whether the table can be read there.</returns>
    private static bool TryNext(SqliteDataReader rows, out object?[]? row)
    {
        row = null;
        try
        {
            row = rows.Read() ? rows.Values() : null;
            return true;
        }
        catch (SqliteException)
        {
            return false;
        }
    }
}

internal static class RowExtensions
{
    /// <summary>What a query gives, row by row, with null for what SQL calls so.</summary>
    /// <exception cref="SqliteException">It cannot be read further.</exception>
    public static IEnumerable<object?[]> Rows(this SqliteConnection connection, string sql)
    {
        using var command = connection.Command(sql);
        using var rows = command.ExecuteReader();
        while (rows.Read())
            yield return rows.Values();
    }

    /// <summary>The values of the row at which a reader is.</summary>
    public static object?[] Values(this SqliteDataReader rows)
    {
        var values = new object[rows.FieldCount];
        rows.GetValues(values);
        return [.. values.Select(value => value is DBNull ? null : value)];
    }

    /// <summary>Executes a statement with its values, in the order in which it names them: $0, $1 and so on.</summary>
    /// <returns>How many rows it changed.</returns>
    public static int Do(this SqliteConnection connection, string sql, params object?[] values)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        for (var i = 0; i < values.Length; i++)
            command.Parameters.AddWithValue(
                string.Create(CultureInfo.InvariantCulture, $"${i}"),
                values[i] ?? DBNull.Value
            );
        return command.ExecuteNonQuery();
    }
}
