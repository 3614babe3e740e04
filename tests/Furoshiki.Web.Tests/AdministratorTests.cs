using System.Net;
using System.Text.Json.Nodes;
using Furoshiki.Tests.Shared;

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

    [Fact]
    public async Task Sets_of_the_administrators_come_back_as_saved_by_the_script_with_copies_outside_of_them()
    {
        const string Set = "usr/share/icons/Inkstone";
        var save = Api.SaveAs("With System", "icons");
        save["keepSystem"] = true;
        (await Server.Post("/api/profiles", save)).Status.ShouldBe(HttpStatusCode.Created);
        var saving = await Server.SavingOf("With System");
        var before = Of(Set);
        var gone = Directory
            .EnumerateFiles(App.At(Set), "*.svg", SearchOption.AllDirectories)
            .First();
        File.Delete(gone);
        App.Edit($"{Set}/index.theme", "Name=Ink", "Name=Blue ink");
        await File.WriteAllTextAsync(App.At($"{Set}/more.txt"), "more");

        var plan = await Server.Plan("Saving", saving);
        plan["rights"]!["parts"]!.AsArray().ShouldBeEmpty();
        plan["rights"]!["files"]!.AsArray().Count.ShouldBe(3);
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
        (await Ask(plan, "heron")).Status.ShouldBe(HttpStatusCode.OK);
        Of(Set).ShouldBe(before);
        (await Server.Plan("Saving", saving))["rights"].ShouldBeNull();
        Directory
            .EnumerateFiles(App.At("usr/share"), "*", SearchOption.AllDirectories)
            .Where(path => path.Contains("before-furoshiki", StringComparison.Ordinal))
            .Select(path => Path.GetFileName(path))
            .ShouldBe(["index.theme", "more.txt"], ignoreOrder: true);
    }

    [Fact]
    public async Task Of_a_set_that_was_not_kept_there_is_no_script_and_the_plan_says_that_it_stays()
    {
        var save = Api.SaveAs("Without System", "icons");
        (await Server.Post("/api/profiles", save)).Status.ShouldBe(HttpStatusCode.Created);
        App.Edit("usr/share/icons/Inkstone/index.theme", "Name=Ink", "Name=Blue ink");
        var plan = await Server.Plan("Saving", await Server.SavingOf("Without System"));
        plan["rights"].ShouldBeNull();
        plan.ToJsonString().ShouldContain("stays as it is.");
    }

    private SortedDictionary<string, string> Of(string folder) =>
        RunningApp.Snapshot(App.At(folder));
}
