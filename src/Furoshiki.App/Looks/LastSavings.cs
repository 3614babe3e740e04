using Furoshiki.Core.Looks;
using Furoshiki.Store;

namespace Furoshiki.App.Looks;

/// <summary>A profile by its last saving.</summary>
/// <param name="Profile">The profile's number.</param>
/// <param name="Name">Its name.</param>
/// <param name="Saving">The number of the saving among all.</param>
/// <param name="Number">Its number in the profile.</param>
/// <param name="Look">The look.</param>
public sealed record LastSaving(long Profile, string Name, long Saving, int Number, Look Look)
{
    /// <summary>How it is named in an address.</summary>
    public string Ref => LookRef.OfSaving(Saving);
}

/// <summary>Gives the last saving of each profile.</summary>
public sealed class LastSavings(FuroshikiDbFactory databases, LookLibrary library)
{
    private readonly UntilWritten<IReadOnlyList<LastSaving>> _all = new(
        databases,
        db => Read(db, library)
    );

    /// <summary>All of them by the names of their profiles; not those that are damaged.</summary>
    public IReadOnlyList<LastSaving> All() => _all.Value;

    private static IReadOnlyList<LastSaving> Read(FuroshikiDb db, LookLibrary library)
    {
        var last = db
            .Profiles.OrderBy(one => one.Name)
            .Select(one => new
            {
                one.Id,
                one.Name,
                Saving = one
                    .Savings.Where(saving => saving.DeletionId == null)
                    .OrderByDescending(saving => saving.Number)
                    .Select(saving => new { saving.Id, saving.Number })
                    .First(),
            })
            .ToList();
        var looks = library.OfSavings([.. last.Select(one => one.Saving.Id)]);
        return
        [
            .. last.Where(one => looks.ContainsKey(one.Saving.Id))
                .Select(one => new LastSaving(
                    one.Id,
                    one.Name,
                    one.Saving.Id,
                    one.Saving.Number,
                    looks[one.Saving.Id]
                )),
        ];
    }
}
