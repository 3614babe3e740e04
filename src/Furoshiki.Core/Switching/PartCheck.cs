using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Switching;

/// <summary>What keeps a part from being put on.</summary>
/// <param name="Reason">Why, in a sentence.</param>
/// <param name="Missing">The asset that is not here; null if it is something else.</param>
public sealed record Hindrance(string Reason, Asset? Missing = null);

/// <summary>Something that can keep a part from being put on, though the desktop has a place for it.</summary>
/// <param name="WhyNot">Why a part as the desktop can hold it cannot be put on; null if it can.</param>
public sealed record PartCheck(Func<Component, KindMap, PartFitter, Hindrance?> WhyNot)
{
    /// <summary>Every check there is, in the order in which they are made; the first that finds something is told.</summary>
    public static IReadOnlyList<PartCheck> All { get; } = [new(Assets)];

    private static Hindrance? Assets(Component wanted, KindMap kind, PartFitter fitter)
    {
        foreach (var asset in wanted.Assets.Where(asset => asset.Setting is not null))
        {
            if (asset.Content is not { } content)
            {
                // What an asset inherits from and was not there then is not needed to put on what was.
                if (!AssetFinder.NamesIn(wanted, asset.Setting!).Contains(asset.Name))
                    continue;
                return new Hindrance(
                    $"{asset.Name} was not found when this was saved, so there is nothing to put on.",
                    asset
                );
            }
            var (path, stands) = fitter.Locate(kind, asset);
            if (
                stands?.Content == content
                || fitter.Saved.HoldsAll(content) && path.Place.IsPersons
            )
                continue;
            if (stands is null)
                return new Hindrance(
                    $"{asset.Name} is not here, and its content was not kept when this was saved.",
                    asset
                );
            if (path.Place.IsPersons)
                return new Hindrance(
                    $"{asset.Name} is another here, and its saved content is not held.",
                    asset
                );
        }
        return null;
    }
}
