using System.IO.Compression;
using Microsoft.Data.Sqlite;

namespace Furoshiki.Store;

/// <summary>
/// How pieces of content are kept. Records, which list other content by its digest, take half the room when they are packed (zlib, RFC
/// 1950); what people's files hold is kept as it is, so that the largest part needs no work.
/// </summary>
internal static class Packing
{
    /// <summary>Packs a piece, where that is worth it.</summary>
    /// <returns>What is kept, and the length of the piece where that is packed.</returns>
    public static (byte[] Kept, int? Unpacked) Pack(ReadOnlySpan<byte> piece)
    {
        using var packed = new MemoryStream();
        using (var zlib = new ZLibStream(packed, CompressionLevel.Optimal, leaveOpen: true))
            zlib.Write(piece);
        return packed.Length < piece.Length
            ? (packed.ToArray(), piece.Length)
            : (piece.ToArray(), null);
    }

    /// <summary>A piece as it was before it was kept; null if it is damaged.</summary>
    /// <param name="kept">What is kept.</param>
    /// <param name="unpacked">The length of the piece where it is packed; null where it is not.</param>
    public static byte[]? Open(byte[] kept, long? unpacked)
    {
        if (unpacked is not { } length)
            return kept;
        if (length is < 0 or > SqliteContentStore.ChunkSize)
            return null;
        try
        {
            var piece = new byte[length];
            using var zlib = new ZLibStream(new MemoryStream(kept), CompressionMode.Decompress);
            zlib.ReadExactly(piece);
            return zlib.ReadByte() < 0 ? piece : null;
        }
        catch (Exception problem) when (problem is InvalidDataException or EndOfStreamException)
        {
            return null;
        }
    }

    /// <summary>All pieces of some content in one, from rows of what is kept and the length of the piece; what is damaged is left out.</summary>
    public static byte[] Join(SqliteDataReader rows)
    {
        using var all = new MemoryStream();
        while (rows.Read())
            all.Write(Open((byte[])rows[0], rows[1] as long?) ?? []);
        return all.ToArray();
    }

    /// <summary>What tells in a database how long a piece is unpacked: in that of an earlier version none is packed.</summary>
    public static string UnpackedIn(SqliteConnection database) =>
        new DamagedTable(database, "ContentChunks").Columns.Any(one => one.Name == "Unpacked")
            ? "\"Unpacked\""
            : "NULL";

    /// <summary>What tells in a database how many bytes a piece has.</summary>
    public static string LengthIn(SqliteConnection database) =>
        $"coalesce({UnpackedIn(database)}, length(\"Bytes\"))";
}
