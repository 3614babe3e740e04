using System.Buffers.Binary;
using System.Globalization;
using System.Xml;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;

namespace Furoshiki.Core.Picture;

/// <summary>The assets that a picture is drawn with.</summary>
/// <param name="Trees">Gives the tree with a digest; null where it is not at hand.</param>
/// <param name="Bytes">Gives small content by its digest; null where it is not at hand.</param>
/// <param name="Address">Where a browser can load the content with a digest, given its file name.</param>
public sealed record PictureContent(
    Func<Digest, Tree?> Trees,
    Func<Digest, byte[]?> Bytes,
    Func<Digest, string, string> Address
)
{
    /// <summary>Width and height of a picture in px: an SVG's from its root element, a PNG's from its header; null for others.</summary>
    internal (double Width, double Height)? SizeOf(Digest digest)
    {
        if (Bytes(digest) is not { } bytes)
            return null;
        if (bytes.AsSpan().StartsWith(PngSignature) && bytes.Length >= 24)
            return (
                BinaryPrimitives.ReadInt32BigEndian(bytes.AsSpan(16)),
                BinaryPrimitives.ReadInt32BigEndian(bytes.AsSpan(20))
            );
        try
        {
            using var reader = XmlReader.Create(
                new MemoryStream(bytes),
                new XmlReaderSettings { DtdProcessing = DtdProcessing.Prohibit, XmlResolver = null }
            );
            reader.MoveToContent();
            double? Length(string name) =>
                double.TryParse(
                    reader.GetAttribute(name),
                    CultureInfo.InvariantCulture,
                    out var length
                )
                    ? length
                    : null;
            return
                Length("width") is { } width
                && Length("height") is { } height
                && width > 0
                && height > 0
                ? (width, height)
                : null;
        }
        catch (XmlException)
        {
            return null;
        }
    }

    /// <summary>The first bytes of a PNG file. Source: PNG Specification (third edition), 5.2.</summary>
    private static ReadOnlySpan<byte> PngSignature =>
        [0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A];
}

/// <summary>A drawing of one screen.</summary>
/// <param name="Screen">The screen.</param>
/// <param name="Svg">The drawing as an SVG 2 document without scripts or style attributes.</param>
public sealed record ScreenDrawing(Screen Screen, string Svg);
