using System.Collections.Immutable;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Kinds;
using Furoshiki.Core.Looks;

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

    /// <summary>The name is that of a folder with an index.theme (Icon Theme Specification), which may inherit from others.</summary>
    Set,
}

/// <summary>A named folder of a desktop, such as where settings or a person's assets are kept.</summary>
/// <param name="Name">Its name in the map.</param>
/// <param name="Path">Where it is, relative to the desktop's root.</param>
/// <param name="IsPersons">Whether the person may write there; if not, it is the administrator's.</param>
public sealed record Place(string Name, string Path, bool IsPersons);

/// <summary>A path that starts in a place, written "place:path".</summary>
/// <param name="Place">The place.</param>
/// <param name="Path">The path within it; empty for the place itself.</param>
public sealed record PlacePath(Place Place, string Path)
{
    /// <summary>The path relative to the desktop's root.</summary>
    public string FromRoot => Path.Length == 0 ? Place.Path : $"{Place.Path}/{Path}";

    /// <summary>The path of something within this one.</summary>
    public PlacePath Within(string name) =>
        this with
        {
            Path = Path.Length == 0 ? name : $"{Path}/{name}",
        };

    /// <inheritdoc />
    public override string ToString() => $"{Place.Name}:{Path}";
}

/// <summary>A settings file of a desktop.</summary>
/// <param name="Name">Its name in the map.</param>
/// <param name="Path">Where it is.</param>
/// <param name="Format">How it is written.</param>
public sealed record SettingsFile(string Name, PlacePath Path, SettingsFormat Format);

/// <summary>Where a setting lives, and how its values are spelt there.</summary>
/// <param name="File">The settings file.</param>
/// <param name="At">The address in the file, or in an item of the kind's list.</param>
/// <param name="Values">The spelling of each of the setting's choices, where it is not the choice itself.</param>
public sealed record SettingPlace(
    SettingsFile File,
    string At,
    ImmutableDictionary<string, string> Values
)
{
    /// <summary>The product's own spelling of a value read from the file.</summary>
    public NativeValue FromFile(NativeValue native)
    {
        var match = Values.FirstOrDefault(value => value.Value == native.Content);
        return match.Key is null ? native : native with { Content = match.Key };
    }

    /// <summary>The file's spelling of one of the product's values.</summary>
    public NativeValue ToFile(NativeValue value) =>
        Values.TryGetValue(value.Content, out var native) ? value with { Content = native } : value;
}

/// <summary>How the assets of a kind are found.</summary>
/// <param name="Setting">The setting that names the asset.</param>
/// <param name="Folders">Where to look, in this order.</param>
/// <param name="Form">What the name stands for.</param>
public sealed record AssetRule(string Setting, ImmutableArray<PlacePath> Folders, AssetForm Form);

/// <summary>Where everything of a kind is found on a platform.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Shows">When a change can be seen.</param>
/// <param name="Settings">Where each setting lives, by its name.</param>
/// <param name="List">The list of items and the file it is in, where the kind has items.</param>
/// <param name="Assets">How the kind's assets are found; null if it has none.</param>
public sealed record KindMap(
    Kind Kind,
    Shows Shows,
    ImmutableDictionary<string, SettingPlace> Settings,
    (SettingsFile File, ListAddress Address)? List,
    AssetRule? Assets
)
{
    /// <summary>The settings files that the kind's settings live in.</summary>
    public IEnumerable<SettingsFile> Files =>
        Settings.Values.Select(place => place.File).Distinct();

    /// <summary>The address of a setting in its file.</summary>
    public Address AddressOf(SettingKey key) =>
        key.Item is null
            ? new Address(Settings[key.Name].At)
            : new Address(Settings[key.Name].At, List!.Value.Address, key.Item);
}

/// <summary>Says, for one platform, where every kind of component lives in a desktop's folder.</summary>
/// <param name="Platform">The platform's name.</param>
/// <param name="Places">The named folders.</param>
/// <param name="Files">The settings files.</param>
/// <param name="Kinds">The kinds that exist on the platform, in the order in which people read them.</param>
public sealed record DesktopMap(
    string Platform,
    ImmutableArray<Place> Places,
    ImmutableArray<SettingsFile> Files,
    ImmutableArray<KindMap> Kinds
)
{
    /// <summary>The map of a kind; null if the platform does not have it.</summary>
    public KindMap? Find(string kind) => Kinds.FirstOrDefault(one => one.Kind.Name == kind);

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

    /// <summary>
    /// The folders in which a person's assets are found: what a safe state holds beside the settings files.
    /// </summary>
    public IEnumerable<PlacePath> AssetFolders =>
        Kinds
            .Where(kind => kind.Assets is not null)
            .SelectMany(kind => kind.Assets!.Folders)
            .Where(folder => folder.Place.IsPersons)
            .Distinct();
}
