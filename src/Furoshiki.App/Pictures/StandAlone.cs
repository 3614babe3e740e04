using System.Collections.Concurrent;
using System.Text;
using System.Text.RegularExpressions;
using Furoshiki.App.Looks;
using Furoshiki.App.Supplies;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Content;
using Furoshiki.Core.Picture;
using SkiaSharp;

namespace Furoshiki.App.Pictures;

/// <summary>Makes drawings that need nothing beside them: the pictures in them are put into them.</summary>
public sealed partial class StandAlone(LookLibrary library, Rasters rasters, Drawings drawings)
{
    /// <summary>Most bytes of a picture that is put in as it is; a larger one is made smaller.</summary>
    private const int Most = 256 * 1024;

    private const int LongestSide = 1280;
    private const int Quality = 85;
    private const int MostKept = 256;

    private readonly ConcurrentDictionary<Digest, string> _pngs = new();

    /// <summary>A drawing with all pictures in it; one that is not at hand is left out.</summary>
    /// <param name="svg">The drawing, as SVG.</param>
    public string Of(string svg) =>
        Address()
            .Replace(
                svg,
                match => $"href=\"{DataOf(match.Groups[1].Value, match.Groups[2].Value)}\""
            );

    /// <summary>
    /// A drawing as pixels, its longest side as <see cref="Rasters"/> has it; null if it cannot be drawn. The library that draws it reads
    /// only bitmaps that are in the drawing, by their name of SVG 1.1.
    /// </summary>
    /// <param name="svg">The drawing, as SVG.</param>
    public Raster? PixelsOf(string svg) =>
        drawings.Read(
            Encoding.UTF8.GetBytes(
                Address()
                    .Replace(
                        svg,
                        match =>
                            $"xlink:href=\"{PngOf(match.Groups[1].Value, match.Groups[2].Value)}\""
                    )
                    .Replace(
                        "<svg ",
                        "<svg xmlns:xlink=\"http://www.w3.org/1999/xlink\" ",
                        StringComparison.Ordinal
                    )
            ),
            CancellationToken.None
        );

    private string PngOf(string content, string name)
    {
        var digest = LookLibrary.Asked(content);
        if (_pngs.TryGetValue(digest, out var known))
            return known;
        if (rasters.Find(digest, name, CancellationToken.None) is not { } raster)
            return "";
        using var bitmap = SKImage.FromPixelCopy(
            new SKImageInfo(
                raster.Width,
                raster.Height,
                SKColorType.Rgba8888,
                SKAlphaType.Unpremul
            ),
            raster.Bytes.Span
        );
        using var png = bitmap.Encode(SKEncodedImageFormat.Png, Quality);
        return _pngs.Keep(digest, Holding("image/png", png.Span), MostKept);
    }

    /// <summary>A picture as an address that holds it (RFC 2397); empty for what is not at hand, or is no picture.</summary>
    /// <param name="content">The digest of its bytes.</param>
    /// <param name="name">Its file name.</param>
    public string DataOf(string content, string name)
    {
        if (
            PictureFile.MediaTypeOf(name) is not { } type
            || !Digest.TryParse(content, out var digest)
            || library.FindBytes(digest) is not { } bytes
        )
            return "";
        if (CursorFile.Is(bytes))
            bytes = CursorPng.Of(bytes, name) ?? [];
        type = PictureFile.MediaTypeOf(bytes) ?? type;
        if (bytes.Length > Most && type != PictureFile.Svg)
            (bytes, type) = (Smaller(bytes), "image/jpeg");
        return bytes.Length == 0 ? "" : Holding(type, bytes);
    }

    /// <summary>A font as an address that holds it; empty for what is not at hand.</summary>
    /// <param name="address">Where it is loaded from else.</param>
    public string FontOf(string address) =>
        address.Split('/') is [.., var content, _]
        && Digest.TryParse(content, out var digest)
        && library.FindBytes(digest) is { } bytes
            ? Holding("font/otf", bytes)
            : "";

    /// <summary>Some bytes as an address that holds them (RFC 2397).</summary>
    /// <param name="type">Their media type.</param>
    /// <param name="bytes">The bytes.</param>
    public static string Holding(string type, ReadOnlySpan<byte> bytes) =>
        $"data:{type};base64,{Convert.ToBase64String(bytes)}";

    private static byte[] Smaller(byte[] bytes)
    {
        using var small = Bitmaps.Small(bytes, LongestSide);
        using var data = small?.Encode(SKEncodedImageFormat.Jpeg, Quality);
        return data?.ToArray() ?? [];
    }

    [GeneratedRegex("href=\"/api/[a-z/]+/([0-9a-f]{64})/([^\"]+)\"")]
    private static partial Regex Address();
}
