using System.Collections.Immutable;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Maps;

/// <summary>When the effect of a change can be seen.</summary>
public enum Shows
{
    /// <summary>At once.</summary>
    AtOnce,

    /// <summary>After the program that it concerns has started again.</summary>
    AfterProgramRestart,

    /// <summary>After signing out and in.</summary>
    AfterSignIn,

    /// <summary>After a restart of the machine.</summary>
    AfterRestart,
}

/// <summary>How the assets of a kind are found from a name.</summary>
public enum AssetForm
{
    /// <summary>The name is that of a file.</summary>
    File,

    /// <summary>The name is that of a folder.</summary>
    Folder,
}

/// <summary>A named folder of a desktop, such as where settings or a person's assets are kept.</summary>
/// <param name="Name">Its name in the map.</param>
/// <param name="Path">Where it is, relative to the desktop's root; empty for the root itself.</param>
/// <param name="IsPersons">Whether the person may write there; if not, it is the administrator's.</param>
public sealed record Place(string Name, string Path, bool IsPersons);

/// <summary>A path that starts in a place, written "place:path".</summary>
/// <param name="Place">The place.</param>
/// <param name="Path">The path within it; empty for the place itself.</param>
public sealed record PlacePath(Place Place, string Path)
{
    /// <summary>The path relative to the desktop's root.</summary>
    public string FromRoot =>
        Path.Length == 0 ? Place.Path
        : Place.Path.Length == 0 ? Path
        : $"{Place.Path}/{Path}";

    /// <summary>The last name in the path.</summary>
    public string Name => Path[(Path.LastIndexOf('/') + 1)..];

    /// <summary>The path of something within this one.</summary>
    public PlacePath Within(string name) =>
        this with
        {
            Path = Path.Length == 0 ? name : $"{Path}/{name}",
        };

    /// <summary>Whether a path is that of something directly in this one.</summary>
    public bool Holds(PlacePath other) =>
        other.Place == Place && other.Path.Length > 0 && Within(other.Name) == other;

    /// <inheritdoc />
    public override string ToString() => $"{Place.Name}:{Path}";
}

/// <summary>A settings file of a desktop.</summary>
/// <param name="Name">Its name in the map.</param>
/// <param name="Path">Where it is.</param>
/// <param name="Format">How it is written.</param>
/// <param name="Blank">What a new one starts with; null if the desktop always has the file.</param>
public sealed record SettingsFile(string Name, PlacePath Path, SettingsFormat Format, string? Blank)
{
    /// <summary>
    /// Where one stands that this desktop alone reads in place of it, if it is there: so a desktop with the same home is kept apart; null if
    /// the platform has no such place.
    /// </summary>
    public PlacePath? Apart { get; init; }

    /// <summary>Where it can be.</summary>
    public IEnumerable<PlacePath> Paths => Apart is null ? [Path] : [Path, Apart];
}

/// <summary>Where a setting lives, and how its values are spelt there.</summary>
/// <param name="File">The settings file.</param>
/// <param name="At">The address in the file, or in an item of the kind's list.</param>
/// <param name="Spelling">How its values are spelt there.</param>
/// <param name="Shows">When a change of it can be seen; null if as for the rest of its kind.</param>
public sealed record SettingPlace(SettingsFile File, string At, Spelling Spelling, Shows? Shows);

/// <summary>How the names of the assets that one inherits from are found in it.</summary>
/// <param name="File">The file in the asset's folder that has them.</param>
/// <param name="Format">How that file is written.</param>
/// <param name="At">Where they stand in it: a list, or a text with commas between.</param>
/// <param name="Folders">Where to look for them, in this order.</param>
/// <param name="Last">
/// The one that all inherit from, after all others and without naming it, if it is there; null for none. Programs put theirs
/// there when they are installed, so it is no person's choice: a look shows it, and nothing that is put on changes it.
/// </param>
public sealed record InheritRule(
    string File,
    SettingsFormat Format,
    string At,
    ImmutableArray<PlacePath> Folders,
    string? Last
);

/// <summary>Where a whole file of a kind names programs, as the entries of a launcher's menu do.</summary>
/// <param name="File">The file.</param>
/// <param name="Format">Its format.</param>
/// <param name="Entries">The entries, each known by the command that it calls.</param>
public sealed record CallsRule(PlacePath File, SettingsFormat Format, ListAddress Entries)
{
    /// <summary>The programs that such a file calls by their names, each once; none if it cannot be read.</summary>
    /// <param name="file">The file.</param>
    public IReadOnlyList<string> ProgramsIn(ReadOnlyMemory<byte> file)
    {
        try
        {
            return
            [
                .. Format
                    .Open(file)
                    .Items(Entries)
                    .Select(CalledPrograms.NamedBy)
                    .OfType<string>()
                    .Distinct(),
            ];
        }
        catch (SettingsFileException)
        {
            return [];
        }
    }
}

/// <summary>How the assets that a setting names are found.</summary>
/// <param name="Setting">The setting that names them.</param>
/// <param name="Folders">Where to look, in this order.</param>
/// <param name="Form">What the name stands for.</param>
/// <param name="Inherits">How those that one inherits from are found; null if none does.</param>
/// <param name="Fallback">What the desktop shows in silence where the asset is not there; null if nothing.</param>
public sealed record AssetRule(
    string Setting,
    ImmutableArray<PlacePath> Folders,
    AssetForm Form,
    InheritRule? Inherits,
    string? Fallback
)
{
    /// <summary>All folders that are looked in.</summary>
    public IEnumerable<PlacePath> AllFolders => Folders.Concat(Inherits?.Folders ?? []);
}

/// <summary>The list of a kind's items.</summary>
/// <param name="File">The file that it is in.</param>
/// <param name="Address">Where it is.</param>
/// <param name="Settings">Where each setting of an item lives, by its name.</param>
public sealed record ItemsMap(
    SettingsFile File,
    ListAddress Address,
    ImmutableDictionary<string, SettingPlace> Settings
);

/// <summary>Where everything of a kind is found on a platform.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Shows">When a change can be seen.</param>
/// <param name="Program">The program that shows it; null if the session itself does.</param>
/// <param name="After">The kinds that are put on before this one.</param>
/// <param name="Settings">Where each setting of the whole lives, by its name.</param>
/// <param name="Items">Its items; null if it has none on this platform.</param>
/// <param name="Assets">How its assets are found.</param>
/// <param name="Whole">Whole files and folders that belong to it.</param>
public sealed record KindMap(
    Kind Kind,
    Shows Shows,
    string? Program,
    ImmutableArray<Kind> After,
    ImmutableDictionary<string, SettingPlace> Settings,
    ItemsMap? Items,
    ImmutableArray<AssetRule> Assets,
    ImmutableArray<PlacePath> Whole
)
{
    /// <summary>Where its whole files name programs.</summary>
    public ImmutableArray<CallsRule> Calls { get; init; } = [];

    /// <summary>The settings files that the kind's settings live in.</summary>
    public ImmutableArray<SettingsFile> Files { get; } = [.. FilesOf(Settings, Items)];

    /// <summary>Whether putting it on takes the administrator's rights.</summary>
    public bool TakesAdministrator { get; } =
        FilesOf(Settings, Items).Any(file => !file.Path.Place.IsPersons)
        || Whole.Any(path => !path.Place.IsPersons);

    /// <summary>Where a setting lives; null if the platform has no place for it.</summary>
    public SettingPlace? PlaceOf(SettingKey key) =>
        key.Item is null
            ? Settings.GetValueOrDefault(key.Name)
            : Items?.Settings.GetValueOrDefault(key.Name);

    /// <summary>Whether what stands at a path, relative to the desktop's root, can be of a part of the kind.</summary>
    public bool IsOf(string path) =>
        Files.SelectMany(file => file.Paths).Any(its => its.FromRoot == path)
        || Whole.Any(whole => whole.FromRoot == path)
        || Assets
            .SelectMany(rule => rule.AllFolders)
            .Any(folder => PathText.IsUnder(path, folder.FromRoot));

    /// <summary>The settings of a part as it was read that name an asset which is not on the desktop, each with the rule by which it is found.</summary>
    public IEnumerable<(SettingKey Key, string Name, AssetRule Rule)> MissingIn(
        Component component
    ) =>
        from rule in Assets
        from set in component.Settings
        where set.Key.Name == rule.Setting
        let name = (set.Value as SettingValue.Text)?.Value
        where !string.IsNullOrEmpty(name) && component.AssetNamed(name) is { Content: null }
        select (set.Key, name, rule);

    private static IEnumerable<SettingsFile> FilesOf(
        ImmutableDictionary<string, SettingPlace> settings,
        ItemsMap? items
    ) =>
        settings
            .Values.Select(place => place.File)
            .Concat(
                items is null
                    ? []
                    : items.Settings.Values.Select(place => place.File).Prepend(items.File)
            )
            .Distinct();

    /// <summary>The address of a setting in its file.</summary>
    public Address AddressOf(SettingKey key) =>
        key.Item is null
            ? new Address(Settings[key.Name].At)
            : new Address(Items!.Settings[key.Name].At, Items.Address, key.Item);

    /// <summary>Whether the platform can hold a setting, be it in an address or, for the order of items, in the list itself.</summary>
    public bool CanHold(SettingKey key) =>
        PlaceOf(key) is not null
        || (key == new SettingKey(Setting.Order.Name) && Kind.HasOrder && Items is not null);

    /// <summary>When a change of some settings can be seen: at the latest of their moments.</summary>
    public Shows ShowsFor(IEnumerable<SettingKey> keys) =>
        keys.Select(key => PlaceOf(key)?.Shows ?? Shows).DefaultIfEmpty(Shows).Max();
}

/// <summary>Says, for one platform, where every kind of component lives in a desktop's folder.</summary>
/// <param name="Platform">The platform's name.</param>
/// <param name="Description">What the map is for, in a sentence or two.</param>
/// <param name="Places">The named folders.</param>
/// <param name="Files">The settings files.</param>
/// <param name="Kinds">The kinds that exist on the platform, in the order in which people read them.</param>
/// <param name="Screens">The screens of the desktop that the map is used for, the main one first; empty if for none.</param>
public sealed record DesktopMap(
    string Platform,
    string Description,
    ImmutableArray<Place> Places,
    ImmutableArray<SettingsFile> Files,
    ImmutableArray<KindMap> Kinds,
    ImmutableArray<Screen> Screens
)
{
    /// <summary>The programs that show parts, as far as they can be found among those that run.</summary>
    public ImmutableArray<ShowingProgram> Programs { get; init; } = [];

    /// <summary>The name of the process that runs as long as somebody is signed in; null if the map does not say.</summary>
    public string? SessionProcess { get; init; }

    /// <summary>
    /// Where the programs stand that shortcuts and docks call, by their names or with desktop entries of their names; empty if the map does
    /// not say.
    /// </summary>
    public ImmutableArray<PlacePath> Commands { get; init; } = [];

    /// <summary>Where a program can stand that is called by its name, relative to the desktop's root.</summary>
    public IEnumerable<string> PathsOf(string program) =>
        Commands
            .Select(folder => folder.Within(program).FromRoot)
            .SelectMany(path => new[] { path, path + EntryEnding });

    /// <summary>How the name of a desktop entry ends, after the Desktop Entry Specification.</summary>
    internal const string EntryEnding = ".desktop";

    /// <summary>Whether it can be seen on a real desktop when its session or any of its programs has started again.</summary>
    public bool CanBeFollowed => SessionProcess is not null || Programs.Length > 0;

    /// <summary>A program by its name for people; null if it cannot be found among those that run.</summary>
    public ShowingProgram? FindProgram(string? name) =>
        Programs.FirstOrDefault(program => program.Name == name);

    /// <summary>The map for a desktop with its screens, of which the main one has the same name in every look.</summary>
    public DesktopMap For(IReadOnlyList<Screen> screens)
    {
        if (screens.Count == 0)
            return this;
        var main = NativeValue.Text(screens[0].Id);
        return this with { Screens = [.. screens], Kinds = [.. Kinds.Select(Named)] };

        KindMap Named(KindMap kind) =>
            kind.Items is null
                ? kind
                : kind with
                {
                    Items = kind.Items with
                    {
                        Settings = kind.Items.Settings.ToImmutableDictionary(
                            place => place.Key,
                            place =>
                                kind.Kind.GetSetting(new SettingKey(place.Key, "")).Type
                                    is SettingType.ScreenName
                                // A word of the map's own for the main screen is what its files have.
                                && !place.Value.Spelling.Values.ContainsKey(
                                    SettingType.ScreenName.Main
                                )
                                    ? place.Value with
                                    {
                                        Spelling = place.Value.Spelling with
                                        {
                                            Values = place.Value.Spelling.Values.SetItem(
                                                SettingType.ScreenName.Main,
                                                main
                                            ),
                                        },
                                    }
                                    : place.Value
                        ),
                    },
                };
    }

    /// <summary>The map of a kind; null if the platform does not have it.</summary>
    public KindMap? Find(Kind kind) => Kinds.FirstOrDefault(one => one.Kind == kind);

    /// <summary>Reads "place:path"; null if the map has no such place, or the path would leave it.</summary>
    public PlacePath? FindPath(string text)
    {
        var parts = text.Split(':', 2);
        var place = Places.FirstOrDefault(one => one.Name == parts[0]);
        var inside =
            parts.Length == 2
            && (
                parts[1].Length == 0
                || parts[1].Split('/').All(name => name is not ("" or "." or ".."))
            );
        return place is not null && inside ? new PlacePath(place, parts[1]) : null;
    }

    /// <summary>The kinds in an order in which each comes after those that it has to come after.</summary>
    public IEnumerable<KindMap> InOrder
    {
        get
        {
            var left = Kinds.ToList();
            while (left.Count > 0)
            {
                var next = left.First(kind =>
                    !kind.After.Any(before => left.Any(one => one.Kind == before))
                );
                left.Remove(next);
                yield return next;
            }
        }
    }

    /// <summary>
    /// The folders and files in which a person's assets are found: what a safe state holds beside the settings files.
    /// </summary>
    public IEnumerable<PlacePath> AssetPaths =>
        Kinds
            .SelectMany(kind => kind.Assets.SelectMany(rule => rule.AllFolders).Concat(kind.Whole))
            .Where(path => path.Place.IsPersons)
            .Distinct();
}
