using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Advice;

/// <summary>Whether a dock and a panel want the same edge of the main screen.</summary>
internal static class OneEdge
{
    public static AdviceCheck Check { get; } = new("edge", Find);

    private static IEnumerable<PieceOfAdvice> Find(AdviceGround ground)
    {
        if (
            ground.Look[DockKind.Kind] is not { } dock
            || !DockKind.IsThere(dock)
            || ground.Look[PanelsKind.Kind] is not { } panels
        )
            yield break;
        var edge = dock.Get(DockKind.Edge);
        var taken = panels
            .Items.Where(item =>
                panels.ItemAlone(item).Get(PanelsKind.Screen) == SettingType.ScreenName.Main
            )
            .ToLookup(item => panels.ItemAlone(item).Get(PanelsKind.Edge));
        if (!taken[edge].Any())
            yield break;
        yield return new PieceOfAdvice(
            "edge/dock",
            DockKind.Kind,
            new SettingKey(DockKind.Edge.Name),
            AdviceWeight.Light,
            "Two things want one edge",
            $"The dock and the panel {taken[edge].First()} both at the {Word(edge)}",
            $"The dock and the panel {taken[edge].First()} are both at the {Word(edge)} of the main screen.",
            "An edge of its own is wanted for each.",
            "One lies over the other, or windows lose twice the room.",
            [
                .. Enum.GetValues<Edge>()
                    .Where(one => !taken[one].Any())
                    .Select(one =>
                        AdviceRemedy.Set(
                            $"Dock to the {Word(one)}",
                            DockKind.Kind,
                            DockKind.Edge.Is(one)
                        )
                    ),
            ]
        );
    }

    private static string Word(Edge edge) => DockKind.Edge.Typed.Of(edge).ToString()!;
}
