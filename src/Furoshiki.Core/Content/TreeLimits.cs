namespace Furoshiki.Core.Content;

/// <summary>What can be read, held, placed and removed: one limit for all of it, so that nothing is placed that cannot be held.</summary>
public static class TreeLimits
{
    /// <summary>How many folders deep a folder of a desktop is held.</summary>
    public const int Deepest = 100;

    /// <summary>
    /// How many names a path within a supply or a set of one's own has at most: with the folders of the desktop in which it is placed and
    /// found, it stays well above <see cref="Deepest"/>.
    /// </summary>
    public const int DeepestInSupply = 64;

    /// <summary>The longest full path in bytes that the system takes (PATH_MAX of Linux, without the zero at its end).</summary>
    public const int LongestFullPath = 4095;

    /// <summary>Room in the folder of a file, in bytes, for what it is called while it is being written.</summary>
    public const int RoomForUnfinished = 64;
}
