using System.Collections.Concurrent;
using Furoshiki.Core.Content;
using Furoshiki.Core.Picture;
using SkiaSharp;

namespace Furoshiki.App.Supplies;

/// <summary>Reads font files, each once.</summary>
public sealed class FontFaces
{
    private const int MostKept = 256;

    /// <summary>Letters are measured in this many px, so that a hundredth of their size counts.</summary>
    private const float Large = 1000;

    /// <summary>The tag of a table of variations: "fvar".</summary>
    private const uint Variations = 0x66766172;

    private readonly ConcurrentDictionary<Digest, FontFace?> _faces = new();

    /// <summary>The font in a file; null for what is no font.</summary>
    /// <param name="content">The file's digest.</param>
    /// <param name="name">Its name.</param>
    /// <param name="find">Gives its bytes; null where they are not at hand.</param>
    public FontFace? Find(Digest content, string name, Func<Digest, byte[]?> find)
    {
        if (SupplySamples.FormOf(name) != SampleForm.Type)
            return null;
        if (_faces.TryGetValue(content, out var known))
            return known;
        if (find(content) is not { } bytes)
            return null;
        return _faces.Keep(content, Read(bytes), MostKept);
    }

    private static FontFace? Read(byte[] bytes)
    {
        using var data = SKData.CreateCopy(bytes);
        if (SKTypeface.FromData(data) is not { } typeface)
            return null;
        var font = new SKFont(typeface, Large) { Subpixel = true, Hinting = SKFontHinting.None };
        var widths = new ConcurrentDictionary<string, double>(StringComparer.Ordinal);
        return new FontFace(
            typeface.FontWeight,
            typeface.IsItalic,
            words => widths.GetOrAdd(words, Measure)
        )
        {
            CapHeight = font.Metrics.CapHeight / Large,
            IsVariable = typeface.GetTableTags().Contains(Variations),
        };

        double Measure(string words)
        {
            lock (font)
                return font.MeasureText(words) / Large;
        }
    }
}
