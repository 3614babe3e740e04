using System.Net;
using System.Text.Json.Nodes;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Store;

namespace Furoshiki.Web.Tests;

/// <summary>What a person meets after a crash, and with a damaged copy in the data folder.</summary>
public sealed class AfterACrashTests() : OwnAppTests(isKilled: true)
{
    [Fact]
    public async Task A_desktop_that_cannot_be_settled_keeps_no_other_from_working_and_is_settled_when_it_is_back()
    {
        var before = App.Snapshot();
        await BreakOff("# half way"u8.ToArray());
        Directory.Move(App.Desktop, App.Desktop + "-away");
        await Restart();
        (await Server.Now(2))["on"]!["name"]!.GetValue<string>().ShouldBe("Winter Roof");
        (await Server.Get("/api/desktops"))[0]!["gone"]!.GetValue<string>().ShouldNotBeEmpty();

        Directory.Move(App.Desktop + "-away", App.Desktop);
        var plan = await Server.Plan("Saving", await Server.SavingOf("Open Night"));
        plan["files"]!.AsArray().Count.ShouldBeGreaterThan(0);
        App.Snapshot().ShouldBe(before);
    }

    [Fact]
    public async Task A_desktop_whose_disk_is_away_is_said_to_be_and_nothing_is_concluded_from_its_empty_folder()
    {
        var before = await Server.Now();
        var away = App.Desktop + "-away";
        Directory.Move(App.Desktop, away);
        Directory.CreateDirectory(App.Desktop);
        (await Server.Get("/api/desktops"))[0]!["gone"]!
            .GetValue<string>()
            .ShouldContain("its disk may be away");
        var (status, problem) = await Server.Post(
            "/api/profiles",
            Api.SaveAs("Nothing at all", "panels", "icons")
        );
        status.ShouldBe(HttpStatusCode.Conflict);
        problem["code"]!.GetValue<string>().ShouldBe("desktop-gone");
        (
            await Server.Post(
                "/api/desktops/1/safe-states",
                new JsonObject { ["name"] = "Nothing" }
            )
        ).Status.ShouldBe(HttpStatusCode.Conflict);
        Directory.EnumerateFileSystemEntries(App.Desktop).ShouldBeEmpty();

        // One that was emptied for good takes its looks again once anything is in it.
        Directory.CreateDirectory(App.At("home"));
        (await Server.Get("/api/desktops"))[0]!["gone"]!
            .GetValue<string>()
            .ShouldContain($"There is nothing in {App.At("home")} any more");
        await File.WriteAllTextAsync(App.At("home/here"), "");
        (await Server.Now())["unread"]!.AsArray().ShouldNotBeEmpty();

        Directory.Delete(App.Desktop, recursive: true);
        Directory.Move(away, App.Desktop);
        JsonNode.DeepEquals(await Server.Now(), before).ShouldBeTrue();
    }

    [Fact]
    public async Task What_another_program_wrote_after_a_crash_is_set_aside_listed_and_brought_back()
    {
        var path = App.At(Surface);
        var before = await File.ReadAllBytesAsync(path);
        await BreakOff("# half way"u8.ToArray());
        byte[] other = [.. before, .. "# another program\n"u8];
        await File.WriteAllBytesAsync(path, other);
        // The switch had got as far as its second file.
        await File.WriteAllTextAsync(App.At("home/second"), "x");
        File.SetUnixFileMode(App.At("home/second"), File.GetUnixFileMode(path));
        await Restart();

        var now = await Server.Now();
        File.Exists(App.At("home/second")).ShouldBeFalse();
        (await File.ReadAllBytesAsync(path)).ShouldBe(before);
        now["recovered"]!.GetValue<string>().ShouldContain("taken back");
        var aside = now["asides"]!.AsArray().ShouldHaveSingleItem()!;
        aside["path"]!.GetValue<string>().ShouldBe(Surface);
        var plan = await Server.Plan("Aside", aside["id"]!);
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
        (await File.ReadAllBytesAsync(path)).ShouldBe(other);
    }

    [Fact]
    public async Task The_result_of_a_switch_and_what_is_on_are_known_after_a_kill()
    {
        var saving = await Server.SavingOf("Open Night");
        var plan = await Server.Plan("Saving", saving);
        var (_, started) = await Server.Post("/api/desktops/1/switches", Api.RequestFor(plan));
        await Server.Client.GetStringAsync(
            new Uri($"/api/switches/{started["id"]}/progress", UriKind.Relative)
        );
        await Restart();
        var result = (await Server.Get($"/api/switches/{started["id"]}"))["result"]!;
        result["switched"]!.GetValue<bool>().ShouldBeTrue();
        result["safeState"].ShouldNotBeNull();
        (await Server.Now())["on"]!["savingId"]!.ToString().ShouldBe(saving.ToString());
        (await Server.Now())["drift"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task One_damaged_copy_of_a_look_is_said_and_all_the_rest_works()
    {
        App.Kill();
        await Damage(LookOf("Day Log"));
        await Restart();
        var cards = (await Server.Get("/api/profiles?desktop=1")).AsArray();
        cards.Count.ShouldBe(8);
        var damaged = cards.Single(one =>
            one!["profile"]!["name"]!.GetValue<string>() == "Day Log"
        )!;
        foreach (
            var path in new[]
            {
                $"/api/looks/{damaged["look"]}/picture?desktop=1",
                $"/api/desktops/1/comparison?look=now&look=saving-{damaged["savingId"]}",
            }
        )
        {
            using var answer = await Server.Client.GetAsync(new Uri(path, UriKind.Relative));
            answer.StatusCode.ShouldBeOneOf(HttpStatusCode.Conflict, HttpStatusCode.OK);
        }
        // The profile opens with its other savings, and says of the one that it cannot be read.
        var savings = (await Server.Get($"/api/profiles/{damaged["id"]}?desktop=1"))[
            "savings"
        ]!.AsArray();
        savings[0]!["problem"]!.GetValue<string>().ShouldContain("damaged");
        savings.Skip(1).ShouldAllBe(saving => saving!["problem"] == null);
        var plan = await Server.Plan("Saving", await Server.SavingOf("Open Night"));
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
    }

    [Fact]
    public async Task A_folder_of_which_the_copy_is_damaged_takes_out_its_part_and_no_other()
    {
        App.Kill();
        var store = new SqliteContentStore(Databases(), TimeProvider.System);
        var icons = Look.Parse(store.Read(LookOf("Red Lamp")), null).Find("icons")!;
        await Damage([.. icons.Assets.Select(asset => asset.Content!.Value)]);
        await Restart();
        var plan = await Server.Plan("Saving", await Server.SavingOf("Red Lamp"));
        var refused = plan["refused"]!.AsArray().Single()!;
        refused["kind"]!.GetValue<string>().ShouldBe("icons");
        refused["reason"]!
            .GetValue<string>()
            .ShouldBe(
                "The copy of Inkstone-Red in the data folder is damaged, so it is left as it is."
            );
        var readiness = (
            await Server.Get(
                "/api/desktops/1/comparison/behind?look=now&look=Red%20Lamp&find=readiness"
            )
        )[0]!["cells"]![1]!;
        readiness["words"]!.GetValue<string>().ShouldBe("without Icons");
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
    }

    [Fact]
    public async Task A_desktop_of_which_the_map_is_damaged_is_said_to_be_and_the_others_work()
    {
        App.Kill();
        await Damage(Databases().CreateDbContext().Desktops.Single(one => one.Id == 1).Map);
        await Restart();
        var gone = (await Server.Get("/api/desktops"))
            .AsArray()
            .Select(one => one!["gone"]?.GetValue<string>())
            .ToList();
        gone.ShouldBe(["The copy of a desktop's map in the data folder is damaged.", null, null]);
        // What was saved there cannot be told from what else has that map; what was saved elsewhere can be put on.
        (await Server.Get("/api/profiles?desktop=2"))
            .AsArray()
            .Where(one => one!["readiness"]!["state"]!.GetValue<string>() != "Cannot")
            .Select(one => one!["profile"]!["name"]!.GetValue<string>())
            .ShouldBe(["Winter Roof", "Guest Desk"]);
    }

    private Digest LookOf(string profile) =>
        Databases()
            .CreateDbContext()
            .Savings.Where(one => one.Profile!.Name == profile)
            .OrderByDescending(one => one.Number)
            .Select(one => one.Look)
            .First();

    [Fact]
    public async Task Everything_is_still_there_after_the_process_was_killed_and_started_again()
    {
        var before = await Server.Now();
        await Restart();
        JsonNode.DeepEquals(await Server.Now(), before).ShouldBeTrue();
    }

    [Fact]
    public async Task A_switch_that_a_crash_broke_off_is_ended_at_the_next_start_and_told()
    {
        var before = App.Snapshot();
        await BreakOff("# half way"u8.ToArray());
        await Restart();
        App.Snapshot().ShouldBe(before);
        (await Server.Now())["recovered"]!
            .GetValue<string>()
            .ShouldBe("A switch was broken off. Every file is as it was before it.");
    }
}
