using System.Collections.Immutable;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Advice;

/// <summary>Whether each text can be read on everything that it lies on.</summary>
internal static class ReadableText
{
    public static AdviceCheck Check { get; } = new("readable", Find);

    private sealed record Text(Setting<Rgba> Role, string What, ImmutableArray<Setting<Rgba>> On);

    private static readonly ImmutableArray<Text> Texts =
    [
        new(Role.Text, "Text", [Role.View, Role.Window]),
        new(Role.DimText, "Dim text", [Role.View, Role.Window]),
        new(Role.Link, "A link", [Role.View]),
        new(Role.TitleText, "A window’s title", [Role.Title]),
        new(Role.SelectionText, "What is selected", [Role.Selection]),
        new(Role.PanelText, "Text on a panel", [Role.Panel]),
    ];

    private static IEnumerable<PieceOfAdvice> Find(AdviceGround ground)
    {
        if (ground.Look[ColoursKind.Kind] is { } colours)
            foreach (var text in Texts.Where(text => colours.Has(text.Role)))
                if (
                    Piece(
                        ColoursKind.Kind,
                        text.Role,
                        text.What,
                        colours.Get(text.Role),
                        [
                            .. text
                                .On.Where(on => colours.Has(on))
                                .Select(on => (on.Title.ToLowerInvariant(), on, colours.Get(on))),
                        ]
                    ) is
                    { } piece
                )
                    yield return piece;
        if (
            ground.Look[TerminalKind.Kind] is { } terminal
            && terminal.Has(TerminalKind.Text)
            && terminal.Has(TerminalKind.Ground)
            && Piece(
                TerminalKind.Kind,
                TerminalKind.Text,
                "Text in the terminal",
                terminal.Get(TerminalKind.Text),
                [("terminal’s ground", TerminalKind.Ground, terminal.Get(TerminalKind.Ground))]
            )
                is { } inTerminal
        )
            yield return inTerminal;
    }

    private static PieceOfAdvice? Piece(
        Kind kind,
        Setting<Rgba> role,
        string what,
        Rgba colour,
        IReadOnlyList<(string Title, Setting<Rgba> Role, Rgba Colour)> grounds
    )
    {
        var failing = grounds
            .Select(one =>
                (one.Title, one.Role, one.Colour, Ratio: Contrast.Between(colour, one.Colour))
            )
            .Where(one => one.Ratio < Contrast.OfText)
            .OrderBy(one => one.Ratio)
            .ToList();
        if (failing.Count == 0)
            return null;
        var worst = failing[0];
        return new PieceOfAdvice(
            $"readable/{kind.Name}/{role.Name}",
            kind,
            new SettingKey(role.Name),
            AdviceWeight.Grave,
            $"{what} is hard to read",
            $"{what} {Contrast.Words(worst.Ratio)}{(what.EndsWith(worst.Title, StringComparison.Ordinal) ? "" : $" on the {worst.Title}")}, wanted 4.5",
            $"{Contrast.Words(worst.Ratio)} on the {worst.Title}{(failing.Count > 1 ? $", and too little on the {failing[1].Title}" : "")}.",
            "4.5 to 1 is wanted for text (WCAG 2.2, 1.4.3).",
            "Below that, people with poor sight or in bright light cannot read it.",
            Remedies()
        );

        IEnumerable<AdviceRemedy> Remedies()
        {
            Rgba[] all = [.. grounds.Select(one => one.Colour)];
            if (Contrast.Nearest(colour, Contrast.OfText, all) is { } other)
                yield return AdviceRemedy.Set($"{role.Title} {other}", kind, role.Is(other));
            if (
                failing.Count == 1
                && Contrast.Nearest(worst.Colour, Contrast.OfText, colour) is { } ground
            )
                yield return AdviceRemedy.Set(
                    $"{worst.Role.Title} {ground}",
                    kind,
                    worst.Role.Is(ground)
                );
        }
    }
}
