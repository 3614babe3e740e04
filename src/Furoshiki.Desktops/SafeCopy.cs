using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;

namespace Furoshiki.Desktops;

/// <summary>Takes an exact copy of all that is managed on a desktop. Whoever does has the lock of its folder.</summary>
public static class SafeCopy
{
    /// <summary>What is said when something changed while a copy of it was taken.</summary>
    internal const string Changed = "The desktop changed while its safe state was made.";

    /// <summary>Copies everything managed into the content store.</summary>
    /// <param name="folder">The desktop's folder.</param>
    /// <param name="maps">The desktop's map, and those of the other desktops with the same folder.</param>
    /// <param name="hold">Holds the copies until they are named.</param>
    /// <returns>What stands there, and the copies that were not held before.</returns>
    /// <exception cref="SwitchRefusedException">Something changed meanwhile.</exception>
    public static (Tree Tree, IReadOnlyCollection<Digest> Made) Take(
        DesktopFolder folder,
        IReadOnlyList<DesktopMap> maps,
        IContentHold hold
    )
    {
        var tree = folder.ManagedTree(maps);
        using var batch = hold.Begin();
        batch.PutTree(
            tree,
            (path, state) =>
            {
                using var bytes = folder.OpenRead(path);
                if (batch.Put(bytes) != state.Content)
                    throw new SwitchRefusedException(Changed, [path]);
            }
        );
        batch.Commit();
        return (tree, batch.Taken);
    }
}
