using System.Text;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Switching;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Core.Tests;

public sealed class ReadingTests
{
    [Fact]
    public void A_desktop_is_read_through_its_map_with_its_assets_and_what_they_inherit_from()
    {
        var reading = new TestDesktop().Read();
        reading.Unread.ShouldBeEmpty();
        reading.Look[WallpaperKind.Kind]!.Words.ShouldBe("Morning Paper, fill");
        reading.Look[PanelsKind.Kind]!.Words.ShouldBe("bottom, 30\u00A0px, 100\u00A0%");
        reading.Look[IconsKind.Kind]!
            .Assets.Select(asset => asset.Path)
            .ShouldBe(["data:icons/Fold-Slate", "system:icons/Fold"]);
        reading.Look.IsDark.ShouldBe(false);
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
            { Extensions, "{ \"extensions\": 4 }", "extensions", "no list" },
            {
                Extensions,
                "{ \"extensions\": [ {\"name\":\"a\"}, {\"name\":\"a\"} ] }",
                "extensions",
                "Two items"
            },
            { "home/.config/engawa/widgets.xml", "<widgets>", "widgets", "not XML" },
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
        unread.Kind.Name.ShouldBe(kind);
        unread.File.ShouldBe(path);
        unread.Reason!.ShouldContain(said);
        reading.Look.Components.Count().ShouldBe(Kind.All.Length - 1);
    }

    [Theory]
    [InlineData(Dock, "\"opacity\": 80", "\"opacity\": 140", "dock", "0 to 100 %")]
    [InlineData(Dock, "\"opacity\": 80", "\"opacity\": \"90\"", "dock", "a number")]
    [InlineData(TestDesktop.Windows, "size=24", "size=24\nsize=32", "cursor", "stands twice")]
    [InlineData(TestDesktop.Surface, "window=#", "window=", "colours", "colour")]
    public void A_value_that_cannot_be_read_takes_itself_out_and_is_put_back_from_what_was_saved(
        string path,
        string from,
        string to,
        string kind,
        string said
    )
    {
        var saved = new TestDesktop().Read().Look;
        var desktop = new TestDesktop().With(path, from, to);
        var reading = desktop.Read();
        reading.Unread.ShouldBeEmpty();
        var part = reading.Parts.Single(one => one.Values.Length > 0);
        part.Kind.Name.ShouldBe(kind);
        var value = part.Values.ShouldHaveSingleItem();
        value.File.ShouldBe(path);
        value.Reason.ShouldContain(said);
        part.Component!.Settings.ShouldBe(saved[part.Kind]!.Settings.Remove(value.Key));
        if (said == "stands twice")
            return;
        var plan = new SwitchPlanner(
            TestDesktop.Map,
            reading,
            desktop,
            desktop,
            _ => TestDesktop.Map
        ).Plan(saved, [kind]);
        plan.Refused.ShouldBeEmpty();
        var bytes = plan.NewContent.Values.ShouldHaveSingleItem();
        desktop.Files[path] = bytes.ToArray();
        desktop.Read().Look.Digest.ShouldBe(saved.Digest);
    }

    /// <summary>What a person or a program may have put in place of any value.</summary>
    private static readonly NativeValue[] Odd =
    [
        NativeValue.Text(""),
        NativeValue.Text(new string('n', 300)),
        NativeValue.Text("../../../../etc/passwd"),
        NativeValue.Text("/"),
        NativeValue.Text("."),
        NativeValue.Text("a\tb\nc\rd"),
        NativeValue.Text("\U0001F9E3 \u200F \u0301"),
        NativeValue.Text("\uD800"),
        NativeValue.Text("#12"),
        NativeValue.Text("NaN"),
        NativeValue.Number("1e999"),
        NativeValue.Number("-0"),
        NativeValue.Number("99999999999999999999"),
        NativeValue.Flag(true),
        NativeValue.List([]),
        NativeValue.List(["a", "a", "", new string('n', 300), "\uDC80"]),
    ];

    [Theory]
    [InlineData("dome-console", "engawa")]
    [InlineData("field-laptop", "engawa-3.8")]
    [InlineData("visitor-wall", "tansu")]
    public void Any_value_in_the_place_of_any_other_takes_out_nothing_but_itself(
        string folder,
        string mapName
    )
    {
        var map = TestDesktop.MapNamed(mapName, new Screen("main", 1920, 1080));
        var before = DesktopReader.Read(map, new TestDesktop(folder));
        var tried = 0;
        var looks = new HashSet<Digest>();
        var places = map.Kinds.SelectMany(kind =>
            Keys(kind, before.Look[kind.Kind]).Select(key => (kind, key))
        );
        // Of the odd values every place gets a third, and each setting beside it another one.
        foreach (var (at, (kind, key)) in places.Index())
        foreach (var odd in Odd.Where((_, i) => Effort.IsWhole || (i + at) % 3 == 0))
        {
            var place = kind.PlaceOf(key)!;
            var desktop = new TestDesktop(folder);
            var path = before.Files[place.File.Name].Path;
            if (
                Written(before.Files[place.File.Name].Document!, kind.AddressOf(key), odd)
                is not { } bytes
            )
                continue;
            tried++;
            desktop.Files[path] = bytes;
            var after = DesktopReader.Read(map, desktop);
            var what = $"{kind.Kind.Name}, {key}, {odd}";
            foreach (var other in before.Parts.Where(one => one.Kind != kind.Kind))
                if (!map.Find(other.Kind)!.Files.Contains(place.File))
                    after.Look[other.Kind].ShouldBe(other.Component, what);
            // Of equal looks one is drawn and planned with.
            if (!looks.Add(after.Look.Digest))
                continue;
            Look.Parse(after.Look.Bytes.Span, after.Look.Places)
                .Digest.ShouldBe(after.Look.Digest, what);
            DesktopPicture.Draw(
                after.Look,
                [new Screen("main", 1920, 1080)],
                new PictureContent(_ => null, _ => null, (_, name) => name)
            );
            Should.NotThrow(
                () =>
                    new SwitchPlanner(map, after, desktop, desktop, _ => map).Plan(
                        before.Look,
                        [.. before.Look.Components.Select(part => part.Kind.Name)]
                    ),
                what
            );
        }
        tried.ShouldBeGreaterThan(Effort.IsWhole ? 500 : 200);
    }

    private static IEnumerable<SettingKey> Keys(KindMap kind, Component? component) =>
        kind
            .Settings.Keys.Select(name => new SettingKey(name))
            .Concat(
                (component?.Items ?? []).SelectMany(item =>
                    (kind.Items?.Settings.Keys ?? []).Select(name => new SettingKey(name, item))
                )
            );

    private static byte[]? Written(SettingsDocument document, Address address, NativeValue value)
    {
        try
        {
            return document.Set(address, value).Bytes.ToArray();
        }
        catch (Exception problem) when (problem is SettingsFileException or ArgumentException)
        {
            // The format has no way to write it.
            return null;
        }
    }

    [Fact]
    public void An_asset_that_is_named_and_not_there_is_recorded_as_not_found()
    {
        var look = new TestDesktop()
            .With(TestDesktop.Windows, "set=Fold-Slate", "set=Fold-Gold")
            .Read()
            .Look;
        look[IconsKind.Kind]!.Assets.ShouldHaveSingleItem().Path.ShouldBeNull();
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
                    from[IconsKind.Kind]!.Assets[0].Content == digest
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
    public void Files_that_came_or_went_are_never_called_edited()
    {
        var state = FileState.OfFile(420, 1, Digest.Of("a"u8));
        FileDifference added = new("a", null, state),
            gone = new("b", state, null),
            folder = new("c", null, FileState.OfFolder(493));
        DifferenceWords.FileWords([gone]).ShouldBe("1 file deleted");
        DifferenceWords.FileWords([gone, folder, added, gone]).ShouldBe("1 file added, 2 deleted");
        DifferenceWords
            .FileWords([gone, new("d", state, state with { Mode = 384 })])
            .ShouldBe("1 file edited in place, 1 deleted");
        DifferenceWords.FileWords([folder]).ShouldBe("1 folder added");
    }

    [Theory]
    [InlineData("a\nb\nc\n", "a\nx\nc\n", " a|-b|+x| c")]
    [InlineData("", "\n", "+")]
    [InlineData("", "a\nb\n", "+a|+b")]
    [InlineData("a\n", "", "-a")]
    [InlineData("\n", "a\n", "-|+a")]
    [InlineData("a", "a\n", "…1")]
    [InlineData("1\n2\n3\n4\n5\n6", "1\n2\n3\n4\n5\n7", "…3| 4| 5|-6|+7")]
    [InlineData("a\r\nb", "a\nb", "…2")]
    public void A_text_is_told_by_the_lines_that_differ(string from, string to, string lines) =>
        string.Join(
                '|',
                LineChanges
                    .Between(Encoding.UTF8.GetBytes(from), Encoding.UTF8.GetBytes(to))!
                    .Value.Select(line => " +-…"[(int)line.Change] + line.Text)
            )
            .ShouldBe(lines);

    [Fact]
    public void What_is_no_text_has_no_lines()
    {
        LineChanges.Between([0xFF, 0xFE], "a"u8.ToArray()).ShouldBeNull();
        LineChanges.Between("a"u8.ToArray(), "a\0"u8.ToArray()).ShouldBeNull();
    }

    [Fact]
    public void What_a_settings_file_became_is_told_in_the_words_of_its_parts_and_of_no_other_file()
    {
        var before = new TestDesktop().Read().Look;
        var after = new TestDesktop()
            .With(TestDesktop.Panels, "\"opacity\": 100", "\"opacity\": 80")
            .With(TestDesktop.Surface, "accent=#2f6f93", "accent=#307093")
            .Read()
            .Look;
        FileStory
            .Between(TestDesktop.Map, TestDesktop.Panels, before, after)
            .ShouldBe(["Panels: main, opacity 100 → 80\u00A0%"]);
        FileStory
            .Between(TestDesktop.Map, TestDesktop.Surface, before, after)
            .ShouldBe(["Colours: accent #2f6f93 → #307093"]);
        FileStory.Between(TestDesktop.Map, TestDesktop.Surface, before, before).ShouldBeEmpty();
        // A part that came, and one that went.
        var without = before.Without(PanelsKind.Kind);
        FileStory
            .Between(TestDesktop.Map, TestDesktop.Panels, before, without)
            .ShouldBe(["Panels: no longer set"]);
        FileStory
            .Between(TestDesktop.Map, TestDesktop.Panels, without, before)
            .ShouldBe([$"Panels: now {before[PanelsKind.Kind]!.Words}"]);
    }

    [Theory]
    [InlineData(2, 22, 2, 44, "both, thickness 22 → 44\u00A0px")]
    [InlineData(3, 22, 3, 44, "all three, thickness 22 → 44\u00A0px")]
    [InlineData(2, 22, 30, 22, "28 panels more")]
    [InlineData(40, 22, 39, 22, "p39 gone")]
    [InlineData(1, 22, 2, 44, "p1 added; p0, thickness 22 → 44\u00A0px")]
    public void What_changed_in_a_list_of_items_is_told_and_no_more(
        int before,
        double thick,
        int after,
        double thicker,
        string words
    )
    {
        Difference
            .Between(PanelsKind.Kind, Panels(before, thick), Panels(after, thicker), _ => null)
            .Summary()
            .ShouldBe(words);

        static Component Panels(int number, double thickness) =>
            Component.Of(
                PanelsKind.Kind,
                [
                    .. Enumerable
                        .Range(0, number)
                        .Select(i => PanelsKind.Thickness.Is(thickness, $"p{i}")),
                ]
            );
    }

    [Fact]
    public void What_changed_of_the_whole_and_of_an_item_alike_is_told_of_both()
    {
        Difference
            .Between(ControlsKind.Kind, Controls("Ember"), Controls("Lantern"), _ => null)
            .Summary()
            .ShouldBe("theme Ember → Lantern; Shoji, theme Ember → Lantern");

        static Component Controls(string theme) =>
            Component.Of(
                ControlsKind.Kind,
                [ControlsKind.Theme.Is(theme), ControlsKind.Theme.Is(theme, "Shoji")]
            );
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
            .Single(part => part.Kind == PanelsKind.Kind)
            .Summary()
            .ShouldBe("main, opacity 100 → 80\u00A0%");
        parts
            .Single(part => part.Kind == ColoursKind.Kind)
            .ColourDistance!.Value.ShouldBeInRange(0.01, 1);
    }

    [Fact]
    public void Every_kind_has_a_name_of_its_own() =>
        Kind.All.Select(kind => kind.Name).ShouldBeUnique();
}
