using System.Collections.Concurrent;
using System.Collections.Immutable;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.SafeStates;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Switching;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Keeping;

/// <summary>Tells what safe states have that no saving has.</summary>
public sealed class UnsavedParts(
    IDbContextFactory<FuroshikiDb> databases,
    SafeStateShelf safeStates,
    LookLibrary library,
    MapLibrary maps
)
{
    /// <summary>A part with a name that tells it from all that are not the same.</summary>
    private sealed record NamedPart(Component Part, string Name);

    private readonly ConcurrentDictionary<Digest, ImmutableArray<NamedPart>> _parts = new();

    /// <summary>
    /// For each safe state the parts, each by a name of its own, that no saving has, neither as it is saved nor as the desktop could
    /// hold it.
    /// </summary>
    public IReadOnlyList<ImmutableHashSet<string>> In(
        LiveDesktop desktop,
        IReadOnlyList<SafeStateRow> states
    )
    {
        using var db = databases.CreateDbContext();
        var savings = db.Savings.AsNoTracking().ToDictionary(one => one.Id);
        var saved = savings
            .Values.Select(one => one.Look)
            .Distinct()
            .SelectMany(look => PartsOf(look))
            .Select(one => one.Name)
            .ToHashSet(StringComparer.Ordinal);
        var held = new Dictionary<(long Saving, string Part), bool>();
        return [.. states.Select(UnsavedIn)];

        ImmutableHashSet<string> UnsavedIn(SafeStateRow state)
        {
            var unsaved = PartsOf(state.Look).Where(one => !saved.Contains(one.Name)).ToList();
            if (unsaved.Count == 0)
                return [];
            var on = safeStates.OnOf(desktop, state) ?? WhatIsOn.Nothing;
            return
            [
                .. unsaved
                    .Where(one =>
                        on.Parts.GetValueOrDefault(one.Part.Kind.Name)?.Saving is not { } saving
                        || !IsHeld(saving, one)
                    )
                    .Select(one => one.Name),
            ];
        }

        bool IsHeld(long saving, NamedPart one)
        {
            if (!held.TryGetValue((saving, one.Name), out var isHeld))
                held[(saving, one.Name)] = isHeld =
                    savings.TryGetValue(saving, out var row)
                    && PartsOf(row.Look).FirstOrDefault(part => part.Part.Kind == one.Part.Kind)
                        is { } then
                    && one.Part.Equals(
                        Adaptation
                            .Fit(
                                then.Part,
                                maps.Get(library.MapsOf(row)[then.Part.Kind.Name]),
                                desktop.Map,
                                one.Part
                            )
                            .Component
                    );
            return isHeld;
        }
    }

    private ImmutableArray<NamedPart> PartsOf(Digest look)
    {
        if (_parts.TryGetValue(look, out var known))
            return known;
        try
        {
            return _parts[look] = [
                .. library
                    .Get(look)
                    .Components.Select(part => new NamedPart(
                        part,
                        $"{part.Kind.Name} {Look.Of([part]).Digest.Hex}"
                    )),
            ];
        }
        catch (ProblemException)
        {
            // What cannot be read any more is no copy of anything.
            return [];
        }
    }
}
