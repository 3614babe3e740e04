using System.Collections.Concurrent;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Content;
using ImageMagick;
using ImageMagick.Configuration;
using SkiaSharp;

namespace Furoshiki.App.Supplies;

/// <summary>
/// Gives pictures as pixels, made small: enough to see which colours they have, and where it is light or busy. They are of foreign
/// origin: a drawing can load nothing else, and one that is too large is not begun.
/// </summary>
public sealed class Rasters(SampleFiles files)
{
    /// <summary>The longest side in px.</summary>
    public const int Longest = 384;

    private const int MostKept = 64;

    /// <summary>Most pixels of a picture, so that it can be held while it is read.</summary>
    internal const long MostPixels = 100_000_000;

    private const ulong MostMemory = 256UL << 20;
    private const ulong MostSide = 8192;
    private const ulong MostSeconds = 5;

    /// <summary>Only drawings are read, and nothing that they name.</summary>
    private const string Policy = """
        <policymap>
          <policy domain="delegate" rights="none" pattern="*" />
          <policy domain="filter" rights="none" pattern="*" />
          <policy domain="path" rights="none" pattern="*" />
          <policy domain="coder" rights="none" pattern="*" />
          <policy domain="coder" rights="read | write" pattern="{RSVG,RGBA}" />
        </policymap>
        """;

    private readonly ConcurrentDictionary<Digest, Raster?> _known = new();

    /// <summary>A picture takes four bytes a pixel while it is read, so one is read at a time.</summary>
    private readonly Lock _reading = new();

    static Rasters()
    {
        var configuration = ConfigurationFiles.Default;
        configuration.Policy.Data = Policy;
        MagickNET.Initialize(configuration);
        ResourceLimits.Memory = MostMemory;
        ResourceLimits.Disk = 0;
        ResourceLimits.Width = MostSide;
        ResourceLimits.Height = MostSide;
        ResourceLimits.Time = MostSeconds;
    }

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
                    ? OfDrawing(bytes)
                    : Decoded(bytes),
                MostKept
            );
        }
    }

    /// <summary>Whether a drawing can be read at all.</summary>
    internal static bool CanDraw(byte[] bytes) => OfDrawing(bytes) is not null;

    /// <summary>A drawing as pixels; null if it cannot be read.</summary>
    /// <param name="bytes">It, as SVG.</param>
    internal static Raster? OfDrawing(byte[] bytes)
    {
        try
        {
            using var image = new MagickImage();
            image.Read(
                bytes,
                new MagickReadSettings
                {
                    Format = MagickFormat.Rsvg,
                    BackgroundColor = MagickColors.Transparent,
                    Width = Longest,
                }
            );
            if (Math.Max(image.Width, image.Height) > Longest)
                image.Resize(Longest, Longest);
            using var pixels = image.GetPixelsUnsafe();
            return pixels.ToByteArray(PixelMapping.RGBA) is { } rgba
                ? new Raster((int)image.Width, (int)image.Height, rgba)
                : null;
        }
        catch (MagickException)
        {
            return null;
        }
    }

    private static Raster? Decoded(byte[] bytes)
    {
        using var small = Small(bytes, Longest);
        return small is null
            ? null
            : new Raster(small.Width, small.Height, small.GetPixelSpan().ToArray());
    }

    /// <summary>A bitmap upright and made small; null where it is too large, damaged or no bitmap.</summary>
    /// <param name="bytes">It, as it stands in its file.</param>
    /// <param name="longest">How long its longest side is at most, in px.</param>
    internal static SKBitmap? Small(byte[] bytes, int longest)
    {
        using var data = SKData.CreateCopy(bytes);
        using var codec = SKCodec.Create(data);
        if (codec is null || (long)codec.Info.Width * codec.Info.Height > MostPixels)
            return null;
        var share = Math.Min(1f, (float)longest / Math.Max(codec.Info.Width, codec.Info.Height));
        // Some formats can be read at a smaller size, which saves most of the work.
        var size = codec.GetScaledDimensions(share);
        using var whole = new SKBitmap(
            new SKImageInfo(size.Width, size.Height, SKColorType.Rgba8888, SKAlphaType.Unpremul)
        );
        if (codec.GetPixels(whole.Info, whole.GetPixels()) != SKCodecResult.Success)
            return null;
        var (width, height) = (
            Math.Max(1, (int)Math.Round(codec.Info.Width * share)),
            Math.Max(1, (int)Math.Round(codec.Info.Height * share))
        );
        using var small = whole.Resize(
            whole.Info.WithSize(width, height),
            new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Nearest)
        );
        return small is null ? null : Upright.Of(small, codec.EncodedOrigin);
    }
}
