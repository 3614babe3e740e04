using System.Collections.Concurrent;

namespace Furoshiki.Core.Content;

/// <summary>Remembers what was worked out, so far as there is room.</summary>
public static class Remembering
{
    /// <summary>Keeps something; where there is no room for more, all else is forgotten first.</summary>
    /// <param name="known">What is known.</param>
    /// <param name="key">What it belongs to.</param>
    /// <param name="value">What is kept.</param>
    /// <param name="most">How many are kept at most, from 1.</param>
    /// <returns>What is kept.</returns>
    public static TValue Keep<TKey, TValue>(
        this ConcurrentDictionary<TKey, TValue> known,
        TKey key,
        TValue value,
        int most
    )
        where TKey : notnull
    {
        if (known.Count >= most)
            known.Clear();
        return known[key] = value;
    }
}
