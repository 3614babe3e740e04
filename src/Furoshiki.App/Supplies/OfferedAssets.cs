using Furoshiki.App.Desktops;
using Furoshiki.App.Observing;
using Furoshiki.Core.Fitting;
using Furoshiki.Core.Supplies;

namespace Furoshiki.App.Supplies;

/// <summary>Tells which assets looks could use.</summary>
public sealed class OfferedAssets(Observer observer, SupplyStands supplies)
{
    /// <summary>The assets of all supplies that are on a desktop, or can be got for it.</summary>
    public IReadOnlyList<OfferedAsset> For(LiveDesktop desktop) =>
        [
            .. from stand in All(desktop)
            from asset in stand.Supply.Provides
            where !asset.IsEngine
            select new OfferedAsset(
                stand.Supply,
                asset,
                stand.Standing is null ? stand.Newest!.Supply.Id : null
            ),
        ];

    /// <summary>All supplies that are on a desktop, or can be got for it, those too that are only needed by others.</summary>
    public IReadOnlyList<Supply> SuppliesFor(LiveDesktop desktop) =>
        [.. All(desktop).Select(stand => stand.Supply)];

    private IEnumerable<SupplyStand> All(LiveDesktop desktop) =>
        supplies
            .Of(observer.See(desktop))
            .All.Values.Where(stand =>
                stand.Standing is not null || stand.State == SupplyState.ToGet
            )
            .OrderBy(stand => stand.Name.ToString(), StringComparer.Ordinal);
}
