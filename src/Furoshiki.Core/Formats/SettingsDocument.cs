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
    /// <exception cref="SettingsFileException">The list is not there, or two items have the same identity.</exception>
    public abstract IReadOnlyList<string> Items(ListAddress list);

    /// <summary>Takes an item out of a list, with all that is in it.</summary>
    /// <exception cref="SettingsFileException">The list is not there, or two items have the same identity.</exception>
    public abstract SettingsDocument RemoveItem(ListAddress list, string item);
}

/// <summary>Where in a settings file a value stands.</summary>
/// <param name="Path">The address in the notation of the format: "Group/key" in key files, a JSON Pointer (RFC 6901) in JSON.</param>
/// <param name="List">The list in which it stands, if it belongs to an item; the path then starts at the item.</param>
/// <param name="Item">The identity of that item.</param>
public sealed record Address(string Path, ListAddress? List = null, string? Item = null)
{
    /// <inheritdoc />
    public override string ToString() => List is null ? Path : $"{List.Path}, {Item}, {Path}";
}

/// <summary>A list of items in a settings file, told apart by the value of one member.</summary>
/// <param name="Path">The address of the list.</param>
/// <param name="Identity">The name of the member that tells items apart.</param>
public sealed record ListAddress(string Path, string Identity);

/// <summary>A settings file cannot be read as what it should be. Nothing was changed.</summary>
/// <param name="message">What is wrong, in a sentence without the file's name.</param>
public sealed class SettingsFileException(string message) : Exception(message);

/// <summary>A format of settings files.</summary>
/// <param name="Name">The name by which desktop maps ask for it.</param>
/// <param name="Open">Reads a file; throws <see cref="SettingsFileException"/> where it is not well formed.</param>
public sealed record SettingsFormat(string Name, Func<ReadOnlyMemory<byte>, SettingsDocument> Open)
{
    /// <summary>Every format there is.</summary>
    public static IReadOnlyList<SettingsFormat> All { get; } =
    [KeyFileDocument.Format, JsonFileDocument.Format];

    /// <summary>The format of that name; null if there is none.</summary>
    public static SettingsFormat? Find(string name) =>
        All.FirstOrDefault(format => format.Name == name);
}
