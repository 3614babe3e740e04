using System.Globalization;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;
using Furoshiki.Core.Words;

namespace Furoshiki.Core.Advice;

/// <summary>Whether panels, the dock and windows can be told from what lies behind them.</summary>
internal static class SeenEdges
{
    public static AdviceCheck Check { get; } = new("edges", Find) { LooksAtWallpaper = true };

    /// <summary>How far two colours are apart, as CIEDE2000, that can just be seen as two where they meet.</summary>
    private const double Seen = 2;

    /// <summary>How much of an edge has to be seen, 0 to 1.</summary>
    private const double Enough = 0.5;

    /// <summary>How many places of an edge are looked at, and how far beside it in px.</summary>
    private const int Along = 40;
    private const double Beside = 4;

    private static IEnumerable<PieceOfAdvice> Find(AdviceGround ground)
    {
        if (ground.Look[ColoursKind.Kind] is not { } colours)
            yield break;
        if (colours.Has(Role.Panel))
            foreach (var one in Bars(ground))
                if (Judge(one, colours) is { } piece)
                    yield return piece;
        if (
            ground.Look[BordersKind.Kind] is { } borders
            && Windows(ground, borders, colours) is { } ofWindows
        )
            yield return ofWindows;
    }

    /// <summary>A panel or the dock.</summary>
    /// <param name="Box">Where it is, in px of its screen.</param>
    /// <param name="Edge">The edge of the screen that it is at.</param>
    /// <param name="Backdrop">What lies behind it.</param>
    private sealed record Bar(
        Kind Kind,
        Setting<double> Opacity,
        string? Item,
        string What,
        Box Box,
        Edge Edge,
        double Percent,
        Backdrop Backdrop
    )
    {
        /// <summary>The places along the edge that faces the screen, each with what lies behind just within and just beyond.</summary>
        public IEnumerable<(Rgba Within, Rgba Beyond)> Places()
        {
            for (var i = 0; i < Along; i++)
            {
                var share = (i + 0.5) / Along;
                var (x, y) = (Box.X + share * Box.Width, Box.Y + share * Box.Height);
                yield return Edge switch
                {
                    Edge.Top => Pair(x, Box.Bottom, 0, 1),
                    Edge.Bottom => Pair(x, Box.Y, 0, -1),
                    Edge.Left => Pair(Box.Right, y, 1, 0),
                    _ => Pair(Box.X, y, -1, 0),
                };
            }
        }

        private (Rgba, Rgba) Pair(double x, double y, int across, int down) =>
            (
                Backdrop.At(x - across * Beside, y - down * Beside),
                Backdrop.At(x + across * Beside, y + down * Beside)
            );
    }

    private static IEnumerable<Bar> Bars(AdviceGround ground)
    {
        for (var i = 0; i < ground.Screens.Count; i++)
        {
            if (ground.Behind(i) is not { } backdrop)
                continue;
            var (screen, name) = ground.NamedScreens[i];
            foreach (var (item, panel, box) in Standing.Panels(ground, screen, name))
                yield return new Bar(
                    PanelsKind.Kind,
                    PanelsKind.Opacity,
                    item,
                    $"the panel {item}",
                    box,
                    panel.Get(PanelsKind.Edge),
                    panel.Get(PanelsKind.Opacity),
                    backdrop
                );
            if (i == 0 && Standing.Dock(ground) is { } standing)
            {
                var dock = ground.Look[DockKind.Kind]!;
                yield return new Bar(
                    DockKind.Kind,
                    DockKind.Opacity,
                    null,
                    standing.What,
                    standing.Box,
                    dock.Get(DockKind.Edge),
                    dock.Get(DockKind.Opacity),
                    backdrop
                );
            }
        }
    }

    private static PieceOfAdvice? Judge(Bar bar, Component colours)
    {
        var colour = colours.Get(Role.Panel);
        var places = bar.Places()
            .CountBy(place => place)
            .Select(one => (one.Key.Within, Beyond: Lab.From(one.Key.Beyond), Count: one.Value))
            .ToList();
        var seen = ShareSeen(colour, bar.Percent);
        if (seen >= Enough)
            return null;
        return new PieceOfAdvice(
            $"edges/{bar.Kind.Name}/{bar.Item}",
            bar.Kind,
            new SettingKey(bar.Opacity.Name, bar.Item),
            AdviceWeight.Light,
            $"{Capital.First(bar.What)} cannot be told from the wallpaper",
            string.Create(
                CultureInfo.InvariantCulture,
                $"{Capital.First(bar.What)} seen along {seen * 100:0} % of its edge, wanted {Enough * 100:0}"
            ),
            string.Create(
                CultureInfo.InvariantCulture,
                $"Along {(1 - seen) * 100:0} % of its edge its colour is less than {Seen:0} from what lies beside it."
            ),
            $"{Seen:0} apart as CIEDE2000 is wanted along half of the edge at least, where two colours meet.",
            "Where something ends is where it is aimed at and moved to.",
            Remedies()
        );

        double ShareSeen(Rgba its, double percent) =>
            (double)
                places
                    .Where(place => IsSeen(its, percent, place.Within, place.Beyond))
                    .Sum(place => place.Count) / Along;

        IEnumerable<AdviceRemedy> Remedies()
        {
            if (
                AdviceRemedy.MoreOpaque(
                    bar.Kind,
                    bar.Opacity,
                    bar.Item,
                    bar.Percent,
                    percent => ShareSeen(colour, percent) >= Enough
                ) is
                { } opaque
            )
                yield return opaque;
            // What can be read on it stays readable.
            if (
                Contrast.NearestAsReadable(
                    colour,
                    colours.Get(Role.PanelText),
                    other => ShareSeen(other, bar.Percent) >= Enough
                ) is
                { } found
            )
                yield return AdviceRemedy.Set(
                    $"{Role.Panel.Title} {found}",
                    ColoursKind.Kind,
                    Role.Panel.Is(found)
                );
        }
    }

    private static bool IsSeen(Rgba colour, double percent, Rgba within, Lab beyond) =>
        Lab.From(
                Contrast.Over(
                    colour with
                    {
                        A = (byte)Math.Round(byte.MaxValue * percent / 100),
                    },
                    within
                )
            )
            .DifferenceTo(beyond) >= Seen;

    /// <summary>A window that lies on another, of which only a frame or a shadow shows the edge.</summary>
    private static PieceOfAdvice? Windows(AdviceGround ground, Component borders, Component colours)
    {
        if (
            borders.Get(BordersKind.Shadow)
            || !colours.Has(Role.Title, out var frame)
            || !colours.Has(Role.View, out var view)
        )
            return null;
        var thickness = borders.Get(BordersKind.Thickness);
        var apart = Lab.From(frame).DifferenceTo(Lab.From(view));
        if (thickness > 0 && apart >= Seen)
            return null;
        return new PieceOfAdvice(
            "edges/borders",
            BordersKind.Kind,
            new SettingKey(BordersKind.Thickness.Name),
            AdviceWeight.Light,
            "Windows that lie on each other run together",
            thickness > 0
                ? string.Create(
                    CultureInfo.InvariantCulture,
                    $"Frame of windows {apart:0.0} from their views, wanted {Seen:0}"
                )
                : "Windows with neither a frame nor a shadow",
            thickness > 0
                ? string.Create(
                    CultureInfo.InvariantCulture,
                    $"The frame is {apart:0.0} from the views that it lies on, and there is no shadow."
                )
                : "There is neither a frame nor a shadow at the sides of a window.",
            $"A shadow is wanted, or a frame that is {Seen:0} from the views as CIEDE2000.",
            "Where something ends is where it is aimed at and moved to.",
            Remedies()
        );

        IEnumerable<AdviceRemedy> Remedies()
        {
            yield return AdviceRemedy.Set(
                "Shadow under windows",
                BordersKind.Kind,
                BordersKind.Shadow.Is(true)
            );
            if (apart >= Seen)
                yield return AdviceRemedy.Set(
                    "Frame of 1 px",
                    BordersKind.Kind,
                    BordersKind.Thickness.Is(1)
                );
        }
    }
}
