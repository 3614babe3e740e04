using System.Diagnostics;
using System.Globalization;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Desktops.Tests;

public sealed class KilledProcessTests
{
    private const int Abreast = 4;

    [Fact]
    public async Task A_process_killed_at_any_point_of_a_switch_leaves_a_desktop_that_the_next_start_makes_exactly_old_or_exactly_new()
    {
        using var first = new RealDesktop();
        var look = first.SaveOtherAndComeBack();
        var before = first.Snapshot();
        using var switched = first.Twin();
        var printed = (await Run(switched, look.Digest.Hex, -1)).Split(' ');
        printed[0].ShouldBe("True");
        var after = switched.Snapshot();
        var points = int.Parse(printed[1], CultureInfo.InvariantCulture);
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();

        points.ShouldBeGreaterThan(40);
        await Parallel.ForAsync(
            0,
            points,
            new ParallelOptions { MaxDegreeOfParallelism = Abreast },
            async (point, _) =>
            {
                using var desktop = new RealDesktop(first);
                (await Run(desktop, look.Digest.Hex, point)).ShouldBeEmpty();

                var recovered = desktop.Recover();
                var snapshot = desktop.Snapshot();
                if (recovered is [var one])
                    snapshot.ShouldBe(one.Switched ? after : before, $"killed at point {point}");
                else
                    new[] { before, after }.ShouldContain(
                        known => known.SequenceEqual(snapshot),
                        $"killed at point {point}"
                    );
                desktop.Journal.Unfinished().ShouldBeEmpty();
            }
        );
    }

    [Fact]
    public async Task A_process_killed_at_any_point_of_taking_a_switch_back_leaves_it_waiting_or_for_the_next_start_to_bring_back()
    {
        using var first = new RealDesktop();
        var look = first.SaveOtherAndComeBack();
        var before = first.Snapshot();
        first.SwitchUnkept(look);
        var after = first.Snapshot();
        using var whole = first.Twin();
        var printed = (await Run(whole, "back", -1)).Split(' ');
        printed[0].ShouldBe("True");
        whole.Snapshot().ShouldBe(before);
        var points = int.Parse(printed[1], CultureInfo.InvariantCulture);
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();

        await Parallel.ForEachAsync(
            Effort.Points(points, 3),
            new ParallelOptions { MaxDegreeOfParallelism = Abreast },
            async (point, _) =>
            {
                using var desktop = new RealDesktop(first);
                (await Run(desktop, "back", point)).ShouldBeEmpty();
                desktop.Recover();
                desktop
                    .Snapshot()
                    .ShouldBe(
                        desktop.Journal.Unkept().Count > 0 ? after : before,
                        $"killed at point {point}"
                    );
                desktop.Journal.Unfinished().ShouldBeEmpty();
            }
        );
    }

    private static async Task<string> Run(RealDesktop desktop, string what, int killAt)
    {
        string[] command =
        [
            .. Programs.Start("Furoshiki.SwitchChild"),
            desktop.Database,
            desktop.Root,
            desktop.MapFile,
            killAt.ToString(CultureInfo.InvariantCulture),
            what,
        ];
        var start = new ProcessStartInfo(command[0], command[1..])
        {
            RedirectStandardOutput = true,
        };
        using var process = Process.Start(start)!;
        var printed = await process.StandardOutput.ReadToEndAsync();
        await process.WaitForExitAsync();
        process.ExitCode.ShouldBe(killAt < 0 ? 0 : 137);
        return printed.Trim();
    }
}
