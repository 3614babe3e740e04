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
    [AtOneEdge, OnOneKey];

    /// <summary>The fights in a look that a plan leads to, of which it puts on at least one side.</summary>
    /// <param name="next">The look.</param>
    /// <param name="changed">The kinds that the plan puts on.</param>
    public static ImmutableArray<Fight> In(Look next, IReadOnlySet<Kind> changed) =>
        [.. All.SelectMany(find => find(next, changed))];

    /// <summary>Something that stands at an edge and takes room there.</summary>
    /// <param name="Part">The part that it is of.</param>
    /// <param name="Item">Which item; null for the part as a whole.</param>
    /// <param name="Words">What it is, in words.</param>
    /// <param name="Screen">The screen.</param>
    /// <param name="Edge">The edge.</param>
    /// <param name="IsLong">Whether nothing else fits beside it.</param>
    private sealed record Standing(
        Component Part,
        string? Item,
        string Words,
        string Screen,
        Edge Edge,
        bool IsLong
    );

    /// <summary>A dock and panels that do not hide and stand at one edge, of which one leaves no room for the other.</summary>
    private static IEnumerable<Fight> AtOneEdge(Look look, IReadOnlySet<Kind> changed)
    {
        var all = Standings(look).ToList();
        foreach (var (i, one) in all.Index())
        foreach (var other in all.Skip(i + 1))
        {
            if (
                (one.Screen, one.Edge) != (other.Screen, other.Edge)
                || !(one.IsLong || other.IsLong)
                || !(changed.Contains(one.Part.Kind) || changed.Contains(other.Part.Kind))
            )
                continue;
            var free = Enum.GetValues<Edge>()
                .Except(all.Where(its => its.Screen == one.Screen).Select(its => its.Edge))
                .Take(MostEdges)
                .ToList();
            yield return new Fight(
                $"{one.Words} and {Lower(other.Words)} are both at the {NameOf(one.Edge)} of the {(one.Screen == SettingType.ScreenName.Main ? "main screen" : $"screen {one.Screen}")}.",
                [.. Elsewhere(one, free, changed), .. Elsewhere(other, free, changed)]
            );
        }
    }

    private static IEnumerable<Standing> Standings(Look look)
    {
        if (look[DockKind.Kind] is { } dock && DockKind.IsThere(dock) && !dock.Get(DockKind.Hides))
            yield return new Standing(
                dock,
                null,
                "The dock",
                SettingType.ScreenName.Main,
                dock.Get(DockKind.Edge),
                IsLong: true
            );
        if (look[PanelsKind.Kind] is not { } panels)
            yield break;
        foreach (var item in panels.Items)
        {
            var panel = panels.ItemAlone(item);
            if (!panel.Get(PanelsKind.Hides))
                yield return new Standing(
                    panels,
                    item,
                    $"The panel {item}",
                    panel.Get(PanelsKind.Screen),
                    panel.Get(PanelsKind.Edge),
                    panel.Get(PanelsKind.Length) is { IsPixels: false, Value: 100 }
                );
        }
    }

    /// <summary>To put one of two at another edge, or to leave it out.</summary>
    private static IEnumerable<Remedy> Elsewhere(
        Standing its,
        IEnumerable<Edge> free,
        IReadOnlySet<Kind> changed
    )
    {
        var kind = its.Part.Kind;
        var key = new SettingKey("edge", its.Item);
        if (!changed.Contains(kind))
            yield break;
        if (its.Part.Settings.ContainsKey(key))
            foreach (var edge in free)
                yield return new Remedy(
                    $"{its.Words} at the {NameOf(edge)}",
                    "nothing else is there",
                    [$"{kind.Name}/{key}={NameOf(edge)}"],
                    []
                );
        yield return AsNow(its.Words, kind, its.Item is { } item ? LeftOut.Item(item) : null);
    }

    /// <summary>A key that calls two things: the launcher, or a shortcut.</summary>
    private static IEnumerable<Fight> OnOneKey(Look look, IReadOnlySet<Kind> changed) =>
        Keys(look)
            .GroupBy(one => one.Key)
            .Select(key => key.ToList())
            .Where(those => those.Count > 1 && those.Any(one => changed.Contains(one.Kind)))
            .Select(those => new Fight(
                $"{those[0].Written} calls {string.Join(" and ", those.Select(one => Lower(one.Words)))}.",
                [
                    .. those
                        .Where(one => changed.Contains(one.Kind))
                        .Select(one => AsNow(one.Words, one.Kind, one.Setting)),
                ]
            ));

    private static IEnumerable<(
        Kind Kind,
        SettingKey Setting,
        string Words,
        string Key,
        string Written
    )> Keys(Look look)
    {
        if (
            look[LauncherKind.Kind] is { } launcher
            && launcher.Get(LauncherKind.Key) is { Length: > 0 } key
        )
            yield return (
                launcher.Kind,
                new SettingKey(LauncherKind.Key.Name),
                "The launcher",
                Ordered(key),
                key
            );
        if (look[ShortcutsKind.Kind] is not { } shortcuts)
            yield break;
        foreach (var item in shortcuts.Items)
            if (shortcuts.ItemAlone(item).Get(ShortcutsKind.Key) is { Length: > 0 } its)
                yield return (
                    shortcuts.Kind,
                    LeftOut.Item(item),
                    $"The shortcut {item}",
                    Ordered(its),
                    its
                );

        // Super+Shift+O and Shift+Super+o are one key.
        static string Ordered(string key) =>
            string.Join(
                '+',
                key.ToUpperInvariant()
                    .Split('+', StringSplitOptions.TrimEntries)
                    .Order(StringComparer.Ordinal)
            );
    }

    private static Remedy AsNow(string words, Kind kind, SettingKey? piece) =>
        new(
            $"{words} as it is now",
            "it is left out",
            [],
            [piece is null ? kind.Name : $"{kind.Name}/{piece}"]
        );

    private static string Lower(string words) => char.ToLowerInvariant(words[0]) + words[1..];

    private static string NameOf(Edge edge) =>
        edge switch
        {
            Edge.Top => "top",
            Edge.Bottom => "bottom",
            Edge.Left => "left",
            _ => "right",
        };
}
