using System.Text;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Supplies;
using Furoshiki.Core.Picture;
using Furoshiki.Web.Pictures;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Furoshiki.Web.Supplies;

internal static class SupplyEndpoints
{
    public static void MapSupplies(this IEndpointRouteBuilder api)
    {
        var all = api.MapGroup("").WithTags("Supplies");
        all.MapGet(
                "/desktops/{id:long}/supplies",
                (long id, DesktopRegister register, SupplyShelf shelf) => shelf.Of(register.Get(id))
            )
            .WithName("listSupplies")
            .WithSummary("List the supplies that are known, as they stand to a desktop");
        all.MapGet(
                "/desktops/{id:long}/supplies/like",
                (long id, string supply, DesktopRegister register, SupplyShelf shelf) =>
                    shelf.LikeOf(register.Get(id), supply)
            )
            .WithName("listLikeSupplies")
            .WithSummary("List the supplies of the same kind that come nearest to one")
            .ProducesProblem(StatusCodes.Status404NotFound);
        all.MapGet(
                "/desktops/{id:long}/supplies/accents",
                (long id, string? to, DesktopRegister register, SupplyShelf shelf) =>
                    shelf.AccentsNear(register.Get(id), to)
            )
            .WithName("listSupplyAccents")
            .WithSummary("List the supplies that have an accent, the nearest to a colour first")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        all.MapPost(
                "/desktops/{id:long}/supplies/own",
                (long id, OwnForm form, DesktopRegister register, OwnSupplies own) =>
                    own.KeepEdited(register.Get(id), form)
            )
            .WithName("keepEditedSupply")
            .WithSummary("Keep a supply that was edited in place under a name of its own")
            .ProducesProblem(StatusCodes.Status404NotFound)
            .ProducesProblem(StatusCodes.Status409Conflict)
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        all.MapPost("/supplies/own/sets", (SetsForm form, OwnSupplies own) => own.TakeIn(form))
            .WithName("takeInSets")
            .WithSummary("Take in the unpacked sets and the archives of a folder as one's own")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        all.MapGet("/supplies/own/carried", (CarriedAssets carried) => carried.All())
            .WithName("listCarried")
            .WithSummary("List what savings carry and is of no known supply");
        all.MapPost(
                "/supplies/own/carried",
                (CarriedForm form, CarriedAssets carried) => carried.Keep(form)
            )
            .WithName("keepCarried")
            .WithSummary("Make what savings carry a supply of one's own")
            .ProducesProblem(StatusCodes.Status404NotFound)
            .ProducesProblem(StatusCodes.Status409Conflict);
        all.MapForm("/supplies/own/dropped", Dropped, MostDropped)
            .WithName("takeInDropped")
            .WithSummary("Take in an unpacked set, or an archive, as one's own")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        all.MapGet("/supplies/files/{digest}/{name}", Sample)
            .WithName("loadSample")
            .WithSummary("Give a file of a supply that shows what it is like")
            .Produces(StatusCodes.Status200OK, contentType: "application/octet-stream");
        all.MapGet("/catalogues", (Sources sources) => sources.All())
            .WithName("listCatalogues")
            .WithSummary("List the catalogues that are used");
        all.MapPost(
                "/catalogues",
                (SourceForm form, Sources sources, CancellationToken stop) =>
                    sources.Add(form, stop)
            )
            .WithName("addCatalogue")
            .WithSummary("Use a catalogue, and read it")
            .ProducesProblem(StatusCodes.Status409Conflict)
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        all.MapPost(
                "/catalogues/{id:long}/read",
                (long id, Sources sources, CancellationToken stop) => sources.Read(id, stop)
            )
            .WithName("readCatalogue")
            .WithSummary("Read a catalogue again")
            .ProducesProblem(StatusCodes.Status409Conflict);
        all.MapDelete(
                "/catalogues/{id:long}",
                (long id, Sources sources) =>
                {
                    sources.Remove(id);
                    return TypedResults.NoContent();
                }
            )
            .WithName("removeCatalogue")
            .WithSummary("Use a catalogue no more");
    }

    private const long MostDropped = 256L << 20;

    /// <summary>Files that were dropped, each by its path as it stood in what was dropped.</summary>
    private static TakenView Dropped(
        [FromForm] IFormFileCollection files,
        [FromForm] string? kind,
        OwnSupplies own
    ) =>
        own.TakeDropped(
            files.Select(file => (file.FileName, (Func<Stream>)file.OpenReadStream)),
            kind
        );

    /// <summary>A picture, a sound or a font as it is, and of what is neither a drawing of what it says.</summary>
    private static async Task<Results<FileContentHttpResult, NotFound>> Sample(
        string digest,
        string name,
        string? colours,
        SampleFiles files,
        LookLibrary library,
        HttpResponse response,
        CancellationToken stop
    )
    {
        var form = SupplySamples.FormOf(name);
        if (form is null || await files.Find(LookLibrary.Asked(digest), stop) is not { } bytes)
            return TypedResults.NotFound();
        if (form is SampleForm.Sound or SampleForm.Type)
            return TypedResults.File(
                bytes,
                Path.GetExtension(name).ToLowerInvariant() switch
                {
                    ".wav" => "audio/wav",
                    var ending when form == SampleForm.Type => $"font/{ending[1..]}",
                    _ => "audio/ogg",
                }
            );
        var drawn =
            form == SampleForm.Picture ? bytes
            : SampleDrawing.Draw(
                name,
                bytes,
                colours is null ? null : library.Get(LookLibrary.Asked(colours))
            )
                is { } svg
                ? Encoding.UTF8.GetBytes(svg)
            : null;
        return
            drawn is not null
            && PictureEndpoints.Foreign(
                digest,
                form == SampleForm.Picture ? name : $"{name}.svg",
                drawn,
                response
            )
                is { } file
            ? file
            : TypedResults.NotFound();
    }
}
