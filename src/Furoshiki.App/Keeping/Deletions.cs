using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.SafeStates;
using Furoshiki.Core.Words;
using Furoshiki.Desktops;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Keeping;

/// <summary>What was deleted.</summary>
public enum DeletedWhat
{
    /// <summary>A profile with its savings.</summary>
    Profile,

    /// <summary>One saving of a profile.</summary>
    Saving,

    /// <summary>A safe state.</summary>
    SafeState,

    /// <summary>Several safe states, by the rule by which old ones go.</summary>
    SafeStates,

    /// <summary>A desktop with its safe states.</summary>
    Desktop,

    /// <summary>A fitting.</summary>
    Fitting,
}

/// <summary>Something that was deleted, and can be put back for a while.</summary>
/// <param name="Id">The deletion's number.</param>
/// <param name="What">What was deleted.</param>
/// <param name="Name">Its name.</param>
/// <param name="At">When it was deleted (UTC).</param>
/// <param name="Until">Until when it can be undeleted (UTC).</param>
/// <param name="Cost">What is kept for it, in bytes.</param>
public sealed record DeletedView(
    long Id,
    DeletedWhat What,
    string Name,
    DateTime At,
    DateTime Until,
    ContentCost Cost
);

/// <summary>
/// Deletes what was saved. What is deleted is out of sight at once, can be undeleted for a while, and goes for good after that.
/// </summary>
public sealed class Deletions(
    IDbContextFactory<FuroshikiDb> databases,
    ContentCosts costs,
    DesktopRegister register,
    SafeStateShelf safeStates,
    Registration registration,
    Keeper keeper,
    Preferences preferences,
    TimeProvider clock
)
{
    /// <summary>For how long something that was deleted can be undeleted.</summary>
    public static TimeSpan KeptFor { get; } = TimeSpan.FromDays(30);

    /// <summary>On how many days something has to have been seen as deleted at least before it goes by its age.</summary>
    public const int FewestDays = 5;

    private const string Seen = "deletions-seen";

    /// <summary>Deletes a profile with all its savings.</summary>
    /// <exception cref="ProblemException">There is none of this number.</exception>
    public DeletedView DeleteProfile(long id) =>
        Delete(
            DeletedWhat.Profile,
            db =>
                db.Profiles.Where(one => one.Id == id).Select(one => one.Name).FirstOrDefault()
                ?? throw ProblemException.NotFound("This profile"),
            (db, deletion) =>
            {
                Mark(db.Savings.Where(one => one.ProfileId == id), deletion);
                Mark(db.Profiles.Where(one => one.Id == id), deletion);
            }
        );

    /// <summary>Deletes one saving of a profile that has others. The others keep their numbers.</summary>
    /// <exception cref="ProblemException">There is none of this number, or the profile has no other.</exception>
    public DeletedView DeleteSaving(long id) =>
        Delete(
            DeletedWhat.Saving,
            db =>
            {
                var saving =
                    db.Savings.AsNoTracking()
                        .Include(one => one.Profile)
                        .FirstOrDefault(one => one.Id == id)
                    ?? throw ProblemException.NotFound("This saving");
                if (db.Savings.Count(one => one.ProfileId == saving.ProfileId) == 1)
                    throw ProblemException.InTheWay(
                        ProblemCode.OnlySaving,
                        $"{saving.Profile!.Name} has no other saving. Delete the profile instead."
                    );
                return SavingNames.Words(saving);
            },
            (db, deletion) => Mark(db.Savings.Where(one => one.Id == id), deletion)
        );

    /// <summary>Deletes a safe state.</summary>
    /// <exception cref="ProblemException">The desktop's folder has none of this number.</exception>
    public DeletedView DeleteSafeState(LiveDesktop desktop, long id) =>
        Delete(
            DeletedWhat.SafeState,
            _ => SafeStateShelf.NameOf(safeStates.Get(desktop, id)),
            (db, deletion) => Mark(db.SafeStates.Where(one => one.Id == id), deletion)
        );

    /// <summary>Deletes several safe states together. Those of them that are undeleted are kept from then on.</summary>
    /// <param name="ids">Their numbers.</param>
    public DeletedView DeleteSafeStates(IReadOnlyCollection<long> ids) =>
        Delete(
            DeletedWhat.SafeStates,
            db => Counting.Of(db.SafeStates.Count(one => ids.Contains(one.Id)), "old safe state"),
            (db, deletion) => Mark(db.SafeStates.Where(one => ids.Contains(one.Id)), deletion)
        );

    /// <summary>
    /// Deletes a desktop with its safe states, and nothing in its folder. The safe states of a folder that another desktop has too stay
    /// with that one. Profiles and their savings stay.
    /// </summary>
    /// <exception cref="ProblemException">There is none of this number, or a switch is on its way there.</exception>
    public DeletedView DeleteDesktop(long id)
    {
        var root = register.RootOf(id);
        using var held = Directory.Exists(root) ? PathLock.TryTake(root) : null;
        if (held is null && Directory.Exists(root))
            throw ProblemException.InTheWay(
                ProblemCode.SwitchBusy,
                "A switch is on its way on this desktop. Delete it when that has ended."
            );
        return Delete(
            DeletedWhat.Desktop,
            db => db.Desktops.Where(one => one.Id == id).Select(one => one.Name).First(),
            (db, deletion) =>
            {
                if (
                    db.Desktops.FirstOrDefault(one => one.Root == root && one.Id != id) is { } other
                )
                    db.SafeStates.Where(one => one.DesktopId == id)
                        .ExecuteUpdate(set => set.SetProperty(one => one.DesktopId, other.Id));
                Mark(db.SafeStates.Where(one => one.DesktopId == id), deletion);
                Mark(db.Asides.Where(one => one.DesktopId == id), deletion);
                Mark(db.Fittings.Where(one => one.DesktopId == id), deletion);
                Mark(db.Desktops.Where(one => one.Id == id), deletion);
            }
        );
    }

    /// <summary>Throws a fitting away.</summary>
    /// <exception cref="ProblemException">There is none of this number.</exception>
    public DeletedView DeleteFitting(long id) =>
        Delete(
            DeletedWhat.Fitting,
            db =>
                db.Fittings.Where(one => one.Id == id).Select(one => one.Name).FirstOrDefault()
                ?? throw ProblemException.NotFound("This fitting"),
            (db, deletion) => Mark(db.Fittings.Where(one => one.Id == id), deletion)
        );

    /// <summary>What was deleted and can be undeleted, the last first.</summary>
    public IReadOnlyList<DeletedView> All()
    {
        using var db = databases.CreateDbContext();
        var rows = db.Deletions.AsNoTracking().OrderByDescending(one => one.Id).ToList();
        return
        [
            .. rows.Zip(
                costs.Of(rows.Select(one => Owners(db, one.Id))),
                (one, health) => View(one, health.Cost)
            ),
        ];
    }

    /// <summary>Puts back what was deleted, as it was. Where its name was given away meanwhile, it gets a number after it.</summary>
    /// <returns>Its name.</returns>
    /// <exception cref="ProblemException">It went for good, or something has its place.</exception>
    public string Undelete(long id)
    {
        using var db = databases.CreateDbContext();
        var deletion = RowOf(db, id);
        if (WhereItBelongs(db, deletion) is { } what)
            throw ProblemException.InTheWay(
                ProblemCode.OwnerDeleted,
                $"The {what} of {deletion.Name} is deleted too. Undelete that first."
            );
        var name = deletion.Name;
        foreach (var profile in With<ProfileRow>(db, id))
            name = profile.Name = FreeName.Like(profile.Name, db.Profiles.Select(one => one.Name));
        foreach (var desktop in With<DesktopRow>(db, id))
        {
            registration.RefuseTaken(desktop.Root, desktop.Map, desktop.Id);
            name = desktop.Name = FreeName.Like(desktop.Name, db.Desktops.Select(one => one.Name));
        }
        using var all = db.Database.BeginTransaction();
        db.SaveChanges();
        Mark(With<ProfileRow>(db, id), null);
        Mark(With<SavingRow>(db, id), null);
        if (Enum.Parse<DeletedWhat>(deletion.What) == DeletedWhat.SafeStates)
            With<SafeStateRow>(db, id)
                .ExecuteUpdate(set => set.SetProperty(one => one.IsKept, true));
        Mark(With<SafeStateRow>(db, id), null);
        Mark(With<AsideRow>(db, id), null);
        Mark(With<FittingRow>(db, id), null);
        Mark(With<DesktopRow>(db, id), null);
        db.Deletions.Where(one => one.Id == id).ExecuteDelete();
        all.Commit();
        return name;
    }

    /// <summary>What the thing that was deleted belongs to, where that is deleted too; null if it is there.</summary>
    private static string? WhereItBelongs(FuroshikiDb db, DeletionRow deletion) =>
        Enum.Parse<DeletedWhat>(deletion.What) switch
        {
            DeletedWhat.Saving
                when !With<SavingRow>(db, deletion.Id)
                    .Any(one => db.Profiles.Any(profile => profile.Id == one.ProfileId)) =>
                "profile",
            DeletedWhat.SafeState
            or DeletedWhat.SafeStates
                when !With<SafeStateRow>(db, deletion.Id)
                    .Any(one => db.Desktops.Any(desktop => desktop.Id == one.DesktopId)) =>
                "desktop",
            DeletedWhat.Fitting
                when !With<FittingRow>(db, deletion.Id)
                    .Any(one => db.Desktops.Any(desktop => desktop.Id == one.DesktopId)) =>
                "desktop",
            _ => null,
        };

    /// <summary>Lets what was deleted go for good. What was kept for it alone is given back.</summary>
    /// <exception cref="ProblemException">It went already.</exception>
    public void ForGood(long id)
    {
        using (var db = databases.CreateDbContext())
        {
            RowOf(db, id);
            Remove(db, [id]);
        }
        keeper.News.Tell();
    }

    /// <summary>
    /// Lets all go for good whose time is over. A clock that was wrong once is no reason: each has to have been seen as deleted on several
    /// days too.
    /// </summary>
    /// <returns>How many.</returns>
    public int Expire()
    {
        var now = clock.GetUtcNow().UtcDateTime;
        using var db = databases.CreateDbContext();
        var seen = SeenOn(now, [.. db.Deletions.Select(one => one.Id)]);
        var last = now - KeptFor;
        var over = db
            .Deletions.Where(one => one.At < last)
            .Select(one => one.Id)
            .AsEnumerable()
            .Where(id => seen[id].Count >= FewestDays)
            .ToList();
        if (over.Count > 0)
            Remove(db, over);
        return over.Count;
    }

    /// <summary>On which days each deletion was seen, up to as many as count; today is one of them.</summary>
    private Dictionary<long, List<DateOnly>> SeenOn(DateTime now, IReadOnlyList<long> deletions)
    {
        var before = preferences.Find<Dictionary<long, List<DateOnly>>>(Seen) ?? [];
        var today = DateOnly.FromDateTime(now);
        var after = deletions.ToDictionary(id => id, id => before.GetValueOrDefault(id) ?? []);
        var isNews = after.Count != before.Count;
        foreach (var days in after.Values)
            if (days.Count < FewestDays && !days.Contains(today))
            {
                days.Add(today);
                isNews = true;
            }
        if (isNews)
            preferences.Keep(Seen, after);
        return after;
    }

    private static void Remove(FuroshikiDb db, List<long> ids)
    {
        using var all = db.Database.BeginTransaction();
        // The rows that went with them go too: the database sees to that.
        db.Deletions.Where(one => ids.Contains(one.Id)).ExecuteDelete();
        // What was deleted by itself before what it belongs to was has gone with that.
        db.Deletions.Where(one =>
                !db.Set<ProfileRow>().Any(row => row.DeletionId == one.Id)
                && !db.Set<SavingRow>().Any(row => row.DeletionId == one.Id)
                && !db.Set<SafeStateRow>().Any(row => row.DeletionId == one.Id)
                && !db.Set<DesktopRow>().Any(row => row.DeletionId == one.Id)
                && !db.Set<FittingRow>().Any(row => row.DeletionId == one.Id)
            )
            .ExecuteDelete();
        all.Commit();
    }

    private DeletedView Delete(
        DeletedWhat what,
        Func<FuroshikiDb, string> name,
        Action<FuroshikiDb, long> mark
    )
    {
        using var db = databases.CreateDbContext();
        using var all = db.Database.BeginTransaction();
        var row = new DeletionRow
        {
            What = what.ToString(),
            Name = name(db),
            At = clock.GetUtcNow().UtcDateTime,
        };
        db.Deletions.Add(row);
        db.SaveChanges();
        mark(db, row.Id);
        all.Commit();
        return View(row, costs.Of([Owners(db, row.Id)])[0].Cost);
    }

    private static DeletedView View(DeletionRow row, ContentCost cost) =>
        new(
            row.Id,
            Enum.Parse<DeletedWhat>(row.What),
            row.Name,
            DateTime.SpecifyKind(row.At, DateTimeKind.Utc),
            DateTime.SpecifyKind(row.At, DateTimeKind.Utc) + KeptFor,
            cost
        );

    private static List<string> Owners(FuroshikiDb db, long deletion) =>
        [
            .. With<ProfileRow>(db, deletion)
                .Select(one => one.Id)
                .AsEnumerable()
                .Select(ContentCosts.OfProfile),
            .. With<SavingRow>(db, deletion)
                .Select(one => one.Id)
                .AsEnumerable()
                .Select(ContentCosts.OfSaving),
            .. With<SafeStateRow>(db, deletion)
                .Select(one => one.Id)
                .AsEnumerable()
                .Select(ContentCosts.OfSafeState),
            .. With<DesktopRow>(db, deletion)
                .Select(one => one.Id)
                .AsEnumerable()
                .Select(ContentCosts.OfDesktop),
            .. With<AsideRow>(db, deletion)
                .Select(one => one.Id)
                .AsEnumerable()
                .Select(ContentCosts.OfAside),
            .. With<FittingRow>(db, deletion)
                .Select(one => one.Id)
                .AsEnumerable()
                .Select(ContentCosts.OfFitting),
        ];

    /// <summary>The rows that went with a deletion.</summary>
    private static IQueryable<T> With<T>(FuroshikiDb db, long deletion)
        where T : class, IDeletable => db.Set<T>().Where(one => one.DeletionId == deletion);

    /// <summary>Lets rows go with a deletion; with none, they are there again.</summary>
    private static void Mark<T>(IQueryable<T> rows, long? deletion)
        where T : class, IDeletable =>
        rows.ExecuteUpdate(set => set.SetProperty(one => one.DeletionId, deletion));

    private static DeletionRow RowOf(FuroshikiDb db, long id) =>
        db.Deletions.AsNoTracking().FirstOrDefault(one => one.Id == id)
        ?? throw ProblemException.NotFound("What was deleted");
}
