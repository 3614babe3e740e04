using Furoshiki.Core.Fitting;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Advice;

/// <summary>Whether the programs of every toolkit have the same controls.</summary>
internal static class EveryToolkit
{
    public static AdviceCheck Check { get; } = new("toolkit", Find);

    private static IEnumerable<PieceOfAdvice> Find(AdviceGround ground)
    {
        if (
            ground.Look[ControlsKind.Kind] is not { } controls
            || !controls.Has(ControlsKind.Theme, out var theme)
        )
            yield break;
        var reached = ground
            .Supplies.Where(supply =>
                supply.Provides.Any(one => one.Kind == ControlsKind.Kind && one.Name == theme)
            )
            .SelectMany(supply => supply.Reaches)
            .ToHashSet(StringComparer.OrdinalIgnoreCase);
        foreach (var item in controls.Items)
        {
            var its = controls.ItemAlone(item).Get(ControlsKind.Theme);
            var isReached = reached.Count == 0 || reached.Contains(item);
            if (its == theme && isReached)
                continue;
            yield return new PieceOfAdvice(
                $"toolkit/{item}",
                ControlsKind.Kind,
                new SettingKey(ControlsKind.Theme.Name, item),
                AdviceWeight.Light,
                "Half a family is on",
                its == theme ? $"{Words(theme)} does not reach {item}"
                    : its.Length == 0 ? $"Windows have {Words(theme)}, {item} follows nothing"
                    : $"Windows have {Words(theme)}, {item} has {Words(its)}",
                its == theme
                        ? $"{Words(theme)} is set for {item} too, and reaches {string.Join(" and ", reached.Order(StringComparer.Ordinal))} alone."
                    : its.Length == 0 ? $"Windows have {Words(theme)}, and {item} follows nothing."
                    : $"Windows have {Words(theme)}, and programs of {item} {Words(its)}.",
                "The same controls are wanted for every toolkit.",
                $"Programs of {item} look as if they were of another desktop.",
                [
                    new AdviceRemedy(
                        $"{Words(theme)} for {item}",
                        new FittingStep([
                            new FittingEdit.Piece(
                                Component.Of(
                                    ControlsKind.Kind,
                                    [ControlsKind.Theme.Is(theme, item)]
                                ) with
                                {
                                    Assets =
                                    [
                                        .. controls.Assets.Where(asset =>
                                            asset.Setting == ControlsKind.Theme.Name
                                            && asset.Name == theme
                                        ),
                                    ],
                                },
                                [],
                                []
                            ),
                        ])
                    ),
                ]
            );
        }
    }

    private static string Words(string theme) =>
        ControlsKind.Theme.Type.Words(new SettingValue.Text(theme));
}
