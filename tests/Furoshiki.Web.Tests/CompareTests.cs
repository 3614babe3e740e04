using System.Text.Json.Nodes;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Web.Tests;

/// <summary>Looks side by side. Nothing is changed, so that all of these tests share one application.</summary>
public sealed class CompareTests(RunningApp app) : IClassFixture<RunningApp>
{
    private const string RedLamp = "look=saving-18";
    private const string OpenNight = "look=saving-14";

    private async Task<JsonNode> Compare(string asked) =>
        await new Api(await app.Client()).Get($"/api/desktops/1/comparison?{asked}");

    private static IReadOnlyList<JsonNode> Rows(JsonNode comparison) =>
        [.. comparison["rows"]!.AsArray().SelectMany(row => row!["rows"]!.AsArray().Prepend(row))!];

    private static JsonArray Cells(JsonNode comparison, string key) =>
        Rows(comparison).Single(row => Text(row["key"]) == key)["cells"]!.AsArray();

    private static string Text(JsonNode? node) => node!.GetValue<string>();

    private static string[] Each(JsonArray cells, string field) =>
        [.. cells.Select(cell => Text(cell![field]))];

    /// <summary>What is said of a setting was worked out by hand; of the colours, by another implementation of CIEDE2000.</summary>
    [Theory]
    [InlineData("colours/accent", "#f2b04a", "ΔE\u00A033.1")]
    [InlineData("colours/text", "#e4e4f4", "ΔE\u00A037.6")]
    [InlineData("panels/main/thickness", "30\u00A0px", "+8\u00A0px")]
    [InlineData("panels/main/opacity", "60\u00A0%", "\u221232\u00A0%")]
    [InlineData("borders/buttons", "minimise, maximise, close", "close moved")]
    [InlineData(
        "widgets/gauge/place",
        "320 × 320 at 2120, 140\u00A0px",
        "40\u00A0px to the left, 20\u00A0px higher, 20\u00A0px wider, 20\u00A0px taller"
    )]
    [InlineData("icons/set", "Inkstone Amber", "")]
    public async Task A_cell_says_by_how_much_it_differs_in_the_measure_of_its_type(
        string key,
        string words,
        string change
    )
    {
        var cells = Cells(await Compare($"{RedLamp}&{OpenNight}"), key);
        Each(cells, "state").ShouldBe(["First", "Differs"]);
        Text(cells[1]!["words"]).ShouldBe(words);
        Text(cells[1]!["change"]).ShouldBe(change);
    }

    [Fact]
    public async Task A_set_is_held_file_by_file_against_the_one_in_whose_place_it_stands()
    {
        // Red Lamp has the one cursor set and Open Night the other; nothing in either was edited since.
        var (first, second) = (FilesIn("Plain-Dot-Red"), FilesIn("Brass-Pointer"));
        var differing = first.Count(file =>
            second.GetValueOrDefault(file.Key) is { } other && other != file.Value
        );
        var more = second.Keys.Except(first.Keys).Count();
        var comparison = await Compare($"{RedLamp}&{OpenNight}");
        Text(Cells(comparison, "cursor/files")[1]!["words"])
            .ShouldBe($"{differing} files with other content, {more} only in the second");
        var looks = comparison["sides"]!.AsArray().Select(side => Text(side!["look"]));
        var changes = $"/api/looks/{string.Join("/changes/", looks)}/cursor";
        var api = new Api(await app.Client());
        var folders = (await api.Get(changes)).AsArray();
        folders
            .Select(folder => Text(folder!["name"]))
            .ShouldBe(
                [
                    "Plain-Dot-Red \u2192 Brass-Pointer/cursors",
                    "Plain-Dot-Red \u2192 Brass-Pointer",
                ],
                ignoreOrder: true
            );
        var files = new List<string>();
        foreach (var folder in folders)
        foreach (
            var file in (
                await api.Get(
                    $"{changes}/files?folder={Uri.EscapeDataString(Text(folder!["folder"]))}"
                )
            ).AsArray()
        )
            files.Add($"{Text(file!["name"])} {Text(file["words"])}");
        files.Count.ShouldBe(differing + more);
        files.ShouldContain("index.theme with other content");

        Dictionary<string, string> FilesIn(string set)
        {
            var folder = app.At($"home/.local/share/icons/{set}");
            return Directory
                .GetFiles(folder, "*", SearchOption.AllDirectories)
                .ToDictionary(
                    file => Path.GetRelativePath(folder, file),
                    file => Convert.ToHexString(File.ReadAllBytes(file))
                );
        }
    }

    [Fact]
    public async Task Up_to_four_looks_are_held_against_the_first_and_what_is_the_same_is_told_when_asked_for()
    {
        var asked = $"{RedLamp}&look=now&{OpenNight}&{RedLamp}";
        var comparison = await Compare(asked);
        comparison["sides"]!
            .AsArray()
            .Select(side => side!["differs"]!.GetValue<int>())
            .ShouldBe([0, 4, 16, 0]);
        comparison["sides"]!.AsArray().Last()!["apart"]!.GetValue<double>().ShouldBe(0);
        Each(Cells(comparison, "cursor"), "state")
            .ShouldBe(["First", "Differs", "Differs", "Same"]);
        Text(Cells(comparison, "icons/files")[1]!["words"]).ShouldBe("2 files edited");
        Rows(comparison).ShouldAllBe(row => row["differs"]!.GetValue<bool>());
        Rows(await Compare(asked + "&all=true")).Count.ShouldBeGreaterThan(Rows(comparison).Count);
    }

    [Fact]
    public async Task What_a_look_does_not_cover_is_neither_the_same_nor_different_and_an_item_that_is_missing_is_one_row()
    {
        var comparison = await Compare($"{RedLamp}&{OpenNight}&look=now&all=true");
        comparison["notCovered"]!
            .AsArray()
            .Select(Text)
            .ShouldBe(["Sign-in", "Start-up", "Extensions", "Shortcuts"]);
        Each(Cells(comparison, "sign-in"), "state").ShouldBe(["NotCovered", "NotCovered", "Alone"]);
        Each(Cells(comparison, "panels/side/"), "words")[1].ShouldBe("not there");
        // Red Lamp has that panel, so each of its settings can only be held against that of now.
        Each(Cells(comparison, "panels/side/thickness"), "state")
            .ShouldBe(["First", "NotCovered", "Same"]);
    }

    [Fact]
    public async Task Rows_stand_by_their_weight_for_the_eye_or_as_parts_do_and_are_found_by_their_words()
    {
        static string[] Kinds(JsonNode comparison) =>
            [.. comparison["rows"]!.AsArray().Select(row => Text(row!["kind"]))];
        var byEye = await Compare($"{RedLamp}&{OpenNight}");
        byEye["rows"]!
            .AsArray()
            .Select(row => row!["weight"]!.GetValue<double>())
            .ShouldBeInOrder(SortDirection.Descending);
        Kinds(byEye)[0].ShouldBe("colours");
        Kinds(await Compare($"{RedLamp}&{OpenNight}&order=Parts"))[..3]
            .ShouldBe(["wallpaper", "colours", "fonts"]);
        var found = await Compare($"{RedLamp}&{OpenNight}&find=panels%20OPACITY");
        Kinds(found).ShouldBe(["panels"]);
        found["rows"]![0]!["rows"]!
            .AsArray()
            .Select(row => Text(row!["key"]))
            .ShouldBe(["panels/main/opacity"]);
        Kinds(await Compare($"{RedLamp}&{OpenNight}&find=nothing-of-the-kind")).ShouldBeEmpty();
    }

    [Fact]
    public async Task A_look_that_is_not_here_takes_out_itself_and_no_other()
    {
        var comparison = await Compare($"look=saving-99&{RedLamp}&look=now&look=never%20seen");
        var sides = comparison["sides"]!.AsArray();
        Text(sides[0]!["problem"]).ShouldBe("This saving is not here.");
        Text(sides[3]!["problem"]).ShouldContain("'never seen'");
        sides[1]!["look"].ShouldNotBeNull();
        // Nothing can be held against what is not here, so that all rows are asked for.
        var cells = Cells(
            await Compare($"{RedLamp}&look=saving-99&look=now"),
            "panels/main/opacity"
        );
        Each(cells, "state").ShouldBe(["First", "Unreadable", "Differs"]);
    }

    [Fact]
    public async Task Another_desktop_and_a_look_as_it_would_be_there_are_compared_like_any_other()
    {
        var comparison = await Compare($"{RedLamp}&look=saving-18-on-3&look=desktop-3&all=true");
        var sides = comparison["sides"]!.AsArray();
        Text(sides[1]!["caption"]).ShouldBe("4th saving, as on Visitor wall");
        Text(sides[2]!["name"]).ShouldBe("Visitor wall");
        // That desktop has no widgets, so there is nothing to hold against those of the look.
        Each(Cells(comparison, "widgets"), "state")
            .ShouldBe(["First", "NotCovered", "NotCovered"]);
    }

    [Fact]
    public async Task What_lies_behind_looks_are_rows_like_any_other()
    {
        var rows = await new Api(await app.Client()).Get(
            $"/api/desktops/1/comparison/behind?{RedLamp}&{OpenNight}&look=now&look=saving-99&all=true"
        );
        string[] Words(string key) =>
            Each(
                rows.AsArray()
                    .SelectMany(row => row!["rows"]!.AsArray().Prepend(row))
                    .Single(row => Text(row!["key"]) == key)!["cells"]!.AsArray(),
                "words"
            );
        Words("behind/readiness")
            .ShouldBe([
                "ready, 4 parts would change",
                "ready, 16 parts would change",
                "is on",
                "cannot be read",
            ]);
        Words("behind/shows")[..2].ShouldBe(["a sign-in", "a sign-in"]);
        Words("behind/rights")[1].ShouldBe("your own");
        Words("behind/losses")[0].ShouldBe("nothing");
        Words("behind/needs/pkg:generic/heron-ridge/gauge-engine")[..2]
            .ShouldBe(["2.4.0, here, wanted 2", "2.4.0, here, wanted 2"]);
        Words("behind/needs/pkg:generic/heron-ridge/bench-dock")[..2]
            .ShouldBe(["not needed", "1.2.0, here"]);
        // The makers' figures of the two gauges, the dock and the engine, added by hand.
        Words("behind/cost")[0].ShouldBe("31\u00A0MiB, 1.5\u00A0%");
        Words("behind/licences")[1].ShouldContain("LicenseRef-Heron-Ridge-House");
        Words("behind/advice/Dim text is hard to read")[1].ShouldBe("none");
        // On another platform some of it is lost.
        var there = await new Api(await app.Client()).Get(
            $"/api/desktops/3/comparison/behind?{RedLamp}&look=now&find=lost"
        );
        Each(there[0]!["cells"]!.AsArray(), "words")[0].ShouldNotBe("nothing");
    }

    [Fact]
    public async Task A_comparison_is_written_down_as_a_table_in_which_no_text_is_a_formula()
    {
        using var client = await app.Client();
        var table = await client.GetStringAsync(
            new Uri(
                $"/api/desktops/1/comparison/sheet/table?{RedLamp}&{OpenNight}&find=thickness",
                UriKind.Relative
            )
        );
        var lines = table.Split("\r\n");
        lines[0]
            .ShouldBe(
                "\"Part\",\"Row\",\"Red Lamp, 4th saving\",\"Red Lamp, 4th saving, differs by\",\"Open Night, 2nd saving\",\"Open Night, 2nd saving, differs by\""
            );
        lines.ShouldContain(
            "\"Panels\",\"main, thickness\",\"22\u00A0px\",\"\",\"30\u00A0px\",\"'+8\u00A0px\""
        );
    }

    [Fact]
    public async Task The_shelf_is_sorted_by_nearness_which_is_the_same_from_both_sides()
    {
        var api = new Api(await app.Client());
        var near = (await api.Get("/api/desktops/1/nearness?to=saving-18"))["near"]!.AsArray();
        near.Count.ShouldBe(7);
        near.Select(one => one!["apart"]!.GetValue<double>()).ShouldBeInOrder();
        foreach (var one in near)
        {
            var back = await api.Get($"/api/desktops/1/nearness?to={Text(one!["ref"])}");
            back["near"]!.AsArray().Single(other => Text(other!["ref"]) == "saving-18")!["apart"]!
                .GetValue<double>()
                .ShouldBe(one["apart"]!.GetValue<double>(), 1e-12);
            // What it is made up of comes to the whole.
            one["madeOf"]!
                .AsArray()
                .Sum(part =>
                    part!["apart"]!.GetValue<double>() * part["weight"]!.GetValue<int>() / 100
                )
                .ShouldBe(one["apart"]!.GetValue<double>(), 1e-9);
        }
    }

    [Theory]
    [InlineData("page", "text/html", null)]
    [InlineData("page", "text/html", "comparison.html")]
    [InlineData("table", "text/csv", "comparison.csv")]
    [InlineData("data", "application/json", "comparison.json")]
    public async Task A_sheet_comes_in_its_form_and_nothing_in_a_page_can_run(
        string form,
        string type,
        string? file
    )
    {
        using var client = await app.Client();
        using var answer = await client.GetAsync(
            new Uri(
                $"/api/desktops/1/comparison/sheet/{form}?{RedLamp}&look=saving-99{(form == "page" && file is not null ? "&download=true" : "")}",
                UriKind.Relative
            )
        );
        answer.EnsureSuccessStatusCode();
        answer.Content.Headers.ContentType!.MediaType.ShouldBe(type);
        answer.Content.Headers.ContentDisposition?.FileName?.Trim('"').ShouldBe(file);
        if (form != "page")
            return;
        answer
            .Headers.GetValues("Content-Security-Policy")
            .Single()
            .ShouldStartWith("default-src 'none'");
        var page = await answer.Content.ReadAsStringAsync();
        page.ShouldContain("This saving is not here.");
        page.ShouldNotContain("<script");
        page.ShouldNotMatch("(src|href)=\"(?!data:)");
    }

    [Fact]
    public async Task A_name_that_would_be_markup_or_a_formula_is_only_a_name_on_a_sheet()
    {
        using var client = await app.Client();
        foreach (var (form, wanted) in new[] { ("page", "&lt;b&gt;&amp;"), ("table", "<b>&") })
        {
            using var answer = await client.GetAsync(
                new Uri(
                    $"/api/desktops/1/comparison/sheet/{form}?{RedLamp}&look={Uri.EscapeDataString("=<b>&\"x")}",
                    UriKind.Relative
                )
            );
            var text = await answer.Content.ReadAsStringAsync();
            text.ShouldContain(wanted);
            if (form == "page")
                text.ShouldNotContain("<b>");
        }
    }

    [Fact]
    public async Task The_figure_of_a_picture_is_nought_of_twins_the_same_from_both_sides_and_what_is_drawn_alike_is_marked()
    {
        var sides = (await Compare($"{RedLamp}&look=now&{OpenNight}"))["sides"]!
            .AsArray()
            .Select(side => Text(side!["look"]))
            .ToList();
        (await Picture(sides[0], sides[0])).Share.ShouldBe(0);
        var (there, drawing) = await Picture(sides[0], sides[1]);
        there.ShouldBe((await Picture(sides[1], sides[0])).Share, 1e-9);
        there.ShouldBeInRange(0.01, 0.5);
        (await Picture(sides[0], sides[2])).Share.ShouldBeGreaterThan(0.9);
        // The words of the windows are as they were; the wallpaper is mirrored, and two icons are edited.
        drawing.ShouldMatch("<text[^>]* data-same=\"\"");
        drawing.ShouldMatch("scale\\(-1 1\\)\"><image((?!data-same)[^>])*>");

        async Task<(double Share, string Drawing)> Picture(string first, string other)
        {
            var view = await new Api(await app.Client()).Get(
                $"/api/desktops/1/comparison/picture?first={first}&other={other}"
            );
            return (
                view["share"]!.GetValue<double>(),
                Text(view["picture"]!["screens"]![0]!["svg"])
            );
        }
    }
}

/// <summary>Comparing where something was changed or is damaged.</summary>
public sealed class CompareChangedTests : OwnAppTests
{
    private const string Index = "home/.local/share/icons/Inkstone-Red/";

    [Fact]
    public async Task A_saving_of_the_same_look_is_its_twin()
    {
        var name = await Server.Post("/api/profiles", Api.SaveAs("Red again", "colours"));
        name.Status.ShouldBe(System.Net.HttpStatusCode.Created);
        var again = await Server.Post("/api/profiles", Api.SaveAs("Red twice", "colours"));
        var saving = again.Body["savingId"]!.GetValue<long>();
        var nearness = await Server.Get($"/api/desktops/1/nearness?to=saving-{saving}");
        (await Server.Get($"/api/desktops/1/nearness/twins?to=saving-{saving}"))
            .AsArray()
            .Select(twin => twin!["name"]!.GetValue<string>())
            .ShouldBe(["Red again"]);
        nearness["near"]![0]!["apart"]!.GetValue<double>().ShouldBe(0);
    }

    [Fact]
    public async Task What_a_look_leans_on_is_said_to_be_newer_or_older_by_its_version()
    {
        const string Slate = "pkg:generic/heron-ridge/fold-slate";
        var saving = await Server.SavingOf("Day Log");
        await Server.Switch(await Server.Plan("Saving", saving));
        var (_, plan) = await Server.Post(
            "/api/desktops/1/plans",
            new JsonObject
            {
                ["kind"] = "Supplies",
                ["id"] = 0,
                ["get"] = new JsonArray($"{Slate}@1.4.0"),
            }
        );
        await Server.Switch(plan);
        (await Change($"saving-{saving}", "now")).ShouldBe("newer");
        (await Change("now", $"saving-{saving}")).ShouldBe("older");

        async Task<string> Change(string first, string other) =>
            (
                await Server.Get(
                    $"/api/desktops/1/comparison/behind?look={first}&look={other}&find=fold"
                )
            )
                .AsArray()
                .SelectMany(row => row!["rows"]!.AsArray())
                .Single(row => row!["key"]!.GetValue<string>() == $"behind/needs/{Slate}")![
                "cells"
            ]![1]!["change"]!.GetValue<string>();
    }

    [Fact]
    public async Task Looks_without_a_common_part_and_one_look_four_times_differ_in_nothing_that_is_compared()
    {
        // The visitor wall has no widgets.
        await Server.Post("/api/profiles", Api.SaveAs("Widgets alone", "widgets"));
        foreach (
            var (looks, notCovered) in new[]
            {
                ("look=Widgets%20alone&look=desktop-3", 15),
                (string.Join('&', Enumerable.Repeat("look=now", 4)), 0),
            }
        )
        {
            var comparison = await Server.Get($"/api/desktops/1/comparison?{looks}");
            comparison["rows"]!.AsArray().ShouldBeEmpty();
            var last = comparison["sides"]!.AsArray()[^1]!;
            last["differs"]!.GetValue<int>().ShouldBe(0);
            last["notCovered"]!.GetValue<int>().ShouldBe(notCovered);
            (last["apart"]!.GetValue<double>() == 0).ShouldBe(notCovered == 0);
            (await Server.Get($"/api/desktops/1/comparison/behind?{looks}&all=true"))
                .AsArray()
                .Count.ShouldBe(8);
        }
    }

    [Fact]
    public async Task Folders_are_named_as_people_read_them_and_the_head_says_what_is_not_covered()
    {
        var folder = App.At(Index + "für später, 100 %");
        Directory.CreateDirectory(folder);
        await File.WriteAllTextAsync(Path.Combine(folder, "one.txt"), "before\n");
        await Server.Post("/api/profiles", Api.SaveAs("Icons alone", "icons"));
        await File.WriteAllTextAsync(Path.Combine(folder, "one.txt"), "after\n");
        var comparison = await Server.Get("/api/desktops/1/comparison?look=Icons%20alone&look=now");
        var now = comparison["sides"]![1]!;
        now["differs"]!.GetValue<int>().ShouldBe(1);
        now["notCovered"]!.GetValue<int>().ShouldBe(19);
        // The set itself and the one that it inherits from.
        var there = new[] { Index, "usr/share/icons/Inkstone" }.Sum(set =>
            Directory.GetFiles(App.At(set), "*", SearchOption.AllDirectories).Length
        );
        FilesOf(comparison, 0).ShouldBe($"{there} files");
        FilesOf(comparison, 1).ShouldBe("1 file edited");
        var changed = (await Server.Get(ChangesOf(comparison)))[0]!;
        changed["name"]!.GetValue<string>().ShouldBe("Inkstone-Red/für später, 100 %");
        var asked = Uri.EscapeDataString(changed["folder"]!.GetValue<string>());
        (await Server.Get($"{ChangesOf(comparison)}/files?folder={asked}"))
            .AsArray()
            .Select(file => file!["name"]!.GetValue<string>())
            .ShouldBe(["one.txt"]);
    }

    /// <summary>What is said of the files of the icons in a column.</summary>
    private static string FilesOf(JsonNode comparison, int column) =>
        comparison["rows"]!
            .AsArray()
            .SelectMany(row => row!["rows"]!.AsArray())
            .Single(row => row!["key"]!.GetValue<string>() == "icons/files")!["cells"]![column]![
            "words"
        ]!.GetValue<string>();

    /// <summary>Where it is asked for what differs in the icons of the two looks.</summary>
    private static string ChangesOf(JsonNode comparison) =>
        $"/api/looks/{string.Join(
            "/changes/",
            comparison["sides"]!.AsArray().Select(side => side!["look"]!.GetValue<string>())
        )}/icons";

    [Fact]
    public async Task A_file_of_50_MB_in_one_line_and_one_that_calls_itself_text_are_said_to_be_no_text_to_compare()
    {
        await File.WriteAllBytesAsync(
            App.At(Index + "long.txt"),
            new byte[50_000_000]
                .Select(_ => (byte)'a')
                .ToArray()
        );
        await File.WriteAllBytesAsync(App.At(Index + "binary.txt"), [0, 1, 2, 255]);
        await Server.Post("/api/profiles", Api.SaveAs("With both", "icons"));
        await File.AppendAllTextAsync(App.At(Index + "long.txt"), "b");
        await File.AppendAllTextAsync(App.At(Index + "binary.txt"), "b");
        var comparison = await Server.Get("/api/desktops/1/comparison?look=With%20both&look=now");
        FilesOf(comparison, 1).ShouldBe("2 files edited");
        var changes = ChangesOf(comparison);
        var folder = (await Server.Get(changes))[0]!["folder"]!.GetValue<string>();
        foreach (var file in (await Server.Get($"{changes}/files?folder={folder}")).AsArray())
            (
                await Server.Get(
                    $"/api/content/{file!["beforeContent"]}/lines/{file["afterContent"]}"
                )
            )["lines"]
                .ShouldBeNull();
    }
}
