using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Furoshiki.Web.Tests;

/// <summary>What a look is made from is found out, and what it lacks comes from where it can be had.</summary>
public sealed class LookNeedsTests : OwnAppTests
{
    private const string Windows = "home/.config/engawa/windows.conf";
    private const string Fold = "usr/share/icons/Fold";
    private const string Names = "pkg:generic/heron-ridge/";

    private static string Text(JsonNode? node, string name) => node![name]!.GetValue<string>();

    /// <summary>Saves the icons with a set of the administrator's, which goes away then.</summary>
    private async Task<JsonNode> SavedWithFoldThatIsGone()
    {
        App.Edit(Windows, "set=Inkstone-Red", "set=Fold");
        (await Server.Post("/api/profiles", Api.SaveAs("Plain Folds", "icons"))).Status.ShouldBe(
            HttpStatusCode.Created
        );
        App.Edit(Windows, "set=Fold", "set=Inkstone-Red");
        Directory.Delete(App.At(Fold), recursive: true);
        return await Server.SavingOf("Plain Folds");
    }

    private async Task<JsonNode> Plan(JsonNode saving, JsonNode? remedy = null) =>
        (
            await Server.Post(
                "/api/desktops/1/plans",
                new JsonObject
                {
                    ["kind"] = "Saving",
                    ["id"] = saving.DeepClone(),
                    ["get"] = remedy?["get"]!.DeepClone(),
                    ["instead"] = remedy?["instead"]!.DeepClone(),
                    ["without"] = remedy?["without"]!.DeepClone(),
                }
            )
        ).Body;

    private async Task<JsonNode> RemedyFor(JsonNode saving, string begins) =>
        (await Plan(saving))["refused"]!.AsArray().ShouldHaveSingleItem()!["remedies"]!
            .AsArray()
            .First(one => Text(one, "words").StartsWith(begins, StringComparison.Ordinal))!;

    private async Task<JsonNode> Card(string profile) =>
        (await Server.Get("/api/profiles?desktop=1"))
            .AsArray()
            .Single(one => Text(one!["profile"], "name") == profile)!;

    private async Task<string> Words(string profile) =>
        Text((await Card(profile))["readiness"], "words");

    private async Task<JsonNode> NeedsOf(string profile, int desktop = 1) =>
        (await Server.Get($"/api/profiles/{(await Card(profile))["id"]}?desktop={desktop}"))[
            "needs"
        ]!;

    private static IEnumerable<string> Told(JsonNode needs, int depth = 0) =>
        needs
            .AsArray()
            .SelectMany(one =>
                Told(one!["needs"]!, depth + 1)
                    .Prepend(
                        $"{new string('>', depth)}{one["title"]} {one["version"]} {one["state"]} {one["note"]}".TrimEnd()
                    )
            );

    [Fact]
    public async Task A_profile_tells_what_each_part_is_made_from_and_what_that_leans_on()
    {
        var parts = (await NeedsOf("Red Lamp"))["parts"]!
            .AsArray()
            .ToDictionary(one => Text(one, "kind"), one => Told(one!["needs"]!).ToList());
        // The set was edited in place since, and the saving holds it as it was.
        parts["icons"]
            .ShouldBe([
                "Inkstone Red 2.1.0 Carried",
                ">Inkstone 2.0.3 Here",
                ">>Plain Dot 1.1.0 Here",
            ]);
        parts["widgets"].ShouldBe(["Sky Gauge Red 2.0.0 Here", ">Gauge Engine 2.4.0 Here"]);
        parts["lock"].ShouldBe(["Morning Paper 1.0.0 Here"]);
        parts["sounds"].ShouldContain("Shutter  Here your own");

        // What several of a saving lean on is carried for all of them.
        var widgets = (await NeedsOf("Meteor Watch", desktop: 2))["parts"]!
            .AsArray()
            .Single(one => Text(one!, "kind") == "widgets")!;
        Told(widgets["needs"]!)
            .Where(one => one.Contains("Gauge Engine", StringComparison.Ordinal))
            .ShouldBe(Enumerable.Repeat(">Gauge Engine 2.4.0 Carried", 3));
    }

    [Fact]
    public async Task What_was_edited_before_it_was_saved_comes_as_it_came_and_the_plan_says_so()
    {
        await File.AppendAllTextAsync(App.At($"{Fold}/scalable/places/folder.svg"), "<!-- -->");
        var saving = await SavedWithFoldThatIsGone();
        var needs = await NeedsOf("Plain Folds");
        Told(needs["parts"]![0]!["needs"]!)
            .ShouldBe(["Fold 1.3.0 ToGet as it came: 1 file had been edited when it was saved"]);
        needs["get"]!
            .AsArray()
            .ShouldHaveSingleItem()!
            .GetValue<string>()
            .ShouldBe($"{Names}fold@1.3.0");

        var remedy = await RemedyFor(saving, "Get Fold 1.3.0");
        Text(remedy, "reason").ShouldStartWith("as it came: 1 file had been edited");
        var result = await Server.Switch(await Plan(saving, remedy));
        result["switched"]!.GetValue<bool>().ShouldBeTrue();
        result["parts"]!
            .AsArray()
            .Select(one => Text(one, "outcome"))
            .ShouldAllBe(outcome => outcome != "NotTaken");
        (await File.ReadAllTextAsync(App.At(Windows))).ShouldContain("set=Fold");
        (
            await File.ReadAllTextAsync(
                App.At("home/.local/share/icons/Fold/scalable/places/folder.svg")
            )
        ).ShouldNotContain("<!-- -->");
    }

    [Fact]
    public async Task A_font_that_is_not_here_is_got_for_the_look_that_is_set_in_it()
    {
        const string family = "home/.local/share/fonts/Chart Narrow";
        App.Edit(Windows, "title=Ridge Sans", "title=Chart Narrow");
        await Server.Post("/api/profiles", Api.SaveAs("Narrow titles", "fonts"));
        App.Edit(Windows, "title=Chart Narrow", "title=Ridge Sans");
        var saving = await Server.SavingOf("Narrow titles");
        (await Words("Narrow titles")).ShouldBe("1 supply to get, 12 kB");
        Told((await NeedsOf("Narrow titles"))["parts"]![0]!["needs"]!)
            .ShouldBe([
                "Ridge Sans  Here the system’s own",
                "Heron Serif 1.2.0 Here",
                "Ridge Mono  Here the system’s own",
                "Chart Narrow 2.0.1 ToGet of the same name, and perhaps not as it was saved",
            ]);

        var result = await Server.Switch(
            await Plan(saving, await RemedyFor(saving, "Get Chart Narrow 2.0.1"))
        );
        result["switched"]!.GetValue<bool>().ShouldBeTrue(result.ToJsonString());
        (await File.ReadAllTextAsync(App.At(Windows))).ShouldContain("title=Chart Narrow");
        var font = $"{family}/ChartNarrow-Regular.otf";
        var sample = (await Server.Get("/api/desktops/1/supplies"))
            .AsArray()
            .Single(one => Text(one, "title") == "Chart Narrow")!["samples"]!
            .AsArray()
            .ShouldHaveSingleItem();
        using var served = await Server.Client.GetAsync(
            new Uri(
                $"/api/supplies/files/{Text(sample, "content")}/{Text(sample, "name")}",
                UriKind.Relative
            )
        );
        served.Content.Headers.ContentType!.MediaType.ShouldBe("font/otf");
        (await served.Content.ReadAsByteArrayAsync()).ShouldBe(
            await File.ReadAllBytesAsync(App.At(font))
        );
        await Server.Switch(await Server.Plan("SafeState", result["safeState"]!));
        Directory.Exists(App.At(family)).ShouldBeFalse();
    }

    [Fact]
    public async Task Another_variant_comes_with_all_that_it_needs_and_that_is_no_drift()
    {
        var saving = await SavedWithFoldThatIsGone();
        var words = (await Plan(saving))["refused"]![0]!["remedies"]!
            .AsArray()
            .Select(one => Text(one, "words"))
            .ToList();
        // What it was made from comes first, then what is here, then what would have to come.
        words[0].ShouldBe("Get Fold 1.3.0");
        words[1].ShouldStartWith("Fold ");
        var remedy = await RemedyFor(saving, "Get Fold Brass");
        Text(remedy, "reason").ShouldStartWith("another variant of its family");
        remedy["get"]!.AsArray().Count.ShouldBe(2, "it leans on Fold, which is gone");

        var before = App.Snapshot();
        var result = await Server.Switch(await Plan(saving, remedy));
        result["switched"]!.GetValue<bool>().ShouldBeTrue(result.ToJsonString());
        (await File.ReadAllTextAsync(App.At(Windows))).ShouldContain("set=Fold-Brass");
        foreach (var name in new[] { "Fold", "Fold-Brass" })
            File.Exists(App.At($"home/.local/share/icons/{name}/index.theme")).ShouldBeTrue(name);
        (await Server.Now())["drift"]!
            .AsArray()
            .ShouldNotContain(part => Text(part, "kind") == "icons");
        await Server.Switch(await Server.Plan("SafeState", result["safeState"]!));
        App.Snapshot().ShouldBe(before);
    }

    [Fact]
    public async Task What_cannot_come_beside_what_is_here_is_said_on_the_shelf_with_whom_it_fights()
    {
        // A widget of the administrator's leans on the third engine, where others lean on the second.
        const string widgets = "home/.config/engawa/widgets.xml";
        const string dial = "usr/share/widgets/Moon-Dial";
        var given = Path.Combine(App.Data, "catalogue", "given-out");
        var files = JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(given, "index.json")))![
            "supplies"
        ]!
            .AsArray()
            .Select(one => one!["supply"]!)
            .Single(says => Text(says, "id").Contains("/moon-dial@", StringComparison.Ordinal))[
            "files"
        ]!.AsArray();
        Directory.CreateDirectory(App.At(dial));
        foreach (var file in files)
            File.Copy(
                Path.Combine(given, "files", Text(file, "sha256")),
                App.At($"{dial}/{Path.GetFileName(Text(file, "path"))}")
            );
        App.Edit(widgets, "which=\"Sky-Gauge-Red\"", "which=\"Moon-Dial\"");
        (await Server.Post("/api/profiles", Api.SaveAs("Moonlit", "widgets"))).Status.ShouldBe(
            HttpStatusCode.Created
        );
        App.Edit(widgets, "which=\"Moon-Dial\"", "which=\"Sky-Gauge-Red\"");
        Directory.Delete(App.At(dial), recursive: true);

        (await Words("Moonlit")).ShouldBe("In conflict: Moon Dial 2.1.0 needs Gauge Engine 3.");
        var needs = await NeedsOf("Moonlit");
        needs["get"]!.AsArray().ShouldBeEmpty();
        needs["conflict"]!.AsArray().Count.ShouldBeGreaterThan(2);
    }

    [Fact]
    public async Task When_a_platform_changes_its_version_every_profile_is_judged_again_and_what_no_longer_holds_is_told()
    {
        (await Words("Open Night")).ShouldBe("Ready here");
        (await Words("Cloud Cover")).ShouldBe("Ready, made for Engawa 3");
        (await News())["earlier"].ShouldBeNull();
        (await Version(new string('5', 41))).ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await Version("5.0")).ShouldBe(HttpStatusCode.NoContent);

        (await Words("Open Night")).ShouldBe("Ready, made for Engawa 4");
        var news = await News();
        Text(news["earlier"], "version").ShouldBe("4.1");
        // What did not hold before is no news.
        var told = news["profiles"]!.AsArray().ShouldHaveSingleItem()!;
        Text(told, "name").ShouldBe("Open Night");
        told["words"]![0]!
            .GetValue<string>()
            .ShouldStartWith("Bench Dock 1.2.0 is made for Engawa 4");

        (await Version("4.2")).ShouldBe(HttpStatusCode.NoContent);
        (await Words("Open Night")).ShouldBe("Ready here");
        (await News())["profiles"]!.AsArray().ShouldBeEmpty();
        using var seen = await Server.Client.DeleteAsync(
            new Uri("/api/desktops/1/version/news", UriKind.Relative)
        );
        (await News())["earlier"].ShouldBeNull();

        async Task<HttpStatusCode> Version(string version)
        {
            using var answer = await Server.Client.PutAsJsonAsync(
                "/api/desktops/1/version",
                new JsonObject { ["version"] = version }
            );
            return answer.StatusCode;
        }

        async Task<JsonNode> News() => await Server.Get("/api/desktops/1/version/news");
    }

    [Fact]
    public async Task A_program_that_a_key_calls_is_looked_for_and_found_when_it_is_installed()
    {
        const string entry = "home/.local/share/applications/tally.desktop";
        (await Program("tally")).ShouldBe("Here");
        File.Move(App.At(entry), App.At("usr/tally"));
        (await Program("tally")).ShouldBe("NotHere");
        (await Program("domectl")).ShouldBe("Here");
        var note = (await NeedsOf("Meteor Watch"))["notes"]!
            .AsArray()
            .Single(one => Text(one!, "kind") == "ProgramMissing")!;
        Text(note, "words").ShouldBe("count-meteor calls tally, which is not on this desktop.");
        var plan = await Plan(await Server.SavingOf("Meteor Watch"), note["settle"]);
        plan.ToJsonString().ShouldNotContain("which is not on this desktop");
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
        var keys = await File.ReadAllTextAsync(App.At("home/.config/engawa/keys.conf"));
        keys.ShouldContain("domectl close");
        keys.ShouldNotContain("tally");

        File.Move(App.At("usr/tally"), App.At(entry));
        (await Program("tally")).ShouldBe("Here");

        async Task<string> Program(string name) =>
            Text(
                (await NeedsOf("Meteor Watch"))["parts"]!
                    .AsArray()
                    .Single(part => Text(part!, "kind") == "shortcuts")!["needs"]!
                    .AsArray()
                    .Single(need => Text(need!, "name") == name)!,
                "state"
            );
    }

    [Fact]
    public async Task The_programs_in_a_launchers_own_menu_file_are_needs_of_the_look()
    {
        const string menu = "home/.config/engawa/menu.xml";
        await Server.Post("/api/profiles", Api.SaveAs("Its menu", "launcher", "behaviour"));
        Told((await NeedsOf("Its menu"))["parts"]![0]!["needs"]!)
            .ShouldBe([
                "domectl  Here a program",
                "logbook  Here a program",
                "flats  Here a program",
            ]);
        File.Delete(App.At("usr/share/applications/flats.desktop"));
        var needs = await NeedsOf("Its menu");
        Told(needs["parts"]![0]!["needs"]!).Last().ShouldBe("flats  NotHere a program");
        var note = needs["notes"]!.AsArray().ShouldHaveSingleItem()!;
        Text(note, "words").ShouldBe("Launcher has flats, which is not on this desktop.");

        // Without the launcher, the menu stays as it is now.
        App.Edit(menu, "name=\"Flat fields\"", "name=\"Flats\"");
        var plan = await Plan(await Server.SavingOf("Its menu"), note["settle"]);
        plan["notes"]!.AsArray().ShouldBeEmpty();
        plan.ToJsonString().ShouldNotContain("menu.xml");

        // A menu that cannot be read tells no programs, and is kept all the same.
        App.Edit(menu, "</menu>", "<");
        await Server.Post("/api/profiles", Api.SaveAs("Torn menu", "launcher"));
        (await NeedsOf("Torn menu"))["parts"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task What_is_not_as_it_should_be_is_settled_by_what_the_profile_offers_for_it()
    {
        foreach (
            var (profile, inFile) in new[]
            {
                ("Meteor Watch", "[Toolkit Shoji]\ntheme=Aperture"),
                ("Cloud Cover", "set=Fold-Slate"),
            }
        )
        {
            var note = (await NeedsOf(profile))["notes"]!.AsArray().ShouldHaveSingleItem()!;
            var saving = await Server.SavingOf(profile);
            Notes(await Server.Plan("Saving", saving))
                .Select(one => Text(one, "words"))
                .ShouldContain(Text(note, "words"));
            // The plan tells it too, and what comes of the parts that stay, until it is settled there.
            foreach (
                var told in Notes(await Server.Plan("Saving", saving))
                    .Where(one => one["settle"] is not null)
            )
                Notes(await Plan(saving, told["settle"]))
                    .Select(one => Text(one, "words"))
                    .ShouldNotContain(Text(told, "words"));
            var settled = await Plan(saving, note["settle"]);
            var result = await Server.Switch(settled);
            result["switched"]!.GetValue<bool>().ShouldBeTrue();
            (await File.ReadAllTextAsync(App.At(Windows))).ShouldContain(inFile);
        }

        static IEnumerable<JsonNode> Notes(JsonNode plan) =>
            plan["notes"]!.AsArray().Select(one => one!);
    }
}
