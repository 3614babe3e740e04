using System.Collections.Concurrent;
using Furoshiki.App.Observing;
using Furoshiki.Core.Content;
using Furoshiki.Core.Judging;
using Furoshiki.Core.Supplies;

namespace Furoshiki.App.Supplies;

/// <summary>The supplies that are known, as they stand to a desktop as it was seen at one moment.</summary>
/// <param name="Known">The supplies.</param>
/// <param name="All">How each stands.</param>
/// <param name="Ground">What can be resolved among them.</param>
internal sealed record DesktopSupplies(
    KnownSupplies Known,
    IReadOnlyDictionary<SupplyName, SupplyStand> All,
    SupplyGround Ground
)
{
    /// <summary>What it takes to get supplies, by their package URLs and those of what comes anyway, as far as it was asked for.</summary>
    public ConcurrentDictionary<
        string,
        (IReadOnlyList<SupplyChange>? Changes, SupplyConflict? Conflict)
    > Resolved { get; } = new(StringComparer.Ordinal);

    /// <summary>What there is to know of looks before they are put on, by their digests, as far as it was asked for.</summary>
    public ConcurrentDictionary<Digest, IReadOnlyList<LookNote>> Notes { get; } = new();
}

/// <summary>Holds supplies against desktops, and again only after something of either changed.</summary>
public sealed class SupplyStands(Sources sources)
{
    private readonly ConcurrentDictionary<long, Remembered> _last = new();

    private sealed record Remembered(Observation Seen, DesktopSupplies Supplies);

    /// <summary>The supplies as they stand to a desktop.</summary>
    /// <param name="seen">The desktop as it was seen.</param>
    internal DesktopSupplies Of(Observation seen)
    {
        var desktop = seen.Desktop;
        var known = sources.Known();
        if (
            _last.TryGetValue(desktop.Id, out var last)
            && last.Seen == seen
            && last.Supplies.Known == known
        )
            return last.Supplies;
        var all = known
            .ByName.Select(versions => SupplyStand.Of(versions, desktop, seen))
            .ToDictionary(one => one.Name);
        // What can be had changes with the platform alone.
        var candidates =
            last?.Supplies.Known == known
            && last.Seen.Desktop.MapDigest == desktop.MapDigest
            && last.Seen.Desktop.Version == desktop.Version
                ? last.Supplies.Ground.Candidates
                : new SupplyCandidates(
                    known.All.Select(one => new Candidate(
                        one.Supply,
                        SupplyStand.WhyNot(one, desktop, isAsked: false),
                        SupplyStand.WhyNot(one, desktop, isAsked: true)
                    ))
                );
        var supplies = new DesktopSupplies(
            known,
            all,
            new SupplyGround(
                candidates,
                all.Values.Where(one => one.Standing is not null)
                    .ToDictionary(one => one.Name, one => one.Standing!.Supply.Version)
            )
        );
        _last[desktop.Id] = new Remembered(seen, supplies);
        return supplies;
    }
}
