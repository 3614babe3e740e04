using System.Collections.Immutable;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Kinds;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;

namespace Furoshiki.Core.Reading;

/// <summary>Finds the files and folders that a component uses.</summary>
public static class AssetFinder
{
    /// <summary>The file that makes a folder a set, after the Icon Theme Specification.</summary>
    public const string IndexFile = "index.theme";

    /// <summary>
    /// The assets in use: those that settings name, each followed by those that it inherits from, each once; then the whole files
    /// and folders that belong to the kind.
    /// </summary>
    public static ImmutableArray<Asset> Find(
        KindMap kind,
        Component component,
        DesktopMap map,
        IDesktopView view
    ) =>
        [
            .. kind.Assets.SelectMany(rule => Named(rule, component, map, view)),
            .. kind.Whole.Select(path => Whole(path, view)),
        ];

    /// <summary>The names of assets that a setting of a component has, in the whole and in items, each once.</summary>
    public static IEnumerable<string> NamesIn(Component component, string setting) =>
        component
            .Settings.Where(set => set.Key.Name == setting)
            .OrderBy(set => set.Key.Item is null ? -1 : component.Items.IndexOf(set.Key.Item))
            .SelectMany(set =>
                set.Value switch
                {
                    SettingValue.Text text => [text.Value],
                    SettingValue.List list => list.Items,
                    _ => ImmutableArray<string>.Empty,
                }
            )
            .Where(name => name.Length > 0)
            .Distinct();

    /// <summary>The names that an asset inherits from.</summary>
    public static ImmutableArray<string> Parents(
        InheritRule rule,
        PlacePath asset,
        IDesktopView view
    )
    {
        try
        {
            var document = rule.Format.Open(view.ReadFile(asset.Within(rule.File).FromRoot));
            var names = document.Get(new Address(rule.At));
            return names is null ? []
                : names.Type == NativeType.List ? names.Items
                :
                [
                    .. names.Content.Split(
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

    private static List<Asset> Named(
        AssetRule rule,
        Component component,
        DesktopMap map,
        IDesktopView view
    )
    {
        var found = new List<Asset>();
        var wanted = new Queue<(string Name, ImmutableArray<PlacePath> Folders)>(
            NamesIn(component, rule.Setting).Select(name => (name, rule.Folders))
        );
        while (wanted.TryDequeue(out var next))
        {
            if (found.Any(asset => asset.Name == next.Name))
                continue;
            var asset = FindOne(rule, next.Name, next.Folders, view);
            found.Add(asset);
            if (rule.Inherits is { } inherits && asset.Path is not null)
                foreach (var parent in Parents(inherits, map.FindPath(asset.Path)!, view))
                    wanted.Enqueue((parent, inherits.Folders));
        }
        return found;
    }

    private static Asset FindOne(
        AssetRule rule,
        string name,
        ImmutableArray<PlacePath> folders,
        IDesktopView view
    )
    {
        var isFolder = rule.Form == AssetForm.Folder;
        var named = name.Split('/').All(part => part is not ("" or "." or ".."));
        foreach (var path in named ? folders.Select(folder => folder.Within(name)) : [])
            if (view.ContentOf(path.FromRoot, isFolder) is { } content)
                return new Asset(name, rule.Setting, path.ToString(), isFolder, content);
        return new Asset(name, rule.Setting, null, isFolder, null);
    }

    private static Asset Whole(PlacePath path, IDesktopView view)
    {
        var tree = view.FindTree(path.FromRoot);
        return new Asset(
            path.Name,
            null,
            path.ToString(),
            tree is not null,
            tree?.Digest ?? view.ContentOf(path.FromRoot, isFolder: false)
        );
    }

    private static int IndexOf(this IReadOnlyList<string> items, string item)
    {
        for (var i = 0; i < items.Count; i++)
            if (items[i] == item)
                return i;
        return items.Count;
    }
}
