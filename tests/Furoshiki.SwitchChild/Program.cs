using System.Diagnostics;
using System.Globalization;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Switching;
using Furoshiki.Desktops;
using Furoshiki.Store;

// Switches a desktop in a process of its own, and kills that process (SIGKILL) at a given point.
// Arguments: database, desktop's folder, map, digest of the look, number of the point (from 0; -1 for none).
var databases = new FuroshikiDbFactory(args[0]);
var content = new SqliteContentStore(databases, TimeProvider.System);
var folder = new DesktopFolder(args[1]);
var map = DesktopMapReader
    .Read(File.ReadAllBytes(args[2]))
    .For([new Screen("main", 2560, 1440), new Screen("upright", 1080, 1920)]);
var look = Look.Parse(content.Read(Digest.Parse(args[3])));
var killAt = int.Parse(args[4], CultureInfo.InvariantCulture);

var plan = new SwitchPlanner(map, DesktopReader.Read(map, folder), folder, content, _ => map).Plan(
    look,
    [.. look.Components.Select(part => part.Kind.Name)]
);
var points = 0;
var outcome = new SwitchTransaction(
    1,
    folder,
    [map],
    content,
    new SqliteSwitchJournal(databases, TimeProvider.System)
)
{
    At = _ =>
    {
        if (points++ == killAt)
            Process.GetCurrentProcess().Kill();
    },
}.Execute(plan, CancellationToken.None);
Console.WriteLine($"{outcome.Switched} {points}");
