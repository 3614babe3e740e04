using Furoshiki.Core.Content;
using Furoshiki.Store;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SkiaSharp;

namespace Furoshiki.Web.Profiles;

/// <summary>Screenshots that people attach to profiles as their pictures.</summary>
internal static class Screenshots
{
    /// <summary>What a screenshot is called in its address; what it is, its own first bytes say.</summary>
    public const string FileName = "screenshot.png";

    private const int LargestFile = 24 * 1024 * 1024;
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

    public static void MapScreenshots(this IEndpointRouteBuilder api)
    {
        var screenshots = api.MapGroup("/profiles/{id:long}/screenshot").WithTags("Profiles");
        screenshots
            .MapPut("", Attach)
            .WithName("attachScreenshot")
            .Accepts<byte[]>("image/png", "image/jpeg", "image/webp")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        screenshots.MapDelete("", Take).WithName("removeScreenshot");
    }

    private static async Task<NoContent> Attach(
        long id,
        HttpRequest request,
        IContentStore content,
        IDbContextFactory<FuroshikiDb> databases,
        CancellationToken cancellation
    )
    {
        var bytes = await Read(request.Body, cancellation);
        var picture = await Decode(bytes, cancellation);
        await using var db = await databases.CreateDbContextAsync(cancellation);
        await Set(db, id, content.Put(picture).Hex, cancellation);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> Take(
        long id,
        IDbContextFactory<FuroshikiDb> databases,
        CancellationToken cancellation
    )
    {
        await using var db = await databases.CreateDbContextAsync(cancellation);
        await Set(db, id, null, cancellation);
        return TypedResults.NoContent();
    }

    private static async Task Set(
        FuroshikiDb db,
        long id,
        string? screenshot,
        CancellationToken cancellation
    )
    {
        var row =
            await db.Profiles.FirstOrDefaultAsync(one => one.Id == id, cancellation)
            ?? throw ProblemException.NotFound("This profile");
        row.Screenshot = screenshot;
        await db.SaveChangesAsync(cancellation);
    }

    private static async Task<byte[]> Read(Stream body, CancellationToken cancellation)
    {
        using var bytes = new MemoryStream();
        var buffer = new byte[64 * 1024];
        while (await body.ReadAsync(buffer, cancellation) is > 0 and var length)
        {
            bytes.Write(buffer, 0, length);
            if (bytes.Length > LargestFile)
                throw ProblemException.Field(
                    "screenshot",
                    $"The picture is longer than {LargestFile / 1024 / 1024} MiB."
                );
        }
        return bytes.ToArray();
    }

    /// <summary>
    /// The picture and nothing else that the file may have had in it. It is measured before it is decoded, and must be whole.
    /// </summary>
    private static async Task<byte[]> Decode(byte[] bytes, CancellationToken cancellation)
    {
        using var data = SKData.CreateCopy(bytes);
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
