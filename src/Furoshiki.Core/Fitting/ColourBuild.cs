using System.Collections.Immutable;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Fitting;

/// <summary>
/// Builds all colours of a look from one or from a picture: grounds in the hue of the picture's largest areas, everything that calls
/// the eye in the accent, and each text as near to what is wanted as its contrast allows on all that it lies on.
/// </summary>
public static class ColourBuild
{
    /// <summary>The six hues of a terminal, red first, in degrees of OKLCH.</summary>
    private static readonly double[] Hues = [27, 145, 95, 255, 320, 200];

    /// <summary>How much of an accent's chroma a ground keeps.</summary>
    private const double GroundChroma = 0.035;

    /// <summary>The colour of a picture that calls the eye most: strong in chroma, far from what most of it is, and not too small.</summary>
    /// <returns>Null where it has no colours.</returns>
    public static Rgba? AccentOf(ImmutableArray<PictureColour> colours)
    {
        if (colours.IsDefaultOrEmpty)
            return null;
        var most = Oklab.From(colours[0].Colour);
        return colours
            .MaxBy(one =>
                Oklch.From(one.Colour).C
                * (0.1 + Oklab.From(one.Colour).DistanceTo(most))
                * (0.3 + Math.Sqrt(Math.Min(one.Share, 0.25)))
            )!
            .Colour;
    }

    /// <summary>The edit that sets every role and the tone; the set that had a name does not hold any more.</summary>
    /// <param name="accent">What calls the eye.</param>
    /// <param name="ground">The colour whose hue the grounds take.</param>
    /// <param name="tone">Whether text is dark on light, or light on dark.</param>
    public static FittingEdit EditOf(Rgba accent, Rgba ground, Tone tone) =>
        FittingEdit.Piece.Of(
            ColoursKind.Kind,
            [
                ColoursKind.Tone.Is(tone),
                .. From(accent, ground, tone == Tone.Dark).Select(one => one.Key.Is(one.Value)),
            ]
        ) with
        {
            Out = [new SettingKey(ColoursKind.Set.Name)],
        };

    /// <summary>The value of every role.</summary>
    /// <param name="accent">What calls the eye.</param>
    /// <param name="ground">The colour whose hue the grounds take.</param>
    /// <param name="isDark">Whether text is light on dark.</param>
    public static ImmutableDictionary<Setting<Rgba>, Rgba> From(
        Rgba accent,
        Rgba ground,
        bool isDark
    )
    {
        var (own, under) = (Oklch.From(accent), Oklch.From(ground));
        var built = ImmutableDictionary.CreateBuilder<Setting<Rgba>, Rgba>();
        Rgba Ground(double dark, double light) =>
            (
                under with
                {
                    L = isDark ? dark : light,
                    C = Math.Min(under.C, GroundChroma),
                }
            ).ToRgba();
        Rgba Readable(Rgba wanted, params IReadOnlyCollection<Rgba> on) =>
            Contrast.Nearest(wanted, Contrast.OfText, on) ?? Extreme(on);
        Rgba Marked(Rgba wanted, params IReadOnlyCollection<Rgba> on) =>
            Contrast.Nearest(wanted, Contrast.OfMark, on) ?? Extreme(on);

        var view = built[Role.View] = Ground(0.2, 0.99);
        var window = built[Role.Window] = Ground(0.24, 0.955);
        var title = built[Role.Title] = Ground(0.28, 0.92);
        var panel = built[Role.Panel] = Ground(0.17, 0.9);
        var text = Ground(0.93, 0.24);
        built[Role.Text] = Readable(text, view, window);
        built[Role.DimText] = Readable(Ground(0.74, 0.5), view, window);
        built[Role.TitleText] = Readable(text, title);
        built[Role.PanelText] = Readable(text, panel);
        var shown = built[Role.Accent] = Marked(accent, view, window, panel);
        built[Role.Focus] = Marked(shown, view, window);
        built[Role.Link] = Readable((own with { C = Math.Max(own.C, 0.1) }).ToRgba(), view);
        built[Role.Selection] = shown;
        built[Role.SelectionText] = Readable(isDark ? view : Ground(0.2, 0.99), shown);
        built[Role.Urgent] = Marked(
            new Oklch(isDark ? 0.7 : 0.52, 0.17, Hues[0]).ToRgba(),
            view,
            window,
            panel
        );
        for (var i = 0; i < Role.Terminal.Length; i++)
            built[Role.Terminal[i]] = InTerminal(i, view, isDark, under);
        return built.ToImmutable();
    }

    /// <summary>One of the sixteen: black and white in the hue of the grounds, six hues between them, and all once more brighter.</summary>
    private static Rgba InTerminal(int index, Rgba view, bool isDark, Oklch under)
    {
        const int Half = 8;
        var (place, isBright) = (index % Half, index >= Half);
        var more = isBright ? 0.08 : 0;
        if (place is 0 or Half - 1)
            return (
                under with
                {
                    L = place == 0 ? (isBright ? 0.55 : 0.26) : (isBright ? 0.97 : 0.86),
                    C = Math.Min(under.C, GroundChroma),
                }
            ).ToRgba();
        var colour = new Oklch((isDark ? 0.74 : 0.5) + more, 0.13, Hues[place - 1]).ToRgba();
        return Contrast.Nearest(colour, Contrast.OfText, view) ?? colour;
    }

    /// <summary>Black or white, whichever is read better.</summary>
    private static Rgba Extreme(IReadOnlyCollection<Rgba> on) =>
        new[] { new Rgba(0, 0, 0), new Rgba(255, 255, 255) }.MaxBy(one =>
            on.Min(ground => Contrast.Between(one, ground))
        );
}
