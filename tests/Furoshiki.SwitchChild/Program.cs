using System.Diagnostics;
using System.Globalization;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Switching;
using Furoshiki.Desktops;
using Furoshiki.Store;

// Switches a desktop in a process of its own, or takes a switch back that waits to be kept, and kills that process (SIGKILL) at a given
// point. Arguments: database, desktop's folder, map, number of the point (from 0; -1 for none), and the digest of the look, or "back".
var databases = new FuroshikiDbFactory(args[0]);
var content = new SqliteContentStore(databases, TimeProvider.System);
var folder = new DesktopFolder(args[1]);
var map = DesktopMapReader
    .Read(File.ReadAllBytes(args[2]))
    .For([new Screen("main", 2560, 1440), new Screen("upright", 1080, 1920)]);
var killAt = int.Parse(args[3], CultureInfo.InvariantCulture);
var journal = new SqliteSwitchJournal(databases, TimeProvider.System);
var points = 0;
if (args[4] == "back")
{
    var back = SwitchRecovery.TakeBack(
        journal.Unkept()[0].Id,
        args[1],
        journal,
        content,
        root => new DesktopFolder(root),
        At
    );
    Console.WriteLine($"{back is { Switched: false }} {points}");
    return;
}
var look = Look.Parse(content.Read(Digest.Parse(args[4])));
var plan = new SwitchPlanner(map, DesktopReader.Read(map, folder), folder, content, _ => map).Plan(
    look,
    [.. look.Components.Select(part => part.Kind.Name)]
);
var outcome = new SwitchTransaction(1, folder, [map], content, journal) { At = At }.Execute(
    plan,
    CancellationToken.None
);
Console.WriteLine($"{outcome.Switched} {points}");

void At(SwitchPoint point)
{
    if (points++ == killAt)
        Process.GetCurrentProcess().Kill();
}
