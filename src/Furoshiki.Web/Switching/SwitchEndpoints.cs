using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using Furoshiki.App.Desktops;
using Furoshiki.App.Planning;
using Furoshiki.App.Switching;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Furoshiki.Web.Switching;

/// <summary>A request to carry out a plan as it was shown.</summary>
/// <param name="Fingerprint">The plan's fingerprint.</param>
internal sealed record SwitchRequest(string Fingerprint);

/// <summary>A switch that was started.</summary>
internal sealed record StartedSwitch(long Id);

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
            .MapPost("/desktops/{id:long}/switches", Start)
            .WithName("startSwitch")
            .WithSummary("Carry out a plan that was shown")
            .ProducesProblem(StatusCodes.Status409Conflict);
        group
            .MapGet(
                "/desktops/{id:long}/switches",
                (long id, DesktopRegister register, SwitchHistory history) =>
                    history.Of(register.Get(id))
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
    }

    private static Accepted<StartedSwitch> Start(long id, SwitchRequest request, SwitchRuns runs)
    {
        var run = runs.Start(id, request.Fingerprint);
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
