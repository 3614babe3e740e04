using System.Buffers.Binary;
using System.Collections.Immutable;

namespace Furoshiki.Core.Picture;

/// <summary>One picture of a cursor.</summary>
/// <param name="Nominal">The size that it is chosen by, in px.</param>
/// <param name="Width">Its width in px.</param>
/// <param name="Height">Its height in px.</param>
/// <param name="HotX">The place that points, in px from the left.</param>
/// <param name="HotY">The same from the top.</param>
/// <param name="Pixels">Its pixels row by row, each blue, green, red and alpha, the colours multiplied by that.</param>
public sealed record CursorImage(
    int Nominal,
    int Width,
    int Height,
    int HotX,
    int HotY,
    ReadOnlyMemory<byte> Pixels
);

/// <summary>Reads files of the X cursor format. Source: X.Org, Xcursor(3), "Cursor files".</summary>
public static class CursorFile
{
    private const uint ImageType = 0xFFFD0002;
    private const int EntryBytes = 12;
    private const int ImageHeaderBytes = 36;

    /// <summary>The longest side that the format allows, in px.</summary>
    private const int Longest = 0x7FFF;

    /// <summary>Whether a file says that it is one.</summary>
    public static bool Is(ReadOnlySpan<byte> bytes) => bytes.StartsWith("Xcur"u8);

    /// <summary>Its pictures, the first of each size: those that follow are the same in motion.</summary>
    /// <exception cref="FormatException">It is damaged, or none.</exception>
    public static ImmutableArray<CursorImage> Read(ReadOnlyMemory<byte> bytes)
    {
        if (!Is(bytes.Span))
            throw new FormatException("This is no file of the X cursor format.");
        var (header, count) = (Number(bytes, 4), Number(bytes, 12));
        if (count > (bytes.Length - header) / EntryBytes)
            throw Cut();
        var images = new SortedDictionary<int, CursorImage>();
        for (var i = 0; i < count; i++)
        {
            var entry = header + i * EntryBytes;
            if ((uint)Number(bytes, entry) != ImageType)
                continue;
            var image = ReadImage(bytes, Number(bytes, entry + 8));
            images.TryAdd(image.Nominal, image);
        }
        return [.. images.Values];
    }

    /// <summary>The picture that is shown where a size is wanted: that of the nearest.</summary>
    /// <exception cref="FormatException">It is damaged, or none.</exception>
    public static CursorImage? Nearest(ReadOnlyMemory<byte> bytes, double size) =>
        Read(bytes).MinBy(image => Math.Abs(image.Nominal - size));

    private static CursorImage ReadImage(ReadOnlyMemory<byte> bytes, int at)
    {
        var (width, height) = (Number(bytes, at + 16), Number(bytes, at + 20));
        if (width is < 1 or > Longest || height is < 1 or > Longest)
            throw new FormatException("A picture in it has no size.");
        var length = 4L * width * height;
        if (length > bytes.Length - at - ImageHeaderBytes)
            throw Cut();
        return new CursorImage(
            Number(bytes, at + 8),
            width,
            height,
            Number(bytes, at + 24),
            Number(bytes, at + 28),
            bytes.Slice(at + ImageHeaderBytes, (int)length)
        );
    }

    private static int Number(ReadOnlyMemory<byte> bytes, int at) =>
        at < 0 || at > bytes.Length - sizeof(int)
            ? throw Cut()
            : BinaryPrimitives.ReadInt32LittleEndian(bytes.Span[at..]);

    private static FormatException Cut() => new("It is cut off.");
}
