using System.Globalization;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Pictures;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;

namespace Furoshiki.App.Comparing;

/// <summary>What differs between the pictures of two looks.</summary>
/// <param name="Picture">The picture of the second look, in which what the first shows just so bears "data-same".</param>
/// <param name="Share">How much of the picture differs so that the eye sees it, of all screens together, 0 to 1.</param>
/// <param name="Words">The same in words.</param>
public sealed record PictureDifferenceView(PictureView Picture, double Share, string Words);

/// <summary>Tells what differs between the pictures of two looks, from the drawings themselves.</summary>
public sealed class PictureDifferences(
    LookLibrary library,
    DesktopRegister register,
    Painter painter,
    StandAlone standAlone
)
{
    private const string Gap = SettingType.Number.UnitGap;

    /// <summary>What differs between the pictures of two looks on a desktop's screens.</summary>
    /// <param name="desktop">The desktop's number.</param>
    /// <param name="first">The digest of the look that the other is held against.</param>
    /// <param name="other">The digest of the other.</param>
    /// <param name="scene">What is open on it.</param>
    /// <exception cref="ProblemException">There is no such desktop or look.</exception>
    public PictureDifferenceView Between(
        long desktop,
        string first,
        string other,
        PictureScene scene
    )
    {
        var on = register.Get(desktop);
        var looks = new[] { first, other }
            .Select(digest => library.Get(LookLibrary.Asked(digest)))
            .ToList();
        var words = looks
            .Select(look => painter.Draw(look, on, scene, PictureDetail.Words))
            .ToList();
        // Words are drawn as lines, for which no font has to be at hand.
        var lines = looks
            .Select(look => painter.Draw(look, on, scene, PictureDetail.Lines))
            .ToList();
        var share = ShareOf(lines[0], lines[1]);
        return new PictureDifferenceView(
            words[1] with
            {
                Screens =
                [
                    .. words[1]
                        .Screens.Select(
                            (screen, i) =>
                                screen with
                                {
                                    Svg = PictureDifference.Mark(
                                        screen.Svg,
                                        words[0].Screens[i].Svg
                                    ),
                                }
                        ),
                ],
            },
            share,
            Words(share)
        );
    }

    private double ShareOf(PictureView first, PictureView other)
    {
        var screens = first
            .Screens.Zip(other.Screens)
            .AsParallel()
            .Select(pair =>
                (
                    Area: (double)pair.First.Width * pair.First.Height,
                    Share: pair.First.Svg == pair.Second.Svg
                        ? 0
                        : ShareOf(pair.First.Svg, pair.Second.Svg)
                )
            )
            .ToList();
        return screens.Sum(one => one.Area * one.Share) / screens.Sum(one => one.Area);
    }

    private double ShareOf(string first, string other) =>
        standAlone.PixelsOf(first) is { } one && standAlone.PixelsOf(other) is { } two
            ? PictureDifference.Share(one, two)
            : 1;

    private static string Words(double share) =>
        share switch
        {
            0 => "nothing of the picture differs",
            < 0.01 => $"less than 1{Gap}% of the picture differs",
            _ => string.Create(
                CultureInfo.InvariantCulture,
                $"{Math.Floor(100 * share)}{Gap}% of the picture differs"
            ),
        };
}
