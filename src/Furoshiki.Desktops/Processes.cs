using System.Globalization;
using Furoshiki.Core.Content;

namespace Furoshiki.Desktops;

/// <summary>A process of a person's session.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Name">Its name.</param>
/// <param name="Started">When it started, in clock ticks since the machine did.</param>
public sealed record RunningProcess(int Id, string Name, long Started)
{
    /// <summary>What tells it from all others that ran and will run until the machine starts again.</summary>
    public string Run => string.Create(CultureInfo.InvariantCulture, $"{Id}@{Started}");

    /// <summary>Sends it a signal.</summary>
    /// <param name="signal">The signal's number.</param>
    /// <returns>Whether it still ran.</returns>
    /// <exception cref="UnauthorizedAccessException">It is not this user's.</exception>
    public bool Signal(int signal)
    {
        using var process = Posix.OpenProcess(Id);
        // From here on the number cannot become another's, so what is seen under it now is what the signal reaches.
        return process is not null && Processes.Look(Id) == this && Posix.Signal(process, signal);
    }
}

/// <summary>The processes that run, as the kernel tells of them (proc(5)).</summary>
public static class Processes
{
    private const string Table = "/proc";
    private const string Share = "Pss:";

    /// <summary>The unit of times in a process' status (USER_HZ), which Linux shows as this whatever its own clock is.</summary>
    private const int TicksInSecond = 100;

    // Fields of a process' status after its name (proc_pid_stat(5)).
    private const int UserTime = 11;
    private const int SystemTime = 12;
    private const int StartTime = 19;

    /// <summary>What is another whenever the machine has started again.</summary>
    public static string MachineRun { get; } =
        File.ReadAllText($"{Table}/sys/kernel/random/boot_id").Trim();

    /// <summary>The processes of some names that run for a home folder; those whose home this user may not know are not among them.</summary>
    /// <param name="names">The names, of at most 15 characters.</param>
    /// <param name="homes">The full paths of the folders that the home may be.</param>
    public static IReadOnlyList<RunningProcess> Of(
        IReadOnlySet<string> names,
        IEnumerable<string> homes
    )
    {
        if (names.Count == 0)
            return [];
        var folders = homes.Select(FolderAt).OfType<(ulong, ulong)>().ToHashSet();
        return
        [
            .. Directory
                .EnumerateDirectories(Table)
                .Select(path => int.TryParse(Path.GetFileName(path), out var id) ? Look(id) : null)
                .OfType<RunningProcess>()
                .Where(process =>
                    names.Contains(process.Name)
                    && HomeOf(process.Id) is { } home
                    && FolderAt(home) is { } folder
                    && folders.Contains(folder)
                ),
        ];
    }

    /// <summary>What processes cost together; null if none of them runs any more, or the kernel does not tell.</summary>
    /// <param name="processes">The processes.</param>
    /// <returns>
    /// Their memory in bytes, of what several share each its part (Pss in proc_pid_smaps(5)), and their share of one processor's time since
    /// each started, in per cent.
    /// </returns>
    public static (long Memory, double Processor)? CostOf(IEnumerable<RunningProcess> processes)
    {
        var costs = processes.Select(CostOf).OfType<(long Memory, double Processor)>().ToList();
        return costs.Count == 0
            ? null
            : (costs.Sum(one => one.Memory), costs.Sum(one => one.Processor));
    }

    private static (long Memory, double Processor)? CostOf(RunningProcess process)
    {
        if (
            Read($"{Table}/{process.Id}/smaps_rollup") is not { } memory
            || memory
                .Split('\n')
                .FirstOrDefault(line => line.StartsWith(Share, StringComparison.Ordinal))
                is not { } share
            || Read($"{Table}/{process.Id}/stat") is not { } stat
            || Read($"{Table}/uptime") is not { } uptime
            || Parse(process.Id, stat) != process
        )
            return null;
        var kibibytes = long.Parse(
            share[Share.Length..].TrimEnd('B', 'k', ' '),
            CultureInfo.InvariantCulture
        );
        var fields = FieldsOf(stat);
        var used = Ticks(fields, UserTime) + Ticks(fields, SystemTime);
        var ran =
            double.Parse(uptime.Split(' ')[0], CultureInfo.InvariantCulture) * TicksInSecond
            - process.Started;
        return (
            kibibytes * 1024,
            ran <= 0 ? 0 : Math.Min(100d * used / ran, 100d * Environment.ProcessorCount)
        );
    }

    private static long Ticks(string[] fields, int field) =>
        long.Parse(fields[field], CultureInfo.InvariantCulture);

    /// <summary>What stands in a process' status after its name, which is in parentheses and can have any sign in it.</summary>
    private static string[] FieldsOf(string stat) => stat[(stat.LastIndexOf(')') + 2)..].Split(' ');

    /// <summary>A process by its number; null if there is none, or it only waits for its end to be noticed.</summary>
    internal static RunningProcess? Look(int id) =>
        Read($"{Table}/{id}/stat") is { } text ? Parse(id, text) : null;

    private static RunningProcess? Parse(int id, string text)
    {
        var fields = FieldsOf(text);
        return fields[0] is "Z" or "X"
            ? null
            : new RunningProcess(
                id,
                text[(text.IndexOf('(') + 1)..text.LastIndexOf(')')],
                Ticks(fields, StartTime)
            );
    }

    /// <summary>What tells a folder from all others, links followed; null if it cannot be seen.</summary>
    private static (ulong Device, ulong Inode)? FolderAt(string path)
    {
        try
        {
            return Posix.LStat($"{path}/.") is { } folder ? (folder.Device, folder.Inode) : null;
        }
        catch (Exception problem) when (problem is IOException or UnauthorizedAccessException)
        {
            return null;
        }
    }

    private static string? HomeOf(int id) =>
        Read($"{Table}/{id}/environ")
            ?.Split('\0')
            .FirstOrDefault(one => one.StartsWith("HOME=/", StringComparison.Ordinal))
            ?["HOME=".Length..];

    private static string? Read(string path)
    {
        try
        {
            return LosslessText.FromBytes(File.ReadAllBytes(path));
        }
        catch (Exception problem) when (problem is IOException or UnauthorizedAccessException)
        {
            return null;
        }
    }
}
