using System.Collections.Immutable;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Session;

/// <summary>A part of which something else shows than what is set.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Set">What is set.</param>
/// <param name="Showing">What shows; null if nothing of it does.</param>
/// <param name="Until">When what is set will show; null if it will not, since an asset of it is not there.</param>
/// <param name="Program">The program that has to start again; null if none.</param>
public sealed record NotShowing(
    Kind Kind,
    Component Set,
    Component? Showing,
    Shows? Until,
    string? Program
);

/// <summary>
/// What a desktop's session does with the settings: some it reads at once, some when a program starts, some at sign-in, some
/// when the machine starts; and where an asset is not there, it shows another in silence.
/// </summary>
/// <param name="map">The desktop's map.</param>
/// <param name="view">The desktop's folder.</param>
public sealed class SimulatedSession(DesktopMap map, IDesktopView view)
{
    /// <summary>What shows after the session read its settings again.</summary>
    /// <param name="showing">What showed before; null if the session begins.</param>
    /// <param name="reading">What is set.</param>
    /// <param name="upTo">The latest moment whose settings are read.</param>
    /// <param name="program">The program that started, if only what it shows is read; null for everything.</param>
    public Look Read(Look? showing, DesktopReading reading, Shows upTo, string? program = null)
    {
        var kinds = map.Kinds.Select(kind =>
        {
            var set = reading.Look[kind.Kind];
            var before = showing?[kind.Kind];
            var moment = program is null || kind.Program == program ? upTo : Shows.AtOnce;
            return set is null ? before
                : before is null ? Displayed(kind, set)
                : Displayed(kind, Taken(kind, before, set, moment));
        });
        return Look.Of(kinds.OfType<Component>());
    }

    /// <summary>The parts of which something else shows than what is set.</summary>
    public IEnumerable<NotShowing> NotShowing(Look showing, DesktopReading reading)
    {
        foreach (var kind in map.Kinds)
        {
            if (reading.Look[kind.Kind] is not { } set)
                continue;
            var shows = showing[kind.Kind];
            var will = Displayed(kind, set);
            if (!will.Equals(shows))
                yield return new NotShowing(
                    kind.Kind,
                    set,
                    shows,
                    kind.ShowsFor(Differing(set, shows)),
                    kind.Program
                );
            else if (!will.Equals(set))
                yield return new NotShowing(kind.Kind, set, will, null, null);
        }
    }

    /// <summary>What is set where it is read by now, and what showed before where it is not.</summary>
    private Component Taken(KindMap kind, Component before, Component set, Shows upTo)
    {
        var settings = ImmutableSortedDictionary.CreateBuilder<SettingKey, SettingValue>();
        foreach (var key in before.Settings.Keys.Union(set.Settings.Keys))
        {
            var from = (kind.PlaceOf(key)?.Shows ?? kind.Shows) <= upTo ? set : before;
            if (from.Settings.TryGetValue(key, out var value))
                settings[key] = value;
        }
        return Find(kind, new Component(set.Kind, settings.ToImmutable(), []));
    }

    /// <summary>A component as it shows: where an asset is not there, the one that the desktop falls back to.</summary>
    private Component Displayed(KindMap kind, Component set)
    {
        foreach (var (key, _, rule) in kind.MissingIn(set))
            set = set with
            {
                Settings = rule.Fallback is { } fallback
                    ? set.Settings.SetItem(key, new SettingValue.Text(fallback))
                    : set.Settings.Remove(key),
            };
        return Find(kind, set);
    }

    private Component Find(KindMap kind, Component component) =>
        component with
        {
            Assets = AssetFinder.Find(kind, component, map, view),
        };

    private static IEnumerable<SettingKey> Differing(Component set, Component? showing) =>
        set.Settings.Keys.Where(key =>
            !Equals(set.Settings[key], showing?.Settings.GetValueOrDefault(key))
        );
}
