using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Advice;

/// <summary>Whether it can be seen where the keys go.</summary>
internal static class SeenFocus
{
    public static AdviceCheck Check { get; } = new("focus", Find);

    private static IEnumerable<PieceOfAdvice> Find(AdviceGround ground)
    {
        if (ground.Look[ColoursKind.Kind] is not { } colours || !colours.Has(Role.Focus))
            yield break;
        var grounds = new[] { Role.Window, Role.View }
            .Where(role => colours.Has(role))
            .Select(role => (role.Title, Colour: colours.Get(role)))
            .ToList();
        var focus = colours.Get(Role.Focus);
        var worst = grounds
            .Select(one => (one.Title, Ratio: Contrast.Between(focus, one.Colour)))
            .OrderBy(one => one.Ratio)
            .FirstOrDefault((Title: "", Ratio: Contrast.OfMark));
        if (worst.Ratio >= Contrast.OfMark)
            yield break;
        yield return new PieceOfAdvice(
            "focus/colours/focus",
            ColoursKind.Kind,
            new SettingKey(Role.Focus.Name),
            AdviceWeight.Grave,
            "It is hard to see where the keys go",
            $"Focus {Contrast.Words(worst.Ratio)} on the {worst.Title.ToLowerInvariant()}, wanted 3",
            $"The focus has {Contrast.Words(worst.Ratio)} on the {worst.Title.ToLowerInvariant()}.",
            "3 to 1 is wanted for marks that say something (WCAG 2.2, 1.4.11).",
            "Whoever works by keyboard loses the place.",
            Remedies()
        );

        IEnumerable<AdviceRemedy> Remedies()
        {
            if (
                Contrast.Nearest(focus, Contrast.OfMark, [.. grounds.Select(one => one.Colour)]) is
                { } other
            )
                yield return AdviceRemedy.Set(
                    $"Focus {other}",
                    ColoursKind.Kind,
                    Role.Focus.Is(other)
                );
        }
    }
}
