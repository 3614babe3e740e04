using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Switching;
using Furoshiki.Store;
using Furoshiki.Web.Profiles;
using Furoshiki.Web.SafeStates;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Web.Desktops;

/// <summary>A desktop as it is.</summary>
/// <param name="Look">What is set.</param>
/// <param name="Showing">What shows; the same as what is set where nothing is known of the session.</param>
/// <param name="Then">The parts as the savings have them that last held them: what drift is told against.</param>
/// <param name="NotShowing">The parts of which something else shows than what is set.</param>
/// <param name="Gaps">What stands in the parts' files and cannot be held.</param>
internal sealed record NowView(
    DesktopView Desktop,
    string Look,
    string Showing,
    OnView? On,
    IReadOnlyList<DriftView> Drift,
    string Then,
    IReadOnlyList<NotShowingView> NotShowing,
    IReadOnlyList<UnreadView> Unread,
    IReadOnlyList<UnreadValueView> UnreadValues,
    IReadOnlyList<GapView> Gaps,
    IReadOnlyList<AsideView> Asides,
    IReadOnlyList<string> NotFound,
    IReadOnlyList<PartView> Parts,
    SafeStateView? WayBack,
    string? Recovered
);

/// <summary>A desktop as it was read, held against the saving that last held each part.</summary>
/// <param name="On">The saving that is on; null if none is.</param>
/// <param name="Parts">The parts that changed.</param>
/// <param name="Then">The parts as those savings have them, as far as this desktop can hold them.</param>
/// <param name="Held">The saving that last held each part, by the kind's name.</param>
/// <param name="Damaged">The parts of which that cannot be told, since the copy of the saving is damaged.</param>
internal sealed record Drift(
    SavingRow? On,
    IReadOnlyList<PartDifference> Parts,
    Look Then,
    IReadOnlyDictionary<string, SavingRow> Held,
    IReadOnlyList<string> Damaged
)
{
    /// <summary>The saving that last held a part in words, where it is another than the one that is on.</summary>
    public string? Since(string kind) =>
        Held.GetValueOrDefault(kind) is { } saving && saving.ProfileId != On?.ProfileId
            ? Saver.Words(saving)
            : null;

    /// <summary>What is on, in words.</summary>
    public string Words =>
        On is null ? "What no profile had on"
        : Parts.Count == 0 ? Saver.Words(On)
        : $"{Saver.Words(On)}, with {Parts.Count} {(Parts.Count == 1 ? "change" : "changes")}";
}

/// <summary>Reads desktops and tells what drifted.</summary>
internal sealed class NowReader(
    IDbContextFactory<FuroshikiDb> databases,
    IContentStore content,
    LookLibrary library,
    MapLibrary maps,
    Sessions sessions,
    SafeStateShelf safeStates,
    SqliteSwitchJournal journal
)
{
    public NowView Read(LiveDesktop desktop)
    {
        var sight = library.ReadNow(desktop);
        var reading = sight.Reading;
        var drift = DriftOf(desktop, sight);
        library.Remember(drift.Then);
        var showing = sessions.Showing(desktop, sight);
        if (showing is not null)
            library.Remember(showing);
        return new NowView(
            DesktopView.Of(desktop),
            reading.Look.Digest.Hex,
            (showing ?? reading.Look).Digest.Hex,
            drift.On is { } on
                ? new OnView(
                    on.ProfileId,
                    on.Profile!.Name,
                    on.Id,
                    Saver.Ordinal(on.Number),
                    Saver.Ordinal(on.Number + 1),
                    on.Look
                )
                : null,
            [.. drift.Parts.Select(part => DriftView.Of(part, drift.Since(part.Kind)))],
            drift.Then.Digest.Hex,
            showing is null
                ? []
                : [.. Sessions.NotShowing(desktop, sight, showing).Select(NotShowingView.Of)],
            UnreadView.Of(reading),
            [.. reading.Parts.SelectMany(UnreadValueView.Of)],
            [
                .. reading.Parts.SelectMany(GapView.Of),
                .. drift.Damaged.Select(kind => new GapView(
                    kind,
                    Core.Kinds.Kind.Get(kind).Title,
                    Saver.Words(drift.Held[kind]),
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

    /// <summary>
    /// What changed since the saving that last held each part, as far as this desktop can hold it; parts that could not be read are
    /// not counted.
    /// </summary>
    public Drift DriftOf(LiveDesktop desktop, Sight sight)
    {
        using var db = databases.CreateDbContext();
        var ids = desktop.On.Parts.Values.Append(desktop.On.Saving ?? 0).Distinct().ToList();
        var rows = db
            .Savings.AsNoTracking()
            .Include(one => one.Profile)
            .Where(one => ids.Contains(one.Id))
            .ToDictionary(one => one.Id);
        var unread = sight.Reading.Unread.Select(part => part.Kind).ToHashSet();
        var held = desktop
            .On.Parts.Where(part => rows.ContainsKey(part.Value) && !unread.Contains(part.Key))
            .ToDictionary(part => part.Key, part => rows[part.Value]);
        var saved = new List<Component>();
        var damaged = new List<string>();
        foreach (var (kind, saving) in held)
            try
            {
                if (library.Of(saving)[kind] is { } part && Fit(part, saving) is { } fitted)
                    saved.Add(fitted);
            }
            catch (ProblemException)
            {
                damaged.Add(kind);
            }
        var then = Look.Of(saved);
        var now = sight.Reading.Look.Only(saved.Select(part => part.Kind));
        return new Drift(
            rows.GetValueOrDefault(desktop.On.Saving ?? 0),
            Difference.Between(then, now, library.FindTree),
            then,
            held,
            damaged
        );

        Component? Fit(Component part, SavingRow saving) =>
            Adaptation
                .Fit(
                    part,
                    maps.Get(Digest.Parse(saving.Map)),
                    desktop.Map,
                    sight.Reading.Look[part.Kind]
                )
                .Component;
    }
}
