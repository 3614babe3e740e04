using Furoshiki.Core.Content;
using Furoshiki.Core.Supplies;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Supplies;

/// <summary>Keeps supplies with all their files, so that they can be placed without where they came from.</summary>
public sealed class SupplyKeeper(
    IDbContextFactory<FuroshikiDb> databases,
    IContentStore content,
    TimeProvider clock
)
{
    /// <summary>Keeps one, whole or not at all. One that is kept already stays as it is.</summary>
    /// <param name="supply">The supply.</param>
    /// <param name="says">What it says of itself.</param>
    /// <param name="source">Where it was had from.</param>
    /// <param name="files">Takes in the content of all its files.</param>
    public void Keep(
        Supply supply,
        ReadOnlyMemory<byte> says,
        string source,
        Action<IContentBatch> files
    )
    {
        using var hold = content.Hold();
        using var batch = hold.Begin();
        files(batch);
        batch.PutTree(
            supply.Tree,
            (path, _) => throw new InvalidOperationException($"{path} was not taken in.")
        );
        var digest = batch.Put(says.Span);
        batch.Commit();
        using var db = databases.CreateDbContext();
        if (db.Supplies.Any(one => one.Name == supply.Id && one.Says == digest))
            return;
        db.Supplies.Add(
            new SupplyRow
            {
                Name = supply.Id,
                Says = digest,
                Files = supply.Tree.Digest,
                Source = source,
                GotAt = clock.GetUtcNow().UtcDateTime,
            }
        );
        db.SaveChanges();
    }
}
