using Furoshiki.App.Planning;

namespace Furoshiki.Web.Switching;

/// <summary>What is to be left out.</summary>
/// <param name="Without">As in a target; empty for nothing.</param>
internal sealed record LeaveOutForm(IReadOnlyList<string> Without);

internal static class GroupingEndpoints
{
    public static void MapGroupings(this IEndpointRouteBuilder api)
    {
        var all = api.MapGroup("/groupings").WithTags("Switching");
        all.MapGet("", (Groupings groupings) => groupings.Own())
            .WithName("listGroupings")
            .WithSummary("List the person's own groupings");
        all.MapGet("/{id:long}", (long id, Groupings groupings) => groupings.Get(id))
            .WithName("readGrouping")
            .WithSummary("Tell what a grouping leaves out");
        all.MapPost(
                "",
                (GroupingForm form, Groupings groupings) =>
                {
                    var kept = groupings.Keep(form);
                    return TypedResults.Created($"/api/groupings/{kept.Id}", kept);
                }
            )
            .WithName("keepGrouping")
            .WithSummary("Give what is left out a name")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        all.MapDelete(
                "/{id:long}",
                (long id, Groupings groupings) =>
                {
                    groupings.Forget(id);
                    return TypedResults.NoContent();
                }
            )
            .WithName("forgetGrouping")
            .WithSummary("Forget a grouping");
        api.MapPut(
                "/profiles/{id:long}/left-out",
                (long id, LeaveOutForm form, Groupings groupings) =>
                {
                    groupings.Remember(id, form.Without);
                    return TypedResults.NoContent();
                }
            )
            .WithTags("Profiles")
            .WithName("rememberLeftOut")
            .WithSummary("Leave the same out whenever a profile is put on")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
    }
}
