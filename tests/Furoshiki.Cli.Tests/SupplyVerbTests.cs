using Furoshiki.Tests.Shared;

namespace Furoshiki.Cli.Tests;

/// <summary>Supplies by the command alone.</summary>
public sealed class SupplyVerbTests(RunningApp app) : CommandTests(app)
{
    [Fact]
    public async Task Supplies_are_listed_got_with_what_they_need_and_removed_by_their_titles()
    {
        (await Call("supplies", "Meridian")).Out.ShouldContain("to get");
        var before = App.Snapshot();
        (await Call("get", "Meridian Night")).Code.ShouldBe(Refused, "nobody said yes");
        App.Snapshot().ShouldBe(before);

        var got = await Call("get", "Meridian Night", "--yes");
        got.Code.ShouldBe(0, got.ToString());
        got.Out.ShouldContain("comes, 1.0.0");
        (await Call("supplies", "Meridian Night")).Out.ShouldContain("here");
        var conflict = await Call("remove", "Meridian", "--yes");
        conflict.Code.ShouldBe(Refused);
        conflict.ToString().ShouldContain("needs Meridian 1");
        conflict.ToString().ShouldContain("(pkg:generic/heron-ridge/meridian-night");
        (
            await Call("remove", "Meridian Night", "Meridian", "Meridian Night colours", "--yes")
        ).Code.ShouldBe(0);
        foreach (var (path, bytes) in before)
            App.Snapshot()[path].ShouldBe(bytes, path);
        (await Call("get", "Nothing like it", "--yes")).Code.ShouldBe(3);
    }

    [Fact]
    public async Task Sets_of_ones_own_are_taken_in_from_a_folder_and_listed_like_any_other()
    {
        var sets = Path.Combine(App.Home, "sets");
        Directory.CreateDirectory(Path.Combine(sets, "Pier"));
        Directory.CreateDirectory(Path.Combine(sets, "Mystery"));
        await File.WriteAllTextAsync(
            Path.Combine(sets, "Pier", "index.theme"),
            "[Icon Theme]\nName=Pier\n"
        );
        await File.WriteAllTextAsync(Path.Combine(sets, "Mystery", "x"), "x");
        var taken = await Call("take-in", sets);
        taken.Code.ShouldBe(0, taken.ToString());
        taken.Out.ShouldContain("Pier: pkg:generic/own/pier@1.0.0");
        taken.Out.ShouldContain("Mystery was not taken");
        (await Call("supplies", "Pier")).Out.ShouldContain("to get");
    }

    [Fact]
    public async Task What_savings_carry_of_ones_own_is_listed_and_becomes_a_supply()
    {
        (await Call("carried")).Out.ShouldContain("Shutter.wav");
        var kept = await Call("keep-carried", "shutter.wav");
        kept.Code.ShouldBe(0, kept.ToString());
        kept.Out.ShouldContain("pkg:generic/own/shutter");
        (await Call("carried")).Out.ShouldNotContain("Shutter.wav");
        (await Call("keep-carried", "shutter.wav")).Code.ShouldBe(3);
    }
}
