using CsCheck;
using Furoshiki.Core.Switching;

namespace Furoshiki.Desktops.Tests;

/// <summary>The script for what only the administrator may do, run by a real shell on real files.</summary>
public sealed class RightsScriptTests : IDisposable
{
    private readonly string _root = Directory.CreateTempSubdirectory("rights ' ").FullName;

    public void Dispose() => Directory.Delete(_root, recursive: true);

    /// <summary>Any bytes, and texts with what means something to a shell.</summary>
    private static readonly Gen<byte[]?> Bytes = Gen.OneOf(
        Gen.Byte.Array[0, 80].Select(bytes => (byte[]?)bytes),
        Gen.OneOf([
                .. new[]
                {
                    "$HOME\n",
                    "END\n'\n",
                    "`ls` \\n \"x\"\n",
                    "no end",
                    "\n\n",
                    "%s %d\n",
                }.Select(Gen.Const),
            ])
            .Select(text => (byte[]?)System.Text.Encoding.UTF8.GetBytes(text)),
        Gen.Const((byte[]?)null)
    );

    private string At(string path) => Path.Combine(_root, path);

    private string Script(params AdministratorsEdit[] edits) =>
        RightsScript.Of("Puts on a test.", _root, edits);

    private static AdministratorsEdit Edit(string path, byte[]? before, byte[]? after) =>
        new(
            path,
            before is null ? null : (ReadOnlyMemory<byte>?)before,
            after is null ? null : (ReadOnlyMemory<byte>?)after
        );

    private void Write(string path, byte[]? bytes)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(At(path))!);
        if (bytes is null)
            File.Delete(At(path));
        else
            File.WriteAllBytes(At(path), bytes);
    }

    private byte[]? Read(string path) => File.Exists(At(path)) ? File.ReadAllBytes(At(path)) : null;

    [Fact]
    public void It_makes_of_any_bytes_any_others_keeps_a_copy_and_can_be_run_twice() =>
        Gen.Select(Bytes, Bytes, Bytes, Bytes)
            .Sample(
                (a, b, c, d) =>
                {
                    foreach (var path in Directory.EnumerateFileSystemEntries(_root))
                        Directory.Delete(path, recursive: true);
                    Write("etc/a.conf", a);
                    Write("etc/it's b", c);
                    var script = Script(Edit("etc/a.conf", a, b), Edit("etc/it's b", c, d));
                    for (var time = 0; time < 2; time++)
                    {
                        var (code, said) = Shell.Script(script);
                        code.ShouldBe(0, said);
                        Read("etc/a.conf").ShouldBe(b);
                        Read("etc/it's b").ShouldBe(d);
                        if (a is not null && !(b ?? [256 - 1]).SequenceEqual(a))
                            Directory
                                .GetFiles(At("etc"), "a.conf.before-*")
                                .ShouldHaveSingleItem()
                                .ShouldSatisfyAllConditions(copy =>
                                    File.ReadAllBytes(copy).ShouldBe(a)
                                );
                    }
                },
                iter: 60,
                threads: 1
            );

    [Fact]
    public void Where_one_file_is_not_as_expected_nothing_at_all_is_changed()
    {
        Write("etc/a", "old a\n"u8.ToArray());
        Write("etc/b", "another\n"u8.ToArray());
        var before = Directory.GetFiles(At("etc")).Order().ToList();
        var (code, said) = Shell.Script(
            Script(
                Edit("etc/a", "old a\n"u8.ToArray(), "new a\n"u8.ToArray()),
                Edit("etc/b", "old b\n"u8.ToArray(), "new b\n"u8.ToArray())
            )
        );
        code.ShouldBe(1);
        said.ShouldContain("nothing was changed");
        Directory.GetFiles(At("etc")).Order().ShouldBe(before);
        File.ReadAllText(At("etc/a")).ShouldBe("old a\n");
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void Killed_before_or_after_any_command_it_leaves_each_file_exactly_old_or_new_and_run_again_ends_it(
        bool isAfter
    )
    {
        var (old, wanted) = ("old\n"u8.ToArray(), new byte[] { 0, 1, 2, 255 });
        AdministratorsEdit[] edits =
        [
            Edit("etc/changed", old, wanted),
            Edit("etc/gone", old, null),
            Edit("etc/new/made", null, wanted),
        ];
        var points = 0;
        for (var isKilled = true; isKilled; points++)
        {
            foreach (var path in Directory.EnumerateFileSystemEntries(_root))
                Directory.Delete(path, recursive: true);
            foreach (var edit in edits)
                Write(edit.Path, edit.Before?.ToArray());
            isKilled = Shell.ScriptKilledAt(Script(edits), points, isAfter, At("commands")) != 0;
            foreach (var edit in edits)
            {
                byte[]?[] either = [edit.Before?.ToArray(), edit.After?.ToArray()];
                either.ShouldContain(
                    one =>
                        one == null
                            ? Read(edit.Path) == null
                            : Read(edit.Path) != null && one.SequenceEqual(Read(edit.Path)!),
                    $"{edit.Path}, killed at command {points}"
                );
            }
            Shell.Script(Script(edits)).Code.ShouldBe(0);
            foreach (var edit in edits)
                Read(edit.Path).ShouldBe(edit.After?.ToArray());
            Read("etc/changed.before-furoshiki-" + MarkIn(Script(edits))).ShouldBe(old);
        }
        points.ShouldBeGreaterThan(15);
    }

    private static string MarkIn(string script) =>
        script.Split("mark='before-furoshiki-")[1].Split('\'')[0];

    [Fact]
    public void What_a_killed_run_left_behind_under_the_same_process_number_does_not_stop_another()
    {
        Write("etc/a", "old\n"u8.ToArray());
        var script = Script(Edit("etc/a", "old\n"u8.ToArray(), "new\n"u8.ToArray()));
        var left = $"TMPDIR=\"{_root}\"\nmkdir \"$TMPDIR/furoshiki-$$-0\"\n";
        Shell.Script(left + script).Code.ShouldBe(0);
        File.ReadAllText(At("etc/a")).ShouldBe("new\n");
        var nowhere = $"TMPDIR=\"{_root}/not-there\"\n";
        var (code, said) = Shell.Script(
            nowhere + Script(Edit("etc/a", "new\n"u8.ToArray(), "old\n"u8.ToArray()))
        );
        code.ShouldBe(1);
        said.ShouldContain("Nothing was changed");
    }

    [Fact]
    public void A_link_in_the_place_of_a_file_is_not_followed_and_the_mode_of_a_file_stays()
    {
        Write("etc/a", "old\n"u8.ToArray());
        Write("elsewhere", "old\n"u8.ToArray());
        File.CreateSymbolicLink(At("etc/link"), At("elsewhere"));
        var mode = UnixFileMode.UserRead | UnixFileMode.GroupRead;
        // Only the administrator, whose the script is, writes to what may not be written.
        if (!Environment.IsPrivilegedProcess)
            mode |= UnixFileMode.UserWrite;
        File.SetUnixFileMode(At("etc/a"), mode);
        Shell
            .Script(Script(Edit("etc/link", "old\n"u8.ToArray(), "new\n"u8.ToArray())))
            .Code.ShouldBe(1);
        File.ReadAllText(At("elsewhere")).ShouldBe("old\n");
        Shell
            .Script(Script(Edit("etc/a", "old\n"u8.ToArray(), "new\n"u8.ToArray())))
            .Code.ShouldBe(0);
        File.ReadAllText(At("etc/a")).ShouldBe("new\n");
        File.GetUnixFileMode(At("etc/a")).ShouldBe(mode);
    }
}
