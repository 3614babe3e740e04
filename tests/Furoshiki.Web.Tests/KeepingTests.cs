using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Furoshiki.App.Keeping;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Web.Tests;

/// <summary>Deletes what was saved, undeletes it, and lets it go. Each test has the application to itself.</summary>
public sealed class KeepingTests : OwnAppTests
{
    [Fact]
    public async Task A_profile_that_is_deleted_is_gone_everywhere_and_undeleted_it_is_as_it_was()
    {
        var shelf = (await Server.Get("/api/profiles?desktop=1")).ToJsonString();
        var now = (await Server.Now()).ToJsonString();
        var page = await Server.Get($"/api/profiles/{await IdOf("Red Lamp")}?desktop=1");
        var deleted = await Deleted($"/api/profiles/{await IdOf("Red Lamp")}");
        deleted["what"]!.GetValue<string>().ShouldBe("Profile");
        (await Names()).ShouldNotContain("Red Lamp");
        (await Server.Now())["on"].ShouldBeNull("it was on");
        foreach (var saving in page["savings"]!.AsArray())
            (
                await Status(HttpMethod.Get, $"/api/desktops/1/looks/saving-{saving!["id"]}")
            ).ShouldBe(HttpStatusCode.NotFound);

        (await Undelete(deleted)).ShouldBe("Red Lamp");
        (await Server.Get("/api/profiles?desktop=1")).ToJsonString().ShouldBe(shelf);
        (await Server.Now()).ToJsonString().ShouldBe(now);
        (await Server.Get("/api/deletions")).AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task A_name_that_was_given_away_meanwhile_gets_a_number_when_its_first_owner_is_undeleted()
    {
        var deleted = await Deleted($"/api/profiles/{await IdOf("Guest Desk")}");
        await Server.Post("/api/profiles", Api.SaveAs("guest desk", "icons"));
        (await Undelete(deleted)).ShouldBe("Guest Desk (2)");
        (await Names()).ShouldContain("guest desk");
        (await Names()).ShouldContain("Guest Desk (2)");
    }

    [Fact]
    public async Task A_saving_that_is_deleted_leaves_the_numbers_of_the_others_and_gives_its_own_to_none()
    {
        var id = await IdOf("Red Lamp");
        await Deleted($"/api/savings/{await Server.SavingOf("Red Lamp")}");
        (await Ordinals(id)).ShouldBe(["3rd", "2nd", "1st"]);
        var save = Api.SaveAs("", "icons", "colours");
        save["form"] = null;
        save["profile"] = id;
        var (status, saved) = await Server.Post("/api/profiles", save);
        status.ShouldBe(HttpStatusCode.Created);
        saved["number"]!.GetValue<int>().ShouldBe(5);
        await Undelete((await Server.Get("/api/deletions"))[0]!);
        (await Ordinals(id)).ShouldBe(["5th", "4th", "3rd", "2nd", "1st"]);

        var only = await Server.SavingOf("Guest Desk");
        using var refused = await Server.Client.DeleteAsync(
            new Uri($"/api/savings/{only}", UriKind.Relative)
        );
        refused.StatusCode.ShouldBe(HttpStatusCode.Conflict);
        (await refused.Content.ReadFromJsonAsync<JsonObject>())!["detail"]!
            .GetValue<string>()
            .ShouldBe("Guest Desk has no other saving. Delete the profile instead.");
    }

    [Fact]
    public async Task What_was_deleted_by_itself_is_not_undeleted_before_what_it_belongs_to_and_goes_for_good_with_it()
    {
        var state = (await Server.Get("/api/desktops/1/safe-states"))[0]!["id"]!;
        var back = await Deleted($"/api/desktops/1/safe-states/{state}");
        var saving = await Deleted($"/api/savings/{await Server.SavingOf("Day Log")}");
        var profile = await Deleted($"/api/profiles/{await IdOf("Day Log")}");
        var desktop = await Deleted("/api/desktops/1");
        foreach (var one in new[] { saving, back })
            (
                await Server.Post($"/api/deletions/{one["id"]}/undelete", new JsonObject())
            ).Status.ShouldBe(HttpStatusCode.Conflict);
        foreach (var one in new[] { profile, desktop })
            (await Status(HttpMethod.Delete, $"/api/deletions/{one["id"]}")).ShouldBe(
                HttpStatusCode.NoContent
            );
        (await Server.Get("/api/deletions")).AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task What_is_deleted_for_good_gives_its_bytes_back_and_what_others_need_stays()
    {
        var cost = (await Server.Get($"/api/profiles/{await IdOf("Open Night")}/kept"))[
            "together"
        ]!;
        var alone = cost["alone"]!.GetValue<long>();
        alone.ShouldBeGreaterThan(0);
        cost["shared"]!.GetValue<long>().ShouldBeGreaterThan(0);
        var before = Kept();
        var deleted = await Deleted($"/api/profiles/{await IdOf("Open Night")}");
        deleted["cost"]!["alone"]!.GetValue<long>().ShouldBe(alone);
        Kept().ShouldBe(before, "it can be undeleted");
        await Status(HttpMethod.Delete, $"/api/deletions/{deleted["id"]}");
        await Until(() => Kept() == before - alone);
        foreach (var name in await Names())
            (await Server.Switch(await Server.Plan("Saving", await Server.SavingOf(name))))[
                "switched"
            ]!
                .GetValue<bool>()
                .ShouldBeTrue();
    }

    [Fact]
    public async Task What_was_deleted_a_month_ago_goes_for_good_once_it_was_seen_on_several_days_and_not_by_a_wrong_clock()
    {
        await Deleted($"/api/profiles/{await IdOf("Open Night")}");
        var recent = await Deleted($"/api/profiles/{await IdOf("Day Log")}");
        await App.Stop();
        await using (var db = Databases().CreateDbContext())
            await db
                .Deletions.Where(one => one.Name == "Open Night")
                .ExecuteUpdateAsync(set =>
                    set.SetProperty(one => one.At, DateTime.UtcNow.AddDays(-31))
                );
        // A month has passed by the clock alone.
        await Restart();
        var seen = new Preferences(Databases());
        Dictionary<long, List<DateOnly>>? days = null;
        await Until(() =>
            (days = seen.Find<Dictionary<long, List<DateOnly>>>("deletions-seen")) is { Count: 2 }
        );
        Databases().CreateDbContext().Deletions.Count().ShouldBe(2);
        await App.Stop();
        foreach (var one in days!.Values)
            for (var day = 1; one.Count < Deletions.FewestDays; day++)
                one.Add(DateOnly.FromDateTime(DateTime.UtcNow).AddDays(-day));
        seen.Keep("deletions-seen", days!);
        await Restart();
        await Until(() => Databases().CreateDbContext().Deletions.Count() == 1);
        (await Undelete(recent)).ShouldBe("Day Log");
        (await Names()).ShouldNotContain("Open Night");
    }

    [Fact]
    public async Task A_desktop_is_renamed_deleted_with_its_safe_states_and_undeleted_and_its_files_are_not_touched()
    {
        var states = (await Server.Get("/api/desktops/1/safe-states")).ToJsonString();
        var before = App.Snapshot();
        using var renamed = await Server.Client.PutAsJsonAsync(
            "/api/desktops/1/name",
            new JsonObject { ["name"] = "  Old dome " }
        );
        (await renamed.Content.ReadFromJsonAsync<JsonObject>())!["name"]!
            .GetValue<string>()
            .ShouldBe("Old dome");
        using var taken = await Server.Client.PutAsJsonAsync(
            "/api/desktops/1/name",
            new JsonObject { ["name"] = "field LAPTOP" }
        );
        taken.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);

        var deleted = await Deleted("/api/desktops/1");
        (await Status(HttpMethod.Get, "/api/desktops/1/now")).ShouldBe(HttpStatusCode.NotFound);
        (await Undelete(deleted)).ShouldBe("Old dome");
        (await Server.Get("/api/desktops/1/safe-states")).ToJsonString().ShouldBe(states);
        App.Snapshot().ShouldBe(before);
    }

    [Fact]
    public async Task A_safe_state_that_is_deleted_is_no_way_back_until_it_is_undeleted()
    {
        var states = (await Server.Get("/api/desktops/1/safe-states")).AsArray();
        var newest = states[0]!["id"]!.GetValue<long>();
        var deleted = await Deleted($"/api/desktops/1/safe-states/{newest}");
        (await Server.Now())["wayBack"]!["id"]!
            .GetValue<long>()
            .ShouldBe(states[1]!["id"]!.GetValue<long>());
        await Undelete(deleted);
        (await Server.Now())["wayBack"]!["id"]!.GetValue<long>().ShouldBe(newest);
        var costs = await Server.Get("/api/desktops/1/safe-states/kept");
        costs["each"]!.AsArray().Count.ShouldBe(states.Count);
    }

    [Fact]
    public async Task Copies_are_read_again_beside_everything_else_and_a_damaged_one_is_mended_or_told_by_part_and_file()
    {
        await Until(() => Databases().CreateDbContext().Contents.All(one => one.CheckedAt != null));
        var id = await IdOf("Open Night");
        (await Server.Get($"/api/profiles/{id}/kept"))["each"]!
            .AsArray()
            .ShouldAllBe(one => one!["seenWhole"] != null);

        // One copy of which the file stands on the desktop, and one that is nowhere else.
        var standing = Furoshiki.Core.Content.Digest.Of(
            await File.ReadAllBytesAsync(App.At(Surface))
        );
        var state = (await Server.Get("/api/desktops/1/safe-states")).AsArray()[^1]!;
        await App.Stop();
        await using (var db = Databases().CreateDbContext())
        {
            var row = db.SafeStates.Single(one => one.Id == state["id"]!.GetValue<long>());
            var then = new SqliteContentStore(Databases(), TimeProvider.System)
                .FindTree(row.Tree)!
                .Find(Surface)!
                .Content!.Value;
            then.ShouldNotBe(standing);
            await Damage(standing, then);
            await db.Contents.ExecuteUpdateAsync(set =>
                set.SetProperty(one => one.CheckedAt, (long?)null)
            );
        }
        await Restart();
        await Until(() => Databases().CreateDbContext().Contents.All(one => one.CheckedAt != null));
        await Until(() => Databases().CreateDbContext().Contents.Count(one => one.IsDamaged) == 1);
        var kept = (await Server.Get("/api/desktops/1/safe-states/kept"))["each"]!.AsArray();
        kept[^1]!["damaged"]!
            .AsArray()
            .Select(path => path!.GetValue<string>())
            .ShouldBe([Surface]);
        kept[0]!["damaged"]!.AsArray().ShouldBeEmpty();
    }

    private async Task<JsonNode> Deleted(string path)
    {
        using var answer = await Server.Client.DeleteAsync(new Uri(path, UriKind.Relative));
        answer.StatusCode.ShouldBe(HttpStatusCode.OK);
        return (await answer.Content.ReadFromJsonAsync<JsonObject>())!;
    }

    private async Task<string> Undelete(JsonNode deleted)
    {
        var (status, body) = await Server.Post(
            $"/api/deletions/{deleted["id"]}/undelete",
            new JsonObject()
        );
        status.ShouldBe(HttpStatusCode.OK);
        return body["name"]!.GetValue<string>();
    }

    private async Task<HttpStatusCode> Status(HttpMethod method, string path)
    {
        using var request = new HttpRequestMessage(method, new Uri(path, UriKind.Relative));
        using var answer = await Server.Client.SendAsync(request);
        return answer.StatusCode;
    }

    private async Task<List<string>> Names() =>
        [
            .. (await Server.Get("/api/profiles?desktop=1"))
                .AsArray()
                .Select(one => one!["profile"]!["name"]!.GetValue<string>()),
        ];

    private async Task<long> IdOf(string profile) =>
        (await Server.Get("/api/profiles?desktop=1"))
            .AsArray()
            .Single(one => one!["profile"]!["name"]!.GetValue<string>() == profile)![
            "id"
        ]!.GetValue<long>();

    private async Task<IEnumerable<string>> Ordinals(long profile) =>
        (await Server.Get($"/api/profiles/{profile}?desktop=1"))["savings"]!
            .AsArray()
            .Select(one => one!["ordinal"]!.GetValue<string>());

    private long Kept()
    {
        using var db = Databases().CreateDbContext();
        return db.Contents.Sum(one => one.Size);
    }

    private static async Task Until(Func<bool> done)
    {
        for (var waited = 0; !done() && waited < 600; waited++)
            await Task.Delay(50);
        done().ShouldBeTrue();
    }
}
