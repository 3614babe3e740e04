using Furoshiki.Core.Content;
using Microsoft.Data.Sqlite;

namespace Furoshiki.Store;

/// <summary>The content in a copy of a database, which is only read.</summary>
public sealed class CopiedContent : IDisposable
{
    private readonly SqliteConnection _copy;
    private string? _unpacked;

    /// <summary>Opens a copy.</summary>
    /// <param name="path">Its file.</param>
    /// <exception cref="SqliteException">It cannot be opened.</exception>
    public CopiedContent(string path) => _copy = DatabaseFile.Open(path, SqliteOpenMode.ReadOnly);

    /// <summary>The bytes of some content, unchecked; null if the copy has none, or cannot be read there.</summary>
    public Stream? Find(Digest digest)
    {
        try
        {
            _unpacked ??= Packing.UnpackedIn(_copy);
            using var pieces = _copy.Command(
                $"SELECT Bytes, {_unpacked} FROM ContentChunks JOIN Contents ON Contents.Id = ContentId WHERE Digest = $digest ORDER BY Ordinal",
                "$digest"
            );
            pieces.Parameters[0].Value = digest.Bytes;
            using var rows = pieces.ExecuteReader();
            return new MemoryStream(Packing.Join(rows));
        }
        catch (SqliteException)
        {
            return null;
        }
    }

    /// <summary>Closes it.</summary>
    public void Dispose() => _copy.Dispose();
}
