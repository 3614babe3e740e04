using System.Collections.Immutable;
using System.Text;

namespace Furoshiki.Core.Formats;

/// <summary>
/// A key file after the Desktop Entry Specification 1.5: groups in brackets, "key=value" lines, comments that start
/// with '#', the escapes \s \n \t \r \\, lists separated by ';'. Keys with a locale ("name[de]") are keys of their own.
/// </summary>
public sealed class KeyFileDocument : SettingsDocument
{
    private const char ByteOrderMark = '\uFEFF';

    private readonly string _text;
    private readonly ImmutableArray<Line> _lines;

    private KeyFileDocument(string text)
    {
        _text = text;
        _lines = [.. Lines(text)];
    }

    /// <summary>The format by which desktop maps ask for key files.</summary>
    public static SettingsFormat Format { get; } = new("key file", Open);

    /// <summary>Reads a key file.</summary>
    /// <exception cref="SettingsFileException">It is empty, not UTF-8, or has a line that is none of a key file's.</exception>
    public static SettingsDocument Open(ReadOnlyMemory<byte> bytes) =>
        new KeyFileDocument(Utf8Text.Read(bytes));

    /// <inheritdoc />
    public override ReadOnlyMemory<byte> Bytes => Encoding.UTF8.GetBytes(_text);

    /// <summary>The names of the groups, in the order of the file.</summary>
    public IEnumerable<string> Groups =>
        _lines.Where(line => line.Key is null).Select(line => line.Group);

    /// <inheritdoc />
    public override NativeValue? Get(Address address)
    {
        var line = Find(address);
        if (line is null)
            return null;
        var raw = _text[line.ValueStart..line.ValueEnd];
        return NativeValue.Untyped(Unescape(raw), SplitList(raw));
    }

    /// <inheritdoc />
    public override SettingsDocument Set(Address address, NativeValue value)
    {
        var raw = value.Type == NativeType.List ? JoinList(value.Items) : Escape(value.Content);
        if (Find(address) is { } line)
            return new KeyFileDocument(
                string.Concat(_text.AsSpan(0, line.ValueStart), raw, _text.AsSpan(line.ValueEnd))
            );

        var (group, key) = Split(address);
        var end = NewLine();
        var last = _lines.LastOrDefault(candidate => candidate.Group == group);
        var addition = last is null ? $"[{group}]{end}{key}={raw}{end}" : $"{key}={raw}{end}";
        var at = last?.NextStart ?? _text.Length;
        var missingEnd = at > 0 && _text[at - 1] != '\n' ? end : "";
        return new KeyFileDocument(_text.Insert(at, missingEnd + addition));
    }

    /// <inheritdoc />
    public override SettingsDocument Remove(Address address) =>
        Find(address) is { } line
            ? new KeyFileDocument(_text.Remove(line.Start, line.NextStart - line.Start))
            : this;

    /// <inheritdoc />
    public override IReadOnlyList<string> Items(ListAddress list) => throw NoLists();

    /// <inheritdoc />
    public override SettingsDocument RemoveItem(ListAddress list, string item) => throw NoLists();

    private static SettingsFileException NoLists() => new("A key file has no lists of items.");

    private Line? Find(Address address)
    {
        if (address.List is not null)
            throw NoLists();
        var (group, key) = Split(address);
        var found = _lines.Where(line => line.Group == group && line.Key == key).Take(2).ToList();
        return found.Count < 2
            ? found.FirstOrDefault()
            : throw new SettingsFileException(
                $"The key '{key}' stands twice in [{group}], in lines {found[0].Number} and {found[1].Number}."
            );
    }

    private static (string Group, string Key) Split(Address address)
    {
        var slash = address.Path.LastIndexOf('/');
        return slash > 0
            ? (address.Path[..slash], address.Path[(slash + 1)..])
            : throw new SettingsFileException(
                $"'{address.Path}' is no address in a key file; it has the form Group/key."
            );
    }

    private string NewLine() => _text.Contains("\r\n", StringComparison.Ordinal) ? "\r\n" : "\n";

    /// <summary>A group's header (no key) or one key; comments and blank lines are not listed.</summary>
    private sealed record Line(
        int Number,
        string Group,
        string? Key,
        int Start,
        int ValueStart,
        int ValueEnd,
        int NextStart
    );

    private static IEnumerable<Line> Lines(string text)
    {
        string? group = null;
        var start = text.StartsWith(ByteOrderMark) ? 1 : 0;
        for (var number = 1; start < text.Length; number++)
        {
            var feed = text.IndexOf('\n', start);
            var next = feed < 0 ? text.Length : feed + 1;
            var end = feed < 0 ? text.Length : feed;
            if (end > start && text[end - 1] == '\r')
                end--;

            var line = text.AsSpan(start, end - start);
            var equals = line.IndexOf('=');
            if (line.StartsWith('[') && line.TrimEnd().EndsWith(']'))
            {
                group = line.TrimEnd()[1..^1].ToString();
                yield return new Line(number, group, null, start, end, end, next);
            }
            else if (equals > 0 && group is not null && !line.StartsWith('#'))
            {
                var valueStart = start + equals + 1;
                while (valueStart < end && text[valueStart] is ' ' or '\t')
                    valueStart++;
                yield return new Line(
                    number,
                    group,
                    line[..equals].Trim().ToString(),
                    start,
                    valueStart,
                    end,
                    next
                );
            }
            else if (!line.IsWhiteSpace() && !line.StartsWith('#'))
            {
                throw new SettingsFileException(
                    $"Line {number} is neither a group, a key, a comment nor blank."
                );
            }
            start = next;
        }
    }

    private static string Escape(string value)
    {
        var raw = value
            .Replace("\\", @"\\", StringComparison.Ordinal)
            .Replace("\n", @"\n", StringComparison.Ordinal)
            .Replace("\r", @"\r", StringComparison.Ordinal);
        return raw.StartsWith(' ') ? @"\s" + raw[1..]
            : raw.StartsWith('\t') ? @"\t" + raw[1..]
            : raw;
    }

    private static string Unescape(string raw)
    {
        if (!raw.Contains('\\', StringComparison.Ordinal))
            return raw;
        var value = new StringBuilder(raw.Length);
        for (var i = 0; i < raw.Length; i++)
        {
            char? meaning =
                raw[i] != '\\' || i + 1 == raw.Length
                    ? null
                    : raw[i + 1] switch
                    {
                        's' => ' ',
                        'n' => '\n',
                        't' => '\t',
                        'r' => '\r',
                        '\\' => '\\',
                        _ => null,
                    };
            value.Append(meaning ?? raw[i]);
            if (meaning is not null)
                i++;
        }
        return value.ToString();
    }

    private static string JoinList(ImmutableArray<string> items) =>
        string.Concat(
            items.Select(item => Escape(item).Replace(";", @"\;", StringComparison.Ordinal) + ";")
        );

    private static ImmutableArray<string> SplitList(string raw)
    {
        var items = ImmutableArray.CreateBuilder<string>();
        var item = new StringBuilder();
        for (var i = 0; i < raw.Length; i++)
        {
            if (raw[i] == '\\' && i + 1 < raw.Length)
            {
                if (raw[i + 1] != ';')
                    item.Append(raw[i]);
                item.Append(raw[++i]);
            }
            else if (raw[i] == ';')
            {
                items.Add(Unescape(item.ToString()));
                item.Clear();
            }
            else
            {
                item.Append(raw[i]);
            }
        }
        if (item.Length > 0)
            items.Add(Unescape(item.ToString()));
        return items.ToImmutable();
    }
}
