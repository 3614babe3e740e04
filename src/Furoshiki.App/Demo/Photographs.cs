using SkiaSharp;

namespace Furoshiki.App.Demo;

/// <summary>A picture as a camera takes it: of 1 to 4 MB, with grain that does not compress away.</summary>
/// <param name="To">Where it stands, relative to the desktop's folder; its ending says in which format.</param>
/// <param name="Width">Width in px.</param>
/// <param name="Height">Height in px.</param>
/// <param name="Sky">The colour above, in CSS notation.</param>
/// <param name="Glow">The colour at the ridge, in CSS notation.</param>
public sealed record Photograph(string To, int Width, int Height, string Sky, string Glow)
{
    private const int Quality = 95;
    private const int Stars = 400;

    /// <summary>Takes the picture. It is the same at every start.</summary>
    public void WriteTo(string path)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(path)!);
        using var picture = new SKBitmap(Width, Height, SKColorType.Rgba8888, SKAlphaType.Opaque);
        var random = new Random(Width);
        using (var canvas = new SKCanvas(picture))
            Draw(canvas, random);
        foreach (ref var one in picture.GetPixelSpan())
            one = (byte)Math.Clamp(one + random.Next(-9, 10), 0, 255);
        using var encoded = picture.Encode(
            Path.GetExtension(path) switch
            {
                ".jpg" => SKEncodedImageFormat.Jpeg,
                ".webp" => SKEncodedImageFormat.Webp,
                _ => SKEncodedImageFormat.Png,
            },
            Quality
        );
        using var file = File.Create(path);
        encoded.SaveTo(file);
    }

    private void Draw(SKCanvas canvas, Random random)
    {
        using var sky = new SKPaint
        {
            Shader = SKShader.CreateLinearGradient(
                SKPoint.Empty,
                new SKPoint(0, Height),
                [SKColor.Parse(Sky), SKColor.Parse(Glow)],
                SKShaderTileMode.Clamp
            ),
        };
        canvas.DrawPaint(sky);
        using var star = new SKPaint { Color = SKColors.White };
        for (var i = 0; i < Stars; i++)
            canvas.DrawCircle(
                random.Next(Width),
                random.Next(Height * 2 / 3),
                (float)random.NextDouble() * 1.6f,
                star
            );
        using var ridge = new SKPathBuilder();
        ridge.MoveTo(0, Height);
        for (var x = 0; x <= Width; x += 8)
            ridge.LineTo(
                x,
                (float)(
                    Height
                    * (0.78 - 0.06 * Math.Sin(x * 5.2 / Width) - 0.02 * Math.Sin(x * 31.0 / Width))
                )
            );
        ridge.LineTo(Width, Height);
        using var outline = ridge.Detach();
        using var ground = new SKPaint { Color = new SKColor(18, 20, 28) };
        canvas.DrawPath(outline, ground);
    }
}
