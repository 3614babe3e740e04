using System.Globalization;
using Furoshiki.Core.Fitting;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Advice;

/// <summary>Whether the parts have the accent of the colours, as far as their families could.</summary>
internal static class NearVariants
{
    public static AdviceCheck Check { get; } = new("accent", Find);

    /// <summary>How far accents are apart, as CIEDE2000, that look like two colours and not like shades of one.</summary>
    private const double Far = 20;

    private static IEnumerable<PieceOfAdvice> Find(AdviceGround ground)
    {
        if (ground.Look.Accent is not { } accent)
            yield break;
        foreach (var one in WholeMove.NearerVariants(ground.Look, accent, ground.Offered))
        {
            if (one.Apart < Far)
                continue;
            var (kind, its) = (one.Part.Kind, one.Used.Asset.Accent!.Value);
            yield return new PieceOfAdvice(
                $"accent/{kind.Name}/{one.Key}",
                kind,
                one.Key,
                AdviceWeight.Light,
                "Accents do not go together",
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{one.Used.Supply.Title} {one.Apart:0} from the accent, wanted less than {Far:0}"
                ),
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{one.Used.Supply.Title} has {its}, which is {one.Apart:0} from the accent {accent}; {one.Nearest.Supply.Title} is {one.NearestApart:0} from it."
                ),
                $"Less than {Far:0} apart as CIEDE2000 is wanted, or the nearest variant of the family.",
                "What is of one look has its colour.",
                [
                    new AdviceRemedy(
                        one.Nearest.Supply.Title,
                        new FittingStep([
                            FittingEdit.Piece.Of(
                                kind,
                                KeyValuePair.Create(
                                    one.Key,
                                    (SettingValue)new SettingValue.Text(one.Nearest.Asset.Name)
                                )
                            ),
                        ])
                    )
                    {
                        Get = one.Nearest.Get is { } get ? [get] : [],
                    },
                ]
            );
        }
    }
}
