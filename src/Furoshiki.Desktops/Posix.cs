using System.ComponentModel;
using System.Runtime.InteropServices;

namespace Furoshiki.Desktops;

/// <summary>The few calls of POSIX that .NET does not offer.</summary>
internal static partial class Posix
{
    private const int ReadOnly = 0;
    private const int DirectoryOnly = 0x10000;
    private const int CloseOnExec = 0x80000;
    private const int LockExclusive = 2;
    private const int LockNonBlocking = 4;
    private const int WouldBlock = 11;

    /// <summary>Puts the names in a folder on the disk (fsync(2) of the folder).</summary>
    public static void FlushFolder(string path)
    {
        using var folder = OpenFolder(path);
        Check(FSync(folder.Descriptor), path);
    }

    /// <summary>Takes the one lock of a folder (flock(2)), which the kernel gives back when the process ends; null if another has it.</summary>
    public static IDisposable? TryLockFolder(string path)
    {
        var folder = OpenFolder(path);
        if (FLock(folder.Descriptor, LockExclusive | LockNonBlocking) == 0)
            return folder;
        var error = Marshal.GetLastPInvokeError();
        folder.Dispose();
        return error == WouldBlock ? null : throw Failure(error, path);
    }

    private static Handle OpenFolder(string path)
    {
        var descriptor = Open(path, ReadOnly | DirectoryOnly | CloseOnExec);
        return descriptor >= 0
            ? new Handle(descriptor)
            : throw Failure(Marshal.GetLastPInvokeError(), path);
    }

    private static void Check(int result, string path)
    {
        if (result != 0)
            throw Failure(Marshal.GetLastPInvokeError(), path);
    }

    private static IOException Failure(int error, string path) =>
        new($"{path}: {new Win32Exception(error).Message}");

    private sealed class Handle(int descriptor) : IDisposable
    {
        private int _descriptor = descriptor;

        public int Descriptor => _descriptor;

        public void Dispose()
        {
            var open = Interlocked.Exchange(ref _descriptor, -1);
            if (open >= 0)
                _ = Close(open);
        }
    }

    [LibraryImport(
        "libc",
        EntryPoint = "open",
        SetLastError = true,
        StringMarshalling = StringMarshalling.Utf8
    )]
    private static partial int Open(string path, int flags);

    [LibraryImport("libc", EntryPoint = "fsync", SetLastError = true)]
    private static partial int FSync(int descriptor);

    [LibraryImport("libc", EntryPoint = "flock", SetLastError = true)]
    private static partial int FLock(int descriptor, int operation);

    [LibraryImport("libc", EntryPoint = "close")]
    private static partial int Close(int descriptor);
}
