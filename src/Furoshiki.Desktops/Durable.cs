namespace Furoshiki.Desktops;

/// <summary>What is written and renamed so that a loss of power does not take it back.</summary>
public static class Durable
{
    /// <summary>Puts all that was written to a file on the disk.</summary>
    /// <exception cref="IOException">The disk does not take it.</exception>
    public static void Flush(string file) => Posix.FlushFile(file);

    /// <summary>Renames a file, over another if one stands there, and puts both folders on the disk.</summary>
    /// <param name="from">The file, which is on the disk already.</param>
    /// <param name="to">Its new path, in the same file system.</param>
    /// <exception cref="IOException">It could not be renamed.</exception>
    public static void Move(string from, string to)
    {
        File.Move(from, to, overwrite: true);
        Posix.FlushFolder(Path.GetDirectoryName(to)!);
        Posix.FlushFolder(Path.GetDirectoryName(from)!);
    }
}
