using System.Collections.Immutable;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Switching;

/// <summary>What holds a part of a desktop.</summary>
/// <param name="Saving">The number of the saving that it was last put on from, or saved as.</param>
/// <param name="LeftOut">
/// What of it is another than in that saving: for each setting or item the number of the saving that last held it; null if none did and it
/// was left as it was, and <see cref="Nobodys"/> if it was put on and is in no saving.
/// </param>
public sealed record PartOn(long Saving, ImmutableSortedDictionary<SettingKey, long?> LeftOut)
{
    /// <summary>In the place of a saving's number: what was put on, as it was fitted or chosen, and saved nowhere.</summary>
    public const long Nobodys = 0;

    /// <summary>A part that one saving holds as a whole.</summary>
    /// <param name="saving">The saving's number.</param>
    public static PartOn Whole(long saving) =>
        new(saving, ImmutableSortedDictionary<SettingKey, long?>.Empty);

    /// <summary>The numbers of all savings that hold some of it.</summary>
    public IEnumerable<long> Savings =>
        LeftOut.Values.OfType<long>().Where(holder => holder != Nobodys).Append(Saving);

    /// <summary>The number of the saving that holds a setting or an item; null if none does.</summary>
    public long? HolderOf(SettingKey key) =>
        LeftOut.TryGetValue(key, out var holder)
        || (key.Item is { } item && LeftOut.TryGetValue(Switching.LeftOut.Item(item), out holder))
            ? holder
            : Saving;
}

/// <summary>What a desktop has on: the saving that was put on or saved last, and for each kind what last held it.</summary>
/// <param name="Saving">The saving's number; null if none is on.</param>
/// <param name="Parts">What holds each kind; kinds that no saving has held are not in it.</param>
public sealed record WhatIsOn(long? Saving, ImmutableSortedDictionary<string, PartOn> Parts)
{
    /// <summary>Nothing was saved or put on yet.</summary>
    public static WhatIsOn Nothing { get; } =
        new(null, ImmutableSortedDictionary<string, PartOn>.Empty);

    /// <summary>After a saving was put on or made.</summary>
    /// <param name="saving">The saving's number.</param>
    /// <param name="kinds">The kinds of it that are on now.</param>
    /// <param name="isWhole">Whether that was all of it; else what was on before still is, but for those kinds.</param>
    /// <param name="leftOut">What of a kind was left out, and is held by what held it before; null for nothing.</param>
    public WhatIsOn With(
        long saving,
        IEnumerable<string> kinds,
        bool isWhole = true,
        IReadOnlyDictionary<string, LeftOut>? leftOut = null
    ) =>
        new(
            isWhole ? saving : Saving,
            Parts.SetItems(
                kinds.Select(kind =>
                    KeyValuePair.Create(
                        kind,
                        new PartOn(
                            saving,
                            (
                                leftOut?.GetValueOrDefault(kind)?.Keys ?? []
                            ).ToImmutableSortedDictionary(
                                key => key,
                                key => Parts.GetValueOrDefault(kind)?.HolderOf(key)
                            )
                        )
                    )
                )
            )
        );

    /// <summary>After something was put on in place of what a saving has: no saving holds that, and it is no drift.</summary>
    /// <param name="instead">What that was, by the kind's name.</param>
    public WhatIsOn WithInstead(IReadOnlyDictionary<string, Instead> instead) =>
        WithNobodys(instead.Select(one => KeyValuePair.Create(one.Key, one.Value.Values.Keys)));

    /// <summary>After settings were put on that no saving holds, which are no drift.</summary>
    /// <param name="settings">The settings, by the kind's name.</param>
    public WhatIsOn WithNobodys(
        IEnumerable<KeyValuePair<string, IEnumerable<SettingKey>>> settings
    ) =>
        this with
        {
            Parts = Parts.SetItems(
                settings
                    .Where(one => Parts.ContainsKey(one.Key))
                    .Select(one =>
                        KeyValuePair.Create(
                            one.Key,
                            Parts[one.Key] with
                            {
                                LeftOut = Parts[one.Key]
                                    .LeftOut.SetItems(
                                        one.Value.Select(key =>
                                            KeyValuePair.Create(key, (long?)PartOn.Nobodys)
                                        )
                                    ),
                            }
                        )
                    )
            ),
        };

    /// <summary>After parts of what was on at another time came back.</summary>
    /// <param name="then">What was on then.</param>
    /// <param name="kinds">The kinds that came back.</param>
    /// <param name="leftOut">What of a kind was left out, and is held by what held it before; null for nothing.</param>
    public WhatIsOn Back(
        WhatIsOn then,
        IEnumerable<string> kinds,
        IReadOnlyDictionary<string, LeftOut>? leftOut = null
    )
    {
        var parts = Parts.ToBuilder();
        foreach (var kind in kinds)
            if (then.Parts.GetValueOrDefault(kind) is { } part)
                parts[kind] = part with
                {
                    LeftOut = part.LeftOut.SetItems(
                        (leftOut?.GetValueOrDefault(kind)?.Keys ?? []).Select(key =>
                            KeyValuePair.Create(key, Parts.GetValueOrDefault(kind)?.HolderOf(key))
                        )
                    ),
                };
            else
                parts.Remove(kind);
        return this with { Parts = parts.ToImmutable() };
    }
}
