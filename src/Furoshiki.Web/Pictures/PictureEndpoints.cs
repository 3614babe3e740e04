using Furoshiki.App.Fitting;
using Furoshiki.App.Looks;
using Furoshiki.App.Pictures;
using Furoshiki.Core.Picture;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.Net.Http.Headers;

namespace Furoshiki.Web.Pictures;

internal static class PictureEndpoints
{
    /// <summary>The browser asks every time whether it still may show what it kept.</summary>
    private const string AskAgain = "private, no-cache";

    public static void MapPictures(this IEndpointRouteBuilder api)
    {
        api.MapGet("/looks/{digest}/picture", Draw)
            .WithTags("Pictures")
            .WithName("drawLook")
            .WithSummary("Draw a look");
        api.MapGet(
                "/looks/{digest}/advice",
                (
                    string digest,
                    long desktop,
                    LookAdvice advice,
                    CancellationToken gone,
                    long? profile = null,
                    string? before = null
                ) => advice.For(digest, desktop, profile, before, gone)
            )
            .WithTags("Pictures")
            .WithName("listAdvice")
            .WithSummary("Tell what the checks find in a look as it would be on a desktop");
        api.MapGet("/content/{digest}/{name}", Load)
            .WithTags("Pictures")
            .WithName("loadContent")
            .WithSummary("Give some content by its digest")
            .Produces(StatusCodes.Status200OK, contentType: "application/octet-stream");
    }

    private static PictureView Draw(
        string digest,
        long desktop,
        Painter painter,
        PictureScene scene = PictureScene.Desktop,
        PictureDetail detail = PictureDetail.Lines
    ) => painter.Draw(digest, desktop, scene, detail);

    private static Results<FileContentHttpResult, NotFound> Load(
        string digest,
        string name,
        LookLibrary library,
        HttpResponse response
    ) =>
        library.FindBytes(LookLibrary.Asked(digest)) is { } bytes
        && Foreign(digest, name, bytes, response) is { } file
            ? file
            : TypedResults.NotFound();

    /// <summary>
    /// Content of foreign origin is only ever loaded as an image: a policy of its own keeps scripts in it from running. Null for what is no
    /// image.
    /// </summary>
    public static FileContentHttpResult? Foreign(
        string digest,
        string name,
        byte[] bytes,
        HttpResponse response
    )
    {
        if (PictureFile.MediaTypeOf(name) is not { } type)
            return null;
        if (CursorFile.Is(bytes))
        {
            if (CursorPng.Of(bytes, name) is not { } png)
                return null;
            bytes = png;
        }
        response.Headers.CacheControl = AskAgain;
        response.Headers.ContentSecurityPolicy =
            "default-src 'none'; style-src 'unsafe-inline'; sandbox";
        return TypedResults.File(
            bytes,
            PictureFile.MediaTypeOf(bytes) ?? type,
            entityTag: new EntityTagHeaderValue($"\"{digest}\"")
        );
    }
}
