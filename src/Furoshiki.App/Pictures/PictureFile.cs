namespace Furoshiki.App.Pictures;

/// <summary>Files that a picture may load.</summary>
public static class PictureFile
{
    /// <summary>The media type of a drawing.</summary>
    public const string Svg = "image/svg+xml";

    private static readonly Dictionary<string, string> MediaTypes = new()
    {
        [".svg"] = Svg,
        [".png"] = "image/png",
        [".jpg"] = "image/jpeg",
        [".jpeg"] = "image/jpeg",
        [".webp"] = "image/webp",
    };

    /// <summary>The media type that a file's name tells; null if it names no picture.</summary>
    public static string? MediaTypeOf(string name) =>
        MediaTypes.GetValueOrDefault(Path.GetExtension(name).ToLowerInvariant());

    /// <summary>The media type that the first bytes of a picture tell; null if they tell none.</summary>
    public static string? MediaTypeOf(ReadOnlySpan<byte> bytes) =>
        bytes.Length > 4 && bytes[1..].StartsWith("PNG"u8) ? "image/png"
        : bytes.StartsWith(new byte[] { 0xFF, 0xD8, 0xFF }) ? "image/jpeg"
        : bytes.StartsWith("RIFF"u8) ? "image/webp"
        : null;
}
