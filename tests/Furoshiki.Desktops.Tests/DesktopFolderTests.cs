using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;

namespace Furoshiki.Desktops.Tests;

[Trait("folders", "disk")]
public sealed class DesktopFolderTests : IDisposable
{
    private const string Surface = "home/.config/engawa/surface.conf";

    private readonly RealDesktop _desktop = new();

    public void Dispose() => _desktop.Dispose();

    [Fact]
    public void Reading_writes_nothing()
    {
        var before = _desktop.Snapshot();
        var times = Directory
            .EnumerateFileSystemEntries(_desktop.Root, "*", SearchOption.AllDirectories)
            .ToDictionary(path => path, File.GetLastWriteTimeUtc);
        DesktopReader.Read(_desktop.Map, _desktop.Folder).Unread.ShouldBeEmpty();
        _desktop.Folder.ManagedTree([_desktop.Map]).Entries.ShouldNotBeEmpty();
        _desktop.Snapshot().ShouldBe(before);
        times.ShouldAllBe(time => File.GetLastWriteTimeUtc(time.Key) == time.Value);
    }

    [Fact]
    public void A_link_that_leads_out_of_the_root_is_not_followed()
    {
        Directory.CreateDirectory(_desktop.Outside);
        File.Move(_desktop.At(Surface), Path.Combine(_desktop.Outside, "surface.conf"));
        File.CreateSymbolicLink(
            _desktop.At(Surface),
            Path.Combine(_desktop.Outside, "surface.conf")
        );
        var unread = DesktopReader.Read(_desktop.Map, _desktop.Folder).Unread.ToList();
        unread.Select(part => part.Kind.Name).ShouldBe(["wallpaper", "colours", "lock"]);
        unread[0].Reason!.ShouldContain("leads out");

        Directory.Move(
            _desktop.At("home/.local/share/icons"),
            Path.Combine(_desktop.Outside, "icons")
        );
        Directory.CreateSymbolicLink(
            _desktop.At("home/.local/share/icons"),
            Path.Combine(_desktop.Outside, "icons")
        );
        DesktopReader.Read(_desktop.Map, _desktop.Folder).Look[IconsKind.Kind]!
            .Assets[0]
            .Path.ShouldBeNull();
        Should
            .Throw<SettingsFileException>(() => _desktop.Folder.PathOf("home/.local/share/icons/x"))
            .Message.ShouldContain("leads out");
    }

    [Fact]
    public void A_link_within_the_root_is_followed_and_what_is_not_a_file_says_so()
    {
        File.Move(_desktop.At(Surface), _desktop.At("home/kept.conf"));
        File.CreateSymbolicLink(_desktop.At(Surface), "../../kept.conf");
        DesktopReader.Read(_desktop.Map, _desktop.Folder).Unread.ShouldBeEmpty();

        File.Delete(_desktop.At(Surface));
        Directory.CreateDirectory(_desktop.At(Surface));
        DesktopReader
            .Read(_desktop.Map, _desktop.Folder)
            .Unread.First()
            .Reason!.ShouldContain("A folder stands");
    }

    [Theory]
    [InlineData("../outside")]
    [InlineData("home/../../outside")]
    [InlineData("")]
    public void A_path_cannot_climb_out_of_the_root(string path) =>
        Should.Throw<SettingsFileException>(() => _desktop.Folder.PathOf(path));

    [Fact]
    public void Links_in_a_circle_are_told_and_lead_nowhere()
    {
        File.Delete(_desktop.At(Surface));
        File.CreateSymbolicLink(_desktop.At(Surface), "other.conf");
        File.CreateSymbolicLink(_desktop.At("home/.config/engawa/other.conf"), "surface.conf");
        var unread = DesktopReader.Read(_desktop.Map, _desktop.Folder).Unread.ToList();
        unread.Select(part => part.Kind.Name).ShouldBe(["wallpaper", "colours", "lock"]);
        unread[0].Reason!.ShouldContain("link");

        Directory.Delete(_desktop.At("home/.local/share/icons"), recursive: true);
        File.CreateSymbolicLink(_desktop.At("home/.local/share/icons"), "icons");
        var icons = DesktopReader.Read(_desktop.Map, _desktop.Folder).Look[IconsKind.Kind]!;
        icons.Assets[0].Path.ShouldBeNull();
    }

    [Fact]
    public void A_pipe_or_a_file_of_any_length_where_settings_belong_is_told_and_not_waited_for()
    {
        File.Delete(_desktop.At(Surface));
        using (var made = System.Diagnostics.Process.Start("mkfifo", [_desktop.At(Surface)]))
            made.WaitForExit();
        Unread().ShouldContain("a pipe");
        File.Delete(_desktop.At(Surface));
        using (var large = File.Create(_desktop.At(Surface)))
            large.SetLength(3L * 1024 * 1024 * 1024);
        Unread().ShouldContain("larger than 16 MiB");
        File.Delete(_desktop.At(Surface));
        Directory.CreateSymbolicLink(_desktop.At(Surface), "/dev/zero");
        Unread().ShouldContain("leads out");

        string Unread() => DesktopReader.Read(_desktop.Map, _desktop.Folder).Unread.First().Reason!;
    }

    [Fact]
    public void A_settings_file_that_may_not_be_read_is_told_and_the_other_parts_are_read()
    {
        File.SetUnixFileMode(_desktop.At(Surface), UnixFileMode.UserWrite);
        foreach (var folder in new[] { _desktop.Root, Path.GetDirectoryName(_desktop.Root)! })
            File.SetUnixFileMode(folder, (UnixFileMode)0b111_101_101);
        OtherUser.Run(() =>
        {
            var reading = DesktopReader.Read(_desktop.Map, _desktop.Folder);
            reading
                .Unread.Select(part => part.Kind.Name)
                .ShouldBe(["wallpaper", "colours", "lock"]);
            reading.Unread.First().Reason!.ShouldContain("not permitted");
            reading.Look[IconsKind.Kind].ShouldNotBeNull();
        });
    }

    [Fact]
    public void A_picture_of_several_gigabytes_and_one_that_is_a_device_are_gaps_of_their_part()
    {
        const string picture = "home/.local/share/wallpapers/Morning-Paper.svg";
        File.Delete(_desktop.At(picture));
        using (var large = File.Create(_desktop.At(picture)))
            large.SetLength(5L * 1024 * 1024 * 1024);
        _desktop.Folder.Find(picture).ShouldBe(FileState.Other);
        _desktop.Folder.WhyNot(picture)!.ShouldContain("longer than 1024 MiB");
        _desktop.Folder.ManagedTree([_desktop.Map]).Gaps.ShouldContain(gap => gap.Path == picture);
    }

    [Fact]
    public void A_look_is_not_kept_when_a_file_changed_after_it_was_read_and_the_store_stays_as_it_was()
    {
        var look = DesktopReader.Read(_desktop.Map, new RememberingView(_desktop.Folder)).Look;
        _desktop.Edit("home/.local/share/wallpapers/Morning-Paper.svg", "<svg", "<svg ");
        using (var hold = _desktop.Content.Hold())
        using (var batch = hold.Begin())
            Should.Throw<ChangedMeanwhileException>(() =>
                LookKeeper.Keep(look, batch, _desktop.Folder, _desktop.Map, keepSystem: false)
            );
        _desktop.Content.SizeOf(look.Digest).ShouldBeNull();
        using var db = _desktop.Databases.CreateDbContext();
        // The desktop's map alone.
        db.Contents.Count().ShouldBe(1);
    }

    [Fact]
    public void What_a_look_holds_comes_back_exactly_links_modes_and_odd_names_included()
    {
        using (
            var shell = System.Diagnostics.Process.Start(
                new System.Diagnostics.ProcessStartInfo(
                    "sh",
                    [
                        "-c",
                        "mkdir -p e/m && chmod 711 e/m && printf x > \"$(printf 'a\\377b')\" && ln -s ../x 'new\nline' && chmod 600 index.theme",
                    ]
                )
                {
                    WorkingDirectory = _desktop.At("home/.local/share/icons/Fold-Slate"),
                }
            )!
        )
            shell.WaitForExit();
        var look = _desktop.Save();
        var before = _desktop.Folder.FindTree("home/.local/share/icons")!;
        before.Gaps.ShouldBeEmpty();
        using (
            var remove = System.Diagnostics.Process.Start(
                "rm",
                ["-rf", _desktop.At("home/.local/share/icons/Fold-Slate")]
            )
        )
            remove.WaitForExit();
        var plan = _desktop.Plan(look);
        plan.Refused.ShouldBeEmpty();
        _desktop.Transaction().Execute(plan, CancellationToken.None).Problem.ShouldBeNull();
        _desktop.Folder.FindTree("home/.local/share/icons")!.All.ShouldBe(before.All);
        using var rest = System.Diagnostics.Process.Start(
            "rm",
            ["-rf", _desktop.At("home/.local/share/icons")]
        );
        rest.WaitForExit();
    }
}
