using System.Collections.Concurrent;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Content;

namespace Furoshiki.App.Supplies;

/// <summary>
/// Gives pictures as pixels, made small: enough to see which colours they have, and where it is light or busy. They are of foreign
/// origin: one that is too large is not begun.
/// </summary>
public sealed class Rasters(SampleFiles files, Drawings drawings) : IDisposable
{
    /// <summary>The longest side in px.</summary>
    public const int Longest = Drawings.Longest;

    private const int MostKept = 64;

    private readonly ConcurrentDictionary<Digest, Raster?> _known = new();

    /// <summary>A picture takes four bytes a pixel while it is read, so one is read at a time.</summary>
    private readonly SemaphoreSlim _reading = new(1);

    /// <summary>A picture as pixels, its longest side at most <see cref="Longest" /> px.</summary>
    /// <param name="content">Its digest.</param>
    /// <param name="name">Its file name.</param>
    /// <param name="gone">Told when whoever asked has gone: it is given up.</param>
    /// <returns>Null where it is not at hand, too large, damaged or no picture.</returns>
    /// <exception cref="OperationCanceledException">Whoever asked has gone.</exception>
    public Raster? Find(Digest content, string name, CancellationToken gone)
    {
        if (_known.TryGetValue(content, out var known))
            return known;
        if (files.FindNow(content) is not { } bytes)
            return null;
        _reading.Wait(gone);
        try
        {
            if (_known.TryGetValue(content, out known))
                return known;
            return _known.Keep(
                content,
                Path.GetExtension(name).ToLowerInvariant() is ".svg"
                    ? drawings.Read(bytes, gone)
                    : Decoded(bytes),
                MostKept
            );
        }
        finally
        {
            _reading.Release();
        }
    }

    /// <inheritdoc />
    public void Dispose() => _reading.Dispose();

    private static Raster? Decoded(byte[] bytes)
    {
        using var small = Bitmaps.Small(bytes, Longest);
        return small is null
            ? null
            : new Raster(small.Width, small.Height, small.GetPixelSpan().ToArray());
    }
}
