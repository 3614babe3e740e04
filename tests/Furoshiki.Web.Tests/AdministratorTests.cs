using System.Net;
using System.Text.Json.Nodes;

namespace Furoshiki.Web.Tests;

/// <summary>What takes the administrator's rights.</summary>
public sealed class AdministratorTests : OwnAppTests
{
    private const string SignIn = "etc/engawa/sign-in.conf";

    private Task<(HttpStatusCode Status, JsonNode Body)> Ask(JsonNode plan, string password) =>
        Server.Post(
            "/api/desktops/1/administrator",
            new JsonObject
            {
                ["fingerprint"] = plan["fingerprint"]!.DeepClone(),
                ["password"] = password,
            }
        );

    [Fact]
    public async Task It_is_never_tried_but_told_with_a_script_and_seen_when_the_administrator_ran_it()
    {
        App.Edit(SignIn, "theme=Plain", "theme=Heron");
        var before = App.Snapshot();
        var plan = await Server.Plan("Saving", await Server.SavingOf("Cloud Cover"));
        plan["rights"]!["parts"]!
            .AsArray()
            .Select(part => part!["kind"]!.GetValue<string>())
            .ShouldContain("sign-in");
        var result = await Server.Switch(plan);
        result["parts"]!.AsArray().Single(part => part!["kind"]!.GetValue<string>() == "sign-in")![
            "outcome"
        ]!
            .GetValue<string>()
            .ShouldBe("Waiting");
        var after = App.Snapshot();
        after[SignIn].ShouldBe(before[SignIn]);

        var (status, problem) = await Ask(plan, "a guess");
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        problem["field"]!.GetValue<string>().ShouldBe("password");
        App.Snapshot().ShouldBe(after);

        (await Ask(plan, "heron")).Status.ShouldBe(HttpStatusCode.OK);
        (await Server.Plan("Saving", await Server.SavingOf("Cloud Cover")))["rights"]
            .ShouldBeNull();
        (await Ask(plan, "heron")).Body["said"]!.GetValue<string>().ShouldContain("As wanted");
    }

    [Fact]
    public async Task Where_the_file_is_another_by_now_the_script_changes_nothing_and_says_which()
    {
        App.Edit(SignIn, "theme=Plain", "theme=Heron");
        var plan = await Server.Plan("Saving", await Server.SavingOf("Cloud Cover"));
        await File.AppendAllTextAsync(App.At(SignIn), "# by hand\n");
        var before = App.Snapshot();
        var (status, problem) = await Ask(plan, "heron");
        status.ShouldBe(HttpStatusCode.Conflict);
        problem["detail"]!.GetValue<string>().ShouldContain(SignIn);
        App.Snapshot().ShouldBe(before);
    }
}
