using Furoshiki.App.Looks;
using Furoshiki.Core.Content;
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
    /// <param name="Content">What the asset was when it was saved.</param>
    private sealed record Use(string Profile, Digest? Content);

    private sealed record Uses(long Stamp, ILookup<(Kind Kind, string Name), Use> All);

    private Uses? _uses;

    /// <summary>The profiles that use a supply, by name.</summary>
    public IReadOnlyList<string> Of(Supply supply) => Named(supply, _ => true);

    /// <summary>Those of them that keep no copy of their own of what they use, and would miss it.</summary>
    public IReadOnlyList<string> WouldMiss(Supply supply) =>
        Named(supply, content => content is { } digest && !library.Saved.HoldsAll(digest));

    private IReadOnlyList<string> Named(Supply supply, Func<Digest?, bool> which)
    {
        var all = Read().All;
        return
        [
            .. supply
                .Provides.SelectMany(asset => all[(asset.Kind, asset.Name)])
                .Where(use => which(use.Content))
                .Select(use => use.Profile)
                .Distinct()
                .Order(StringComparer.OrdinalIgnoreCase),
        ];
    }

    private Uses Read()
    {
        var now = stamp.Now;
        if (_uses is { } known && known.Stamp == now)
            return known;
        using var db = databases.CreateDbContext();
        var savings = db
            .Savings.AsNoTracking()
            .Select(one => new { one.Id, one.Profile!.Name })
            .ToList();
        var looks = library.OfSavings([.. savings.Select(one => one.Id)]);
        return _uses = new Uses(
            now,
            savings
                .Where(one => looks.ContainsKey(one.Id))
                .SelectMany(one =>
                    looks[one.Id]
                        .Components.SelectMany(part =>
                            part.Assets.Select(asset =>
                                (
                                    Key: (part.Kind, asset.Name),
                                    Use: new Use(one.Name, asset.Content)
                                )
                            )
                        )
                )
                .Distinct()
                .ToLookup(one => one.Key, one => one.Use)
        );
    }
}
