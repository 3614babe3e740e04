using System.Buffers.Binary;
using System.ComponentModel;
using System.Runtime.InteropServices;
using Furoshiki.Core.Content;
using Microsoft.Win32.SafeHandles;

namespace Furoshiki.Desktops;

/// <summary>What the kernel says of a path, a link not followed (statx(2)).</summary>
/// <param name="Mode">Type and permission bits, as st_mode.</param>
/// <param name="Size">Length in bytes.</param>
/// <param name="Modified">When the content last changed, in nanoseconds since 1970.</param>
/// <param name="Changed">When anything of it last changed, in nanoseconds since 1970.</param>
/// <param name="Inode">Its number on its file system.</param>
/// <param name="Device">The file system that it is on.</param>
/// <param name="Names">How many names it has (hard links).</param>
internal readonly record struct Stat(
    uint Mode,
    long Size,
    long Modified,
    long Changed,
    ulong Inode,
    ulong Device,
    uint Names
)
{
    private const uint TypeBits = 0xF000;

    public bool IsFile => (Mode & TypeBits) == 0x8000;

    public bool IsFolder => (Mode & TypeBits) == 0x4000;

    public bool IsLink => (Mode & TypeBits) == 0xA000;

    /// <summary>The permission bits, 0 to 0o7777.</summary>
    public int Permissions => (int)(Mode & 0xFFF);

    /// <summary>What it is, where it is neither a file, a folder nor a link.</summary>
    public string Oddity =>
        (Mode & TypeBits) switch
        {
            0x1000 => "a pipe",
            0xC000 => "a socket",
            _ => "a device",
        };
}

/// <summary>Which folder stands at a path (statx(2)).</summary>
/// <param name="Device">The file system that it is on, for as long as that is mounted.</param>
/// <param name="Inode">Its number there.</param>
/// <param name="Made">When it was made, in nanoseconds since 1970; 0 where the file system does not tell.</param>
/// <param name="Changed">When anything of it last changed, its name too, in nanoseconds since 1970.</param>
/// <param name="IsMounted">Whether another file system, or another part of one, begins there.</param>
internal readonly record struct FolderStand(
    ulong Device,
    ulong Inode,
    long Made,
    long Changed,
    bool IsMounted
);

/// <summary>
/// The calls of POSIX and Linux that .NET does not offer, or not for names that are not UTF-8. Paths are
/// <see cref="LosslessText"/>.
/// </summary>
internal static partial class Posix
{
    private const int ReadOnly = 0;
    private const int WriteOnly = 1;
    private const int Create = 0x40;
    private const int Exclusive = 0x80;
    private const int NonBlocking = 0x800;
    private const int DirectoryOnly = 0x10000;
    private const int NoFollow = 0x20000;
    private const int CloseOnExec = 0x80000;
    private const int CurrentFolder = -100;
    private const int AtNoFollow = 0x100;
    private const int AtRemoveFolder = 0x200;
    private const int AtEmptyPath = 0x1000;
    private const uint BasicStats = 0x7FF;
    private const uint BirthTime = 0x800;
    private const ulong MountRoot = 0x2000;
    private const uint RenameNoReplace = 1;
    private const uint RenameExchange = 2;
    private const int LockShared = 1;
    private const int LockExclusive = 2;
    private const int LockNonBlocking = 4;
    private const int Unlock = 8;
    private const int NotPermitted = 1;
    private const int NoEntry = 2;
    private const int NoProcess = 3;
    private const int WouldBlock = 11;
    private const int AccessDenied = 13;
    private const int Exists = 17;
    private const int NotAFolder = 20;
    private const int InvalidArgument = 22;
    private const int ReadOnlyFileSystem = 30;
    private const int Range = 34;
    private const int NameTooLong = 36;
    private const int NoSuchCall = 38;
    private const int LinksInACircle = 40;
    private const int NoSuchAttribute = 61;
    private const int NotSupported = 95;

    /// <summary>What the names of attributes that belong to a person's programs begin with.</summary>
    private const string PersonsAttributes = "user.";

    /// <summary>The first attributes that a copy does not keep and that change what may be done with a file.</summary>
    private static readonly string[] Rights =
    [
        "system.posix_acl_access",
        "system.posix_acl_default",
        "security.capability",
    ];

    // Where Linux keeps these on the two machines that .NET runs on there, x64 and arm64, the flags differ.
    private static readonly bool IsArm =
        RuntimeInformation.ProcessArchitecture == Architecture.Arm64;
    private static readonly int DirectoryFlag = IsArm ? 0x4000 : DirectoryOnly;
    private static readonly int NoFollowFlag = IsArm ? 0x8000 : NoFollow;

    /// <summary>What stands at a path; null if nothing does, be it because no path can lead there.</summary>
    public static Stat? LStat(string path)
    {
        Span<byte> found = stackalloc byte[256];
        if (StatX(CurrentFolder, Name(path), AtNoFollow, BasicStats, found) == 0)
            return Read(found);
        var error = Marshal.GetLastPInvokeError();
        return error is NoEntry or NotAFolder or NameTooLong or LinksInACircle
            ? null
            : throw Failure(error, path);
    }

    /// <summary>What stands under a name in an open folder; null if nothing can be said of it.</summary>
    /// <param name="folder">The folder.</param>
    /// <param name="name">The name, with a zero at its end.</param>
    /// <param name="isDenied">Whether that is since the folder may not be searched.</param>
    public static Stat? LStat(SafeFileHandle folder, byte[] name, out bool isDenied)
    {
        Span<byte> found = stackalloc byte[256];
        var isFound =
            StatX((int)folder.DangerousGetHandle(), name, AtNoFollow, BasicStats, found) == 0;
        isDenied = !isFound && Marshal.GetLastPInvokeError() == AccessDenied;
        return isFound ? Read(found) : null;
    }

    /// <summary>What folder stands at a path, a link not followed; null if none does.</summary>
    public static FolderStand? FolderAt(string path)
    {
        Span<byte> found = stackalloc byte[256];
        if (StatX(CurrentFolder, Name(path), AtNoFollow, BasicStats | BirthTime, found) != 0)
            return null;
        var stat = Read(found);
        return stat.IsFolder
            ? new FolderStand(
                stat.Device,
                stat.Inode,
                (BinaryPrimitives.ReadUInt32LittleEndian(found) & BirthTime) != 0
                    ? Time(found[80..])
                    : 0,
                stat.Changed,
                (BinaryPrimitives.ReadUInt64LittleEndian(found[8..]) & MountRoot) != 0
            )
            : null;
    }

    /// <summary>What an open file or folder is.</summary>
    public static Stat StatOf(SafeFileHandle handle)
    {
        Span<byte> found = stackalloc byte[256];
        Check(StatX((int)handle.DangerousGetHandle(), [0], AtEmptyPath, BasicStats, found), "");
        return Read(found);
    }

    /// <summary>Opens a file for reading, if it is no link; a pipe is not waited for.</summary>
    public static SafeFileHandle OpenFile(string path) =>
        Opened(Open(Name(path), ReadOnly | CloseOnExec | NonBlocking | NoFollowFlag, 0), path);

    /// <summary>Opens a file in an open folder for reading, if it is no link; the handle is not valid if it cannot be.</summary>
    public static SafeFileHandle TryOpenFile(SafeFileHandle folder, byte[] name) =>
        new(
            OpenAt(
                (int)folder.DangerousGetHandle(),
                name,
                ReadOnly | CloseOnExec | NonBlocking | NoFollowFlag,
                0
            ),
            ownsHandle: true
        );

    /// <summary>Opens a folder, if it is no link.</summary>
    public static SafeFileHandle OpenFolder(string path) =>
        Opened(Open(Name(path), ReadOnly | DirectoryFlag | CloseOnExec | NoFollowFlag, 0), path);

    /// <summary>Opens a folder in an open folder, if it is no link; the handle is not valid if it cannot be.</summary>
    public static SafeFileHandle TryOpenFolder(SafeFileHandle folder, byte[] name) =>
        new(
            OpenAt(
                (int)folder.DangerousGetHandle(),
                name,
                ReadOnly | DirectoryFlag | CloseOnExec | NoFollowFlag,
                0
            ),
            ownsHandle: true
        );

    /// <summary>Makes a file that is not there yet, and opens it for writing.</summary>
    public static SafeFileHandle NewFile(string path, int mode) =>
        Opened(
            Open(Name(path), WriteOnly | Create | Exclusive | CloseOnExec | NoFollowFlag, mode),
            path
        );

    /// <summary>The names in an open folder, each with the NUL byte at its end; none if it has been removed meanwhile.</summary>
    public static List<byte[]> NamesIn(SafeFileHandle folder)
    {
        var names = new List<byte[]>();
        var buffer = new byte[64 * 1024];
        while (true)
        {
            var length = GetDents((int)folder.DangerousGetHandle(), buffer, (nuint)buffer.Length);
            if (length < 0 && Marshal.GetLastPInvokeError() != NoEntry)
                throw Failure(Marshal.GetLastPInvokeError(), "");
            if (length <= 0)
                return names;
            for (var at = 0; at < length; )
            {
                // struct linux_dirent64: ino (8), off (8), reclen (2), type (1), name.
                var record = buffer.AsSpan(
                    at,
                    BinaryPrimitives.ReadUInt16LittleEndian(buffer.AsSpan(at + 16))
                );
                var name = record[19..];
                name = name[..(name.IndexOf((byte)0) + 1)];
                if (!name.SequenceEqual(".\0"u8) && !name.SequenceEqual("..\0"u8))
                    names.Add(name.ToArray());
                at += record.Length;
            }
        }
    }

    /// <summary>Where a link points, as written.</summary>
    public static string ReadLink(string path)
    {
        Span<byte> target = stackalloc byte[4096];
        var length = ReadLinkAt(CurrentFolder, Name(path), target, (nuint)target.Length);
        Check((int)length, path);
        return LosslessText.FromBytes(target[..(int)length]);
    }

    /// <summary>Where a link in an open folder points, as written; null if it cannot be read.</summary>
    public static string? ReadLink(SafeFileHandle folder, byte[] name)
    {
        Span<byte> target = stackalloc byte[4096];
        var length = ReadLinkAt(
            (int)folder.DangerousGetHandle(),
            name,
            target,
            (nuint)target.Length
        );
        return length < 0 ? null : LosslessText.FromBytes(target[..(int)length]);
    }

    public static void MakeLink(string target, string path) =>
        Check(SymLink(Name(target), Name(path)), path);

    public static void MakeFolder(string path, int mode = 0b111_000_000) =>
        Check(MkDir(Name(path), mode), path);

    /// <summary>Whether a folder has nothing in it.</summary>
    public static bool IsEmptyFolder(string path)
    {
        using var folder = OpenFolder(path);
        return NamesIn(folder).Count == 0;
    }

    /// <summary>
    /// Gives a file or a link the owner and the group of another, as far as that is permitted: only an administrator gives files away, and
    /// others give theirs to their own groups.
    /// </summary>
    /// <param name="from">The path of the other; nothing is done where nothing stands there.</param>
    /// <param name="to">The path.</param>
    public static void TakeOwners(string from, string to)
    {
        if (OwnersOf(from) is not var (owner, group, _) || OwnersOf(to) is not var (its, own, stat))
            return;
        if (
            (owner, group) == (its, own)
            || LChOwn(Name(to), owner, group) != 0 && LChOwn(Name(to), Same, group) != 0
        )
            return;
        // The kernel takes the bits that lend rights from a file that gets another owner.
        if (stat.IsFile)
            SetMode(to, stat.Permissions);
    }

    /// <summary>Why a file that is written anew will not have the owner or the group that it has, in a sentence; null if it will.</summary>
    /// <param name="path">The file's path; nothing is said where nothing stands there.</param>
    public static string? WhyOwnersAreNotKept(string path)
    {
        // Nothing is set by this: it tells by whom files are opened.
        var user = SetFileSystemUser(Same);
        if (user == 0 || OwnersOf(path) is not var (owner, group, _))
            return null;
        if (owner != user)
            return $"It belongs to another user ({owner}), and will be yours: only an administrator gives files away.";
        return group == SetFileSystemGroup(Same) || Groups.Value.Contains(group)
            ? null
            : $"It belongs to a group ({group}) that you are not in, and will belong to one of yours.";
    }

    private static (uint Owner, uint Group, Stat Stat)? OwnersOf(string path)
    {
        Span<byte> found = stackalloc byte[256];
        return StatX(CurrentFolder, Name(path), AtNoFollow, BasicStats, found) == 0
            ? (
                BinaryPrimitives.ReadUInt32LittleEndian(found[20..]),
                BinaryPrimitives.ReadUInt32LittleEndian(found[24..]),
                Read(found)
            )
            : null;
    }

    /// <summary>The groups that this process is in.</summary>
    private static readonly Lazy<uint[]> Groups = new(() =>
    {
        var groups = new uint[Math.Max(1, GetGroups(0, null))];
        return GetGroups(groups.Length, groups) > 0 ? groups : [];
    });

    /// <summary>No user and no group: asked for it, the kernel leaves the one that there is.</summary>
    private const uint Same = uint.MaxValue;

    public static void SetMode(string path, int mode) => Check(ChMod(Name(path), mode), path);

    public static void SetMode(SafeFileHandle file, int mode) =>
        Check(FChMod((int)file.DangerousGetHandle(), mode), "");

    /// <summary>The person's attributes of an open file or folder, as <see cref="FileState.Attributes"/> has them.</summary>
    public static string AttributesOf(SafeFileHandle handle) =>
        string.Join(
            '&',
            NamesOfAttributes(handle)
                .Where(name => name.StartsWith(PersonsAttributes, StringComparison.Ordinal))
                .Select(name => $"{Escaped(name)}={Escaped(Attribute(handle, name))}")
                .Order(StringComparer.Ordinal)
        );

    /// <summary>Whether an open file or folder has rights beside its mode, such as an access control list.</summary>
    public static bool HasOtherRights(SafeFileHandle handle) =>
        NamesOfAttributes(handle).Intersect(Rights).Any();

    /// <summary>Gives an open file or folder exactly the person's attributes that a state has.</summary>
    public static void SetAttributes(SafeFileHandle handle, string attributes)
    {
        if (AttributesOf(handle) == attributes)
            return;
        var wanted = attributes
            .Split('&', StringSplitOptions.RemoveEmptyEntries)
            .Select(one => one.Split('=', 2))
            .ToDictionary(one => PathText.Unescape(one[0]), one => PathText.Unescape(one[1]));
        foreach (
            var name in NamesOfAttributes(handle)
                .Where(name => name.StartsWith(PersonsAttributes, StringComparison.Ordinal))
        )
            if (!wanted.ContainsKey(name))
                Check(FRemoveXAttr((int)handle.DangerousGetHandle(), Name(name)), name);
        foreach (var (name, value) in wanted)
        {
            var bytes = LosslessText.ToBytes(value);
            Check(
                FSetXAttr(
                    (int)handle.DangerousGetHandle(),
                    Name(name),
                    bytes,
                    (nuint)bytes.Length,
                    0
                ),
                name
            );
        }
    }

    private static string Escaped(string text) =>
        PathText.Escape(text).Replace("=", "%3D", StringComparison.Ordinal);

    private static List<string> NamesOfAttributes(SafeFileHandle handle)
    {
        var descriptor = (int)handle.DangerousGetHandle();
        var names = Grown(buffer => FListXAttr(descriptor, buffer, (nuint)buffer.Length));
        return
        [
            .. LosslessText.FromBytes(names).Split('\0', StringSplitOptions.RemoveEmptyEntries),
        ];
    }

    private static string Attribute(SafeFileHandle handle, string name)
    {
        var (descriptor, spelt) = ((int)handle.DangerousGetHandle(), Name(name));
        return LosslessText.FromBytes(
            Grown(buffer => FGetXAttr(descriptor, spelt, buffer, (nuint)buffer.Length))
        );
    }

    /// <summary>What a call puts into a buffer, which is made larger until it is large enough; nothing where the file system has no attributes.</summary>
    private static byte[] Grown(Func<byte[], nint> call)
    {
        for (var size = 1024; ; size *= 8)
        {
            var buffer = new byte[size];
            var length = call(buffer);
            if (length >= 0)
                return buffer[..(int)length];
            var error = Marshal.GetLastPInvokeError();
            if (error is NotSupported or NoSuchAttribute)
                return [];
            if (error != Range)
                throw Failure(error, "");
        }
    }

    public static void Rename(string from, string to) => Check(RenameTo(Name(from), Name(to)), to);

    /// <summary>
    /// Exchanges what stands at two paths in one step (renameat2(2) with RENAME_EXCHANGE).
    /// </summary>
    /// <returns>False where nothing stands at one of them, or the file system cannot.</returns>
    public static bool TryExchange(string one, string other) =>
        RenameWith(one, other, RenameExchange);

    /// <summary>Renames to where nothing stands (renameat2(2) with RENAME_NOREPLACE).</summary>
    /// <returns>False where something stands there, or the file system cannot.</returns>
    public static bool TryRenameToNothing(string from, string to) =>
        RenameWith(from, to, RenameNoReplace);

    private static bool RenameWith(string from, string to, uint flags)
    {
        if (RenameAt2(CurrentFolder, Name(from), CurrentFolder, Name(to), flags) == 0)
            return true;
        var error = Marshal.GetLastPInvokeError();
        return error is NoEntry or Exists or InvalidArgument or NoSuchCall or NotSupported
            ? false
            : throw Failure(error, to);
    }

    public static void RemoveFile(string path) =>
        Check(UnlinkAt(CurrentFolder, Name(path), 0), path);

    public static void RemoveFolder(string path) =>
        Check(UnlinkAt(CurrentFolder, Name(path), AtRemoveFolder), path);

    /// <summary>Puts all that was written to an open file, or the names in an open folder, on the disk (fsync(2)).</summary>
    public static void Flush(SafeFileHandle handle, string path) =>
        Check(FSync((int)handle.DangerousGetHandle()), path);

    /// <summary>Puts all that was written to the file system of a folder on the disk (syncfs(2)).</summary>
    public static void FlushFileSystem(string path)
    {
        using var folder = OpenFolder(path);
        Check(SyncFs((int)folder.DangerousGetHandle()), path);
    }

    /// <summary>Takes the lock of a file or folder (flock(2)), which the kernel gives back when the process ends; null if another has it.</summary>
    /// <param name="path">Its path, in whose last name no link is followed.</param>
    /// <param name="isShared">Whether others may have it in the same way.</param>
    public static IDisposable? TryLock(string path, bool isShared)
    {
        var file = OpenFile(path);
        if (
            FLock(
                (int)file.DangerousGetHandle(),
                (isShared ? LockShared : LockExclusive) | LockNonBlocking
            ) == 0
        )
            return new HeldLock(file);
        var error = Marshal.GetLastPInvokeError();
        file.Dispose();
        return error == WouldBlock ? null : throw Failure(error, path);
    }

    /// <summary>
    /// A lock that is given back as such: a process that is just being started has a copy of every descriptor for a moment, with which the
    /// lock would outlast the closing of ours.
    /// </summary>
    private sealed class HeldLock(SafeFileHandle file) : IDisposable
    {
        public void Dispose()
        {
            if (!file.IsClosed)
                _ = FLock((int)file.DangerousGetHandle(), Unlock);
            file.Dispose();
        }
    }

    private static byte[] Name(string path) => [.. LosslessText.ToBytes(path), 0];

    private static Stat Read(ReadOnlySpan<byte> found)
    {
        // struct statx (linux/stat.h) is laid out the same on every machine.
        return new Stat(
            BinaryPrimitives.ReadUInt16LittleEndian(found[28..]),
            BinaryPrimitives.ReadInt64LittleEndian(found[40..]),
            Time(found[112..]),
            Time(found[96..]),
            BinaryPrimitives.ReadUInt64LittleEndian(found[32..]),
            BinaryPrimitives.ReadUInt64LittleEndian(found[136..]),
            BinaryPrimitives.ReadUInt32LittleEndian(found[16..])
        );
    }

    private static long Time(ReadOnlySpan<byte> at) =>
        BinaryPrimitives.ReadInt64LittleEndian(at) * 1_000_000_000
        + BinaryPrimitives.ReadUInt32LittleEndian(at[8..]);

    /// <summary>Opens a process, so that what is done with it later cannot meet another of the same number; null if it has ended.</summary>
    public static SafeFileHandle? OpenProcess(int process)
    {
        var descriptor = PidFdOpen(process, 0);
        return descriptor >= 0 ? new SafeFileHandle(descriptor, ownsHandle: true) : null;
    }

    /// <summary>Sends a signal to an open process; false if it has ended.</summary>
    /// <exception cref="UnauthorizedAccessException">It is not this user's.</exception>
    public static bool Signal(SafeFileHandle process, int signal)
    {
        if (PidFdSendSignal((int)process.DangerousGetHandle(), signal, 0, 0) == 0)
            return true;
        var error = Marshal.GetLastPInvokeError();
        return error == NoProcess ? false : throw Failure(error, "the process");
    }

    private static SafeFileHandle Opened(nint descriptor, string path) =>
        descriptor >= 0
            ? new SafeFileHandle(descriptor, ownsHandle: true)
            : throw Failure(Marshal.GetLastPInvokeError(), path);

    private static void Check(int result, string path)
    {
        if (result < 0)
            throw Failure(Marshal.GetLastPInvokeError(), path);
    }

    private static Exception Failure(int error, string path)
    {
        var message = $"{path}: {new Win32Exception(error).Message}";
        return error switch
        {
            NotPermitted or AccessDenied or ReadOnlyFileSystem => new UnauthorizedAccessException(
                message
            ),
            NoEntry or NotAFolder => new FileNotFoundException(message),
            _ => new IOException(message),
        };
    }

    [LibraryImport("libc", EntryPoint = "open", SetLastError = true)]
    private static partial int Open(byte[] path, int flags, int mode);

    [LibraryImport("libc", EntryPoint = "openat", SetLastError = true)]
    private static partial int OpenAt(int folder, byte[] name, int flags, int mode);

    [LibraryImport("libc", EntryPoint = "statx", SetLastError = true)]
    private static partial int StatX(
        int folder,
        byte[] name,
        int flags,
        uint mask,
        Span<byte> found
    );

    [LibraryImport("libc", EntryPoint = "getdents64", SetLastError = true)]
    private static partial nint GetDents(int folder, byte[] buffer, nuint length);

    [LibraryImport("libc", EntryPoint = "readlinkat", SetLastError = true)]
    private static partial nint ReadLinkAt(
        int folder,
        byte[] name,
        Span<byte> target,
        nuint length
    );

    [LibraryImport("libc", EntryPoint = "symlink", SetLastError = true)]
    private static partial int SymLink(byte[] target, byte[] path);

    [LibraryImport("libc", EntryPoint = "mkdir", SetLastError = true)]
    private static partial int MkDir(byte[] path, int mode);

    [LibraryImport("libc", EntryPoint = "setfsuid")]
    private static partial uint SetFileSystemUser(uint user);

    [LibraryImport("libc", EntryPoint = "setfsgid")]
    private static partial uint SetFileSystemGroup(uint group);

    [LibraryImport("libc", EntryPoint = "getgroups", SetLastError = true)]
    private static partial int GetGroups(int most, [Out] uint[]? groups);

    [LibraryImport("libc", EntryPoint = "lchown", SetLastError = true)]
    private static partial int LChOwn(byte[] path, uint owner, uint group);

    [LibraryImport("libc", EntryPoint = "chmod", SetLastError = true)]
    private static partial int ChMod(byte[] path, int mode);

    [LibraryImport("libc", EntryPoint = "fchmod", SetLastError = true)]
    private static partial int FChMod(int file, int mode);

    [LibraryImport("libc", EntryPoint = "flistxattr", SetLastError = true)]
    private static partial nint FListXAttr(int file, byte[] names, nuint length);

    [LibraryImport("libc", EntryPoint = "fgetxattr", SetLastError = true)]
    private static partial nint FGetXAttr(int file, byte[] name, byte[] value, nuint length);

    [LibraryImport("libc", EntryPoint = "fsetxattr", SetLastError = true)]
    private static partial int FSetXAttr(
        int file,
        byte[] name,
        byte[] value,
        nuint length,
        int flags
    );

    [LibraryImport("libc", EntryPoint = "fremovexattr", SetLastError = true)]
    private static partial int FRemoveXAttr(int file, byte[] name);

    [LibraryImport("libc", EntryPoint = "rename", SetLastError = true)]
    private static partial int RenameTo(byte[] from, byte[] to);

    [LibraryImport("libc", EntryPoint = "renameat2", SetLastError = true)]
    private static partial int RenameAt2(
        int fromFolder,
        byte[] from,
        int toFolder,
        byte[] to,
        uint flags
    );

    [LibraryImport("libc", EntryPoint = "unlinkat", SetLastError = true)]
    private static partial int UnlinkAt(int folder, byte[] name, int flags);

    [LibraryImport("libc", EntryPoint = "pidfd_open", SetLastError = true)]
    private static partial int PidFdOpen(int process, uint flags);

    [LibraryImport("libc", EntryPoint = "pidfd_send_signal", SetLastError = true)]
    private static partial int PidFdSendSignal(int process, int signal, nint info, uint flags);

    [LibraryImport("libc", EntryPoint = "fsync", SetLastError = true)]
    private static partial int FSync(int descriptor);

    [LibraryImport("libc", EntryPoint = "syncfs", SetLastError = true)]
    private static partial int SyncFs(int descriptor);

    [LibraryImport("libc", EntryPoint = "flock", SetLastError = true)]
    private static partial int FLock(int descriptor, int operation);
}
