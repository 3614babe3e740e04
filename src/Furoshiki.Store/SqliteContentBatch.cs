using System.Security.Cryptography;
using Furoshiki.Core.Content;
using Microsoft.Data.Sqlite;

namespace Furoshiki.Store;

/// <summary>
/// Takes content in by steps of a few MB, each a transaction of its own, so that nobody who writes something else waits for long. Bytes are
/// read, hashed and packed before a step begins. A step ends between two contents, and what a record names is taken in before it, so what
/// is held is true at any moment; what nobody names in the end is given back like all else. A content that is longer than a piece is
/// taken in under no name, and gets its digest with its last piece. Thousands of small ones go through it in a second, so it speaks SQL with
/// prepared commands, and the change tracker has no part in it.
/// </summary>
internal sealed class SqliteContentBatch : IContentBatch
{
    private const int ChunkSize = SqliteContentStore.ChunkSize;

    /// <summary>How much is written in one step: so many contents, or, if that is less, so many bytes and one content more.</summary>
    private const int MostContents = 500;
    private const int MostBytes = 4 * ChunkSize;

    private readonly HashSet<Digest> _taken = [];
    private readonly Dictionary<Digest, Waiting> _waiting = [];
    private readonly FuroshikiDb _db;
    private readonly Action _leaveBehind;
    private readonly List<SqliteCommand> _commands = [];
    private readonly SqliteCommand _begin;
    private readonly SqliteCommand _end;
    private readonly SqliteCommand _rollBack;
    private readonly SqliteCommand _quick;
    private readonly SqliteCommand _durable;
    private readonly SqliteCommand _find;
    private readonly SqliteCommand _content;
    private readonly SqliteCommand _whole;
    private readonly SqliteCommand _chunk;
    private readonly SqliteCommand _noChunks;
    private readonly SqliteCommand _mended;
    private readonly SqliteCommand _link;
    private readonly SqliteCommand _nameless;
    private readonly SqliteCommand _named;
    private readonly SqliteCommand _handedOver;
    private readonly SqliteCommand _removed;
    private int _bytes;
    private bool _isCommitted;

    /// <param name="db">The database, which it ends with.</param>
    /// <param name="leaveBehind">Is told when it ends without having been committed, after it had written something.</param>
    public SqliteContentBatch(FuroshikiDb db, Action leaveBehind)
    {
        _db = db;
        _leaveBehind = leaveBehind;
        var connection = db.Connection();
        _begin = Command("BEGIN IMMEDIATE");
        _end = Command("COMMIT");
        _rollBack = Command("ROLLBACK");
        // All steps stand in one log, so the last one, which is flushed, takes the others with it.
        _quick = Command("PRAGMA synchronous = NORMAL");
        _durable = Command("PRAGMA synchronous = FULL");
        _find = Command(
            "SELECT Id, IsWhole, IsDamaged FROM Contents WHERE Digest = $digest",
            "$digest"
        );
        _content = Command(
            "INSERT INTO Contents (Digest, Size, IsWhole, IsDamaged) VALUES ($digest, $size, $whole, 0) RETURNING Id",
            "$digest",
            "$size",
            "$whole"
        );
        _whole = Command("UPDATE Contents SET IsWhole = 1 WHERE Id = $id", "$id");
        _chunk = Command(
            "INSERT INTO ContentChunks (ContentId, Ordinal, Bytes, Unpacked) VALUES ($id, $ordinal, $bytes, $unpacked)",
            "$id",
            "$ordinal",
            "$bytes",
            "$unpacked"
        );
        _noChunks = Command("DELETE FROM ContentChunks WHERE ContentId = $id", "$id");
        _mended = Command(
            "UPDATE Contents SET Size = $size, IsDamaged = 0, CheckedAt = NULL WHERE Id = $id",
            "$id",
            "$size"
        );
        _link = Command(
            "INSERT OR IGNORE INTO ContentLinks (FromId, ToId) VALUES ($from, $to)",
            "$from",
            "$to"
        );
        _nameless = Command(
            $"INSERT INTO Contents (Digest, Size, IsWhole, IsDamaged, CheckedAt) VALUES ($digest, 0, 0, 0, {ContentRow.OnItsWay}) RETURNING Id",
            "$digest"
        );
        _named = Command(
            "UPDATE Contents SET Digest = $digest, Size = $size, IsWhole = 1, CheckedAt = NULL WHERE Id = $id",
            "$id",
            "$digest",
            "$size"
        );
        _handedOver = Command(
            "UPDATE ContentChunks SET ContentId = $to WHERE ContentId = $id",
            "$id",
            "$to"
        );
        _removed = Command("DELETE FROM Contents WHERE Id = $id", "$id");
        Run(_quick);

        SqliteCommand Command(string text, params ReadOnlySpan<string> parameters)
        {
            var command = connection.Command(text, parameters);
            _commands.Add(command);
            return command;
        }
    }

    public bool HoldsAll(Digest digest) =>
        _waiting.TryGetValue(digest, out var waiting)
            ? waiting.IsWhole
            : Find(digest) is { IsWhole: true, IsDamaged: false };

    public Digest Put(Stream bytes)
    {
        if (bytes.Length - bytes.Position > ChunkSize)
            return PutLong(bytes, wanted: null);
        var all = new byte[bytes.Length - bytes.Position];
        return Put(all.AsSpan(0, bytes.ReadAtLeast(all, all.Length, throwOnEndOfStream: false)));
    }

    public Digest Put(ReadOnlySpan<byte> bytes)
    {
        var digest = Digest.Of(bytes);
        if (!HoldsAll(digest))
            Add(digest, bytes, isWhole: true, names: null);
        return digest;
    }

    public Digest PutRecord(
        ReadOnlySpan<byte> record,
        IReadOnlyCollection<NamedContent> names,
        bool isWhole
    )
    {
        var digest = Digest.Of(record);
        Add(digest, record, isWhole, names);
        return digest;
    }

    public void Mend(Digest digest, Stream bytes)
    {
        if (PutLong(bytes, digest) != digest)
            throw new MissingContentException(digest);
    }

    public IReadOnlyCollection<Digest> Taken => _taken;

    public void Commit()
    {
        Run(_durable);
        Write();
        _isCommitted = true;
    }

    public void Dispose()
    {
        foreach (var command in _commands)
            command.Dispose();
        _db.Dispose();
        if (!_isCommitted && _taken.Count > 0)
            _leaveBehind();
    }

    /// <summary>Some content that is held.</summary>
    /// <param name="Id">Its number.</param>
    /// <param name="IsWhole">Whether all that is in it is held too.</param>
    /// <param name="IsDamaged">Whether its copy is known to be damaged.</param>
    private readonly record struct Held(long Id, bool IsWhole, bool IsDamaged);

    /// <summary>Some content that is written with the next step.</summary>
    /// <param name="Size">Its length in bytes.</param>
    /// <param name="Chunks">What is kept of each piece, and the length of the piece where that is packed; null where a sound copy is held.</param>
    /// <param name="Names">What it names.</param>
    private sealed record Waiting(
        long Size,
        IReadOnlyList<(byte[] Kept, int? Unpacked)>? Chunks,
        IReadOnlyList<Digest> Names
    )
    {
        public bool IsWhole { get; set; }
    }

    private Held? Find(Digest digest)
    {
        _find.Parameters[0].Value = digest.Bytes;
        using var found = _find.ExecuteReader();
        return found.Read()
            ? new Held(found.GetInt64(0), found.GetBoolean(1), found.GetBoolean(2))
            : null;
    }

    /// <summary>Has some content written with the next step. The last one always waits, so that it is flushed with the end.</summary>
    /// <param name="names">What it names; null if it is no record.</param>
    private void Add(
        Digest digest,
        ReadOnlySpan<byte> bytes,
        bool isWhole,
        IReadOnlyCollection<NamedContent>? names
    )
    {
        if (_waiting.TryGetValue(digest, out var known))
        {
            known.IsWhole |= isWhole;
            return;
        }
        if (_waiting.Count >= MostContents || _bytes >= MostBytes)
            Write();
        var chunks = Find(digest) is { IsDamaged: false }
            ? null
            : Pieces(bytes, isRecord: names is not null);
        _bytes += chunks?.Sum(one => one.Kept.Length) ?? 0;
        _waiting.Add(
            digest,
            new Waiting(bytes.Length, chunks, [.. (names ?? []).Select(one => one.Digest)])
            {
                IsWhole = isWhole,
            }
        );
    }

    /// <summary>What is kept of each piece of some bytes.</summary>
    private static List<(byte[] Kept, int? Unpacked)> Pieces(
        ReadOnlySpan<byte> bytes,
        bool isRecord
    )
    {
        var pieces = new List<(byte[], int?)>();
        for (var at = 0; at < bytes.Length; at += ChunkSize)
        {
            var piece = bytes[at..Math.Min(bytes.Length, at + ChunkSize)];
            pieces.Add(isRecord ? Packing.Pack(piece) : (piece.ToArray(), null));
        }
        return pieces;
    }

    /// <summary>Writes all that waits, in one step.</summary>
    private void Write()
    {
        if (_waiting.Count == 0)
            return;
        var taken = new List<Digest>();
        Step(() =>
        {
            taken.Clear();
            foreach (var (digest, content) in _waiting)
            {
                var held = Find(digest);
                var id = held?.Id ?? Insert(digest, content.Size, content.IsWhole);
                if (held is { IsWhole: false } && content.IsWhole)
                    Run(_whole, id);
                if (content.Chunks is { } chunks && held is not { IsDamaged: false })
                {
                    if (held is not null)
                        Clear(id, content.Size);
                    taken.Add(digest);
                    foreach (var (i, (kept, unpacked)) in chunks.Index())
                        Run(_chunk, id, i, kept, unpacked ?? (object)DBNull.Value);
                }
                foreach (var name in content.Names)
                    if (Find(name) is { } named)
                        Run(_link, id, named.Id);
            }
        });
        _taken.UnionWith(taken);
        _waiting.Clear();
        _bytes = 0;
    }

    private long Insert(Digest digest, long size, bool isWhole) =>
        InsertWith(_content, digest.Bytes, size, isWhole);

    /// <summary>Takes the pieces of a copy away that is written again.</summary>
    private void Clear(long id, long size)
    {
        Run(_mended, id, size);
        Run(_noChunks, id);
    }

    /// <summary>Takes in all bytes of a stream, which are read once.</summary>
    /// <param name="bytes">The stream.</param>
    /// <param name="wanted">What their digest has to be; null for any.</param>
    /// <returns>Their digest. If it is another one than was wanted, nothing was taken in.</returns>
    private Digest PutLong(Stream bytes, Digest? wanted)
    {
        long? id = null;
        try
        {
            using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
            var size = 0L;
            Step(() =>
                id = InsertWith(_nameless, RandomNumberGenerator.GetBytes(SHA256.HashSizeInBytes))
            );
            for (
                var (ordinal, pieces) = (0, Read());
                pieces.Count > 0;
                (ordinal, pieces) = (ordinal + pieces.Count, Read())
            )
                Step(() =>
                {
                    for (var i = 0; i < pieces.Count; i++)
                        Run(_chunk, id!.Value, ordinal + i, pieces[i], DBNull.Value);
                });
            var digest = Digest.OfHash(hash.GetHashAndReset());
            if (wanted is { } its && its != digest)
                Step(() => Run(_removed, id!.Value));
            else
                Name(id!.Value, digest, size);
            return digest;

            List<byte[]> Read()
            {
                var pieces = new List<byte[]>();
                for (var left = MostBytes; left > 0; left -= ChunkSize)
                {
                    var piece = new byte[ChunkSize];
                    var length = bytes.ReadAtLeast(piece, ChunkSize, throwOnEndOfStream: false);
                    if (length == 0)
                        break;
                    pieces.Add(length == ChunkSize ? piece : piece[..length]);
                    hash.AppendData(piece, 0, length);
                    size += length;
                }
                return pieces;
            }
        }
        catch
        {
            if (id is { } begun)
                GiveUp(begun);
            throw;
        }
    }

    /// <summary>Gives content its digest that was taken in under none.</summary>
    private void Name(long id, Digest digest, long size)
    {
        var isNew = false;
        Run(_durable);
        Step(() =>
        {
            var held = Find(digest);
            isNew = held is not { IsDamaged: false };
            if (held is not { } there)
            {
                Run(_named, id, digest.Bytes, size);
                return;
            }
            if (there.IsDamaged)
            {
                Clear(there.Id, size);
                Run(_handedOver, id, there.Id);
            }
            if (!there.IsWhole)
                Run(_whole, there.Id);
            Run(_removed, id);
        });
        Run(_quick);
        if (isNew)
            _taken.Add(digest);
    }

    /// <summary>Takes away what was begun. What cannot be now is given back later, since nothing names it.</summary>
    private void GiveUp(long id)
    {
        try
        {
            Step(() => Run(_removed, id));
        }
        catch (SqliteException)
        {
            _leaveBehind();
        }
    }

    private void Step(Action write)
    {
        Run(_begin);
        try
        {
            write();
            Run(_end);
        }
        catch
        {
            try
            {
                Run(_rollBack);
            }
            catch (SqliteException)
            {
                // The database has rolled it back by itself.
            }
            throw;
        }
    }

    private static long InsertWith(SqliteCommand command, params ReadOnlySpan<object> values)
    {
        Set(command, values);
        return (long)command.ExecuteScalar()!;
    }

    private static void Run(SqliteCommand command, params ReadOnlySpan<object> values)
    {
        Set(command, values);
        command.ExecuteNonQuery();
    }

    private static void Set(SqliteCommand command, ReadOnlySpan<object> values)
    {
        for (var i = 0; i < values.Length; i++)
            command.Parameters[i].Value = values[i];
    }
}
