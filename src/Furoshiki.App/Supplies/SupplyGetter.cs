using Furoshiki.App.Installation;
using Furoshiki.Core.Content;
using Furoshiki.Core.Supplies;

namespace Furoshiki.App.Supplies;

/// <summary>How far getting is.</summary>
/// <param name="Title">What is being got.</param>
/// <param name="Done">Bytes that came.</param>
/// <param name="Total">Bytes in all.</param>
public sealed record GettingProgress(string Title, long Done, long Total);

/// <summary>Gets supplies into the store: each is loaded, held against what it was offered as, and kept whole or not at all.</summary>
public sealed class SupplyGetter(SupplyKeeper keeper, CatalogueClient client, DataFolder data)
{
    private const int MostAtOnce = 4;

    /// <summary>Gets those of some supplies that are not kept yet, several at once. What was loaded when it broke off is not loaded again.</summary>
    /// <param name="supplies">The supplies.</param>
    /// <param name="progress">Is told how far it is.</param>
    /// <param name="stop">Gives up.</param>
    /// <exception cref="SupplyException">One of them cannot be had, or is not as it was offered. Those that could be had are kept.</exception>
    public async Task Get(
        IReadOnlyList<KnownSupply> supplies,
        Action<GettingProgress>? progress,
        CancellationToken stop
    )
    {
        var wanted = supplies.Where(one => one.Kept is null).ToList();
        var total = wanted.Sum(one => one.Offer!.Length);
        var done = new long[wanted.Count];
        var problems = new List<SupplyException>();
        await Parallel.ForEachAsync(
            wanted.Index(),
            new ParallelOptions { MaxDegreeOfParallelism = MostAtOnce, CancellationToken = stop },
            async (one, inner) =>
            {
                try
                {
                    await Get(
                        one.Item.Offer!,
                        one.Item.Source!,
                        length =>
                        {
                            done[one.Index] = length;
                            progress?.Invoke(
                                new GettingProgress(one.Item.Supply.Title, done.Sum(), total)
                            );
                        },
                        inner
                    );
                }
                catch (SupplyException problem)
                {
                    lock (problems)
                        problems.Add(problem);
                }
            }
        );
        if (problems.Count > 0)
            throw new SupplyException(string.Join(" ", problems.Select(one => one.Message)));
    }

    private async Task Get(Offer offer, Uri source, Action<long> progress, CancellationToken stop)
    {
        var path = Path.Combine(data.Incoming, offer.Content.Hex);
        await using var archive = new FileStream(
            path,
            FileMode.OpenOrCreate,
            FileAccess.ReadWrite,
            FileShare.None
        );
        if (archive.Length > offer.Length)
            archive.SetLength(0);
        if (archive.Length < offer.Length)
            await client.Load(
                // Whatever its path looks like, it is one below the catalogue's address.
                new Uri(
                    source,
                    "./" + string.Join('/', offer.Archive.Split('/').Select(Uri.EscapeDataString))
                ),
                offer.Length,
                archive,
                progress,
                stop
            );
        archive.Position = 0;
        var digest = Digest.Of(archive);
        // Kept or refused, it is not loaded twice.
        File.Delete(path);
        if (digest != offer.Content)
            throw new SupplyException(
                $"The archive of {offer.Supply.Id} is not the one that the catalogue says (SHA-256 {digest.Short}… instead of {offer.Content.Short}…)."
            );
        keeper.KeepArchive(offer, archive, source.AbsoluteUri);
    }
}
