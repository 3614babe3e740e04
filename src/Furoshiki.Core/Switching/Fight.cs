using System.Collections.Immutable;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Switching;

/// <summary>Parts of a look that are in each other's way.</summary>
/// <param name="Words">How, in a sentence.</param>
/// <param name="Remedies">What can be chosen instead.</param>
public sealed record Fight(string Words, ImmutableArray<Remedy> Remedies)
{
    private const int MostEdges = 2;

    /// <summary>Every fight that is looked for: in a look, of which some kinds are put on and can be shaped.</summary>
    public static IReadOnlyList<Func<Look, IReadOnlySet<Kind>, IEnumerable<Fight>>> All { get; } =
    [DockAndPanel];

    /// <summary>The fights in a look that a plan leads to, of which it puts on at least one side.</summary>
    /// <param name="next">The look.</param>
    /// <param name="changed">The kinds that the plan puts on.</param>
    public static ImmutableArray<Fight> In(Look next, IReadOnlySet<Kind> changed) =>
        [.. All.SelectMany(find => find(next, changed))];

    /// <summary>A dock and a panel at one edge of the main screen, neither of which hides.</summary>
    private static IEnumerable<Fight> DockAndPanel(Look look, IReadOnlySet<Kind> changed)
    {
        if (
            look[DockKind.Kind] is not { } dock
            || dock.Get(DockKind.Program).Length == 0
            || dock.Get(DockKind.Hides)
            || look[PanelsKind.Kind] is not { } panels
            || !(changed.Contains(DockKind.Kind) || changed.Contains(PanelsKind.Kind))
        )
            yield break;
        var edge = dock.Get(DockKind.Edge);
        var onMain = panels
            .Items.Select(item => (Name: item, Panel: panels.ItemAlone(item)))
            .Where(one => one.Panel.Get(PanelsKind.Screen) == SettingType.ScreenName.Main)
            .ToList();
        var free = Enum.GetValues<Edge>()
            .Except(onMain.Select(one => one.Panel.Get(PanelsKind.Edge)))
            .Where(one => one != edge)
            .Take(MostEdges)
            .ToList();
        foreach (var (name, panel) in onMain)
            if (panel.Get(PanelsKind.Edge) == edge && !panel.Get(PanelsKind.Hides))
                yield return new Fight(
                    $"The dock and the panel {name} are both at the {NameOf(edge)} of the main screen.",
                    [
                        .. Elsewhere(DockKind.Kind, dock, null, "The dock", free, changed),
                        .. Elsewhere(
                            PanelsKind.Kind,
                            panels,
                            name,
                            $"The panel {name}",
                            free,
                            changed
                        ),
                    ]
                );
    }

    /// <summary>To put one of two at another edge, or to leave it out.</summary>
    private static IEnumerable<Remedy> Elsewhere(
        Kind kind,
        Component part,
        string? item,
        string what,
        IEnumerable<Edge> free,
        IReadOnlySet<Kind> changed
    )
    {
        var key = new SettingKey("edge", item);
        if (!changed.Contains(kind))
            yield break;
        if (part.Settings.ContainsKey(key))
            foreach (var edge in free)
                yield return new Remedy(
                    $"{what} at the {NameOf(edge)}",
                    "nothing else is there",
                    [$"{kind.Name}/{key}={NameOf(edge)}"],
                    []
                );
        yield return new Remedy(
            $"{what} as it is now",
            "it is left out",
            [],
            [item is null ? kind.Name : $"{kind.Name}/{LeftOut.Item(item)}"]
        );
    }

    private static string NameOf(Edge edge) =>
        edge switch
        {
            Edge.Top => "top",
            Edge.Bottom => "bottom",
            Edge.Left => "left",
            _ => "right",
        };
}
