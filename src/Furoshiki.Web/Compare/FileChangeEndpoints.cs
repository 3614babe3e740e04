using System.Globalization;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Web.Desktops;
using Furoshiki.Web.Pictures;

namespace Furoshiki.Web.Compare;

/// <summary>The changes in a folder of an asset.</summary>
/// <param name="Folder">The folder, with the asset's name in front; percent-encoded where it is no plain text.</param>
/// <param name="Words">What changed in it, in words.</param>
/// <param name="Count">How many of its entries are others.</param>
internal sealed record ChangedFolderView(string Folder, string Words, int Count);

/// <summary>A file that is another than it was.</summary>
/// <param name="Name">Its name in its folder.</param>
/// <param name="Change">What became of it.</param>
/// <param name="Before">What it was, in words.</param>
/// <param name="After">What it is, in words.</param>
/// <param name="BeforeContent">The digest of what it was, if that is at hand.</param>
/// <param name="AfterContent">The digest of what it is, if that is at hand.</param>
/// <param name="IsPicture">Whether its name says that it is a picture.</param>
internal sealed record ChangedFileView(
    string Name,
    FileChangeKind Change,
    string Before,
    string After,
    string? BeforeContent,
    string? AfterContent,
    bool IsPicture
);

/// <summary>A text, line by line.</summary>
/// <param name="Lines">The lines that differ, with some around them; null if one of the two is no text.</param>
internal sealed record LinesView(IReadOnlyList<ChangedLine>? Lines);

/// <summary>What differs in a part between two looks, down to the lines of a file.</summary>
internal static class FileChangeEndpoints
{
    public static void MapFileChanges(this IEndpointRouteBuilder api)
    {
        var changes = api.MapGroup("/looks/{digest}/changes/{other}/{kind}").WithTags("Compare");
        changes.MapGet("", Folders).WithName("listChangedFolders");
        changes.MapGet("/files", Files).WithName("listChangedFiles");
        api.MapGet("/content/{digest}/lines/{other}", Lines)
            .WithTags("Compare")
            .WithName("compareLines");
    }

    private static List<ChangedFolderView> Folders(
        string digest,
        string other,
        string kind,
        LookLibrary library
    ) =>
        [
            .. Changes(digest, other, kind, library)
                .GroupBy(one => FolderOf(one.Path))
                .Select(group => new ChangedFolderView(
                    group.Key,
                    DifferenceWords.FileWords(group.Select(one => one.File)),
                    group.Count()
                )),
        ];

    private static List<ChangedFileView> Files(
        string digest,
        string other,
        string kind,
        string folder,
        LookLibrary library
    ) =>
        [
            .. Changes(digest, other, kind, library)
                .Where(one => FolderOf(one.Path) == folder)
                .Select(one => Of(one.Path, one.File, library)),
        ];

    private static LinesView Lines(string digest, string other, LookLibrary library)
    {
        return new LinesView(LineChanges.Between(Bytes(digest), Bytes(other))?.ToArray());

        byte[] Bytes(string one) =>
            library.FindBytes(LookLibrary.Asked(one))
            ?? throw ProblemException.NotFound("The content of this file");
    }

    private static IEnumerable<(string Path, FileDifference File)> Changes(
        string digest,
        string other,
        string kind,
        LookLibrary library
    )
    {
        var (from, to) = (
            library.Get(LookLibrary.Asked(digest)),
            library.Get(LookLibrary.Asked(other))
        );
        return Difference
            .Between(from.Only([kind]), to.Only([kind]), library.FindTree)
            .SelectMany(part => part.Assets)
            .SelectMany(asset =>
                asset.Files.Select(file =>
                    (file.Path.Length == 0 ? asset.Name : $"{asset.Name}/{file.Path}", file)
                )
            );
    }

    private static string FolderOf(string path) =>
        path.LastIndexOf('/') is > 0 and var slash ? PathText.Escape(path[..slash]) : "";

    private static ChangedFileView Of(string path, FileDifference file, LookLibrary library)
    {
        var name = PathText.Printable(path[(path.LastIndexOf('/') + 1)..]);
        return new ChangedFileView(
            name,
            file.Change,
            Words(file.Before),
            Words(file.After),
            Content(file.Before),
            Content(file.After),
            PictureEndpoints.MediaTypeOf(name) is not null
        );

        string? Content(FileState? state) =>
            state?.Content is { } digest && library.IsAtHand(digest) ? digest.Hex : null;
    }

    private static string Words(FileState? state) =>
        state?.Type switch
        {
            null => "not there",
            FileType.Other => "something that cannot be held",
            FileType.Link => $"a link to {PathText.Printable(state.Target!)}",
            FileType.Folder => $"a folder, {Mode(state)}",
            _ => string.Create(
                CultureInfo.InvariantCulture,
                $"{state.Size} bytes, {Mode(state)}, {state.Content!.Value.Short}"
            ),
        };

    private static string Mode(FileState state) => Convert.ToString(state.Mode, 8).PadLeft(4, '0');
}
