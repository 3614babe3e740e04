using System.Collections.Immutable;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;

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
    /// <summary>Gives a picture as pixels by its digest and name; null where it is not at hand or no picture.</summary>
    public Func<Digest, string, Raster?> Rasters { get; init; } = (_, _) => null;

    /// <summary>Gives a font file by its digest and name, ready to set text with; null where it is not at hand or no font.</summary>
    public Func<Digest, string, FontFace?> Faces { get; init; } = (_, _) => null;

    /// <summary>Gives width and height of a picture in px by its digest; null where they are not known.</summary>
    public Func<Digest, (double Width, double Height)?> Sizes { get; init; } =
        digest => Bytes(digest) is { } bytes ? PictureSize.Of(bytes) : null;
}

/// <summary>A look as it is drawn.</summary>
/// <param name="Screens">Each screen, the main one first.</param>
/// <param name="Faces">The font files that it needs.</param>
/// <param name="Missing">The families of which no file is at hand, so that others stand in.</param>
/// <param name="FromSettings">The kinds in it whose own code decides more than their settings say, and which are drawn from those alone.</param>
public sealed record LookDrawing(
    ImmutableArray<ScreenDrawing> Screens,
    ImmutableArray<PictureFace> Faces,
    ImmutableArray<string> Missing,
    ImmutableArray<Kind> FromSettings
);

/// <summary>A drawing of one screen.</summary>
/// <param name="Screen">The screen.</param>
/// <param name="Svg">The drawing as an SVG 2 document without scripts or style attributes.</param>
public sealed record ScreenDrawing(Screen Screen, string Svg);
