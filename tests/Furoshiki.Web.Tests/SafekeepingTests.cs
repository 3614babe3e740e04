using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Furoshiki.Web.Tests;

/// <summary>Copies all that is kept, loses it in several ways, and has it again.</summary>
public sealed class SafekeepingTests : OwnAppTests
{
    private static readonly TimeSpan Patience = TimeSpan.FromMinutes(2);

    private string Folder => Directory.CreateDirectory(Path.Combine(App.Home, "copies")).FullName;

    [Fact]
    public async Task A_damaged_database_is_set_aside_untouched_and_what_can_be_read_is_there_at_the_next_start()
    {
        var before = await Names();
        await App.Stop();
        var left = Damage("Savings");
        await Restart();
        App.Printed.ShouldContain("is damaged. It was set aside untouched");
        var aside = Directory.GetDirectories(App.Data, "lost-*").ShouldHaveSingleItem();
        File.ReadAllBytes(Path.Combine(aside, "furoshiki.db")).ShouldBe(left);
        (File.GetUnixFileMode(aside) & (UnixFileMode)0b111_111).ShouldBe((UnixFileMode)0);

        // The page that is damaged held the savings: what the indexes have of them is enough to put them on, and they are named.
        var lost = (await Server.Get("/api/store"))["lost"]!.AsArray().ShouldHaveSingleItem()!;
        lost["gone"]!.AsArray().ShouldBeEmpty();
        lost["known"]!
            .AsArray()
            .Select(one => one!.GetValue<string>())
            .ShouldContain("Red Lamp, saving 1");
        (await Server.Get("/api/deletions")).AsArray().ShouldBeEmpty();
        (await Names()).ShouldBe(before, ignoreOrder: true);
        var plan = await Server.Plan("Saving", await Server.SavingOf("Red Lamp"));
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
        await Restart();
        App.Printed.Split("It was set aside").Length.ShouldBe(2, "it is whole now");
    }

    [Fact]
    public async Task All_is_as_in_the_last_copy_where_the_database_is_gone()
    {
        await Keep(everyDays: 0, most: 3);
        var (status, copy) = await Server.Post("/api/store/copies", new JsonObject());
        status.ShouldBe(HttpStatusCode.OK);
        var file = Path.Combine(Folder, copy["name"]!.GetValue<string>());
        File.GetUnixFileMode(file).ShouldBe(UnixFileMode.UserRead | UnixFileMode.UserWrite);
        var shelf = (await Server.Get("/api/profiles?desktop=1")).ToJsonString();
        await App.Stop();
        foreach (var one in Directory.GetFiles(App.Data, "furoshiki.db*"))
            File.Delete(one);
        await Restart();
        App.Printed.ShouldContain($"All is as in the copy {copy["name"]}");
        (await Server.Get("/api/profiles?desktop=1")).ToJsonString().ShouldBe(shelf);
    }

    [Fact]
    public async Task A_copy_is_made_by_itself_when_it_is_due_and_then_the_oldest_goes()
    {
        var others = Path.Combine(Folder, "furoshiki-0000000000-20260101-000000.db");
        await File.WriteAllTextAsync(others, "of another installation");
        await Keep(everyDays: 1, most: 1);
        var first = await Copied(than: null);
        // By what its name says, a week has passed.
        var old = Path.Combine(
            Folder,
            first[..^"20260101-000000.db".Length] + "20260101-000000.db"
        );
        File.Move(Path.Combine(Folder, first), old);
        await Keep(everyDays: 1, most: 1);
        await Copied(than: Path.GetFileName(old));
        File.Exists(old).ShouldBeFalse();
        File.Exists(others).ShouldBeTrue();
    }

    [Fact]
    public async Task A_copy_that_was_just_made_stays_though_others_carry_dates_of_the_future()
    {
        await Keep(everyDays: 0, most: 2);
        var (_, first) = await Server.Post("/api/store/copies", new JsonObject());
        var name = first["name"]!.GetValue<string>();
        foreach (var year in new[] { "2098", "2099" })
            File.Copy(
                Path.Combine(Folder, name),
                Path.Combine(Folder, $"{name[..^"20260101-000000.db".Length]}{year}0101-000000.db")
            );
        var (status, made) = await Server.Post("/api/store/copies", new JsonObject());
        status.ShouldBe(HttpStatusCode.OK);
        var left = Directory.GetFiles(Folder).Select(Path.GetFileName).ToList();
        left.Count.ShouldBe(2);
        left.ShouldContain(made["name"]!.GetValue<string>());
        left.ShouldContain(name);
    }

    [Fact]
    public async Task Several_copies_made_at_once_all_come_to_be()
    {
        var made = await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => Command("copy", Folder)));
        made.ShouldAllBe(one => one.Code == 0);
        Directory.GetFiles(Folder).Length.ShouldBe(4);
        Directory.GetFiles(Folder).ShouldAllBe(file => file.EndsWith(".db"));
    }

    [Fact]
    public async Task A_folder_in_which_a_copy_would_be_lost_or_saved_again_is_refused_and_nothing_is_changed()
    {
        await Keep(everyDays: 0, most: 2);
        foreach (
            var (folder, said) in new[]
            {
                ("copies", "from the root on"),
                (Path.Combine(App.Home, "stick"), "There is no folder"),
                (App.Data, "keeps its own data"),
                (Path.Combine(App.Data, "desktops"), "keeps its own data"),
            }
        )
        {
            var (status, body) = await Change(folder, 1, 2);
            status.ShouldBe(HttpStatusCode.UnprocessableEntity);
            body["detail"]!.GetValue<string>().ShouldContain(said);
            body["field"]!.GetValue<string>().ShouldBe("folder");
        }
        (await Change(Folder, -1, 2)).Body["field"]!.GetValue<string>().ShouldBe("everyDays");
        (await Change(Folder, 1, 0)).Body["field"]!.GetValue<string>().ShouldBe("most");
        var form = (await Server.Get("/api/store"))["copies"]!["form"]!;
        (form["folder"]!.GetValue<string>(), form["everyDays"]!.GetValue<int>()).ShouldBe(
            (Folder, 0)
        );

        // The disk is taken away: nothing is made in its place, and that is said.
        Directory.Delete(Folder, recursive: true);
        var (refused, problem) = await Server.Post("/api/store/copies", new JsonObject());
        refused.ShouldBe(HttpStatusCode.UnprocessableEntity);
        problem["detail"]!.GetValue<string>().ShouldContain("There is no folder");
    }

    [Fact]
    public async Task The_command_copies_beside_the_server_and_takes_a_copy_only_without_it()
    {
        var (copied, said) = await Command("copy", Folder);
        copied.ShouldBe(0, said);
        var copy = Directory.GetFiles(Folder).ShouldHaveSingleItem();
        var before = await Names();
        await Server.Post("/api/profiles", Api.SaveAs("Saved later", "icons"));

        (await Command("take-copy", copy)).Said.ShouldContain("Furoshiki is running");
        await App.Stop();
        var nothing = Path.Combine(Folder, "notes.txt");
        await File.WriteAllTextAsync(nothing, "no database");
        (await Command("take-copy", nothing)).Said.ShouldContain("is no copy");
        (await Command("take-copy", Path.Combine(Folder, "none"))).Said.ShouldContain("not there");
        Directory.GetDirectories(App.Data, "lost-*").ShouldBeEmpty();

        var (taken, words) = await Command("take-copy", copy);
        taken.ShouldBe(0, words);
        await Restart();
        (await Names()).ShouldBe(before, ignoreOrder: true);
        // What was there is not lost, and can be taken again in the same way.
        await App.Stop();
        var aside = Directory.GetDirectories(App.Data, "lost-*").ShouldHaveSingleItem();
        (await Command("take-copy", Path.Combine(aside, "furoshiki.db"))).Code.ShouldBe(0);
        await Restart();
        (await Names()).ShouldBe([.. before, "Saved later"], ignoreOrder: true);
    }

    private async Task<(HttpStatusCode Status, JsonNode Body)> Change(
        string folder,
        int everyDays,
        int most
    )
    {
        using var answer = await Server.Client.PutAsJsonAsync(
            "/api/store/copies",
            new JsonObject
            {
                ["folder"] = folder,
                ["everyDays"] = everyDays,
                ["most"] = most,
            }
        );
        return (answer.StatusCode, (await answer.Content.ReadFromJsonAsync<JsonNode>())!);
    }

    private async Task Keep(int everyDays, int most) =>
        (await Change(Folder, everyDays, most)).Status.ShouldBe(HttpStatusCode.OK);

    /// <summary>Waits until there is one copy, and it is another one.</summary>
    private async Task<string> Copied(string? than)
    {
        for (var clock = Stopwatch.StartNew(); clock.Elapsed < Patience; await Task.Delay(50))
            if (
                (await Server.Get("/api/store"))["copies"]!["all"]!.AsArray() is [var only]
                && only!["name"]!.GetValue<string>() is var name
                && name != than
            )
                return name;
        throw new TimeoutException("No copy was made.");
    }

    private async Task<List<string>> Names() =>
        [
            .. (await Server.Get("/api/profiles?desktop=1"))
                .AsArray()
                .Select(one => one!["profile"]!["name"]!.GetValue<string>()),
        ];
}
