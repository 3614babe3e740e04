using SkiaSharp;

namespace Furoshiki.App.Supplies;

/// <summary>Turns pictures the way in which their camera was held. Source: Exif 2.32, tag 274 (Orientation).</summary>
internal static class Upright
{
    /// <summary>Whether a picture's width is the height of what its file holds.</summary>
    public static bool IsOnItsSide(SKEncodedOrigin origin) => origin >= SKEncodedOrigin.LeftTop;

    /// <summary>A picture, turned.</summary>
    /// <param name="picture">The picture as its file holds it.</param>
    /// <param name="origin">How it lies there.</param>
    public static SKBitmap Of(SKBitmap picture, SKEncodedOrigin origin)
    {
        var (width, height) = (picture.Width, picture.Height);
        var matrix = origin switch
        {
            SKEncodedOrigin.TopRight => new SKMatrix(-1, 0, width, 0, 1, 0, 0, 0, 1),
            SKEncodedOrigin.BottomRight => new SKMatrix(-1, 0, width, 0, -1, height, 0, 0, 1),
            SKEncodedOrigin.BottomLeft => new SKMatrix(1, 0, 0, 0, -1, height, 0, 0, 1),
            SKEncodedOrigin.LeftTop => new SKMatrix(0, 1, 0, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightTop => new SKMatrix(0, -1, height, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightBottom => new SKMatrix(0, -1, height, -1, 0, width, 0, 0, 1),
            SKEncodedOrigin.LeftBottom => new SKMatrix(0, 1, 0, -1, 0, width, 0, 0, 1),
            _ => SKMatrix.Identity,
        };
        var upright = new SKBitmap(
            IsOnItsSide(origin) ? picture.Info.WithSize(height, width) : picture.Info
        );
        using var canvas = new SKCanvas(upright);
        canvas.SetMatrix(matrix);
        canvas.DrawBitmap(picture, 0, 0, SKSamplingOptions.Default);
        return upright;
    }
}
