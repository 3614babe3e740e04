using System.Globalization;
using System.Text;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Parts;
using Semver;

namespace Furoshiki.Core.Supplies;

/// <summary>Makes supplies of what a person has: of what they edited, and of sets that came without a catalogue.</summary>
public static class OwnSupply
{
    /// <summary>Who gives out what is the person's own.</summary>
    public const string Space = "own";

    private const string NoLicence = "NOASSERTION";
    private const int LongestTitle = 60;

    /// <summary>What a person's own supply of a title is known by.</summary>
    /// <exception cref="SupplyException">The title has no letter or digit of the Latin script to name it by, or is too long.</exception>
    public static SupplyName NameOf(string title) =>
        SupplyName.TryParse($"pkg:generic/{Space}/{Plain(title).ToLowerInvariant()}", out var name)
            ? name
            : throw new SupplyException("A name has at least one letter from a to z, or a digit.");

    /// <summary>The name of its file or folder.</summary>
    /// <param name="title">The supply's title.</param>
    /// <param name="was">The name that it had before, whose extension it keeps.</param>
    /// <param name="isFile">Whether it is a file.</param>
    public static string AssetNameOf(string title, string was, bool isFile) =>
        Plain(title) + (isFile ? Path.GetExtension(was) : "");

    /// <summary>An edited supply under a name of its own.</summary>
    /// <param name="title">The title.</param>
    /// <param name="of">The supply that was edited.</param>
    /// <param name="assets">What of it there is, with its new name, and the files by their paths within it.</param>
    /// <exception cref="SupplyException">It cannot be called so, or cannot be a supply.</exception>
    public static Supply Edited(
        string title,
        Supply of,
        IReadOnlyList<(
            Provided Asset,
            string Name,
            IReadOnlyDictionary<string, FileState> Files
        )> assets
    ) =>
        Checked(
            of with
            {
                Name = NameOf(title),
                Version = First,
                Title = title.Trim(),
                Summary = $"{of.Title} {of.Version}, edited.",
                Provides = [.. assets.Select(one => one.Asset with { Name = one.Name })],
                Files =
                [
                    .. assets.SelectMany(one =>
                        FilesOf(one.Asset with { Name = one.Name }, one.Files)
                    ),
                ],
            }
        );

    /// <summary>An unpacked set, by the conventions for sets of icons, cursors and sounds, or of a kind that is said.</summary>
    /// <param name="name">The name of its file or folder.</param>
    /// <param name="kind">The kind of part that uses it; null to find out from the set itself.</param>
    /// <param name="files">Its files, by their paths within it; the path is empty for a single file.</param>
    /// <param name="index">The bytes of its index file; null if it has none.</param>
    /// <param name="known">The supplies that it can lean on.</param>
    /// <exception cref="SupplyException">It is no set of a kind that can be told, or cannot be a supply.</exception>
    public static Supply Unpacked(
        string name,
        Kind? kind,
        IReadOnlyDictionary<string, FileState> files,
        ReadOnlyMemory<byte>? index,
        SupplyIndex known
    )
    {
        var (found, section) = KindOf(files, index);
        if ((kind ?? found) is not { } its)
            throw new SupplyException(
                $"{PathText.Printable(name)} does not say what kind of set it is; choose one."
            );
        var asset = new Provided(its, false, name, null, null);
        var title = Value(index, section, "Name") is { Length: > 0 } said
            ? said
            : Path.GetFileNameWithoutExtension(name).Replace('-', ' ');
        var parents = (Value(index, section, "Inherits") ?? "")
            .Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
            .Select(parent => known.Named(its, parent).FirstOrDefault().Supply)
            .OfType<Supply>()
            .DistinctBy(supply => supply.Name);
        return Checked(
            new Supply(
                NameOf(name),
                First,
                title.Length > LongestTitle ? title[..LongestTitle] : title,
                "",
                Value(index, section, "Comment") is { Length: > 0 } comment
                    ? comment
                    : $"{title}, unpacked.",
                "not said",
                NoLicence,
                MayBeShared: false,
                "this machine",
                [asset],
                [
                    .. parents.Select(parent => new SupplyVersions(
                        parent.Name,
                        SemVersionRange.AllRelease
                    )),
                ],
                [],
                [],
                null,
                [],
                [.. FilesOf(asset, files)]
            )
        );
    }

    private static SemVersion First { get; } = new(1, 0, 0);

    private static (Kind? Kind, string Section) KindOf(
        IReadOnlyDictionary<string, FileState> files,
        ReadOnlyMemory<byte>? index
    )
    {
        const string icons = "Icon Theme";
        const string sounds = "Sound Theme";
        if (Value(index, sounds, "Name") is not null)
            return (Kind.Get("sounds"), sounds);
        if (Value(index, icons, "Name") is null)
            return (null, icons);
        return (
            files.Keys.Any(path => path.StartsWith("cursors/", StringComparison.Ordinal))
                ? Kind.Get("cursor")
                : Kind.Get("icons"),
            icons
        );
    }

    private static string? Value(ReadOnlyMemory<byte>? index, string section, string key)
    {
        try
        {
            return index is { } bytes
                ? KeyFileDocument.Open(bytes).Get(new Address($"{section}/{key}"))?.Content
                : null;
        }
        catch (SettingsFileException)
        {
            return null;
        }
    }

    private static IEnumerable<SupplyFile> FilesOf(
        Provided asset,
        IReadOnlyDictionary<string, FileState> files
    ) =>
        files.Select(file => new SupplyFile(
            file.Key.Length == 0 ? asset.Path : $"{asset.Path}/{file.Key}",
            file.Value.Size,
            file.Value.Content!.Value,
            (file.Value.Mode & 0b001_001_001) != 0
        ));

    /// <summary>It as it is read again, with all that a supply has to keep to.</summary>
    private static Supply Checked(Supply supply) =>
        SupplyText.Read(System.Text.Json.Nodes.JsonNode.Parse(SupplyText.Write(supply)));

    /// <summary>A title with only what every folder and every package URL can have in a name.</summary>
    private static string Plain(string title)
    {
        var text = new StringBuilder();
        foreach (var letter in title.Trim().Normalize(NormalizationForm.FormD))
            if (char.IsAsciiLetterOrDigit(letter))
                text.Append(letter);
            else if (
                CharUnicodeInfo.GetUnicodeCategory(letter) != UnicodeCategory.NonSpacingMark
                && text.Length > 0
                && text[^1] != '-'
            )
                text.Append('-');
        return text.Length > LongestTitle
            ? throw new SupplyException($"A name has at most {LongestTitle} letters.")
            : text.ToString().TrimEnd('-');
    }
}
