using System.Runtime.InteropServices;
using System.Text.RegularExpressions;
using Furoshiki.Core.Content;
using Microsoft.Win32.SafeHandles;

namespace Furoshiki.Desktops;

/// <summary>
/// The file systems that are mounted, as this process sees them, and when others are: what stands over a watched folder changes it without a
/// word to who watches. Source: proc_pid_mountinfo(5).
/// </summary>
internal sealed partial class Mounts
{
    private const string Table = "/proc/self/mountinfo";
    private const short In = 0x1;
    private const short Urgent = 0x2;
    private const short Error = 0x8;

    private readonly SafeFileHandle? _table;
    private HashSet<string> _known = [];
    private bool _isOther;

    public Mounts()
    {
        try
        {
            _table = File.OpenHandle(Table);
            _known = Read();
        }
        catch (IOException)
        {
            // Where the kernel gives no table, nothing is heard of it.
        }
    }

    /// <summary>Waits until there is something to read, or the mounts changed.</summary>
    /// <param name="queue">The descriptor of what is to be read.</param>
    /// <returns>Whether there is something to read.</returns>
    public bool Wait(int queue) => (Poll(queue, Timeout.Infinite) & In) != 0;

    /// <summary>The paths at which file systems came or went since it was asked last.</summary>
    public IReadOnlyList<string> Changed()
    {
        Poll(-1, 0);
        if (!_isOther)
            return [];
        _isOther = false;
        var before = _known;
        _known = Read();
        return [.. _known.Except(before).Concat(before.Except(_known)).Select(PointOf).Distinct()];
    }

    /// <summary>What is ready at a descriptor; one below 0 is passed over. Notes whether the mounts changed.</summary>
    private short Poll(int queue, int milliseconds)
    {
        Span<Asked> both =
        [
            new Asked(queue, In),
            new Asked((int?)_table?.DangerousGetHandle() ?? -1, Urgent),
        ];
        if (Poll(both, (nuint)both.Length, milliseconds) <= 0)
            return 0;
        _isOther |= (both[1].Found & (Urgent | Error)) != 0;
        return both[0].Found;
    }

    private static HashSet<string> Read()
    {
        try
        {
            return
            [
                .. LosslessText
                    .FromBytes(File.ReadAllBytes(Table))
                    .Split('\n', StringSplitOptions.RemoveEmptyEntries)
                    // What follows is how it is mounted: the same file system stays there.
                    .Select(line => string.Join(' ', line.Split(' ').Take(5))),
            ];
        }
        catch (IOException)
        {
            return [];
        }
    }

    /// <summary>The path of a mount. Blanks, line ends and backslashes are written in octal.</summary>
    private static string PointOf(string mount) =>
        Octal()
            .Replace(
                mount[(mount.LastIndexOf(' ') + 1)..],
                one => ((char)Convert.ToInt32(one.Groups[1].Value, 8)).ToString()
            );

    [GeneratedRegex(@"\\([0-7]{3})")]
    private static partial Regex Octal();

    /// <summary>struct pollfd of poll(2).</summary>
    [StructLayout(LayoutKind.Sequential)]
    private struct Asked(int descriptor, short events)
    {
        public int Descriptor = descriptor;
        public short Events = events;
        public short Found;
    }

    [LibraryImport("libc", EntryPoint = "poll", SetLastError = true)]
    private static partial int Poll(Span<Asked> asked, nuint count, int milliseconds);
}
