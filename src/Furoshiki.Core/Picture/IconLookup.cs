using System.Globalization;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Picture;

/// <summary>
/// Finds icons by name and size in a set and those it inherits from. Source: Icon Theme Specification 0.13, "Icon Lookup".
/// A variant of a set stands in a folder of that name and goes before the set itself.
/// </summary>
public sealed class IconLookup
{
    /// <summary>The set in which every icon is sought last.</summary>
    private const string LastSet = "hicolor";

    private static readonly string[] Endings = [".png", ".svg", ".xpm"];

    private readonly Dictionary<string, IconSet> _sets = [];
    private readonly string? _first;
    private readonly string _variant;
    private readonly Component _component;

    /// <summary>A set of icons.</summary>
    /// <param name="Directories">Its directories, in the order of its index.</param>
    /// <param name="Parents">The names of the sets that it inherits from.</param>
    private sealed record IconSet(
        Tree Tree,
        IReadOnlyList<Directory> Directories,
        IReadOnlyList<string> Parents
    );

    /// <summary>A directory of icons of one size.</summary>
    /// <param name="Least">Smallest size that it is meant for; MinSize in the specification's formula for distance.</param>
    /// <param name="Most">Largest size that it is meant for.</param>
    /// <param name="Slack">How far beyond those a size may be; only a "Threshold" directory has any.</param>
    private sealed record Directory(string Path, int Scale, int Least, int Most, int Slack)
    {
        /// <summary>DirectoryMatchesSize of the specification, for a scale of 1.</summary>
        public bool Matches(int size) =>
            Scale == 1 && size >= Least - Slack && size <= Most + Slack;

        /// <summary>DirectorySizeDistance of the specification, for a scale of 1.</summary>
        public int DistanceTo(int size) =>
            size < (Least - Slack) * Scale ? Least * Scale - size
            : size > (Most + Slack) * Scale ? size - Most * Scale
            : 0;
    }

    /// <summary>Looks in the sets that a component uses.</summary>
    /// <param name="component">The component, whose first folder is the set itself.</param>
    /// <param name="content">Where the sets are at hand.</param>
    public IconLookup(Component component, PictureContent content)
    {
        _component = component;
        _variant = component.Get(IconsKind.Variant) is { Length: > 0 } variant ? variant + "/" : "";
        foreach (var asset in component.Assets)
            if (
                asset is { IsFolder: true, Content: { } digest }
                && content.Trees(digest) is { } tree
                && _sets.TryAdd(asset.Name, SetOf(tree, content))
            )
                _first ??= asset.Name;
    }

    /// <summary>
    /// The sizes that the set itself is meant for of which an icon is drawn for some, each as the least and the most of a
    /// directory in px; null where it is drawn from lines and so has every one, or is not there.
    /// </summary>
    /// <param name="name">The icon's name, without an ending.</param>
    /// <param name="size">The size wanted in px.</param>
    public IReadOnlyList<(int Least, int Most)>? SizesBeside(string name, double size)
    {
        if (
            _first is null
            || Find(name, size) is not var (file, _)
            || file.EndsWith(".svg", StringComparison.Ordinal)
        )
            return null;
        return
        [
            .. _sets[_first]
                .Directories.Where(directory => directory.Scale == 1)
                .Select(directory =>
                    (directory.Least - directory.Slack, directory.Most + directory.Slack)
                )
                .Distinct()
                .Order(),
        ];
    }

    /// <summary>The picture of its own that the component gives an entry; null if it gives none, or none is at hand.</summary>
    /// <param name="entry">The entry.</param>
    public (string FileName, Digest Content)? OwnOf(string entry) =>
        _component.AssetNamed(_component.ItemAlone(entry).Get(IconsKind.Picture))
            is { IsFolder: false, Content: { } digest } own
            ? (own.Name, digest)
            : null;

    /// <summary>An icon’s file name and content; null if no set has it.</summary>
    /// <param name="name">Its name, without an ending.</param>
    /// <param name="size">The size wanted in px.</param>
    public (string FileName, Digest Content)? Find(string name, double size)
    {
        var sought = new HashSet<string>();
        var px = (int)Math.Round(size);
        return FindIn(_first, name, px, sought) ?? FindIn(LastSet, name, px, sought);
    }

    /// <summary>
    /// The folders of the sets in the order in which something is sought in them: depth first through the parents, each once, as
    /// FindIconHelper of the specification and XcursorScanTheme of libXcursor go.
    /// </summary>
    internal IEnumerable<Tree> Folders
    {
        get
        {
            var passed = new HashSet<string>();
            return Below(_first).Concat(_sets.Keys.SelectMany(Below));

            IEnumerable<Tree> Below(string? set) =>
                set is not null && _sets.TryGetValue(set, out var found) && passed.Add(set)
                    ? found.Parents.SelectMany(Below).Prepend(found.Tree)
                    : [];
        }
    }

    /// <summary>FindIconHelper of the specification: depth first through the parents, each set once.</summary>
    private (string, Digest)? FindIn(string? set, string name, int size, HashSet<string> sought)
    {
        if (set is null || !sought.Add(set) || !_sets.TryGetValue(set, out var found))
            return null;
        if (LookUp(found, name, size) is { } icon)
            return icon;
        foreach (var parent in found.Parents)
            if (FindIn(parent, name, size, sought) is { } inherited)
                return inherited;
        return null;
    }

    /// <summary>LookupIcon of the specification: the first directory meant for the size, else the nearest.</summary>
    private (string, Digest)? LookUp(IconSet set, string name, int size)
    {
        var all = set
            .Directories.SelectMany(directory =>
                Endings.Select(ending =>
                    (
                        directory,
                        file: name + ending,
                        state: FileIn(set.Tree, directory, name + ending)
                    )
                )
            )
            .Where(one => one.state is not null)
            .ToList();
        if (all.Count == 0)
            return null;
        var best = all.FirstOrDefault(one => one.directory.Matches(size));
        if (best.state is null)
            best = all.MinBy(one => one.directory.DistanceTo(size));
        return (best.file, best.state!.Value);
    }

    private Digest? FileIn(Tree tree, Directory directory, string file) =>
        (
            tree.Find($"{_variant}{directory.Path}/{file}") ?? tree.Find($"{directory.Path}/{file}")
        )?.Content;

    private static IconSet SetOf(Tree tree, PictureContent content)
    {
        if (
            tree.Find(AssetFinder.IndexFile)?.Content is not { } digest
            || content.Bytes(digest) is not { } bytes
        )
            return new IconSet(tree, [], []);
        try
        {
            var index = KeyFileDocument.Open(bytes);
            return new IconSet(
                tree,
                [
                    .. Names("Directories")
                        .Concat(Names("ScaledDirectories"))
                        .Select(name => ReadDirectory(index, name)),
                ],
                [.. Names("Inherits")]
            );

            IEnumerable<string> Names(string key) =>
                (index.Get(new Address($"Icon Theme/{key}"))?.Content ?? "").Split(
                    ',',
                    StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries
                );
        }
        catch (SettingsFileException)
        {
            return new IconSet(tree, [], []);
        }
    }

    private static Directory ReadDirectory(SettingsDocument index, string name)
    {
        int Number(string key, int otherwise) =>
            int.TryParse(
                index.Get(new Address($"{name}/{key}"))?.Content,
                CultureInfo.InvariantCulture,
                out var number
            )
                ? number
                : otherwise;
        var (size, scale) = (Number("Size", 48), Number("Scale", 1));
        return index.Get(new Address($"{name}/Type"))?.Content switch
        {
            "Scalable" => new Directory(
                name,
                scale,
                Number("MinSize", size),
                Number("MaxSize", size),
                0
            ),
            "Fixed" => new Directory(name, scale, size, size, 0),
            _ => new Directory(name, scale, size, size, Number("Threshold", 2)),
        };
    }
}
