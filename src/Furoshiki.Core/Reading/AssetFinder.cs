using System.Collections.Immutable;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Reading;

/// <summary>Finds the files and folders that a component uses.</summary>
public static class AssetFinder
{
    /// <summary>The file that makes a folder a set, after the Icon Theme Specification.</summary>
    public const string IndexFile = "index.theme";

    /// <summary>
    /// The assets in use: those that settings name, each followed by those that it inherits from, each once, and at the
    /// end the one that all inherit from; then the whole files and folders that belong to the kind.
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
            .Items.Prepend(null)
            .Select(item => component.Settings.GetValueOrDefault(new SettingKey(setting, item)))
            .SelectMany(value =>
                value switch
                {
                    SettingValue.Text text => [text.Value],
                    SettingValue.List list => list.Items,
                    _ => ImmutableArray<string>.Empty,
                }
            )
            .Where(name => name.Length > 0)
            .Distinct();

    /// <summary>Whether an asset belongs to a component only since all inherit from it, so that nobody chose it.</summary>
    /// <param name="asset">An asset of the component.</param>
    /// <param name="component">The component.</param>
    /// <param name="rule">How the assets of its setting are found.</param>
    public static bool IsShared(Asset asset, Component component, AssetRule rule) =>
        asset.Name == rule.Inherits?.Last && !NamesIn(component, rule.Setting).Contains(asset.Name);

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
            var all =
                names is null ? []
                : names.Type == NativeType.List ? names.Items
                :
                [
                    .. names.Content.Split(
                        ',',
                        StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries
                    ),
                ];
            return [.. all.Where(LosslessText.IsUnicode)];
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
                    if (parent != inherits.Last)
                        wanted.Enqueue((parent, inherits.Folders));
        }
        if (
            rule.Inherits is { Last: { } last }
            && found.All(asset => asset.Name != last)
            && FindOne(rule, last, rule.Inherits.Folders, view) is { Path: not null } shared
        )
            found.Add(shared);
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
            if (At(path, name, rule.Setting, isFolder, view) is { } asset)
                return asset;
        return new Asset(name, rule.Setting, null, isFolder, null);
    }

    /// <summary>The asset that stands at a path, be it through links; null if there is none.</summary>
    /// <param name="path">The path.</param>
    /// <param name="name">The asset's name.</param>
    /// <param name="setting">The setting that asks for it; null for a whole file or folder of a kind.</param>
    /// <param name="isFolder">Whether it is a folder.</param>
    /// <param name="view">The desktop's folder.</param>
    public static Asset? At(
        PlacePath path,
        string name,
        string? setting,
        bool isFolder,
        IDesktopView view
    ) =>
        view.Follow(path.FromRoot) is { } end && view.ContentOf(end, isFolder) is { } content
            ? new Asset(name, setting, path.ToString(), isFolder, content).As(
                isFolder ? null : view.Find(end)
            )
            : null;

    private static Asset Whole(PlacePath path, IDesktopView view)
    {
        return At(path, path.Name, null, isFolder: true, view)
            ?? At(path, path.Name, null, isFolder: false, view)
            ?? new Asset(path.Name, null, path.ToString(), false, null);
    }
}
