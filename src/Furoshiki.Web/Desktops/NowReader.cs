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
/// <param name="NotShowing">The parts of which something else shows than what is set.</param>
/// <param name="Gaps">What stands in the parts' files and cannot be held.</param>
internal sealed record NowView(
    DesktopView Desktop,
    string Look,
    string Showing,
    OnView? On,
    IReadOnlyList<DriftView> Drift,
    IReadOnlyList<NotShowingView> NotShowing,
    IReadOnlyList<UnreadView> Unread,
    IReadOnlyList<GapView> Gaps,
    IReadOnlyList<string> NotFound,
    IReadOnlyList<PartView> Parts,
    SafeStateView? WayBack,
    string? Recovered
);

/// <summary>A desktop as it was read, held against the saving that is on.</summary>
internal sealed record Drift(SavingRow? On, IReadOnlyList<PartDifference> Parts);

/// <summary>Reads desktops and tells what drifted.</summary>
internal sealed class NowReader(
    IDbContextFactory<FuroshikiDb> databases,
    IContentStore content,
    LookLibrary library,
    MapLibrary maps,
    Sessions sessions,
    SafeStateShelf safeStates,
    RecoveryNews news
)
{
    public NowView Read(LiveDesktop desktop)
    {
        var sight = library.ReadNow(desktop);
        var reading = sight.Reading;
        var drift = DriftOf(desktop, sight);
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
            [.. drift.Parts.Select(part => DriftView.Of(part, content))],
            showing is null
                ? []
                : [.. Sessions.NotShowing(desktop, sight, showing).Select(NotShowingView.Of)],
            [.. reading.Unread.Select(UnreadView.Of)],
            [.. reading.Parts.SelectMany(GapView.Of)],
            [
                .. reading
                    .Look.Components.SelectMany(part => part.Assets)
                    .Where(asset => asset.Path is null)
                    .Select(asset => asset.Name)
                    .Distinct(),
            ],
            [.. reading.Look.Components.Select(part => PartView.Of(part, content))],
            safeStates.Last(desktop.Id),
            news.Of(desktop.Id)
        );
    }

    /// <summary>
    /// What changed since the saving that is on, as far as this desktop can hold it; parts that could not be read are not counted.
    /// </summary>
    public Drift DriftOf(LiveDesktop desktop, Sight sight)
    {
        using var db = databases.CreateDbContext();
        var on = db
            .Savings.AsNoTracking()
            .Include(one => one.Profile)
            .FirstOrDefault(one => one.Id == desktop.SavingOnId);
        if (on is null)
            return new Drift(null, []);
        var source = maps.Get(Digest.Parse(on.Map));
        var now = sight.Reading.Look;
        var unread = sight.Reading.Unread.Select(part => part.Kind).ToList();
        var saved = Look.Of(
            library
                .Get(Digest.Parse(on.Look))
                .Components.Where(part => !unread.Contains(part.Kind))
                .Select(part => Adaptation.Fit(part, source, desktop.Map, now[part.Kind]).Component)
                .OfType<Component>()
        );
        var kinds = saved.Components.Select(part => part.Kind);
        return new Drift(on, Difference.Between(saved, now.Only(kinds), library.FindTree));
    }
}

/// <summary>What recovery did at this start, for those whose desktop it was.</summary>
internal sealed class RecoveryNews
{
    private readonly Dictionary<long, string> _byDesktop = [];

    public void Add(long desktop, string sentence) => _byDesktop[desktop] = sentence;

    public string? Of(long desktop) => _byDesktop.GetValueOrDefault(desktop);
}
