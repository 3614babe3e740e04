using System.Globalization;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Advice;

/// <summary>Whether widgets lie over each other, over a panel, or over the icons on the desktop.</summary>
internal static class KeptApart
{
    public static AdviceCheck Check { get; } = new("apart", Find);

    private static IEnumerable<PieceOfAdvice> Find(AdviceGround ground)
    {
        if (ground.Look[WidgetsKind.Kind] is not { } widgets)
            yield break;
        foreach (var (screen, name) in ground.NamedScreens)
        {
            var standing = Standing.On(ground, screen, name).ToList();
            foreach (var (item, place, box) in Standing.WidgetsOn(widgets, name))
            {
                var worst = standing
                    .Select(one => (one.What, Share: box.ShareUnder(one.Box)))
                    .OrderByDescending(one => one.Share)
                    .FirstOrDefault();
                var others = standing.ToList();
                standing.Add(new Standing($"the widget {item}", box));
                if (worst.Share > 0)
                    yield return Piece(item, place, worst.What, worst.Share, screen, others);
            }
        }
    }

    private static PieceOfAdvice Piece(
        string item,
        SettingValue.Geometry place,
        string other,
        double share,
        Screen screen,
        List<Standing> standing
    ) =>
        new(
            $"apart/widgets/{item}",
            WidgetsKind.Kind,
            new SettingKey(WidgetsKind.Place.Name, item),
            AdviceWeight.Light,
            "Two things lie over each other",
            string.Create(
                CultureInfo.InvariantCulture,
                $"{Math.Max(1, Math.Round(share * 100)):0} % of the widget {item} and {other} are at one place."
            ),
            "A place of its own is wanted for each.",
            "Neither can be read where they meet.",
            Remedies(item, place, screen, standing)
        );

    /// <summary>The nearest place that is free.</summary>
    private static IEnumerable<AdviceRemedy> Remedies(
        string item,
        SettingValue.Geometry place,
        Screen screen,
        List<Standing> standing
    )
    {
        if (
            Standing.Free(place, screen, WidgetsKind.GridStep, standing).FirstOrDefault() is
            { } found
        )
            yield return AdviceRemedy.Set(
                $"Move {item} aside",
                WidgetsKind.Kind,
                WidgetsKind.Place.Is(found, item)
            );
    }
}
