using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Switching;

/// <summary>What a desktop goes back to.</summary>
/// <param name="Reading">The desktop as it was.</param>
/// <param name="Tree">What stood at its paths.</param>
/// <param name="Gaps">What stood there and could not be held: it is left as it is.</param>
/// <param name="Paths">The paths that are brought back; where the tree has nothing, nothing stood there.</param>
/// <param name="IsWhole">Whether that is all that is managed, and not some files of it.</param>
public sealed record StateBack(
    DesktopReading Reading,
    Tree Tree,
    IReadOnlyCollection<Gap> Gaps,
    IReadOnlyCollection<string> Paths,
    bool IsWhole = true
)
{
    /// <summary>
    /// The folders that switches made since: one of which all goes that is in it goes with it, as it is said nowhere in the tree.
    /// </summary>
    public IReadOnlyCollection<string> FoldersMade { get; init; } = [];

    /// <summary>All that a safe state holds.</summary>
    /// <param name="maps">The maps of the desktops that had the folder, the desktop's own first.</param>
    /// <param name="tree">What was held.</param>
    /// <param name="gaps">What could not be held.</param>
    /// <param name="content">The kept content.</param>
    /// <param name="beside">The desktop as it is, for what no safe state holds.</param>
    public static StateBack Of(
        IReadOnlyList<DesktopMap> maps,
        Tree tree,
        IReadOnlyCollection<Gap> gaps,
        IContentStore content,
        IDesktopView beside
    )
    {
        var view = new SavedView(
            path =>
                maps.Any(map => ManagedPaths.IsPersons(map, path)) || tree.Find(path) is not null,
            tree,
            gaps,
            content,
            beside
        );
        return new StateBack(
            DesktopReader.Read(maps[0], view),
            tree,
            gaps,
            [
                .. ManagedPaths
                    .Of(maps, view)
                    .Concat(tree.Entries.Select(entry => entry.Name))
                    .Distinct(),
            ]
        );
    }

    /// <summary>Some files or folders of what was held, and nothing else.</summary>
    /// <param name="map">The desktop's map.</param>
    /// <param name="paths">Their paths.</param>
    /// <param name="tree">What was held.</param>
    /// <param name="gaps">What could not be held, or is lost.</param>
    /// <param name="content">The kept content.</param>
    /// <param name="beside">The desktop as it is.</param>
    public static StateBack OfPaths(
        DesktopMap map,
        IReadOnlyCollection<string> paths,
        Tree tree,
        IReadOnlyCollection<Gap> gaps,
        IContentStore content,
        IDesktopView beside
    )
    {
        var view = new SavedView(
            path => paths.Any(one => PathText.IsIn(path, one)),
            tree,
            gaps,
            content,
            beside
        );
        return new StateBack(DesktopReader.Read(map, view), tree, gaps, paths, IsWhole: false);
    }
}
