using System.Globalization;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Advice;

/// <summary>Whether text can be read on what the wallpaper shines through, at the worst of many places too.</summary>
internal static class ReadThrough
{
    public static AdviceCheck Check { get; } = new("through", Find) { LooksAtWallpaper = true };

    /// <summary>How many places are looked at, along and across.</summary>
    private const int Along = 120;
    private const int Across = 6;

    private static IEnumerable<PieceOfAdvice> Find(AdviceGround ground)
    {
        for (var i = 0; i < ground.Screens.Count; i++)
        {
            if (ground.Behind(i) is not { } backdrop)
                continue;
            var (screen, name) = ground.NamedScreens[i];
            var seen = OnPanels(ground.Look, screen, name);
            if (i == 0 && InTerminal(ground.Look[TerminalKind.Kind], screen) is { } inTerminal)
                seen = seen.Append(inTerminal);
            foreach (var one in seen)
                if (one.Judge(backdrop.Over(one.Box, Along, Across)) is { } piece)
                    yield return piece;
        }
    }

    private static IEnumerable<Seen> OnPanels(Look look, Screen screen, string name) =>
        look[PanelsKind.Kind] is { } panels
        && look[ColoursKind.Kind] is { } colours
        && colours.Has(Role.Panel)
        && colours.Has(Role.PanelText)
            ? panels
                .ItemsOn(PanelsKind.Screen, name)
                .Select(one => new Seen(
                    $"through/panels/{one.Item}",
                    PanelsKind.Kind,
                    PanelsKind.Opacity,
                    one.Item,
                    $"the panel {one.Item}",
                    PanelsDrawing.BoxOf(one.Alone, Box.Of(screen), scale: 1),
                    one.Alone.Get(PanelsKind.Opacity),
                    colours.Get(Role.Panel),
                    ColoursKind.Kind,
                    Role.PanelText,
                    colours.Get(Role.PanelText)
                ))
            : [];

    private static Seen? InTerminal(Component? terminal, Screen screen) =>
        terminal is not null && terminal.Has(TerminalKind.Text) && terminal.Has(TerminalKind.Ground)
            ? new Seen(
                "through/terminal",
                TerminalKind.Kind,
                TerminalKind.Opacity,
                null,
                "the terminal",
                Box.Of(screen),
                terminal.Get(TerminalKind.Opacity),
                terminal.Get(TerminalKind.Ground),
                TerminalKind.Kind,
                TerminalKind.Text,
                terminal.Get(TerminalKind.Text)
            )
            : null;

    /// <summary>Something with text that lets the wallpaper through.</summary>
    private sealed record Seen(
        string Key,
        Kind Kind,
        Setting<double> Opacity,
        string? Item,
        string What,
        Box Box,
        double Percent,
        Rgba Ground,
        Kind TextKind,
        Setting<Rgba> TextRole,
        Rgba Text
    )
    {
        public PieceOfAdvice? Judge(IReadOnlyList<Rgba> behind)
        {
            // Where nothing shines through, or its own colour is to blame, other advice says so.
            if (Percent >= 100 || Contrast.Between(Text, Ground) < Contrast.OfText)
                return null;
            var places = behind.Distinct().ToList();
            var worst = places.Min(place => Ratio(Percent, place));
            if (worst >= Contrast.OfText)
                return null;
            var share =
                100.0
                * behind.Count(place => Ratio(Percent, place) < Contrast.OfText)
                / behind.Count;
            return new PieceOfAdvice(
                Key,
                Kind,
                new SettingKey(Opacity.Name, Item),
                AdviceWeight.Grave,
                "Text is hard to read over the wallpaper",
                $"Text on {What} {Contrast.Words(worst)} over the wallpaper, wanted 4.5",
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{Contrast.Words(worst)} at the worst of {behind.Count} places; {Math.Max(1, Math.Round(share)):0} % of {What} falls below 4.5."
                ),
                "4.5 to 1 is wanted for text (WCAG 2.2, 1.4.3), on what is really behind it.",
                "A wallpaper is light in one place and dark in another, and text runs over both.",
                Remedies(places)
            );
        }

        /// <summary>What the text lies on at a place.</summary>
        private Rgba Blended(double percent, Rgba behind) =>
            Contrast.Over(
                Ground with
                {
                    A = (byte)Math.Round(byte.MaxValue * percent / 100),
                },
                behind
            );

        private double Ratio(double percent, Rgba behind) =>
            Contrast.Between(Text, Blended(percent, behind));

        private IEnumerable<AdviceRemedy> Remedies(List<Rgba> places)
        {
            if (
                AdviceRemedy.MoreOpaque(
                    Kind,
                    Opacity,
                    Item,
                    Percent,
                    percent => places.All(place => Ratio(percent, place) >= Contrast.OfText)
                ) is
                { } opaque
            )
                yield return opaque;
            var blended = places
                .Select(place => Blended(Percent, place))
                .OrderBy(Contrast.Luminance)
                .ToList();
            if (Contrast.Nearest(Text, Contrast.OfText, blended[0], blended[^1]) is { } other)
                yield return AdviceRemedy.Set(
                    $"{TextRole.Title} {other}",
                    TextKind,
                    TextRole.Is(other)
                );
        }
    }
}
