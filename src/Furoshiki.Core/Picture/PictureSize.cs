using System.Buffers.Binary;
using System.Globalization;
using System.Xml;

namespace Furoshiki.Core.Picture;

/// <summary>How large a picture is.</summary>
public static class PictureSize
{
    /// <summary>Width and height of a picture in px: an SVG's from its root element, a PNG's from its header; null for others.</summary>
    public static (double Width, double Height)? Of(byte[] bytes)
    {
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
