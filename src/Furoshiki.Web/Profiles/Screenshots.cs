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
        Check(bytes);
        await using var db = await databases.CreateDbContextAsync(cancellation);
        await Set(db, id, content.Put(bytes).Hex, cancellation);
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

    /// <summary>Takes only what really is a picture of one of the formats, by reading it.</summary>
    private static void Check(byte[] bytes)
    {
        using var data = SKData.CreateCopy(bytes);
        using var codec = SKCodec.Create(data);
        if (codec is null || !Formats.Contains(codec.EncodedFormat))
            throw ProblemException.Field("screenshot", "This is no picture in PNG, JPEG or WebP.");
        if (codec.Info.Width > LongestSide || codec.Info.Height > LongestSide)
            throw ProblemException.Field(
                "screenshot",
                $"The picture is longer than {LongestSide} px on a side."
            );
        using var picture = SKBitmap.Decode(data);
        if (picture is null)
            throw ProblemException.Field(
                "screenshot",
                "The picture is damaged: it cannot be read to its end."
            );
    }
}
