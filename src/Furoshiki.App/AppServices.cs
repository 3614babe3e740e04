using Furoshiki.App.Comparing;
using Furoshiki.App.Demo;
using Furoshiki.App.Desktops;
using Furoshiki.App.Fitting;
using Furoshiki.App.Installation;
using Furoshiki.App.Keeping;
using Furoshiki.App.Looks;
using Furoshiki.App.Now;
using Furoshiki.App.Observing;
using Furoshiki.App.Pictures;
using Furoshiki.App.Planning;
using Furoshiki.App.Recovery;
using Furoshiki.App.Safekeeping;
using Furoshiki.App.SafeStates;
using Furoshiki.App.Saving;
using Furoshiki.App.Session;
using Furoshiki.App.Shelf;
using Furoshiki.App.Supplies;
using Furoshiki.App.Switching;
using Furoshiki.App.Watching;
using Furoshiki.Core.Content;
using Furoshiki.Desktops;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace Furoshiki.App;

/// <summary>Puts the application together: what a person can do, without a word of how they ask for it.</summary>
public static class AppServices
{
    /// <summary>Adds all of it.</summary>
    /// <param name="services">Where to.</param>
    /// <param name="data">Where everything is kept.</param>
    /// <param name="scenario">The folder with the demo scenario; null for none.</param>
    /// <param name="allowed">The folders in which a person may register desktops.</param>
    public static IServiceCollection AddFuroshiki(
        this IServiceCollection services,
        DataFolder data,
        string? scenario,
        IReadOnlyList<string> allowed
    )
    {
        services
            .AddSingleton(TimeProvider.System)
            .AddSingleton(data)
            .AddSingleton(new FuroshikiDbFactory(data.Database))
            .AddSingleton<IDbContextFactory<FuroshikiDb>>(all =>
                all.GetRequiredService<FuroshikiDbFactory>()
            )
            .AddSingleton<IContentStore>(services =>
            {
                var content = ActivatorUtilities.CreateInstance<SqliteContentStore>(services);
                content.LeftBehind += (_, _) => services.GetRequiredService<Keeper>().News.Tell();
                return content;
            })
            .AddSingleton<DatabaseStamp>()
            .AddSingleton<ContentCollector>()
            .AddSingleton<ContentCosts>()
            .AddSingleton<ContentChecker>()
            .AddSingleton<SqliteSwitchJournal>();
        services
            .AddSingleton<MapLibrary>()
            .AddSingleton<DesktopRegister>()
            .AddSingleton(new MapShelf(MapFolders(scenario)))
            .AddSingleton<Registration>()
            .AddSingleton(
                new AllowedFolders(
                    [
                        .. allowed
                            .Where(Directory.Exists)
                            .Select(root => new DesktopFolder(root).Root),
                    ],
                    data
                )
            );
        return services
            .AddSingleton<Observer>()
            .AddSingleton<DesktopWatch>()
            .AddSingleton<LookLibrary>()
            .AddSingleton<FontFaces>()
            .AddSingleton<Drawings>()
            .AddSingleton<Rasters>()
            .AddSingleton<FittingPalettes>()
            .AddSingleton<LookAdvice>()
            .AddSingleton<NightLooks>()
            .AddSingleton<Painter>()
            .AddSingleton<Sessions>()
            .AddSingleton<SimulatedDesktops>()
            .AddSingleton<SafeStateShelf>()
            .AddSingleton<SafeStateMaker>()
            .AddSingleton<Keeper>()
            .AddSingleton<Deletions>()
            .AddSingleton<KeptShelf>()
            .AddSingleton<Mender>()
            .AddSingleton<FittedLooks>()
            .AddSingleton<LookFinder>()
            .AddSingleton<StepMaker>()
            .AddSingleton<FittingDesk>()
            .AddSingleton<FittingTeller>()
            .AddSingleton<BorrowShelf>()
            .AddSingleton<ChoiceShelf>()
            .AddSingleton<OfferedAssets>()
            .AddSingleton<Wishes>()
            .AddSingleton<ContactSheets>()
            .AddSingleton<OwnPictures>()
            .AddSingleton<FittingAdvice>()
            .AddSingleton<NowReader>()
            .AddSingleton<FileCopies>()
            .AddSingleton<Saver>()
            .AddSingleton<Screenshots>()
            .AddSingleton<CardMaker>()
            .AddSingleton<ShelfSearch>()
            .AddSingleton<ProfileShelf>()
            .AddSingleton<Comparer>()
            .AddSingleton<CellMaker>()
            .AddSingleton<BehindTable>()
            .AddSingleton<CompareSheet>()
            .AddSingleton<Nearness>()
            .AddSingleton<LastSavings>()
            .AddSingleton<PictureDifferences>()
            .AddSingleton<StandAlone>()
            .AddSingleton<FileChanges>()
            .AddSingleton<StateFiles>()
            .AddSingleton<LostSwitches>()
            .AddSingleton<Recoverer>()
            .AddSingleton<Groupings>()
            .AddSingleton<Preferences>()
            .AddSingleton<UnsavedParts>()
            .AddSingleton<Thinner>()
            .AddSingleton<Copies>()
            .AddSingleton<DatabaseCheck>()
            .AddSingleton<StoreShelf>()
            .AddSingleton<Administrator>()
            .AddSingleton<Aftermath>()
            .AddSingleton<PlanMaker>()
            .AddSingleton<PlanTeller>()
            .AddSingleton<OtherSessions>()
            .AddSingleton<Countdowns>()
            .AddSingleton<ShownPlans>()
            .AddSingleton<SwitchRuns>()
            .AddSingleton<SwitchHistory>()
            .AddSingleton(_ => new CatalogueClient(
                new HttpClient(new SocketsHttpHandler { AllowAutoRedirect = false })
                {
                    Timeout = Timeout.InfiniteTimeSpan,
                }
            ))
            .AddSingleton<Sources>()
            .AddSingleton<SavedVersions>()
            .AddSingleton<SupplyStands>()
            .AddSingleton<SupplyShelf>()
            .AddSingleton<SupplyGetter>()
            .AddSingleton<SupplyKeeper>()
            .AddSingleton<OwnSupplies>()
            .AddSingleton<CarriedAssets>()
            .AddSingleton<SupplyUsers>()
            .AddSingleton<SupplyPlans>()
            .AddSingleton<LookSupplies>()
            .AddSingleton<LookNeeds>()
            .AddSingleton<ProgramCalls>()
            .AddSingleton<LookJudgements>()
            .AddSingleton<PictureSizes>()
            .AddSingleton<SampleFiles>()
            .AddSingleton<DemoScenario>();
    }

    private static IReadOnlyList<string> MapFolders(string? scenario) =>
        scenario is null
            ? [Path.Combine(AppContext.BaseDirectory, "Maps")]
            : [Path.Combine(AppContext.BaseDirectory, "Maps"), Path.Combine(scenario, "maps")];
}
