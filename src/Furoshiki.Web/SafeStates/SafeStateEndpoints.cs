using Furoshiki.App.Comparing;
using Furoshiki.App.Desktops;
using Furoshiki.App.Keeping;
using Furoshiki.App.SafeStates;

namespace Furoshiki.Web.SafeStates;

/// <summary>A safe state that a person asks for.</summary>
/// <param name="Name">What it is called, in 1 to 60 characters.</param>
internal sealed record NewSafeState(string Name);

/// <summary>Whether a safe state is kept whatever the rule by which old ones go.</summary>
internal sealed record KeptForm(bool IsKept);

/// <summary>Safe states that go by the rule.</summary>
/// <param name="States">Their numbers, as they were shown.</param>
internal sealed record StatesToThin(IReadOnlyList<long> States);

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
            .MapPut(
                "/safe-states/{state:long}/kept",
                (
                    long id,
                    long state,
                    KeptForm form,
                    DesktopRegister register,
                    SafeStateShelf shelf
                ) => shelf.SetKept(register.Get(id), state, form.IsKept)
            )
            .WithName("keepSafeState")
            .WithSummary("Keep a safe state whatever the rule, or leave it to the rule again");
        states
            .MapPost(
                "/safe-states/thinning",
                (long id, ThinningForm? form, DesktopRegister register, Thinner thinner) =>
                    thinner.Preview(register.Get(id), form ?? thinner.Rule())
            )
            .WithName("previewThinning")
            .WithSummary("Tell which safe states would go by a rule, or by the one that is kept")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        states
            .MapPost(
                "/safe-states/thin",
                (long id, StatesToThin form, DesktopRegister register, Thinner thinner) =>
                    thinner.Thin(register.Get(id), form.States)
            )
            .WithName("thinSafeStates")
            .WithSummary("Delete the safe states that were shown to go by the rule")
            .ProducesProblem(StatusCodes.Status409Conflict);
        api.MapPut("/thinning-rule", (ThinningForm form, Thinner thinner) => thinner.Change(form))
            .WithTags("Safe states")
            .WithName("changeThinningRule")
            .WithSummary("Change the rule by which old safe states go")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        states
            .MapGet(
                "/safe-states/{state:long}/files",
                (long id, long state, long? other, DesktopRegister register, StateFiles files) =>
                    files.Differing(register.Get(id), state, other)
            )
            .WithName("listStateFiles")
            .WithSummary("List the files in which a safe state differs from now, or from another");
        states
            .MapGet(
                "/files",
                (long id, string? find, DesktopRegister register, StateFiles files) =>
                    files.Find(register.Get(id), find ?? "")
            )
            .WithName("findFiles")
            .WithSummary("Find managed files by their paths");
        states
            .MapGet(
                "/files/versions",
                (long id, string path, DesktopRegister register, StateFiles files) =>
                    files.Over(register.Get(id), path)
            )
            .WithName("listFileVersions")
            .WithSummary("List what a file was in the safe states")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
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
