using System.Collections.Immutable;
using System.Diagnostics.CodeAnalysis;
using Furoshiki.Core.Content;

namespace Furoshiki.Core.Parts;

/// <summary>Which setting of a component: its name, and the item it belongs to where the kind has items.</summary>
/// <param name="Name">The setting's name.</param>
/// <param name="Item">The item's identity; null where the kind has none.</param>
public readonly record struct SettingKey(string Name, string? Item = null) : IComparable<SettingKey>
{
    /// <summary>Reads "name" or "item/name".</summary>
    public static SettingKey Parse(string text)
    {
        var slash = text.LastIndexOf('/');
        return slash < 0
            ? new SettingKey(text)
            : new SettingKey(text[(slash + 1)..], text[..slash]);
    }

    /// <inheritdoc />
    public int CompareTo(SettingKey other) =>
        Item is null && other.Item is null
            ? string.CompareOrdinal(Name, other.Name)
            : string.CompareOrdinal(ToString(), other.ToString());

    /// <inheritdoc />
    public override string ToString() => Item is null ? Name : $"{Item}/{Name}";

#pragma warning disable CS1591 // The operators follow from CompareTo.
    public static bool operator <(SettingKey left, SettingKey right) => left.CompareTo(right) < 0;

    public static bool operator >(SettingKey left, SettingKey right) => left.CompareTo(right) > 0;

    public static bool operator <=(SettingKey left, SettingKey right) => left.CompareTo(right) <= 0;

    public static bool operator >=(SettingKey left, SettingKey right) => left.CompareTo(right) >= 0;
#pragma warning restore CS1591
}

/// <summary>
/// A file or a folder that a component uses. Two are the same wherever they stand; of the whole files and folders of a kind, the place
/// in the map is which of them it is.
/// </summary>
/// <param name="Name">The name by which the settings ask for it, or by which another asset inherits from it.</param>
/// <param name="Setting">The setting that asks for it; null for a whole file or folder that belongs to the kind.</param>
/// <param name="Path">Where it stood, as "place:path"; null if it was not found anywhere, or is not known.</param>
/// <param name="IsFolder">Whether it is a folder; its content is then a <see cref="Tree"/>.</param>
/// <param name="Content">The digest of its bytes or of its tree; null if nothing stood there.</param>
public sealed record Asset(
    string Name,
    string? Setting,
    string? Path,
    bool IsFolder,
    Digest? Content
)
{
    /// <summary>Permission bits of a file that people commonly have: read and write for the person, read for the rest.</summary>
    public const int CommonMode = 0b110_100_100;

    /// <summary>Permission bits of a file (0 to 0o7777). A folder's record has those of all that is in it.</summary>
    public int Mode { get; init; } = CommonMode;

    /// <summary>The person's attributes of a file, as <see cref="FileState.Attributes"/>.</summary>
    public string Attributes { get; init; } = "";

    /// <summary>The asset with the mode and the attributes that a file has.</summary>
    public Asset As(FileState? file) =>
        file is { Type: FileType.File }
            ? this with
            {
                Mode = file.Mode,
                Attributes = file.Attributes,
            }
            : this;

    /// <inheritdoc />
    public bool Equals(Asset? other) =>
        other is not null
        && Name == other.Name
        && Setting == other.Setting
        && (Setting is not null || Path == other.Path || Content is null)
        && IsFolder == other.IsFolder
        && Content == other.Content
        && Mode == other.Mode
        && Attributes == other.Attributes;

    /// <inheritdoc />
    public override int GetHashCode() => HashCode.Combine(Name, Setting, IsFolder, Content);
}

/// <summary>One kind as it is set in one look: its settings and the assets it uses.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Settings">What is set; a setting that is not here is not set, and the desktop's own default holds.</param>
/// <param name="Assets">The assets in use, the chosen one first, then those it inherits from, in order.</param>
public sealed record Component(
    Kind Kind,
    ImmutableSortedDictionary<SettingKey, SettingValue> Settings,
    ImmutableArray<Asset> Assets
)
{
    /// <summary>A component without assets.</summary>
    public static Component Of(
        Kind kind,
        IEnumerable<KeyValuePair<SettingKey, SettingValue>> settings
    ) => new(kind, settings.ToImmutableSortedDictionary(), []);

    /// <summary>
    /// What was saved and this version cannot read, as canonical JSON by its key: it is kept as it is, and judged when the look is
    /// planned.
    /// </summary>
    public ImmutableSortedDictionary<string, string> Kept { get; init; } =
        ImmutableSortedDictionary<string, string>.Empty;

    /// <summary>The identities of the items: in their order where it matters, else sorted.</summary>
    public IReadOnlyList<string> Items
    {
        get
        {
            if (!Kind.HasItems)
                return [];
            // A copy with other settings starts with what was worked out of these.
            if (_items is not { } known || known.Of != Settings)
                _items = known = new ItemList(Settings, FindItems());
            return known.Names;
        }
    }

    private sealed record ItemList(object Of, IReadOnlyList<string> Names);

    private ItemList? _items;

    private List<string> FindItems()
    {
        var items = Settings
            .Keys.Select(key => key.Item)
            .OfType<string>()
            .Distinct(StringComparer.Ordinal)
            .ToList();
        return Kind.HasOrder && Get(Setting.Order) is { Length: > 0 } order
            ? [.. order.Intersect(items), .. items.Except(order)]
            : items;
    }

    /// <summary>The same with another name for an item, which stays where it stands.</summary>
    /// <param name="from">The item's name.</param>
    /// <param name="to">The name that it gets, which no item has.</param>
    public Component Renamed(string from, string to)
    {
        var settings = ImmutableSortedDictionary.CreateRange(
            Settings.Select(set =>
                KeyValuePair.Create(
                    set.Key.Item == from ? set.Key with { Item = to } : set.Key,
                    set.Value
                )
            )
        );
        var order = new SettingKey(Setting.Order.Name);
        return this with
        {
            Settings = settings.ContainsKey(order)
                ? settings.SetItem(
                    order,
                    new SettingValue.List([
                        .. Get(Setting.Order).Select(item => item == from ? to : item),
                    ])
                )
                : settings,
            Kept = Kept.ToImmutableSortedDictionary(
                kept =>
                    SettingKey.Parse(kept.Key) is { Item: { } item } key && item == from
                        ? (key with { Item = to }).ToString()
                        : kept.Key,
                kept => kept.Value
            ),
        };
    }

    /// <summary>Whether nothing of it is to be seen, since it has no items, or is a dock that is not there.</summary>
    public bool ShowsNothing =>
        (Kind.HasItems && Items.Count == 0) || (Kind == DockKind.Kind && !DockKind.IsThere(this));

    /// <summary>The settings that name an asset and nothing else.</summary>
    public IEnumerable<SettingKey> KeysNaming(Asset asset) =>
        Settings
            .Where(set =>
                set.Key.Name == asset.Setting
                && set.Value is SettingValue.Text text
                && text.Value == asset.Name
            )
            .Select(set => set.Key);

    /// <summary>The asset of a name; null if there is none.</summary>
    public Asset? AssetNamed(string name) => Assets.FirstOrDefault(asset => asset.Name == name);

    /// <summary>The items on a screen, in their order, each as a component of its own.</summary>
    /// <param name="setting">The setting of an item that names its screen.</param>
    /// <param name="screen">What the screen is called in looks.</param>
    internal IEnumerable<(string Item, Component Alone)> ItemsOn(
        Setting<string> setting,
        string screen
    ) =>
        Items
            .Select(item => (item, Alone: ItemAlone(item)))
            .Where(one => one.Alone.Get(setting) == screen);

    /// <summary>One item as a component of its own.</summary>
    public Component ItemAlone(string item) =>
        Of(
            Kind,
            Settings
                .Where(set => set.Key.Item == item)
                .Select(set => KeyValuePair.Create(set.Key with { Item = null }, set.Value))
        );

    /// <summary>The value of a setting, or what is taken for it where it is not set.</summary>
    /// <exception cref="ArgumentException">The kind has no such setting.</exception>
    public T Get<T>(Setting<T> setting) => Get(setting, setting.Default);

    /// <summary>The value of a setting, or another where it is not set.</summary>
    /// <exception cref="ArgumentException">The kind has no such setting.</exception>
    public T Get<T>(Setting<T> setting, T otherwise) =>
        Has(setting, out var value) ? value : otherwise;

    /// <summary>Whether a setting is set.</summary>
    /// <exception cref="ArgumentException">The kind has no such setting.</exception>
    public bool Has(Setting setting) => Find(setting) is not null;

    /// <summary>Whether a setting is set, and to what.</summary>
    /// <exception cref="ArgumentException">The kind has no such setting.</exception>
    public bool Has<T>(Setting<T> setting, [MaybeNullWhen(false)] out T value)
    {
        var found = Find(setting);
        value = found is null ? default : setting.Typed.ValueOf(found);
        return found is not null;
    }

    private SettingValue? Find(Setting setting) =>
        Kind.Settings.Contains(setting)
            ? Settings.GetValueOrDefault(new SettingKey(setting.Name))
            : throw new ArgumentException(
                $"{Kind.Title} has no setting '{setting.Name}'.",
                nameof(setting)
            );

    /// <summary>The words for some settings, those that are set, with commas between.</summary>
    public string Join(params ReadOnlySpan<Setting> settings)
    {
        var words = new List<string>();
        foreach (var setting in settings)
            if (
                Settings.TryGetValue(new SettingKey(setting.Name), out var value)
                && value is not SettingValue.Text { Value: "" }
            )
                words.Add(setting.Type.Words(value));
        return words.Count == 0 ? "not set" : string.Join(", ", words);
    }

    /// <summary>The component in words.</summary>
    public string Words => Kind.Words(this);

    /// <inheritdoc />
    public bool Equals(Component? other) =>
        other is not null
        && Kind == other.Kind
        && IsSame(Settings, other.Settings)
        && IsSame(Kept, other.Kept)
        && Assets.SequenceEqual(other.Assets);

    private static bool IsSame<TKey, TValue>(
        ImmutableSortedDictionary<TKey, TValue> one,
        ImmutableSortedDictionary<TKey, TValue> other
    )
        where TKey : IEquatable<TKey>
    {
        if (ReferenceEquals(one, other))
            return true;
        if (one.Count != other.Count)
            return false;
        using var first = one.GetEnumerator();
        using var second = other.GetEnumerator();
        while (first.MoveNext() && second.MoveNext())
            if (
                !first.Current.Key.Equals(second.Current.Key)
                || !Equals(first.Current.Value, second.Current.Value)
            )
                return false;
        return true;
    }

    /// <inheritdoc />
    public override int GetHashCode() => HashCode.Combine(Kind, Settings.Count, Assets.Length);
}
