using Furoshiki.App.Desktops;
using Furoshiki.App.Observing;
using Furoshiki.Core.Fitting;

namespace Furoshiki.App.Supplies;

/// <summary>Tells which assets looks could use.</summary>
public sealed class OfferedAssets(Observer observer, SupplyStands supplies)
{
    /// <summary>The assets of all supplies that are on a desktop, or can be got for it.</summary>
    public IReadOnlyList<OfferedAsset> For(LiveDesktop desktop) =>
        [
            .. from stand in supplies.Of(observer.See(desktop)).All.Values
            where stand.Standing is not null || stand.State == SupplyState.ToGet
            orderby stand.Name.ToString()
            from asset in stand.Supply.Provides
            where !asset.IsEngine
            select new OfferedAsset(
                stand.Supply,
                asset,
                stand.Standing is null ? stand.Newest!.Supply.Id : null
            ),
        ];
}
