using Furoshiki.Tests.Shared;

namespace Furoshiki.Browser.Tests;

/// <summary>A person with an empty data folder and a home of their own.</summary>
public sealed class FirstStartTests : IAsyncLifetime
{
    private readonly Person _person = new() { App = new RunningApp { WithDemo = false } };

    public ValueTask InitializeAsync() => _person.InitializeAsync();

    public ValueTask DisposeAsync() => _person.DisposeAsync();

    [Theory]
    [InlineData("/")]
    [InlineData("/compare")]
    [InlineData("/safe-states")]
    [InlineData("/save")]
    [InlineData("/switch?saving=1")]
    public void Every_page_shows_the_first_step(string path)
    {
        _person.GoTo(path);
        _person.See(".first", "Welcome to Furoshiki");
    }

    [Fact]
    public void From_nothing_to_a_saved_look_of_a_home_whose_deleted_pictures_come_back_byte_for_byte()
    {
        var home = _person.App.Home;
        var set = Directory.CreateDirectory(Path.Combine(home, ".icons/Brass/large")).FullName;
        File.WriteAllText(
            Path.Combine(home, ".icons/Brass/index.theme"),
            "[Icon Theme]\nName=Brass\n"
        );
        Directory.CreateDirectory(Path.Combine(home, ".icons/default"));
        File.WriteAllText(
            Path.Combine(home, ".icons/default/index.theme"),
            "[Icon Theme]\nInherits=Brass\n"
        );
        var random = new Random(7);
        foreach (var (name, length) in new[] { ("a", 1_200_000), ("b", 4_000_000), ("c", 65_537) })
        {
            var bytes = new byte[length];
            random.NextBytes(bytes);
            File.WriteAllBytes(Path.Combine(set, $"{name}.png"), bytes);
        }
        var before = RunningApp.Snapshot(Path.Combine(home, ".icons"));

        _person.Press("Add a desktop…", ".first");
        _person.Press("See what is there");
        _person.See("[data-test='report'] details", "Cursor").Click();
        _person.See("[data-found='cursor']", "Brass");
        _person.See("#desktop-name").SendKeys("My home");
        _person.Press("Add this desktop");
        _person.Press("Save what’s on now…");
        _person.See(".save #name").SendKeys("As it is");
        _person.Press("Save", "form");
        _person.See("h1", "As it is");

        File.Delete(Path.Combine(set, "b.png"));
        File.Delete(Path.Combine(set, "c.png"));
        _person.See("[data-test='drift']", "2 files deleted");
        _person.Press("Put back…", ".now");
        _person.Press("Put back", "#page");
        _person.See("[data-test='result']", "It is put back");
        RunningApp.Snapshot(Path.Combine(home, ".icons")).ShouldBe(before);
    }
}
