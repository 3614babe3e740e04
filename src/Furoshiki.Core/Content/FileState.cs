namespace Furoshiki.Core.Content;

/// <summary>What one path of a folder can be.</summary>
public enum FileType
{
    /// <summary>A regular file.</summary>
    File,

    /// <summary>A folder.</summary>
    Folder,

    /// <summary>A symbolic link.</summary>
    Link,

    /// <summary>Something that stands there and cannot be held: a pipe, a device, or what may not be read.</summary>
    Other,
}

/// <summary>Exactly what stands at one path: enough to tell whether it changed, and to make it again.</summary>
/// <param name="Type">Whether it is a file, a folder or a link.</param>
/// <param name="Mode">Permission bits (0 to 0o7777); 0 for a link, which has none of its own.</param>
/// <param name="Size">Length in bytes; 0 for folders and links.</param>
/// <param name="Content">Digest of a file's bytes; null for folders and links.</param>
/// <param name="Target">Where a link points, as written; null for files and folders.</param>
public sealed record FileState(FileType Type, int Mode, long Size, Digest? Content, string? Target)
{
    /// <summary>
    /// The attributes that a person's programs gave it (xattr(7), the names in "user."): "name=value", both percent-encoded
    /// (RFC 3986, 2.1), in ordinal order with '&amp;' between; empty if there are none.
    /// </summary>
    public string Attributes { get; init; } = "";

    /// <summary>What stands at a path and cannot be held. It is equal to no state that a plan could bring about.</summary>
    public static FileState Other { get; } = new(FileType.Other, 0, 0, null, null);

    /// <summary>A regular file.</summary>
    public static FileState OfFile(int mode, long size, Digest content) =>
        new(FileType.File, mode, size, content, null);

    /// <summary>A folder.</summary>
    public static FileState OfFolder(int mode) => new(FileType.Folder, mode, 0, null, null);

    /// <summary>A symbolic link.</summary>
    public static FileState OfLink(string target) => new(FileType.Link, 0, 0, null, target);
}
