using System.Net;
using System.Text.Json.Nodes;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Web.Tests;

/// <summary>What changes nothing, so that all of these tests share one application.</summary>
public sealed class QuestionTests(RunningApp app) : IClassFixture<RunningApp>
{
    [Theory]
    [InlineData("  ", "needs a name")]
    [InlineData(
        "A name that goes on and on until nobody can read it on a card any more",
        "60 are the most"
    )]
    [InlineData("red LAMP", "named red LAMP already")]
    [InlineData("two\nlines", "line break")]
    public async Task A_name_that_cannot_be_is_refused_at_its_field_and_nothing_is_saved(
        string name,
        string said
    )
    {
        var api = new Api(await app.Client());
        var (status, problem) = await api.Post("/api/profiles", Api.SaveAs(name, "wallpaper"));
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        problem["field"]!.GetValue<string>().ShouldBe("name");
        problem["detail"]!.GetValue<string>().ShouldContain(said);
        problem["unharmed"]!.GetValue<string>().ShouldBe("Nothing was saved.");
        (await api.Get("/api/profiles?desktop=1")).AsArray().Count.ShouldBe(8);
    }

    [Theory]
    [InlineData("/api/desktops/1/comparison?look=now", 422)]
    [InlineData("/api/desktops/1/comparison?look=saving-98&look=saving-99", 404)]
    [InlineData("/api/desktops/1/comparison/picture?first=00&other=00", 404)]
    [InlineData("/api/desktops/9/now", 404)]
    [InlineData("/api/profiles/99?desktop=1", 404)]
    [InlineData("/api/looks/0000/picture?desktop=1", 404)]
    [InlineData("/api/nothing", 404)]
    public async Task What_is_not_there_is_told_as_a_problem_with_a_code_a_sentence_and_what_is_unharmed(
        string path,
        int status
    )
    {
        var api = new Api(await app.Client());
        using var answer = await api.Client.GetAsync(new Uri(path, UriKind.Relative));
        ((int)answer.StatusCode).ShouldBe(status);
        answer.Content.Headers.ContentType!.MediaType.ShouldBe("application/problem+json");
        var problem = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
        foreach (var member in new[] { "code", "detail", "unharmed" })
            problem[member]!.GetValue<string>().ShouldNotBeNullOrWhiteSpace();
    }
}
