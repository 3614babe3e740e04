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
)
{
    /// <summary>Whether it does not show since the program that shows it does not run.</summary>
    public bool IsStopped { get; init; }
}

/// <summary>
/// What a desktop's session does with the settings: some it reads at once, some when a program starts, some at sign-in, some
/// when the machine starts; and where an asset is not there, it shows another in silence.
/// </summary>
/// <param name="map">The desktop's map.</param>
/// <param name="view">The desktop's folder.</param>
/// <param name="stopped">The programs that should run and do not: nothing of what they show does.</param>
public sealed class DesktopSession(DesktopMap map, IDesktopView view, IReadOnlySet<string> stopped)
{
    /// <summary>What is read when something starts again.</summary>
    /// <param name="upTo">The latest moment whose settings are read.</param>
    /// <param name="program">The program that starts, if only what it shows is read; null for everything.</param>
    public static Func<string?, Shows, bool> UpTo(Shows upTo, string? program = null) =>
        (shownBy, shows) => shows <= (program is null || shownBy == program ? upTo : Shows.AtOnce);

    /// <summary>What shows of settings that are all read.</summary>
    public Look Begin(DesktopReading reading) => Read(null, reading, (_, _) => true);

    /// <summary>What shows after some of the settings were read again.</summary>
    /// <param name="showing">What showed before; null if the session begins, and reads everything.</param>
    /// <param name="reading">What is set.</param>
    /// <param name="isRead">Whether what shows of a program (null for the session itself) at a moment is read.</param>
    public Look Read(Look? showing, DesktopReading reading, Func<string?, Shows, bool> isRead)
    {
        var kinds = map.Kinds.Select(kind =>
        {
            var set = reading.Look[kind.Kind];
            var before = showing?[kind.Kind];
            return IsStopped(kind, set) ? Component.Of(kind.Kind, [])
                : set is null ? before
                : before is null ? Displayed(kind, set)
                : Displayed(kind, Taken(kind, before, set, isRead));
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
            if (IsStopped(kind, set))
                yield return new NotShowing(
                    kind.Kind,
                    set,
                    null,
                    Shows.AfterProgramRestart,
                    kind.Program
                )
                {
                    IsStopped = true,
                };
            else if (!will.Equals(shows))
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

    /// <summary>Whether a part is not to be seen since its program does not run; one that shows nothing misses no program.</summary>
    private bool IsStopped(KindMap kind, Component? set) =>
        kind.Program is { } program && stopped.Contains(program) && set is { ShowsNothing: false };

    /// <summary>What is set where it is read by now, and what showed before where it is not.</summary>
    private Component Taken(
        KindMap kind,
        Component before,
        Component set,
        Func<string?, Shows, bool> isRead
    )
    {
        var settings = ImmutableSortedDictionary.CreateBuilder<SettingKey, SettingValue>();
        foreach (var key in before.Settings.Keys.Union(set.Settings.Keys))
        {
            var from = isRead(kind.Program, kind.PlaceOf(key)?.Shows ?? kind.Shows) ? set : before;
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
