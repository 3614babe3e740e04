using System.Globalization;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Advice;

/// <summary>Whether widgets lie where the wallpaper is quiet.</summary>
internal static class QuietPlace
{
    public static AdviceCheck Check { get; } = new("quiet", Find) { LooksAtWallpaper = true };

    /// <summary>The detail from which a place is busy: the standard deviation of the lightness in Oklab, in per cent.</summary>
    private const double Busy = 15;

    /// <summary>How much quieter another place is that is worth a move.</summary>
    private const double Half = 0.5;

    /// <summary>How many px the places are apart that are looked at; lines of the grid are among them.</summary>
    private const int Step = 10 * WidgetsKind.GridStep;

    private static IEnumerable<PieceOfAdvice> Find(AdviceGround ground)
    {
        if (
            ground.Look[WidgetsKind.Kind] is not { } widgets
            || ground.Look[WallpaperKind.Kind] is not { } wallpaper
        )
            yield break;
        for (var i = 0; i < ground.Screens.Count; i++)
        {
            if (ground.Behind(i) is not { } backdrop)
                continue;
            foreach (
                var (item, place, box) in Standing.WidgetsOn(widgets, ground.NamedScreens[i].Name)
            )
            {
                var detail = DetailIn(backdrop, box);
                if (detail < Busy)
                    continue;
                var quiet = Quietest(ground, widgets, i, item, place);
                if (quiet is null || quiet.Value.Detail > detail * Half)
                    continue;
                yield return new PieceOfAdvice(
                    $"quiet/widgets/{item}",
                    WidgetsKind.Kind,
                    new SettingKey(WidgetsKind.Place.Name, item),
                    AdviceWeight.Light,
                    "A widget lies where much is going on",
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"Wallpaper under {item} varies by {detail:0} %, wanted less than {Busy:0}"
                    ),
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"The lightness of the wallpaper under {item} varies by {detail:0} %; at the quietest free place by {quiet.Value.Detail:0} %."
                    ),
                    $"Less than {Busy:0} % is wanted, or a place that is not half as busy.",
                    "What is small is hard to find on a busy ground.",
                    Remedies(ground, widgets, wallpaper, i, item, place, quiet.Value.Place)
                );
            }
        }
    }

    /// <summary>How much the lightness varies in a box, in per cent.</summary>
    private static double DetailIn(Backdrop backdrop, Box box)
    {
        var lightness = backdrop.Over(box, along: 12, across: 8).Select(one => Oklab.From(one).L);
        var (count, sum, squares) = (0, 0.0, 0.0);
        foreach (var one in lightness)
            (count, sum, squares) = (count + 1, sum + one, squares + one * one);
        return 100 * Math.Sqrt(Math.Max(0, squares / count - Math.Pow(sum / count, 2)));
    }

    private static (SettingValue.Geometry Place, double Detail)? Quietest(
        AdviceGround ground,
        Component widgets,
        int index,
        string item,
        SettingValue.Geometry place
    )
    {
        var (screen, name) = ground.NamedScreens[index];
        if (ground.Behind(index) is not { } backdrop)
            return null;
        Standing[] others =
        [
            .. Standing.On(ground, screen, name),
            .. Standing
                .WidgetsOn(widgets, name)
                .Where(one => one.Item != item)
                .Select(one => new Standing(one.Item, one.Box)),
        ];
        return Standing
            .Free(place, screen, Step, others)
            .Select(free => (Place: free, Detail: DetailIn(backdrop, Box.Of(free))))
            // Of those that are equally quiet the nearest stays first.
            .OrderBy(one => Math.Round(one.Detail))
            .Cast<(SettingValue.Geometry, double)?>()
            .FirstOrDefault();
    }

    private static IEnumerable<AdviceRemedy> Remedies(
        AdviceGround ground,
        Component widgets,
        Component wallpaper,
        int index,
        string item,
        SettingValue.Geometry place,
        SettingValue.Geometry quiet
    )
    {
        yield return AdviceRemedy.Set(
            $"Move {item} to a quieter place",
            WidgetsKind.Kind,
            WidgetsKind.Place.Is(quiet, item)
        );
        for (var i = 0; i < ground.Screens.Count; i++)
            if (i != index && Quietest(ground, widgets, i, item, place) is { Detail: < Busy } other)
                yield return new AdviceRemedy(
                    $"Move {item} to {ground.NamedScreens[i].Name}",
                    new Fitting.FittingStep([
                        Fitting.FittingEdit.Piece.Of(
                            WidgetsKind.Kind,
                            WidgetsKind.Place.Is(other.Place, item),
                            WidgetsKind.Screen.Is(ground.NamedScreens[i].Name, item)
                        ),
                    ])
                );
        yield return AdviceRemedy.Mirror(wallpaper);
    }
}
