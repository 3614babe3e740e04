using System.Collections.Immutable;

namespace Furoshiki.Core.Parts;

/// <summary>What a setting belongs to.</summary>
public enum SettingScope
{
    /// <summary>The component as a whole.</summary>
    Whole,

    /// <summary>Each of its items.</summary>
    Item,

    /// <summary>The whole, and an item where it is another there.</summary>
    Both,
}

/// <summary>A setting of a kind.</summary>
/// <param name="Name">The name in looks and maps, in lower case with hyphens.</param>
/// <param name="Title">The name for people.</param>
/// <param name="Type">What it can be.</param>
/// <param name="Scope">What it belongs to.</param>
public abstract record Setting(string Name, string Title, SettingType Type, SettingScope Scope)
{
    /// <summary>
    /// The setting that holds the order of a component's items, where it matters. It lives in the list itself and has no
    /// address of its own.
    /// </summary>
    public static Setting<ImmutableArray<string>> Order { get; } =
        new("order", "Order", new SettingType.List(), [], SettingScope.Whole);

    /// <summary>What is taken for it where a look does not say.</summary>
    public abstract SettingValue Otherwise { get; }

    /// <summary>Whether it can be set in the whole, or in an item.</summary>
    public bool IsFor(bool item) =>
        Scope == SettingScope.Both || (Scope == SettingScope.Item) == item;
}

/// <summary>A setting whose values are of a type.</summary>
/// <typeparam name="T">The type.</typeparam>
/// <param name="Name">The name in looks and maps, in lower case with hyphens.</param>
/// <param name="Title">The name for people.</param>
/// <param name="Typed">What it can be.</param>
/// <param name="Default">What is taken for it where a look does not say.</param>
/// <param name="Scope">What it belongs to.</param>
public sealed record Setting<T>(
    string Name,
    string Title,
    SettingType<T> Typed,
    T Default,
    SettingScope Scope
) : Setting(Name, Title, Typed, Scope)
{
    /// <summary>The setting with a value.</summary>
    /// <param name="value">The value.</param>
    /// <param name="item">The item that it belongs to; null for the whole.</param>
    public KeyValuePair<SettingKey, SettingValue> Is(T value, string? item = null) =>
        KeyValuePair.Create(new SettingKey(Name, item), Typed.Of(value));

    /// <inheritdoc />
    public override SettingValue Otherwise => Typed.Of(Default);
}

/// <summary>Takes the settings of a kind down while they are declared, in their order.</summary>
/// <param name="scope">What they belong to, where one does not say otherwise.</param>
public sealed class SettingList(SettingScope scope = SettingScope.Whole)
{
    private readonly List<Setting> _all = [];

    /// <summary>All that were declared so far.</summary>
    public ImmutableArray<Setting> All => [.. _all];

    /// <summary>Declares a setting.</summary>
    /// <typeparam name="T">The type of its values.</typeparam>
    /// <param name="name">The name in looks and maps, in lower case with hyphens.</param>
    /// <param name="title">The name for people.</param>
    /// <param name="type">What it can be.</param>
    /// <param name="otherwise">What is taken for it where a look does not say.</param>
    /// <param name="of">What it belongs to, if that differs from the others.</param>
    public Setting<T> Add<T>(
        string name,
        string title,
        SettingType<T> type,
        T otherwise,
        SettingScope? of = null
    )
    {
        var setting = new Setting<T>(name, title, type, otherwise, of ?? scope);
        _all.Add(setting);
        return setting;
    }

    /// <summary>Declares that the order of the items matters.</summary>
    public Setting<ImmutableArray<string>> AddOrder()
    {
        _all.Add(Setting.Order);
        return Setting.Order;
    }
}
