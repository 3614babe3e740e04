using System.Globalization;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Advice;

/// <summary>Whether the names under the icons on the desktop can be read on the wallpaper.</summary>
internal static class ReadableLabels
{
    public static AdviceCheck Check { get; } = new("labels", Find) { LooksAtWallpaper = true };

    /// <summary>The share of the column of icons, in per cent, that may fall below: a name can run over a single bright star.</summary>
    private const double Bearable = 5;

    private static IEnumerable<PieceOfAdvice> Find(AdviceGround ground)
    {
        if (
            ground.Look[WallpaperKind.Kind] is not { } wallpaper
            || ground.Behind(0) is not { } backdrop
            || Standing.Icons(ground) is not { } icons
            || ground.Look[ColoursKind.Kind] is not { } colours
            || !colours.Has(Role.PanelText, out var text)
        )
            yield break;
        var places = backdrop.Over(icons.Box, along: 40, across: 12);
        var failing = places
            .Where(place => Contrast.Between(text, place) < Contrast.OfText)
            .ToList();
        var share = 100.0 * failing.Count / places.Count;
        if (share <= Bearable)
            yield break;
        var worst = places.Min(place => Contrast.Between(text, place));
        yield return new PieceOfAdvice(
            "labels/icons",
            IconsKind.Kind,
            new SettingKey(IconsKind.OnDesktop.Name),
            AdviceWeight.Grave,
            "Names on the desktop are hard to read",
            $"Names on the desktop {Contrast.Words(worst)}, wanted 4.5",
            string.Create(
                CultureInfo.InvariantCulture,
                $"On {share:0} % of {places.Count} places of the wallpaper under the icons their names reach less than 4.5 to 1, at the worst of them {Contrast.Words(worst)}."
            ),
            "4.5 to 1 is wanted for text (WCAG 2.2, 1.4.3), on what is really behind it.",
            "Icons without names are a guess.",
            Remedies(wallpaper, colours, text, places)
        );
    }

    private static IEnumerable<AdviceRemedy> Remedies(
        Component wallpaper,
        Component colours,
        Rgba text,
        IReadOnlyList<Rgba> places
    )
    {
        yield return AdviceRemedy.Mirror(wallpaper);
        // The same colour writes on panels.
        var panel = colours.Get(Role.Panel);
        if (
            Contrast.NearestWhere(
                text,
                colour =>
                    Contrast.Between(colour, panel) >= Contrast.OfText
                    && 100.0
                        * places.Count(place => Contrast.Between(colour, place) < Contrast.OfText)
                        / places.Count
                        <= Bearable
            ) is
            { } found
        )
            yield return AdviceRemedy.Set(
                $"{Role.PanelText.Title} {found}",
                ColoursKind.Kind,
                Role.PanelText.Is(found)
            );
        yield return AdviceRemedy.Set(
            "No icons on the desktop",
            IconsKind.Kind,
            IconsKind.OnDesktop.Is(false)
        );
    }
}
