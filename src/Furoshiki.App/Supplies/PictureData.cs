using System.Buffers.Binary;
using SkiaSharp;

namespace Furoshiki.App.Supplies;

/// <summary>
/// Takes out of pictures what does not show: where a photograph was taken, the serial number of its camera, what its programs noted. What shows stays
/// byte for byte. Sources: ISO/IEC 10918-1 (JPEG), W3C PNG (Third Edition), RFC 9649 (WebP).
/// </summary>
internal static class PictureData
{
    private const int JpegScan = 0xDA;
    private const int JpegComment = 0xFE;
    private const byte HasExif = 0x08;
    private const byte HasXmp = 0x04;

    private static readonly string[] PngData = ["tEXt", "zTXt", "iTXt", "eXIf", "tIME"];
    private static readonly string[] WebpData = ["EXIF", "XMP "];

    /// <summary>A picture without it; as it is, where its file is not built as its format is.</summary>
    /// <param name="bytes">The file.</param>
    /// <param name="format">Its format.</param>
    public static ReadOnlyMemory<byte> Without(
        ReadOnlyMemory<byte> bytes,
        SKEncodedImageFormat format
    )
    {
        var kept = new MemoryStream(bytes.Length);
        try
        {
            switch (format)
            {
                case SKEncodedImageFormat.Jpeg:
                    Jpeg(bytes.Span, kept);
                    break;
                case SKEncodedImageFormat.Png:
                    Png(bytes.Span, kept);
                    break;
                case SKEncodedImageFormat.Webp:
                    Webp(bytes.Span, kept);
                    break;
                default:
                    return bytes;
            }
        }
        catch (Exception problem)
            when (problem is ArgumentOutOfRangeException or IndexOutOfRangeException)
        {
            return bytes;
        }
        return kept.ToArray();
    }

    /// <summary>Without what applications wrote (but JFIF, colour profiles and Adobe's mark of the colour space) and comments.</summary>
    private static void Jpeg(ReadOnlySpan<byte> bytes, MemoryStream kept)
    {
        kept.Write(bytes[..2]);
        for (var at = 2; ; )
        {
            // Any number of these may stand before a marker.
            while (bytes[at..][0] == 0xFF && bytes[at..][1] == 0xFF)
                at++;
            var marker = bytes[at..][1];
            if (marker == JpegScan)
            {
                kept.Write(bytes[at..]);
                return;
            }
            var segment = bytes.Slice(
                at,
                2 + BinaryPrimitives.ReadUInt16BigEndian(bytes.Slice(at + 2, 2))
            );
            var says = segment[4..];
            var shows = marker switch
            {
                0xE2 => says.StartsWith("ICC_PROFILE\0"u8),
                0xE0 or 0xEE => true,
                >= 0xE1 and <= 0xEF or JpegComment => false,
                _ => true,
            };
            if (shows)
                kept.Write(segment);
            at += segment.Length;
        }
    }

    private static void Png(ReadOnlySpan<byte> bytes, MemoryStream kept)
    {
        kept.Write(bytes[..8]);
        for (var at = 8; at < bytes.Length; )
        {
            var chunk = bytes.Slice(
                at,
                12 + BinaryPrimitives.ReadInt32BigEndian(bytes.Slice(at, 4))
            );
            var name = System.Text.Encoding.ASCII.GetString(chunk.Slice(4, 4));
            if (!PngData.Contains(name))
                kept.Write(chunk);
            if (name == "IEND")
                return;
            at += chunk.Length;
        }
    }

    private static void Webp(ReadOnlySpan<byte> bytes, MemoryStream kept)
    {
        kept.Write(bytes[..12]);
        for (var at = 12; at < bytes.Length; )
        {
            var length = BinaryPrimitives.ReadInt32LittleEndian(bytes.Slice(at + 4, 4));
            var chunk = bytes.Slice(at, Math.Min(8 + length + (length & 1), bytes.Length - at));
            var name = System.Text.Encoding.ASCII.GetString(chunk[..4]);
            if (name == "VP8X")
            {
                var head = chunk.ToArray();
                head[8] = (byte)(head[8] & ~(HasExif | HasXmp));
                kept.Write(head);
            }
            else if (!WebpData.Contains(name))
                kept.Write(chunk);
            at += chunk.Length;
        }
        Span<byte> size = stackalloc byte[4];
        BinaryPrimitives.WriteInt32LittleEndian(size, (int)kept.Length - 8);
        kept.Position = 4;
        kept.Write(size);
    }
}
