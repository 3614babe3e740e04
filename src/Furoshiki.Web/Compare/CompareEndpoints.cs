using Furoshiki.App.Comparing;
using Furoshiki.App.Desktops;
using Furoshiki.Core.Picture;

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
                    string[] look,
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
}
