using System.Collections.Immutable;
using System.Globalization;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Advice;

/// <summary>How much light a night look gives, beside the person's other night looks.</summary>
internal static class NightLight
{
    public static AdviceCheck Check { get; } = new("light", Find) { LooksAtWallpaper = true };

    /// <summary>How many times as light as the middle one of the others a look may be.</summary>
    private const double Bearable = 1.5;

    /// <summary>How much of what is bearable a remedy aims at, since some of an area lies under shadows and counts for less.</summary>
    private const double Margin = 0.9;

    /// <summary>Areas, each with what is written on it.</summary>
    private static readonly ImmutableArray<(Setting<Rgba> Area, Setting<Rgba> Text)> Areas =
    [
        (Role.View, Role.Text),
        (Role.Window, Role.Text),
        (Role.Title, Role.TitleText),
        (Role.Panel, Role.PanelText),
    ];

    private static IEnumerable<PieceOfAdvice> Find(AdviceGround ground)
    {
        if (ground.Look.IsDark != true)
            yield break;
        var screens = ground
            .NamedScreens.Select((one, i) => (one.Name, Light: ScreenLight.Of(ground, i)))
            .ToList();
        if (screens[0].Light is not { } main)
            yield break;
        var others = ground.Nights.Order().ToList();
        var most = others.Count > 0 ? others[others.Count / 2] * Bearable : 1;
        var isLight = main.Mean > most;
        yield return new PieceOfAdvice(
            isLight ? "light/night" : "light/figure",
            WallpaperKind.Kind,
            null,
            isLight ? AdviceWeight.Light : AdviceWeight.Told,
            isLight
                ? "It is lighter than your other night looks"
                : "How much light it gives in the dark",
            string.Create(
                CultureInfo.InvariantCulture,
                $"{100 * main.Mean:0.0} % of the light of a white screen{(others.Count > 0 ? $", wanted {100 * most:0.0} at most" : "")}"
            ),
            string.Join(
                " ",
                screens
                    .Where(one => one.Light is not null)
                    .Select(one =>
                        string.Create(
                            CultureInfo.InvariantCulture,
                            $"The screen {one.Name} gives {100 * one.Light!.Mean:0.0} % of what a white one does, {100 * one.Light.Blue:0} % of it blue."
                        )
                    )
            ),
            Beside(others, most),
            "Eyes take half an hour to get used to the dark, and light undoes it, blue light most.",
            isLight ? Remedies(ground, main, most) : []
        );
    }

    private static string Beside(List<double> others, double most) =>
        others switch
        {
            [] => "There is no other night look to set it against.",
            [var one] => string.Create(
                CultureInfo.InvariantCulture,
                $"Your other night look gives {100 * one:0.0} %; {100 * most:0.0} % at most is wanted, half as much again."
            ),
            [var least, .., var greatest] => string.Create(
                CultureInfo.InvariantCulture,
                $"Your {others.Count} other night looks give {100 * least:0.0} to {100 * greatest:0.0} %; {100 * most:0.0} % at most is wanted, half as much again as the middle one."
            ),
        };

    /// <summary>The darker area that makes up for all that is too much, with text on it as readable as it was.</summary>
    private static IEnumerable<AdviceRemedy> Remedies(
        AdviceGround ground,
        ScreenLight main,
        double most
    )
    {
        if (ground.Look[ColoursKind.Kind] is not { } colours)
            yield break;
        foreach (var (area, text) in Areas)
        {
            if (
                !colours.Has(area, out var own)
                || main.Shares.GetValueOrDefault(area.Name) is not (> 0 and var share)
            )
                continue;
            var wanted = Contrast.Luminance(own) - (main.Mean - most * Margin) / share;
            if (
                Contrast.NearestAsReadable(
                    own,
                    colours.Get(text),
                    other => Contrast.Luminance(other) <= wanted
                ) is
                { } darker
            )
                yield return AdviceRemedy.Set(
                    $"{area.Title} {darker}",
                    ColoursKind.Kind,
                    area.Is(darker)
                );
        }
    }
}
