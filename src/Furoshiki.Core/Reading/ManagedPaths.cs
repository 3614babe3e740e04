using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;

namespace Furoshiki.Core.Reading;

/// <summary>What a safe state holds, and going back brings back.</summary>
public static class ManagedPaths
{
    /// <summary>Whether a path is the person's: in one of their places, and in none of the administrator's.</summary>
    public static bool IsPersons(DesktopMap map, string path)
    {
        return map.Places.Any(place => place.IsPersons && IsIn(place))
            && !map.Places.Any(place => !place.IsPersons && place.Path.Length > 0 && IsIn(place));

        bool IsIn(Place place) => place.Path.Length == 0 || PathText.IsUnder(path, place.Path);
    }

    /// <summary>
    /// The person's settings files, asset folders and whole files of some maps, whether they are there or not, with the links that lead
    /// to them and what those lead to, in ordinal order.
    /// </summary>
    /// <param name="maps">The maps of the desktops that have this folder.</param>
    /// <param name="view">The desktop's folder.</param>
    public static IEnumerable<string> Of(IEnumerable<DesktopMap> maps, IDesktopView view) =>
        maps.SelectMany(map =>
                map.Files.SelectMany(file => file.Paths)
                    .Where(path => path.Place.IsPersons)
                    .Concat(map.AssetPaths)
            )
            .SelectMany(path =>
            {
                var end = view.End(path.FromRoot);
                return end.Links.Add(end.Path ?? path.FromRoot);
            })
            .Distinct(StringComparer.Ordinal)
            .Order(StringComparer.Ordinal);
}
