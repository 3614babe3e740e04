using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Text;

namespace Furoshiki.Core.Formats;

/// <summary>
/// An XML file (XML 1.0, Namespaces in XML 1.0). Addresses are paths in a subset of XPath's short notation, see
/// <see cref="XmlPath"/>, that end at an element, whose text is the value, or at an attribute. Entities that the file declares
/// itself are kept and not read; nothing outside the file is ever loaded.
/// </summary>
public sealed class XmlFileDocument : SettingsDocument
{
    private readonly string _text;
    private readonly XmlElementSpan _root;

    /// <summary>Lists that were asked for: a document never changes.</summary>
    private readonly ConcurrentDictionary<ListAddress, XmlItems> _lists = new();

    private XmlFileDocument(string text)
    {
        _text = text;
        _root = XmlScanner.Scan(text);
    }

    /// <summary>The format by which desktop maps ask for XML.</summary>
    public static SettingsFormat Format { get; } =
        new("xml", Open, XmlPath.Problem)
        {
            ListProblem = list =>
                XmlPath.Problem(list.Path)
                ?? (
                    XmlPath.Problem(list.Identity) is null
                        ? null
                        : "its items are told apart by an attribute or an element, such as \"identity\": \"@name\""
                ),
        };

    /// <summary>Reads an XML file.</summary>
    /// <exception cref="SettingsFileException">It is not UTF-8 or not well formed.</exception>
    public static SettingsDocument Open(ReadOnlyMemory<byte> bytes) =>
        new XmlFileDocument(Utf8Text.Read(bytes));

    /// <inheritdoc />
    public override ReadOnlyMemory<byte> Bytes => Encoding.UTF8.GetBytes(_text);

    /// <inheritdoc />
    public override NativeValue? Get(Address address)
    {
        var path = XmlPath.Parse(address.Path);
        if (HolderOf(address, path) is not { } element)
            return null;
        if (path.Attribute is { } name)
            return element.Attribute(name) is { } attribute
                ? Value(attribute.Value, address)
                : null;
        return element.Children.IsEmpty
            ? Value(element.Text(_text), address)
            : throw new SettingsFileException($"At {address} stand elements, and no text alone.");
    }

    /// <inheritdoc />
    public override SettingsDocument Set(Address address, NativeValue value)
    {
        var path = XmlPath.Parse(address.Path);
        // Of what is not there, one element is added for an item and one for each step.
        return Set(address, path, value, path.Steps.Length + 1);
    }

    private XmlFileDocument Set(Address address, XmlPath path, NativeValue value, int missing)
    {
        var content = value.SingleContent();
        if (content.Any(c => c < ' ' && c is not ('\t' or '\n' or '\r')))
            throw new SettingsFileException("XML has no way to write that character.");
        if (HolderOf(address, path) is not { } element)
            return missing > 0
                ? AddElement(address, path).Set(address, path, value, missing - 1)
                : throw new SettingsFileException(
                    $"There is no place for {address}: what stands there does not fit its steps."
                );
        if (path.Attribute is { } name)
            return element.Attribute(name) is { } attribute
                ? Splice(
                    attribute.ValueStart,
                    attribute.ValueEnd,
                    EscapeAttribute(content, _text[attribute.ValueStart - 1])
                )
                : Splice(
                    element.NameEnd,
                    element.NameEnd,
                    $" {name}=\"{EscapeAttribute(content, '"')}\""
                );
        if (!element.Children.IsEmpty || element.HasOther)
            throw new SettingsFileException($"At {address} stands more than a text.");
        if (element.IsEmptyTag)
            return Splice(
                element.ContentStart,
                element.End,
                $">{EscapeText(content)}</{_text[(element.Start + 1)..element.NameEnd]}>"
            );
        var (start, end) = element.TextSpan(_text);
        // An empty text amid space would leave no mark of where it stood.
        var isAmidSpace = start > element.ContentStart || end < element.ContentEnd;
        return Splice(
            start,
            end,
            content.Length == 0 && isAmidSpace ? "<![CDATA[]]>" : EscapeText(content)
        );
    }

    /// <inheritdoc />
    public override SettingsDocument Remove(Address address)
    {
        var path = XmlPath.Parse(address.Path);
        if (HolderOf(address, path) is not { } element)
            return this;
        if (path.Attribute is not { } name)
            return Cut(element.Start, element.End);
        return element.Attribute(name) is { } attribute
            ? Cut(attribute.Start, attribute.ValueEnd + 1)
            : this;
    }

    /// <inheritdoc />
    public override IReadOnlyList<string> Items(ListAddress list) => ItemsOf(list).Places.All;

    private XmlItems ItemsOf(ListAddress list) =>
        _lists.GetOrAdd(
            list,
            asked =>
            {
                var (elements, identity) = (
                    ElementsOf(asked).ToImmutableArray(),
                    XmlPath.Parse(asked.Identity)
                );
                return new XmlItems(
                    elements,
                    Places(asked, elements.Select(element => IdentityOf(identity, element)))
                );
            }
        );

    private sealed record XmlItems(ImmutableArray<XmlElementSpan> Elements, ItemPlaces Places);

    /// <inheritdoc />
    public override SettingsDocument RemoveItem(ListAddress list, string item) =>
        ItemOf(list, item) is { } element ? Cut(element.Start, element.End) : this;

    private protected override SettingsDocument Move(ListAddress list, ImmutableArray<int> from) =>
        new XmlFileDocument(
            Permute(_text, [.. ElementsOf(list).Select(one => (one.Start, one.End))], from)
        );

    private string? IdentityOf(XmlPath identity, XmlElementSpan element)
    {
        var holder = identity.Find(element, _text);
        return identity.Attribute is { } name
            ? holder?.Attribute(name)?.Value
            : holder?.Text(_text);
    }

    private XmlElementSpan? ItemOf(ListAddress list, string item)
    {
        var items = ItemsOf(list);
        return items.Places.Places.TryGetValue(item, out var place) ? items.Elements[place] : null;
    }

    private IEnumerable<XmlElementSpan> ElementsOf(ListAddress list)
    {
        var path = XmlPath.Parse(list.Path);
        var holder =
            path.Parent.FindFromTop(_root, _text)
            ?? throw new SettingsFileException(
                $"There is no {path.Parent} that could hold a list."
            );
        return holder.Children.Where(child => path.Last.Matches(child, _text));
    }

    /// <summary>The element that an address leads to, or whose attribute it leads to; null if there is none.</summary>
    private XmlElementSpan? HolderOf(Address address, XmlPath path) =>
        address.List is not { } list ? path.FindFromTop(_root, _text)
        : ItemOf(list, address.Item!) is { } item ? path.Find(item, _text)
        : null;

    /// <summary>Adds the first element on the way to an address that is not there.</summary>
    private XmlFileDocument AddElement(Address address, XmlPath path)
    {
        if (address.List is { } list)
        {
            if (ItemOf(list, address.Item!) is { } item)
                return AddOnTheWay(item, path, 0);
            var (all, identity) = (XmlPath.Parse(list.Path), XmlPath.Parse(list.Identity));
            var holder =
                all.Parent.FindFromTop(_root, _text)
                ?? throw new SettingsFileException(
                    $"There is no {all.Parent} that could hold an item."
                );
            var name = all.Last.Name;
            return Insert(
                holder,
                identity.Attribute is { } attribute
                    ? $"<{name} {attribute}=\"{EscapeAttribute(address.Item!, '"')}\"/>"
                    : $"<{name}><{identity.Last.Name}>{EscapeText(address.Item!)}</{identity.Last.Name}></{name}>"
            );
        }
        return path.Steps.IsEmpty || !path.Steps[0].Matches(_root, _text)
            ? throw new SettingsFileException(
                $"{address} does not start at the file's root element."
            )
            : AddOnTheWay(_root, path, 1);
    }

    private XmlFileDocument AddOnTheWay(XmlElementSpan from, XmlPath path, int step)
    {
        var at = from;
        for (; step < path.Steps.Length; step++)
        {
            if (path.Steps[step].Find(at, _text) is not { } next)
                return Insert(at, path.Steps[step].Make(at, _text));
            at = next;
        }
        throw new SettingsFileException($"There is no place for {path}.");
    }

    /// <summary>Adds an element after the last one in another, laid out as that one is.</summary>
    private XmlFileDocument Insert(XmlElementSpan holder, string element)
    {
        if (holder.IsEmptyTag)
        {
            var name = _text[(holder.Start + 1)..holder.NameEnd];
            return Splice(holder.ContentStart, holder.End, $">{element}</{name}>");
        }
        if (holder.Children.IsEmpty)
            return Splice(holder.ContentEnd, holder.ContentEnd, element);
        var last = holder.Children[^1];
        return Splice(last.End, last.End, _text[SpaceBefore(last.Start)..last.Start] + element);
    }

    private XmlFileDocument Cut(int start, int end) => Splice(SpaceBefore(start), end, "");

    private int SpaceBefore(int at)
    {
        while (at > 0 && XmlScanner.IsSpace(_text[at - 1]))
            at--;
        return at;
    }

    private XmlFileDocument Splice(int start, int end, string text) =>
        new(string.Concat(_text.AsSpan(0, start), text, _text.AsSpan(end)));

    private static NativeValue Value(string? value, Address address) =>
        value is null
            ? throw new SettingsFileException(
                $"At {address} stands an entity that the file declares itself, so the value is not read."
            )
            : NativeValue.Untyped(value, []);

    private static string EscapeAttribute(string value, char quote)
    {
        var text = new StringBuilder(value.Length);
        foreach (var c in value)
            _ = c switch
            {
                '&' => text.Append("&amp;"),
                '<' => text.Append("&lt;"),
                '"' when quote == '"' => text.Append("&quot;"),
                '\'' when quote == '\'' => text.Append("&apos;"),
                '\t' or '\n' or '\r' => text.Append("&#").Append((int)c).Append(';'),
                _ => text.Append(c),
            };
        return text.ToString();
    }

    /// <summary>Text between tags; space at its ends is spelt out, since space there is layout.</summary>
    private static string EscapeText(string value)
    {
        var text = new StringBuilder(value.Length);
        var (first, last) = (value.Length - value.TrimStart().Length, value.TrimEnd().Length);
        for (var i = 0; i < value.Length; i++)
            _ = value[i] switch
            {
                '&' => text.Append("&amp;"),
                '<' => text.Append("&lt;"),
                '>' => text.Append("&gt;"),
                '\r' => text.Append("&#13;"),
                _ when (i < first || i >= last) && char.IsWhiteSpace(value[i]) => text.Append("&#")
                    .Append((int)value[i])
                    .Append(';'),
                _ => text.Append(value[i]),
            };
        return text.ToString();
    }
}
