using Furoshiki.Core.Content;
using Furoshiki.Core.Reading;

namespace Furoshiki.Desktops.Tests;

/// <summary>What a person has comes back exactly, whatever its size, mode, attributes and names.</summary>
[Trait("folders", "disk")]
public sealed class HeldTests : IDisposable
{
    private const string Picture = "home/.local/share/wallpapers/Own-Picture.jpg";

    private static readonly int[] Sizes =
    [
        0,
        1,
        65_535,
        65_536,
        65_537,
        131_072,
        131_073,
        3_000_000,
    ];

    private readonly RealDesktop _desktop = new();

    public void Dispose() => _desktop.Dispose();

    [Fact]
    public void Files_of_every_size_are_held_seen_to_drift_and_brought_back()
    {
        foreach (var size in Sizes)
            Write($"{TestPaths.Icons}/Fold-Slate/sizes/{size}", size, seed: size);
        var saved = _desktop.Save();
        var state = _desktop.Hold();
        state.Gaps.ShouldBeEmpty();
        var before = _desktop.Snapshot();

        foreach (var size in Sizes)
            Write($"{TestPaths.Icons}/Fold-Slate/sizes/{size}", size + 1, seed: -size);
        var plan = _desktop.Plan(saved);
        plan.Changes.Length.ShouldBe(Sizes.Length);
        _desktop.Transaction().Execute(plan, CancellationToken.None).Problem.ShouldBeNull();
        _desktop.Snapshot().ShouldBe(before);

        foreach (var size in Sizes)
            File.Delete(_desktop.At($"{TestPaths.Icons}/Fold-Slate/sizes/{size}"));
        _desktop.GoBackTo(state).Problem.ShouldBeNull();
        _desktop.Snapshot().ShouldBe(before);
    }

    [Fact]
    public void A_settings_file_of_120_kB_is_taken_back_with_its_mode()
    {
        File.AppendAllText(_desktop.At(TestPaths.Surface), "\n# " + new string('x', 120_000));
        File.SetUnixFileMode(
            _desktop.At(TestPaths.Surface),
            UnixFileMode.UserRead | UnixFileMode.UserWrite
        );
        var state = _desktop.Hold();
        var before = _desktop.Snapshot();
        _desktop.Edit(TestPaths.Surface, "after=15", "after=20");
        File.SetUnixFileMode(
            _desktop.At(TestPaths.Surface),
            UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.GroupRead
        );
        _desktop.GoBackTo(state).Problem.ShouldBeNull();
        _desktop.Snapshot().ShouldBe(before);
    }

    [Fact]
    public void A_file_with_holes_comes_back_with_its_bytes_and_its_holes()
    {
        const long Hole = 40L * 1024 * 1024;
        var path = _desktop.At($"{TestPaths.Icons}/Fold-Slate/moving.webm");
        foreach (var end in new[] { "", "end" })
        {
            using (var file = File.Create(path))
            {
                file.Write("begin"u8);
                file.SetLength(Hole);
                file.Seek(0, SeekOrigin.End);
                file.Write(System.Text.Encoding.UTF8.GetBytes(end));
            }
            var state = _desktop.Hold();
            var before = _desktop.Snapshot();
            File.Delete(path);
            _desktop.GoBackTo(state).Problem.ShouldBeNull();
            _desktop.Snapshot().ShouldBe(before);
            var kilobytes = Shell.Script($"du -k '{path}' | cut -f1").Said;
            int.Parse(kilobytes, System.Globalization.CultureInfo.InvariantCulture)
                .ShouldBeLessThan(1024);
        }
    }

    [Fact]
    public void A_file_of_somebody_else_stays_theirs_through_a_switch_and_going_back()
    {
        Assert.SkipUnless(
            Environment.IsPrivilegedProcess,
            "Only an administrator gives files away."
        );
        const string Theirs = "1234 2345 640";
        var other = _desktop.SaveOtherAndComeBack();
        var surface = _desktop.At(TestPaths.Surface);
        Shell.Run($"chown 1234:2345 '{surface}' && chmod 640 '{surface}'");
        var outcome = _desktop.Transaction().Execute(_desktop.Plan(other), CancellationToken.None);
        outcome.Problem.ShouldBeNull();
        Owners().ShouldBe(Theirs);
        _desktop.GoBackTo(outcome.SafeState!).Problem.ShouldBeNull();
        Owners().ShouldBe(Theirs);

        string Owners() => Shell.Script($"stat -c '%u %g %a' '{surface}'").Said.Trim();
    }

    [Fact]
    public void What_is_at_the_limit_of_depth_and_length_is_held_and_brought_back_and_what_is_beyond_is_said()
    {
        var set = $"{TestPaths.Icons}/Fold-Slate";
        var deep = string.Join('/', Enumerable.Repeat("d", TreeLimits.DeepestInSupply - 1));
        Write($"{set}/{deep}/last", 10, seed: 1);
        // Folders that a program makes step by step can be longer in all than the system takes in one path.
        const string Descend = "for (1..17) { mkdir 'n' x 250; chdir 'n' x 250 or die }";
        var from = $"cd '{_desktop.At(set)}' && perl -e";
        Shell.Run($"{from} \"{Descend} open F, '>far'; print F 'far'\"");
        var state = _desktop.Hold();
        state.Gaps.ShouldAllBe(gap => gap.Reason.Contains("4095 bytes"));
        state.Gaps.ShouldNotBeEmpty();
        File.Delete(_desktop.At($"{set}/{deep}/last"));
        _desktop.GoBackTo(state).Problem.ShouldBeNull();
        File.Exists(_desktop.At($"{set}/{deep}/last")).ShouldBeTrue();
        Shell.Script($"{from} \"{Descend} open F, 'far'; print <F>\"").Said.ShouldBe("far");
        Shell.Run($"rm -r '{_desktop.At(set)}'/n*");
    }

    [Fact]
    public void A_file_over_1_GiB_is_left_out_said_to_be_and_never_touched()
    {
        var big = _desktop.At($"{TestPaths.Icons}/Fold-Slate/moving.webm");
        var saved = _desktop.Save();
        using (var sparse = File.Create(big))
            sparse.SetLength(1024L * 1024 * 1024 + 1);
        var reading = DesktopReader.Read(_desktop.Map, _desktop.Folder);
        var gap = reading.Parts.SelectMany(part => part.Gaps).First();
        gap.Path.ShouldEndWith("Fold-Slate/moving.webm");
        gap.Reason.ShouldContain("longer than 1024 MiB");
        _desktop.Folder.ManagedTree([_desktop.Map]).Gaps.ShouldContain(one => one.Path == gap.Path);

        File.Delete(_desktop.At($"{TestPaths.Icons}/Fold-Slate/index.theme"));
        var plan = _desktop.Plan(saved);
        _desktop.Transaction().Execute(plan, CancellationToken.None).Problem.ShouldBeNull();
        File.Exists(big).ShouldBeTrue();
    }

    [Fact]
    public void A_folder_with_something_that_cannot_be_held_is_not_removed_and_that_is_said_beforehand()
    {
        var saved = _desktop.Save();
        var state = _desktop.Hold();
        var folder = _desktop.At($"{TestPaths.Icons}/Fold-Slate/extra");
        Directory.CreateDirectory(folder);
        File.WriteAllText(Path.Combine(folder, "file"), "mine");
        Shell.Run("mkfifo \"$1\"", Path.Combine(folder, "pipe"));

        var plan = _desktop.Plan(saved);
        plan.Changes.ShouldBeEmpty();
        plan.Refused.ShouldHaveSingleItem().Reason.ShouldContain("extra/pipe is in the way");

        _desktop.GoBackTo(state).Problem.ShouldBeNull();
        File.Exists(Path.Combine(folder, "file")).ShouldBeFalse("it can be held, and goes");
        File.Exists(Path.Combine(folder, "pipe")).ShouldBeTrue();
    }

    [Fact]
    public void A_change_of_mode_or_attributes_is_drift_and_both_are_put_back()
    {
        File.WriteAllText(_desktop.At(Picture), "a picture");
        Shell.SetAttribute(_desktop.At(Picture), "user.origin", "the roof");
        File.SetUnixFileMode(_desktop.At(Picture), UnixFileMode.UserRead);
        Shell.SetAttribute(
            _desktop.At($"{TestPaths.Icons}/Fold-Slate"),
            "user.note",
            "mine=yes & no"
        );
        _desktop.Edit(TestPaths.Surface, "picture=Morning-Paper.svg", "picture=Own-Picture.jpg");
        var saved = _desktop.Save();
        var before = _desktop.Snapshot();

        File.SetUnixFileMode(_desktop.At(Picture), UnixFileMode.UserRead | UnixFileMode.UserWrite);
        Shell.SetAttribute(_desktop.At(Picture), "user.origin", "the cellar");
        Shell.SetAttribute(
            _desktop.At($"{TestPaths.Icons}/Fold-Slate/index.theme"),
            "user.added",
            "later"
        );
        File.SetUnixFileMode(
            _desktop.At($"{TestPaths.Icons}/Fold-Slate/index.theme"),
            UnixFileMode.UserRead
        );
        var plan = _desktop.Plan(saved);
        plan.Steps.Select(step => step.Difference.Kind.Name).ShouldBe(["wallpaper", "icons"]);
        _desktop.Transaction().Execute(plan, CancellationToken.None).Problem.ShouldBeNull();
        _desktop.Snapshot().ShouldBe(before);
        Shell.Attribute(_desktop.At(Picture), "user.origin").ShouldBe("the roof");
        Shell
            .Attribute(_desktop.At($"{TestPaths.Icons}/Fold-Slate/index.theme"), "user.added")
            .ShouldBeEmpty();
        Shell
            .Attribute(_desktop.At($"{TestPaths.Icons}/Fold-Slate"), "user.note")
            .ShouldBe("mine=yes & no");
    }

    [Fact]
    public void Other_names_of_a_file_are_said_to_keep_what_it_is()
    {
        var other = _desktop.SaveOtherAndComeBack();
        Shell.Run(
            "ln \"$1\" \"$2\"",
            _desktop.At(TestPaths.Surface),
            _desktop.At("home/second-name.conf")
        );
        _desktop.Plan(other).NotKept.ShouldHaveSingleItem().Reason.ShouldContain("2 names");
    }

    [Fact]
    public void Names_that_are_not_UTF_8_or_as_long_as_can_be_survive_a_crash()
    {
        var set = $"{TestPaths.Icons}/Fold-Slate/";
        var odd = LosslessText.FromBytes([.. "caf"u8, 0xE9]);
        var longest = new string('n', 255);
        var saved = _desktop.Save();
        Shell.Run(
            """cd "$1" && echo before > "$(printf 'caf\351')" && echo before > "$2" && ln -s "$(printf '\200')" link""",
            _desktop.At(set),
            longest
        );
        var withNames = _desktop.Save();
        Shell.Run("rm -rf \"$1\"", _desktop.At(set));
        var plan = _desktop.Plan(withNames);
        plan.Changes.ShouldContain(change => change.Path == set + odd);
        plan.Changes.ShouldContain(change => change.Path == set + longest);
        foreach (var fault in new[] { "rename", "renamed", "set modes", "verify", "done" })
        {
            _desktop
                .Transaction(point => Fail(point.Action == fault))
                .Execute(plan, CancellationToken.None)
                .Switched.ShouldBeFalse();
            Directory.Exists(_desktop.At(set)).ShouldBeFalse(fault);
        }
        _desktop.Transaction().Execute(plan, CancellationToken.None).Problem.ShouldBeNull();
        DesktopReader.Read(_desktop.Map, _desktop.Folder).Look.Digest.ShouldBe(withNames.Digest);
        _desktop.Begin(plan.Changes);
        _desktop.Recover().ShouldHaveSingleItem().Switched.ShouldBeTrue();
        saved.Digest.ShouldNotBe(withNames.Digest);
        Shell.Run("rm -rf \"$1\"", _desktop.At(TestPaths.Icons));
    }

    [Fact]
    public void A_file_of_a_persons_own_with_the_ending_of_unfinished_files_stays()
    {
        var other = _desktop.SaveOtherAndComeBack();
        var own = _desktop.At(TestPaths.Surface + ".furoshiki-unfinished");
        File.WriteAllText(own, "mine");
        _desktop
            .Transaction()
            .Execute(_desktop.Plan(other), CancellationToken.None)
            .Problem.ShouldBeNull();
        File.ReadAllText(own).ShouldBe("mine");
    }

    [Fact]
    public void Two_kept_copies_of_the_same_bytes_are_planned_once_each()
    {
        var other = _desktop.SaveOtherAndComeBack();
        foreach (var path in new[] { TestPaths.Surface, TestPaths.Windows })
            File.Delete(_desktop.At(path));
        Should.NotThrow(() => _desktop.Plan(other));
    }

    [Fact]
    public void A_damaged_copy_in_the_store_is_written_again_from_the_file_that_is_whole()
    {
        var other = _desktop.SaveOtherAndComeBack();
        _desktop.Hold();
        var digest = _desktop.Folder.Find(TestPaths.Surface)!.Content!.Value;
        using (var db = _desktop.Databases.CreateDbContext())
        {
            var chunk = db.ContentChunks.Single(one =>
                one.ContentId == db.Contents.First(row => row.Digest == digest).Id
            );
            chunk.Bytes[3] ^= 1;
            db.Entry(chunk).Property(one => one.Bytes).IsModified = true;
            db.SaveChanges();
        }
        _desktop.Content.Check([digest]).ShouldBe([digest]);
        Should.Throw<MissingContentException>(() => _desktop.Content.Read(digest));
        var outcome = _desktop.Transaction().Execute(_desktop.Plan(other), CancellationToken.None);
        outcome.Problem.ShouldBeNull();
        _desktop.Content.Check([digest]).ShouldBeEmpty();
    }

    private static void Fail(bool now)
    {
        if (now)
            throw new IOException("No space left on device");
    }

    private void Write(string path, int size, int seed)
    {
        var bytes = new byte[size];
        new Random(seed).NextBytes(bytes);
        Directory.CreateDirectory(Path.GetDirectoryName(_desktop.At(path))!);
        File.WriteAllBytes(_desktop.At(path), bytes);
    }
}
