using System.Collections.Immutable;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Switching;

/// <summary>What a person puts on in place of what a part was saved with.</summary>
/// <param name="values">The values by their settings, which the part has.</param>
public sealed class Instead(ImmutableSortedDictionary<SettingKey, SettingValue> values)
{
    /// <summary>The values by their settings.</summary>
    public ImmutableSortedDictionary<SettingKey, SettingValue> Values => values;

    /// <summary>A part with those values, and the assets that they name as they stand on a desktop.</summary>
    /// <param name="part">The part as it was saved.</param>
    /// <param name="map">The desktop's map.</param>
    /// <param name="view">The desktop's folder.</param>
    public Component In(Component part, DesktopMap map, IDesktopView view)
    {
        var other = part with { Settings = part.Settings.SetItems(values) };
        if (map.Find(part.Kind) is not { } kind)
            return other;
        var names = values.Keys.Select(key => key.Name).ToHashSet(StringComparer.Ordinal);
        // What other settings of the part still name is as it was saved.
        var still = part with
        {
            Settings = part.Settings.RemoveRange(values.Keys),
        };
        var saved = names.SelectMany(name => AssetFinder.NamesIn(still, name)).ToHashSet();
        var found = AssetFinder
            .Find(kind, other with { Assets = [] }, map, view)
            .Where(asset => asset.Setting is { } setting && names.Contains(setting))
            .Select(asset =>
                saved.Contains(asset.Name) ? part.AssetNamed(asset.Name) ?? asset : asset
            );
        return other with
        {
            Assets =
            [
                .. part.Assets.Where(asset =>
                    asset.Setting is not { } setting || !names.Contains(setting)
                ),
                .. found,
            ],
        };
    }
}
