using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Web.Tests;

/// <summary>Switches that go back by themselves unless they are kept.</summary>
/// <param name="isKilled">Whether the application is killed meanwhile.</param>
public abstract class CountdownLine(bool isKilled = false) : OwnAppTests(isKilled)
{
    /// <summary>Puts Open Night on, and gives the switch's number.</summary>
    private protected async Task<long> Switch(int keepWithin)
    {
        var plan = await Server.Plan("Saving", await Server.SavingOf("Open Night"));
        var request = Api.RequestFor(plan);
        request["keepWithin"] = keepWithin;
        var (status, started) = await Server.Post("/api/desktops/1/switches", request);
        status.ShouldBe(HttpStatusCode.Accepted);
        var id = started["id"]!.GetValue<long>();
        await Api.Until(async () => (await Result(id))?["switched"]?.GetValue<bool>() == true);
        return id;
    }

    private protected async Task<JsonNode?> Result(long id) =>
        (await Server.Get($"/api/switches/{id}"))["result"];

    private protected async Task<JsonNode?> Unkept() =>
        (await Server.Get("/api/desktops/1/unkept"))["switch"];
}

/// <summary>Such switches while the server runs.</summary>
public sealed class CountdownTests : CountdownLine
{
    [Fact]
    public async Task What_is_not_kept_goes_back_byte_for_byte_with_nobody_looking_and_says_so()
    {
        var before = App.Snapshot();
        var on = (await Server.Now())["on"]!.ToJsonString();
        var id = await Switch(10);
        App.Snapshot().ShouldNotBe(before);
        var unkept = (await Unkept())!;
        unkept["name"]!.GetValue<string>().ShouldBe("Open Night");
        unkept["secondsLeft"]!.GetValue<double>().ShouldBeInRange(0, 10);

        await Api.Until(async () => await Unkept() is null);
        await Api.Until(async () => (await Result(id))?["switched"]?.GetValue<bool>() == false);
        await Api.Until(async () => (await Server.Now())["recovered"] is not null);
        App.Snapshot().ShouldBe(before);
        var now = await Server.Now();
        now["on"]!.ToJsonString().ShouldBe(on);
        now["recovered"]!
            .GetValue<string>()
            .ShouldBe(
                "Open Night was not kept within 10 s, so it went back by itself. Every file is as it was before it."
            );
    }

    [Fact]
    public async Task A_home_that_is_away_when_the_time_is_over_is_waited_for_and_goes_back_where_it_is_found()
    {
        var before = App.Snapshot();
        await Switch(5);
        var elsewhere = Path.Combine(App.Home, "elsewhere");
        Directory.Move(App.Desktop, elsewhere);
        Directory.CreateDirectory(App.Desktop);
        // The time runs out over an empty folder, of which nothing is concluded.
        await Api.Until(async () =>
            (await Server.Get("/api/desktops"))[0]!
                ["gone"]
                ?.GetValue<string>()
                .Contains(
                    "is another folder than the one that the switch began in",
                    StringComparison.Ordinal
                ) == true
        );
        Directory.GetFileSystemEntries(App.Desktop).ShouldBeEmpty();

        using var moved = await Server.Client.PutAsJsonAsync(
            "/api/desktops/1/folder",
            new JsonObject { ["folder"] = elsewhere }
        );
        moved.IsSuccessStatusCode.ShouldBeTrue(await moved.Content.ReadAsStringAsync());
        await Api.Until(() =>
            Task.FromResult(RunningApp.Snapshot(elsewhere).SequenceEqual(before))
        );
        (await Server.Get("/api/desktops"))[0]!["gone"].ShouldBeNull();
    }

    [Fact]
    public async Task Of_several_answers_the_first_counts_and_each_of_the_others_is_told_so()
    {
        var id = await Switch(600);
        var after = App.Snapshot();
        (await Server.Post($"/api/switches/{id}/keep", new JsonObject())).Status.ShouldBe(
            HttpStatusCode.NoContent
        );
        foreach (var answer in new[] { "keep", "back" })
        {
            var (status, problem) = await Server.Post(
                $"/api/switches/{id}/{answer}",
                new JsonObject()
            );
            status.ShouldBe(HttpStatusCode.Conflict);
            problem["code"]!.GetValue<string>().ShouldBe("switch-answered");
            problem["unharmed"]!.GetValue<string>().ShouldNotBeEmpty();
        }
        App.Snapshot().ShouldBe(after);
        (await Unkept()).ShouldBeNull();
    }

    [Fact]
    public async Task It_is_taken_back_at_once_when_that_is_wanted_and_what_another_program_wrote_is_set_aside()
    {
        var before = App.Snapshot();
        var id = await Switch(600);
        await File.AppendAllTextAsync(App.At(Surface), "# another program\n");
        var (status, result) = await Server.Post($"/api/switches/{id}/back", new JsonObject());
        status.ShouldBe(HttpStatusCode.OK);
        result["problem"]!.GetValue<string>().ShouldBe("Open Night was not kept.");
        result["unharmed"]!.GetValue<string>().ShouldContain($"{Surface} meanwhile was set aside");
        App.Snapshot().ShouldBe(before);
        var now = await Server.Now();
        now["asides"]!.AsArray().ShouldHaveSingleItem()!["path"]!
            .GetValue<string>()
            .ShouldBe(Surface);
        now["on"]!["name"]!.GetValue<string>().ShouldBe("Red Lamp");
    }

    [Fact]
    public async Task A_time_that_is_too_short_or_too_long_is_refused_at_its_field()
    {
        var before = App.Snapshot();
        var plan = await Server.Plan("Saving", await Server.SavingOf("Open Night"));
        var request = Api.RequestFor(plan);
        foreach (var seconds in new[] { 4, 601, -1 })
        {
            request["keepWithin"] = seconds;
            var (status, problem) = await Server.Post("/api/desktops/1/switches", request);
            status.ShouldBe(HttpStatusCode.UnprocessableEntity);
            problem["field"]!.GetValue<string>().ShouldBe("keepWithin");
        }
        App.Snapshot().ShouldBe(before);
    }
}

/// <summary>Such switches where the server is killed meanwhile.</summary>
public sealed class KilledCountdownTests() : CountdownLine(isKilled: true)
{
    [Fact]
    public async Task It_goes_back_also_if_the_server_was_killed_meanwhile_and_never_waits_longer_than_it_was_given()
    {
        var before = App.Snapshot();
        await Switch(600);
        await Restart();
        (await Unkept())!["secondsLeft"]!.GetValue<double>().ShouldBeInRange(1, 600);

        // The clock was set back for a year meanwhile.
        App.Kill();
        EndedAt(DateTime.UtcNow.AddYears(1));
        await Restart();
        (await Unkept())!["secondsLeft"]!.GetValue<double>().ShouldBeInRange(1, 600);

        // Its time ran out while no server was there.
        App.Kill();
        EndedAt(DateTime.UtcNow.AddMinutes(-11));
        await Restart();
        await Api.Until(async () => await Unkept() is null);
        App.Snapshot().ShouldBe(before);

        void EndedAt(DateTime when)
        {
            using var db = Databases().CreateDbContext();
            var row = db.Switches.OrderBy(one => one.Id).Last();
            row.EndedAt = when;
            db.SaveChanges();
        }
    }
}
