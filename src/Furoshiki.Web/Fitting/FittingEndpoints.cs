using Furoshiki.App.Desktops;
using Furoshiki.App.Fitting;
using Furoshiki.App.Keeping;
using Furoshiki.App.Looks;
using Furoshiki.App.Pictures;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Picture;
using Microsoft.AspNetCore.Mvc;

namespace Furoshiki.Web.Fitting;

/// <summary>The state of a fitting in which a person saw it.</summary>
/// <param name="Revision">Its revision.</param>
internal sealed record SeenForm(long Revision);

/// <summary>Whether a step is left out.</summary>
/// <param name="IsOut">Whether it is.</param>
internal sealed record LeaveForm(bool IsOut);

/// <summary>Another look that a fitting begins with.</summary>
/// <param name="Look">The look, named as in an address.</param>
internal sealed record RebaseForm(string Look);

/// <summary>Another name.</summary>
/// <param name="Name">The name.</param>
internal sealed record RenameForm(string Name);

internal static class FittingEndpoints
{
    public static void MapFittings(this IEndpointRouteBuilder api)
    {
        var its = api.MapGroup("/desktops/{id:long}/fittings").WithTags("Fitting");
        its.MapGet(
                "",
                (long id, DesktopRegister register, FittingDesk desk) =>
                    desk.All(register.Get(id)).Select(FittingTeller.Line)
            )
            .WithName("listFittings")
            .WithSummary("List the looks that are being fitted, the last changed first");
        its.MapPost(
                "",
                (
                    long id,
                    BeginForm form,
                    DesktopRegister register,
                    FittingDesk desk,
                    FittedLooks fittings,
                    FittingTeller teller
                ) =>
                {
                    var begun = desk.Begin(register.Get(id), form);
                    return TypedResults.Created(
                        $"/api/fittings/{begun}",
                        teller.Tell(fittings.Get(begun))
                    );
                }
            )
            .WithName("beginFitting")
            .WithSummary("Begin to fit a look")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        api.MapGet("/colours", (string text) => ColourView.Of(text))
            .WithTags("Fitting")
            .WithName("readColour")
            .WithSummary("Read a colour as CSS writes it, in sRGB and OKLCH")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        api.MapGet(
                "/colours/{digest}/{name}",
                (
                    string digest,
                    string name,
                    double x,
                    double y,
                    FittingPalettes palettes,
                    CancellationToken gone
                ) => palettes.At(digest, name, x, y, gone)
            )
            .WithTags("Fitting")
            .WithName("pickColour")
            .WithSummary("Tell the colour at a place in a picture")
            .ProducesProblem(StatusCodes.Status404NotFound);
        api.MapPut(
                "/profiles/{id:long}/wishes",
                (long id, WishForm form, Wishes wishes) =>
                {
                    wishes.Note(id, form);
                    return TypedResults.NoContent();
                }
            )
            .WithTags("Profiles")
            .WithName("wantAdvised")
            .WithSummary("Want something of a profile as advice finds it, or not any more")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        api.MapGet(
                "/sights/{sight}",
                (Sight sight, int strength = 100) => SightView.Of(sight, strength)
            )
            .WithTags("Fitting")
            .WithName("simulateSight")
            .WithSummary("Tell how colours look to somebody whose colour vision is deficient")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        MapOne(api.MapGroup("/fittings/{id:long}").WithTags("Fitting"));
    }

    /// <summary>A picture that was dropped or chosen.</summary>
    private static FittingView Picture(
        long id,
        IFormFile file,
        [FromForm] string kind,
        [FromForm] string? item,
        OwnPictures pictures,
        FittingTeller teller
    )
    {
        using var bytes = new MemoryStream();
        file.CopyTo(bytes);
        return teller.Tell(
            pictures.Take(
                id,
                file.FileName,
                bytes.ToArray(),
                kind,
                string.IsNullOrEmpty(item) ? null : item
            )
        );
    }

    private static void MapOne(RouteGroupBuilder one)
    {
        one.MapGet(
                "",
                (long id, FittedLooks fittings, FittingTeller teller) =>
                    teller.Tell(fittings.Get(id))
            )
            .WithName("openFitting")
            .WithSummary("Tell how a fitting stands, and all that can be set in it");
        one.MapGet(
                "/parts/{kind}/elsewhere",
                (long id, string kind, BorrowShelf shelf) => shelf.Of(id, kind)
            )
            .WithName("listBorrowable")
            .WithSummary("List the parts of other looks that could be borrowed");
        one.MapGet(
                "/parts/{kind}/choices/{setting}",
                (long id, string kind, string setting, ChoiceShelf shelf) =>
                    shelf.Of(id, kind, setting)
            )
            .WithName("listChoices")
            .WithSummary("List what a setting that names an asset could name");
        one.MapGet(
                "/parts/{kind}/trials",
                (
                    long id,
                    string kind,
                    string setting,
                    ContactSheets sheets,
                    PictureScene scene = PictureScene.Desktop,
                    int skip = 0
                ) => sheets.OfSetting(id, kind, setting, scene, skip)
            )
            .WithName("tryChoices")
            .WithSummary("Draw a fitting with each thing that a setting could name, 24 at a time");
        one.MapGet(
                "/trials",
                (
                    long id,
                    [FromQuery] string[] look,
                    ContactSheets sheets,
                    LookShare share = LookShare.Everything,
                    PictureScene scene = PictureScene.Desktop
                ) => sheets.OfLooks(id, look, share, scene)
            )
            .WithName("tryLooks")
            .WithSummary("Draw a fitting with the parts of each of some looks");
        one.MapGet(
                "/moves",
                (long id, ContactSheets sheets, PictureScene scene = PictureScene.Desktop) =>
                    sheets.OfMoves(id, scene)
            )
            .WithName("tryMoves")
            .WithSummary("Draw a fitting after each move that goes through the whole of it");
        one.MapGet(
                "/palettes",
                (long id, FittingPalettes palettes, CancellationToken gone) => palettes.Of(id, gone)
            )
            .WithName("listPalettes")
            .WithSummary("Tell the colours of a fitting's own pictures");
        one.MapPost(
                "/remedies",
                (long id, RemedyForm form, FittingAdvice advice, FittingTeller teller) =>
                    teller.Tell(advice.Take(id, form))
            )
            .WithName("takeRemedy")
            .WithSummary("Settle a piece of advice by one of its remedies");
        one.MapPut(
                "/name",
                (long id, RenameForm form, FittingDesk desk, FittingTeller teller) =>
                    teller.Tell(desk.Rename(id, form.Name))
            )
            .WithName("renameFitting")
            .WithSummary("Give a fitting another name")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        one.MapDelete("", (long id, Deletions deletions) => deletions.DeleteFitting(id))
            .WithName("deleteFitting")
            .WithSummary("Throw a fitting away; it can be undeleted for a while");
        one.MapPost(
                "/steps",
                (long id, StepForm form, FittingDesk desk, FittingTeller teller) =>
                    teller.Tell(desk.Step(id, form))
            )
            .WithName("takeStep")
            .WithSummary("Take a step")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        one.MapPut(
                "/steps/{step:int}",
                (long id, int step, LeaveForm form, FittingDesk desk, FittingTeller teller) =>
                    teller.Tell(desk.Leave(id, step, form.IsOut))
            )
            .WithName("leaveStep")
            .WithSummary("Leave a step out, or take it in again");
        one.MapPut(
                "/base",
                (long id, RebaseForm form, FittingDesk desk, FittingTeller teller) =>
                    teller.Tell(desk.Rebase(id, form.Look))
            )
            .WithName("rebaseFitting")
            .WithSummary("Put another look under the steps")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        one.MapPost(
                "/undo",
                (long id, SeenForm seen, FittingDesk desk, FittingTeller teller) =>
                    teller.Tell(desk.Undo(id, seen.Revision))
            )
            .WithName("undoStep")
            .WithSummary("Undo what was done last");
        one.MapPost(
                "/redo",
                (long id, SeenForm seen, FittingDesk desk, FittingTeller teller) =>
                    teller.Tell(desk.Redo(id, seen.Revision))
            )
            .WithName("redoStep")
            .WithSummary("Do again what was undone last");
        one.MapForm("/pictures", Picture, OwnPictures.MostBytes)
            .WithName("takePicture")
            .WithSummary(
                "Take a picture of one's own as a wallpaper, onto the locked screen, or as the icon of an entry"
            )
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        one.MapPost(
                "/trial",
                (
                    long id,
                    StepForm form,
                    FittingDesk desk,
                    Painter painter,
                    PictureScene scene = PictureScene.Desktop
                ) =>
                {
                    var (look, desktop) = desk.Try(id, form);
                    return painter.Draw(look, desktop, scene, PictureDetail.Words);
                }
            )
            .WithName("tryStep")
            .WithSummary("Draw a fitting with one step more, and keep nothing")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
    }
}
