using System.Collections.Concurrent;
using Furoshiki.Core.Content;
using Furoshiki.Core.Picture;
using SkiaSharp;

namespace Furoshiki.App.Supplies;

/// <summary>Tells how large pictures are; each is looked at once.</summary>
public sealed class PictureSizes
{
    private const int MostKept = 4096;

    private readonly ConcurrentDictionary<Digest, (double Width, double Height)?> _sizes = new();

    /// <summary>Width and height of a picture in px, held as its camera was; null for what is no picture, or not at hand.</summary>
    /// <param name="content">Its digest.</param>
    /// <param name="find">Gives its bytes; null where they are not at hand.</param>
    public (double Width, double Height)? Of(Digest content, Func<Digest, byte[]?> find)
    {
        if (_sizes.TryGetValue(content, out var known))
            return known;
        if (find(content) is not { } bytes)
            return null;
        return _sizes.Keep(content, Read(bytes), MostKept);
    }

    private static (double Width, double Height)? Read(byte[] bytes)
    {
        using var data = SKData.CreateCopy(bytes);
        using var codec = SKCodec.Create(data);
        return codec is null ? PictureSize.Of(bytes)
            : Upright.IsOnItsSide(codec.EncodedOrigin) ? (codec.Info.Height, codec.Info.Width)
            : (codec.Info.Width, codec.Info.Height);
    }
}
