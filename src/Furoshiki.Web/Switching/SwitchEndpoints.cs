using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using Furoshiki.App.Desktops;
using Furoshiki.App.Planning;
using Furoshiki.App.Switching;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Furoshiki.Web.Switching;

/// <summary>A request to carry out a plan as it was shown.</summary>
/// <param name="Fingerprint">The plan's fingerprint.</param>
/// <param name="KeepWithin">In how many seconds (5 to 600) it has to be kept once it is done, or goes back by itself; null to keep it as it is.</param>
internal sealed record SwitchRequest(string Fingerprint, int? KeepWithin = null);

/// <summary>A request to the administrator of a simulated desktop to run the script of a plan that was shown.</summary>
/// <param name="Fingerprint">The plan's fingerprint.</param>
/// <param name="Password">The administrator's password.</param>
internal sealed record AdministratorRequest(string Fingerprint, string Password);

/// <summary>What a script said.</summary>
internal sealed record ScriptAnswer(string Said);

/// <summary>A switch that was started.</summary>
internal sealed record StartedSwitch(long Id);

/// <summary>The switch that waits to be kept; null if none does.</summary>
internal sealed record UnkeptAnswer(UnkeptView? Switch);

/// <summary>A switch, and how it ended; null while it is on its way.</summary>
internal sealed record SwitchView(long Id, RunResult? Result);

internal static class SwitchEndpoints
{
    public static void MapSwitching(this IEndpointRouteBuilder api)
    {
        var group = api.MapGroup("").WithTags("Switching");
        group
            .MapPost(
                "/desktops/{id:long}/plans",
                (long id, Target target, ShownPlans plans) => plans.Show(id, target)
            )
            .WithName("planSwitch")
            .WithSummary("Make a plan; nothing is changed");
        group
            .MapPost(
                "/desktops/{id:long}/administrator",
                async (
                    long id,
                    AdministratorRequest request,
                    DesktopRegister register,
                    Administrator administrator
                ) =>
                    new ScriptAnswer(
                        await administrator.Run(
                            register.Get(id),
                            request.Fingerprint,
                            request.Password
                        )
                    )
            )
            .WithName("askAdministrator")
            .WithSummary("Let the administrator of a simulated desktop run the script of a plan")
            .ProducesProblem(StatusCodes.Status409Conflict)
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        group
            .MapPost("/desktops/{id:long}/switches", Start)
            .WithName("startSwitch")
            .WithSummary("Carry out a plan that was shown")
            .ProducesProblem(StatusCodes.Status409Conflict);
        group
            .MapGet(
                "/desktops/{id:long}/switches",
                (
                    long id,
                    SwitchedBy? by,
                    SwitchEnd? end,
                    DesktopRegister register,
                    SwitchHistory history
                ) => history.Of(register.Get(id), by, end)
            )
            .WithName("listSwitches")
            .WithSummary("List the switches of a desktop, the last first");
        group
            .MapGet(
                "/switches/{id:long}",
                (long id, SwitchRuns runs) => new SwitchView(id, runs.ResultOf(id))
            )
            .WithName("readSwitch")
            .WithSummary("Tell how a switch stands");
        group
            .MapGet(
                "/switches/{id:long}/plan",
                (long id, SwitchHistory history) => history.PlanOf(id)
            )
            .WithName("readSwitchPlan")
            .WithSummary("Read the plan of a switch as it was shown");
        group
            .MapGet("/switches/{id:long}/progress", Follow)
            .WithName("followSwitch")
            .WithSummary("Follow a switch, as server-sent events");
        group
            .MapPost(
                "/switches/{id:long}/stop",
                (long id, SwitchRuns runs) =>
                {
                    if (runs.ResultOf(id) is null)
                        runs.Find(id)?.Stop();
                    return TypedResults.NoContent();
                }
            )
            .WithName("stopSwitch")
            .WithSummary("Stop a switch, which then goes back");
        group
            .MapGet(
                "/desktops/{id:long}/unkept",
                (long id, DesktopRegister register, Countdowns countdowns) =>
                    new UnkeptAnswer(countdowns.Of(register.Get(id)))
            )
            .WithName("readUnkept")
            .WithSummary("Tell which switch of a desktop waits to be kept");
        group
            .MapPost(
                "/switches/{id:long}/keep",
                (long id, Countdowns countdowns) =>
                {
                    countdowns.Keep(id);
                    return TypedResults.NoContent();
                }
            )
            .WithName("keepSwitch")
            .WithSummary("Keep a switch that would go back by itself")
            .ProducesProblem(StatusCodes.Status409Conflict);
        group
            .MapPost(
                "/switches/{id:long}/back",
                (long id, Countdowns countdowns) => countdowns.GoBack(id)
            )
            .WithName("takeSwitchBack")
            .WithSummary("Take a switch back that waits to be kept")
            .ProducesProblem(StatusCodes.Status409Conflict);
    }

    private static Accepted<StartedSwitch> Start(long id, SwitchRequest request, SwitchRuns runs)
    {
        var run = runs.Start(id, request.Fingerprint, SwitchedBy.Person, request.KeepWithin);
        return TypedResults.Accepted($"/api/switches/{run}/progress", new StartedSwitch(run));
    }

    private static ServerSentEventsResult<RunProgress> Follow(
        long id,
        SwitchRuns runs,
        CancellationToken cancellation
    ) => TypedResults.ServerSentEvents(Events(runs, id, runs.Find(id), cancellation));

    private static async IAsyncEnumerable<SseItem<RunProgress>> Events(
        SwitchRuns runs,
        long id,
        SwitchRun? run,
        [EnumeratorCancellation] CancellationToken cancellation
    )
    {
        if (run is null)
            yield return new SseItem<RunProgress>(
                new RunProgress(RunStage.Ended, 0, 0, null, runs.ResultOf(id)),
                "progress"
            );
        else
            await foreach (var progress in run.Follow(cancellation))
                yield return new SseItem<RunProgress>(progress, "progress");
    }
}
