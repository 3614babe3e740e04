using System.Net;
using System.Text.Json.Nodes;
using Furoshiki.Desktops;

namespace Furoshiki.Web.Tests;

/// <summary>Safe states that a person asks for.</summary>
public sealed class SafeStatesByHandTests : OwnAppTests
{
    private const string All = "/api/desktops/1/safe-states";

    private Task<(HttpStatusCode Status, JsonNode Body)> Make(string name) =>
        Server.Post(All, new JsonObject { ["name"] = name });

    [Fact]
    public async Task A_safe_state_made_by_hand_has_its_name_and_brings_every_byte_back()
    {
        var before = App.Snapshot();
        var (status, state) = await Make("  Before the fair ");
        status.ShouldBe(HttpStatusCode.Created);
        state["title"]!.GetValue<string>().ShouldBe("Before the fair");
        state["reason"]!.GetValue<string>().ShouldBe("made by hand");
        App.Snapshot().ShouldBe(before, "making one touches nothing");
        (await Server.Now())["wayBack"]!["title"]!.GetValue<string>().ShouldBe("Before the fair");

        App.Edit(Surface, "tone=dark", "tone=light");
        await Server.Switch(await Server.Plan("Saving", await Server.SavingOf("Cloud Cover")));
        (await Server.Switch(await Server.Plan("SafeState", state["id"]!)))["switched"]!
            .GetValue<bool>()
            .ShouldBeTrue();
        App.Snapshot().ShouldBe(before);
    }

    [Fact]
    public async Task A_name_that_is_none_is_refused_at_its_field_and_nothing_is_made()
    {
        var before = (await Server.Get(All)).AsArray().Count;
        foreach (var name in new[] { "", "   ", "two\nlines", new string('a', 61) })
        {
            var (status, problem) = await Make(name);
            status.ShouldBe(HttpStatusCode.UnprocessableEntity);
            problem["field"]!.GetValue<string>().ShouldBe("name");
        }
        (await Server.Get(All)).AsArray().Count.ShouldBe(before);
    }

    [Fact]
    public async Task While_a_switch_is_on_its_way_none_is_made()
    {
        using (PathLock.TryTake(App.Desktop))
        {
            var (status, problem) = await Make("Too soon");
            status.ShouldBe(HttpStatusCode.Conflict);
            problem["unharmed"]!.GetValue<string>().ShouldBe("No safe state was made.");
        }
        (await Make("In time")).Status.ShouldBe(HttpStatusCode.Created);
    }
}
