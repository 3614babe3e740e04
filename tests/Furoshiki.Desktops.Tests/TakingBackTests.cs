using System.Globalization;
using System.Runtime.InteropServices;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Desktops.Tests;

/// <summary>A switch that was done and is not kept.</summary>
public sealed class TakingBackTests : IDisposable
{
    private readonly RealDesktop _desktop = new();
    private readonly Look _other;
    private readonly SortedDictionary<string, string> _before;

    public TakingBackTests()
    {
        _other = _desktop.SaveOtherAndComeBack();
        _before = _desktop.Snapshot();
    }

    public void Dispose() => _desktop.Dispose();

    [Fact]
    public void What_is_not_kept_goes_back_byte_for_byte_and_only_once()
    {
        var id = _desktop.SwitchUnkept(_other);
        _desktop.Journal.Unkept().ShouldHaveSingleItem().Id.ShouldBe(id);
        _desktop.TakeBack(id)!.Switched.ShouldBeFalse();
        _desktop.Snapshot().ShouldBe(_before);
        _desktop.Journal.Unkept().ShouldBeEmpty();
        _desktop.Journal.Unfinished().ShouldBeEmpty();
        _desktop.TakeBack(id).ShouldBeNull();
        _desktop.Journal.Keep(id).ShouldBeFalse();
    }

    [Fact]
    public void What_is_kept_stays_and_can_not_be_taken_back_any_more()
    {
        var id = _desktop.SwitchUnkept(_other);
        var after = _desktop.Snapshot();
        _desktop.Journal.Keep(id).ShouldBeTrue();
        _desktop.Journal.Keep(id).ShouldBeFalse();
        _desktop.TakeBack(id).ShouldBeNull();
        _desktop.Snapshot().ShouldBe(after);
    }

    [Fact]
    public void Putting_on_something_else_keeps_what_is_on()
    {
        var old = _desktop.Save();
        var first = _desktop.SwitchUnkept(_other);
        var second = _desktop.SwitchUnkept(old);
        _desktop.Journal.Unkept().ShouldHaveSingleItem().Id.ShouldBe(second);
        _desktop.TakeBack(first).ShouldBeNull();
    }

    [Fact]
    public void What_another_program_wrote_since_is_set_aside_and_all_that_the_switch_did_not_write_stays()
    {
        var id = _desktop.SwitchUnkept(_other);
        var written = _desktop.At(TestPaths.Surface);
        File.AppendAllText(written, "# another program\n");
        var theirs = File.ReadAllBytes(written);
        File.WriteAllText(_desktop.At("home/own.txt"), "own");

        var back = _desktop.TakeBack(id)!.Back;
        back.Words.ShouldContain(
            $"What another program wrote to {TestPaths.Surface} meanwhile was set aside."
        );
        _desktop
            .Content.Read(back.Aside.ShouldHaveSingleItem().Entries[0].State.Content!.Value)
            .ShouldBe(theirs);
        var after = _desktop.Snapshot();
        after.Remove("home/own.txt").ShouldBeTrue();
        after.ShouldBe(_before);
    }

    [Fact]
    public void While_another_switch_is_on_its_way_nothing_is_taken_back()
    {
        var id = _desktop.SwitchUnkept(_other);
        var after = _desktop.Snapshot();
        using (PathLock.TryTake(_desktop.Root))
            Should.Throw<SwitchRefusedException>(() => _desktop.TakeBack(id));
        _desktop.Snapshot().ShouldBe(after);
        _desktop.Journal.Unkept().ShouldHaveSingleItem();
    }

    private delegate int Descriptors(int descriptor);

    [Fact]
    public void A_lock_that_was_given_back_is_free_though_a_process_that_is_being_started_has_a_copy_of_its_descriptor()
    {
        var libc = NativeLibrary.Load("libc.so.6");
        Descriptors Of(string name) =>
            Marshal.GetDelegateForFunctionPointer<Descriptors>(NativeLibrary.GetExport(libc, name));
        int copy;
        using (PathLock.TryTake(_desktop.Root).ShouldNotBeNull())
            copy = Of("dup")(
                Directory
                    .GetFileSystemEntries("/proc/self/fd")
                    .Where(one => new FileInfo(one).LinkTarget == _desktop.Root)
                    .Select(one => int.Parse(Path.GetFileName(one), CultureInfo.InvariantCulture))
                    .Max()
            );
        try
        {
            using var again = PathLock.TryTake(_desktop.Root);
            again.ShouldNotBeNull();
        }
        finally
        {
            Of("close")(copy);
        }
    }

    [Fact]
    public void A_fault_at_any_point_of_it_or_of_its_recovery_is_brought_to_exactly_the_old_bytes_by_the_next_try()
    {
        var points = new List<SwitchPoint>();
        using (var whole = _desktop.Twin())
            whole.TakeBack(whole.SwitchUnkept(_other), points.Add).ShouldNotBeNull();
        points.Count.ShouldBeGreaterThan(20);

        foreach (var i in Effort.Points(points.Count, 4))
        {
            using var desktop = _desktop.Twin();
            var id = desktop.SwitchUnkept(_other);
            var after = desktop.Snapshot();
            Attempt(at => desktop.TakeBack(id, at), i);
            if (desktop.Journal.Unkept().Count > 0)
            {
                desktop.Snapshot().ShouldBe(after, $"{i}: {points[i]}");
                continue;
            }
            // The recovery is broken off as well, a little later each time.
            for (var later = i % 3; desktop.Journal.Unfinished().Count > 0; later += 5)
                Attempt(at => desktop.Recover(at), later);
            desktop.Snapshot().ShouldBe(_before, $"{i}: {points[i]}");
        }

        static void Attempt(Action<Action<SwitchPoint>> run, int failAt)
        {
            var at = 0;
            try
            {
                run(_ =>
                {
                    if (at++ == failAt)
                        throw new IOException("No space left on device");
                });
            }
            catch (IOException)
            {
                // As a fault would end it.
            }
        }
    }

    [Fact]
    public void A_folder_that_is_gone_waits_and_goes_back_when_it_is_there_again()
    {
        var id = _desktop.SwitchUnkept(_other);
        Directory.Move(_desktop.Root, _desktop.Root + "-away");
        Should.Throw<IOException>(() => _desktop.TakeBack(id));
        _desktop.Journal.Unkept().ShouldHaveSingleItem();
        Directory.Move(_desktop.Root + "-away", _desktop.Root);
        _desktop.TakeBack(id).ShouldNotBeNull();
        _desktop.Snapshot().ShouldBe(_before);
    }
}
