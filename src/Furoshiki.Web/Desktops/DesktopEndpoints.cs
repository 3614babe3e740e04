using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using Furoshiki.App.Desktops;
using Furoshiki.App.Installation;
using Furoshiki.App.Kinds;
using Furoshiki.App.Now;
using Furoshiki.App.SafeStates;
using Furoshiki.App.Session;
using Furoshiki.App.Shelf;
using Furoshiki.App.Watching;
using Furoshiki.Core.Maps;
using Furoshiki.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Furoshiki.Web.Desktops;

/// <summary>What the session of a desktop is told to do.</summary>
internal sealed record SessionRequest(SessionAction Action, string? Program);

/// <summary>Asks for an edit of a part by another program.</summary>
internal sealed record OtherProgramRequest(string Kind);

/// <summary>The version that a desktop's platform has.</summary>
internal sealed record DesktopVersion(string Version);

/// <summary>Whether a desktop's programs may be told that their settings are others.</summary>
internal sealed record Telling(bool IsAllowed);

/// <summary>What a desktop is called.</summary>
internal sealed record DesktopName(string Name);

internal static class DesktopEndpoints
{
    public static void MapDesktops(this IEndpointRouteBuilder api)
    {
        var desktops = api.MapGroup("/desktops").WithTags("Desktops");
        desktops
            .MapGet("", (DesktopRegister register) => register.List())
            .WithName("listDesktops")
            .WithSummary("List the desktops");
        desktops
            .MapPost(
                "",
                (NewDesktop wanted, Registration registration, SafeStateMaker safeStates) =>
                {
                    var desktop = registration.Register(wanted);
                    safeStates.TryMakeFirst(desktop);
                    return TypedResults.Created(
                        $"/api/desktops/{desktop.Id}",
                        DesktopView.Of(desktop)
                    );
                }
            )
            .WithName("registerDesktop")
            .WithSummary("Add a desktop; nothing is written in its folder")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        desktops
            .MapPost(
                "/look",
                (FolderChoice choice, Registration registration) => registration.Look(choice)
            )
            .WithName("lookAtFolder")
            .WithSummary("Tell what a map finds in a folder")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        desktops
            .MapGet(
                "/{id:long}",
                (long id, DesktopRegister register, SimulatedDesktops simulated) =>
                    simulated.Open(register.Get(id))
            )
            .WithName("openDesktop")
            .WithSummary("Open a desktop with what its map finds");
        desktops
            .MapGet(
                "/{id:long}/now",
                (long id, DesktopRegister register, NowReader now) => now.Read(register.Get(id))
            )
            .WithName("readNow")
            .WithSummary("Tell what is on a desktop, what drifted and what waits");
        desktops
            .MapPost(
                "/{id:long}/news/seen",
                (long id, SqliteSwitchJournal journal) =>
                {
                    journal.SeeNews(id);
                    return TypedResults.NoContent();
                }
            )
            .WithName("seeNews")
            .WithSummary("Put what was told of a broken-off switch away");
        desktops
            .MapPut(
                "/{id:long}/folder",
                (long id, FolderPlace place, Registration registration) =>
                {
                    registration.Move(id, place);
                    return TypedResults.NoContent();
                }
            )
            .WithName("findDesktopAgain")
            .WithSummary("Say where the folder of a desktop stands now")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        desktops
            .MapPut(
                "/{id:long}/name",
                (long id, DesktopName name, DesktopRegister register) =>
                    new DesktopName(register.Rename(id, name.Name))
            )
            .WithName("renameDesktop")
            .WithSummary("Give a desktop another name")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        desktops
            .MapPut(
                "/{id:long}/screens",
                (long id, IReadOnlyList<Screen> screens, Registration registration) =>
                {
                    registration.ChangeScreens(id, screens);
                    return TypedResults.NoContent();
                }
            )
            .WithName("changeScreens")
            .WithSummary("Say which screens a desktop has, the main one first")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        desktops
            .MapPut(
                "/{id:long}/version",
                (long id, DesktopVersion version, Registration registration) =>
                {
                    registration.ChangeVersion(id, version.Version);
                    return TypedResults.NoContent();
                }
            )
            .WithName("changeVersion")
            .WithSummary("Say which version a desktop's platform has now")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        desktops
            .MapGet(
                "/{id:long}/version/news",
                (long id, DesktopRegister register, CardMaker cards) =>
                    cards.VersionNews(register.Get(id))
            )
            .WithName("getVersionNews")
            .WithSummary("Tell what does not hold any more since a platform has another version");
        desktops
            .MapDelete(
                "/{id:long}/version/news",
                (long id, DesktopRegister register) =>
                {
                    register.ForgetEarlierVersion(id);
                    return TypedResults.NoContent();
                }
            )
            .WithName("forgetVersionNews")
            .WithSummary("Tell no more what a platform's earlier version was");
        api.MapGet("/changes", Follow)
            .WithTags("Desktops")
            .WithName("followDesktops")
            .WithSummary("Follow the changes of all desktops, as server-sent events");
        desktops
            .MapPost(
                "/{id:long}/session",
                async (
                    long id,
                    SessionRequest request,
                    DesktopRegister register,
                    Sessions sessions
                ) =>
                {
                    await sessions.Act(register.Get(id), request.Action, request.Program);
                    return TypedResults.NoContent();
                }
            )
            .WithName("tellSession")
            .WithSummary(
                "Tell the session of a simulated desktop, or a program of a real one, something"
            )
            .ProducesProblem(StatusCodes.Status409Conflict)
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        desktops
            .MapPut(
                "/{id:long}/telling",
                (long id, Telling telling, DesktopRegister register) =>
                {
                    register.AllowTelling(id, telling.IsAllowed);
                    return TypedResults.NoContent();
                }
            )
            .WithName("allowTelling")
            .WithSummary(
                "Say whether Furoshiki may tell a desktop's programs that their settings are others"
            );
        desktops
            .MapPut(
                "/{id:long}/faults",
                (
                    long id,
                    DiskFaults faults,
                    DesktopRegister register,
                    SimulatedDesktops simulated
                ) => simulated.SetFaults(register.Get(id), faults)
            )
            .WithName("setFaults")
            .WithSummary("Give a simulated desktop trouble with its disk");
        desktops
            .MapPost(
                "/{id:long}/other-program",
                (
                    long id,
                    OtherProgramRequest request,
                    DesktopRegister register,
                    SimulatedDesktops simulated
                ) => simulated.EditAsOther(register.Get(id), request.Kind)
            )
            .WithName("editAsOtherProgram")
            .WithSummary("Let another program edit a part of a simulated desktop")
            .ProducesProblem(StatusCodes.Status409Conflict);
        api.MapGet("/notices", (DataFolder data) => data.Notices)
            .WithTags("Desktops")
            .WithName("listNotices")
            .WithSummary("Tell what was found at the start");
        api.MapGet("/kinds", () => KindView.All)
            .WithTags("Desktops")
            .WithName("listKinds")
            .WithSummary("List the kinds of part and their settings");
        api.MapGet("/maps", (MapShelf shelf) => shelf.All())
            .WithTags("Desktops")
            .WithName("listMaps")
            .WithSummary("List the desktop maps that there are");
        api.MapGet(
                "/folders",
                (string? path, Registration registration) => registration.Folders(path)
            )
            .WithTags("Desktops")
            .WithName("listFolders")
            .WithSummary("List the folders in a folder")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
    }

    private static ServerSentEventsResult<DesktopState?> Follow(
        DesktopWatch watch,
        IHostApplicationLifetime lifetime,
        CancellationToken cancellation
    ) => TypedResults.ServerSentEvents(Events(watch, lifetime.ApplicationStopping, cancellation));

    /// <summary>How long nothing is sent at most, so that whoever listens knows that it still is heard.</summary>
    private static readonly TimeSpan Silence = TimeSpan.FromSeconds(15);

    private static async IAsyncEnumerable<SseItem<DesktopState?>> Events(
        DesktopWatch watch,
        CancellationToken stopping,
        [EnumeratorCancellation] CancellationToken cancellation
    )
    {
        using var ends = CancellationTokenSource.CreateLinkedTokenSource(cancellation, stopping);
        await using var states = watch.Follow(ends.Token).GetAsyncEnumerator(ends.Token);
        // The first sign takes the headers along.
        yield return new SseItem<DesktopState?>(null, "alive");
        var next = states.MoveNextAsync().AsTask();
        try
        {
            while (true)
                if (await Task.WhenAny(next, Task.Delay(Silence, ends.Token)) != next)
                {
                    if (ends.IsCancellationRequested)
                        yield break;
                    yield return new SseItem<DesktopState?>(null, "alive");
                }
                else if (await next)
                {
                    yield return new SseItem<DesktopState?>(states.Current, "changed");
                    next = states.MoveNextAsync().AsTask();
                }
                else
                    yield break;
        }
        finally
        {
            await ends.CancelAsync();
            await ((Task)next).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }
}
