using Furoshiki.Core.Content;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;
using SkiaSharp;

namespace Furoshiki.App.Saving;

/// <summary>Screenshots that people attach to profiles as their pictures.</summary>
public sealed class Screenshots(IContentStore content, IDbContextFactory<FuroshikiDb> databases)
{
    /// <summary>What a screenshot is called in its address; what it is, its own first bytes say.</summary>
    public const string FileName = "screenshot.png";

    /// <summary>The longest file that is taken, in bytes.</summary>
    public const int LargestFile = 24 * 1024 * 1024;

    private const int LongestSide = 16384;

    /// <summary>An 8K screen has 33 million px.</summary>
    private const long MostPixels = 40_000_000;

    /// <summary>Decoding takes four bytes a pixel, so few pictures are decoded at once.</summary>
    private static readonly SemaphoreSlim Decoding = new(2);

    private static readonly SKEncodedImageFormat[] Formats =
    [
        SKEncodedImageFormat.Png,
        SKEncodedImageFormat.Jpeg,
        SKEncodedImageFormat.Webp,
    ];

    /// <summary>Makes a screenshot the picture of a profile.</summary>
    /// <param name="profile">The profile's number.</param>
    /// <param name="bytes">A PNG, JPEG or WebP file.</param>
    /// <param name="cancellation">Ends the waiting for others that are decoded.</param>
    /// <exception cref="ProblemException">It is no such file, too large, or damaged.</exception>
    public async Task Attach(
        long profile,
        ReadOnlyMemory<byte> bytes,
        CancellationToken cancellation
    )
    {
        if (bytes.Length > LargestFile)
            throw ProblemException.Field(
                "screenshot",
                $"The picture is longer than {LargestFile / 1024 / 1024} MiB."
            );
        var picture = await Decode(bytes, cancellation);
        using var hold = content.Hold();
        Set(profile, hold.Put(picture));
    }

    /// <summary>Lets a profile be shown by its drawing again.</summary>
    public void Remove(long profile) => Set(profile, null);

    private void Set(long profile, Digest? screenshot)
    {
        using var db = databases.CreateDbContext();
        var row =
            db.Profiles.FirstOrDefault(one => one.Id == profile)
            ?? throw ProblemException.NotFound("This profile");
        row.Screenshot = screenshot;
        db.SaveChanges();
    }

    /// <summary>
    /// The picture and nothing else that the file may have had in it. It is measured before it is decoded, and must be whole.
    /// </summary>
    private static async Task<byte[]> Decode(
        ReadOnlyMemory<byte> bytes,
        CancellationToken cancellation
    )
    {
        using var data = SKData.CreateCopy(bytes.Span);
        using var codec = SKCodec.Create(data);
        if (codec is null || !Formats.Contains(codec.EncodedFormat))
            throw ProblemException.Field("screenshot", "This is no picture in PNG, JPEG or WebP.");
        var (width, height) = (codec.Info.Width, codec.Info.Height);
        if (width > LongestSide || height > LongestSide || (long)width * height > MostPixels)
            throw ProblemException.Field(
                "screenshot",
                $"The picture has {width} × {height} px; {LongestSide} px a side and {MostPixels / 1_000_000} million px in all are the most."
            );
        await Decoding.WaitAsync(cancellation);
        try
        {
            using var picture = new SKBitmap(
                new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Unpremul)
            );
            if (codec.GetPixels(picture.Info, picture.GetPixels()) != SKCodecResult.Success)
                throw ProblemException.Field(
                    "screenshot",
                    "The picture is damaged: it cannot be read to its end."
                );
            using var encoded = picture.Encode(SKEncodedImageFormat.Png, quality: 100);
            return encoded.ToArray();
        }
        finally
        {
            Decoding.Release();
        }
    }
}
