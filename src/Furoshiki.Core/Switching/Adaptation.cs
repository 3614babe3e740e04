using System.Collections.Immutable;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Switching;

/// <summary>Something of a part that a desktop has no match for.</summary>
/// <param name="Key">The setting; an item is a setting of it without a name; null for a file, or the whole part.</param>
/// <param name="What">What it is, in words.</param>
/// <param name="Reason">Why there is no match, in a sentence.</param>
public sealed record Loss(SettingKey? Key, string What, string Reason);

/// <summary>A component as a desktop can hold it.</summary>
/// <param name="Component">The component; null if nothing of it can be held.</param>
/// <param name="Losses">What has no match.</param>
public sealed record Adapted(Component? Component, ImmutableArray<Loss> Losses);

/// <summary>
/// Makes of a component that was saved on one desktop what another can hold: the same settings where the platform has a place
/// for them, in the precision of its files. What the first platform had no place for is left as it is on the second.
/// </summary>
public static class Adaptation
{
    /// <summary>Adapts a component.</summary>
    /// <param name="wanted">The component.</param>
    /// <param name="source">The map of the desktop that it was saved on.</param>
    /// <param name="map">The map of the desktop that it is for, with that desktop's screens.</param>
    /// <param name="now">The part as it is on that desktop; null if it could not be read.</param>
    public static Adapted Fit(Component wanted, DesktopMap source, DesktopMap map, Component? now)
    {
        var kind = wanted.Kind;
        if (map.Find(wanted.Kind) is not { } here)
            return new Adapted(
                null,
                [
                    new Loss(
                        null,
                        wanted.Words,
                        $"{map.Platform} has no {kind.Title.ToLowerInvariant()}."
                    ),
                ]
            );
        var losses = new List<Loss>();
        var away = ItemsAway(wanted, map, now, losses);
        var settings = wanted.Settings.ToBuilder();
        foreach (var (key, value) in wanted.Settings)
            if (
                (key.Item is { } item && away.Contains(item))
                || Hold(kind, here, map, key, value, now, losses) is not { } held
            )
                settings.Remove(key);
            else if (!ReferenceEquals(held, value))
                settings[key] = held;
        WithoutOrderOf(away, settings);
        var then = source.Find(wanted.Kind);
        foreach (
            var (key, value) in now?.Settings
                ?? ImmutableSortedDictionary<SettingKey, SettingValue>.Empty
        )
            if (
                (then?.CanHold(key) == false && IsOfWanted(key, wanted))
                // What was saved and is not understood is not put on, and what is there in its place stays.
                || wanted.Kept.ContainsKey(key.ToString())
            )
                settings.TryAdd(key, value);
        if (settings.Count == 0 && wanted.Settings.Count > 0)
            return new Adapted(null, [.. losses]);
        var component = new Component(wanted.Kind, settings.ToImmutable(), []);
        return new Adapted(
            component with
            {
                Assets = [.. Assets(wanted, component, then, here, now, losses)],
            },
            [.. losses]
        );
    }

    /// <summary>Items on screens that the desktop does not have. What it has there all the same, it can hold.</summary>
    private static HashSet<string> ItemsAway(
        Component wanted,
        DesktopMap map,
        Component? now,
        List<Loss> losses
    )
    {
        var screen = wanted.Kind.Settings.FirstOrDefault(setting =>
            setting.Type is SettingType.ScreenName
        );
        var away = new HashSet<string>(StringComparer.Ordinal);
        if (screen is null || map.Screens.IsEmpty)
            return away;
        foreach (var item in wanted.Items)
        {
            var key = new SettingKey(screen.Name, item);
            var place = wanted.Settings.GetValueOrDefault(key);
            var name = place is SettingValue.Text text ? text.Value : SettingType.ScreenName.Main;
            if (
                name == SettingType.ScreenName.Main
                || map.Screens.Skip(1).Any(one => one.Id == name)
                || (
                    now is not null
                    && now.Items.Contains(item)
                    && Equals(now.Settings.GetValueOrDefault(key), place)
                )
            )
                continue;
            away.Add(item);
            losses.Add(new Loss(LeftOut.Item(item), item, $"There is no screen '{name}' here."));
        }
        return away;
    }

    private static SettingValue? Hold(
        Kind kind,
        KindMap here,
        DesktopMap map,
        SettingKey key,
        SettingValue value,
        Component? now,
        List<Loss> losses
    )
    {
        // What the desktop has, it can hold.
        if (now is not null && value.Equals(now.Settings.GetValueOrDefault(key)))
            return value;
        var held = Hold(here, map, key, value, out var whyNot);
        if (held is null)
            losses.Add(new Loss(key, kind.GetSetting(key).Title.ToLowerInvariant(), whyNot));
        return held;
    }

    /// <summary>What a desktop makes of a value: the same in the precision of its files.</summary>
    /// <param name="here">The kind on the desktop.</param>
    /// <param name="map">The desktop's map.</param>
    /// <param name="key">The setting.</param>
    /// <param name="value">The value.</param>
    /// <param name="whyNot">Why it cannot hold it, in a sentence; empty if it can.</param>
    /// <returns>Null if it cannot hold it.</returns>
    public static SettingValue? Hold(
        KindMap here,
        DesktopMap map,
        SettingKey key,
        SettingValue value,
        out string whyNot
    )
    {
        whyNot = "";
        if (!here.CanHold(key))
        {
            whyNot = $"{map.Platform} has no place for it.";
            return null;
        }
        if (here.PlaceOf(key) is not { } place || ReferenceEquals(place.Spelling, Spelling.Plain))
            return value;
        try
        {
            var type = here.Kind.GetSetting(key).Type;
            return type.Read(place.Spelling.FromFile(place.Spelling.ToFile(type.Write(value))));
        }
        catch (SettingsFileException problem)
        {
            whyNot = problem.Message;
            return null;
        }
    }

    private static void WithoutOrderOf(
        HashSet<string> away,
        ImmutableSortedDictionary<SettingKey, SettingValue>.Builder settings
    )
    {
        var key = new SettingKey(Setting.Order.Name);
        if (away.Count > 0 && settings.GetValueOrDefault(key) is SettingValue.List order)
            settings[key] = new SettingValue.List([
                .. order.Items.Where(item => !away.Contains(item)),
            ]);
    }

    private static bool IsOfWanted(SettingKey key, Component wanted) =>
        key.Item is null || wanted.Items.Contains(key.Item);

    /// <summary>
    /// The assets that go with what is left: those that a setting still names, with the one that all inherit from as it is here,
    /// and whole files where both platforms have them.
    /// </summary>
    private static IEnumerable<Asset> Assets(
        Component wanted,
        Component held,
        KindMap? then,
        KindMap here,
        Component? now,
        List<Loss> losses
    )
    {
        foreach (var rule in here.Assets)
        {
            var isNew = then?.Assets.Any(one => one.Setting == rule.Setting) == false;
            var isNamed = AssetFinder.NamesIn(held, rule.Setting).Any();
            foreach (
                var asset in isNew ? Of(now, rule)
                : isNamed ? Of(wanted, rule)
                : []
            )
                if (!AssetFinder.IsShared(asset, held, rule))
                    yield return asset;
            foreach (var asset in Of(now, rule))
                if (AssetFinder.IsShared(asset, held, rule))
                    yield return asset;
        }
        foreach (var path in here.Whole.Select(path => path.ToString()))
            if ((WholeAt(wanted, path) ?? WholeAt(now, path)) is { } whole)
                yield return whole;
        foreach (var asset in wanted.Assets)
            if (
                asset is { Setting: null, Content: not null }
                && here.Whole.All(path => path.ToString() != asset.Path)
            )
                losses.Add(new Loss(null, asset.Name, "There is no such file on this platform."));
    }

    private static IEnumerable<Asset> Of(Component? component, AssetRule rule) =>
        component?.Assets.Where(asset => asset.Setting == rule.Setting) ?? [];

    private static Asset? WholeAt(Component? component, string path) =>
        component?.Assets.FirstOrDefault(asset => asset.Setting is null && asset.Path == path);
}
