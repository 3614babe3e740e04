using Furoshiki.App.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Supplies;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Supplies;

/// <summary>The profiles whose savings use assets, by the assets' kinds and names.</summary>
/// <param name="databases">Makes database contexts.</param>
/// <param name="library">Gives the looks of savings.</param>
/// <param name="stamp">Tells when something that is saved changed.</param>
public sealed class SupplyUsers(
    IDbContextFactory<FuroshikiDb> databases,
    LookLibrary library,
    DatabaseStamp stamp
)
{
    /// <param name="Profile">The profile's name.</param>
    /// <param name="Asset">The asset as it was saved.</param>
    private sealed record Use(string Profile, Asset Asset);

    private sealed record Uses(long Stamp, ILookup<(Kind Kind, string Name), Use> All);

    private volatile Uses? _last;
    private volatile Uses? _ever;

    /// <summary>The profiles whose last saving uses a supply, by name.</summary>
    public IReadOnlyList<string> Of(Supply supply) =>
        Named(supply, _last = Read(_last, isEver: false), _ => true);

    /// <summary>The profiles any of whose savings uses it, keeps no copy of its own, and would miss it.</summary>
    public IReadOnlyList<string> WouldMiss(Supply supply) =>
        Named(
            supply,
            _ever = Read(_ever, isEver: true),
            asset => asset.Content is { } digest && !library.Saved.HoldsAll(digest)
        );

    /// <summary>The assets that a setting of any saving asks for, each content of them once, with the profiles whose savings have it.</summary>
    public IEnumerable<(Kind Kind, Asset Asset, IReadOnlyList<string> Profiles)> Assets() =>
        (_ever = Read(_ever, isEver: true)).All.SelectMany(named =>
            named
                .Where(use => use.Asset is { Setting: not null, Content: not null })
                .GroupBy(use => use.Asset.Content)
                .Select(same =>
                    (
                        named.Key.Kind,
                        same.First().Asset,
                        (IReadOnlyList<string>)
                            [
                                .. same.Select(use => use.Profile)
                                    .Distinct()
                                    .Order(StringComparer.OrdinalIgnoreCase),
                            ]
                    )
                )
        );

    private static IReadOnlyList<string> Named(Supply supply, Uses uses, Func<Asset, bool> which) =>
        [
            .. supply
                .Provides.SelectMany(asset => uses.All[(asset.Kind, asset.Name)])
                .Where(use => which(use.Asset))
                .Select(use => use.Profile)
                .Distinct()
                .Order(StringComparer.OrdinalIgnoreCase),
        ];

    private Uses Read(Uses? known, bool isEver)
    {
        var now = stamp.Now;
        if (known?.Stamp == now)
            return known;
        using var db = databases.CreateDbContext();
        var savings = db
            .Savings.AsNoTracking()
            .Where(one =>
                isEver
                || !db.Savings.Any(later =>
                    later.ProfileId == one.ProfileId && later.Number > one.Number
                )
            )
            .Select(one => new
            {
                one.Id,
                one.Look,
                one.Profile!.Name,
            })
            .ToList();
        // What was saved more than once is read once.
        var looks = library.OfSavings([
            .. savings.DistinctBy(one => one.Look).Select(one => one.Id),
        ]);
        var byLook = savings.ToLookup(one => one.Look, one => one.Name);
        return new Uses(
            now,
            savings
                .DistinctBy(one => one.Look)
                .Where(one => looks.ContainsKey(one.Id))
                .SelectMany(one =>
                    looks[one.Id]
                        .Components.SelectMany(part =>
                            part.Assets.Select(asset =>
                                (Key: (part.Kind, asset.Name), Asset: asset)
                            )
                        )
                        .SelectMany(asset =>
                            byLook[one.Look]
                                .Distinct()
                                .Select(name => (asset.Key, Use: new Use(name, asset.Asset)))
                        )
                )
                .Distinct()
                .ToLookup(one => one.Key, one => one.Use)
        );
    }
}
