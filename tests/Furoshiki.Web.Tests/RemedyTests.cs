using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Furoshiki.Web.Tests;

/// <summary>What can be chosen where something of a look is not here.</summary>
public sealed class RemedyTests : OwnAppTests
{
    private const string Windows = "home/.config/engawa/windows.conf";

    /// <summary>Saves the icons with a set of the administrator's, which goes away then.</summary>
    private async Task<JsonNode> SavedWithASetThatIsGone()
    {
        App.Edit(Windows, "set=Inkstone-Red", "set=Fold");
        App.Edit(Windows, "size=34", "size=40");
        (
            await Server.Post("/api/profiles", Api.SaveAs("Plain Folds", "icons", "colours"))
        ).Status.ShouldBe(HttpStatusCode.Created);
        App.Edit(Windows, "set=Fold", "set=Inkstone-Red");
        App.Edit(Windows, "size=40", "size=34");
        Directory.Delete(App.At("usr/share/icons/Fold"), recursive: true);
        return await Server.SavingOf("Plain Folds");
    }

    private async Task<JsonNode> Plan(JsonNode saving, string name, JsonNode? value) =>
        (
            await Server.Post(
                "/api/desktops/1/plans",
                new JsonObject
                {
                    ["kind"] = "Saving",
                    ["id"] = saving.DeepClone(),
                    [name] = value?.DeepClone(),
                }
            )
        ).Body;

    [Fact]
    public async Task In_place_of_a_cursor_no_icons_are_offered_though_both_stand_in_one_folder()
    {
        App.Edit(Windows, "set=Plain-Dot-Red", "set=Plain-Dot");
        (await Server.Post("/api/profiles", Api.SaveAs("Plain Dots", "cursor"))).Status.ShouldBe(
            HttpStatusCode.Created
        );
        App.Edit(Windows, "set=Plain-Dot", "set=Plain-Dot-Red");
        Directory.Delete(App.At("usr/share/icons/Plain-Dot"), recursive: true);
        var plan = await Plan(await Server.SavingOf("Plain Dots"), "instead", null);
        var here = plan["refused"]!.AsArray().ShouldHaveSingleItem()!["remedies"]!
            .AsArray()
            .Where(one => one!["get"]!.AsArray().Count == 0)
            .SelectMany(one => one!["instead"]!.AsArray())
            .Select(one => one!.GetValue<string>())
            .ToList();
        here.ShouldBe(["cursor/set=Plain-Dot-Red", "cursor/set=Brass-Pointer"]);
    }

    [Fact]
    public async Task A_saving_knows_for_which_screens_it_was_made_also_when_its_desktop_has_others_since()
    {
        var saving = await Server.SavingOf("Winter Roof");
        var was = (await Plan(saving, "instead", null))["misfits"]!
            .AsArray()
            .Single(one => one!["adjusts"]?.GetValue<string>() == "panels/main/length")!;
        was["words"]!
            .GetValue<string>()
            .ShouldBe("It is 1100 px long, 81 % of its edge; here that is 43 %.");

        // The laptop, on which it was saved, gets another screen: the saving stays what it was.
        (await Screens(2, (1920, 1080, 1))).ShouldBe(HttpStatusCode.NoContent);
        (await Plan(saving, "instead", null))["misfits"]!
            .AsArray()
            .ShouldContain(one =>
                one!["words"]!.GetValue<string>() == was["words"]!.GetValue<string>()
            );

        // What is chosen is in the file, and is no drift.
        var plan = await Plan(saving, "instead", was["remedies"]![0]!["instead"]);
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
        (await File.ReadAllTextAsync(App.At("home/.config/engawa/panels.json"))).ShouldContain(
            "81"
        );
        (await Server.Now())["drift"]!.AsArray().ShouldBeEmpty();

        foreach (var wrong in new[] { (0, 1080, 1.0), (1920, 1080, 0.5), (1920, 1080, 9) })
            (await Screens(2, wrong)).ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await Server.Get("/api/desktops/2"))["desktop"]!["screens"]!
            .AsArray()
            .ShouldHaveSingleItem()!["width"]!
            .GetValue<int>()
            .ShouldBe(1920);
    }

    private async Task<HttpStatusCode> Screens(
        long desktop,
        params (int Width, int Height, double Scale)[] screens
    )
    {
        using var answer = await Server.Client.PutAsJsonAsync(
            $"/api/desktops/{desktop}/screens",
            new JsonArray([
                .. screens.Select(
                    (one, i) =>
                        new JsonObject
                        {
                            ["id"] = i == 0 ? "lid" : $"screen {i}",
                            ["width"] = one.Width,
                            ["height"] = one.Height,
                            ["scale"] = one.Scale,
                        }
                ),
            ])
        );
        return answer.StatusCode;
    }

    [Fact]
    public async Task A_set_that_is_not_here_is_settled_by_the_nearest_that_is_and_that_is_no_drift()
    {
        var saving = await SavedWithASetThatIsGone();
        var refused = (await Plan(saving, "instead", null))["refused"]!
            .AsArray()
            .ShouldHaveSingleItem()!;
        refused["kind"]!.GetValue<string>().ShouldBe("icons");
        var remedies = refused["remedies"]!.AsArray();
        remedies
            .Select(one => one!["words"]!.GetValue<string>())
            .TakeLast(2)
            .ShouldBe(["What is on now", "Leave it alone"]);
        remedies[0]!["words"]!.GetValue<string>().ShouldBe("Get Fold 1.3.0");
        var nearest = remedies[1]!;
        nearest["words"]!.GetValue<string>().ShouldStartWith("Fold ");
        nearest["reason"]!
            .GetValue<string>()
            .ShouldStartWith("another variant of its family, has ");

        var plan = await Plan(saving, "instead", nearest["instead"]);
        plan["refused"]!.AsArray().ShouldBeEmpty();
        plan["instead"]!.AsArray().ShouldHaveSingleItem()!["words"]!
            .GetValue<string>()
            .ShouldEndWith("in place of Fold");
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
        File.ReadAllText(App.At(Windows)).ShouldContain("set=Fold-");
        File.ReadAllText(App.At(Windows)).ShouldContain("size=40");
        var now = await Server.Now();
        now["drift"]!
            .AsArray()
            .Select(one => one!["kind"]!.GetValue<string>())
            .ShouldNotContain("icons");
    }

    [Fact]
    public async Task What_is_on_now_stays_and_the_rest_of_the_part_is_put_on()
    {
        var saving = await SavedWithASetThatIsGone();
        var plan = await Plan(saving, "without", new JsonArray("icons/set"));
        plan["refused"]!.AsArray().ShouldBeEmpty();
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
        File.ReadAllText(App.At(Windows)).ShouldContain("set=Inkstone-Red");
        File.ReadAllText(App.At(Windows)).ShouldContain("size=40");
    }

    [Theory]
    [InlineData("icons")]
    [InlineData("icons/nothing=Fold")]
    [InlineData("fonts/interface=Sans")]
    [InlineData("icons/size=large")]
    public async Task What_cannot_be_put_on_instead_is_refused_at_its_field(string instead)
    {
        var saving = await SavedWithASetThatIsGone();
        (await Plan(saving, "instead", new JsonArray(instead)))["field"]!
            .GetValue<string>()
            .ShouldBe("instead");
    }

    [Fact]
    public async Task A_dock_and_a_panel_at_one_edge_are_found_before_the_switch_and_settled_in_place()
    {
        await Server.Switch(await Server.Plan("Saving", await Server.SavingOf("Open Night")));
        var saving = await Server.SavingOf("First Light");
        var fight = (await Plan(saving, "instead", null))["fights"]!
            .AsArray()
            .ShouldHaveSingleItem()!;
        fight["words"]!
            .GetValue<string>()
            .ShouldBe("The dock and the panel main are both at the bottom of the main screen.");
        foreach (var remedy in fight["remedies"]!.AsArray())
        {
            var name = remedy!["instead"]!.AsArray().Count > 0 ? "instead" : "without";
            (await Plan(saving, name, remedy[name]))["fights"]!
                .AsArray()
                .ShouldBeEmpty(remedy["words"]!.GetValue<string>());
        }
    }
}
