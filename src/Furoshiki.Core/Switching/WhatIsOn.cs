using System.Collections.Immutable;

namespace Furoshiki.Core.Switching;

/// <summary>What a desktop has on: the saving that was put on or saved last, and for each kind the saving that last held it.</summary>
/// <param name="Saving">The saving's number; null if none is on.</param>
/// <param name="Parts">The saving's number by kind; kinds that no saving has held are not in it.</param>
public sealed record WhatIsOn(long? Saving, ImmutableSortedDictionary<string, long> Parts)
{
    /// <summary>Nothing was saved or put on yet.</summary>
    public static WhatIsOn Nothing { get; } =
        new(null, ImmutableSortedDictionary<string, long>.Empty);

    /// <summary>After a saving was put on or made.</summary>
    /// <param name="saving">The saving's number.</param>
    /// <param name="kinds">The kinds of it that are on now.</param>
    /// <param name="isWhole">Whether that was all of it; else what was on before still is, but for those kinds.</param>
    public WhatIsOn With(long saving, IEnumerable<string> kinds, bool isWhole = true) =>
        new(
            isWhole ? saving : Saving,
            Parts.SetItems(kinds.Select(kind => KeyValuePair.Create(kind, saving)))
        );
}
