using System.Globalization;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Picture;

/// <summary>
/// Finds icons by name and size in a set and those it inherits from. Source: Icon Theme Specification 0.13,
/// "Icon Lookup": an exact directory in any set of the chain is taken first, in order; else the nearest size.
/// </summary>
internal sealed class IconLookup
{
    private static readonly string[] Endings = [".svg", ".png"];

    private readonly List<(Tree Tree, List<Directory> Directories)> _sets = [];
    private readonly string _variant;

    private readonly record struct Directory(string Path, int Size, int Min, int Max)
    {
        public int DistanceTo(int size) =>
            size < Min ? Min - size
            : size > Max ? size - Max
            : 0;
    }

    public IconLookup(Component? component, PictureContent content)
    {
        _variant = component?.Text("variant", "") is { Length: > 0 } variant ? variant + "/" : "";
        foreach (var asset in component?.Assets ?? [])
            if (
                asset is { IsFolder: true, Content: { } digest }
                && content.Trees(digest) is { } tree
            )
                _sets.Add((tree, Directories(tree, content)));
    }

    /// <summary>An icon's file name and content; null if no set has it.</summary>
    public (string FileName, Digest Content)? Find(string name, double size)
    {
        foreach (var (tree, directories) in _sets)
        foreach (var directory in directories.OrderBy(one => one.DistanceTo((int)size)))
        foreach (var ending in Endings)
            if (
                (
                    tree.Find($"{_variant}{directory.Path}/{name}{ending}")
                    ?? tree.Find($"{directory.Path}/{name}{ending}")
                )?.Content is
                { } found
            )
                return (name + ending, found);
        return null;
    }

    private static List<Directory> Directories(Tree tree, PictureContent content)
    {
        if (
            tree.Find(AssetFinder.IndexFile)?.Content is not { } digest
            || content.Bytes(digest) is not { } bytes
        )
            return [];
        try
        {
            var index = KeyFileDocument.Open(bytes);
            var names = index.Get(new Address("Icon Theme/Directories"))?.Content ?? "";
            return
            [
                .. names
                    .Split(
                        ',',
                        StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries
                    )
                    .Select(name => ReadDirectory(index, name)),
            ];
        }
        catch (SettingsFileException)
        {
            return [];
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
        var size = Number("Size", 48);
        return index.Get(new Address($"{name}/Type"))?.Content switch
        {
            "Scalable" => new Directory(
                name,
                size,
                Number("MinSize", size),
                Number("MaxSize", size)
            ),
            "Fixed" => new Directory(name, size, size, size),
            _ => new Directory(
                name,
                size,
                size - Number("Threshold", 2),
                size + Number("Threshold", 2)
            ),
        };
    }
}
