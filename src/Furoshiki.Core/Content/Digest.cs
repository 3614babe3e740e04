using System.Security.Cryptography;

namespace Furoshiki.Core.Content;

/// <summary>A SHA-256 digest (FIPS 180-4), written as 64 lower-case hexadecimal digits.</summary>
public readonly record struct Digest
{
    private const int HexLength = 64;

    private readonly string? _hex;

    private Digest(string hex) => _hex = hex;

    /// <summary>The 64 hexadecimal digits.</summary>
    public string Hex =>
        _hex ?? throw new InvalidOperationException("A digest was used before it was computed.");

    /// <summary>The 32 bytes.</summary>
    public byte[] Bytes => Convert.FromHexString(Hex);

    /// <summary>The first ten digits, for people.</summary>
    public string Short => Hex[..10];

    /// <summary>Computes the digest of some bytes.</summary>
    public static Digest Of(ReadOnlySpan<byte> bytes) =>
        new(Convert.ToHexStringLower(SHA256.HashData(bytes)));

    /// <summary>Computes the digest of a stream from where it stands to its end.</summary>
    public static Digest Of(Stream stream) =>
        new(Convert.ToHexStringLower(SHA256.HashData(stream)));

    /// <summary>The digest that a SHA-256 computation ended with: 32 bytes.</summary>
    public static Digest OfHash(ReadOnlySpan<byte> hash) =>
        hash.Length == SHA256.HashSizeInBytes
            ? new(Convert.ToHexStringLower(hash))
            : throw new ArgumentException("A SHA-256 digest has 32 bytes.", nameof(hash));

    /// <summary>Reads 64 hexadecimal digits.</summary>
    /// <exception cref="FormatException">The text is anything else.</exception>
    public static Digest Parse(string hex) =>
        TryParse(hex, out var digest)
            ? digest
            : throw new FormatException($"'{hex}' is not a SHA-256 digest.");

    /// <summary>Reads 64 lower-case hexadecimal digits; false if the text is anything else.</summary>
    public static bool TryParse(string? hex, out Digest digest)
    {
        var valid = hex is { Length: HexLength } && hex.All(char.IsAsciiHexDigitLower);
        digest = valid ? new Digest(hex!) : default;
        return valid;
    }

    /// <inheritdoc />
    public override string ToString() => Hex;
}
