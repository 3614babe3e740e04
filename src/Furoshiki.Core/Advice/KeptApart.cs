using System.Globalization;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Advice;

/// <summary>Whether widgets lie over each other, or over a panel.</summary>
internal static class KeptApart
{
    public static AdviceCheck Check { get; } = new("apart", Find);

    private readonly record struct Thing(string What, Box Box);

    private static IEnumerable<PieceOfAdvice> Find(AdviceGround ground)
    {
        if (ground.Look[WidgetsKind.Kind] is not { } widgets)
            yield break;
        foreach (var (screen, name) in ground.NamedScreens)
        {
            var standing = Panels(ground.Look[PanelsKind.Kind], screen, name).ToList();
            foreach (var (item, widget) in widgets.ItemsOn(WidgetsKind.Screen, name))
            {
                if (widget.Get(WidgetsKind.Place) is not { } place)
                    continue;
                var box = Box.Of(place);
                var worst = standing
                    .Select(one => (one.What, Share: box.ShareUnder(one.Box)))
                    .OrderByDescending(one => one.Share)
                    .FirstOrDefault();
                var others = standing.ToList();
                standing.Add(new Thing($"the widget {item}", box));
                if (worst.Share > 0)
                    yield return Piece(item, place, worst.What, worst.Share, screen, others);
            }
        }
    }

    private static IEnumerable<Thing> Panels(Component? panels, Screen screen, string name) =>
        (panels?.ItemsOn(PanelsKind.Screen, name) ?? [])
            .Where(one => !one.Alone.Get(PanelsKind.Hides))
            .Select(one => new Thing(
                $"the panel {one.Item}",
                PanelsDrawing.BoxOf(one.Alone, Box.Of(screen), scale: 1)
            ));

    private static PieceOfAdvice Piece(
        string item,
        SettingValue.Geometry place,
        string other,
        double share,
        Screen screen,
        List<Thing> standing
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
        List<Thing> standing
    )
    {
        const int Step = WidgetsKind.GridStep;
        var free =
            from row in Enumerable.Range(0, Math.Max(0, (screen.Height - place.Height) / Step + 1))
            from column in Enumerable.Range(0, Math.Max(0, (screen.Width - place.Width) / Step + 1))
            let there = place with
            {
                X = column * Step,
                Y = row * Step,
            }
            let box = Box.Of(there)
            where standing.All(one => box.ShareUnder(one.Box) == 0)
            orderby Math.Pow(there.X - place.X, 2) + Math.Pow(there.Y - place.Y, 2)
            select there;
        if (free.FirstOrDefault() is { } found)
            yield return AdviceRemedy.Set(
                $"Move {item} aside",
                WidgetsKind.Kind,
                WidgetsKind.Place.Is(found, item)
            );
    }
}
