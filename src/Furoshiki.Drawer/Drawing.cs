using ImageMagick;
using ImageMagick.Configuration;

namespace Furoshiki.Drawer;

/// <summary>Reads drawings. They are of foreign origin: they can load nothing else, and one that is too large is not begun.</summary>
internal static class Drawing
{
    private const ulong MostMemory = 256UL << 20;
    private const ulong MostSide = 8192;
    private const ulong MostSeconds = 5;

    /// <summary>Only drawings are read, and nothing that they name.</summary>
    private const string Policy = """
        <policymap>
          <policy domain="delegate" rights="none" pattern="*" />
          <policy domain="filter" rights="none" pattern="*" />
          <policy domain="path" rights="none" pattern="*" />
          <policy domain="coder" rights="none" pattern="*" />
          <policy domain="coder" rights="read | write" pattern="{RSVG,RGBA}" />
        </policymap>
        """;

    static Drawing()
    {
        var configuration = ConfigurationFiles.Default;
        configuration.Policy.Data = Policy;
        MagickNET.Initialize(configuration);
        ResourceLimits.Memory = MostMemory;
        ResourceLimits.Disk = 0;
        ResourceLimits.Width = MostSide;
        ResourceLimits.Height = MostSide;
        ResourceLimits.Time = MostSeconds;
    }

    /// <summary>A drawing as pixels of four bytes; without any if it cannot be read.</summary>
    /// <param name="svg">It, as SVG.</param>
    /// <param name="longest">How long its longest side is, in px.</param>
    public static (int Width, int Height, byte[] Rgba) Read(byte[] svg, uint longest)
    {
        try
        {
            using var image = new MagickImage();
            image.Read(
                svg,
                new MagickReadSettings
                {
                    Format = MagickFormat.Rsvg,
                    BackgroundColor = MagickColors.Transparent,
                    Width = longest,
                }
            );
            if (Math.Max(image.Width, image.Height) > longest)
                image.Resize(longest, longest);
            using var pixels = image.GetPixelsUnsafe();
            return pixels.ToByteArray(PixelMapping.RGBA) is { } rgba
                ? ((int)image.Width, (int)image.Height, rgba)
                : (0, 0, []);
        }
        catch (MagickException)
        {
            return (0, 0, []);
        }
    }
}
