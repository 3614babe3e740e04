using System.Net;
using System.Text.Json.Nodes;
using Furoshiki.Tests.Shared;
using Microsoft.Data.Sqlite;

namespace Furoshiki.Web.Tests;

/// <summary>The data folder: whose it is, what is removed from it, and what is said when something of it is lost.</summary>
public sealed class DataFolderTests : IAsyncLifetime
{
    private readonly RunningApp _app = new() { WithDemo = false };

    private string Database => Path.Combine(_app.Data, "furoshiki.db");

    public ValueTask InitializeAsync() => ValueTask.CompletedTask;

    public async ValueTask DisposeAsync() => await _app.DisposeAsync();

    [Theory]
    [InlineData("--fresh")]
    [InlineData("--port=0")]
    public async Task A_folder_with_other_files_in_it_is_not_taken_and_stays_as_it_is(string option)
    {
        await _app.Start();
        Directory.CreateDirectory(Path.Combine(_app.Home, "papers"));
        var thesis = Path.Combine(_app.Home, "papers", "thesis.txt");
        await File.WriteAllTextAsync(thesis, "years of work");
        var (code, printed) = await RunningApp.Run(
            "--data",
            Path.GetDirectoryName(thesis)!,
            "--demo",
            RunningApp.Scenario,
            option
        );
        code.ShouldBe(1);
        printed.ShouldContain("has other files in it");
        Directory.GetFileSystemEntries(Path.GetDirectoryName(thesis)!).ShouldBe([thesis]);
    }

    [Fact]
    public async Task Beginning_the_demo_anew_sets_aside_what_the_product_made_and_touches_nothing_else()
    {
        await using var demo = new RunningApp();
        await demo.InitializeAsync();
        var key = await File.ReadAllTextAsync(Path.Combine(demo.Data, "key"));
        await demo.Stop();
        await File.WriteAllTextAsync(Path.Combine(demo.Data, "own.txt"), "mine");
        var before = await File.ReadAllBytesAsync(Path.Combine(demo.Data, "furoshiki.db"));
        await demo.Start(isFresh: true);
        (await File.ReadAllTextAsync(Path.Combine(demo.Data, "own.txt"))).ShouldBe("mine");
        (await File.ReadAllTextAsync(Path.Combine(demo.Data, "key"))).ShouldNotBe(key);
        var aside = Directory.GetDirectories(demo.Data, "before-fresh-*").ShouldHaveSingleItem();
        demo.Printed.ShouldContain(aside);
        (await File.ReadAllBytesAsync(Path.Combine(aside, "furoshiki.db"))).ShouldBe(before);
    }

    [Fact]
    public async Task What_is_a_persons_own_is_never_begun_anew()
    {
        await _app.Start();
        await _app.Stop();
        var (code, printed) = await RunningApp.Run("--data", _app.Data, "--fresh");
        code.ShouldBe(1);
        printed.ShouldContain("--fresh begins the demo anew");
        File.Exists(Database).ShouldBeTrue();
    }

    [Theory]
    [InlineData("key", "")]
    [InlineData("key", "0123")]
    [InlineData("name", "")]
    [InlineData("name", "furoshiki-.localhost")]
    public async Task A_small_file_that_is_not_whole_is_made_anew_and_that_is_said(
        string file,
        string text
    )
    {
        await _app.Start();
        await _app.Stop();
        await File.WriteAllTextAsync(Path.Combine(_app.Data, file), text);
        await _app.Start();
        _app.Printed.ShouldContain($"The {file} in {Path.Combine(_app.Data, file)} was not whole");
        using var stranger = _app.Stranger();
        foreach (var given in new[] { text, "" })
            (
                await stranger.GetAsync(new Uri($"/enter?key={given}", UriKind.Relative))
            ).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        using var client = await _app.Client();
        (await client.GetAsync(new Uri("/api/maps", UriKind.Relative))).StatusCode.ShouldBe(
            HttpStatusCode.OK
        );
    }

    [Theory]
    [InlineData("99999")]
    [InlineData("-1")]
    public async Task A_port_that_there_is_not_is_told_in_a_sentence(string port)
    {
        var (code, printed) = await RunningApp.Run("--data", _app.Data, "--port", port);
        code.ShouldBe(1);
        printed.ShouldContain("A port is a number from 0 to 65535.");
        printed.ShouldNotContain("   at ");
    }

    [Fact]
    public async Task A_second_start_says_where_the_first_one_is_and_takes_nothing_from_it()
    {
        await _app.Start();
        foreach (var option in new[] { "--fresh", "--port=0" })
        {
            var (code, printed) = await RunningApp.Run(
                "--data",
                _app.Data,
                "--demo",
                RunningApp.Scenario,
                option
            );
            code.ShouldBe(1);
            printed.ShouldContain("is running");
            printed.ShouldContain(_app.Enter.ToString());
        }
        using var client = await _app.Client();
        (
            await client.GetAsync(new Uri("/api/maps", UriKind.Relative))
        ).IsSuccessStatusCode.ShouldBeTrue();
        await _app.Stop();
        await _app.Start();
    }

    [Fact]
    public async Task What_the_product_makes_is_the_persons_alone_also_where_the_folder_was_open_before()
    {
        await _app.Start();
        await _app.Stop();
        foreach (var file in Directory.GetFiles(_app.Data))
            File.SetUnixFileMode(file, (UnixFileMode)0b110_100_100);
        File.SetUnixFileMode(_app.Data, (UnixFileMode)0b111_101_101);
        await _app.Start();
        ((int)File.GetUnixFileMode(_app.Data)).ShouldBe(0b111_000_000);
        foreach (
            var file in Directory
                .GetFiles(_app.Data, "furoshiki.db*")
                .Append(Path.Combine(_app.Data, "key"))
        )
            ((int)File.GetUnixFileMode(file)).ShouldBe(0b110_000_000, file);
    }

    [Theory]
    [InlineData("empty", "is empty")]
    [InlineData("gone", "is not there any more")]
    [InlineData("garbage", "is damaged")]
    [InlineData("no log", "has lost all that was in it")]
    public async Task A_database_that_has_lost_what_was_in_it_is_set_aside_and_that_is_said(
        string what,
        string said
    )
    {
        await _app.Start();
        await _app.Stop();
        foreach (var file in Directory.GetFiles(_app.Data, "furoshiki.db*"))
            File.Delete(file);
        if (what == "no log")
        {
            // What stood in the log alone is gone with it: a database is left that has nothing in it.
            await using var connection = new SqliteConnection(
                $"Data Source={Database};Pooling=False"
            );
            await connection.OpenAsync();
            await using var command = connection.CreateCommand();
            command.CommandText = "PRAGMA user_version = 1";
            await command.ExecuteNonQueryAsync();
        }
        if (what == "empty")
            await File.WriteAllTextAsync(Database, "");
        if (what == "garbage")
            await File.WriteAllTextAsync(Database, new string('x', 8192));
        var left = File.Exists(Database) ? await File.ReadAllBytesAsync(Database) : null;

        await _app.Start();
        _app.Printed.ShouldContain(said);
        var aside = Directory.GetDirectories(_app.Data, "lost-*");
        if (left is null)
            aside.ShouldBeEmpty();
        else
            (
                await File.ReadAllBytesAsync(
                    Path.Combine(aside.ShouldHaveSingleItem(), "furoshiki.db")
                )
            ).ShouldBe(left);
        using var client = await _app.Client();
        var notices = JsonNode.Parse(
            await client.GetStringAsync(new Uri("/api/notices", UriKind.Relative))
        )!;
        notices.AsArray().ShouldHaveSingleItem()!.GetValue<string>().ShouldContain(said);
    }

    [Fact]
    public async Task A_process_killed_while_it_made_the_database_keeps_no_later_start_waiting()
    {
        await _app.Start();
        await _app.Stop();
        foreach (var file in Directory.GetFiles(_app.Data, "furoshiki.db*"))
            File.Delete(file);
        File.Delete(Path.Combine(_app.Data, ".furoshiki-data"));
        await File.WriteAllTextAsync(Path.Combine(_app.Data, ".furoshiki-data"), "");
        await using (var connection = new SqliteConnection($"Data Source={Database};Pooling=False"))
        {
            await connection.OpenAsync();
            await using var command = connection.CreateCommand();
            command.CommandText = """
                CREATE TABLE "__EFMigrationsLock" ("Id" INTEGER PRIMARY KEY, "Timestamp" TEXT NOT NULL);
                INSERT INTO "__EFMigrationsLock" VALUES (1, '2026-01-01');
                """;
            await command.ExecuteNonQueryAsync();
        }
        await _app.Start();
        using var client = await _app.Client();
        (await client.GetStringAsync(new Uri("/api/desktops", UriKind.Relative))).ShouldBe("[]");
    }

    [Fact]
    public async Task Folders_that_would_have_two_ways_back_or_hold_the_products_own_data_are_refused()
    {
        await _app.Start();
        var api = new Api(await _app.Client());
        var first = Directory.CreateDirectory(Path.Combine(_app.Home, "one", "first")).FullName;
        (await Register(api, "Own data", _app.Data)).ShouldContain("keeps its own data");
        (await Register(api, "First", first)).ShouldBeEmpty();
        (await Register(api, "Again", first)).ShouldContain("is First already");
        (await Register(api, "Above", Path.Combine(_app.Home, "one"))).ShouldContain("lies in");
        Directory.CreateDirectory(Path.Combine(first, "inner"));
        (await Register(api, "Within", Path.Combine(first, "inner"))).ShouldContain("lies in");
        Directory.CreateSymbolicLink(Path.Combine(_app.Home, "link"), first);
        (await Register(api, "Linked", Path.Combine(_app.Home, "link"))).ShouldContain(
            "is First already"
        );
    }

    [Fact]
    public async Task No_path_and_no_link_of_a_desktop_reaches_into_the_data_folder_that_lies_in_its_home()
    {
        await _app.Start();
        var api = new Api(await _app.Client());
        Directory.CreateDirectory(Path.Combine(_app.Home, ".local/share"));
        Directory.CreateSymbolicLink(Path.Combine(_app.Home, ".local/share/icons"), _app.Data);
        var map = JsonNode
            .Parse(
                """
                { "platform": "Own", "description": "A map that names the database.",
                  "places": { "home": { "path": "" } },
                  "files": { },
                  "kinds": { "launcher": { "shows": "at once", "whole": ["home:data/furoshiki.db"] } } }
                """
            )!
            .ToJsonString();
        (await Register(api, "Home", _app.Home, map)).ShouldBeEmpty();
        (await Register(api, "Home again", _app.Home)).ShouldBeEmpty(
            "another map is another session of it"
        );
        (await api.Post("/api/profiles", Api.SaveAs("All", "launcher"))).Status.ShouldBe(
            HttpStatusCode.Created
        );
        var page = await api.Get("/api/profiles/1?desktop=1");
        page["parts"]![0]!["assets"]![0]!["digest"].ShouldBeNull();
    }

    private static async Task<string> Register(
        Api api,
        string name,
        string folder,
        string? map = null
    )
    {
        var (status, body) = await api.Post(
            "/api/desktops",
            Api.NewDesktop(name, Api.Choice(folder, map), 800, 600)
        );
        return status == HttpStatusCode.Created ? "" : body["detail"]!.GetValue<string>();
    }
}
