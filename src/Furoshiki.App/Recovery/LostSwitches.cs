using System.Globalization;
using Furoshiki.App.Desktops;
using Furoshiki.App.Installation;
using Furoshiki.Desktops;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Recovery;

/// <summary>
/// Finds desktops on which a switch was broken off whose journal was lost with the database: nobody can end it any more, and the person is
/// told what they can do.
/// </summary>
public sealed class LostSwitches(
    DataFolder data,
    Preferences preferences,
    SqliteSwitchJournal journal,
    DesktopRegister register,
    IDbContextFactory<FuroshikiDb> databases
)
{
    private const string Searched = "searched-since-lost";

    /// <summary>Looks at each desktop once since the last database was set aside, as soon as it is there.</summary>
    public void Tell()
    {
        if (data.Lost is not [{ At: var lostAt }, ..])
            return;
        var searched = preferences.Find<Dictionary<long, DateTime>>(Searched) ?? [];
        var known = journal.Lost();
        var isAny = false;
        foreach (var desktop in register.All())
        {
            if (searched.GetValueOrDefault(desktop.Id) >= lostAt)
                continue;
            if (
                journal.Unfinished(desktop.Folder.Root).Count > 0
                || Leftovers.Clear(desktop.Folder, desktop.Maps) is not { } leftovers
            )
                continue;
            if (leftovers > 0 || known.Contains(desktop.Id))
                journal.NoteLost(desktop.Id, desktop.Folder.Root, Sentence(desktop));
            searched[desktop.Id] = lostAt;
            isAny = true;
        }
        if (isAny)
            preferences.Keep(Searched, searched);
    }

    private string Sentence(LiveDesktop desktop)
    {
        using var db = databases.CreateDbContext();
        var newest = db
            .SafeStates.Where(state =>
                db.Desktops.Any(one => one.Id == state.DesktopId && one.Root == desktop.Folder.Root)
            )
            .OrderByDescending(state => state.MadeAt)
            .Select(state => (DateTime?)state.MadeAt)
            .FirstOrDefault();
        return "A switch was broken off, and what the journal knew of it was lost with the database: some files can be as before it, and others as it wanted them. "
            + (
                newest is { } at
                    ? string.Create(
                        CultureInfo.InvariantCulture,
                        $"Go back to the newest safe state, of {DateTime.SpecifyKind(at, DateTimeKind.Utc).ToLocalTime():yyyy-MM-dd HH:mm zzz}, whole or file by file, or put on a look."
                    )
                    : "There is no safe state of it any more. Put on a look."
            );
    }
}
