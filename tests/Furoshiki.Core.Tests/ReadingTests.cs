using System.Text;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Kinds;
using Furoshiki.Core.Looks;

namespace Furoshiki.Core.Tests;

public sealed class ReadingTests
{
    [Fact]
    public void A_desktop_is_read_through_its_map_with_its_assets_and_what_they_inherit_from()
    {
        var reading = new TestDesktop().Read();
        reading.Unread.ShouldBeEmpty();
        reading.Look["wallpaper"]!.Words.ShouldBe("Morning Paper, fill");
        reading.Look["panels"]!.Words.ShouldBe("bottom, 30\u00A0px, 100\u00A0%");
        reading.Look["icons"]!
            .Assets.Select(asset => asset.Path)
            .ShouldBe(["data:icons/Fold-Slate", "system:icons/Fold"]);
        reading.Look.IsDark.ShouldBeFalse();
    }

    [Fact]
    public void A_look_reads_back_from_its_bytes_with_the_same_digest()
    {
        var look = new TestDesktop().Read().Look;
        var again = Look.Parse(look.Bytes.Span);
        again.Digest.ShouldBe(look.Digest);
        again.Components.ShouldBe(look.Components);
    }

    private const string Dock = "home/.config/bench-dock/dock.json";
    private const string Extensions = "home/.config/engawa/extensions.json";

    public static TheoryData<string, string?, string, string> BadFiles =>
        new()
        {
            { Dock, null, "dock", "missing" },
            { Dock, "", "dock", "empty" },
            { Dock, "{ \"opacity\": 140 }", "dock", "0 to 100 %" },
            { Dock, "{ \"opacity\": \"90\" }", "dock", "a number" },
            { Extensions, "{ \"extensions\": 4 }", "extensions", "no list" },
            {
                Extensions,
                "{ \"extensions\": [ {\"name\":\"a\"}, {\"name\":\"a\"} ] }",
                "extensions",
                "Two items"
            },
            { "home/.config/engawa/widgets.xml", "<widgets>", "widgets", "not XML" },
            {
                "home/.config/engawa/terminal.resources",
                "Terminal*opacity: some",
                "terminal",
                "a number"
            },
            { "home/.config/engawa/session.env", "ENGAWA_TOP_LEFT=$X", "behaviour", "computes" },
        };

    [Theory]
    [MemberData(nameof(BadFiles))]
    public void A_file_that_cannot_be_read_takes_its_own_part_out_and_no_other(
        string path,
        string? content,
        string kind,
        string said
    )
    {
        var desktop = new TestDesktop();
        if (content is null)
            desktop.Files.Remove(path);
        else
            desktop.Files[path] = Encoding.UTF8.GetBytes(content);
        var reading = desktop.Read();
        var unread = reading.Unread.ShouldHaveSingleItem();
        unread.Kind.ShouldBe(kind);
        unread.File.ShouldBe(path);
        unread.Reason!.ShouldContain(said);
        reading.Look.Components.Count().ShouldBe(Kind.All.Length - 1);
    }

    [Fact]
    public void A_key_that_stands_twice_takes_out_only_the_part_it_belongs_to()
    {
        var reading = new TestDesktop()
            .With(TestDesktop.Windows, "size=24", "size=24\nsize=32")
            .Read();
        var unread = reading.Unread.ShouldHaveSingleItem();
        unread.Kind.ShouldBe("cursor");
        unread.Reason!.ShouldContain("stands twice");
    }

    [Fact]
    public void An_asset_that_is_named_and_not_there_is_recorded_as_not_found()
    {
        var look = new TestDesktop()
            .With(TestDesktop.Windows, "set=Fold-Slate", "set=Fold-Gold")
            .Read()
            .Look;
        look["icons"]!.Assets.ShouldHaveSingleItem().Path.ShouldBeNull();
    }

    [Fact]
    public void A_file_edited_in_place_is_seen_down_to_the_file()
    {
        var (before, after) = (new TestDesktop(), new TestDesktop());
        after.Files["home/.local/share/icons/Fold-Slate/scalable/places/folder.svg"] =
            "<svg/>"u8.ToArray();
        var (from, to) = (before.Read().Look, after.Read().Look);
        var part = Difference
            .Between(
                from,
                to,
                digest =>
                    from["icons"]!.Assets[0].Content == digest
                        ? before.FindTree("home/.local/share/icons/Fold-Slate")
                        : after.FindTree("home/.local/share/icons/Fold-Slate")
            )
            .ShouldHaveSingleItem();
        part.Assets.ShouldHaveSingleItem()
            .Files.Select(file => file.Path)
            .ShouldBe(["scalable/places/folder.svg"]);
        part.Summary().ShouldBe("1 file edited in place");
    }

    [Fact]
    public void A_difference_is_said_in_the_measure_of_its_type()
    {
        var from = new TestDesktop().Read().Look;
        var to = new TestDesktop()
            .With(TestDesktop.Panels, "\"opacity\": 100", "\"opacity\": 80")
            .With(TestDesktop.Surface, "accent=#2f6f93", "accent=#307093")
            .Read()
            .Look;
        var parts = Difference.Between(from, to, _ => null);
        parts
            .Single(part => part.Kind == "panels")
            .Summary()
            .ShouldBe("main, opacity 100 → 80\u00A0%");
        parts.Single(part => part.Kind == "colours").ColourDistance!.Value.ShouldBeInRange(0.01, 1);
    }

    [Fact]
    public void Every_kind_has_a_name_of_its_own() =>
        Kind.All.Select(kind => kind.Name).ShouldBeUnique();
}
