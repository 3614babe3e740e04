using Furoshiki.Core.Content;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Store;

/// <summary>
/// Reads what is kept again, slowly and beside everything else, and notes when it was seen whole or that it is damaged: first what was
/// never read again, then what was longest ago.
/// </summary>
/// <param name="databases">Makes database contexts.</param>
/// <param name="content">Where it is kept.</param>
/// <param name="clock">Tells the time.</param>
public sealed class ContentChecker(
    IDbContextFactory<FuroshikiDb> databases,
    IContentStore content,
    TimeProvider clock
)
{
    /// <summary>How much is read in one step: so many contents, or, if that is less, so many bytes and one content more.</summary>
    private const int MostContents = 100;
    private const long MostBytes = 4 * 1024 * 1024;

    /// <summary>After how long what was seen whole is read again.</summary>
    public static TimeSpan Lasts { get; } = TimeSpan.FromDays(30);

    /// <summary>What was found damaged at some time, and is not mended.</summary>
    public IReadOnlyList<Digest> Damaged()
    {
        using var db = databases.CreateDbContext();
        return [.. db.Contents.Where(one => one.IsDamaged).Select(one => one.Digest)];
    }

    /// <summary>Reads all whose time has come, step by step. Between two steps the caller may pause, or end.</summary>
    /// <returns>For each step, what was found damaged.</returns>
    public IEnumerable<IReadOnlyList<Digest>> Check()
    {
        while (Due() is { Count: > 0 } due)
            yield return content.Check(due);
    }

    private List<Digest> Due()
    {
        var before = (clock.GetUtcNow() - Lasts).ToUnixTimeSeconds();
        using var db = databases.CreateDbContext();
        var next = db
            .Contents.Where(one => one.CheckedAt == null || one.CheckedAt < before)
            .OrderBy(one => one.CheckedAt)
            .Select(one => new { one.Digest, one.Size })
            .Take(MostContents)
            .ToList();
        var bytes = 0L;
        return
        [
            .. next.TakeWhile(one =>
                {
                    var fits = bytes < MostBytes;
                    bytes += one.Size;
                    return fits;
                })
                .Select(one => one.Digest),
        ];
    }
}
