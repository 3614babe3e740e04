using System.Collections.Concurrent;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Content;

namespace Furoshiki.App.Supplies;

/// <summary>
/// Gives pictures as pixels, made small: enough to see which colours they have, and where it is light or busy. They are of foreign
/// origin: one that is too large is not begun.
/// </summary>
public sealed class Rasters(SampleFiles files, Drawings drawings)
{
    /// <summary>The longest side in px.</summary>
    public const int Longest = Drawings.Longest;

    private const int MostKept = 64;

    private readonly ConcurrentDictionary<Digest, Raster?> _known = new();

    /// <summary>A picture takes four bytes a pixel while it is read, so one is read at a time.</summary>
    private readonly Lock _reading = new();

    /// <summary>A picture as pixels, its longest side at most <see cref="Longest" /> px.</summary>
    /// <param name="content">Its digest.</param>
    /// <param name="name">Its file name.</param>
    /// <returns>Null where it is not at hand, too large, damaged or no picture.</returns>
    public Raster? Find(Digest content, string name)
    {
        if (_known.TryGetValue(content, out var known))
            return known;
        if (files.FindNow(content) is not { } bytes)
            return null;
        lock (_reading)
        {
            if (_known.TryGetValue(content, out known))
                return known;
            return _known.Keep(
                content,
                Path.GetExtension(name).ToLowerInvariant() is ".svg"
                    ? drawings.Read(bytes)
                    : Decoded(bytes),
                MostKept
            );
        }
    }

    private static Raster? Decoded(byte[] bytes)
    {
        using var small = Bitmaps.Small(bytes, Longest);
        return small is null
            ? null
            : new Raster(small.Width, small.Height, small.GetPixelSpan().ToArray());
    }
}
