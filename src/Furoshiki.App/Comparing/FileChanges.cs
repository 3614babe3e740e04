using System.Globalization;
using Furoshiki.App.Looks;
using Furoshiki.App.Pictures;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;

namespace Furoshiki.App.Comparing;

/// <summary>The changes in a folder of an asset.</summary>
/// <param name="Folder">The folder, with the asset's name in front, as it is asked for: percent-encoded where it is no plain text.</param>
/// <param name="Name">The same as people read it.</param>
/// <param name="Words">What changed in it, in words.</param>
/// <param name="Count">How many of its entries are others.</param>
public sealed record ChangedFolderView(string Folder, string Name, string Words, int Count);

/// <summary>A file that is another than it was.</summary>
/// <param name="Name">Its name in its folder.</param>
/// <param name="Was">Its name before, where another stands in its place; empty otherwise.</param>
/// <param name="Change">What became of it.</param>
/// <param name="Words">The same in words.</param>
/// <param name="Before">What it was, in words.</param>
/// <param name="After">What it is, in words.</param>
/// <param name="BeforeContent">The digest of what it was, if that is at hand.</param>
/// <param name="AfterContent">The digest of what it is, if that is at hand.</param>
/// <param name="IsPicture">Whether its name says that it is a picture.</param>
public sealed record ChangedFileView(
    string Name,
    string Was,
    FileChangeKind Change,
    string Words,
    string Before,
    string After,
    string? BeforeContent,
    string? AfterContent,
    bool IsPicture
);

/// <summary>A text, line by line.</summary>
/// <param name="Lines">The lines that differ, with some around them; null if one of the two is no text.</param>
public sealed record LinesView(IReadOnlyList<ChangedLine>? Lines);

/// <summary>Tells what differs in a part between two looks, down to the lines of a file.</summary>
public sealed class FileChanges(LookLibrary library)
{
    /// <summary>The folders in which files differ.</summary>
    /// <param name="from">The digest of a look.</param>
    /// <param name="to">The digest of another.</param>
    /// <param name="kind">The kind of part.</param>
    public IReadOnlyList<ChangedFolderView> Folders(string from, string to, string kind) =>
        [
            .. Between(from, to, kind)
                .GroupBy(one => FolderOf(one.Asset, one.File))
                .Select(group => new ChangedFolderView(
                    PathText.Escape(group.Key),
                    PathText.Printable(group.Key),
                    DifferenceWords.FileWords(
                        group.Select(one => one.File),
                        change => WordOf(group.First().Asset, change)
                    ),
                    group.Count()
                )),
        ];

    /// <summary>The files of one of those folders that differ.</summary>
    public IReadOnlyList<ChangedFileView> Files(
        string from,
        string to,
        string kind,
        string folder
    ) =>
        [
            .. Between(from, to, kind)
                .Where(one => PathText.Escape(FolderOf(one.Asset, one.File)) == folder)
                .Select(one =>
                    one.File.Path.Length > 0
                        ? View(one.File.Path, "", one.File, WordOf(one.Asset, one.File.Change))
                        : View(
                            one.Asset.To.Name,
                            one.Asset.IsReplaced ? one.Asset.From.Name : "",
                            one.File,
                            WordOf(one.Asset, one.File.Change)
                        )
                ),
        ];

    /// <summary>Two texts by their lines.</summary>
    /// <param name="from">The digest of a file's content.</param>
    /// <param name="to">The digest of another's.</param>
    public LinesView Lines(string from, string to)
    {
        return new LinesView(LineChanges.Between(Bytes(from), Bytes(to))?.ToArray());

        byte[] Bytes(string digest) =>
            library.FindBytes(LookLibrary.Asked(digest))
            ?? throw ProblemException.NotFound("The content of this file");
    }

    private IEnumerable<(AssetDifference Asset, FileDifference File)> Between(
        string from,
        string to,
        string kind
    ) =>
        Difference
            .Between(
                library.Get(LookLibrary.Asked(from)).Only([kind]),
                library.Get(LookLibrary.Asked(to)).Only([kind]),
                library.FindTree
            )
            .SelectMany(part => Difference.InPlace(part, library.FindTree))
            .SelectMany(asset => asset.Files.Select(file => (asset, file)));

    private static string WordOf(AssetDifference asset, FileChangeKind change) =>
        asset.IsReplaced
            ? DifferenceWords.FileWordInPlace(change)
            : DifferenceWords.FileWord(change);

    /// <summary>The folder in which a file stands, with the asset's name in front; empty for an asset that is a file.</summary>
    private static string FolderOf(AssetDifference asset, FileDifference file) =>
        file.Path.Length == 0 ? ""
        : file.Path.LastIndexOf('/') is > 0 and var slash ? $"{asset.Name}/{file.Path[..slash]}"
        : asset.Name;

    /// <summary>A file that is another than it was, in words.</summary>
    internal ChangedFileView View(string path, FileDifference file) =>
        View(path, "", file, DifferenceWords.FileWord(file.Change));

    private ChangedFileView View(string path, string was, FileDifference file, string word)
    {
        var name = NameOf(path);
        return new ChangedFileView(
            name,
            NameOf(was),
            file.Change,
            word,
            Words(file.Before),
            Words(file.After),
            Content(file.Before),
            Content(file.After),
            PictureFile.MediaTypeOf(name) is not null
        );

        string? Content(FileState? state) =>
            state?.Content is { } digest && library.IsAtHand(digest) ? digest.Hex : null;
    }

    private static string NameOf(string path) =>
        PathText.Printable(path[(path.LastIndexOf('/') + 1)..]);

    private string Words(FileState? state) =>
        state?.Type switch
        {
            null => "not there",
            FileType.Other => "something that cannot be held",
            FileType.Link => $"a link to {PathText.Printable(state.Target!)}",
            FileType.Folder => $"a folder, {Mode(state)}",
            _ => string.Create(
                CultureInfo.InvariantCulture,
                $"{library.SizeOf(state.Content!.Value) ?? state.Size} bytes, {Mode(state)}, {state.Content.Value.Short}"
            ),
        };

    private static string Mode(FileState state) => Convert.ToString(state.Mode, 8).PadLeft(4, '0');
}
