using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace Furoshiki.Core.Formats;

/// <summary>
/// A JSON file (RFC 8259), in which comments and trailing commas are tolerated and kept. Addresses are
/// JSON Pointers (RFC 6901).
/// </summary>
public sealed class JsonFileDocument : SettingsDocument
{
    private static readonly byte[] ByteOrderMark = [0xEF, 0xBB, 0xBF];

    private static readonly JsonSerializerOptions Plain = new()
    {
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    private readonly byte[] _bytes;
    private readonly JsonNodeSpan _root;

    /// <summary>Lists that were asked for: a document never changes.</summary>
    private readonly ConcurrentDictionary<ListAddress, ItemPlaces> _lists = new();

    private JsonFileDocument(byte[] bytes)
    {
        _bytes = bytes;
        _root = JsonNodeSpan.Parse(
            bytes,
            bytes.AsSpan().StartsWith(ByteOrderMark) ? ByteOrderMark.Length : 0
        );
    }

    /// <summary>The format by which desktop maps ask for JSON.</summary>
    public static SettingsFormat Format { get; } =
        new("json", Open, PointerProblem)
        {
            ListProblem = list =>
                PointerProblem(list.Path)
                ?? (
                    list.Identity is "" or ['/', ..]
                        ? "its items are told apart by a member, whose name stands alone, such as \"identity\": \"id\""
                        : null
                ),
        };

    private static string? PointerProblem(string path) =>
        path.StartsWith('/') ? null : "it is no JSON Pointer, which starts with '/'";

    /// <summary>Reads a JSON file.</summary>
    /// <exception cref="SettingsFileException">It is empty, not UTF-8 or not JSON.</exception>
    public static SettingsDocument Open(ReadOnlyMemory<byte> bytes)
    {
        _ = Utf8Text.Read(bytes);
        return new JsonFileDocument(bytes.ToArray());
    }

    /// <inheritdoc />
    public override ReadOnlyMemory<byte> Bytes => _bytes;

    /// <inheritdoc />
    public override NativeValue? Get(Address address)
    {
        var node = Find(address)?.Value;
        return node?.Type switch
        {
            null => null,
            JsonTokenType.String => NativeValue.Text(node.Content),
            JsonTokenType.Number => NativeValue.Number(node.Content),
            JsonTokenType.True => NativeValue.Flag(true),
            JsonTokenType.False => NativeValue.Flag(false),
            JsonTokenType.StartArray
                when node.Children.All(child => child.Value.Type == JsonTokenType.String) =>
                NativeValue.List([.. node.Children.Select(child => child.Value.Content)]),
            _ => throw new SettingsFileException($"At {address} stands no single value."),
        };
    }

    /// <inheritdoc />
    public override SettingsDocument Set(Address address, NativeValue value)
    {
        if (Find(address) is { } child)
            return Splice(child.Value.Start, child.Value.End, Spell(value));
        var names = Names(address.Path);
        var holder = Holder(address, names);
        return holder is null
            ? AddItem(address.List!, address.Item!).Set(address, value)
            : Insert(holder, $"{Quote(names[^1])}: {Spell(value)}");
    }

    /// <inheritdoc />
    public override SettingsDocument Remove(Address address)
    {
        var names = Names(address.Path);
        var holder = Holder(address, names);
        var child = holder?.Member(names[^1]);
        return child is null ? this : Cut(holder!, child);
    }

    /// <inheritdoc />
    public override IReadOnlyList<string> Items(ListAddress list) => PlacesIn(list).All;

    private ItemPlaces PlacesIn(ListAddress list) =>
        _lists.GetOrAdd(
            list,
            asked =>
                Places(
                    asked,
                    List(asked)
                        .Children.Select(child => child.Value.Member(asked.Identity)?.Value.Content)
                )
        );

    /// <inheritdoc />
    public override SettingsDocument RemoveItem(ListAddress list, string item)
    {
        var index = IndexOf(list, item);
        var holder = List(list);
        return index < 0 ? this : Cut(holder, holder.Children[index]);
    }

    private protected override SettingsDocument Move(ListAddress list, ImmutableArray<int> from)
    {
        // One character a byte, so that spans of bytes are spans of the text.
        var text = Encoding.Latin1.GetString(_bytes);
        var spans = List(list)
            .Children.Select(child => (child.Value.Start, child.Value.End))
            .ToList();
        return new JsonFileDocument(Encoding.Latin1.GetBytes(Permute(text, spans, from)));
    }

    private JsonFileDocument AddItem(ListAddress list, string item) =>
        Insert(List(list), $"{{ {Quote(list.Identity)}: {Quote(item)} }}");

    private JsonNodeSpan List(ListAddress list) =>
        Walk(_root, Names(list.Path)) is { Type: JsonTokenType.StartArray } found
            ? found
            : throw new SettingsFileException($"There is no list at {list.Path}.");

    private int IndexOf(ListAddress list, string item) =>
        PlacesIn(list).Places.TryGetValue(item, out var place) ? place : -1;

    private JsonNodeSpan.Child? Find(Address address)
    {
        var names = Names(address.Path);
        return Holder(address, names)?.Member(names[^1]);
    }

    /// <summary>The object in which the address's last name stands; null if it would be in an item that is not there.</summary>
    private JsonNodeSpan? Holder(Address address, ImmutableArray<string> names)
    {
        var start = _root;
        if (address.List is { } list)
        {
            var index = IndexOf(list, address.Item!);
            if (index < 0)
                return null;
            start = List(list).Children[index].Value;
        }
        return Walk(start, names[..^1]) is { Type: JsonTokenType.StartObject } found
            ? found
            : throw new SettingsFileException(
                $"There is no object in which {address} could stand."
            );
    }

    private static JsonNodeSpan? Walk(JsonNodeSpan from, ImmutableArray<string> names)
    {
        var node = from;
        foreach (var name in names)
        {
            var child =
                node.Type == JsonTokenType.StartArray
                && int.TryParse(
                    name,
                    NumberStyles.None,
                    CultureInfo.InvariantCulture,
                    out var index
                )
                    ? node.Children.ElementAtOrDefault(index)
                    : node.Member(name);
            if (child is null)
                return null;
            node = child.Value;
        }
        return node;
    }

    private static ImmutableArray<string> Names(string pointer) =>
        pointer.StartsWith('/')
            ?
            [
                .. pointer[1..]
                    .Split('/')
                    .Select(name =>
                        name.Replace("~1", "/", StringComparison.Ordinal)
                            .Replace("~0", "~", StringComparison.Ordinal)
                    ),
            ]
            : throw new SettingsFileException(
                $"'{pointer}' is no JSON Pointer; it starts with '/'."
            );

    private static string Quote(string text) => JsonValue.Create(text).ToJsonString(Plain);

    private static string Spell(NativeValue value) =>
        value.Type switch
        {
            NativeType.Number or NativeType.Flag => value.Content,
            NativeType.List => $"[{string.Join(", ", value.Items.Select(Quote))}]",
            _ => Quote(value.Content),
        };

    private JsonFileDocument Splice(int start, int end, string text) =>
        new([.. _bytes.AsSpan(0, start), .. Encoding.UTF8.GetBytes(text), .. _bytes.AsSpan(end)]);

    /// <summary>Adds a member or an element after the last one, laid out as that one is.</summary>
    private JsonFileDocument Insert(JsonNodeSpan holder, string text)
    {
        if (holder.Children.IsEmpty)
            return Splice(holder.Start + 1, holder.Start + 1, text);
        var last = holder.Children[^1];
        var indent = last.Start;
        while (indent > 0 && _bytes[indent - 1] is (byte)' ' or (byte)'\t')
            indent--;
        var ownLine = indent > 0 && _bytes[indent - 1] == (byte)'\n';
        var lineEnd = indent > 1 && _bytes[indent - 2] == (byte)'\r' ? "\r\n" : "\n";
        var lead = ownLine
            ? lineEnd + Encoding.UTF8.GetString(_bytes.AsSpan(indent, last.Start - indent))
            : " ";
        return Splice(last.Value.End, last.Value.End, $",{lead}{text}");
    }

    /// <summary>Takes a member or an element out, with one comma and the space before it; comments stay.</summary>
    private JsonFileDocument Cut(JsonNodeSpan holder, JsonNodeSpan.Child child)
    {
        var index = holder.IndexOf(child);
        var end = child.Value.End;
        if (index > 0)
        {
            var comma = CommaAfter(holder.Children[index - 1].Value.End, child.Start)!.Value;
            return Without((comma, comma + 1), (SpaceBefore(child.Start), end));
        }
        return
            CommaAfter(
                end,
                index + 1 < holder.Children.Length ? holder.Children[1].Start : holder.End
            )
                is { } next
            ? Without((child.Start, end), (next, SpaceAfter(next + 1)))
            : Without((child.Start, end));
    }

    private int SpaceBefore(int at)
    {
        while (at > 0 && IsSpace(_bytes[at - 1]))
            at--;
        return at;
    }

    private int SpaceAfter(int at)
    {
        while (at < _bytes.Length && IsSpace(_bytes[at]))
            at++;
        return at;
    }

    private static bool IsSpace(byte b) => b is (byte)' ' or (byte)'\t' or (byte)'\r' or (byte)'\n';

    private JsonFileDocument Without(params ReadOnlySpan<(int Start, int End)> ranges)
    {
        var kept = new List<byte>(_bytes.Length);
        var from = 0;
        foreach (var (start, end) in ranges)
        {
            kept.AddRange(_bytes.AsSpan(from, start - from));
            from = end;
        }
        kept.AddRange(_bytes.AsSpan(from));
        return new JsonFileDocument([.. kept]);
    }

    /// <summary>The first comma from a place on that is not in a comment; null if there is none before the end.</summary>
    private int? CommaAfter(int from, int end)
    {
        for (var i = from; i < end; i++)
        {
            if (_bytes[i] == (byte)',')
                return i;
            if (_bytes[i] != (byte)'/')
                continue;
            var block = _bytes[i + 1] == (byte)'*';
            var close = _bytes.AsSpan(i + 2).IndexOf(block ? "*/"u8 : "\n"u8);
            i = close < 0 ? end : i + 2 + close + (block ? 1 : 0);
        }
        return null;
    }
}
