using System.Collections.Concurrent;
using System.Text.Json;
using Furoshiki.App.Installation;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Switching;
using Furoshiki.Core.Words;
using Furoshiki.Desktops;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Desktops;

/// <summary>The desktops that are registered.</summary>
public sealed class DesktopRegister(
    FuroshikiDbFactory databases,
    MapLibrary maps,
    IContentStore content,
    DataFolder data,
    TimeProvider clock
)
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);

    /// <summary>Folders stay open, since each remembers what it looked like.</summary>
    private readonly ConcurrentDictionary<string, DesktopFolder> _folders = new();

    private readonly UntilWritten<IReadOnlyList<Noted>> _noted = new(
        databases,
        db =>
            [
                .. db
                    .Desktops.AsNoTracking()
                    .OrderBy(one => one.Id)
                    .AsEnumerable()
                    .Select(row => new Noted(
                        row,
                        OnText.Of(db, row.SavingOnId, row.PartsOn),
                        [.. SqliteSwitchJournal.Unfinished(db, row.Root).Select(one => one.Entry)],
                        db.SafeStates.Any(one => one.DesktopId == row.Id && one.Files > 0)
                    )),
            ]
    );

    /// <summary>What is noted of a desktop.</summary>
    /// <param name="Row">Its row.</param>
    /// <param name="On">What it has on.</param>
    /// <param name="Unfinished">The switches in its folder that did not end.</param>
    /// <param name="HadFiles">Whether a safe state has files of it.</param>
    private sealed record Noted(
        DesktopRow Row,
        WhatIsOn On,
        IReadOnlyList<JournalEntry> Unfinished,
        bool HadFiles
    );

    /// <summary>Those whose folder is there and whose map is whole.</summary>
    public IReadOnlyList<LiveDesktop> All() =>
        [.. _noted.Value.Select(one => TryOpen(one, out _)).OfType<LiveDesktop>()];

    /// <summary>The numbers of all of them, also of those whose folder is gone.</summary>
    public IReadOnlyList<long> Ids() => [.. _noted.Value.Select(one => one.Row.Id)];

    /// <summary>All of them, also those whose folder is gone or whose map is damaged.</summary>
    public IReadOnlyList<DesktopView> List() =>
        [
            .. _noted.Value.Select(one => new DesktopView(
                one.Row.Id,
                one.Row.Name,
                maps.Find(one.Row.Map)?.Platform ?? "",
                one.Row.Version,
                ScreensOf(one.Row),
                one.Row.IsSimulated,
                one.Row.Root,
                TryOpen(one, out var why) is null ? why : null
            )),
        ];

    /// <summary>The map of a desktop, whether its folder is there or not.</summary>
    public Digest MapOf(long id) => NotedOf(id).Row.Map;

    /// <summary>
    /// Lets a desktop have another folder. Switches of it that were broken off end there, those that wait to be kept go back there, and so
    /// do the folders that they made; that it is the right one is the person's word.
    /// </summary>
    public void Move(long id, string root)
    {
        using var db = databases.CreateDbContext();
        using var all = db.Database.BeginTransaction();
        RowOf(db, id).Root = root;
        db.SaveChanges();
        db.Switches.Where(one => one.DesktopId == id)
            .ExecuteUpdate(set =>
                set.SetProperty(one => one.Root, root).SetProperty(one => one.Grounds, "")
            );
        all.Commit();
    }

    /// <summary>The folder of a desktop, whether it is there or not.</summary>
    public string RootOf(long id) => NotedOf(id).Row.Root;

    /// <summary>Gives a desktop another name.</summary>
    /// <returns>The name as it was taken.</returns>
    /// <exception cref="ProblemException">It cannot be taken as it is.</exception>
    public string Rename(long id, string name)
    {
        using var db = databases.CreateDbContext();
        var row = RowOf(db, id);
        row.Name = NameFor(db, name, id);
        db.SaveChanges();
        return row.Name;
    }

    /// <summary>Notes that a platform has another version now. What it had before is news until somebody has seen it.</summary>
    /// <param name="id">The desktop's number.</param>
    /// <param name="version">The version.</param>
    public void ChangeVersion(long id, string version)
    {
        using var db = databases.CreateDbContext();
        var row = RowOf(db, id);
        if (row.Version == version)
            return;
        // Of several changes that nobody saw, the first is told of.
        if (row.VersionSince is null)
            row.VersionBefore = row.Version;
        (row.Version, row.VersionSince) = (version, clock.GetUtcNow().UtcDateTime);
        if (row.VersionBefore == version)
            (row.VersionBefore, row.VersionSince) = ("", null);
        db.SaveChanges();
    }

    /// <summary>Notes that a desktop's earlier version is no news any more.</summary>
    /// <param name="id">The desktop's number.</param>
    public void ForgetEarlierVersion(long id)
    {
        using var db = databases.CreateDbContext();
        var row = RowOf(db, id);
        (row.VersionBefore, row.VersionSince) = ("", null);
        db.SaveChanges();
    }

    /// <summary>Lets a desktop have other screens, the main one first. What was saved knows for which it was.</summary>
    public void ChangeScreens(long id, IReadOnlyList<Screen> screens)
    {
        using var db = databases.CreateDbContext();
        RowOf(db, id).Screens = Text(screens);
        db.SaveChanges();
    }

    /// <summary>Allows or forbids that Furoshiki tells the programs of a desktop that their settings are others.</summary>
    public void AllowTelling(long id, bool isAllowed)
    {
        using var db = databases.CreateDbContext();
        RowOf(db, id).MayTell = isAllowed;
        db.SaveChanges();
    }

    /// <summary>A name for a desktop, as it is taken.</summary>
    /// <param name="db">Where the other desktops are.</param>
    /// <param name="name">The name as it was written.</param>
    /// <param name="desktop">The desktop that is to have it; null for a new one.</param>
    /// <exception cref="ProblemException">It cannot be taken as it is.</exception>
    public static string NameFor(FuroshikiDb db, string name, long? desktop)
    {
        if (PersonsText.WhyNot("The name", name, FuroshikiDb.LongestName) is { } reason)
            throw ProblemException.Field("name", reason);
        var tidy = PersonsText.Tidy(name);
        if (tidy.Length == 0)
            throw ProblemException.Field(
                "name",
                $"A desktop has a name of 1 to {FuroshikiDb.LongestName} characters."
            );
        return db
            .Desktops.Where(one => one.Id != desktop)
            .Select(one => one.Name)
            .AsEnumerable()
            .Any(other => PersonsText.KeyOf(other) == PersonsText.KeyOf(tidy))
            ? throw ProblemException.Field("name", $"There is a desktop named {tidy} already.")
            : tidy;
    }

    /// <summary>A desktop.</summary>
    /// <exception cref="ProblemException">There is none of this number, or the copy of its map is damaged.</exception>
    /// <exception cref="DirectoryNotFoundException">Its folder is gone.</exception>
    public LiveDesktop Get(long id) => Open(NotedOf(id));

    private Noted NotedOf(long id) =>
        _noted.Value.FirstOrDefault(one => one.Row.Id == id)
        ?? throw ProblemException.NotFound("This desktop");

    /// <summary>The row of a desktop, to be changed.</summary>
    private static DesktopRow RowOf(FuroshikiDb db, long id) =>
        db.Desktops.FirstOrDefault(one => one.Id == id)
        ?? throw ProblemException.NotFound("This desktop");

    /// <summary>
    /// The screens that a saving was made for, the main one first; of one that does not say, those of the desktop with its map, and none if
    /// there is none.
    /// </summary>
    public IReadOnlyList<Screen> ScreensOf(SavingRow saving)
    {
        if (saving.Screens.Length > 0)
            return JsonSerializer.Deserialize<Screen[]>(saving.Screens, Json)!;
        return _noted.Value.FirstOrDefault(one => one.Row.Map == saving.Map) is { } noted
            ? ScreensOf(noted.Row)
            : [];
    }

    /// <summary>Screens as they are kept.</summary>
    public static string Text(IReadOnlyList<Screen> screens) =>
        JsonSerializer.Serialize(screens, Json);

    private static Screen[] ScreensOf(DesktopRow row) =>
        JsonSerializer.Deserialize<Screen[]>(row.Screens, Json)!;

    private LiveDesktop? TryOpen(Noted noted, out string why)
    {
        try
        {
            why = "";
            return Open(noted);
        }
        catch (Exception problem)
            when (problem is IOException or UnauthorizedAccessException or ProblemException)
        {
            why = problem.Message;
            return null;
        }
    }

    /// <summary>Registers a desktop; nothing is written in its folder.</summary>
    public LiveDesktop Add(
        string name,
        string root,
        string version,
        IReadOnlyList<Screen> screens,
        byte[] map,
        bool isSimulated
    )
    {
        using var db = databases.CreateDbContext();
        using var hold = content.Hold();
        var row = new DesktopRow
        {
            Name = name,
            Root = root,
            Version = version,
            Map = MapLibrary.Keep(map, hold),
            Screens = Text(screens),
            IsSimulated = isSimulated,
        };
        db.Add(row);
        db.SaveChanges();
        return Get(row.Id);
    }

    /// <summary>What tells one state of what is saved from another, as far as a desktop's pages show it.</summary>
    public string SavedState(LiveDesktop desktop)
    {
        using var db = databases.CreateDbContext();
        return string.Join(
            ' ',
            desktop.On.Saving,
            db.Desktops.Where(one => one.Id == desktop.Id)
                .Select(one => new
                {
                    one.Showing,
                    one.MayTell,
                    one.Screens,
                    one.Version,
                    one.VersionSince,
                })
                .First(),
            db.Asides.Count(one => one.DesktopId == desktop.Id),
            db.Fittings.Count(one => one.DesktopId == desktop.Id),
            db.Fittings.Where(one => one.DesktopId == desktop.Id).Sum(one => one.Revision),
            db.Switches.Where(one => one.Root == desktop.Folder.Root)
                .OrderByDescending(one => one.Id)
                .Select(one => new
                {
                    one.State,
                    one.KeptAt,
                    one.News,
                })
                .FirstOrDefault(),
            db.Profiles.Count(),
            db.Savings.Max(one => (long?)one.Id),
            db.SafeStates.Max(one => (long?)one.Id),
            db.Deletions.Max(one => (long?)one.Id),
            db.Deletions.Count()
        );
    }

    /// <summary>Notes what a desktop has on after something of it was saved.</summary>
    public void NoteOn(long desktop, WhatIsOn on)
    {
        using var db = databases.CreateDbContext();
        OnText.Note(
            db,
            db.Desktops.Single(one => one.Id == desktop),
            on,
            clock.GetUtcNow().UtcDateTime
        );
        db.SaveChanges();
    }

    /// <summary>A desktop's folder, which no path and no link leaves, and from which none reaches into the product's own data.</summary>
    /// <exception cref="DirectoryNotFoundException">There is none, or a link stands in its place.</exception>
    public DesktopFolder FolderAt(string root)
    {
        if (!Directory.Exists(root))
            throw new DirectoryNotFoundException($"There is no folder {root}.");
        var folder = new DesktopFolder(
            root,
            shut: data.Holds(root) ? null : data.Path,
            isWatched: true
        );
        return folder.Root == root
            ? _folders.GetOrAdd(root, folder)
            : throw new DirectoryNotFoundException(
                $"{root} is a link to {folder.Root} now, and was a folder when it was added."
            );
    }

    /// <summary>A desktop with its folder. What stands in its place while that is away is not looked at.</summary>
    /// <exception cref="ProblemException">The copy of its map is damaged.</exception>
    /// <exception cref="DirectoryNotFoundException">Its folder is gone.</exception>
    private LiveDesktop Open(Noted noted)
    {
        var row = noted.Row;
        var screens = ScreensOf(row);
        var desktop = new LiveDesktop(
            row.Id,
            row.Name,
            row.Version,
            screens,
            FolderAt(row.Root),
            maps.Get(row.Map).For(screens),
            row.Map,
            row.IsSimulated,
            noted.On,
            [
                .. _noted
                    .Value.Select(one => one.Row)
                    .Where(one => one.Root == row.Root && one.Id != row.Id)
                    .Select(one => maps.Find(one.Map))
                    .OfType<DesktopMap>(),
            ]
        )
        {
            MayTell = row.MayTell,
            HadFiles = noted.HadFiles || !noted.On.Parts.IsEmpty,
            Earlier = row.VersionSince is { } since
                ? new EarlierVersion(
                    row.VersionBefore,
                    DateTime.SpecifyKind(since, DateTimeKind.Utc)
                )
                : null,
        };
        var away =
            noted.Unfinished.Select(SwitchRecovery.WhyAway).FirstOrDefault(why => why is not null)
            ?? desktop.WhyBare();
        return away is null ? desktop : throw new DirectoryNotFoundException(away);
    }
}
