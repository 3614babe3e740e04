namespace Furoshiki.Desktops;

/// <summary>The lock of a file or folder (flock(2)), which ends with the process that has it, however that ends.</summary>
public static class PathLock
{
    /// <summary>Takes it, until what is returned is disposed of; null if another has it.</summary>
    /// <exception cref="IOException">There is nothing at the path.</exception>
    public static IDisposable? TryTake(string path) => Posix.TryLock(path, isShared: false);

    /// <summary>Keeps others from taking it, together with all who do the same; null if another has taken it.</summary>
    /// <exception cref="IOException">There is nothing at the path.</exception>
    public static IDisposable? TryShare(string path) => Posix.TryLock(path, isShared: true);
}
