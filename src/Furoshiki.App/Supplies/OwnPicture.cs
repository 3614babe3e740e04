using System.Globalization;
using Furoshiki.Core.Picture;
using SkiaSharp;

namespace Furoshiki.App.Supplies;

/// <summary>What a picture is for.</summary>
/// <param name="Longest">The longest side that there is use for, in px.</param>
/// <param name="IsSquare">Whether only its middle is wanted, as wide as it is high.</param>
public sealed record PictureUse(int Longest, bool IsSquare = false);

/// <summary>A picture of a person's own as it is kept.</summary>
/// <param name="Bytes">The file.</param>
/// <param name="Extension">The extension of its name, such as ".png".</param>
public sealed record OwnPicture(ReadOnlyMemory<byte> Bytes, string Extension)
{
    private const int MostQuality = 92;

    /// <summary>Formats that are kept as they came.</summary>
    private static readonly Dictionary<SKEncodedImageFormat, string> Kept = new()
    {
        [SKEncodedImageFormat.Png] = ".png",
        [SKEncodedImageFormat.Jpeg] = ".jpg",
        [SKEncodedImageFormat.Webp] = ".webp",
    };

    /// <summary>
    /// Reads a picture. One that is larger than any screen has use for, lies on its side, or has a format that desktops seldom read is
    /// written anew; any other is kept as it came, but for what does not show.
    /// </summary>
    /// <param name="name">The name of the file that it came in.</param>
    /// <param name="bytes">The file.</param>
    /// <param name="use">What it is for.</param>
    /// <param name="drawings">Tells whether a drawing can be read.</param>
    /// <exception cref="ProblemException">It is damaged, too large, moves, or is no picture.</exception>
    public static OwnPicture Read(
        string name,
        ReadOnlyMemory<byte> bytes,
        PictureUse use,
        Drawings drawings
    )
    {
        if (Path.GetExtension(name).Equals(".svg", StringComparison.OrdinalIgnoreCase))
        {
            var svg = bytes.ToArray();
            return drawings.Read(svg, CancellationToken.None) is not null
                ? new OwnPicture(bytes, ".svg")
                : throw No(
                    DrawingWeight.Of(svg) > DrawingWeight.Most
                        ? $"comes to more than {DrawingWeight.Most.ToString("N0", CultureInfo.InvariantCulture)} shapes when it is drawn."
                        : "is no drawing that can be read, or draws on other files."
                );
        }
        using var data = SKData.CreateCopy(bytes.Span);
        using var codec = SKCodec.Create(data) ?? throw No("is no picture that can be read.");
        if (codec.FrameCount > 1)
            throw No("moves. What it is for stands still; give one picture of it.");
        if ((long)codec.Info.Width * codec.Info.Height > Bitmaps.Most)
            throw No(
                $"is {codec.Info.Width} × {codec.Info.Height} px; {Bitmaps.Most / 1_000_000} million px at most are taken."
            );
        using var whole = new SKBitmap(
            new SKImageInfo(
                codec.Info.Width,
                codec.Info.Height,
                SKColorType.Rgba8888,
                SKAlphaType.Unpremul
            )
        );
        if (codec.GetPixels(whole.Info, whole.GetPixels()) != SKCodecResult.Success)
            throw No("is damaged: not all of it can be read.");
        var isUpright = codec.EncodedOrigin == SKEncodedOrigin.TopLeft;
        using var part = use.IsSquare ? Middle(whole) : whole;
        var share = (double)use.Longest / Math.Max(part.Width, part.Height);
        if (
            isUpright
            && share >= 1
            && part.Info.Size == whole.Info.Size
            && Kept.TryGetValue(codec.EncodedFormat, out var extension)
        )
            return new OwnPicture(PictureData.Without(bytes, codec.EncodedFormat), extension);
        using var upright = Upright.Of(part, codec.EncodedOrigin);
        using var small =
            share < 1
                ? upright.Resize(
                    new SKSizeI(
                        Math.Max(1, (int)Math.Round(upright.Width * share)),
                        Math.Max(1, (int)Math.Round(upright.Height * share))
                    ),
                    new SKSamplingOptions(SKCubicResampler.Mitchell)
                )
                : upright.Copy();
        var isPhotograph = codec.EncodedFormat == SKEncodedImageFormat.Jpeg;
        using var written = small.Encode(
            isPhotograph ? SKEncodedImageFormat.Jpeg : SKEncodedImageFormat.Png,
            MostQuality
        );
        return new OwnPicture(written.ToArray(), isPhotograph ? ".jpg" : ".png");

        ProblemException No(string why) =>
            ProblemException.Field("file", $"{Core.Content.PathText.Printable(name)} {why}");
    }

    /// <summary>The largest square in the middle of a picture.</summary>
    private static SKBitmap Middle(SKBitmap whole)
    {
        var side = Math.Min(whole.Width, whole.Height);
        var middle = new SKBitmap();
        whole.ExtractSubset(
            middle,
            SKRectI.Create((whole.Width - side) / 2, (whole.Height - side) / 2, side, side)
        );
        return middle;
    }
}
