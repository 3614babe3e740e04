using Furoshiki.App.Desktops;
using Furoshiki.App.Keeping;
using Furoshiki.App.Safekeeping;

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
            .WithName("deleteProfile")
            .WithSummary("Delete a profile with its savings");
        all.MapDelete(
                "/savings/{id:long}",
                (long id, Deletions deletions) => deletions.DeleteSaving(id)
            )
            .WithName("deleteSaving")
            .WithSummary("Delete one saving of a profile")
            .ProducesProblem(StatusCodes.Status409Conflict);
        all.MapDelete(
                "/desktops/{id:long}/safe-states/{state:long}",
                (long id, long state, DesktopRegister register, Deletions deletions) =>
                    deletions.DeleteSafeState(register.Get(id), state)
            )
            .WithName("deleteSafeState")
            .WithSummary("Delete a safe state");
        all.MapDelete(
                "/desktops/{id:long}",
                (long id, Deletions deletions) => deletions.DeleteDesktop(id)
            )
            .WithName("deleteDesktop")
            .WithSummary("Delete a desktop with its safe states, and nothing in its folder")
            .ProducesProblem(StatusCodes.Status409Conflict);
        all.MapGet("/deletions", (Deletions deletions) => deletions.All())
            .WithName("listDeletions")
            .WithSummary("List what was deleted and can be undeleted");
        all.MapPost(
                "/deletions/{id:long}/undelete",
                (long id, Deletions deletions) => new UndeletedView(deletions.Undelete(id))
            )
            .WithName("undelete")
            .WithSummary("Put back what was deleted")
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
            .WithName("deleteForGood")
            .WithSummary("Let what was deleted go for good");
        all.MapGet("/profiles/{id:long}/kept", (long id, KeptShelf kept) => kept.OfProfile(id))
            .WithName("keptForProfile")
            .WithSummary("Tell what is kept for a profile, and how it stands");
        all.MapGet(
                "/desktops/{id:long}/safe-states/kept",
                (long id, DesktopRegister register, KeptShelf kept) =>
                    kept.OfSafeStates(register.Get(id))
            )
            .WithName("keptForSafeStates")
            .WithSummary("Tell what is kept for the safe states, and how they stand");
        all.MapGet("/store", (StoreShelf shelf) => shelf.View())
            .WithName("showStore")
            .WithSummary("Tell where everything is kept, how it stands, and what copies there are");
        all.MapPut("/store/copies", (CopyForm form, Copies copies) => copies.Change(form))
            .WithName("changeCopies")
            .WithSummary("Say where copies of everything are made, and when")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        all.MapPost(
                "/store/copies",
                (Copies copies, CancellationToken cancellation) => copies.Make(null, cancellation)
            )
            .WithName("makeCopy")
            .WithSummary("Copy everything that is kept to the folder that was chosen")
            .ProducesProblem(StatusCodes.Status409Conflict)
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
    }
}
