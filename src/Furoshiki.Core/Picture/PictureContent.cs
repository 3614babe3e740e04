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
    /// <summary>Width and height of a picture in px; null where they are not known.</summary>
    internal (double Width, double Height)? SizeOf(Digest digest) =>
        Bytes(digest) is { } bytes ? PictureSize.Of(bytes) : null;
}

/// <summary>A drawing of one screen.</summary>
/// <param name="Screen">The screen.</param>
/// <param name="Svg">The drawing as an SVG 2 document without scripts or style attributes.</param>
public sealed record ScreenDrawing(Screen Screen, string Svg);
