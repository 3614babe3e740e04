using System.Diagnostics;
using System.Net.Sockets;
using CsCheck;
using Furoshiki.Core.Content;

namespace Furoshiki.Desktops.Tests;

/// <summary>What a folder holds, and what it costs to look again.</summary>
public sealed class FolderIndexTests : IDisposable
{
    private readonly string _root = Directory.CreateTempSubdirectory("furoshiki-test-").FullName;
    private readonly FolderIndex _index = new(ScanLimits.Default);

    public void Dispose()
    {
        using var remove = Process.Start("rm", ["-rf", _root]);
        remove.WaitForExit();
    }

    private string At(string path) => Path.Combine(_root, path);

    private static Tree Fresh(string root, ScanLimits? limits = null) =>
        new FolderIndex(limits ?? ScanLimits.Default).Scan(root);

    /// <summary>Runs a line of the POSIX shell in the folder, which can write names that .NET cannot.</summary>
    private void Shell(string line)
    {
        using var shell = Process.Start(
            new ProcessStartInfo("sh", ["-c", line]) { WorkingDirectory = _root }
        )!;
        shell.WaitForExit();
        shell.ExitCode.ShouldBe(0);
    }

    /// <summary>Lets what was written settle, so that file times tell it from what comes after.</summary>
    private static void Settle() => Thread.Sleep(40);

    [Fact]
    public void Names_of_any_bytes_links_modes_and_empty_folders_are_held_exactly()
    {
        Shell(
            """
            stray=$(printf 'stray\377byte')
            mkdir -p 'a b/empty' && chmod 755 'a b' && chmod 700 'a b/empty'
            printf x > "a b/$(printf 'new\nline')"
            printf y > "$stray"
            ln -s "$stray" link; ln -s ../nowhere 'a b/gone'; ln -s . 'a b/circle'
            printf s > script; chmod 4755 script
            """
        );
        var tree = Fresh(_root);
        tree.Gaps.ShouldBeEmpty();
        tree.All.Select(one =>
                $"{PathText.Escape(one.Key)} {one.Value.Type} {Convert.ToString(one.Value.Mode, 8)}"
            )
            .ShouldBe(
                [
                    "a%20b Folder 755",
                    "a%20b/new%0Aline File 644",
                    "a%20b/circle Link 0",
                    "a%20b/empty Folder 700",
                    "a%20b/gone Link 0",
                    "link Link 0",
                    "script File 4755",
                    "stray%FFbyte File 644",
                ],
                ignoreOrder: true
            );
        tree.Find("link")!
            .Target.ShouldBe(
                tree.All.Single(one => one.Key.StartsWith("stray", StringComparison.Ordinal)).Key
            );
    }

    [Fact]
    public void What_cannot_be_held_is_said_and_the_rest_is_held()
    {
        Shell(
            "mkfifo pipe; printf x > file; mkdir -p deep/er/and/deeper; printf y > deep/er/and/deeper/file; head -c 4096 /dev/zero > large"
        );
        using var socket = new Socket(
            AddressFamily.Unix,
            SocketType.Stream,
            ProtocolType.Unspecified
        );
        socket.Bind(new UnixDomainSocketEndPoint(At("socket")));
        var tree = Fresh(_root, new ScanLimits(4095, 2, 1000));
        tree.Gaps.Select(gap => $"{gap.Path}: {gap.Reason}")
            .ShouldBe(
                [
                    "large: It is longer than 0 MiB, and left out.",
                    "pipe: It is a pipe, and cannot be held.",
                    "socket: It is a socket, and cannot be held.",
                    "deep/er/and: It is more than 2 folders deep, and left out.",
                ],
                ignoreOrder: true
            );
        tree.Find("file").ShouldNotBeNull();
        Fresh(_root, new ScanLimits(5000, 100, 3))
            .Gaps.ShouldContain(gap =>
                gap.Reason.Contains("more than 3 entries", StringComparison.Ordinal)
            );
    }

    [Fact]
    public void A_folder_that_may_not_be_read_is_said_and_the_rest_is_held()
    {
        Shell("mkdir closed; printf x > closed/file; chmod 0 closed; printf y > open; chmod 755 .");
        Tree? tree = null;
        OtherUser.Run(() => tree = Fresh(_root));
        tree!
            .Gaps.ShouldHaveSingleItem()
            .ShouldBe(new Gap("closed", "Reading it is not permitted."));
        tree.Find("open").ShouldNotBeNull();
    }

    [Fact]
    public void Looking_again_reads_only_what_changed()
    {
        for (var i = 0; i < 300; i++)
        {
            Directory.CreateDirectory(At($"d{i % 20}"));
            File.WriteAllText(At($"d{i % 20}/f{i}"), $"{i}");
            File.CreateSymbolicLink(At($"d{i % 20}/l{i}"), $"f{i}");
        }
        Settle();
        var first = _index.Scan(_root);
        _index.FilesRead.ShouldBe(300);
        _index.Scan(_root).ShouldBeSameAs(first);
        _index.FilesRead.ShouldBe(300);

        File.WriteAllText(At("d7/f7"), "x");
        File.Move(At("d3/f3"), At("d3/moved"));
        File.Delete(At("d4/l4"));
        Settle();
        var second = _index.Scan(_root);
        (_index.FilesRead - 300).ShouldBeLessThanOrEqualTo(2);
        Tree.Between(first, second)
            .Select(one => one.Path)
            .ShouldBe(["d3/f3", "d3/moved", "d4/l4", "d7/f7"]);
        second.FindFolder("d9").ShouldBeSameAs(first.FindFolder("d9"));
    }

    [Fact]
    public void A_change_right_after_a_look_is_never_missed_even_with_the_same_length_and_times()
    {
        File.WriteAllText(At("file"), "0000");
        var time = File.GetLastWriteTimeUtc(At("file"));
        for (var i = 1; i < 400; i++)
        {
            _index.Scan(_root);
            File.WriteAllText(At("file"), $"{i:0000}");
            File.SetLastWriteTimeUtc(At("file"), time);
            _index
                .Scan(_root)
                .Find("file")!
                .Content.ShouldBe(Digest.Of(File.ReadAllBytes(At("file"))));
        }
    }

    private static readonly Gen<(int Kind, int Where, int What)> AnyEdit = Gen.Select(
        Gen.Int[0, 6],
        Gen.Int[0, 5],
        Gen.Int[0, 9]
    );

    [Fact]
    public void Whatever_is_done_to_a_folder_looking_again_sees_what_a_first_look_sees() =>
        AnyEdit
            .Array[1, 12]
            .Sample(
                edits =>
                {
                    var root = Directory.CreateTempSubdirectory("furoshiki-test-").FullName;
                    var index = new FolderIndex(ScanLimits.Default);
                    foreach (var (kind, where, what) in edits)
                    {
                        Edit(
                            root,
                            kind,
                            $"{root}/{(where % 2 == 0 ? "" : "in/")}n{where / 2}",
                            what
                        );
                        index.Scan(root).All.ShouldBe(Fresh(root).All);
                    }
                    Directory.Delete(root, recursive: true);
                },
                iter: 300
            );

    private static void Edit(string root, int kind, string path, int what)
    {
        Directory.CreateDirectory($"{root}/in");
        var isFolder = Directory.Exists(path) && new FileInfo(path).LinkTarget is null;
        if (kind < 4 && isFolder)
            Directory.Delete(path, recursive: true);
        else if (kind is 2 or 3 && (File.Exists(path) || new FileInfo(path).LinkTarget is not null))
            File.Delete(path);
        switch (kind)
        {
            case 0 or 1:
                if (new FileInfo(path).LinkTarget is not null)
                    File.Delete(path);
                File.WriteAllText(
                    path,
                    new string('x', what % 3 + 1).Replace("x", $"{what}", StringComparison.Ordinal)
                );
                break;
            case 2:
                File.CreateSymbolicLink(path, $"to{what}");
                break;
            case 3:
                Directory.CreateDirectory($"{path}/sub");
                File.WriteAllText($"{path}/sub/f", $"{what}");
                break;
            case 4 when isFolder:
                File.WriteAllText($"{path}/f{what % 2}", $"{what}");
                break;
            case 5 when isFolder || (File.Exists(path) && new FileInfo(path).LinkTarget is null):
                File.SetUnixFileMode(
                    path,
                    what % 2 == 0 ? (UnixFileMode)0b111_101_101 : (UnixFileMode)0b111_000_000
                );
                break;
        }
    }

    [Fact]
    public async Task Files_that_come_and_go_while_they_are_read_break_nothing()
    {
        for (var i = 0; i < 40; i++)
            await File.WriteAllTextAsync(At($"stays{i}"), "x");
        using var stop = new CancellationTokenSource();
        var other = Task.Run(() =>
        {
            for (var i = 0; !stop.IsCancellationRequested; i++)
            {
                Directory.CreateDirectory(At($"t{i % 5}"));
                File.WriteAllText(At($"t{i % 5}/f{i % 7}"), $"{i}");
                if (i % 3 == 0)
                    Directory.Delete(At($"t{i % 5}"), recursive: true);
                File.WriteAllText(At("grows"), new string('x', i % 1000));
            }
        });
        for (var i = 0; i < 200; i++)
            _index
                .Scan(_root)
                .All.Count(one => one.Key.StartsWith("stays", StringComparison.Ordinal))
                .ShouldBe(40);
        await stop.CancelAsync();
        await other;
        _index.Scan(_root).All.ShouldBe(Fresh(_root).All);
    }
}
