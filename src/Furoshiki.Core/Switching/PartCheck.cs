using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Switching;

/// <summary>Something that can keep a part from being put on, though the desktop has a place for it.</summary>
/// <param name="WhyNot">Why a part as the desktop can hold it cannot be put on, in a sentence; null if it can.</param>
public sealed record PartCheck(Func<Component, KindMap, PartFitter, string?> WhyNot)
{
    /// <summary>Every check there is, in the order in which they are made; the first that finds something is told.</summary>
    public static IReadOnlyList<PartCheck> All { get; } = [new(Assets)];

    private static string? Assets(Component wanted, KindMap kind, PartFitter fitter)
    {
        foreach (var asset in wanted.Assets.Where(asset => asset.Setting is not null))
        {
            if (asset.Content is not { } content)
            {
                // What an asset inherits from and was not there then is not needed to put on what was.
                if (!AssetFinder.NamesIn(wanted, asset.Setting!).Contains(asset.Name))
                    continue;
                return $"{asset.Name} was not found when this was saved, so there is nothing to put on.";
            }
            var (path, stands) = fitter.Locate(kind, asset);
            if (
                stands?.Content == content
                || fitter.Saved.HoldsAll(content) && path.Place.IsPersons
            )
                continue;
            if (stands is null)
                return $"{asset.Name} is not here, and its content was not kept when this was saved.";
            if (path.Place.IsPersons)
                return $"{asset.Name} is another here, and its saved content is not held.";
        }
        return null;
    }
}
