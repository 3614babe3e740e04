using System.Globalization;
using System.Net;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Web.Tests;

/// <summary>The shelf as it is searched, filtered and sorted. Each test has the application to itself.</summary>
public sealed class ShelfTests : OwnAppTests
{
    [Fact]
    public async Task Profiles_are_found_by_what_is_said_of_them_and_what_they_are_made_of()
    {
        foreach (
            var (query, names) in new[]
            {
                ("find=red+lamp", "Red Lamp"),
                ("find=inkstone+rose", "First Light,Guest Desk"),
                ("find=%23c24f38+ridge", "First Light,Guest Desk,Red Lamp,Day Log,Winter Roof"),
                ("find=breakfast", ""),
                ("show=Night&show=observing", "Red Lamp,Meteor Watch"),
                ("show=Day&show=Night&show=OBSERVING&sort=Name", "Meteor Watch,Red Lamp"),
                ("show=Night&find=dock&sort=Name", "Meteor Watch,Open Night,Red Lamp"),
            }
        )
            (await Find(query))
                .Select(card => card!["profile"]!["name"]!.GetValue<string>())
                .ShouldBe(names.Split(',', StringSplitOptions.RemoveEmptyEntries), query);
    }

    [Fact]
    public async Task What_is_named_so_comes_before_what_is_said_of_it_and_made_of_it_and_whole_words_before_beginnings()
    {
        foreach (
            var (name, tag) in new[]
            {
                ("Owl dusk", "quiet"),
                ("Owlet", "quiet"),
                ("Barn", "owl"),
                ("Mouse", "owls"),
                ("Tawny", "night"),
            }
        )
        {
            var profile = Api.SaveAs(name, "panels");
            profile["form"]!["tags"] = new JsonArray(tag);
            await Server.Post("/api/profiles", profile);
        }
        (await Names("find=owl")).ShouldBe(["Owl dusk", "Owlet", "Barn", "Mouse"]);
        // Another way to sort, where it is asked for.
        (await Names("find=owl&sort=Name")).ShouldBe(["Barn", "Mouse", "Owl dusk", "Owlet"]);
        (await Names("find=owl&sort=LastOn")).ShouldBe(["Mouse", "Barn", "Owlet", "Owl dusk"]);

        async Task<IEnumerable<string>> Names(string query) =>
            (await Find(query)).Select(card => card!["profile"]!["name"]!.GetValue<string>());
    }

    [Fact]
    public async Task Of_what_a_look_is_made_of_that_is_told_in_which_all_words_stand_and_the_nearest_colour()
    {
        (await Find("find=panels+opacity+main"))
            .Select(card => card!["foundBy"]![0]!.GetValue<string>())
            .ShouldAllBe(words =>
                words.StartsWith("Panels: main, opacity", StringComparison.Ordinal)
            );
        var cards = (await Find("find=%23c24f38")).ToList();
        var apart = cards
            .Select(card => card!["foundBy"]![0]!.GetValue<string>())
            .Select(words =>
                words.EndsWith(" apart", StringComparison.Ordinal)
                    ? int.Parse(words.Split(' ')[^2], CultureInfo.InvariantCulture)
                    : 0
            )
            .ToList();
        apart.Count.ShouldBeGreaterThan(3);
        apart.SequenceEqual(apart.Order()).ShouldBeTrue("the nearest first");
    }

    [Fact]
    public async Task A_card_says_what_of_its_look_it_was_found_by()
    {
        var card = (await Find("find=%23c24f39+guest")).ShouldHaveSingleItem()!;
        card["foundBy"]!
            .AsArray()
            .Select(words => words!.GetValue<string>())
            .ShouldBe(["Colours: selection #c24f38, less than 1 apart"]);
        (await Find("find=guest")).ShouldHaveSingleItem()!["foundBy"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task Filters_say_how_many_pass_them_and_each_tag_is_one_once()
    {
        var filters = await Server.Get("/api/profiles/filters?desktop=1");
        filters["total"]!.GetValue<int>().ShouldBe(8);
        foreach (var filter in filters["filters"]!.AsArray())
            (
                await Find($"show={Uri.EscapeDataString(filter!["name"]!.GetValue<string>())}")
            ).Count.ShouldBe(filter["count"]!.GetValue<int>());
    }

    [Fact]
    public async Task On_is_said_of_one_profile_and_a_look_without_colours_is_of_neither_day_nor_night()
    {
        await Server.Switch(await Server.Plan("Saving", await Server.SavingOf("Guest Desk")));
        await Server.Post("/api/profiles", Api.SaveAs("Twin", "icons"));
        var cards = await Find("");
        var twin = cards.Single(card => card!["profile"]!["name"]!.GetValue<string>() == "Twin")!;
        twin["readiness"]!["words"]!.GetValue<string>().ShouldBe("On now");
        twin["isDark"].ShouldBeNull();
        cards.Count(card => card!["readiness"]!["state"]!.GetValue<string>() == "On").ShouldBe(1);
        cards.Single(card => card!["profile"]!["name"]!.GetValue<string>() == "Guest Desk")![
            "readiness"
        ]!["words"]!
            .GetValue<string>()
            .ShouldBe("Same as now");
        foreach (var tone in new[] { "Day", "Night" })
            (await Find($"show={tone}&find=twin")).ShouldBeEmpty();
    }

    [Fact]
    public async Task Nearness_is_how_little_lies_between_and_says_what_differs_most()
    {
        await Server.Switch(await Server.Plan("Saving", await Server.SavingOf("Red Lamp")));
        App.Edit("home/.config/engawa/windows.conf", "radius=", "radius=1");
        var cards = await Find("sort=Nearness");
        cards[0]!["profile"]!["name"]!.GetValue<string>().ShouldBe("Red Lamp");
        cards[0]!["likeness"]!["words"]!
            .GetValue<string>()
            .ShouldBe("96\u00A0% as now; least: Controls 73\u00A0%, Borders 77\u00A0%");
        var shares = cards.Select(card => card!["likeness"]!["share"]!.GetValue<double>()).ToList();
        shares.ShouldBe(shares.OrderDescending());
        (await Find("")).ShouldAllBe(card => card!["likeness"] == null);
    }

    [Fact]
    public async Task An_older_saving_opens_as_the_last_one_does()
    {
        var last = (await Find("find=red+lamp"))[0]!;
        var page = await Server.Get($"/api/profiles/{last["id"]}?desktop=1");
        foreach (var saving in page["savings"]!.AsArray())
        {
            var opened = await Server.Get(
                $"/api/profiles/{last["id"]}?desktop=1&saving={saving!["id"]}"
            );
            opened["card"]!["look"]!
                .GetValue<string>()
                .ShouldBe(saving["look"]!.GetValue<string>());
            opened["card"]!["ordinal"]!
                .GetValue<string>()
                .ShouldBe(saving["ordinal"]!.GetValue<string>());
            opened["savings"]!.ToJsonString().ShouldBe(page["savings"]!.ToJsonString());
        }
        using var other = await Server.Client.GetAsync(
            new Uri(
                $"/api/profiles/{last["id"]}?desktop=1&saving={await Server.SavingOf("Day Log")}",
                UriKind.Relative
            )
        );
        other.StatusCode.ShouldBe(System.Net.HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task What_was_saved_deleted_and_renamed_is_found_as_it_is_and_not_as_it_was()
    {
        (await Find("find=twin")).ShouldBeEmpty();
        var saved = (await Server.Post("/api/profiles", Api.SaveAs("Twin", "icons"))).Body;
        (await Find("find=twin")).ShouldHaveSingleItem();
        await using (var db = Databases().CreateDbContext())
            await db
                .Profiles.Where(one => one.Name == "Twin")
                .ExecuteUpdateAsync(set => set.SetProperty(one => one.Name, "Other"));
        (await Find("find=twin")).ShouldBeEmpty("another process renamed it");
        (await Find("find=other")).ShouldHaveSingleItem();
        using var deleted = await Server.Client.DeleteAsync(
            new Uri($"/api/profiles/{saved["profileId"]}", UriKind.Relative)
        );
        (await Find("find=other")).ShouldBeEmpty();
    }

    private async Task<JsonArray> Find(string query) =>
        (await Server.Get($"/api/profiles?desktop=1&{query}")).AsArray();

    [Fact]
    public async Task The_shelf_comes_in_pieces_too_that_are_the_whole_together()
    {
        foreach (var query in new[] { "sort=Name", "sort=Nearness", "find=night" })
        {
            var whole = (await Server.Get($"/api/profiles?desktop=1&{query}")).AsArray();
            var pieces = new List<JsonNode?>();
            while (
                (
                    await Server.Get($"/api/profiles?desktop=1&{query}&skip={pieces.Count}&take=3")
                ).AsArray()
                    is { Count: > 0 } piece
            )
                pieces.AddRange(piece);
            pieces
                .Select(card => card!.ToJsonString())
                .ShouldBe(whole.Select(card => card!.ToJsonString()));
        }
        foreach (var (query, field) in new[] { ("skip=-1", "skip"), ("take=0", "take") })
        {
            using var answer = await Server.Client.GetAsync(
                new Uri($"/api/profiles?desktop=1&{query}", UriKind.Relative)
            );
            answer.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
            JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["field"]!
                .GetValue<string>()
                .ShouldBe(field);
        }
    }
}
