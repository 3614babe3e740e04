using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.App.SafeStates;
using Furoshiki.App.Saving;
using Furoshiki.App.Session;
using Furoshiki.App.Views;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Session;
using Furoshiki.Core.Switching;
using Furoshiki.Core.Words;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Now;

/// <summary>Reads desktops and tells what drifted.</summary>
public sealed class NowReader(
    IDbContextFactory<FuroshikiDb> databases,
    IContentStore content,
    LookLibrary library,
    Observer observer,
    MapLibrary maps,
    Sessions sessions,
    SafeStateShelf safeStates,
    FileCopies copies,
    SqliteSwitchJournal journal
)
{
    /// <summary>A desktop as it is.</summary>
    public NowView Read(LiveDesktop desktop)
    {
        var seen = observer.See(desktop);
        var reading = seen.Reading;
        var drift = DriftOf(desktop, reading);
        library.Remember(drift.Then);
        var shown = sessions.Shown(desktop, seen);
        if (shown is not null)
            library.Remember(shown.Showing);
        var notShowing = shown?.NotShowing ?? [];
        return new NowView(
            DesktopView.Of(desktop),
            reading.Look.Digest.Hex,
            (shown?.Showing ?? reading.Look).Digest.Hex,
            drift.On is { } on
                ? new OnView(
                    on.ProfileId,
                    on.Profile!.Name,
                    on.Id,
                    Counting.Ordinal(on.Number),
                    Counting.Ordinal(NextNumber(on.ProfileId)),
                    on.Look.Hex
                )
                : null,
            [.. drift.Parts.Select(part => DriftView.Of(part, drift.Since(part.Kind.Name)))],
            drift.Then.Digest.Hex,
            [.. drift.Unsaved.Select(part => DriftView.Of(part, since: null))],
            drift.Changes,
            [.. notShowing.Select(NotShowingView.Of)],
            [
                .. WaitingStep
                    .Fewest(notShowing)
                    .Select(step => new WaitingView(
                        step.Subject,
                        step.Words,
                        RealSession.DoingOf(desktop, step)
                    )),
            ],
            [
                .. UnreadFile
                    .In(reading)
                    .Select(file =>
                        copies.For(
                            file,
                            seen,
                            file.Parts.Select(part => drift.Held.GetValueOrDefault(part.Kind))
                                .OfType<SavingRow>()
                        )
                    ),
            ],
            [.. reading.Parts.SelectMany(UnreadValueView.Of)],
            [
                .. reading.Parts.SelectMany(GapView.Of),
                .. drift.Damaged.Select(kind => new GapView(
                    kind,
                    Core.Parts.Kind.TitleOf(kind),
                    SavingNames.Words(drift.Held[kind]),
                    "The copy of this saving is damaged, so it cannot be told what changed since."
                )),
            ],
            safeStates.Asides(desktop),
            [
                .. reading
                    .Look.Components.SelectMany(part => part.Assets)
                    .Where(asset => asset is { Setting: not null, Content: null })
                    .Select(asset => asset.Name)
                    .Distinct(),
            ],
            [.. reading.Look.Components.Select(part => PartView.Of(part, content))],
            safeStates.Last(desktop),
            journal.News(desktop.Id)
        );
    }

    private int NextNumber(long profile)
    {
        using var db = databases.CreateDbContext();
        return Saver.NextNumber(db, profile);
    }

    /// <summary>
    /// What changed since the saving that last held each part, as far as this desktop can hold it. What became of parts that could not be
    /// read is not known, so they are none of those that changed.
    /// </summary>
    public Drift DriftOf(LiveDesktop desktop, DesktopReading reading)
    {
        using var db = databases.CreateDbContext();
        var ids = desktop
            .On.Parts.Values.SelectMany(part => part.Savings)
            .Append(desktop.On.Saving ?? 0)
            .Distinct()
            .ToList();
        var rows = db
            .Savings.AsNoTracking()
            .Include(one => one.Profile)
            .Where(one => ids.Contains(one.Id))
            .ToDictionary(one => one.Id);
        var held = desktop.On.Parts.Where(part => rows.ContainsKey(part.Value.Saving)).ToList();
        var saved = new List<Component>();
        var unsaved = new List<PartDifference>();
        var damaged = new List<string>();
        foreach (var (kind, on) in held)
            try
            {
                if (ThenOf(kind, on, _ => true) is not { } part)
                    continue;
                saved.Add(part);
                if (
                    on.LeftOut.ContainsValue(PartOn.Nobodys)
                    && ThenOf(kind, on, holder => holder != PartOn.Nobodys) is { } inSavings
                    && !inSavings.Equals(part)
                )
                    unsaved.Add(Difference.Between(part.Kind, inSavings, part, library.FindTree));
            }
            catch (ProblemException)
            {
                damaged.Add(kind);
            }
        var then = Look.Of(saved);
        var read = then.Only(
            then.Components.Select(part => part.Kind.Name)
                .Except(reading.Unread.Select(part => part.Kind.Name))
        );
        var now = reading.Look.Only(read.Components.Select(part => part.Kind.Name));
        return new Drift(
            rows.GetValueOrDefault(desktop.On.Saving ?? 0),
            Difference.Between(read, now, library.FindTree),
            then,
            [.. unsaved.OrderBy(part => part.Kind.Place)],
            held.ToDictionary(part => part.Key, part => rows[part.Value.Saving]),
            damaged
        );

        // What was left out is as the saving has it that held it before, or as it is where none did.
        Component? ThenOf(string kind, PartOn on, Func<long?, bool> isLeftOut)
        {
            if (SavedOf(kind, on.Saving) is not { } then)
                return null;
            if (reading.Look[then.Kind] is { } now)
                foreach (
                    var group in on
                        .LeftOut.Where(one => isLeftOut(one.Value))
                        .GroupBy(one => one.Value, one => one.Key)
                )
                    then = new LeftOut([.. group]).Keep(
                        then,
                        (group.Key is { } other ? SavedOf(kind, other) : null) ?? now
                    );
            return then;
        }

        // A part of a saving as this desktop can hold it.
        Component? SavedOf(string kind, long id) =>
            rows.TryGetValue(id, out var saving) && library.Of(saving).Find(kind) is { } part
                ? Adaptation
                    .Fit(
                        part,
                        maps.Get(library.MapsOf(saving)[kind]),
                        desktop.Map,
                        reading.Look[part.Kind]
                    )
                    .Component
                : null;
    }
}
