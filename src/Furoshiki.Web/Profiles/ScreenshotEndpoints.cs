using Furoshiki.App.Saving;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Furoshiki.Web.Profiles;

internal static class ScreenshotEndpoints
{
    public static void MapScreenshots(this IEndpointRouteBuilder api)
    {
        var screenshots = api.MapGroup("/profiles/{id:long}/screenshot").WithTags("Profiles");
        screenshots
            .MapPut("", Attach)
            .WithName("attachScreenshot")
            .WithSummary("Make a screenshot the picture of a profile")
            .Accepts<byte[]>("image/png", "image/jpeg", "image/webp")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        screenshots
            .MapDelete(
                "",
                (long id, Screenshots all) =>
                {
                    all.Remove(id);
                    return TypedResults.NoContent();
                }
            )
            .WithName("removeScreenshot")
            .WithSummary("Let a profile be shown by its drawing again");
    }

    private static async Task<NoContent> Attach(
        long id,
        HttpRequest request,
        Screenshots screenshots,
        CancellationToken cancellation
    )
    {
        await screenshots.Attach(id, await Read(request.Body, cancellation), cancellation);
        return TypedResults.NoContent();
    }

    /// <summary>A body, but not more of it than tells that it is too long.</summary>
    private static async Task<ReadOnlyMemory<byte>> Read(
        Stream body,
        CancellationToken cancellation
    )
    {
        using var bytes = new MemoryStream();
        var buffer = new byte[64 * 1024];
        while (
            bytes.Length <= Screenshots.LargestFile
            && await body.ReadAsync(buffer, cancellation) is > 0 and var length
        )
            bytes.Write(buffer, 0, length);
        return bytes.ToArray();
    }
}
