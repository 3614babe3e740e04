using System.Diagnostics;
using System.Text.Json.Nodes;
using Furoshiki.Tests.Shared;
using Microsoft.Data.Sqlite;

namespace Furoshiki.Web.Tests;

public sealed class EarlierVersionsTests
{
    private const string Surface = "home/.config/engawa/surface.conf";
    private const string Windows = "home/.config/engawa/windows.conf";

    [Theory]
    [InlineData("form-1", "Before First Paper", "accent=#c24f38")]
    [InlineData("form-2", "First Paper, 1st", "accent=#2f6f93")]
    [InlineData("form-3", "First Paper, 1st", "accent=#2f6f93")]
    [InlineData("form-4", "First Paper, 1st", "accent=#2f6f93")]
    [InlineData("form-5", "First Paper, 1st", "accent=#2f6f93")]
    [InlineData("form-6", "First Paper, 1st", "accent=#2f6f93")]
    [InlineData("form-7", "First Paper, 1st", "accent=#2f6f93")]
    [InlineData("form-8", "First Paper, 1st", "accent=#2f6f93")]
    [InlineData("form-9", "First Paper, 1st", "accent=#2f6f93")]
    [InlineData("form-10", "First Paper, 1st", "accent=#2f6f93")]
    [InlineData("form-11", "First Paper, 1st", "accent=#2f6f93")]
    [InlineData("form-12", "First Paper, 1st", "accent=#2f6f93")]
    [InlineData("form-13", "First Paper, 1st", "accent=#2f6f93")]
    [InlineData("form-14", "First Paper, 1st", "accent=#2f6f93")]
    public async Task A_data_folder_of_an_earlier_form_opens_with_everything_in_it(
        string form,
        string state,
        string accentThen
    )
    {
        await using var app = await Opened(form);
        var home = Path.Combine(app.Home, "home");
        var api = new Api(await app.Client());

        // The switch that was broken off half-way is taken back.
        File.ReadAllText(Path.Combine(home, Surface)).ShouldContain("accent=#c24f38");
        File.ReadAllText(Path.Combine(home, Windows)).ShouldContain("size=32");
        var now = await api.Now();
        now["recovered"]!
            .GetValue<string>()
            .ShouldBe("A switch was broken off. Every file is as it was before it.");
        now["on"]!["name"]!.GetValue<string>().ShouldBe("Large Pointer");
        now["drift"]!.AsArray().ShouldBeEmpty();

        var cards = (await api.Get("/api/profiles?desktop=1")).AsArray();
        cards
            .Select(card => card!["profile"]!["name"]!.GetValue<string>())
            .ShouldBe(["First Paper", "Large Pointer"], ignoreOrder: true);
        var pointer = cards.Single(card => card!["id"]!.GetValue<long>() == 2)!;
        using var picture = await api.Client.GetAsync(
            new Uri(pointer["screenshot"]!.GetValue<string>(), UriKind.Relative)
        );
        picture.IsSuccessStatusCode.ShouldBeTrue();
        var page = await api.Get("/api/profiles/1?desktop=1");
        page["savings"]!
            .AsArray()
            .Select(saving => saving!["note"]!.GetValue<string>())
            .ShouldBe(["a warmer accent", "as it came"]);
        page["savings"]![0]!["changes"]!.AsArray().ShouldHaveSingleItem()!["kind"]!
            .GetValue<string>()
            .ShouldBe("colours");
        page["parts"]!.AsArray().Count.ShouldBe(20);

        var before = RunningApp.Snapshot(home);
        (await api.Switch(await api.Plan("Saving", JsonValue.Create(1))))["switched"]!
            .GetValue<bool>()
            .ShouldBeTrue();
        File.ReadAllText(Path.Combine(home, Surface)).ShouldContain("accent=#2f6f93");
        var states = (await api.Get("/api/desktops/1/safe-states")).AsArray();
        states[1]!["title"]!.GetValue<string>().ShouldBe(state);
        await GoBackTo(states[1]!["id"]!);
        File.ReadAllText(Path.Combine(home, Surface)).ShouldContain(accentThen);
        await GoBackTo(states[0]!["id"]!);
        RunningApp.Snapshot(home).ShouldBe(before);

        async Task GoBackTo(JsonNode id) =>
            (await api.Switch(await api.Plan("SafeState", id)))["switched"]!
                .GetValue<bool>()
                .ShouldBeTrue();
    }

    /// <summary>The application, started on a data folder that an earlier version left, in another place than it was then.</summary>
    private static async Task<RunningApp> Opened(string name)
    {
        var app = new RunningApp { WithDemo = false };
        using (
            var tar = Process.Start(
                "tar",
                [
                    "-xzf",
                    Path.Combine(AppContext.BaseDirectory, "data-folders", $"{name}.tar.gz"),
                    "-C",
                    app.Home,
                ]
            )
        )
            await tar.WaitForExitAsync();
        await using (
            var connection = new SqliteConnection(
                $"Data Source={Path.Combine(app.Data, "furoshiki.db")};Pooling=False"
            )
        )
        {
            await connection.OpenAsync();
            await using var command = connection.CreateCommand();
            command.CommandText =
                "UPDATE Desktops SET Root = $root; UPDATE Switches SET Root = $root";
            command.Parameters.AddWithValue("$root", Path.Combine(app.Home, "home"));
            await command.ExecuteNonQueryAsync();
        }
        await app.Start();
        return app;
    }
}
