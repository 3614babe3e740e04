using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Reading;
using Furoshiki.Store;
using Furoshiki.Web.Profiles;
using Furoshiki.Web.SafeStates;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Web.Desktops;

/// <summary>A desktop as it is.</summary>
internal sealed record NowView(
    DesktopView Desktop,
    string Look,
    OnView? On,
    IReadOnlyList<DriftView> Drift,
    IReadOnlyList<UnreadView> Unread,
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
    LookLibrary library,
    SafeStateShelf safeStates,
    RecoveryNews news
)
{
    public NowView Read(LiveDesktop desktop)
    {
        var reading = library.ReadNow(desktop);
        var drift = DriftOf(desktop, reading);
        return new NowView(
            DesktopView.Of(desktop),
            reading.Look.Digest.Hex,
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
            [.. drift.Parts.Select(DriftView.Of)],
            [.. reading.Unread.Select(UnreadView.Of)],
            [
                .. reading
                    .Look.Components.SelectMany(part => part.Assets)
                    .Where(asset => asset.Path is null)
                    .Select(asset => asset.Name)
                    .Distinct(),
            ],
            [.. reading.Look.Components.Select(PartView.Of)],
            safeStates.Last(desktop.Id),
            news.Of(desktop.Id)
        );
    }

    /// <summary>What changed since the saving that is on; parts that could not be read are not counted.</summary>
    public Drift DriftOf(LiveDesktop desktop, DesktopReading reading)
    {
        using var db = databases.CreateDbContext();
        var on = db
            .Savings.AsNoTracking()
            .Include(one => one.Profile)
            .FirstOrDefault(one => one.Id == desktop.SavingOnId);
        if (on is null)
            return new Drift(null, []);
        var saved = library.Get(Digest.Parse(on.Look));
        var kinds = saved
            .Components.Select(part => part.Kind)
            .Except(reading.Unread.Select(part => part.Kind))
            .ToList();
        return new Drift(
            on,
            Difference.Between(saved.Only(kinds), reading.Look.Only(kinds), library.FindTree)
        );
    }
}

/// <summary>What recovery did at this start, for those whose desktop it was.</summary>
internal sealed class RecoveryNews
{
    private readonly Dictionary<long, string> _byDesktop = [];

    public void Add(long desktop, string sentence) => _byDesktop[desktop] = sentence;

    public string? Of(long desktop) => _byDesktop.GetValueOrDefault(desktop);
}

internal static class DesktopEndpoints
{
    public static void MapDesktops(this IEndpointRouteBuilder api)
    {
        var desktops = api.MapGroup("/desktops").WithTags("Desktops");
        desktops
            .MapGet(
                "",
                (DesktopRegister register) => register.All().Select(DesktopView.Of).ToList()
            )
            .WithName("listDesktops");
        desktops
            .MapGet(
                "/{id:long}/now",
                (long id, DesktopRegister register, NowReader now) => now.Read(register.Get(id))
            )
            .WithName("readNow");
    }
}
