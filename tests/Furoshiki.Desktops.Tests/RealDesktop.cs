using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Switching;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Desktops.Tests;

/// <summary>Paths of the demo's desktop.</summary>
internal static class TestPaths
{
    public const string Surface = "home/.config/engawa/surface.conf";
    public const string Windows = "home/.config/engawa/windows.conf";
    public const string Icons = "home/.local/share/icons";
}

/// <summary>The demo's desktop in a folder of its own, with a real database beside it.</summary>
internal sealed class RealDesktop : IDisposable
{
    private readonly string _home = Directory.CreateTempSubdirectory("furoshiki-test-").FullName;

    public RealDesktop(RealDesktop? like = null)
    {
        var demo = Path.Combine(AppContext.BaseDirectory, "scenario");
        MapFile = Path.Combine(demo, "maps", "engawa.json");
        Map = DesktopMapReader.Read(File.ReadAllBytes(MapFile)).For(Screens);
        if (like is null)
            Copy(Path.Combine(demo, "dome-console"), Root);
        else
            Copy(like._home, _home);
        Folder = new DesktopFolder(Root);
        Databases = new FuroshikiDbFactory(Database);
        Databases.Migrate();
        Content = new SqliteContentStore(Databases, TimeProvider.System);
        Journal = new SqliteSwitchJournal(Databases, TimeProvider.System);
        if (like is null)
            Register();
        else
            Move();
    }

    public static Screen[] Screens { get; } = [new("main", 2560, 1440), new("upright", 1080, 1920)];

    public string Root => Path.Combine(_home, "root");
    public string Outside => Path.Combine(_home, "outside");
    public string Database => Path.Combine(_home, "furoshiki.db");
    public string MapFile { get; }
    public DesktopMap Map { get; }
    public DesktopFolder Folder { get; }
    public FuroshikiDbFactory Databases { get; }
    public SqliteContentStore Content { get; }
    public SqliteSwitchJournal Journal { get; }

    public string At(string path) => Path.Combine(Root, path);

    public void Edit(string path, string from, string to)
    {
        var text = File.ReadAllText(At(path));
        text.ShouldContain(from);
        File.WriteAllText(At(path), text.Replace(from, to, StringComparison.Ordinal));
    }

    /// <summary>Lets the journal of a copy speak of the copy's folder.</summary>
    private void Move()
    {
        using var db = Databases.CreateDbContext();
        db.Switches.ExecuteUpdate(set =>
            set.SetProperty(one => one.Root, Root).SetProperty(one => one.Grounds, "")
        );
    }

    private void Register()
    {
        using var hold = Content.Hold();
        using var db = Databases.CreateDbContext();
        db.Add(
            new DesktopRow
            {
                Name = "Console",
                Root = Root,
                Version = "",
                Map = hold.Put(File.ReadAllBytes(MapFile)),
                Screens = "[]",
            }
        );
        db.SaveChanges();
    }

    /// <summary>A copy of this desktop and its database, each in a folder of its own.</summary>
    public RealDesktop Twin()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        return new RealDesktop(this);
    }

    /// <summary>Keeps all that the desktop has on, and returns the look.</summary>
    public Look Save()
    {
        var look = DesktopReader.Read(Map, Folder).Look;
        using var hold = Content.Hold();
        using var batch = hold.Begin();
        LookKeeper.Keep(look, batch, Folder, Map, keepSystem: true);
        batch.Commit();
        return look;
    }

    public SwitchPlan Plan(Look look) =>
        new SwitchPlanner(Map, DesktopReader.Read(Map, Folder), Folder, Content, _ => Map).Plan(
            look,
            [.. look.Components.Select(part => part.Kind.Name)]
        );

    /// <summary>Goes back to a safe state, or to some files and folders of it.</summary>
    public SwitchOutcome GoBackTo(
        Tree state,
        Action<SwitchPoint>? at = null,
        IReadOnlyCollection<string>? paths = null
    )
    {
        var back = GoBackPlanner.Plan(
            Map,
            DesktopReader.Read(Map, Folder),
            Folder,
            (
                paths is null
                    ? StateBack.Of([Map], state, [.. state.Gaps], Content, Folder)
                    : StateBack.OfPaths(Map, paths, state, [.. state.Gaps], Content, Folder)
            ) with
            {
                FoldersMade = Journal.FoldersMade(Root, DateTime.MinValue),
            },
            Content.FindTree
        );
        return Transaction(at, at).Execute(back, CancellationToken.None);
    }

    /// <summary>Plans to place a set that is new beside another version of one that is there, or to take both away again.</summary>
    /// <param name="added">Where the new one is placed.</param>
    /// <param name="updated">Where the other one is.</param>
    /// <param name="came">What was there.</param>
    /// <param name="isHere">Whether they come; otherwise the one goes, and the other becomes again as it was.</param>
    public SwitchPlan PlanSupply(string added, string updated, Tree came, bool isHere)
    {
        var placed = new Dictionary<string, FileState>(StringComparer.Ordinal)
        {
            [updated] = Folder.Find(updated)!,
        };
        foreach (var (inside, state) in came.All)
            placed[$"{updated}/{inside}"] = state;
        using var hold = Content.Hold();
        if (isHere)
        {
            foreach (var folder in new[] { added, $"{added}/scalable", $"{added}/scalable/places" })
                placed[folder] = FileState.OfFolder(0b111_101_101);
            foreach (
                var path in new[]
                {
                    $"{added}/index.theme",
                    $"{added}/scalable/places/folder.svg",
                    $"{added}/scalable/places/user-home.svg",
                    $"{updated}/index.theme",
                    $"{updated}/new.svg",
                }
            )
                placed[path] = FileState.OfFile(0b110_100_100, path.Length, hold.Put(Bytes(path)));
        }
        using (var batch = hold.Begin())
        {
            batch.PutTree(
                came,
                (path, _) =>
                {
                    using var bytes = Folder.OpenRead($"{updated}/{path}");
                    batch.Put(bytes);
                }
            );
            batch.Commit();
        }
        return SupplyPlanner.Plan(
            Map,
            DesktopReader.Read(Map, Folder),
            Folder,
            [added, updated],
            Tree.Of(placed),
            digest => Content.SizeOf(digest) is null ? null : Content.Read(digest),
            Content.FindTree
        );

        static ReadOnlyMemory<byte> Bytes(string path) => System.Text.Encoding.UTF8.GetBytes(path);
    }

    /// <summary>Holds everything that is managed, and what a plan writes, as a switch does before its first write.</summary>
    public Tree Hold(SwitchPlan? plan = null)
    {
        var state = Folder.ManagedTree([Map]);
        using var hold = Content.Hold();
        using var batch = hold.Begin();
        batch.PutTree(
            state,
            (path, _) =>
            {
                using var bytes = Folder.OpenRead(path);
                batch.Put(bytes);
            }
        );
        foreach (var bytes in plan?.NewContent.Values ?? [])
            batch.Put(bytes.Span);
        batch.Commit();
        return state;
    }

    /// <summary>Notes in the journal that a switch is about to begin, as one does that is then broken off.</summary>
    public long Begin(IEnumerable<FileChange> changes) =>
        Journal.Begin(new JournalEntry(1, Root, "0123abcd", [.. changes], null, []));

    public IReadOnlyList<RecoveredSwitch> Recover(Action<SwitchPoint>? at = null) =>
        SwitchRecovery.Recover(Journal, Content, root => new DesktopFolder(root), at);

    /// <summary>Switches, so that it waits to be kept, and returns the switch's number.</summary>
    public long SwitchUnkept(Look look)
    {
        var id = Journal.Open(1, Root, "Other", new SwitchRequested("Person", null, 15));
        new SwitchTransaction(1, Folder, [Map], Content, Journal) { Run = id }
            .Execute(Plan(look), CancellationToken.None)
            .Problem.ShouldBeNull();
        return id;
    }

    public RecoveredSwitch? TakeBack(long id, Action<SwitchPoint>? at = null) =>
        SwitchRecovery.TakeBack(id, Root, Journal, Content, root => new DesktopFolder(root), at);

    public SwitchTransaction Transaction(
        Action<SwitchPoint>? at = null,
        Action<SwitchPoint>? atGoingBack = null
    ) =>
        new(1, Folder, [Map], Content, Journal)
        {
            At = at ?? (_ => { }),
            AtGoingBack = atGoingBack ?? (_ => { }),
        };

    /// <summary>Every path under the root with its mode, and its bytes or target.</summary>
    public SortedDictionary<string, string> Snapshot() =>
        new(
            Directory
                .EnumerateFileSystemEntries(Root, "*", SearchOption.AllDirectories)
                .ToDictionary(
                    path => Path.GetRelativePath(Root, path),
                    path =>
                        new FileInfo(path).LinkTarget is { } target ? $"-> {target}"
                        : Directory.Exists(path) ? $"{File.GetUnixFileMode(path)}"
                        : $"{File.GetUnixFileMode(path)} {Convert.ToHexString(File.ReadAllBytes(path))}"
                ),
            StringComparer.Ordinal
        );

    /// <summary>
    /// Makes a second look that differs in all three settings files and in an icon set, and leaves the desktop with the
    /// first one on and with links and odd files among its assets.
    /// </summary>
    public Look SaveOtherAndComeBack()
    {
        const string set = "home/.local/share/icons/Fold-Slate/";
        Directory.CreateDirectory(At(set + "extra/deep"));
        File.WriteAllText(At(set + "extra/deep/only here"), "first");
        File.CreateSymbolicLink(At(set + "link"), "scalable/places/folder.svg");
        using var spare = new RealDesktop();
        var before = spare.Outside;
        Copy(Root, before);
        Edit("home/.config/engawa/surface.conf", "accent=#2f6f93", "accent=#c24f38");
        Edit("home/.config/engawa/windows.conf", "size=24", "size=32");
        Edit("home/.config/engawa/panels.json", "\"bottom\"", "\"top\"");
        File.WriteAllText(At(set + "scalable/places/folder.svg"), "<svg/>");
        File.SetUnixFileMode(
            At(set + "index.theme"),
            UnixFileMode.UserRead | UnixFileMode.UserWrite
        );
        Directory.Delete(At(set + "extra"), recursive: true);
        File.WriteAllText(At(set + "extra"), "now a file");
        File.Delete(At(set + "link"));
        File.CreateSymbolicLink(At(set + "link"), "index.theme");
        Directory.CreateDirectory(At(set + "new/inner"));
        File.WriteAllText(At(set + "new/inner/file"), "new");
        var other = Save();
        Directory.Delete(Root, recursive: true);
        Copy(before, Root);
        return other;
    }

    private static void Copy(string from, string to) =>
        Shell.Run("mkdir -p \"$2\" && cp -a \"$1/.\" \"$2\"", from, to);

    public void Dispose() => Shell.Run("chmod -R u+rwX \"$1\" 2>/dev/null; rm -rf \"$1\"", _home);
}
