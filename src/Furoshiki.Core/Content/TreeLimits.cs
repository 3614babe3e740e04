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

    /// <summary>Whether something could not be written at its full path, or beside it while it is unfinished.</summary>
    /// <param name="folder">The full path of the folder that it is in.</param>
    /// <param name="nameBytes">The length of its name in bytes.</param>
    public static bool IsTooLong(string folder, int nameBytes) =>
        IsNearLimit(folder.Length)
        && LosslessText.ToBytes(folder).Length + 1 + Math.Max(nameBytes, RoomForUnfinished)
            > LongestFullPath;

    /// <summary>Why something cannot be placed on a desktop, as a sentence; null if it can.</summary>
    /// <param name="root">The desktop's folder.</param>
    /// <param name="path">Its path in it.</param>
    public static string? WhyTooLong(string root, string path)
    {
        if (!IsNearLimit(root.Length + path.Length))
            return null;
        var full = $"{root}/{path}";
        var name = full.LastIndexOf('/') + 1;
        return IsTooLong(full[..(name - 1)], LosslessText.ToBytes(full[name..]).Length)
            ? $"Here its full path would be longer than the {LongestFullPath} bytes that the system takes."
            : null;
    }

    /// <summary>Most paths are far from the limit, also if each of their letters is four bytes and a name of 255 comes after them.</summary>
    private static bool IsNearLimit(int letters) => letters > LongestFullPath / 8;
}
