using Furoshiki.Core.Content;
using Furoshiki.Core.Reading;

namespace Furoshiki.Desktops.Tests;

[Trait("folders", "disk")]
public sealed class SwitchTransactionTests : IDisposable
{
    private const string Surface = "home/.config/engawa/surface.conf";

    private readonly RealDesktop _desktop = new();

    public void Dispose() => _desktop.Dispose();

    [Fact]
    public void A_switch_puts_the_look_on_and_going_back_brings_every_byte_mode_link_and_absence_back()
    {
        var other = _desktop.SaveOtherAndComeBack();
        var before = _desktop.Snapshot();

        var outcome = _desktop.Transaction().Execute(_desktop.Plan(other), CancellationToken.None);
        outcome.Problem.ShouldBeNull();
        DesktopReader.Read(_desktop.Map, _desktop.Folder).Look.Digest.ShouldBe(other.Digest);
        var after = _desktop.Snapshot();
        after.ShouldNotBe(before);

        var undone = _desktop.GoBackTo(outcome.SafeState!);
        undone.Problem.ShouldBeNull();
        _desktop.Snapshot().ShouldBe(before);
        undone.SafeState!.All.Count().ShouldBeGreaterThan(60);
    }

    [Fact]
    public void A_fault_at_any_point_of_a_switch_leaves_exactly_the_old_bytes_or_exactly_the_new_ones()
    {
        var other = _desktop.SaveOtherAndComeBack();
        var before = _desktop.Snapshot();
        var points = new List<SwitchPoint>();
        using var switched = _desktop.Twin();
        switched
            .Transaction(points.Add)
            .Execute(switched.Plan(other), CancellationToken.None)
            .Switched.ShouldBeTrue();
        var after = switched.Snapshot();
        points.Count.ShouldBeGreaterThan(40);

        for (var i = 0; i < points.Count; i++)
        {
            using var desktop = _desktop.Twin();
            var at = 0;
            var outcome = Attempt(() =>
                desktop
                    .Transaction(_ => Fail(at++ == i))
                    .Execute(desktop.Plan(other), CancellationToken.None)
            );
            var snapshot = desktop.Snapshot();
            snapshot.ShouldBe(
                outcome is { Switched: true } ? after
                    : snapshot.ContainsValue(after[Surface]) ? after
                    : before,
                $"{i}: {points[i]}"
            );
            if (outcome is not null)
                desktop.Journal.Unfinished().ShouldBeEmpty();
        }

        static void Fail(bool now)
        {
            if (now)
                throw new IOException("No space left on device");
        }

        static SwitchOutcome? Attempt(Func<SwitchOutcome> run)
        {
            try
            {
                return run();
            }
            catch (IOException)
            {
                return null;
            }
        }
    }

    [Fact]
    public void A_file_that_another_program_writes_after_the_plan_refuses_the_switch_and_is_named()
    {
        var plan = _desktop.Plan(_desktop.SaveOtherAndComeBack());
        _desktop.Edit(Surface, "after=15", "after=20");
        var before = _desktop.Snapshot();
        Should
            .Throw<SwitchRefusedException>(() =>
                _desktop.Transaction().Execute(plan, CancellationToken.None)
            )
            .Paths.ShouldBe([Surface]);
        _desktop.Snapshot().ShouldBe(before);
    }

    [Fact]
    public void A_file_that_another_program_writes_while_the_safe_state_is_made_refuses_the_switch()
    {
        var plan = _desktop.Plan(_desktop.SaveOtherAndComeBack());
        var transaction = _desktop.Transaction(point =>
        {
            if (point.Action == "safe state")
                _desktop.Edit(Surface, "after=15", "after=20");
        });
        Should
            .Throw<SwitchRefusedException>(() => transaction.Execute(plan, CancellationToken.None))
            .Paths.ShouldBe([Surface]);
        File.ReadAllText(_desktop.At(Surface)).ShouldContain("after=20");
    }

    [Fact]
    public void Stopping_a_switch_on_its_way_brings_everything_back()
    {
        var plan = _desktop.Plan(_desktop.SaveOtherAndComeBack());
        var before = _desktop.Snapshot();
        using var stop = new CancellationTokenSource();
        var transaction = _desktop.Transaction(point =>
        {
            if (point.Action == "renamed")
                stop.Cancel();
        });
        var outcome = transaction.Execute(plan, stop.Token);
        outcome.Switched.ShouldBeFalse();
        outcome.Problem.ShouldBe("It was stopped.");
        _desktop.Snapshot().ShouldBe(before);
    }

    [Fact]
    public void Only_one_switch_at_a_time_is_on_its_way_on_a_desktop()
    {
        var plan = _desktop.Plan(_desktop.SaveOtherAndComeBack());
        Exception? second = null;
        var transaction = _desktop.Transaction(point =>
        {
            if (point.Action == "ready")
                second = Record.Exception(() =>
                    _desktop.Transaction().Execute(plan, CancellationToken.None)
                );
        });
        transaction.Execute(plan, CancellationToken.None).Switched.ShouldBeTrue();
        second.ShouldBeOfType<SwitchRefusedException>();
    }

    [Theory]
    [InlineData(false, false)]
    [InlineData(false, true)]
    [InlineData(true, false)]
    [InlineData(true, true)]
    public void What_another_program_writes_just_before_a_file_goes_to_its_place_is_lost_in_no_case(
        bool isGoingBack,
        bool isInPlace
    )
    {
        var other = _desktop.SaveOtherAndComeBack();
        var before = _desktop.Snapshot();
        var paths = _desktop
            .Plan(other)
            .Changes.Where(one =>
                (isGoingBack ? one.Before : one.After) is null or { Type: FileType.File }
                && one.Before is not { Type: FileType.Folder }
                && one.After is not { Type: FileType.Folder }
            )
            .Select(one => one.Path)
            .ToList();
        paths.Count.ShouldBeGreaterThan(3);
        var tried = 0;
        foreach (var path in paths)
        {
            using var desktop = _desktop.Twin();
            var isWritten = false;
            void Write(SwitchPoint point)
            {
                if (isWritten || point.Path != path || point.Action is not ("rename" or "remove"))
                    return;
                isWritten = true;
                var full = desktop.At(path);
                if (isInPlace && new FileInfo(full) is { Exists: true, LinkTarget: null })
                    File.WriteAllText(full, Foreign);
                else
                {
                    File.WriteAllText(full + "~", Foreign);
                    File.Move(full + "~", full, overwrite: true);
                }
            }
            var outcome = desktop
                .Transaction(
                    point =>
                    {
                        if (!isGoingBack)
                            Write(point);
                        else if (point.Action == "verify")
                            throw new IOException("No space left on device");
                    },
                    point =>
                    {
                        if (isGoingBack)
                            Write(point);
                    }
                )
                .Execute(desktop.Plan(other), CancellationToken.None);
            if (!isWritten)
                continue;
            tried++;
            outcome.Switched.ShouldBeFalse(path);
            using var db = desktop.Databases.CreateDbContext();
            var aside = db
                .Asides.Select(one => one.Tree)
                .AsEnumerable()
                .Select(tree => desktop.Content.FindTree(tree)!.Find(path))
                .OfType<FileState>()
                .Select(state =>
                    System.Text.Encoding.UTF8.GetString(desktop.Content.Read(state.Content!.Value))
                );
            var stands = File.Exists(desktop.At(path)) ? File.ReadAllText(desktop.At(path)) : "";
            aside.Append(stands).ShouldContain(Foreign, $"{path}: {outcome.Problem}");
            outcome.Problem!.ShouldContain(path);
            var after = desktop.Snapshot();
            foreach (var one in after.Keys.Union(before.Keys).Where(one => one != path))
                after.GetValueOrDefault(one).ShouldBe(before.GetValueOrDefault(one), one);
        }
        tried.ShouldBeGreaterThan(2);
    }

    private const string Foreign = "another program wrote this\n";

    [Fact]
    public void A_write_that_does_not_stick_is_noticed_and_undone()
    {
        var plan = _desktop.Plan(_desktop.SaveOtherAndComeBack());
        var before = _desktop.Snapshot();
        var transaction = _desktop.Transaction(point =>
        {
            if (point.Action == "verify")
                File.AppendAllText(_desktop.At(Surface), "#");
        });
        var problem = transaction.Execute(plan, CancellationToken.None).Problem!;
        problem.ShouldContain(Surface);
        problem.ShouldContain("was set aside");
        _desktop.Snapshot().ShouldBe(before);
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void What_another_program_wrote_between_a_crash_and_the_next_start_is_lost_in_no_case(
        bool isHalfDone
    )
    {
        var plan = _desktop.Plan(_desktop.SaveOtherAndComeBack());
        _desktop.Hold(plan);
        var before = _desktop.Snapshot();
        _desktop.Begin(plan.Changes);
        if (isHalfDone)
            File.WriteAllBytes(
                _desktop.At(TestPaths.Windows),
                _desktop.Content.Read(
                    plan.Changes.Single(one => one.Path == TestPaths.Windows).After!.Content!.Value
                )
            );
        _desktop.Edit(Surface, "after=15", "after=20");
        var foreign = File.ReadAllBytes(_desktop.At(Surface));

        var recovered = _desktop.Recover().ShouldHaveSingleItem();
        recovered.Problem.ShouldBeNull();
        recovered.Switched.ShouldBeFalse();
        if (isHalfDone)
        {
            var aside = recovered.Back.Aside.ShouldHaveSingleItem();
            _desktop.Content.Read(aside.Find(Surface)!.Content!.Value).ShouldBe(foreign);
            using var db = _desktop.Databases.CreateDbContext();
            db.Asides.ShouldHaveSingleItem().Tree.Hex.ShouldBe(aside.Digest.Hex);
        }
        else
        {
            recovered.Back.Left.ShouldBe([Surface]);
            File.ReadAllBytes(_desktop.At(Surface)).ShouldBe(foreign);
            _desktop.Edit(Surface, "after=20", "after=15");
        }
        _desktop.Snapshot().ShouldBe(before);
        _desktop.Recover().ShouldBeEmpty();
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void A_file_that_had_made_room_for_a_folder_or_a_folder_for_it_when_the_process_went_is_there_again(
        bool isLast
    )
    {
        const string extra = $"{TestPaths.Icons}/Fold-Slate/extra";
        var other = _desktop.SaveOtherAndComeBack();
        var first = _desktop.Save();
        _desktop.Transaction().Execute(_desktop.Plan(other), CancellationToken.None);
        var plan = _desktop.Plan(first);
        // Of what is planned that alone, as the last that is done or as the only thing.
        plan = plan with
        {
            Changes =
            [
                .. plan.Changes.Where(change =>
                    isLast && !change.Path.StartsWith(extra, StringComparison.Ordinal)
                ),
                .. plan.Changes.Where(change =>
                    change.Path.StartsWith(extra, StringComparison.Ordinal)
                ),
            ],
        };
        var before = _desktop.Snapshot();
        GoneAt(
            new SwitchPoint("rename", extra),
            at => _desktop.Transaction(at, at).Execute(plan, CancellationToken.None)
        );
        File.Exists(_desktop.At(extra)).ShouldBeFalse();
        // And so when it goes back, of which the folder that makes room for the file is the last.
        GoneAt(new SwitchPoint("rename", extra), at => _desktop.Recover(at));
        _desktop.Recover().ShouldHaveSingleItem().Back.Left.ShouldBeEmpty();
        _desktop.Snapshot().ShouldBe(before);

        static void GoneAt(SwitchPoint point, Action<Action<SwitchPoint>> run)
        {
            var isGone = false;
            try
            {
                run(now =>
                {
                    isGone |= now == point;
                    if (isGone)
                        throw new IOException("The process is gone.");
                });
            }
            catch (WayBackException)
            {
                // So far it came.
            }
            isGone.ShouldBeTrue();
        }
    }

    [Fact]
    public void A_file_that_another_program_writes_in_the_middle_of_a_switch_stays_as_that_program_wrote_it()
    {
        var plan = _desktop.Plan(_desktop.SaveOtherAndComeBack());
        var before = _desktop.Snapshot();
        var transaction = _desktop.Transaction(point =>
        {
            if (point == new SwitchPoint("written", Surface))
                _desktop.Edit(Surface, "after=15", "after=20");
        });
        var outcome = transaction.Execute(plan, CancellationToken.None);
        outcome.Switched.ShouldBeFalse();
        outcome.Problem!.ShouldContain(Surface);
        File.ReadAllText(_desktop.At(Surface)).ShouldContain("after=20");
        _desktop.Edit(Surface, "after=20", "after=15");
        _desktop.Snapshot().ShouldBe(before);
    }

    [Fact]
    public void Going_back_makes_folders_again_that_were_removed_with_all_that_was_in_them()
    {
        // What is not managed does not come back.
        Directory.Delete(_desktop.At("home/.local/share/applications"), recursive: true);
        var before = _desktop.Snapshot();
        var state = _desktop.Hold();
        Directory.Delete(_desktop.At("home/.config"), recursive: true);
        Directory.Delete(_desktop.At("home/.local"), recursive: true);
        _desktop.GoBackTo(state).Problem.ShouldBeNull();
        _desktop.Snapshot().ShouldBe(before);
    }

    [Fact]
    public void Going_back_removes_a_folder_that_the_switch_made_unless_something_else_was_put_in_it()
    {
        var other = _desktop.SaveOtherAndComeBack();
        Directory.Delete(_desktop.At("home/.local"), recursive: true);
        var before = _desktop.Snapshot();
        Tree Switch()
        {
            var outcome = _desktop.Transaction().Execute(_desktop.Plan(other), default);
            outcome.Problem.ShouldBeNull();
            Directory.Exists(_desktop.At("home/.local/share/icons")).ShouldBeTrue();
            return outcome.SafeState!;
        }

        _desktop.GoBackTo(Switch()).Problem.ShouldBeNull();
        _desktop.Snapshot().ShouldBe(before);

        var state = Switch();
        var notes = _desktop.At("home/.local/notes.txt");
        File.WriteAllText(notes, "Seeing 1.2 arc seconds");
        _desktop.GoBackTo(state).Problem.ShouldBeNull();
        Directory.GetFileSystemEntries(_desktop.At("home/.local")).ShouldBe([notes]);
    }

    [Fact]
    public void A_settings_file_that_is_a_link_is_written_through_and_brought_back_and_the_link_stays()
    {
        var other = _desktop.SaveOtherAndComeBack();
        File.Move(_desktop.At(Surface), _desktop.At("home/kept.conf"));
        File.CreateSymbolicLink(_desktop.At(Surface), "../../kept.conf");
        var before = _desktop.Snapshot();
        var outcome = _desktop.Transaction().Execute(_desktop.Plan(other), CancellationToken.None);
        outcome.Switched.ShouldBeTrue();
        new FileInfo(_desktop.At(Surface)).LinkTarget.ShouldBe("../../kept.conf");
        File.ReadAllText(_desktop.At("home/kept.conf")).ShouldContain("accent=#c24f38");

        _desktop.GoBackTo(outcome.SafeState!).Switched.ShouldBeTrue();
        _desktop.Snapshot().ShouldBe(before);
    }
}
