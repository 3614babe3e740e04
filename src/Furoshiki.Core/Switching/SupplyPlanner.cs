using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Switching;

/// <summary>Works out what it takes to place files and folders of supplies on a desktop, or to take them away.</summary>
public static class SupplyPlanner
{
    /// <summary>Plans it. Whatever else stands on the desktop stays as it is.</summary>
    /// <param name="map">The desktop's map.</param>
    /// <param name="now">The desktop as it is.</param>
    /// <param name="view">The desktop's folder.</param>
    /// <param name="paths">Where something is placed or taken away.</param>
    /// <param name="placed">What is placed, by its path; what is not in it is taken away.</param>
    /// <param name="saved">Gives the bytes of content that is saved; null where it is not at hand.</param>
    /// <param name="trees">Gives the tree with a digest; null where it is not at hand.</param>
    public static SwitchPlan Plan(
        DesktopMap map,
        DesktopReading now,
        IDesktopView view,
        IReadOnlyCollection<string> paths,
        Tree placed,
        Func<Digest, ReadOnlyMemory<byte>?> saved,
        Func<Digest, Tree?> trees
    )
    {
        // The files first; what the parts will read as follows from them.
        var files = Plan(now);
        return Plan(DesktopReader.Read(map, new PlannedView(view, files, saved)));

        SwitchPlan Plan(DesktopReading after) =>
            GoBackPlanner.Plan(
                map,
                now,
                view,
                new StateBack(after, placed, [], paths, IsWhole: false),
                trees
            );
    }
}
