using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace Furoshiki.Core.Parts;

/// <summary>How parts are grouped for people.</summary>
public enum PartGroup
{
    /// <summary>What lies behind and over everything.</summary>
    Surface,

    /// <summary>Windows and what is in them.</summary>
    Windows,

    /// <summary>Small pictures.</summary>
    Symbols,

    /// <summary>What stands on the screens.</summary>
    Furniture,

    /// <summary>The rest of a session.</summary>
    Session,
}

/// <summary>A kind of component: what can be set, and how it is said in words. There is one of each name.</summary>
/// <param name="Name">The name in looks and maps.</param>
/// <param name="Title">The name for people.</param>
/// <param name="Group">Where people look for it.</param>
/// <param name="Settings">Its settings, in the order in which people read them.</param>
/// <param name="Words">Says a component in a few words, such as "top, 26 px, 60 %".</param>
[JsonConverter(typeof(KindJson))]
public sealed record Kind(
    string Name,
    string Title,
    PartGroup Group,
    ImmutableArray<Setting> Settings,
    Func<Component, string> Words
)
{
    /// <summary>Every kind there is, in the order in which people read a look.</summary>
    public static ImmutableArray<Kind> All { get; } =
    [
        WallpaperKind.Kind,
        ColoursKind.Kind,
        FontsKind.Kind,
        BordersKind.Kind,
        ControlsKind.Kind,
        IconsKind.Kind,
        CursorKind.Kind,
        PanelsKind.Kind,
        DockKind.Kind,
        WidgetsKind.Kind,
        LauncherKind.Kind,
        NotificationsKind.Kind,
        SoundsKind.Kind,
        LockKind.Kind,
        SignInKind.Kind,
        StartUpKind.Kind,
        TerminalKind.Kind,
        ExtensionsKind.Kind,
        ShortcutsKind.Kind,
        BehaviourKind.Kind,
    ];

    private static readonly FrozenDictionary<string, int> Places = All.Select(
            (kind, i) => (kind.Name, i)
        )
        .ToFrozenDictionary(one => one.Name, one => one.i, StringComparer.Ordinal);

    private readonly FrozenDictionary<(string Name, bool OfItem), Setting> _settings = new[]
    {
        true,
        false,
    }
        .SelectMany(ofItem =>
            Settings
                .Where(setting => setting.IsFor(ofItem))
                .Select(setting => KeyValuePair.Create((setting.Name, ofItem), setting))
        )
        .ToFrozenDictionary();

    /// <summary>How much of a look it is for the eye, in %; that of all kinds there are comes to 100.</summary>
    public int Weight { get; init; }

    /// <summary>Whether there can be any number of items in it, each with an identity and settings of its own.</summary>
    public bool HasItems => Settings.Any(setting => setting.IsFor(item: true));

    /// <summary>What one of its items is called, where the part is a list of them; null where items only have some settings of their own.</summary>
    public string? Item { get; init; }

    /// <summary>Whether the names of its items mean nothing to a desktop, so that they are given by themselves and can be changed.</summary>
    public bool HasFreeNames { get; init; }

    /// <summary>What an item has that is added, unless other is said, so that it shows: settings of items without the item's name.</summary>
    public ImmutableArray<KeyValuePair<SettingKey, SettingValue>> Begins { get; init; } = [];

    /// <summary>Whether the order of its items matters.</summary>
    public bool HasOrder => Settings.Contains(Setting.Order);

    /// <summary>The kind of that name; null if there is none.</summary>
    public static Kind? Find(string name) => Places.TryGetValue(name, out var i) ? All[i] : null;

    /// <summary>The kind of that name.</summary>
    /// <exception cref="ArgumentException">There is none.</exception>
    public static Kind Get(string name) =>
        Find(name) ?? throw new ArgumentException($"There is no kind '{name}'.", nameof(name));

    /// <summary>The title of the kind of that name; the name itself where this version knows no such kind.</summary>
    public static string TitleOf(string name) => Find(name)?.Title ?? name;

    /// <summary>Where it stands among all of them, for sorting.</summary>
    public int Place => Places[Name];

    /// <summary>The setting that a key of a component belongs to; null if this kind has none of that name there.</summary>
    public Setting? FindSetting(SettingKey key) =>
        _settings.GetValueOrDefault((key.Name, key.Item is not null));

    /// <summary>The setting that a key of a component belongs to.</summary>
    /// <exception cref="ArgumentException">There is none.</exception>
    public Setting GetSetting(SettingKey key) =>
        FindSetting(key)
        ?? throw new ArgumentException($"{Title} has no setting '{key}'.", nameof(key));

    /// <inheritdoc />
    public override string ToString() => Name;

    /// <inheritdoc />
    public bool Equals(Kind? other) => Name == other?.Name;

    /// <inheritdoc />
    public override int GetHashCode() => Name.GetHashCode(StringComparison.Ordinal);
}

/// <summary>A kind in JSON is its name.</summary>
internal sealed class KindJson : JsonConverter<Kind>
{
    /// <inheritdoc />
    public override Kind Read(
        ref Utf8JsonReader reader,
        Type typeToConvert,
        JsonSerializerOptions options
    ) =>
        Kind.Find(reader.GetString() ?? "")
        ?? throw new JsonException($"There is no kind '{reader.GetString()}'.");

    /// <inheritdoc />
    public override void Write(Utf8JsonWriter writer, Kind value, JsonSerializerOptions options) =>
        writer.WriteStringValue(value.Name);
}
