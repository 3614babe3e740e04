using System.Collections.Immutable;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Words;

namespace Furoshiki.Core.Search;

/// <summary>Something that a look is made of: a part, a setting's value, or an asset.</summary>
/// <param name="Words">What it is, in words: "Panels: main, edge top".</param>
/// <param name="Key">The words as they are compared.</param>
/// <param name="Colour">The colour that it is; null if it is none.</param>
public sealed record IndexEntry(string Words, string Key, Lab? Colour)
{
    /// <summary>Makes one of words.</summary>
    public static IndexEntry Of(string words, Rgba? colour = null) =>
        new(words, PersonsText.KeyOf(words), colour is { } known ? Lab.From(known) : null);
}

/// <summary>All that a look is made of, to be searched.</summary>
public static class LookIndex
{
    /// <summary>What a look is made of: its parts, and in each its assets and the values of its settings.</summary>
    public static ImmutableArray<IndexEntry> Of(Look look) => [.. look.Components.SelectMany(Of)];

    private static IEnumerable<IndexEntry> Of(Component part)
    {
        var kind = part.Kind;
        yield return IndexEntry.Of(kind.Title);
        foreach (var asset in part.Assets)
            yield return IndexEntry.Of(
                $"{kind.Title}: {new SettingType.AssetName().Words(new SettingValue.Text(asset.Name))}"
            );
        foreach (var (key, value) in part.Settings)
        {
            var setting = kind.GetSetting(key);
            var item = key.Item is null ? "" : $"{key.Item}, ";
            yield return IndexEntry.Of(
                $"{kind.Title}: {item}{setting.Title.ToLowerInvariant()} {setting.Type.Words(value)}",
                value is SettingValue.Colour colour ? colour.Value : null
            );
        }
    }
}
