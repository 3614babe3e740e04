using System.Collections.Concurrent;
using System.Collections.Immutable;
using Furoshiki.App.Looks;
using Furoshiki.App.Supplies;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Content;
using Furoshiki.Core.Fitting;
using Furoshiki.Core.Picture;

namespace Furoshiki.App.Fitting;

/// <summary>A colour of some pictures.</summary>
/// <param name="Colour">The colour, as in "#f2a93b".</param>
/// <param name="Share">How much of them it stands for, in %.</param>
public sealed record PaletteColour(string Colour, double Share);

/// <summary>The colour at a place in a picture.</summary>
/// <param name="Colour">The colour, as in "#f2a93b".</param>
public sealed record PlaceColour(string Colour);

/// <summary>The colours of some pictures of a look.</summary>
/// <param name="Kind">The part that they belong to.</param>
/// <param name="Title">What they are called.</param>
/// <param name="Colours">Their colours, the largest share first.</param>
/// <param name="Accent">The one that calls the eye.</param>
/// <param name="Ground">The one that most of it is.</param>
public sealed record PaletteView(
    string Kind,
    string Title,
    IReadOnlyList<PaletteColour> Colours,
    string Accent,
    string Ground
);

/// <summary>Takes the colours of the pictures that a fitting has.</summary>
public sealed class FittingPalettes(FittedLooks fittings, SampleFiles files, Rasters rasters)
{
    /// <summary>The colours of each wallpaper, of the icons, the cursor and the widgets, where they can be read.</summary>
    /// <param name="id">The number of the fitting.</param>
    /// <param name="gone">Told when whoever asked has gone.</param>
    /// <exception cref="ProblemException">There is no such fitting.</exception>
    /// <exception cref="OperationCanceledException">Whoever asked has gone.</exception>
    public IReadOnlyList<PaletteView> Of(long id, CancellationToken gone) =>
        [
            .. PictureSource
                .Of(fittings.Get(id).State.Look.Look, files.ForPictures())
                .Select(source => View(source, gone))
                .OfType<PaletteView>(),
        ];

    /// <summary>The colour of a picture at a place.</summary>
    /// <param name="content">Its digest.</param>
    /// <param name="name">Its file name.</param>
    /// <param name="x">How far along, from 0 (left) to 1.</param>
    /// <param name="y">How far down, from 0 (top) to 1.</param>
    /// <param name="gone">Told when whoever asked has gone.</param>
    /// <exception cref="ProblemException">It cannot be read, or nothing of it is there.</exception>
    /// <exception cref="OperationCanceledException">Whoever asked has gone.</exception>
    public PlaceColour At(string content, string name, double x, double y, CancellationToken gone)
    {
        if (
            rasters.Find(LookLibrary.Asked(content), name, gone) is not { } raster
            || x is not (>= 0 and < 1)
            || y is not (>= 0 and < 1)
            || raster[(int)(x * raster.Width), (int)(y * raster.Height)]
                is not { A: >= Seen } colour
        )
            throw ProblemException.NotFound("A colour at this place");
        return new PlaceColour((colour with { A = byte.MaxValue }).ToString());
    }

    /// <summary>What of its alpha a pixel needs so that it is its colour that one sees.</summary>
    private const byte Seen = 128;

    /// <summary>The colours of the pictures that were asked for last, by these pictures: a step seldom changes them.</summary>
    private readonly ConcurrentDictionary<string, ImmutableArray<PictureColour>> _known = new();
    private const int MostKept = 256;

    private ImmutableArray<PictureColour> ColoursOf(PictureSource source, CancellationToken gone)
    {
        var key = string.Join(' ', source.Files.Select(file => file.Content.Hex));
        if (_known.TryGetValue(key, out var known))
            return known;
        Raster[] read =
        [
            .. source
                .Files.Select(file => rasters.Find(file.Content, file.Name, gone))
                .OfType<Raster>(),
        ];
        var colours = PictureColours.Of(read);
        // What could not be read now may be at hand later.
        return read.Length < source.Files.Length ? colours : _known.Keep(key, colours, MostKept);
    }

    private PaletteView? View(PictureSource source, CancellationToken gone)
    {
        var colours = ColoursOf(source, gone);
        return ColourBuild.AccentOf(colours) is { } accent
            ? new PaletteView(
                source.Kind.Name,
                source.Title,
                [
                    .. colours.Select(one => new PaletteColour(
                        one.Colour.ToString(),
                        Math.Round(one.Share * 100, 1)
                    )),
                ],
                accent.ToString(),
                colours[0].Colour.ToString()
            )
            : null;
    }
}
