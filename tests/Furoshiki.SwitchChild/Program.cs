using System.Diagnostics;
using System.Globalization;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Switching;
using Furoshiki.Desktops;
using Furoshiki.Store;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

// Switches a desktop in a process of its own, goes back, or ends what was broken off, and kills that process (SIGKILL) at a given point.
// Arguments: database, desktop's folder, map, number of the point (from 0; -1 for none), and what: "look" or "state" and a digest,
// "take-back" for the switch that waits to be kept, or "recover". It prints whether that was done and how many points there were, and
// ends with 3 if it could not go on.
var databases = new FuroshikiDbFactory(args[0]);
var content = new SqliteContentStore(databases, TimeProvider.System);
var folder = new DesktopFolder(args[1]);
var map = DesktopMapReader
    .Read(File.ReadAllBytes(args[2]))
    .For([new Screen("main", 2560, 1440), new Screen("upright", 1080, 1920)]);
var killAt = int.Parse(args[3], CultureInfo.InvariantCulture);
var journal = new SqliteSwitchJournal(databases, TimeProvider.System);
var points = 0;
try
{
    Console.WriteLine($"{Do()} {points}");
    return 0;
}
catch (Exception problem)
    when (problem is IOException or WayBackException or DbUpdateException or SqliteException)
{
    Console.WriteLine(problem.Message);
    return 3;
}

bool Do() =>
    args[4] switch
    {
        "look" => Execute(Switching(Look.Parse(content.Read(Digest.Parse(args[5]))))),
        "state" => Execute(GoingBack(content.FindTree(Digest.Parse(args[5]))!)),
        "take-back" => SwitchRecovery.TakeBack(
            journal.Unkept()[0].Id,
            args[1],
            journal,
            content,
            root => new DesktopFolder(root),
            At
        )
            is { Switched: false },
        _ => SwitchRecovery.Recover(journal, content, root => new DesktopFolder(root), At).Count
            == 1,
    };

SwitchPlan Switching(Look look) =>
    new SwitchPlanner(map, DesktopReader.Read(map, folder), folder, content, _ => map).Plan(
        look,
        [.. look.Components.Select(part => part.Kind.Name)]
    );

SwitchPlan GoingBack(Tree state) =>
    GoBackPlanner.Plan(
        map,
        DesktopReader.Read(map, folder),
        folder,
        StateBack.Of([map], state, [.. state.Gaps], content, folder),
        content.FindTree
    );

bool Execute(SwitchPlan plan) =>
    new SwitchTransaction(1, folder, [map], content, journal) { At = At }
        .Execute(plan, CancellationToken.None)
        .Switched;

void At(SwitchPoint point)
{
    if (points++ == killAt)
        Process.GetCurrentProcess().Kill();
}
