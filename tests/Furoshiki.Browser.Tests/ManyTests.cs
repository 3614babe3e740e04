using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;
using OpenQA.Selenium;

namespace Furoshiki.Browser.Tests;

/// <summary>A shelf with more on it than anybody can see at once.</summary>
public sealed class ManyTests : IAsyncLifetime
{
    private const int Many = 1000;

    private readonly Person _person = new();

    public ValueTask InitializeAsync() => _person.InitializeAsync();

    public ValueTask DisposeAsync() => _person.DisposeAsync();

    [Fact]
    public void A_thousand_profiles_that_another_process_saves_come_by_themselves_as_far_as_one_looks()
    {
        SaveMany();
        _person.See(".chip", $"All {Many + 8}");
        _person.GoTo("/?sort=name");
        _person.See("[data-profile='Cloud Cover'] svg");
        Cards().ShouldBeLessThan(60, "what nobody sees is not made");

        _person.Type("/Look 0777");
        _person.See("[data-profile='Look 0777'] svg");
        _person.Gone("[data-profile='Cloud Cover']");
        Cards().ShouldBe(1);

        _person.GoTo("/?sort=name");
        _person.See("[data-profile='Cloud Cover']");
        ScrollTo(".beyond", "end");
        _person.See("[data-profile='Look 0030']");
        _person.Gone("[data-profile='Cloud Cover'] svg");
        ScrollTo("[data-profile='Look 0030']", "center");
        _person.See("[data-profile='Look 0030'] svg");
    }

    private void ScrollTo(string what, string block) =>
        _person.Driver.ExecuteScript(
            "document.querySelector(arguments[0]).scrollIntoView({ block: arguments[1] })",
            what,
            block
        );

    private int Cards() => _person.Driver.FindElements(By.CssSelector(".card")).Count;

    private void SaveMany()
    {
        using var db = new FuroshikiDbFactory(
            Path.Combine(_person.App.Data, "furoshiki.db")
        ).CreateDbContext();
        var looks = db.Savings.AsNoTracking().ToList();
        for (var i = 0; i < Many; i++)
        {
            var like = looks[i % looks.Count];
            db.Add(
                new ProfileRow
                {
                    Name = $"Look {i:0000}",
                    Description = "",
                    Author = "",
                    Licence = "",
                    Tags = "[]",
                    Savings =
                    {
                        new SavingRow
                        {
                            Number = 1,
                            Look = like.Look,
                            Places = like.Places,
                            Map = like.Map,
                            Cover = like.Cover,
                            Gaps = "[]",
                            Note = "",
                            SavedAt = DateTime.UnixEpoch,
                        },
                    },
                }
            );
        }
        db.SaveChanges();
    }
}
