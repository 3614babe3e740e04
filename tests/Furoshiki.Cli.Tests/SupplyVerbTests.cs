using Furoshiki.Tests.Shared;

namespace Furoshiki.Cli.Tests;

/// <summary>Supplies by the command alone.</summary>
public sealed class SupplyVerbTests(AppProcess app) : CommandTests(app)
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
        (
            await Call("remove", "Meridian Night", "Meridian", "Meridian Night colours", "--yes")
        ).Code.ShouldBe(0);
        foreach (var (path, bytes) in before)
            App.Snapshot()[path].ShouldBe(bytes, path);
        (await Call("get", "Nothing like it", "--yes")).Code.ShouldBe(3);
    }
}
