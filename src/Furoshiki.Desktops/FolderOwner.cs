namespace Furoshiki.Desktops;

/// <summary>Lets one process at a time have a folder to itself.</summary>
public static class FolderOwner
{
    /// <summary>Takes a folder until what is returned is disposed of or the process ends, however it ends; null if another has it.</summary>
    /// <exception cref="IOException">It is not there, or no folder.</exception>
    public static IDisposable? TryTake(string path) => Posix.TryLockFolder(path);
}
