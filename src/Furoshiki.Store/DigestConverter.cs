using Furoshiki.Core.Content;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace Furoshiki.Store;

/// <summary>Digests are 32 bytes in the database.</summary>
public sealed class DigestConverter()
    : ValueConverter<Digest, byte[]>(
        // The model looks at a row with nothing in it yet.
        digest => digest.Equals(default) ? Array.Empty<byte>() : digest.Bytes,
        bytes => bytes.Length == 0 ? default : Digest.OfHash(bytes)
    );
