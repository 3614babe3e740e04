using System.Globalization;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Advice;

/// <summary>Whether widgets and notifications lie over each other, over a panel or the dock, or over the icons on the desktop.</summary>
internal static class KeptApart
{
    public static AdviceCheck Check { get; } = new("apart", Find);

    private static IEnumerable<PieceOfAdvice> Find(AdviceGround ground) =>
        OfWidgets(ground).Concat(OfNotifications(ground));

    private static IEnumerable<PieceOfAdvice> OfNotifications(AdviceGround ground)
    {
        if (
            ground.Look[NotificationsKind.Kind] is not { } notifications
            || !notifications.Has(NotificationsKind.Corner, out var corner)
        )
            yield break;
        var (screen, name) = ground.NamedScreens[0];
        var stage = ground.StageOf(0);
        var (work, line) = (stage.Work, stage.Scene.TypeHeight);
        Standing[] standing =
        [
            .. ground.Look[WidgetsKind.Kind] is { } widgets
                ? Standing
                    .WidgetsOn(widgets, name)
                    .Select(one => new Standing($"the widget {one.Item}", one.Box))
                : [],
            .. Standing.On(ground, screen, name),
        ];
        var covered = standing.Where(one => IsOver(one, corner)).ToList();
        if (covered.Count == 0)
            yield break;
        yield return new PieceOfAdvice(
            "apart/notifications",
            NotificationsKind.Kind,
            new SettingKey(NotificationsKind.Corner.Name),
            AdviceWeight.Light,
            "Notifications come over something",
            string.Create(
                CultureInfo.InvariantCulture,
                $"A notification covers {Share(covered[0]) * 100:0} % of {covered[0].What}"
            ),
            string.Create(
                CultureInfo.InvariantCulture,
                $"One covers {Share(covered[0]) * 100:0} % of {covered[0].What}{(covered.Count > 1 ? $", and some of {covered[1].What}" : "")}."
            ),
            "A corner where nothing stands is wanted.",
            "What is covered cannot be read or pressed meanwhile.",
            Enum.GetValues<Corner>()
                .Where(other => !standing.Any(one => IsOver(one, other)))
                .Select(other =>
                    AdviceRemedy.Set(
                        $"Notifications at the {NotificationsKind.Corner.Typed.Of(other)}",
                        NotificationsKind.Kind,
                        NotificationsKind.Corner.Is(other)
                    )
                )
        );

        Box At(Corner at) =>
            NotificationsDrawing.BoxOf(at, notifications.Get(NotificationsKind.Style), work, line);
        double Share(Standing one) => one.Box.ShareUnder(At(corner));
        // What it covers so little of that no whole per cent is lost is left in peace.
        bool IsOver(Standing one, Corner at) => one.Box.ShareUnder(At(at)) >= 0.005;
    }

    private static IEnumerable<PieceOfAdvice> OfWidgets(AdviceGround ground)
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
                $"{Math.Max(1, Math.Round(share * 100)):0} % of the widget {item} lie over {other}"
            ),
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
