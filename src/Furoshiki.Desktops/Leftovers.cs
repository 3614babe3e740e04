using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Reading;

namespace Furoshiki.Desktops;

/// <summary>
/// Unfinished files of switches of which no journal tells any more. Where the lock of a desktop's folder can be taken no switch is on its
/// way there, and what they would become is held by those who began them, so that they can be taken away.
/// </summary>
public static class Leftovers
{
    /// <summary>Takes them away from all that is managed.</summary>
    /// <param name="folder">The desktop's folder, without an unfinished switch that is known.</param>
    /// <param name="maps">The maps of the desktops that have this folder.</param>
    /// <returns>How many there were; null if a switch is on its way.</returns>
    public static int? Clear(DesktopFolder folder, IReadOnlyList<DesktopMap> maps)
    {
        using var held = PathLock.TryTake(folder.Root);
        if (held is null)
            return null;
        var found = Find(folder, maps).Distinct(StringComparer.Ordinal).ToList();
        foreach (var full in found)
            FileWriter.RemoveAll(full);
        return found.Count;
    }

    private static IEnumerable<string> Find(DesktopFolder folder, IReadOnlyList<DesktopMap> maps) =>
        ManagedPaths
            .Of(maps, folder)
            .SelectMany(path =>
                In(folder.Root, PathText.Above(path).LastOrDefault() ?? "", isDeep: false)
                    .Concat(In(folder.Root, path, isDeep: true))
            );

    private static IEnumerable<string> In(string root, string path, bool isDeep)
    {
        var full = path.Length == 0 ? root : $"{root}/{path}";
        if (Posix.LStat(full) is not { IsFolder: true })
            yield break;
        foreach (var name in NamesIn(full))
            if (UnfinishedNames.IsOne(name))
                yield return $"{full}/{name}";
            else if (isDeep)
                foreach (
                    var inside in In(root, path.Length == 0 ? name : $"{path}/{name}", isDeep: true)
                )
                    yield return inside;
    }

    private static List<string> NamesIn(string full)
    {
        try
        {
            using var open = Posix.OpenFolder(full);
            return
            [
                .. Posix.NamesIn(open).Select(name => LosslessText.FromBytes(name.AsSpan()[..^1])),
            ];
        }
        catch (Exception problem) when (problem is IOException or UnauthorizedAccessException)
        {
            return [];
        }
    }
}
