using System.Collections.Immutable;
using Furoshiki.Core.Content;
using Furoshiki.Core.Switching;

namespace Furoshiki.Desktops;

/// <summary>
/// A folder that a switch works in is not there any more: it was moved, unmounted, or another stands in its place. Nothing that is not
/// there says anything then.
/// </summary>
/// <param name="root">The desktop's folder.</param>
/// <param name="path">The path of the folder in it; empty for itself.</param>
/// <param name="isReplaced">Whether another folder stands in its place.</param>
public sealed class FolderAwayException(string root, string path, bool isReplaced)
    : Exception(
        $"{PathText.Printable(path.Length == 0 ? root : $"{root}/{path}")} {(isReplaced ? "is another folder than the one that the switch began in" : "is not there")}: it may have been moved, or its disk may be away."
    );

/// <summary>
/// Whether the folders that a switch works in are still those that it began in, which is asked before anything is concluded from what is
/// not there.
/// </summary>
internal sealed class Footing
{
    /// <summary>How often something is looked at again because its folder was renamed meanwhile.</summary>
    private const int MostLooks = 1000;

    private readonly string _root;
    private readonly (Ground Ground, string Full, ulong? Device)[] _grounds;

    private Footing(string root, IEnumerable<(Ground, ulong?)> grounds)
    {
        _root = root;
        _grounds =
        [
            .. grounds.Select(one =>
                (
                    one.Item1,
                    one.Item1.Path.Length == 0 ? root : $"{root}/{one.Item1.Path}",
                    one.Item2
                )
            ),
        ];
    }

    /// <summary>What a switch stands on that begins now.</summary>
    /// <param name="root">The desktop's folder.</param>
    /// <param name="paths">The paths that it changes.</param>
    /// <exception cref="FolderAwayException">It is not there.</exception>
    public static Footing Of(string root, IEnumerable<string> paths)
    {
        var own = Posix.FolderAt(root) ?? throw new FolderAwayException(root, "", false);
        var mounted = paths
            .SelectMany(PathText.Above)
            .Distinct()
            .Order(StringComparer.Ordinal)
            .Select(path => (path, Stand: Posix.FolderAt($"{root}/{path}")))
            .Where(one => one.Stand is { IsMounted: true })
            .Select(one => (one.path, one.Stand!.Value));
        return new Footing(
            root,
            mounted
                .Prepend(("", own))
                .Select(one =>
                    (
                        new Ground(one.Item1, one.Item2.Inode, one.Item2.Made),
                        (ulong?)one.Item2.Device
                    )
                )
        );
    }

    /// <summary>What a switch that was broken off stood on. Devices have other numbers after a restart of the machine.</summary>
    /// <exception cref="FolderAwayException">It is not there.</exception>
    public static Footing Of(string root, JournalEntry entry) =>
        entry.Grounds.IsEmpty
            ? Of(root, entry.Changes.Select(change => change.Path))
            : new(root, entry.Grounds.Select(one => (one, (ulong?)null)));

    /// <summary>What is noted of it for a later start.</summary>
    public ImmutableArray<Ground> Grounds => [.. _grounds.Select(one => one.Ground)];

    /// <summary>Sees that all of it is there.</summary>
    /// <exception cref="FolderAwayException">It is not.</exception>
    public void Check() => Moment();

    /// <summary>What is found by a look during which all of it was there.</summary>
    /// <exception cref="FolderAwayException">It is not.</exception>
    /// <exception cref="IOException">It changes without end.</exception>
    public T Look<T>(Func<T> look)
    {
        var before = Moment();
        for (var i = 0; i < MostLooks; i++)
        {
            var found = look();
            var after = Moment();
            if (after == before)
                return found;
            before = after;
        }
        throw new IOException($"{PathText.Printable(_root)} changes without end.");
    }

    /// <summary>What tells the moments apart at which the folders last changed, which a rename of one of them is too.</summary>
    private int Moment()
    {
        var moment = 0;
        foreach (var (ground, full, device) in _grounds)
        {
            var stand =
                Posix.FolderAt(full) ?? throw new FolderAwayException(_root, ground.Path, false);
            if (
                stand.Inode != ground.Inode
                || stand.Made != ground.Made
                || (device is { } known && stand.Device != known)
            )
                throw new FolderAwayException(_root, ground.Path, true);
            moment = HashCode.Combine(moment, stand.Changed);
        }
        return moment;
    }
}
