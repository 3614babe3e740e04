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
/// <param name="Map">Its map.</param>
/// <param name="SavingOnId">The saving that was put on or saved last; null if none was.</param>
internal sealed record LiveDesktop(
    long Id,
    string Name,
    string Version,
    IReadOnlyList<Screen> Screens,
    DesktopFolder Folder,
    DesktopMap Map,
    long? SavingOnId
);

/// <summary>The desktops that are registered.</summary>
internal sealed class DesktopRegister(
    IDbContextFactory<FuroshikiDb> databases,
    IContentStore content
)
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);

    public IReadOnlyList<LiveDesktop> All()
    {
        using var db = databases.CreateDbContext();
        return [.. db.Desktops.AsNoTracking().OrderBy(one => one.Id).AsEnumerable().Select(Open)];
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
        byte[] map
    )
    {
        DesktopMapReader.Read(map);
        using var db = databases.CreateDbContext();
        var row = new DesktopRow
        {
            Name = name,
            Root = root,
            Version = version,
            Map = content.Put(map).Hex,
            Screens = JsonSerializer.Serialize(screens, Json),
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
        var now = DateTime.UtcNow;
        db.Profiles.Where(one => one.Savings.Any(made => made.Id == saving))
            .ExecuteUpdate(set => set.SetProperty(one => one.LastOn, now));
    }

    private LiveDesktop Open(DesktopRow row) =>
        new(
            row.Id,
            row.Name,
            row.Version,
            JsonSerializer.Deserialize<Screen[]>(row.Screens, Json)!,
            new DesktopFolder(row.Root),
            DesktopMapReader.Read(content.Read(Digest.Parse(row.Map))),
            row.SavingOnId
        );
}
