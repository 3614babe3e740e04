using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using Furoshiki.Core.Session;
using Furoshiki.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Furoshiki.Web.Desktops;

/// <summary>A desktop with what its map found, and its session where it is simulated.</summary>
/// <param name="Programs">The programs that show parts only after they start again.</param>
internal sealed record DesktopPage(
    DesktopView Desktop,
    FolderReport Report,
    IReadOnlyList<string> Programs,
    DiskFaults Faults
);

/// <summary>What a simulated desktop is told to do.</summary>
internal sealed record SessionRequest(SessionAction Action, string? Program);

/// <summary>Asks for an edit of a part by another program.</summary>
internal sealed record OtherProgramRequest(string Kind);

/// <summary>What another program edited.</summary>
internal sealed record OtherEditView(string Path, string Words);

internal static class DesktopEndpoints
{
    public static void MapDesktops(this IEndpointRouteBuilder api)
    {
        var desktops = api.MapGroup("/desktops").WithTags("Desktops");
        desktops.MapGet("", (DesktopRegister register) => register.List()).WithName("listDesktops");
        desktops
            .MapPost(
                "",
                (NewDesktop wanted, Registration registration) =>
                    DesktopView.Of(registration.Register(wanted))
            )
            .WithName("registerDesktop")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        desktops
            .MapPost(
                "/look",
                (FolderChoice choice, Registration registration) => registration.Look(choice)
            )
            .WithName("lookAtFolder")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        desktops.MapGet("/{id:long}", Open).WithName("openDesktop");
        desktops
            .MapGet(
                "/{id:long}/now",
                (long id, DesktopRegister register, NowReader now) => now.Read(register.Get(id))
            )
            .WithName("readNow");
        desktops
            .MapPost(
                "/{id:long}/news/seen",
                (long id, SqliteSwitchJournal journal) =>
                {
                    journal.SeeNews(id);
                    return TypedResults.NoContent();
                }
            )
            .WithName("seeNews");
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
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        desktops
            .MapDelete(
                "/{id:long}",
                (long id, DesktopRegister register) =>
                {
                    register.Forget(id);
                    return TypedResults.NoContent();
                }
            )
            .WithName("forgetDesktop")
            .ProducesProblem(StatusCodes.Status409Conflict);
        api.MapGet("/changes", Follow).WithTags("Desktops").WithName("followDesktops");
        desktops
            .MapPost(
                "/{id:long}/session",
                (long id, SessionRequest request, DesktopRegister register, Sessions sessions) =>
                {
                    sessions.Act(register.Get(id), request.Action, request.Program);
                    return TypedResults.NoContent();
                }
            )
            .WithName("tellSession")
            .ProducesProblem(StatusCodes.Status409Conflict);
        desktops.MapPut("/{id:long}/faults", SetFaults).WithName("setFaults");
        desktops
            .MapPost("/{id:long}/other-program", EditAsOther)
            .WithName("editAsOtherProgram")
            .ProducesProblem(StatusCodes.Status409Conflict);
        api.MapGet("/notices", (DataFolder data) => data.Notices)
            .WithTags("Desktops")
            .WithName("listNotices");
        api.MapGet("/maps", (MapShelf shelf) => shelf.All())
            .WithTags("Desktops")
            .WithName("listMaps");
        api.MapGet(
                "/folders",
                (string? path, Registration registration) => registration.Folders(path)
            )
            .WithTags("Desktops")
            .WithName("listFolders")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
    }

    private static DesktopPage Open(long id, DesktopRegister register, Sessions sessions)
    {
        var desktop = register.Get(id);
        return new DesktopPage(
            DesktopView.Of(desktop),
            Registration.Report(desktop.Map, desktop.Folder),
            [.. desktop.Map.Kinds.Select(kind => kind.Program).OfType<string>().Distinct()],
            sessions.FaultsOf(id)
        );
    }

    private static DiskFaults SetFaults(
        long id,
        DiskFaults faults,
        DesktopRegister register,
        Sessions sessions
    )
    {
        RefuseReal(register.Get(id));
        sessions.SetFaults(id, faults);
        return sessions.FaultsOf(id);
    }

    /// <summary>Edits a file of a simulated desktop as another program would; the rest of the product learns of it from the disk.</summary>
    private static OtherEditView EditAsOther(
        long id,
        OtherProgramRequest request,
        DesktopRegister register,
        LookLibrary library
    )
    {
        var desktop = register.Get(id);
        RefuseReal(desktop);
        if (
            OtherProgram.Edit(desktop.Map, library.ReadNow(desktop).Reading, request.Kind)
            is not { } edit
        )
            throw ProblemException.Field(
                "kind",
                "This part has no setting that another program could change."
            );
        File.WriteAllBytes(desktop.Folder.PathOf(edit.Path), edit.Bytes.ToArray());
        return new OtherEditView(edit.Path, edit.Words);
    }

    private static void RefuseReal(LiveDesktop desktop)
    {
        if (!desktop.IsSimulated)
            throw new ProblemException(
                StatusCodes.Status409Conflict,
                "not-simulated",
                "This desktop is real, so nothing is made up on it.",
                "Nothing was changed."
            );
    }

    private static ServerSentEventsResult<DesktopState> Follow(
        DesktopWatch watch,
        CancellationToken cancellation
    ) => TypedResults.ServerSentEvents(Events(watch, cancellation));

    private static async IAsyncEnumerable<SseItem<DesktopState>> Events(
        DesktopWatch watch,
        [EnumeratorCancellation] CancellationToken cancellation
    )
    {
        await foreach (var state in watch.Follow(cancellation))
            yield return new SseItem<DesktopState>(state, "changed");
    }
}
