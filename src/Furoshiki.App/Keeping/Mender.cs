using Furoshiki.App.Desktops;
using Furoshiki.App.Installation;
using Furoshiki.App.Observing;
using Furoshiki.Core.Content;
using Furoshiki.Store;
using Microsoft.Data.Sqlite;

namespace Furoshiki.App.Keeping;

/// <summary>
/// Writes what was found damaged again, where the newest copy of all that is kept has it whole, or what it was taken from still stands on a
/// desktop.
/// </summary>
public sealed class Mender(
    DesktopRegister register,
    Observer observer,
    IContentStore content,
    DataFolder data
)
{
    /// <summary>Writes again what can be.</summary>
    /// <param name="damaged">What is damaged.</param>
    /// <returns>What stays damaged.</returns>
    public IReadOnlyList<Digest> Mend(IReadOnlyList<Digest> damaged)
    {
        var left = damaged.ToHashSet();
        if (left.Count > 0)
            left.ExceptWith(MendFromCopy(damaged));
        foreach (var desktop in left.Count == 0 ? [] : register.All())
        {
            foreach (var (digest, open) in StandingOn(desktop))
                if (left.Contains(digest) && Mend(digest, open))
                    left.Remove(digest);
            if (left.Count == 0)
                break;
        }
        return [.. left];
    }

    private List<Digest> MendFromCopy(IReadOnlyList<Digest> damaged)
    {
        if (data.NewestCopy is not { } path)
            return [];
        try
        {
            using var copy = new CopiedContent(path);
            return
            [
                .. damaged.Where(digest =>
                    copy.Find(digest) is { } bytes && Mend(digest, () => bytes)
                ),
            ];
        }
        catch (SqliteException)
        {
            // It is on a disk that was taken away, or is damaged itself.
            return [];
        }
    }

    private IEnumerable<(Digest Digest, Func<Stream> Open)> StandingOn(LiveDesktop desktop)
    {
        var look = observer.See(desktop).Reading.Look;
        yield return (look.Digest, () => new MemoryStream(look.Bytes.ToArray()));
        var tree = desktop.Folder.ManagedTree(desktop.Maps);
        foreach (var record in tree.Records)
            yield return (record.Digest, () => new MemoryStream(record.Bytes.ToArray()));
        foreach (var (path, state) in tree.All)
            if (state.Content is { } digest)
                yield return (digest, () => desktop.Folder.OpenRead(path));
    }

    private bool Mend(Digest digest, Func<Stream> open)
    {
        try
        {
            using var hold = content.Hold();
            using var bytes = open();
            using var batch = hold.Begin();
            batch.Mend(digest, bytes);
            batch.Commit();
            return content.Check([digest]).Count == 0;
        }
        catch (Exception problem)
            when (problem is IOException or UnauthorizedAccessException or MissingContentException)
        {
            // It changed since it was looked at, or may not be read: another may stand elsewhere.
            return false;
        }
    }
}
