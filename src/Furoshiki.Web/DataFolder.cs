using System.Security.Cryptography;

namespace Furoshiki.Web;

/// <summary>The folder in which an installation keeps everything.</summary>
/// <param name="path">Its path.</param>
internal sealed class DataFolder(string path)
{
    /// <summary>Marks a folder as one that may be emptied.</summary>
    private const string Marker = ".furoshiki-data";

    /// <summary>Its path.</summary>
    public string Path { get; } = path;

    /// <summary>The database file.</summary>
    public string Database => System.IO.Path.Combine(Path, "furoshiki.db");

    /// <summary>The folder of a simulated desktop.</summary>
    public string Desktop(string name) => System.IO.Path.Combine(Path, "desktops", name);

    /// <summary>Makes the folder, emptied first where that was asked for.</summary>
    /// <exception cref="IOException">It is to be emptied, and holds other things than an installation.</exception>
    public void Prepare(bool fresh)
    {
        var marker = System.IO.Path.Combine(Path, Marker);
        if (fresh && Directory.Exists(Path) && Directory.EnumerateFileSystemEntries(Path).Any())
        {
            if (!File.Exists(marker))
                throw new IOException(
                    $"{Path} was not made by Furoshiki, so it was not emptied. Nothing was changed."
                );
            Directory.Delete(Path, recursive: true);
        }
        Directory.CreateDirectory(
            Path,
            UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute
        );
        if (!File.Exists(marker))
            File.WriteAllText(marker, "");
    }

    /// <summary>The key that opens the application, the same at every start.</summary>
    public string Key()
    {
        var file = System.IO.Path.Combine(Path, "key");
        if (!File.Exists(file))
        {
            using var stream = new FileStream(
                file,
                new FileStreamOptions
                {
                    Mode = FileMode.CreateNew,
                    Access = FileAccess.Write,
                    UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite,
                }
            );
            stream.Write(
                Convert
                    .ToHexStringLower(RandomNumberGenerator.GetBytes(24))
                    .Select(c => (byte)c)
                    .ToArray()
            );
        }
        return File.ReadAllText(file);
    }
}
