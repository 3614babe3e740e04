using Furoshiki.Core.Content;

namespace Furoshiki.Store;

/// <summary>Reads content piece by piece.</summary>
internal sealed class ChunkStream(ContentConnection connection, Digest digest) : Stream
{
    private readonly long _size =
        connection.SizeOf(digest) ?? throw new MissingContentException(digest);
    private byte[] _chunk = [];
    private int _ordinal = -1;

    public override bool CanRead => true;

    public override bool CanSeek => false;

    public override bool CanWrite => false;

    public override long Length => _size;

    public override long Position { get; set; }

    public override int Read(Span<byte> buffer)
    {
        if (Position >= _size)
            return 0;
        var (ordinal, at) = (
            (int)(Position / SqliteContentStore.ChunkSize),
            (int)(Position % SqliteContentStore.ChunkSize)
        );
        if (ordinal != _ordinal)
            Load(ordinal);
        if (at >= _chunk.Length)
            throw new MissingContentException(digest);
        var part = _chunk.AsSpan(at);
        var length = Math.Min(part.Length, buffer.Length);
        part[..length].CopyTo(buffer);
        Position += length;
        return length;
    }

    public override int Read(byte[] buffer, int offset, int count) =>
        Read(buffer.AsSpan(offset, count));

    public override void Flush() { }

    public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

    public override void SetLength(long value) => throw new NotSupportedException();

    public override void Write(byte[] buffer, int offset, int count) =>
        throw new NotSupportedException();

    protected override void Dispose(bool disposing)
    {
        if (disposing)
            connection.Dispose();
        base.Dispose(disposing);
    }

    private void Load(int ordinal) =>
        (_chunk, _ordinal) = (connection.ReadChunk(digest, ordinal), ordinal);
}
