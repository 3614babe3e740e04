using System.Text;
using Furoshiki.App.Installation;
using Furoshiki.Core.Content;
using Furoshiki.Core.Supplies;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Supplies;

/// <summary>Keeps supplies with all their files, so that they can be placed without where they came from.</summary>
public sealed class SupplyKeeper(
    IDbContextFactory<FuroshikiDb> databases,
    IContentStore content,
    DataFolder data,
    TimeProvider clock
)
{
    /// <summary>Where a person's own supplies were had from.</summary>
    public const string OwnSource = "";

    /// <summary>Keeps one that the person made, whole or not at all.</summary>
    /// <param name="supply">The supply.</param>
    /// <param name="files">Takes in the content of all its files.</param>
    public void KeepOwn(Supply supply, Action<IContentBatch> files) =>
        Keep(supply, Encoding.UTF8.GetBytes(SupplyText.Write(supply)), OwnSource, files);

    /// <summary>Keeps what an archive holds, if it is as it was offered.</summary>
    /// <param name="offer">What it was offered as.</param>
    /// <param name="archive">The archive, which is read from its beginning.</param>
    /// <param name="source">Where it was had from.</param>
    /// <exception cref="SupplyException">Anything is not as it was offered. Nothing of it is kept.</exception>
    public void KeepArchive(Offer offer, Stream archive, string source)
    {
        using var tar = new FileStream(
            Path.Combine(data.Incoming, $"{offer.Content.Hex}.tar"),
            FileMode.Create,
            FileAccess.ReadWrite,
            FileShare.None,
            1 << 16,
            FileOptions.DeleteOnClose
        );
        archive.Position = 0;
        PackageArchive.Unpack(archive, offer, tar);
        tar.Position = 0;
        Keep(
            offer.Supply,
            offer.Manifest,
            source,
            batch => PackageArchive.Read(tar, offer, (_, bytes) => batch.Put(bytes))
        );
    }

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
