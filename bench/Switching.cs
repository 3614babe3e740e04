using System.Text.RegularExpressions;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Switching;
using Furoshiki.Desktops;
using Furoshiki.Store;

namespace Furoshiki.Bench;

/// <summary>The demo's first desktop with many files in its icon set, and two looks that differ in ten settings in three files.</summary>
internal sealed partial class Switching : IDisposable
{
    private const int FilesInFolder = 200;

    private static readonly string[] Files = ["surface.conf", "windows.conf", "panels.json"];

    private readonly string _home = Directory.CreateTempSubdirectory("furoshiki-bench-").FullName;
    private readonly int _files;
    private readonly DesktopMap _map;
    private readonly DesktopFolder _folder;
    private readonly SqliteContentStore _content;
    private readonly SqliteSwitchJournal _journal;
    private readonly Look _one;
    private readonly Look _other;
    private bool _isOther;

    public Switching(string scenario, int files, int length)
    {
        _files = files;
        _map = DesktopMapReader
            .Read(File.ReadAllBytes(Path.Combine(scenario, "maps/engawa.json")))
            .For([new Screen("main", 2560, 1440), new Screen("upright", 1080, 1920)]);
        Sample.Run($"cp -a {scenario}/dome-console {Root}", _home);
        Fill(Many, files, length);
        var databases = new FuroshikiDbFactory(Path.Combine(_home, "furoshiki.db"));
        databases.Migrate();
        _content = new SqliteContentStore(databases, TimeProvider.System);
        _journal = new SqliteSwitchJournal(databases, TimeProvider.System);
        Register(databases, _content, Root);
        _folder = new DesktopFolder(Root, isWatched: true);
        _other = Save();
        Edit("windows.conf", Numbers(), 3);
        Edit("surface.conf", Colours(), 6);
        Edit("panels.json", Opacity(), 1);
        _one = Save();
        if (
            _folder
                .ManagedTree([_map])
                .All.Count(one => one.Key.EndsWith(".bin", StringComparison.Ordinal)) != files
        )
            throw new InvalidOperationException("Not all of the files are managed.");
    }

    private string Root => Path.Combine(_home, "root");

    private string Many => Path.Combine(Root, "home/.local/share/icons/Fold-Slate/more");

    private string Packed => Path.Combine(_home, "many.tar");

    private string Unpacked => Path.Combine(_home, "unpacked");

    private string Config => Path.Combine(Root, "home/.config/engawa");

    /// <summary>Registers a desktop, of which a switch is noted.</summary>
    public static void Register(
        FuroshikiDbFactory databases,
        SqliteContentStore content,
        string root
    )
    {
        using var hold = content.Hold();
        using var db = databases.CreateDbContext();
        db.Add(
            new DesktopRow
            {
                Name = "Bench",
                Root = root,
                Version = "",
                Screens = "[]",
                Map = hold.Put("a map"u8.ToArray()),
            }
        );
        db.SaveChanges();
    }

    public void PlanOnly() => Plan();

    /// <summary>Edits some of the many files, as another program would, and lets that be known.</summary>
    /// <param name="count">How many.</param>
    /// <returns>How many paths the plan to the look that was saved changes then.</returns>
    public int Edit(int count)
    {
        for (var i = 0; i < count; i++)
        {
            var file = i * _files / count;
            File.AppendAllText(
                Path.Combine(Many, $"{file / FilesInFolder}", $"{file}.bin"),
                "edited"
            );
        }
        return Plan().Changes.Length;
    }

    /// <summary>Switches to the look of the two that is not on.</summary>
    public void Switch() => Switch(changes => changes == Files.Length);

    /// <summary>The same where none of the many files is there.</summary>
    public void Place() => Switch(changes => changes > _files);

    /// <summary>Removes the many files, as another program would.</summary>
    public void TakeAway() => Directory.Delete(Many, recursive: true);

    /// <summary>Unpacks the many files beside the desktop, and flushes them.</summary>
    public void Unpack() =>
        Sample.Run($"tar -xf {Packed} -C {Unpacked} && sync -f {Unpacked}", _home);

    /// <summary>Packs the many files, and makes an empty folder to unpack them in.</summary>
    public void TakeAwayUnpacked()
    {
        if (!File.Exists(Packed))
            Sample.Run($"tar -cf {Packed} -C {Many} .", _home);
        if (Directory.Exists(Unpacked))
            Directory.Delete(Unpacked, recursive: true);
        Directory.CreateDirectory(Unpacked);
    }

    private void Switch(Func<int, bool> isAsExpected)
    {
        var plan = Plan();
        var outcome = new SwitchTransaction(1, _folder, [_map], _content, _journal).Execute(
            plan,
            CancellationToken.None
        );
        if (!outcome.Switched || !isAsExpected(plan.Changes.Length))
            throw new InvalidOperationException(
                outcome.Problem ?? $"{plan.Changes.Length} files were changed."
            );
        _isOther = !_isOther;
    }

    /// <summary>Writes the files that a switch writes, each beside itself, flushes them and puts them in place.</summary>
    public void WriteAndFlush()
    {
        foreach (var file in Files)
        {
            var path = Path.Combine(Config, file);
            var bytes = File.ReadAllBytes(path);
            using (var beside = new FileStream(path + ".new", FileMode.Create))
            {
                beside.Write(bytes);
                beside.Flush(flushToDisk: true);
            }
            File.Move(path + ".new", path, overwrite: true);
        }
    }

    public void Dispose()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(_home, recursive: true);
    }

    private SwitchPlan Plan()
    {
        var view = new RememberingView(_folder);
        var wanted = _isOther ? _one : _other;
        var reading = DesktopReader.Read(_map, view);
        // Made anew, so that nothing is known from an earlier plan but what stands on the desktop.
        var saved = new NearbyContent(
            _content,
            () =>
                reading
                    .Look.Components.SelectMany(part => part.Assets)
                    .Where(asset => asset.IsFolder)
                    .Select(asset => view.FindTree(_map.FindPath(asset.Path!)!.FromRoot))
                    .OfType<Tree>()
        );
        return new SwitchPlanner(_map, reading, view, saved, _ => _map).Plan(
            wanted,
            [.. wanted.Components.Select(part => part.Kind.Name)]
        );
    }

    private Look Save()
    {
        var look = DesktopReader.Read(_map, new RememberingView(_folder)).Look;
        using var hold = _content.Hold();
        using var batch = hold.Begin();
        LookKeeper.Keep(look, batch, _folder, _map, keepSystem: false);
        batch.Commit();
        return look;
    }

    private void Edit(string file, Regex value, int count)
    {
        var path = Path.Combine(Config, file);
        File.WriteAllText(path, value.Replace(File.ReadAllText(path), "${before}7", count));
    }

    private static void Fill(string folder, int files, int length)
    {
        var bytes = new byte[length];
        for (var i = 0; i < files; i++)
        {
            var within = Path.Combine(folder, $"{i / FilesInFolder}");
            Directory.CreateDirectory(within);
            BitConverter.TryWriteBytes(bytes, i);
            File.WriteAllBytes(Path.Combine(within, $"{i}.bin"), bytes);
        }
    }

    [GeneratedRegex("(?<before>=#[0-9a-f]{5})[0-68-9a-f]")]
    private static partial Regex Colours();

    [GeneratedRegex("(?<before>(thickness|radius|title-size)=)[0-9]+")]
    private static partial Regex Numbers();

    [GeneratedRegex("(?<before>\"opacity\": )[0-9]+")]
    private static partial Regex Opacity();
}
