using Furoshiki.App;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Saving;
using Furoshiki.App.Shelf;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Furoshiki.Web.Profiles;

/// <summary>A request to save what is on a desktop; as a new profile where there is a form, as the next saving of one where there is a profile.</summary>
/// <param name="AsSaved">The kinds that stay as the last saving has them.</param>
/// <param name="KeepSystem">Whether the content of the administrator's assets is kept too.</param>
/// <param name="State">The number of a safe state that is saved; null for what is on now.</param>
/// <param name="Fitting">The number of a fitting that is saved; null for what is on now.</param>
internal sealed record SaveRequest(
    long Desktop,
    ProfileForm? Form,
    long? Profile,
    string Note,
    IReadOnlyList<string> Cover,
    IReadOnlyList<string> AsSaved,
    bool KeepSystem,
    long? State = null,
    long? Fitting = null
);

/// <summary>What was saved.</summary>
internal sealed record SavedView(long ProfileId, long SavingId, int Number);

internal static class ProfileEndpoints
{
    public static void MapProfiles(this IEndpointRouteBuilder api)
    {
        var profiles = api.MapGroup("/profiles").WithTags("Profiles");
        profiles
            .MapGet(
                "",
                (
                    long desktop,
                    string? find,
                    ShelfSort? sort,
                    int? skip,
                    int? take,
                    DesktopRegister register,
                    ShelfSearch search,
                    [FromQuery] string[]? show = null
                ) =>
                    search.Find(
                        register.Get(desktop),
                        new ShelfQuery(find ?? "", show, sort ?? ShelfSort.Fit, skip ?? 0, take)
                    )
            )
            .WithName("listProfiles")
            .WithSummary("Find profiles on the shelf");
        profiles
            .MapGet(
                "/filters",
                (long desktop, DesktopRegister register, ShelfSearch search) =>
                    search.Filters(register.Get(desktop))
            )
            .WithName("listFilters")
            .WithSummary("Tell by what the shelf can be filtered");
        profiles
            .MapGet(
                "/{id:long}",
                (
                    long id,
                    long desktop,
                    long? saving,
                    DesktopRegister register,
                    ProfileShelf shelf
                ) => shelf.Open(id, register.Get(desktop), saving)
            )
            .WithName("openProfile")
            .WithSummary("Open a profile with its savings, at the last or another of them");
        api.MapGet(
                "/desktops/{id:long}/looks/{name}",
                (
                    long id,
                    string name,
                    DesktopRegister register,
                    LookFinder finder,
                    IContentStore content
                ) => LookView.Of(finder.Find(register.Get(id), name), content)
            )
            .WithTags("Profiles")
            .WithName("openLook")
            .WithSummary("Open a look by its name: now, a saving or a safe state");
        profiles
            .MapPost("", Save)
            .WithName("save")
            .WithSummary("Save what is on a desktop")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        profiles
            .MapPut(
                "/{id:long}",
                (long id, ProfileForm form, ProfileShelf shelf) => shelf.Describe(id, form)
            )
            .WithName("describeProfile")
            .WithSummary("Change what is said of a profile")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
    }

    private static Created<SavedView> Save(
        SaveRequest request,
        DesktopRegister register,
        Saver saver
    )
    {
        var desktop = register.Get(request.Desktop);
        var choice = new SaveChoice(
            request.Note,
            request.Cover,
            request.AsSaved,
            request.KeepSystem,
            request.State,
            request.Fitting
        );
        var saving = (request.Form, request.Profile) switch
        {
            ({ } form, null) => saver.SaveNew(desktop, form, choice),
            (null, { } profile) => saver.SaveNext(desktop, profile, choice),
            _ => throw ProblemException.Field(
                "name",
                "Save either as a new profile or as the next saving of one."
            ),
        };
        return TypedResults.Created(
            $"/api/desktops/{desktop.Id}/looks/{LookRef.OfSaving(saving.Id)}",
            new SavedView(saving.ProfileId, saving.Id, saving.Number)
        );
    }
}
