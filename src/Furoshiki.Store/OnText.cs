using System.Collections.Immutable;
using System.Text.Json;
using Furoshiki.Core.Switching;

namespace Furoshiki.Store;

/// <summary>What a desktop has on, as it is written in the database.</summary>
public static class OnText
{
    private sealed record Record(long? Saving, SortedDictionary<string, long> Parts);

    /// <summary>What a desktop has on.</summary>
    /// <param name="db">Where the kinds stand that a saving covers.</param>
    /// <param name="saving">The saving that is on.</param>
    /// <param name="parts">The saving that last held each kind; empty where that was not noted yet.</param>
    public static WhatIsOn Of(FuroshikiDb db, long? saving, string parts) =>
        parts.Length > 0
            ? new WhatIsOn(
                saving,
                JsonSerializer
                    .Deserialize<SortedDictionary<string, long>>(parts)!
                    .ToImmutableSortedDictionary(StringComparer.Ordinal)
            )
        : saving is { } on
        && db.Savings.Where(one => one.Id == on).Select(one => one.Cover).FirstOrDefault()
            is { } cover
            ? WhatIsOn.Nothing.With(on, JsonSerializer.Deserialize<string[]>(cover)!)
        : WhatIsOn.Nothing with { Saving = saving };

    /// <summary>The saving that last held each kind, as text.</summary>
    public static string Parts(WhatIsOn on) => JsonSerializer.Serialize(on.Parts);

    /// <summary>Notes what a desktop has on, and that its profile was put on; nothing is saved yet.</summary>
    public static void Note(FuroshikiDb db, DesktopRow desktop, WhatIsOn on, DateTime now)
    {
        var saving = on.Saving is { } id ? db.Savings.FirstOrDefault(one => one.Id == id) : null;
        desktop.SavingOnId = saving?.Id;
        desktop.PartsOn = Parts(on);
        if (
            saving is not null
            && db.Profiles.FirstOrDefault(one => one.Id == saving.ProfileId) is { } profile
        )
            profile.LastOn = now;
    }

    internal static string Write(WhatIsOn on) =>
        JsonSerializer.Serialize(new Record(on.Saving, new(on.Parts, StringComparer.Ordinal)));

    internal static WhatIsOn Read(string text)
    {
        var record = JsonSerializer.Deserialize<Record>(text)!;
        return new WhatIsOn(
            record.Saving,
            record.Parts.ToImmutableSortedDictionary(StringComparer.Ordinal)
        );
    }
}
