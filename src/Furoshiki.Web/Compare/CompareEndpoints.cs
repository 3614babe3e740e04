using System.Net.Mime;
using System.Text;
using Furoshiki.App.Comparing;
using Furoshiki.App.Desktops;
using Furoshiki.Core.Picture;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Furoshiki.Web.Compare;

internal static class CompareEndpoints
{
    public static void MapCompare(this IEndpointRouteBuilder api)
    {
        api = api.MapGroup("").WithTags("Compare");
        api.MapGet(
                "/desktops/{id:long}/comparison",
                (
                    long id,
                    [FromQuery] string[] look,
                    DesktopRegister register,
                    Comparer comparer,
                    bool all = false,
                    RowOrder order = RowOrder.Eye,
                    string find = ""
                ) => comparer.Compare(register.Get(id), new CompareQuery(look, all, order, find))
            )
            .WithName("compare")
            .WithSummary("Put two to four looks side by side");
        api.MapGet(
                "/desktops/{id:long}/comparison/behind",
                (
                    long id,
                    [FromQuery] string[] look,
                    DesktopRegister register,
                    BehindTable behind,
                    bool all = false,
                    string find = ""
                ) => behind.Rows(register.Get(id), new CompareQuery(look, all, Find: find))
            )
            .WithName("compareBehind")
            .WithSummary(
                "Tell what lies behind looks: needs, costs, losses and what it takes to show"
            );
        api.MapGet(
                "/desktops/{id:long}/comparison/picture",
                (
                    long id,
                    string first,
                    string other,
                    PictureDifferences differences,
                    PictureScene scene = PictureScene.Desktop
                ) => differences.Between(id, first, other, scene)
            )
            .WithName("comparePictures")
            .WithSummary("Tell what differs between the pictures of two looks");
        api.MapGet(
                "/desktops/{id:long}/nearness",
                (long id, string to, DesktopRegister register, Nearness nearness) =>
                    nearness.Against(register.Get(id), to)
            )
            .WithName("listNearest")
            .WithSummary("Tell how near all profiles are to a look");
        api.MapGet(
                "/desktops/{id:long}/nearness/twins",
                (long id, string to, DesktopRegister register, Nearness nearness) =>
                    nearness.Twins(register.Get(id), to)
            )
            .WithName("listTwins")
            .WithSummary("List the savings that differ from a look in nothing that shows");
        api.MapGet(
                "/desktops/{id:long}/nearness/map",
                (long id, string to, DesktopRegister register, Nearness nearness) =>
                    nearness.Map(register.Get(id), to)
            )
            .WithName("mapNearness")
            .WithSummary("Lay all profiles and a look out by how near they are to each other");
        var sheet = api.MapGroup("/desktops/{id:long}/comparison/sheet");
        sheet
            .MapGet("/page", Page)
            .WithName("comparisonPage")
            .WithSummary(
                "Write a comparison down as a page in one file, which needs nothing beside it"
            )
            .Produces(StatusCodes.Status200OK, contentType: MediaTypeNames.Text.Html);
        sheet
            .MapGet("/table", Table)
            .WithName("comparisonTable")
            .WithSummary("Write a comparison down as comma-separated values (RFC 4180)")
            .Produces(StatusCodes.Status200OK, contentType: MediaTypeNames.Text.Csv);
        sheet
            .MapGet("/data", Data)
            .WithName("comparisonData")
            .WithSummary("Write a comparison down as JSON, in the form of the command's own");
        var changes = api.MapGroup("/looks/{digest}/changes/{other}/{kind}");
        changes
            .MapGet(
                "",
                (string digest, string other, string kind, FileChanges files) =>
                    files.Folders(digest, other, kind)
            )
            .WithName("listChangedFolders")
            .WithSummary("List the folders with files that differ in a part of two looks");
        changes
            .MapGet(
                "/files",
                (string digest, string other, string kind, string folder, FileChanges files) =>
                    files.Files(digest, other, kind, folder)
            )
            .WithName("listChangedFiles")
            .WithSummary("List the files of a folder that differ in a part of two looks");
        api.MapGet(
                "/content/{digest}/lines/{other}",
                (string digest, string other, FileChanges files) => files.Lines(digest, other)
            )
            .WithName("compareLines")
            .WithSummary("Compare two texts line by line");
    }

    private static ContentHttpResult Page(
        long id,
        [FromQuery] string[] look,
        DesktopRegister register,
        CompareSheet sheet,
        HttpResponse response,
        bool all = false,
        RowOrder order = RowOrder.Eye,
        string find = "",
        bool download = false
    )
    {
        var page = sheet.Html(register.Get(id), new CompareQuery(look, all, order, find));
        // Nothing in it runs or loads anything, wherever it is opened.
        response.Headers.ContentSecurityPolicy =
            "default-src 'none'; img-src data:; style-src 'unsafe-inline'; sandbox allow-modals";
        if (download)
            response.Headers.ContentDisposition = "attachment; filename=\"comparison.html\"";
        return TypedResults.Content(page, MediaTypeNames.Text.Html, Encoding.UTF8);
    }

    private static FileContentHttpResult Table(
        long id,
        [FromQuery] string[] look,
        DesktopRegister register,
        CompareSheet sheet,
        bool all = false,
        RowOrder order = RowOrder.Eye,
        string find = ""
    ) =>
        TypedResults.File(
            Encoding.UTF8.GetBytes(
                sheet.Csv(register.Get(id), new CompareQuery(look, all, order, find))
            ),
            MediaTypeNames.Text.Csv,
            "comparison.csv"
        );

    private static ComparisonView Data(
        long id,
        [FromQuery] string[] look,
        DesktopRegister register,
        CompareSheet sheet,
        HttpResponse response,
        bool all = false,
        RowOrder order = RowOrder.Eye,
        string find = ""
    )
    {
        response.Headers.ContentDisposition = "attachment; filename=\"comparison.json\"";
        return sheet.Whole(register.Get(id), new CompareQuery(look, all, order, find));
    }
}
