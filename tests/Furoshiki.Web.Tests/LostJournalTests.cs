namespace Furoshiki.Web.Tests;

/// <summary>A switch that was broken off, whose journal is then replaced or lost.</summary>
public sealed class LostJournalTests() : OwnAppTests(isKilled: true)
{
    private string Leftover => App.At("home/.config/engawa/.furoshiki-0123456789abcdef01234567-1");

    [Fact]
    public async Task Before_a_copy_takes_the_place_of_the_database_it_ends_what_only_it_can_end()
    {
        var before = App.Snapshot();
        var (copied, said) = await Command("copy", App.Home);
        copied.ShouldBe(0, said);
        var copy = Directory.GetFiles(App.Home, "*.db").ShouldHaveSingleItem();
        await BreakOff("# half way"u8.ToArray());

        // While it cannot be ended the database stays.
        Directory.Move(App.Desktop, App.Desktop + "-away");
        var (refused, words) = await Command("take-copy", copy);
        refused.ShouldBe(2, words);
        words.ShouldContain("Only this database knows how to end a switch");
        words.ShouldContain("its disk may be away");
        Directory.GetDirectories(App.Data, "lost-*").ShouldBeEmpty();

        Directory.Move(App.Desktop + "-away", App.Desktop);
        (await Command("take-copy", copy)).Code.ShouldBe(0);
        App.Snapshot().ShouldBe(before);
        Directory.GetDirectories(App.Data, "lost-*").ShouldHaveSingleItem();
    }

    [Fact]
    public async Task Where_the_journal_itself_is_lost_the_desktop_is_said_to_be_in_neither_state_with_what_can_be_done()
    {
        var plan = await Server.Plan("Saving", await Server.SavingOf("Red Lamp"));
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
        await BreakOff("# half way"u8.ToArray());
        await File.WriteAllTextAsync(Leftover, "unfinished");
        Damage("Switches");
        await Restart();

        var now = await Server.Now();
        var told = now["recovered"]!.GetValue<string>();
        told.ShouldContain("what the journal knew of it was lost");
        told.ShouldContain("Go back to the newest safe state");
        File.Exists(Leftover).ShouldBeFalse();
        (await Server.Get("/api/desktops/1/switches"))[0]!["end"]!
            .GetValue<string>()
            .ShouldBe("Lost");

        // It is told until somebody has seen it, and the remedy is one.
        await Restart();
        (await Server.Now())["recovered"]!.GetValue<string>().ShouldBe(told);
        var back = await Server.Plan("SafeState", now["wayBack"]!["id"]!);
        back["files"]!.AsArray().Select(one => one!.GetValue<string>()).ShouldContain(Surface);
        (await Server.Switch(back))["switched"]!.GetValue<bool>().ShouldBeTrue();
    }

    [Fact]
    public async Task Unfinished_files_of_another_installation_are_no_part_of_what_is_on()
    {
        var set = Directory.GetDirectories(App.At("home/.local/share/icons"))[0];
        var drift = (await Server.Now())["drift"]!.ToJsonString();
        await File.WriteAllTextAsync(
            Path.Combine(set, ".furoshiki-89abcdef0123456701234567-12"),
            "another installation writes"
        );
        (await Server.Now())["drift"]!.ToJsonString().ShouldBe(drift);
    }
}
