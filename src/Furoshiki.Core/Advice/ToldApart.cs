using System.Globalization;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Advice;

/// <summary>Whether signals that differ by nothing but their colour are told apart by people who see colours otherwise.</summary>
internal static class ToldApart
{
    public static AdviceCheck Check { get; } = new("sight", Find);

    /// <summary>How far signals are apart, as CIEDE2000, so that one is told from the other without looking for it.</summary>
    private const double Wanted = 10;

    private static readonly Sight[] Sights = [Sight.Protan, Sight.Deutan, Sight.Tritan];

    private static readonly (Setting<Rgba> One, Setting<Rgba> Other, string Why)[] Signals =
    [
        (Role.Accent, Role.Urgent, "What is chosen and what is wrong are told by nothing else."),
        (Role.Text, Role.Link, "Links among text are not always underlined."),
        (
            Role.Terminal[1],
            Role.Terminal[2],
            "Programs in the terminal say with these two what went wrong and what went well."
        ),
    ];

    private static IEnumerable<PieceOfAdvice> Find(AdviceGround ground)
    {
        if (ground.Look[ColoursKind.Kind] is not { } colours)
            yield break;
        foreach (var (one, other, why) in Signals)
            if (
                colours.Has(one, out var first)
                && colours.Has(other, out var second)
                && Apart(first, second, Sight.Usual) is >= Wanted and var usual
                && Sights.MinBy(sight => Apart(first, second, sight)) is var worst
                && Apart(first, second, worst) is < Wanted and var apart
            )
                yield return new PieceOfAdvice(
                    $"sight/colours/{other.Name}",
                    ColoursKind.Kind,
                    new SettingKey(other.Name),
                    AdviceWeight.Light,
                    "Two signals differ by colour alone",
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{one.Title} and {other.Title.ToLowerInvariant()} {apart:0} apart for {worst.ToString().ToLowerInvariant()} sight, wanted {Wanted:0}"
                    ),
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{one.Title} and {other.Title.ToLowerInvariant()} are {apart:0} apart for {worst.ToString().ToLowerInvariant()} sight, and {usual:0} for the usual."
                    ),
                    "10 apart as CIEDE2000 is wanted in every sight, simulated after Machado 2009, since colour alone is to tell nothing (WCAG 2.2, 1.4.1).",
                    why,
                    Remedies(colours, (one, first), (other, second))
                );
    }

    private static double Apart(Rgba one, Rgba other, Sight sight) =>
        Lab.From(SightSimulation.Seen(one, sight))
            .DifferenceTo(Lab.From(SightSimulation.Seen(other, sight)));

    /// <summary>The nearest lightness of one of them that sets it apart in every sight and leaves it as readable as it was.</summary>
    private static IEnumerable<AdviceRemedy> Remedies(
        Component colours,
        (Setting<Rgba> Role, Rgba Colour) one,
        (Setting<Rgba> Role, Rgba Colour) other
    )
    {
        var view = colours.Get(Role.View);
        foreach (var (changed, stays) in new[] { (other, one), (one, other) })
            if (
                Contrast.NearestAsReadable(
                    changed.Colour,
                    view,
                    colour =>
                        Sights
                            .Prepend(Sight.Usual)
                            .All(sight => Apart(colour, stays.Colour, sight) >= Wanted)
                ) is
                { } found
            )
                yield return AdviceRemedy.Set(
                    $"{changed.Role.Title} {found}",
                    ColoursKind.Kind,
                    changed.Role.Is(found)
                );
    }
}
