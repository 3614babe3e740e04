using System.Diagnostics;

namespace Furoshiki.Desktops.Tests;

/// <summary>What a program costs is measured, and not what somebody says of it.</summary>
public sealed class ProcessesTests
{
    private static readonly RunningProcess Itself = Processes.Look(Environment.ProcessId)!;

    /// <summary>A program that holds all that it is given, and does nothing else.</summary>
    private static readonly ProcessStartInfo Holder = new("tail", ["-c", "512M"])
    {
        RedirectStandardInput = true,
        RedirectStandardOutput = true,
    };

    [Fact]
    public void The_memory_that_processes_take_is_measured()
    {
        const int much = 96 << 20;
        using var holder = Process.Start(Holder)!;
        try
        {
            var process = Processes.Look(holder.Id)!;
            var before = Processes.CostOf([process])!.Value;
            holder.StandardInput.BaseStream.Write(new byte[much]);
            // What was written last may be on its way still, which is no more than a pipe holds.
            var after = Processes.CostOf([process])!.Value;
            (after.Memory - before.Memory).ShouldBeInRange(much - (1 << 20), much + (8 << 20));
            Processes
                .CostOf([process, process])!
                .Value.Memory.ShouldBeInRange(2 * after.Memory, (2 * after.Memory) + (1 << 20));
        }
        finally
        {
            holder.Kill();
        }
    }

    [Fact]
    public void The_time_that_a_process_took_is_measured()
    {
        using var known = Process.GetCurrentProcess();
        var share = 100 * known.TotalProcessorTime / (DateTime.Now - known.StartTime);
        var told = Processes.CostOf([Itself])!.Value.Processor;
        told.ShouldBe(share, tolerance: 10);
        told.ShouldBeGreaterThan(0);
    }

    [Fact]
    public void What_does_not_run_any_more_costs_nothing_that_could_be_told()
    {
        Processes.CostOf([]).ShouldBeNull();
        Processes.CostOf([Itself with { Started = Itself.Started - 1 }]).ShouldBeNull();
    }
}
