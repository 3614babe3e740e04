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
        foreach (var item in controls.Items)
        {
            var its = controls.ItemAlone(item).Get(ControlsKind.Theme);
            if (its == theme)
                continue;
            yield return new PieceOfAdvice(
                $"toolkit/{item}",
                ControlsKind.Kind,
                new SettingKey(ControlsKind.Theme.Name, item),
                AdviceWeight.Light,
                "Half a family is on",
                its.Length == 0
                    ? $"Windows have {Words(theme)}, and {item} follows nothing."
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
