using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using Furoshiki.App.Observing;
using Furoshiki.Core.Content;
using Furoshiki.Core.Judging;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Supplies;

namespace Furoshiki.App.Supplies;

/// <summary>What looks lack.</summary>
/// <param name="Stamp">What the database's stamp was when it was worked out.</param>
/// <param name="All">What parts lack together, each of which is one with itself alone: looks that have it alike share it.</param>
internal sealed record Lacks(long Stamp, ConcurrentDictionary<IReadOnlyList<Component>, Lack> All)
{
    public Lacks(long stamp)
        : this(stamp, new(new SameParts())) { }

    private sealed class SameParts : IEqualityComparer<IReadOnlyList<Component>>
    {
        public bool Equals(IReadOnlyList<Component>? some, IReadOnlyList<Component>? others) =>
            some is not null
            && others is not null
            && some.SequenceEqual(others, ReferenceEqualityComparer.Instance);

        public int GetHashCode(IReadOnlyList<Component> parts) =>
            parts.Aggregate(
                parts.Count,
                (hash, part) => HashCode.Combine(hash, RuntimeHelpers.GetHashCode(part))
            );
    }
}

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

    /// <summary>What there is to know of looks before they are put on, by their digests and the desktop's toolkits, as far as it was asked for.</summary>
    public ConcurrentDictionary<
        (Digest Look, string Toolkits),
        IReadOnlyList<LookNote>
    > Notes { get; } = new();

    private readonly ConcurrentDictionary<string, bool> _programs = new(StringComparer.Ordinal);

    /// <summary>Whether a program that is called by its name is there; null if the desktop's map does not say where programs are.</summary>
    public bool? HasProgram(Observation seen, string program) =>
        seen.Desktop.Map.Commands.IsEmpty
            ? null
            : _programs.GetOrAdd(
                program,
                name => seen.Desktop.Map.PathsOf(name).Any(seen.Desktop.Folder.Stands)
            );

    /// <summary>What looks lack, as far as it was asked for since something was saved last.</summary>
    public Lacks Lacks { get; set; } = new(0);
}

/// <summary>Holds supplies against desktops, and again only after something of either changed.</summary>
public sealed class SupplyStands(Sources sources, SavedVersions saved)
{
    private readonly ConcurrentDictionary<long, Slot> _slots = new();

    /// <summary>What was worked out last of one desktop.</summary>
    private sealed class Slot
    {
        public Observation? Seen;
        public DesktopSupplies? Supplies;
    }

    /// <summary>The supplies as they stand to a desktop.</summary>
    /// <param name="seen">The desktop as it was seen.</param>
    internal DesktopSupplies Of(Observation seen)
    {
        var known = sources.Known();
        var slot = _slots.GetOrAdd(seen.Desktop.Id, _ => new Slot());
        lock (slot)
        {
            if (slot.Seen == seen && slot.Supplies!.Known == known)
                return slot.Supplies;
            var isForTheSame =
                slot.Seen is { } last
                && slot.Supplies!.Known == known
                && last.Desktop.MapDigest == seen.Desktop.MapDigest
                && last.Desktop.Version == seen.Desktop.Version
                && last.Desktop.Earlier == seen.Desktop.Earlier;
            // Settings have no say in what is there.
            if (!isForTheSame || slot.Seen!.AssetStamp != seen.AssetStamp)
                slot.Supplies = Of(
                    known,
                    seen,
                    slot.Supplies?.All,
                    isForTheSame ? slot.Supplies!.Ground.Candidates : null
                );
            slot.Seen = seen;
            return slot.Supplies!;
        }
    }

    private DesktopSupplies Of(
        KnownSupplies known,
        Observation seen,
        IReadOnlyDictionary<SupplyName, SupplyStand>? last,
        SupplyCandidates? candidates
    )
    {
        var all = known
            .ByName.AsParallel()
            .Select(versions =>
                SupplyStand.Of(
                    versions,
                    seen.Desktop,
                    seen,
                    last?.GetValueOrDefault(versions.Key),
                    saved
                )
            )
            .ToDictionary(one => one.Name);
        return new DesktopSupplies(
            known,
            all,
            new SupplyGround(
                candidates
                    ?? new SupplyCandidates(
                        known.All.Select(one => new Candidate(
                            one.Supply,
                            SupplyStand.WhyNot(one, seen.Desktop, isAsked: false),
                            SupplyStand.WhyNot(one, seen.Desktop, isAsked: true)
                        ))
                    ),
                all.Values.Where(one => one.Standing is not null)
                    .ToDictionary(one => one.Name, one => one.Standing!.Supply.Version)
            )
        );
    }
}
