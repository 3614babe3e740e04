using Furoshiki.Core.Formats;
using Furoshiki.Core.Reading;

namespace Furoshiki.Desktops.Tests;

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
        _desktop.Folder.ManagedTree(_desktop.Map).Entries.ShouldNotBeEmpty();
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
        unread.Select(part => part.Kind).ShouldBe(["wallpaper", "colours", "lock"]);
        unread[0].Reason!.ShouldContain("leads out");

        Directory.Move(
            _desktop.At("home/.local/share/icons"),
            Path.Combine(_desktop.Outside, "icons")
        );
        Directory.CreateSymbolicLink(
            _desktop.At("home/.local/share/icons"),
            Path.Combine(_desktop.Outside, "icons")
        );
        DesktopReader.Read(_desktop.Map, _desktop.Folder).Look["icons"]!
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
}
