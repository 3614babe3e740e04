using System.Collections.Immutable;
using Furoshiki.Core.Looks;

namespace Furoshiki.Core.Kinds;

/// <summary>A setting of a kind.</summary>
/// <param name="Name">The name in looks and maps, in lower case with hyphens.</param>
/// <param name="Title">The name for people.</param>
/// <param name="Type">What it can be.</param>
public sealed record Setting(string Name, string Title, SettingType Type);

/// <summary>A kind of component: what can be set, and how a component of the kind is said in words.</summary>
/// <param name="Name">The name in looks and maps.</param>
/// <param name="Title">The name for people.</param>
/// <param name="Settings">Its settings, in the order in which people read them.</param>
/// <param name="Words">Says a component in a few words, such as "top, 26 px, 60 %".</param>
/// <param name="HasItems">Whether there can be any number of them, each with an identity and all of the settings.</param>
public sealed record Kind(
    string Name,
    string Title,
    ImmutableArray<Setting> Settings,
    Func<Component, string> Words,
    bool HasItems = false
)
{
    /// <summary>Every kind there is, in the order in which people read a look.</summary>
    public static ImmutableArray<Kind> All { get; } =
    [
        WallpaperKind.Kind,
        ColoursKind.Kind,
        FontsKind.Kind,
        BordersKind.Kind,
        IconsKind.Kind,
        CursorKind.Kind,
        PanelsKind.Kind,
    ];

    /// <summary>The kind of that name; null if there is none.</summary>
    public static Kind? Find(string name) => All.FirstOrDefault(kind => kind.Name == name);

    /// <summary>The kind of that name.</summary>
    /// <exception cref="ArgumentException">There is none.</exception>
    public static Kind Get(string name) =>
        Find(name) ?? throw new ArgumentException($"There is no kind '{name}'.", nameof(name));

    /// <summary>Where a kind stands among all of them, for sorting.</summary>
    public static int Order(string name)
    {
        var index = All.ToList().FindIndex(kind => kind.Name == name);
        return index < 0 ? All.Length : index;
    }

    /// <summary>The setting that a key of a component belongs to; null if this kind has none of that name.</summary>
    public Setting? FindSetting(SettingKey key) =>
        Settings.FirstOrDefault(setting => setting.Name == key.Name);

    /// <summary>The setting of that name.</summary>
    /// <exception cref="ArgumentException">There is none.</exception>
    public Setting Setting(SettingKey key) =>
        FindSetting(key)
        ?? throw new ArgumentException($"{Title} has no setting '{key.Name}'.", nameof(key));
}
