using System.Globalization;
using System.Runtime.InteropServices;
using System.Text.RegularExpressions;
using Furoshiki.Core.Picture;
using SkiaSharp;

namespace Furoshiki.App.Pictures;

/// <summary>Makes pictures that a browser can show of files of the X cursor format.</summary>
public static partial class CursorPng
{
    /// <summary>The picture of a size as PNG; null where the file has none, or is damaged.</summary>
    /// <param name="bytes">The file.</param>
    /// <param name="name">What the picture is called, with the size in px at its end, as in "default-32.png".</param>
    public static byte[]? Of(byte[] bytes, string name)
    {
        try
        {
            if (
                !int.TryParse(
                    Size().Match(name).Groups[1].Value,
                    CultureInfo.InvariantCulture,
                    out var size
                ) || CursorFile.Nearest(bytes, size) is not { } image
            )
                return null;
            using var bitmap = new SKBitmap(
                new SKImageInfo(image.Width, image.Height, SKColorType.Bgra8888, SKAlphaType.Premul)
            );
            image.Pixels.Span.CopyTo(MemoryMarshal.AsBytes(bitmap.GetPixelSpan()));
            using var data = bitmap.Encode(SKEncodedImageFormat.Png, quality: 100);
            return data.ToArray();
        }
        catch (FormatException)
        {
            return null;
        }
    }

    [GeneratedRegex(@"-(\d{1,5})\.png\z")]
    private static partial Regex Size();
}
