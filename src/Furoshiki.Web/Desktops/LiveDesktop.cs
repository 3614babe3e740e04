using System.Collections.Concurrent;
using System.Text.Json;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Picture;
using Furoshiki.Desktops;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Web.Desktops;

/// <summary>A registered desktop with its folder and its map at hand.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Name">Its name.</param>
/// <param name="Version">The platform's version.</param>
/// <param name="Screens">Its screens, the main one first.</param>
/// <param name="Folder">Its folder.</param>
/// <param name="Map">Its map, with its screens.</param>
/// <param name="MapDigest">The digest of the map's text.</param>
/// <param name="IsSimulated">Whether it has a simulated session.</param>
/// <param name="SavingOnId">The saving that was put on or saved last; null if none was.</param>
internal sealed record LiveDesktop(
    long Id,
    string Name,
    string Version,
    IReadOnlyList<Screen> Screens,
    DesktopFolder Folder,
    DesktopMap Map,
    Digest MapDigest,
    bool IsSimulated,
    long? SavingOnId
);

/// <summary>Desktop maps by the digest of their text.</summary>
internal sealed class MapLibrary(IContentStore content)
{
    private readonly ConcurrentDictionary<Digest, DesktopMap> _maps = new();

    public DesktopMap Get(Digest digest) =>
        _maps.GetOrAdd(digest, one => DesktopMapReader.Read(content.Read(one)));

    /// <summary>Checks a map and keeps its text.</summary>
    /// <exception cref="DesktopMapException">It says something that cannot be.</exception>
    public Digest Keep(byte[] text)
    {
        DesktopMapReader.Read(text);
        return content.Put(text);
    }
}

/// <summary>The desktops that are registered.</summary>
internal sealed class DesktopRegister(
    IDbContextFactory<FuroshikiDb> databases,
    MapLibrary maps,
    TimeProvider clock
)
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);

    /// <summary>Folders stay open, since each remembers what it looked like.</summary>
    private readonly ConcurrentDictionary<string, DesktopFolder> _folders = new();

    public IReadOnlyList<LiveDesktop> All()
    {
        using var db = databases.CreateDbContext();
        return
        [
            .. db
                .Desktops.AsNoTracking()
                .OrderBy(one => one.Id)
                .AsEnumerable()
                .Where(one => Directory.Exists(one.Root))
                .Select(Open),
        ];
    }

    public LiveDesktop Get(long id)
    {
        using var db = databases.CreateDbContext();
        return Open(
            db.Desktops.AsNoTracking().FirstOrDefault(one => one.Id == id)
                ?? throw ProblemException.NotFound("This desktop")
        );
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
        var row = new DesktopRow
        {
            Name = name,
            Root = root,
            Version = version,
            Map = maps.Keep(map).Hex,
            Screens = JsonSerializer.Serialize(screens, Json),
            IsSimulated = isSimulated,
        };
        db.Desktops.Add(row);
        db.SaveChanges();
        return Open(row);
    }

    /// <summary>Notes which saving a desktop has on.</summary>
    public void NoteOn(long desktop, long? saving)
    {
        using var db = databases.CreateDbContext();
        db.Desktops.Where(one => one.Id == desktop)
            .ExecuteUpdate(set => set.SetProperty(one => one.SavingOnId, saving));
        var now = clock.GetUtcNow().UtcDateTime;
        db.Profiles.Where(one => one.Savings.Any(made => made.Id == saving))
            .ExecuteUpdate(set => set.SetProperty(one => one.LastOn, now));
    }

    private LiveDesktop Open(DesktopRow row)
    {
        var screens = JsonSerializer.Deserialize<Screen[]>(row.Screens, Json)!;
        var map = Digest.Parse(row.Map);
        return new LiveDesktop(
            row.Id,
            row.Name,
            row.Version,
            screens,
            Directory.Exists(row.Root)
                ? _folders.GetOrAdd(row.Root, root => new DesktopFolder(root))
                : throw new DirectoryNotFoundException($"There is no folder {row.Root}."),
            maps.Get(map).For(screens),
            map,
            row.IsSimulated,
            row.SavingOnId
        );
    }
}
