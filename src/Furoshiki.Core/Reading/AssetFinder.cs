using System.Collections.Immutable;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;

namespace Furoshiki.Core.Reading;

/// <summary>Finds the files and folders that a component uses.</summary>
public static class AssetFinder
{
    /// <summary>The file that makes a folder a set, after the Icon Theme Specification.</summary>
    public const string IndexFile = "index.theme";

    private const string InheritsAddress = "Icon Theme/Inherits";

    /// <summary>The assets in use: the chosen one, and for a set those that it inherits from, each once.</summary>
    public static ImmutableArray<Asset> Find(
        DesktopMap map,
        KindMap kind,
        Component component,
        IDesktopView view
    )
    {
        if (
            kind.Assets is not { } rule
            || component.Text(rule.Setting, "") is not { Length: > 0 } chosen
        )
            return [];

        var found = new List<Asset>();
        var wanted = new Queue<string>([chosen]);
        while (wanted.TryDequeue(out var name))
        {
            if (found.Any(asset => asset.Name == name))
                continue;
            var asset = FindOne(rule, name, view);
            found.Add(asset);
            if (rule.Form == AssetForm.Set && asset.Path is not null)
                foreach (var parent in Parents(map.FindPath(asset.Path)!, view))
                    wanted.Enqueue(parent);
        }
        return [.. found];
    }

    private static Asset FindOne(AssetRule rule, string name, IDesktopView view)
    {
        var isFolder = rule.Form != AssetForm.File;
        var named = name.Split('/').All(part => part is not ("" or "." or ".."));
        foreach (var path in named ? rule.Folders.Select(folder => folder.Within(name)) : [])
        {
            var content = isFolder
                ? view.FindTree(path.FromRoot) is { } tree
                    ? Digest.Of(tree.ToBytes())
                    : null
                : view.Find(path.FromRoot)?.Content;
            if (content is not null)
                return new Asset(name, path.ToString(), isFolder, content);
        }
        return new Asset(name, null, isFolder, null);
    }

    private static ImmutableArray<string> Parents(PlacePath set, IDesktopView view)
    {
        try
        {
            var index = KeyFileDocument.Open(view.ReadFile(set.Within(IndexFile).FromRoot));
            var parents = index.Get(new Address(InheritsAddress))?.Content ?? "";
            return
            [
                .. parents.Split(
                    ',',
                    StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries
                ),
            ];
        }
        catch (SettingsFileException)
        {
            return [];
        }
    }
}
