using System.Collections.Immutable;
using System.Globalization;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Advice;

/// <summary>Whether type is large enough for the screen, and set in fonts that are there, in weights that they have.</summary>
internal static class WellSet
{
    public static AdviceCheck Check { get; } = new("type", Find);

    /// <summary>The height in whole px of a capital letter that can be read on.</summary>
    private const double Readable = 9;

    /// <summary>How far a weight is from the wanted one that looks like another: half of the way from one named weight to the next.</summary>
    private const double OtherWeight = 50;

    /// <summary>The steps in which sizes are offered, in pt.</summary>
    private const double HalfPoint = 0.5;

    /// <summary>What some type is set in.</summary>
    private sealed record Use(
        Kind Kind,
        string What,
        Setting<string> Family,
        Setting<double> Size,
        Setting<double>? Weight = null
    );

    private static readonly ImmutableArray<Use> Uses =
    [
        new(
            FontsKind.Kind,
            "Type of the interface",
            FontsKind.Interface,
            FontsKind.Size,
            FontsKind.Weight
        ),
        new(FontsKind.Kind, "Type of documents", FontsKind.Document, FontsKind.DocumentSize),
        new(FontsKind.Kind, "Type of fixed width", FontsKind.FixedWidth, FontsKind.FixedSize),
        new(
            FontsKind.Kind,
            "Type of titles",
            FontsKind.Title,
            FontsKind.TitleSize,
            FontsKind.TitleWeight
        ),
        new(TerminalKind.Kind, "Type of the terminal", TerminalKind.Font, TerminalKind.Size),
    ];

    private static IEnumerable<PieceOfAdvice> Find(AdviceGround ground)
    {
        foreach (var use in Uses)
        {
            if (ground.Look[use.Kind] is not { } part)
                continue;
            var faces = FacesOf(ground, part, part.Get(use.Family));
            if (
                part.Has(use.Size, out var points)
                && TooSmall(ground, use, points, faces) is { } small
            )
                yield return small;
            if (part.Has(use.Family, out var family) && family.Length > 0 && faces.Length == 0)
                yield return Missing(ground, use, part, family);
            if (
                use.Weight is { } weight
                && part.Has(weight, out var wanted)
                && OfWeights(use, weight, wanted, family, faces) is { } ofWeights
            )
                yield return ofWeights;
        }
    }

    private static ImmutableArray<FontFace> FacesOf(
        AdviceGround ground,
        Component part,
        string family
    ) =>
        family.Length == 0
            ? []
            : [.. Typesetting.FacesOf(part, family, ground.Content).Select(one => one.Face)];

    private static PieceOfAdvice? TooSmall(
        AdviceGround ground,
        Use use,
        double points,
        ImmutableArray<FontFace> faces
    )
    {
        var (screen, capital) = (
            ground.Screens[0],
            faces is [var face, ..] ? face.CapHeight : FontFace.UsualCapHeight
        );
        var perPoint = capital * 96 / 72 * screen.Scale;
        if (Math.Round(points * perPoint) >= Readable)
            return null;
        var enough = Math.Ceiling((Readable - 0.5) / perPoint / HalfPoint) * HalfPoint;
        return new PieceOfAdvice(
            $"type/{use.Kind.Name}/{use.Size.Name}",
            use.Kind,
            new SettingKey(use.Size.Name),
            AdviceWeight.Light,
            $"{use.What} is small for the screen",
            string.Create(
                CultureInfo.InvariantCulture,
                $"{use.What} {points * perPoint:0.0} px high, wanted {Readable:0}"
            ),
            string.Create(
                CultureInfo.InvariantCulture,
                $"A capital letter at {points:0.##} pt is {points * perPoint:0.0} px high on the main screen, whose scale is {screen.Scale:0.##}."
            ),
            $"{Readable:0} whole px are wanted, the least for letters that are read on (ISO 9241-303).",
            "With fewer px letters that are alike become the same.",
            [
                AdviceRemedy.Set(
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{use.Size.Title} {enough:0.#} pt"
                    ),
                    use.Kind,
                    use.Size.Is(enough)
                ),
            ]
        );
    }

    private static PieceOfAdvice Missing(
        AdviceGround ground,
        Use use,
        Component part,
        string family
    ) =>
        new(
            $"type/{use.Kind.Name}/{use.Family.Name}",
            use.Kind,
            new SettingKey(use.Family.Name),
            AdviceWeight.Light,
            $"{use.What} is in a font that is not at hand",
            $"{use.What} in {family}, of which no file is here",
            $"There is no file of {family} here, so another font stands in.",
            "A font that is here is wanted.",
            "What stands in has other widths, so that words are cut off or leave gaps.",
            Uses.Where(other => other.Kind == use.Kind)
                .Select(other => part.Get(other.Family))
                .Where(other => FacesOf(ground, part, other).Length > 0)
                .Distinct()
                .Select(other => AdviceRemedy.Set(other, use.Kind, use.Family.Is(other)))
        );

    private static PieceOfAdvice? OfWeights(
        Use use,
        Setting<double> weight,
        double wanted,
        string? family,
        ImmutableArray<FontFace> faces
    )
    {
        if (faces.IsEmpty || faces.Any(face => face.IsVariable))
            return null;
        var nearest = faces.MinBy(face => Math.Abs(face.Weight - wanted))!.Weight;
        if (Math.Abs(nearest - wanted) < OtherWeight)
            return null;
        return new PieceOfAdvice(
            $"type/{use.Kind.Name}/{weight.Name}",
            use.Kind,
            new SettingKey(weight.Name),
            AdviceWeight.Light,
            $"{use.What} wants a weight that its font does not have",
            string.Create(
                CultureInfo.InvariantCulture,
                $"{use.What} of weight {wanted:0}, the nearest of {family} is {nearest}"
            ),
            string.Create(
                CultureInfo.InvariantCulture,
                $"{family} has {string.Join(", ", faces.Select(face => face.Weight).Distinct().Order())}, and {wanted:0} is wanted."
            ),
            "A weight is wanted of which there is a file.",
            "Each program makes up its own from another, or takes the nearest.",
            [AdviceRemedy.Set($"{weight.Title} {nearest}", use.Kind, weight.Is(nearest))]
        );
    }
}
