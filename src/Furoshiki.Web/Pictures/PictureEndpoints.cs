using Furoshiki.Core.Kinds;
using Furoshiki.Core.Picture;
using Furoshiki.Web.Desktops;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.Net.Http.Headers;

namespace Furoshiki.Web.Pictures;

/// <summary>A look as a picture: each screen as SVG, its cloth as SVG, and its accent.</summary>
internal sealed record PictureView(
    IReadOnlyList<ScreenPicture> Screens,
    string Cloth,
    string? Accent
);

/// <summary>The drawing of a screen, whose size is in px.</summary>
internal sealed record ScreenPicture(string Id, int Width, int Height, string Svg);

internal static class PictureEndpoints
{
    /// <summary>The browser asks every time whether it still may show what it kept.</summary>
    private const string AskAgain = "private, no-cache";

    /// <summary>The kinds of file that a picture may load, by their ending.</summary>
    private static readonly Dictionary<string, string> MediaTypes = new()
    {
        [".svg"] = "image/svg+xml",
        [".png"] = "image/png",
        [".jpg"] = "image/jpeg",
        [".jpeg"] = "image/jpeg",
        [".webp"] = "image/webp",
    };

    public static void MapPictures(this IEndpointRouteBuilder api)
    {
        api.MapGet("/looks/{digest}/picture", Draw).WithTags("Pictures").WithName("drawLook");
        api.MapGet("/content/{digest}/{name}", Load).WithTags("Pictures").WithName("loadContent");
    }

    private static PictureView Draw(
        string digest,
        long desktop,
        LookLibrary library,
        DesktopRegister register,
        PictureScene scene = PictureScene.Desktop
    )
    {
        var look = library.Get(LookLibrary.Asked(digest));
        library.Locate(look, register.All());
        var content = new PictureContent(
            library.FindTree,
            library.FindBytes,
            (asset, name) => $"/api/content/{asset.Hex}/{Uri.EscapeDataString(name)}"
        );
        var drawings = DesktopPicture.Draw(look, register.Get(desktop).Screens, content, scene);
        return new PictureView(
            [
                .. drawings.Select(one => new ScreenPicture(
                    one.Screen.Id,
                    one.Screen.Width,
                    one.Screen.Height,
                    one.Svg
                )),
            ],
            Cloth.Draw(look),
            look[ColoursKind.Kind.Name]?["accent"]?.ToString()
        );
    }

    /// <summary>Content of foreign origin is only ever loaded as an image: a policy of its own keeps scripts in it from running.</summary>
    private static Results<FileContentHttpResult, NotFound> Load(
        string digest,
        string name,
        LookLibrary library,
        HttpResponse response
    )
    {
        if (
            MediaTypeOf(name) is not { } type
            || library.FindBytes(LookLibrary.Asked(digest)) is not { } bytes
        )
            return TypedResults.NotFound();
        response.Headers.CacheControl = AskAgain;
        response.Headers.ContentSecurityPolicy =
            "default-src 'none'; style-src 'unsafe-inline'; sandbox";
        return TypedResults.File(
            bytes,
            Sniffed(bytes) ?? type,
            entityTag: new EntityTagHeaderValue($"\"{digest}\"")
        );
    }

    /// <summary>The media type that a file's name tells; null if it names no picture.</summary>
    public static string? MediaTypeOf(string name) =>
        MediaTypes.GetValueOrDefault(Path.GetExtension(name).ToLowerInvariant());

    /// <summary>The media type that the first bytes of a picture tell.</summary>
    private static string? Sniffed(ReadOnlySpan<byte> bytes) =>
        bytes.Length > 4 && bytes[1..].StartsWith("PNG"u8) ? "image/png"
        : bytes.StartsWith(new byte[] { 0xFF, 0xD8, 0xFF }) ? "image/jpeg"
        : bytes.StartsWith("RIFF"u8) ? "image/webp"
        : null;
}
