using Furoshiki.App.Desktops;
using Furoshiki.App.Keeping;

namespace Furoshiki.Web.Keeping;

/// <summary>What was undeleted, by the name that it has now.</summary>
internal sealed record UndeletedView(string Name);

internal static class KeepingEndpoints
{
    public static void MapKeeping(this IEndpointRouteBuilder api)
    {
        var all = api.MapGroup("").WithTags("Keeping");
        all.MapDelete(
                "/profiles/{id:long}",
                (long id, Deletions deletions) => deletions.DeleteProfile(id)
            )
            .WithName("deleteProfile");
        all.MapDelete(
                "/savings/{id:long}",
                (long id, Deletions deletions) => deletions.DeleteSaving(id)
            )
            .WithName("deleteSaving")
            .ProducesProblem(StatusCodes.Status409Conflict);
        all.MapDelete(
                "/desktops/{id:long}/safe-states/{state:long}",
                (long id, long state, DesktopRegister register, Deletions deletions) =>
                    deletions.DeleteSafeState(register.Get(id), state)
            )
            .WithName("deleteSafeState");
        all.MapDelete(
                "/desktops/{id:long}",
                (long id, Deletions deletions) => deletions.DeleteDesktop(id)
            )
            .WithName("deleteDesktop")
            .ProducesProblem(StatusCodes.Status409Conflict);
        all.MapGet("/deletions", (Deletions deletions) => deletions.All())
            .WithName("listDeletions");
        all.MapPost(
                "/deletions/{id:long}/undelete",
                (long id, Deletions deletions) => new UndeletedView(deletions.Undelete(id))
            )
            .WithName("undelete")
            .ProducesProblem(StatusCodes.Status409Conflict)
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        all.MapDelete(
                "/deletions/{id:long}",
                (long id, Deletions deletions) =>
                {
                    deletions.ForGood(id);
                    return TypedResults.NoContent();
                }
            )
            .WithName("deleteForGood");
        all.MapGet("/profiles/{id:long}/kept", (long id, KeptShelf kept) => kept.OfProfile(id))
            .WithName("keptForProfile");
        all.MapGet(
                "/desktops/{id:long}/safe-states/kept",
                (long id, DesktopRegister register, KeptShelf kept) =>
                    kept.OfSafeStates(register.Get(id))
            )
            .WithName("keptForSafeStates");
    }
}
