using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Supplies;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Supplies;

/// <summary>Tells from the savings that hold what is on which version of a supply was there when they were made.</summary>
/// <param name="databases">Makes database contexts.</param>
/// <param name="library">Gives the looks of savings.</param>
public sealed class SavedVersions(IDbContextFactory<FuroshikiDb> databases, LookLibrary library)
{
    /// <summary>Whether all that stands of a supply was saved with just the files of that version.</summary>
    /// <param name="desktop">The desktop.</param>
    /// <param name="standing">The version, and where its assets stand.</param>
    internal bool Had(LiveDesktop desktop, SupplyStanding standing)
    {
        var savings = desktop.On.Parts.Values.SelectMany(part => part.Savings).Distinct().ToList();
        using var db = databases.CreateDbContext();
        var saved = db
            .Savings.AsNoTracking()
            .Where(one => savings.Contains(one.Id))
            .AsEnumerable()
            .SelectMany(AssetsOf)
            .ToLookup(one => one.Path);
        return standing.Assets.All(here =>
            saved[here.Path.ToString()]
                .Any(asset => asset.Content == standing.Supply.ContentOf(here.Asset))
        );
    }

    private IEnumerable<Asset> AssetsOf(SavingRow saving)
    {
        try
        {
            return library.Of(saving).Components.SelectMany(part => part.Assets);
        }
        catch (ProblemException)
        {
            // A saving that cannot be read tells nothing.
            return [];
        }
    }
}
