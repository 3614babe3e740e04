using System.Collections.Concurrent;
using System.Diagnostics;
using System.Globalization;
using Furoshiki.Core.Looks;
using Furoshiki.Store;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Desktops.Tests;

/// <summary>Processes that are killed (SIGKILL) at a point of what they do to a desktop, and what the next start makes of it.</summary>
public sealed class KilledProcessTests : IDisposable
{
    private const int Abreast = 4;

    private readonly RealDesktop _desktop = new();
    private readonly Look _other;
    private readonly SortedDictionary<string, string> _before;

    public KilledProcessTests()
    {
        _other = _desktop.SaveOtherAndComeBack();
        _before = _desktop.Snapshot();
    }

    public void Dispose() => _desktop.Dispose();

    [Fact]
    public async Task A_process_killed_at_any_point_of_a_switch_leaves_a_desktop_that_the_next_start_makes_exactly_old_or_exactly_new()
    {
        var points = await AtEachPoint(3, ["look", _other.Digest.Hex], EndsAsOldOrNew(_before));
        points.ShouldBeGreaterThan(40);
    }

    [Fact]
    public async Task A_process_killed_at_any_point_of_going_back_leaves_a_desktop_that_the_next_start_makes_exactly_old_or_exactly_new()
    {
        var state = _desktop.Hold();
        _desktop.Transaction().Execute(_desktop.Plan(_other), CancellationToken.None);
        await AtEachPoint(6, ["state", state.Digest.Hex], EndsAsOldOrNew(_desktop.Snapshot()));
    }

    [Fact]
    public async Task A_process_killed_at_any_point_of_taking_a_switch_back_leaves_it_waiting_or_for_the_next_start_to_bring_back()
    {
        _desktop.SwitchUnkept(_other);
        var after = _desktop.Snapshot();
        await AtEachPoint(
            6,
            ["take-back"],
            (desktop, whole, said) =>
            {
                whole.ShouldBe(_before);
                desktop.Recover();
                desktop
                    .Snapshot()
                    .ShouldBe(desktop.Journal.Unkept().Count > 0 ? after : _before, said);
            }
        );
    }

    [Fact]
    public async Task A_process_killed_at_any_point_of_ending_what_was_broken_off_leaves_it_for_the_next_start_to_end()
    {
        var renamed = 0;
        void DieAtSecond(SwitchPoint point)
        {
            if (point.Action == "rename")
                renamed++;
            if (renamed > 1)
                throw new IOException("The process is gone.");
        }
        try
        {
            _desktop
                .Transaction(DieAtSecond, DieAtSecond)
                .Execute(_desktop.Plan(_other), CancellationToken.None);
        }
        catch (WayBackException)
        {
            // It was broken off between two of its files, and so was its own going back.
        }
        _desktop.Journal.Unfinished().Count.ShouldBe(1);
        await AtEachPoint(
            6,
            ["recover"],
            (desktop, whole, said) =>
            {
                whole.ShouldBe(_before);
                desktop.Recover();
                desktop.Snapshot().ShouldBe(_before, said);
            }
        );
    }

    [Fact]
    public async Task A_disk_that_is_full_after_any_number_of_bytes_of_the_database_leaves_exactly_the_old_or_exactly_the_new()
    {
        string[] what = ["look", _other.Digest.Hex];
        using var undisturbed = _desktop.Twin();
        await Run(undisturbed, what, -1);
        var whole = undisturbed.Snapshot();
        var log = (int)(new FileInfo(undisturbed.Database + "-wal").Length / 1024);
        log.ShouldBeGreaterThan(40);
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        var ended = new ConcurrentBag<int>();
        await Parallel.ForEachAsync(
            // And once with all the room that it takes.
            Enumerable
                .Range(0, log)
                .Where(size => size % (Effort.IsWhole ? 2 : 32) == 0)
                .Append(2 * log),
            new ParallelOptions { MaxDegreeOfParallelism = Abreast },
            async (size, _) =>
            {
                using var desktop = new RealDesktop(_desktop);
                ended.Add(await End(desktop, what, -1, size));
                EndsAsOldOrNew(_before)(desktop, whole, $"full after {size} kB");
                desktop.Journal.Unfinished().ShouldBeEmpty();
                DatabaseHealth.IsSound(desktop.Database, CancellationToken.None).ShouldBeTrue();
            }
        );
        ended.ShouldContain(0);
        ended.ShouldContain(3);
    }

    private static Action<RealDesktop, SortedDictionary<string, string>, string> EndsAsOldOrNew(
        SortedDictionary<string, string> before
    ) =>
        (desktop, after, said) =>
        {
            var recovered = desktop.Recover();
            var snapshot = desktop.Snapshot();
            if (recovered is [var one])
                snapshot.ShouldBe(one.Switched ? after : before, said);
            else
                new[] { before, after }.ShouldContain(known => known.SequenceEqual(snapshot), said);
        };

    /// <summary>Lets a process do it whole on one copy of the desktop, and be killed at a point on each of others.</summary>
    /// <param name="step">Of how many points one is taken.</param>
    /// <param name="what">What the process does.</param>
    /// <param name="check">Looks at a desktop whose process was killed; given what it is where nothing is killed, and where that was.</param>
    /// <returns>How many points there are.</returns>
    private async Task<int> AtEachPoint(
        int step,
        string[] what,
        Action<RealDesktop, SortedDictionary<string, string>, string> check
    )
    {
        using var undisturbed = _desktop.Twin();
        var printed = (await Run(undisturbed, what, -1)).Split(' ');
        printed[0].ShouldBe("True");
        var whole = undisturbed.Snapshot();
        var points = int.Parse(printed[1], CultureInfo.InvariantCulture);
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        await Parallel.ForEachAsync(
            Effort.Points(points, step),
            new ParallelOptions { MaxDegreeOfParallelism = Abreast },
            async (point, _) =>
            {
                using var desktop = new RealDesktop(_desktop);
                (await Run(desktop, what, point)).ShouldBeEmpty();
                check(desktop, whole, $"killed at point {point} of {points}");
                desktop.Journal.Unfinished().ShouldBeEmpty();
            }
        );
        return points;
    }

    private static async Task<string> Run(RealDesktop desktop, string[] what, int killAt)
    {
        using var process = Start(desktop, what, killAt, largest: null);
        var printed = await process.StandardOutput.ReadToEndAsync();
        await process.WaitForExitAsync();
        process.ExitCode.ShouldBe(killAt < 0 ? 0 : 137);
        return printed.Trim();
    }

    /// <summary>Lets a process do it that can make no file longer than some kB.</summary>
    /// <returns>Its exit code.</returns>
    private static async Task<int> End(RealDesktop desktop, string[] what, int killAt, int largest)
    {
        using var process = Start(desktop, what, killAt, largest);
        await process.StandardOutput.ReadToEndAsync();
        await process.WaitForExitAsync();
        return process.ExitCode;
    }

    private static Process Start(RealDesktop desktop, string[] what, int killAt, int? largest)
    {
        string[] command =
        [
            .. Programs.Start("Furoshiki.SwitchChild"),
            desktop.Database,
            desktop.Root,
            desktop.MapFile,
            killAt.ToString(CultureInfo.InvariantCulture),
            .. what,
        ];
        if (largest is not null)
            command = Programs.WithNoFileLongerThan(largest.Value, command);
        return Process.Start(
            new ProcessStartInfo(command[0], command[1..]) { RedirectStandardOutput = true }
        )!;
    }
}
