using Furoshiki.Core.Looks;
using Furoshiki.Core.Reading;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Desktops.Tests;

/// <summary>A home that is away for a while: renamed, or with another folder in its place, as an empty mount point is.</summary>
[Trait("folders", "disk")]
public sealed class AwayTests : IDisposable
{
    private readonly RealDesktop _desktop = new();
    private readonly Look _other;
    private readonly SortedDictionary<string, string> _old;
    private readonly SortedDictionary<string, string> _new;

    public AwayTests()
    {
        _other = _desktop.SaveOtherAndComeBack();
        _old = _desktop.Snapshot();
        using var switched = _desktop.Twin();
        switched
            .Transaction()
            .Execute(switched.Plan(_other), CancellationToken.None)
            .Switched.ShouldBeTrue();
        _new = switched.Snapshot();
    }

    public void Dispose() => _desktop.Dispose();

    public enum Instead
    {
        Nothing,
        AnEmptyFolder,
        ACopy,
    }

    [Fact]
    public void A_home_that_goes_at_any_point_of_a_switch_is_exactly_the_old_or_the_new_once_it_is_back() =>
        AtEachPoint(
            desktop => desktop.Plan(_other),
            (desktop, plan, at) =>
                desktop.Transaction(at, at).Execute(plan, CancellationToken.None).Switched
        );

    [Fact]
    public void One_that_goes_at_any_point_of_going_back_is_the_old_once_it_is_back() =>
        AtEachPoint(
            desktop => desktop.SwitchUnkept(_other),
            (desktop, id, at) => desktop.TakeBack(id, at) is { Switched: true }
        );

    [Fact]
    public void One_that_goes_at_any_point_of_a_recovery_is_the_old_once_it_is_back() =>
        AtEachPoint(
            desktop =>
            {
                var renames = 0;
                Should.Throw<WayBackException>(() =>
                    desktop
                        .Transaction(
                            point => Fail(point.Action == "verify"),
                            point => Fail(point.Action == "rename" && renames++ == 2)
                        )
                        .Execute(desktop.Plan(_other), CancellationToken.None)
                );
                return 0;
            },
            (desktop, _, at) => desktop.Recover(at) is [{ Switched: true }]
        );

    [Theory]
    [InlineData(Instead.Nothing)]
    [InlineData(Instead.AnEmptyFolder)]
    [InlineData(Instead.ACopy)]
    public void While_it_is_away_a_switch_stays_unfinished_and_no_other_program_is_said_to_have_written(
        Instead instead
    )
    {
        var plan = _desktop.Plan(_other);
        var renames = 0;
        Should
            .Throw<WayBackException>(() =>
                _desktop
                    .Transaction(point =>
                    {
                        if (point.Action == "rename" && renames++ == 2)
                            Leave(_desktop, instead);
                    })
                    .Execute(plan, CancellationToken.None)
            )
            .Message.ShouldNotContain("nother program");

        for (var i = 0; i < 2; i++)
        {
            var waiting = _desktop.Recover().ShouldHaveSingleItem();
            waiting.Problem!.ShouldContain("its disk may be away");
            waiting.Problem!.ShouldContain(_desktop.Root);
        }
        _desktop.Journal.Unfinished().ShouldHaveSingleItem();

        Return(_desktop);
        _desktop.Recover().ShouldHaveSingleItem().Back.Words.ShouldBe("");
        _desktop.Snapshot().ShouldBe(_old);
    }

    [Theory]
    [InlineData("")]
    [InlineData("home/.config")]
    [InlineData("home/.local/share/icons")]
    [InlineData("home/.local/share/icons/Fold-Slate/scalable")]
    public void A_disk_that_comes_and_goes_over_what_was_looked_at_is_heard_of(string over)
    {
        var folder = new DesktopFolder(_desktop.Root, isWatched: true);
        var at = Path.Combine(_desktop.Root, over);
        Directory.CreateDirectory(_desktop.Outside);
        var seen = Seen();
        var stamp = folder.Watch!.Stamp;
        Assert.SkipUnless(
            Shell.Script($"mount --bind '{_desktop.Outside}' '{at}'").Code == 0,
            "Mounting is not permitted here."
        );
        try
        {
            folder.Watch.Stamp.ShouldBeGreaterThan(stamp);
            Seen().ShouldNotBe(seen);
            folder.IsBare(over).ShouldBeTrue();
            stamp = folder.Watch.Stamp;
        }
        finally
        {
            Shell.Run("umount \"$1\"", at);
        }
        folder.Watch.Stamp.ShouldBeGreaterThan(stamp);
        Seen().ShouldBe(seen);

        string Seen()
        {
            var reading = DesktopReader.Read(_desktop.Map, folder);
            return $"{reading.Look.Digest} {reading.Unread.Count()}";
        }
    }

    [Fact]
    public async Task A_home_that_another_process_renames_again_and_again_is_exactly_the_old_or_the_new()
    {
        var random = new Random(20261201);
        using var desktop = _desktop.Twin();
        for (var run = 0; run < 40 * Effort.Times; run++)
        {
            using var ended = new ManualResetEventSlim();
            var plan = desktop.Plan(_other);
            var moving = Task.Run(() =>
            {
                while (!ended.IsSet)
                {
                    Thread.Sleep(random.Next(0, 25));
                    Leave(desktop, Instead.Nothing);
                    Thread.Sleep(random.Next(0, 5));
                    Return(desktop);
                }
            });
            try
            {
                desktop.Transaction().Execute(plan, CancellationToken.None);
            }
            catch (Exception problem)
                when (problem
                        is WayBackException
                            or SwitchRefusedException
                            or FolderAwayException
                            or IOException
                )
            {
                // It waits, or was refused.
            }
            ended.Set();
            await moving;
            while (desktop.Journal.Unfinished().Count > 0)
                desktop.Recover().ShouldAllBe(one => one.Back.Words.Length == 0);
            var snapshot = desktop.Snapshot();
            (Same(snapshot, _old) || Same(snapshot, _new)).ShouldBeTrue($"run {run}");
            if (Same(snapshot, _new))
                Shell.Run("rm -rf \"$2\" && cp -a \"$1\" \"$2\"", _desktop.Root, desktop.Root);
        }
    }

    private static bool Same(
        SortedDictionary<string, string> one,
        SortedDictionary<string, string> other
    ) => one.SequenceEqual(other);

    private static void Fail(bool now)
    {
        if (now)
            throw new IOException("No space left on device");
    }

    private void AtEachPoint<T>(
        Func<RealDesktop, T> prepare,
        Func<RealDesktop, T, Action<SwitchPoint>, bool> run
    )
    {
        var points = new List<SwitchPoint>();
        using (var whole = _desktop.Twin())
            run(whole, prepare(whole), points.Add);
        points.Count.ShouldBeGreaterThan(10);

        foreach (var i in Effort.Points(points.Count, 4))
        {
            using var desktop = _desktop.Twin();
            var state = prepare(desktop);
            var before = desktop.Snapshot();
            var at = 0;
            bool? isNew = null;
            try
            {
                isNew = run(
                    desktop,
                    state,
                    _ =>
                    {
                        if (at++ == i)
                            Leave(desktop, (Instead)(i % 3));
                    }
                );
            }
            catch (Exception problem)
                when (problem is WayBackException or SwitchRefusedException or FolderAwayException)
            {
                // It waits, or nothing was begun.
            }
            if (at <= i)
                continue;
            Return(desktop);
            foreach (var one in desktop.Recover())
            {
                isNew = one.Switched;
                one.Problem.ShouldBeNull($"{i}: {points[i]}");
                one.Back.Words.ShouldBe("", $"{i}: {points[i]}");
            }
            var ended = desktop.Snapshot();
            var waits = desktop.Journal.Unkept().Count > 0;
            (Same(ended, _old) || (Same(ended, _new) && (isNew is true || waits))).ShouldBeTrue(
                $"{i}: {points[i]}"
            );
            if (waits)
                ended.ShouldBe(before);
        }
    }

    /// <summary>Moves the home away, and puts something else in its place.</summary>
    private static void Leave(RealDesktop desktop, Instead instead)
    {
        Directory.Move(desktop.Root, desktop.Root + "-away");
        if (instead == Instead.AnEmptyFolder)
            Directory.CreateDirectory(desktop.Root);
        else if (instead == Instead.ACopy)
            Shell.Run("cp -a \"$1\" \"$2\"", desktop.Root + "-away", desktop.Root);
    }

    private static void Return(RealDesktop desktop)
    {
        if (Directory.Exists(desktop.Root))
            Directory.Delete(desktop.Root, recursive: true);
        Directory.Move(desktop.Root + "-away", desktop.Root);
    }
}
