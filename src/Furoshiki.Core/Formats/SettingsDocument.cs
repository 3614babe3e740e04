using System.Collections.Immutable;
using System.Text;

namespace Furoshiki.Core.Formats;

/// <summary>
/// A settings file that is edited in place: a change replaces one value inside the bytes, and every other byte stays.
/// Documents are immutable; each edit gives a new one.
/// </summary>
public abstract class SettingsDocument
{
    /// <summary>The whole file.</summary>
    public abstract ReadOnlyMemory<byte> Bytes { get; }

    /// <summary>Reads the value at an address; null if it is not there.</summary>
    /// <exception cref="SettingsFileException">It stands there twice, or is no single value.</exception>
    public abstract NativeValue? Get(Address address);

    /// <summary>Sets the value at an address, adding it where it is not there yet.</summary>
    /// <exception cref="SettingsFileException">It stands there twice, or there is no place for it.</exception>
    public abstract SettingsDocument Set(Address address, NativeValue value);

    /// <summary>Takes the value at an address out; the same document if it is not there.</summary>
    /// <exception cref="SettingsFileException">It stands there twice.</exception>
    public abstract SettingsDocument Remove(Address address);

    /// <summary>The identities of the items in a list, in the order of the file.</summary>
    /// <exception cref="SettingsFileException">The list is not there, two items have the same identity, or the format has no lists.</exception>
    public virtual IReadOnlyList<string> Items(ListAddress list) => throw NoLists();

    /// <summary>Checks that each item has an identity of its own.</summary>
    /// <param name="list">The list.</param>
    /// <param name="identities">The identities of its items; null where one has none.</param>
    /// <returns>Them in the order of the file, and the place of each.</returns>
    /// <exception cref="SettingsFileException">One has none, or two have the same.</exception>
    private protected static ItemPlaces Places(ListAddress list, IEnumerable<string?> identities)
    {
        var (all, places) = (new List<string>(), new Dictionary<string, int>());
        foreach (var identity in identities)
        {
            if (identity is null)
                throw new SettingsFileException(
                    $"An item of {list.Path} has no '{list.Identity}'."
                );
            if (!places.TryAdd(identity, all.Count))
                throw new SettingsFileException(
                    $"Two items of {list.Path} have the {list.Identity} '{identity}'."
                );
            all.Add(identity);
        }
        return new ItemPlaces(all, places);
    }

    /// <summary>The items of a list, and where each stands in it, from 0.</summary>
    private protected sealed record ItemPlaces(
        IReadOnlyList<string> All,
        IReadOnlyDictionary<string, int> Places
    );

    /// <summary>Takes an item out of a list, with all that is in it.</summary>
    /// <exception cref="SettingsFileException">The list is not there, two items have the same identity, or the format has no lists.</exception>
    public virtual SettingsDocument RemoveItem(ListAddress list, string item) => throw NoLists();

    /// <summary>Puts the items of a list in another order; what stands between them stays where it is.</summary>
    /// <param name="list">The list.</param>
    /// <param name="order">The identities of all its items, in the order wanted.</param>
    /// <exception cref="SettingsFileException">The list does not have just these items, or the format has no lists.</exception>
    public SettingsDocument Reorder(ListAddress list, IReadOnlyList<string> order)
    {
        var now = Items(list);
        if (now.SequenceEqual(order))
            return this;
        if (now.Count != order.Count || now.Except(order).Any())
            throw new SettingsFileException(
                $"The list {list.Path} does not have just the items that are to be ordered."
            );
        var places = now.Select((item, at) => (item, at))
            .ToDictionary(one => one.item, one => one.at);
        return Move(list, [.. order.Select(item => places[item])]);
    }

    /// <summary>Puts at each place the item that now stands at the place given for it.</summary>
    private protected virtual SettingsDocument Move(ListAddress list, ImmutableArray<int> from) =>
        throw NoLists();

    private protected static SettingsFileException NoLists() =>
        new("Files of this format have no lists of items.");

    /// <summary>The text with the spans of it, which follow each other, put in another order.</summary>
    private protected static string Permute(
        string text,
        IReadOnlyList<(int Start, int End)> spans,
        ImmutableArray<int> from
    )
    {
        var moved = new StringBuilder(text.Length);
        var at = 0;
        for (var i = 0; i < spans.Count; i++)
        {
            moved.Append(text, at, spans[i].Start - at);
            var source = spans[from[i]];
            moved.Append(text, source.Start, source.End - source.Start);
            at = spans[i].End;
        }
        return moved.Append(text, at, text.Length - at).ToString();
    }
}

/// <summary>Where in a settings file a value stands.</summary>
/// <param name="Path">
/// The address in the notation of the format: "Group/key" in key files, a JSON Pointer (RFC 6901) in JSON, a path after XPath
/// in XML, the name of a resource, the name of a variable; of a whole file nothing.
/// </param>
/// <param name="List">The list in which it stands, if it belongs to an item; the path then starts at the item.</param>
/// <param name="Item">The identity of that item.</param>
public sealed record Address(string Path, ListAddress? List = null, string? Item = null)
{
    /// <inheritdoc />
    public override string ToString() => List is null ? Path : $"{List.Path}, {Item}, {Path}";
}

/// <summary>A list of items in a settings file, told apart by the value of one member.</summary>
/// <param name="Path">The address of the list; in a key file what the names of the items' groups begin with.</param>
/// <param name="Identity">The name of the member that tells items apart; in a key file nothing: the rest of the group's name does.</param>
public sealed record ListAddress(string Path, string Identity);

/// <summary>A settings file cannot be read as what it should be. Nothing was changed.</summary>
/// <param name="message">What is wrong, in a sentence without the file's name.</param>
public class SettingsFileException(string message) : Exception(message);

/// <summary>A settings file is not there.</summary>
public sealed class MissingSettingsFileException() : SettingsFileException("The file is missing.");

/// <summary>A format of settings files.</summary>
/// <param name="Name">The name by which desktop maps ask for it.</param>
/// <param name="Open">Reads a file; throws <see cref="SettingsFileException"/> where it is not well formed.</param>
/// <param name="AddressProblem">Says what is wrong with an address in the format's notation; null if nothing is.</param>
public sealed record SettingsFormat(
    string Name,
    Func<ReadOnlyMemory<byte>, SettingsDocument> Open,
    Func<string, string?> AddressProblem
)
{
    /// <summary>Says what is wrong with where a list of items is and what tells its items apart; null if nothing is.</summary>
    public Func<ListAddress, string?> ListProblem { get; init; } =
        _ => "files of this format have no lists of items";

    /// <summary>Every format there is.</summary>
    public static IReadOnlyList<SettingsFormat> All { get; } =
    [
        KeyFileDocument.Format,
        JsonFileDocument.Format,
        XmlFileDocument.Format,
        ResourceFileDocument.Format,
        ShellFileDocument.Format,
        WholeFileDocument.Format,
    ];

    /// <summary>The format of that name; null if there is none.</summary>
    public static SettingsFormat? Find(string name) =>
        All.FirstOrDefault(format => format.Name == name);
}
