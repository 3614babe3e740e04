using Furoshiki.App.Desktops;
using Furoshiki.App.SafeStates;

namespace Furoshiki.Web.SafeStates;

/// <summary>A safe state that a person asks for.</summary>
/// <param name="Name">What it is called, in 1 to 60 characters.</param>
internal sealed record NewSafeState(string Name);

internal static class SafeStateEndpoints
{
    public static void MapSafeStates(this IEndpointRouteBuilder api)
    {
        var states = api.MapGroup("/desktops/{id:long}").WithTags("Safe states");
        states
            .MapGet(
                "/safe-states",
                (long id, DesktopRegister register, SafeStateShelf shelf) =>
                    shelf.All(register.Get(id))
            )
            .WithName("listSafeStates")
            .WithSummary("List the safe states of a desktop");
        states
            .MapPost(
                "/safe-states",
                (long id, NewSafeState request, DesktopRegister register, SafeStateMaker maker) =>
                    TypedResults.Created(
                        $"/api/desktops/{id}/safe-states",
                        maker.Make(register.Get(id), request.Name)
                    )
            )
            .WithName("makeSafeState")
            .WithSummary("Make a safe state by hand")
            .ProducesProblem(StatusCodes.Status409Conflict);
        states
            .MapDelete(
                "/asides/{aside:long}",
                (long id, long aside, SafeStateShelf shelf) =>
                {
                    shelf.ForgetAside(id, aside);
                    return TypedResults.NoContent();
                }
            )
            .WithName("forgetAside")
            .WithSummary("Forget what a switch had set aside");
    }
}
