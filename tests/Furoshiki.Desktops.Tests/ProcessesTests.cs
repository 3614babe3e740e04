using System.Diagnostics;

namespace Furoshiki.Desktops.Tests;

/// <summary>What a program costs is measured, and not what somebody says of it.</summary>
public sealed class ProcessesTests
{
    private static readonly RunningProcess Itself = Processes.Look(Environment.ProcessId)!;

    [Fact]
    public void The_memory_and_the_time_that_processes_took_are_measured()
    {
        const int much = 96 << 20;
        var before = Processes.CostOf([Itself])!.Value;
        var held = new byte[much];
        Array.Fill(held, (byte)1);
        var after = Processes.CostOf([Itself])!.Value;
        (after.Memory - before.Memory).ShouldBeInRange(much / 2, 2L * much);
        GC.KeepAlive(held);

        using var known = Process.GetCurrentProcess();
        var share = 100 * known.TotalProcessorTime / (DateTime.Now - known.StartTime);
        after.Processor.ShouldBe(share, tolerance: 10);
        after.Processor.ShouldBeGreaterThan(0);
        Processes.CostOf([Itself, Itself])!.Value.Memory.ShouldBeGreaterThan(after.Memory);
    }

    [Fact]
    public void What_does_not_run_any_more_costs_nothing_that_could_be_told()
    {
        Processes.CostOf([]).ShouldBeNull();
        Processes.CostOf([Itself with { Started = Itself.Started - 1 }]).ShouldBeNull();
    }
}
