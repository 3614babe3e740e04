using System.Collections.Immutable;
using Furoshiki.App.Desktops;
using Furoshiki.App.Observing;
using Furoshiki.Core.Supplies;

namespace Furoshiki.App.Supplies;

/// <summary>A supply with all its versions, and how it stands to a desktop.</summary>
/// <param name="Name">The supply.</param>
/// <param name="Versions">The versions that are known, the newest first.</param>
/// <param name="Standing">What of it is on the desktop; null if nothing is.</param>
/// <param name="Newest">The newest version that can be had; null if none can.</param>
/// <param name="State">How it stands.</param>
internal sealed record SupplyStand(
    SupplyName Name,
    ImmutableArray<KnownSupply> Versions,
    SupplyStanding? Standing,
    KnownSupply? Newest,
    SupplyState State
)
{
    /// <summary>The version that is there, or else the newest that can be, or is.</summary>
    public Supply Supply => Standing?.Supply ?? (Newest ?? Versions[0]).Supply;

    /// <summary>How a supply stands to a desktop.</summary>
    /// <param name="versions">All its versions that are known, the newest first.</param>
    /// <param name="desktop">The desktop.</param>
    /// <param name="seen">It as it was seen.</param>
    /// <param name="last">How the supply stood to it when it was looked at before; null if it was not.</param>
    /// <param name="saved">Tells what was saved of it.</param>
    public static SupplyStand Of(
        IGrouping<SupplyName, KnownSupply> versions,
        LiveDesktop desktop,
        Observation seen,
        SupplyStand? last,
        SavedVersions saved
    )
    {
        ImmutableArray<KnownSupply> newestFirst = [.. versions];
        var standing = SupplyStanding.Find(
            newestFirst.Select(one => one.Supply),
            desktop.Map,
            seen.View,
            one =>
                last?.Standing is { Perhaps: [] } there
                    ? there.Supply.Version == one.Supply.Version
                    : saved.Had(desktop, one)
        );
        var newest = newestFirst.FirstOrDefault(one => CanBeHad(one, desktop));
        return new SupplyStand(
            versions.Key,
            newestFirst,
            standing,
            newest,
            standing is { IsWhole: true } && !standing.Differing.Any() ? SupplyState.Here
                : standing is not null ? SupplyState.Edited
                : newest is not null ? SupplyState.ToGet
                : versions.Any(one => WhyNotFor(one.Supply, desktop) is null)
                    ? SupplyState.Withdrawn
                : SupplyState.NotForThis
        );
    }

    /// <summary>Whether a version can be had for a desktop without being asked for by its number.</summary>
    public static bool CanBeHad(KnownSupply one, LiveDesktop desktop) =>
        WhyNot(one, desktop, isAsked: false) is null;

    /// <summary>Why a version cannot be had for a desktop, as the end of a sentence; null if it can.</summary>
    /// <param name="one">The version.</param>
    /// <param name="desktop">The desktop.</param>
    /// <param name="isAsked">Whether it is asked for by its number: then it may be unfinished, or withdrawn if it is kept.</param>
    public static string? WhyNot(KnownSupply one, LiveDesktop desktop, bool isAsked)
    {
        if (WhyNotFor(one.Supply, desktop) is { } why)
            return why;
        if (one.Offer?.Withdrawn is { } reason && (one.Kept is null || !isAsked))
            return $"was taken back by its maker: {reason.TrimEnd('.')}";
        return !one.Supply.Version.IsRelease && !isAsked ? "is not finished" : null;
    }

    /// <summary>Why a version is not for a desktop, as the end of a sentence; null if it is.</summary>
    public static string? WhyNotFor(Supply supply, LiveDesktop desktop)
    {
        if (!supply.IsFor(desktop.Map.Platform, desktop.Version))
            return $"is made for {string.Join(" and ", supply.MadeFor.Select(made => $"{made.Platform} {VersionWords.Of(made.Versions)}"))}, and this is {desktop.Map.Platform} {desktop.Version}";
        return
            supply.Provides.FirstOrDefault(asset =>
                SupplyPlaces.PlaceFor(desktop.Map, asset, supply.IsFile(asset)) is null
            )
                is { } homeless
            ? $"has {homeless.Kind.Title.ToLowerInvariant()}, for which {desktop.Map.Platform} has no folder"
            : null;
    }
}
