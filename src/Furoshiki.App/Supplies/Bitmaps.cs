using SkiaSharp;

namespace Furoshiki.App.Supplies;

/// <summary>Makes bitmaps small, one after another: a picture of a few kB can have more points than there is memory for.</summary>
internal static class Bitmaps
{
    /// <summary>Most pixels of a picture.</summary>
    public const long Most = 100_000_000;

    /// <summary>Most pixels that are held at once, at four bytes each.</summary>
    private const long MostAtOnce = 24_000_000;

    private static readonly Lock OneAtATime = new();

    /// <summary>A bitmap upright and made small; null where it is too large, damaged or no bitmap.</summary>
    /// <param name="bytes">It, as it stands in its file.</param>
    /// <param name="longest">How long its longest side is at most, in px.</param>
    public static SKBitmap? Small(byte[] bytes, int longest)
    {
        lock (OneAtATime)
        {
            using var data = SKData.CreateCopy(bytes);
            using var codec = SKCodec.Create(data);
            if (codec is null || (long)codec.Info.Width * codec.Info.Height > Most)
                return null;
            var share = Math.Min(
                1f,
                (float)longest / Math.Max(codec.Info.Width, codec.Info.Height)
            );
            // Some formats can be read at a smaller size, which saves most of the work.
            var size = codec.GetScaledDimensions(share);
            var wanted = new SKSizeI(
                Math.Max(1, (int)Math.Round(codec.Info.Width * share)),
                Math.Max(1, (int)Math.Round(codec.Info.Height * share))
            );
            using var small =
                (long)size.Width * size.Height <= MostAtOnce
                    ? AtOnce(codec, size, wanted)
                    : ByStripes(codec, wanted);
            return small is null ? null : Upright.Of(small, codec.EncodedOrigin);
        }
    }

    private static SKBitmap? AtOnce(SKCodec codec, SKSizeI size, SKSizeI wanted)
    {
        using var whole = new SKBitmap(
            new SKImageInfo(size.Width, size.Height, SKColorType.Rgba8888, SKAlphaType.Unpremul)
        );
        return codec.GetPixels(whole.Info, whole.GetPixels()) != SKCodecResult.Success
            ? null
            : whole.Resize(
                whole.Info.WithSize(wanted.Width, wanted.Height),
                new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Nearest)
            );
    }

    /// <summary>
    /// Reads a picture stripe by stripe, each point of the small one as the mean of those that it stands for; null if its format cannot.
    /// </summary>
    private static SKBitmap? ByStripes(SKCodec codec, SKSizeI wanted)
    {
        var (width, height) = (codec.Info.Width, codec.Info.Height);
        if (wanted.Width >= width || wanted.Height >= height)
            return null;
        using var means = new SKBitmap(
            new SKImageInfo(wanted.Width, wanted.Height, SKColorType.Rgba8888, SKAlphaType.Premul)
        );
        var sums = new Means(width, wanted.Width);
        var most = (int)Math.Max(1, MostAtOnce / width);
        using var stripe = new SKBitmap(means.Info.WithSize(width, Math.Min(most, height)));
        for (var top = 0; top < height; top += most)
        {
            var rows = Math.Min(most, height - top);
            if (
                codec.StartIncrementalDecode(
                    stripe.Info.WithSize(width, height),
                    stripe.GetPixels(),
                    stripe.RowBytes,
                    new SKCodecOptions(SKRectI.Create(0, top, width, rows))
                ) != SKCodecResult.Success
                || codec.IncrementalDecode(out _) != SKCodecResult.Success
            )
                return null;
            for (var y = top; y < top + rows; y++)
            {
                sums.Add(stripe.GetPixelSpan().Slice((y - top) * stripe.RowBytes, 4 * width));
                var row = RowOf(y);
                if (y + 1 == height || RowOf(y + 1) != row)
                    sums.WriteTo(means.GetPixelSpan()[(row * means.RowBytes)..]);
            }
        }
        var small = new SKBitmap(means.Info.WithAlphaType(SKAlphaType.Unpremul));
        means.PeekPixels().ReadPixels(small.Info, small.GetPixels(), small.RowBytes);
        return small;

        int RowOf(int y) => (int)((long)y * wanted.Height / height);
    }

    /// <summary>The means of the points of some lines, of which several come to one.</summary>
    private sealed class Means
    {
        private readonly int[] _columns;
        private readonly long[] _sums;
        private readonly long[] _counts;

        public Means(int from, int to)
        {
            _columns = [.. Enumerable.Range(0, from).Select(x => (int)((long)x * to / from))];
            _sums = new long[4 * to];
            _counts = new long[to];
        }

        public void Add(ReadOnlySpan<byte> line)
        {
            for (var x = 0; x < _columns.Length; x++)
            {
                var at = _columns[x];
                _counts[at]++;
                for (var channel = 0; channel < 4; channel++)
                    _sums[4 * at + channel] += line[4 * x + channel];
            }
        }

        public void WriteTo(Span<byte> line)
        {
            for (var at = 0; at < _sums.Length; at++)
                line[at] = (byte)(_sums[at] / _counts[at / 4]);
            Array.Clear(_sums);
            Array.Clear(_counts);
        }
    }
}
