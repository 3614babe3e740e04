using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Desktops.Tests;

/// <summary>Every kind of run, broken off anywhere in any way, again and again on one desktop.</summary>
public sealed class FaultRunsTests : IDisposable
{
    private const int Runs = 60;
    private const string Updated = $"{TestPaths.Icons}/Fold-Slate";

    /// <summary>More points than any run has; where one is after the last, nothing is broken off.</summary>
    private const int MostPoints = 90;

    private readonly RealDesktop _desktop = new();
    private readonly Random _random = new(20261126);
    private readonly Look _other;
    private readonly Tree _state;
    private readonly SortedDictionary<string, string> _old;
    private readonly SortedDictionary<string, string> _new;
    private readonly SortedDictionary<string, string> _partly;
    private readonly string[] _some;
    private readonly SortedDictionary<string, string> _supplied;
    private readonly Tree _came;

    public FaultRunsTests()
    {
        _other = _desktop.SaveOtherAndComeBack();
        _state = _desktop.Hold();
        _came = _desktop.Folder.FindTree(Updated)!;
        _old = _desktop.Snapshot();
        Switch();
        _new = _desktop.Snapshot();
        // Every other file and folder that the switch changes.
        _some =
        [
            .. _old
                .Keys.Union(_new.Keys)
                .Where(path => _old.GetValueOrDefault(path) != _new.GetValueOrDefault(path))
                .Where((_, i) => i % 2 == 0),
        ];
        var outcome = _desktop.GoBackTo(_state, paths: _some);
        outcome.Switched.ShouldBeTrue(outcome.Problem);
        _partly = _desktop.Snapshot();
        _partly.ShouldNotBe(_old);
        _partly.ShouldNotBe(_new);
        ComeBack();
        Supply(isHere: true);
        _supplied = _desktop.Snapshot();
        _supplied.ShouldNotBe(_old);
        ComeBack();
    }

    public void Dispose() => _desktop.Dispose();

    [Fact]
    public void Whatever_breaks_off_any_kind_of_run_it_ends_as_exactly_the_old_or_exactly_the_new()
    {
        for (var run = 0; run < Runs * Effort.Times; run++)
        {
            var (name, prepare, carryOut, after) = Kind(run % 6);
            prepare();
            var before = _desktop.Snapshot();
            var fault = new Fault(_random);
            Attempt(() => carryOut(fault.At));
            var said = $"run {run}, {name}, {fault}";
            // What recovers it is broken off too, and tried again as at the next start.
            while (_desktop.Journal.Unfinished().Count > 0)
            {
                var again = new Fault(_random);
                said += $", then {again}";
                Attempt(() => _desktop.Recover(again.At));
            }
            var ended = _desktop.Snapshot();
            (ended.SequenceEqual(after) || ended.SequenceEqual(before)).ShouldBeTrue(said);
            if (_desktop.Journal.Unkept() is [var waiting])
            {
                ended.ShouldBe(_new, said);
                _desktop.TakeBack(waiting.Id).ShouldNotBeNull(said);
            }
            ComeBack();
        }
    }

    private (
        string Name,
        Action Prepare,
        Action<Action<SwitchPoint>> CarryOut,
        SortedDictionary<string, string> After
    ) Kind(int kind)
    {
        var unkept = 0L;
        return kind switch
        {
            0 => ("switch", () => { }, at => Switch(at), _new),
            1 => ("going back", () => Switch(), at => _desktop.GoBackTo(_state, at), _old),
            2 => (
                "going back to some of a safe state",
                () => Switch(),
                at => _desktop.GoBackTo(_state, at, _some),
                _partly
            ),
            3 => ("getting supplies", () => { }, at => Supply(isHere: true, at), _supplied),
            4 => ("removing supplies", () => Supply(isHere: true), at => Supply(false, at), _old),
            _ => (
                "taking back what was not kept",
                () => unkept = _desktop.SwitchUnkept(_other),
                at => _desktop.TakeBack(unkept, at),
                _old
            ),
        };
    }

    private void Switch(Action<SwitchPoint>? at = null) =>
        _desktop.Transaction(at, at).Execute(_desktop.Plan(_other), CancellationToken.None);

    /// <summary>Has a set come that is new, and another version of one that is there, or has both as they were.</summary>
    private void Supply(bool isHere, Action<SwitchPoint>? at = null) =>
        _desktop
            .Transaction(at, at)
            .Execute(
                _desktop.PlanSupply($"{TestPaths.Icons}/Harbour", Updated, _came, isHere),
                CancellationToken.None
            );

    private void ComeBack()
    {
        Supply(isHere: false);
        _desktop.GoBackTo(_state);
        _desktop.Snapshot().ShouldBe(_old);
    }

    private static void Attempt(Action run)
    {
        try
        {
            run();
        }
        catch (Exception problem)
            when (problem is IOException or UnauthorizedAccessException or WayBackException)
        {
            // As the fault would end it.
        }
    }

    /// <summary>A disk that is full, a write that is refused, or a process that is gone, from a point on.</summary>
    private sealed class Fault(Random random)
    {
        private readonly int _kind = random.Next(3);
        private readonly int _from = random.Next(MostPoints);
        private int _at;
        private string? _reached;

        public void At(SwitchPoint point)
        {
            var now = _at++;
            if (now < _from || (now > _from && _kind != 2))
                return;
            _reached ??= $"{point}";
            throw _kind == 1
                ? new UnauthorizedAccessException("Writing was refused.")
                : new IOException("No space left on the disk.");
        }

        public override string ToString() =>
            _reached is null
                ? "not broken off"
                : $"{(_kind == 0 ? "full" : _kind == 1 ? "refused" : "gone")} at {_from}, {_reached}";
    }
}
