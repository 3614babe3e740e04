using System.Runtime.InteropServices;

namespace Furoshiki.Drawer;

/// <summary>What this process may take: whoever exceeds it is ended by the system, be its parent still there or not.</summary>
internal static partial class Limits
{
    private const int OfTime = 0;
    private const int OfData = 2;
    private const ulong MostData = 1UL << 30;

    /// <summary>Seconds of a processor that one drawing may take.</summary>
    private const ulong MostSeconds = 5;

    /// <summary>Limits the memory that can be written to 1 GiB.</summary>
    public static void SetMemory() => Set(OfData, MostData);

    /// <summary>Limits what the process takes of a processor from now on.</summary>
    public static void SetTime() =>
        Set(OfTime, (ulong)Environment.CpuUsage.TotalTime.TotalSeconds + MostSeconds + 1);

    private static void Set(int what, ulong most)
    {
        if (GetLimit(what, out var limit) == 0)
            _ = SetLimit(what, limit with { Soft = Math.Min(most, limit.Hard) });
    }

    [StructLayout(LayoutKind.Sequential)]
    private readonly record struct Limit(ulong Soft, ulong Hard);

    [LibraryImport("libc", EntryPoint = "getrlimit")]
    private static partial int GetLimit(int what, out Limit limit);

    [LibraryImport("libc", EntryPoint = "setrlimit")]
    private static partial int SetLimit(int what, in Limit limit);
}
