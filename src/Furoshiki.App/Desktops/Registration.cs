using System.Text;
using Furoshiki.App.Installation;
using Furoshiki.App.Views;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Words;
using Furoshiki.Desktops;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Desktops;

/// <summary>A folder that a person can choose, with the folders in it.</summary>
/// <param name="Path">Its full path; null above the roots that the start command allows.</param>
/// <param name="Parent">The folder above it; null for a root.</param>
public sealed record FolderView(string? Path, string? Parent, IReadOnlyList<string> Folders);

/// <summary>How a part of a map was found in a folder.</summary>
public enum Found
{
    /// <summary>Something of it is set.</summary>
    Set,

    /// <summary>Nothing of it is set.</summary>
    NotSet,

    /// <summary>It could not be read.</summary>
    Unread,
}

/// <summary>What a map found of a kind.</summary>
/// <param name="Settings">How many of its settings are set.</param>
/// <param name="Places">How many settings the map has a place for.</param>
/// <param name="Files">Its settings files and whole files, by path.</param>
/// <param name="Unread">Its values that could not be read.</param>
/// <param name="Missing">Assets that are named and not there.</param>
/// <param name="Gaps">What cannot be held, and why.</param>
/// <param name="Doubts">What may be meant otherwise than the map has it, in sentences.</param>
public sealed record FoundView(
    string Kind,
    string Title,
    Found Found,
    string Words,
    int Settings,
    int Places,
    IReadOnlyList<string> Files,
    IReadOnlyList<UnreadValueView> Unread,
    IReadOnlyList<string> Missing,
    IReadOnlyList<string> Gaps,
    IReadOnlyList<string> Doubts
);

/// <summary>What a map finds in a folder.</summary>
public sealed record FolderReport(string Platform, IReadOnlyList<FoundView> Kinds);

/// <summary>A folder with a map: one of those that can be chosen, or a text of one's own.</summary>
public sealed record FolderChoice(string Folder, string? Map, string? MapText);

/// <summary>A desktop to register.</summary>
public sealed record NewDesktop(
    string Name,
    FolderChoice Choice,
    string Version,
    IReadOnlyList<Screen> Screens
);

/// <summary>Where the folder of a desktop stands now.</summary>
public sealed record FolderPlace(string Folder);

/// <summary>Lets a person point at a folder and choose a map; nothing is written in it.</summary>
public sealed class Registration(
    AllowedFolders allowed,
    MapShelf shelf,
    DesktopRegister register,
    DataFolder data,
    IDbContextFactory<FuroshikiDb> databases
)
{
    private const int MostFolders = 500;
    private const int LargestScreen = 32768;
    private const int MostScreens = 8;
    private const double LargestScale = 4;
    private const int LongestVersion = 40;

    /// <summary>The folders in a folder.</summary>
    /// <param name="path">Its full path; null or empty for the roots that the start command allows.</param>
    /// <exception cref="ProblemException">It is in none of those, or may not be read.</exception>
    public FolderView Folders(string? path)
    {
        if (string.IsNullOrEmpty(path))
            return new FolderView(null, null, allowed.Roots);
        var folder = allowed.Check(path);
        try
        {
            return new FolderView(
                folder,
                allowed.Roots.Contains(folder) ? null : Path.GetDirectoryName(folder),
                [
                    .. Directory
                        .EnumerateDirectories(folder)
                        .Order(StringComparer.OrdinalIgnoreCase)
                        .Take(MostFolders),
                ]
            );
        }
        catch (UnauthorizedAccessException)
        {
            throw ProblemException.Field("folder", $"Reading {folder} is not permitted.");
        }
    }

    /// <summary>What a map finds in a folder.</summary>
    public FolderReport Look(FolderChoice choice)
    {
        var map = Read(MapOf(choice));
        return Report(map, new DesktopFolder(allowed.Check(choice.Folder), shut: data.Path));
    }

    /// <summary>Registers a desktop. Nothing is written in its folder.</summary>
    /// <exception cref="ProblemException">A field cannot be taken as it is.</exception>
    public LiveDesktop Register(NewDesktop wanted)
    {
        CheckVersion(wanted.Version);
        string name;
        using (var db = databases.CreateDbContext())
            name = DesktopRegister.NameFor(db, wanted.Name, null);
        Check(wanted.Screens);
        var (folder, map) = (allowed.Check(wanted.Choice.Folder), MapOf(wanted.Choice));
        Read(map);
        RefuseTaken(folder, Digest.Of(map), null);
        return register.Add(
            name,
            folder,
            PersonsText.Tidy(wanted.Version),
            wanted.Screens,
            map,
            isSimulated: false
        );
    }

    /// <summary>Lets a desktop have other screens.</summary>
    /// <param name="desktop">Its number.</param>
    /// <param name="screens">The screens, the main one first.</param>
    /// <exception cref="ProblemException">There can be no such screens.</exception>
    public void ChangeScreens(long desktop, IReadOnlyList<Screen> screens)
    {
        Check(screens);
        register.ChangeScreens(desktop, screens);
    }

    /// <summary>Lets a desktop's platform have another version.</summary>
    /// <param name="desktop">Its number.</param>
    /// <param name="version">The version, such as 5.0.</param>
    /// <exception cref="ProblemException">There can be no such version.</exception>
    public void ChangeVersion(long desktop, string version)
    {
        CheckVersion(version);
        register.ChangeVersion(desktop, PersonsText.Tidy(version));
    }

    private static void CheckVersion(string version)
    {
        if (PersonsText.WhyNot("The version", version, LongestVersion) is { } why)
            throw ProblemException.Field("version", why);
    }

    private static void Check(IReadOnlyList<Screen> screens)
    {
        if (
            screens.Count is 0 or > MostScreens
            || screens.Any(screen =>
                screen.Width is < 1 or > LargestScreen
                || screen.Height is < 1 or > LargestScreen
                || screen.Scale is not (>= 1 and <= LargestScale)
                || screen.Id.Trim().Length == 0
                || PersonsText.WhyNot("A screen", screen.Id, FuroshikiDb.LongestName) is not null
            )
            || screens.DistinctBy(screen => screen.Id).Count() != screens.Count
        )
            throw ProblemException.Field(
                "screens",
                $"A desktop has 1 to {MostScreens} screens, each with a name of its own, 1 to {LargestScreen} px a side, and a scale from 1 to {LargestScale}."
            );
    }

    /// <summary>Finds a desktop again whose folder came to stand elsewhere. All that was saved of it stays with it.</summary>
    public void Move(long desktop, FolderPlace place)
    {
        var folder = allowed.Check(place.Folder);
        RefuseTaken(folder, register.MapOf(desktop), desktop);
        register.Move(desktop, folder);
    }

    /// <summary>
    /// Refuses folders in folders, and the same folder with the same map: one file would have two ways back. The same folder with another
    /// map is another session of the same home, and shares its lock and its way back.
    /// </summary>
    /// <param name="folder">The folder.</param>
    /// <param name="map">The digest of the map.</param>
    /// <param name="desktop">The desktop that is to have it; null for a new one.</param>
    /// <exception cref="ProblemException">A desktop has it.</exception>
    public void RefuseTaken(string folder, Digest map, long? desktop)
    {
        using var db = databases.CreateDbContext();
        // Those of the demo lie in the data folder, into which no path of a map reaches.
        foreach (
            var other in db
                .Desktops.AsNoTracking()
                .AsEnumerable()
                .Where(one => one.Id != desktop && !data.Holds(one.Root))
        )
            if (other.Root == folder && other.Map == map)
                throw ProblemException.Field(
                    "folder",
                    $"{folder} is {other.Name} already, with the same map."
                );
            else if (PathText.IsUnder(folder, other.Root) || PathText.IsUnder(other.Root, folder))
                throw ProblemException.Field(
                    "folder",
                    PathText.IsUnder(folder, other.Root)
                        ? $"{folder} lies in the folder of {other.Name}. Two desktops would manage the same files."
                        : $"The folder of {other.Name} lies in {folder}. Two desktops would manage the same files."
                );
    }

    /// <summary>What a map finds in a folder.</summary>
    public static FolderReport Report(DesktopMap map, DesktopFolder folder)
    {
        var reading = DesktopReader.Read(map, folder);
        var doubts = new MapDoubts(reading, folder);
        return new FolderReport(
            map.Platform,
            [.. reading.Parts.Select(part => Of(map.Find(part.Kind)!, part, doubts))]
        );
    }

    private static FoundView Of(KindMap kind, PartReading part, MapDoubts doubts)
    {
        var settings = part.Component?.Settings.Count ?? 0;
        var assets = part.Component?.Assets ?? [];
        var found =
            part.Component is null ? Found.Unread
            : settings == 0 && part.Values.IsEmpty && assets.All(asset => asset.Content is null)
                ? Found.NotSet
            : Found.Set;
        return new FoundView(
            part.Kind.Name,
            kind.Kind.Title,
            found,
            found switch
            {
                Found.Unread => $"{part.File}: {part.Reason}",
                Found.NotSet => "not set",
                _ when settings == 0 && assets.Any() => string.Join(
                    ", ",
                    assets.Where(asset => asset.Content is not null).Select(asset => asset.Name)
                ),
                _ when settings == 0 => "",
                _ => part.Component!.Words,
            },
            settings,
            kind.Settings.Count + (kind.Items?.Settings.Count ?? 0),
            [
                .. kind
                    .Files.SelectMany(file => file.Paths)
                    .Select(path => path.FromRoot)
                    .Concat(kind.Whole.Select(path => path.FromRoot)),
            ],
            [.. UnreadValueView.Of(part)],
            [.. assets.Where(asset => asset is { Path: null }).Select(asset => asset.Name)],
            [.. part.Gaps.Select(gap => $"{PathText.Printable(gap.Path)}: {gap.Reason}")],
            [.. doubts.Of(kind, part)]
        );
    }

    private byte[] MapOf(FolderChoice choice) =>
        (choice.Map, choice.MapText) switch
        {
            ({ } name, null) => shelf.Get(name),
            (null, { } text) => Encoding.UTF8.GetBytes(text),
            _ => throw ProblemException.Field(
                "map",
                "Choose one of the maps, or give the text of one."
            ),
        };

    private static DesktopMap Read(byte[] text)
    {
        try
        {
            return DesktopMapReader.Read(text);
        }
        catch (DesktopMapException problem)
        {
            throw ProblemException.Field("map", problem.Message);
        }
    }
}
