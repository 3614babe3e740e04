using Furoshiki.App.Desktops;
using Furoshiki.App.SafeStates;

namespace Furoshiki.Web.SafeStates;

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
