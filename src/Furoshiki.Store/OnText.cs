using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Switching;

namespace Furoshiki.Store;

/// <summary>
/// What a desktop has on, as it is written in the database: an object of the parts, of which each is the number of the saving that holds
/// it, or, where something was left out, an object of that number and of those that hold the rest.
/// </summary>
public static class OnText
{
    private sealed record Whole(long? Saving, JsonObject Parts);

    private sealed record Part(long Saving, SortedDictionary<string, long?> LeftOut);

    /// <summary>What a desktop has on.</summary>
    /// <param name="db">Where the kinds stand that a saving covers.</param>
    /// <param name="saving">The saving that is on.</param>
    /// <param name="parts">The saving that last held each kind; empty where that was not noted yet.</param>
    public static WhatIsOn Of(FuroshikiDb db, long? saving, string parts) =>
        parts.Length > 0 ? new WhatIsOn(saving, PartsOf(JsonNode.Parse(parts)!.AsObject()))
        : saving is { } on
        && db.Savings.Where(one => one.Id == on).Select(one => one.Cover).FirstOrDefault()
            is { } cover
            ? WhatIsOn.Nothing.With(on, JsonSerializer.Deserialize<string[]>(cover)!)
        : WhatIsOn.Nothing with { Saving = saving };

    /// <summary>What holds each kind, as text.</summary>
    public static string Parts(WhatIsOn on) => TextOf(on).ToJsonString();

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
        JsonSerializer.Serialize(new Whole(on.Saving, TextOf(on)));

    internal static WhatIsOn Read(string text)
    {
        var whole = JsonSerializer.Deserialize<Whole>(text)!;
        return new WhatIsOn(whole.Saving, PartsOf(whole.Parts));
    }

    private static JsonObject TextOf(WhatIsOn on) =>
        new(
            on.Parts.Select(part =>
                KeyValuePair.Create<string, JsonNode?>(
                    part.Key,
                    part.Value.LeftOut.IsEmpty
                        ? part.Value.Saving
                        : JsonSerializer.SerializeToNode(
                            new Part(
                                part.Value.Saving,
                                new(
                                    part.Value.LeftOut.ToDictionary(
                                        one => one.Key.ToString(),
                                        one => one.Value
                                    ),
                                    StringComparer.Ordinal
                                )
                            )
                        )
                )
            )
        );

    private static ImmutableSortedDictionary<string, PartOn> PartsOf(JsonObject text) =>
        text.ToImmutableSortedDictionary(
            part => part.Key,
            part =>
                part.Value is JsonValue saving
                    ? PartOn.Whole(saving.GetValue<long>())
                    : PartOf(part.Value.Deserialize<Part>()!),
            StringComparer.Ordinal
        );

    private static PartOn PartOf(Part part) =>
        new(
            part.Saving,
            part.LeftOut.ToImmutableSortedDictionary(
                one => SettingKey.Parse(one.Key),
                one => one.Value
            )
        );
}
