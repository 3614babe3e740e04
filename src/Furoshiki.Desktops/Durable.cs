namespace Furoshiki.Desktops;

/// <summary>What is written and renamed so that a loss of power does not take it back.</summary>
public static class Durable
{
    /// <summary>Puts all that was written to a file on the disk.</summary>
    /// <exception cref="IOException">The disk does not take it.</exception>
    public static void Flush(string file)
    {
        using var opened = Posix.OpenFile(file);
        Posix.Flush(opened, file);
    }

    /// <summary>Renames a file, over another if one stands there, and puts both folders on the disk.</summary>
    /// <param name="from">The file, which is on the disk already.</param>
    /// <param name="to">Its new path, in the same file system.</param>
    /// <exception cref="IOException">It could not be renamed.</exception>
    public static void Move(string from, string to)
    {
        File.Move(from, to, overwrite: true);
        FlushFolder(Path.GetDirectoryName(to)!);
        FlushFolder(Path.GetDirectoryName(from)!);

        static void FlushFolder(string path)
        {
            using var folder = Posix.OpenFolder(path);
            Posix.Flush(folder, path);
        }
    }
}
