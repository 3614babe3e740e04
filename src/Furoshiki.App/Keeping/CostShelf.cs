using Furoshiki.App.Desktops;
using Furoshiki.App.SafeStates;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Keeping;

/// <summary>What a saving or a safe state costs.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Cost">What is kept for it, in bytes.</param>
public sealed record CostOfOne(long Id, ContentCost Cost);

/// <summary>What several things cost: all of them together, and each by itself.</summary>
public sealed record CostsView(ContentCost Together, IReadOnlyList<CostOfOne> Each);

/// <summary>Tells what profiles and safe states cost.</summary>
public sealed class CostShelf(
    IDbContextFactory<FuroshikiDb> databases,
    ContentCosts costs,
    SafeStateShelf safeStates
)
{
    /// <summary>What a profile costs, and each of its savings.</summary>
    /// <exception cref="ProblemException">There is none of this number.</exception>
    public CostsView OfProfile(long id)
    {
        using var db = databases.CreateDbContext();
        if (!db.Profiles.Any(one => one.Id == id))
            throw ProblemException.NotFound("This profile");
        var savings = db
            .Savings.Where(one => one.ProfileId == id)
            .OrderBy(one => one.Number)
            .Select(one => one.Id)
            .ToList();
        return new CostsView(
            costs.Of([ContentCosts.OfProfile(id), .. savings.Select(ContentCosts.OfSaving)]),
            [.. savings.Select(one => new CostOfOne(one, costs.Of([ContentCosts.OfSaving(one)])))]
        );
    }

    /// <summary>What the safe states of a desktop's folder cost.</summary>
    public CostsView OfSafeStates(LiveDesktop desktop)
    {
        var states = safeStates.All(desktop).Select(one => one.Id).ToList();
        return new CostsView(
            costs.Of([.. states.Select(ContentCosts.OfSafeState)]),
            [.. states.Select(one => new CostOfOne(one, costs.Of([ContentCosts.OfSafeState(one)])))]
        );
    }
}
