using System.Collections.Immutable;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Switching;

/// <summary>What of a part is left out when it is put on: settings, and items with all that is theirs.</summary>
/// <param name="keys">The settings; an item is a setting of it without a name.</param>
public sealed class LeftOut(ImmutableSortedSet<SettingKey> keys)
{
    /// <summary>Nothing is left out.</summary>
    public static LeftOut Nothing { get; } = new([]);

    /// <summary>The settings; an item is a setting of it without a name.</summary>
    public ImmutableSortedSet<SettingKey> Keys => keys;

    /// <summary>An item with all that is its.</summary>
    public static SettingKey Item(string item) => new("", item);

    /// <summary>
    /// Reads "setting", "item/setting" or "item/"; where the kind has no such setting, "item" is the item too.
    /// </summary>
    public static SettingKey Parse(Kind kind, string text) =>
        SettingKey.Parse(text) is { Item: null } key
        && kind.Settings.All(setting => setting.Name != key.Name)
            ? Item(text)
            : SettingKey.Parse(text);

    /// <summary>Whether a setting is left out, be it with its item.</summary>
    public bool Has(SettingKey key) =>
        keys.Contains(key) || (key.Item is { } item && keys.Contains(Item(item)));

    /// <summary>The same between two states of a part: of an item that comes or goes, all or nothing.</summary>
    public LeftOut Between(Component wanted, Component now)
    {
        if (keys.IsEmpty)
            return this;
        var stay = wanted.Items.Intersect(now.Items).ToHashSet(StringComparer.Ordinal);
        return new LeftOut([
            .. keys.Select(key => key.Item is { } item && !stay.Contains(item) ? Item(item) : key),
        ]);
    }

    /// <summary>A part without what is left out.</summary>
    public Component From(Component part) =>
        keys.IsEmpty
            ? part
            : part with
            {
                Settings = part.Settings.RemoveRange(part.Settings.Keys.Where(Has)),
            };

    /// <summary>A part with what is left out as another state of it has it.</summary>
    /// <param name="part">The part.</param>
    /// <param name="now">The other state.</param>
    public Component Keep(Component part, Component now)
    {
        if (keys.IsEmpty)
            return part;
        var settings = part
            .Settings.RemoveRange(part.Settings.Keys.Where(Has))
            .AddRange(now.Settings.Where(one => Has(one.Key)));
        var kept = part with { Settings = settings };
        if (part.Kind.HasOrder && (part.Has(Setting.Order) || now.Has(Setting.Order)))
            kept = kept with
            {
                Settings = settings.SetItem(
                    new SettingKey(Setting.Order.Name),
                    new SettingValue.List(OrderOf(kept, part, now))
                ),
            };
        return kept with { Assets = [.. AssetsOf(kept, part, now)] };
    }

    /// <summary>The order of the items that are there then: those that are not in the one that is taken stand after what they stood after.</summary>
    private ImmutableArray<string> OrderOf(Component kept, Component part, Component now)
    {
        var (first, second) = Has(new SettingKey(Setting.Order.Name)) ? (now, part) : (part, now);
        var items = kept
            .Settings.Keys.Select(key => key.Item)
            .OfType<string>()
            .ToHashSet(StringComparer.Ordinal);
        var order = first.Items.Where(items.Contains).ToList();
        foreach (var (at, item) in second.Items.Index())
            if (items.Contains(item) && !order.Contains(item))
                order.Insert(
                    1 + second.Items.Take(at).Max(one => (int?)order.IndexOf(one)) ?? 0,
                    item
                );
        return [.. order];
    }

    /// <summary>The assets that the settings name then, with what those inherit from, and the whole files of the part.</summary>
    private IEnumerable<Asset> AssetsOf(Component kept, Component part, Component now) =>
        part
            .Assets.Concat(now.Assets)
            .Select(asset => asset.Setting)
            .Distinct()
            .SelectMany(setting =>
                setting is null ? Of(part, setting) : Named(setting, kept, part, now)
            );

    private IEnumerable<Asset> Named(string setting, Component kept, Component part, Component now)
    {
        var names = AssetFinder.NamesIn(kept, setting).ToList();
        var chosen = AssetFinder.NamesIn(From(part), setting).ToList();
        if (names.SequenceEqual(chosen))
            return Of(part, setting);
        if (chosen.Count == 0)
            return Of(now, setting);
        var (own, others) = (Of(part, setting), Of(now, setting));
        return names
            .Select(name =>
                (chosen.Contains(name) ? own : others).FirstOrDefault(asset => asset.Name == name)
            )
            .OfType<Asset>();
    }

    private static IEnumerable<Asset> Of(Component part, string? setting) =>
        part.Assets.Where(asset => asset.Setting == setting);
}
