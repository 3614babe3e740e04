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
    private readonly LossyDisk _disk;
    private readonly Look _other;
    private readonly Tree _state;
    private readonly SortedDictionary<string, string> _old;
    private readonly SortedDictionary<string, string> _new;
    private readonly SortedDictionary<string, string> _partly;
    private readonly string[] _some;
    private readonly string[] _files;
    private readonly SortedDictionary<string, string> _supplied;
    private readonly Tree _came;

    public FaultRunsTests()
    {
        _disk = new LossyDisk(_desktop.Root, _random);
        _other = _desktop.SaveOtherAndComeBack();
        _state = _desktop.Hold();
        _came = _desktop.Folder.FindTree(Updated)!;
        _old = _desktop.Snapshot();
        Switch();
        _new = _desktop.Snapshot();
        _files =
        [
            .. _old
                .Keys.Union(_new.Keys)
                .Where(path => _old.GetValueOrDefault(path) != _new.GetValueOrDefault(path)),
        ];
        _some = [.. _files.Where((_, i) => i % 2 == 0)];
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

    public void Dispose()
    {
        _disk.Dispose();
        _desktop.Dispose();
    }

    [Fact]
    public void Whatever_breaks_off_any_kind_of_run_it_ends_as_exactly_the_old_or_exactly_the_new()
    {
        for (var run = 0; run < Runs * Effort.Times; run++)
        {
            var (name, prepare, carryOut, after) = Kind(run % 6);
            prepare();
            var before = _desktop.Snapshot();
            _disk.KeepAll();
            var written = new Dictionary<string, byte[]>(StringComparer.Ordinal);
            var said = $"run {run}, {name}" + Attempt(carryOut, written);
            // What recovers it is broken off too, and tried again as at the next start.
            while (_desktop.Journal.Unfinished().Count > 0)
                said += ", then" + Attempt(at => _desktop.Recover(at), written);
            ShouldHave(written, said);
            // What other programs write is theirs to flush.
            if (written.Count == 0)
                _disk.Lose();
            var ended = Without(written, _desktop.Snapshot());
            var (isOld, isNew) = (Differing(ended, before), Differing(ended, after));
            (isOld.Length == 0 || isNew.Length == 0).ShouldBeTrue(
                $"{said}; written: {string.Join(", ", written.Keys)}; not old: {isOld}; not new: {isNew}"
            );

            string Differing(
                SortedDictionary<string, string> one,
                SortedDictionary<string, string> other
            ) =>
                string.Join(
                    ", ",
                    one.Except(Without(written, other))
                        .Concat(Without(written, other).Except(one))
                        .Select(path => path.Key)
                        .Distinct()
                );
            if (_desktop.Journal.Unkept() is [var waiting])
            {
                ended.ShouldBe(Without(written, _new), said);
                _desktop.TakeBack(waiting.Id).ShouldNotBeNull(said);
            }
            ComeBack();
        }
    }

    /// <summary>That what another program wrote is there, or was set aside.</summary>
    private void ShouldHave(Dictionary<string, byte[]> written, string said)
    {
        using var db = _desktop.Databases.CreateDbContext();
        var aside = db
            .Asides.Select(one => one.Tree)
            .AsEnumerable()
            .Select(_desktop.Content.FindTree)
            .ToList();
        foreach (var (path, bytes) in written)
            (
                (
                    File.Exists(_desktop.At(path))
                    && File.ReadAllBytes(_desktop.At(path)).AsSpan().SequenceEqual(bytes)
                ) || aside.Any(tree => tree?.Find(path)?.Content == Digest.Of(bytes))
            ).ShouldBeTrue($"{said}: {path} is lost");
    }

    private static SortedDictionary<string, string> Without(
        Dictionary<string, byte[]> written,
        SortedDictionary<string, string> snapshot
    ) =>
        new(
            snapshot
                .Where(one => !written.ContainsKey(one.Key))
                .ToDictionary(one => one.Key, one => one.Value),
            StringComparer.Ordinal
        );

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

    /// <summary>Lets something run with one fault.</summary>
    /// <param name="run">What runs, given what is called at each of its points.</param>
    /// <param name="written">What another program has written; what it writes now is added.</param>
    /// <returns>What the fault was.</returns>
    private string Attempt(Action<Action<SwitchPoint>> run, Dictionary<string, byte[]> written)
    {
        var (kind, from) = ((FaultKind)_random.Next(5), _random.Next(MostPoints));
        var now = 0;
        string? reached = null;
        try
        {
            run(point =>
            {
                _disk.At(point);
                if (
                    now++ < from
                    || (reached is not null && kind is not (FaultKind.Gone or FaultKind.PowerLost))
                )
                    return;
                reached ??= $" {kind} at {from}, {point}";
                if (kind == FaultKind.Written)
                    Write(point, written);
                else
                    throw kind == FaultKind.Refused
                        ? new UnauthorizedAccessException("Writing was refused.")
                        : new IOException("No space left on the disk.");
            });
        }
        catch (Exception problem)
            when (problem is IOException or UnauthorizedAccessException or WayBackException)
        {
            // As the fault would end it.
        }
        catch (SwitchRefusedException) when (written.Count > 0)
        {
            // What another program wrote is not what the plan was made from.
        }
        if (reached is not null && kind == FaultKind.PowerLost && written.Count == 0)
            _disk.Lose();
        return reached ?? " not broken off";
    }

    /// <summary>Has another program write to a file that is changed, but not between the last look at it and its rename.</summary>
    private void Write(SwitchPoint point, Dictionary<string, byte[]> written)
    {
        var path = _files[_random.Next(_files.Length)];
        if (
            !File.Exists(_desktop.At(path))
            || new FileInfo(_desktop.At(path)).LinkTarget is not null
            || (point.Action is "rename" or "remove" && point.Path == path)
        )
            return;
        File.AppendAllText(_desktop.At(path), "# another program\n");
        written[path] = File.ReadAllBytes(_desktop.At(path));
    }

    private enum FaultKind
    {
        /// <summary>The disk is full.</summary>
        Full,

        /// <summary>A write is refused.</summary>
        Refused,

        /// <summary>The process is gone, and what it wrote is there.</summary>
        Gone,

        /// <summary>The power is gone, and with it any of what was not flushed.</summary>
        PowerLost,

        /// <summary>Another program writes to one of the files.</summary>
        Written,
    }
}
