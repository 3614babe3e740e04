using System.Collections.Immutable;
using System.Text;
using Furoshiki.Core.Content;

namespace Furoshiki.Core.Formats;

/// <summary>
/// A key file after the Desktop Entry Specification 1.5: groups in brackets, "key=value" lines, comments that start
/// with '#', the escapes \s \n \t \r \\, lists separated by ';'. Keys with a locale ("name[de]") are keys of their own.
/// </summary>
public sealed class KeyFileDocument : SettingsDocument
{
    private const char ByteOrderMark = '\uFEFF';

    /// <summary>What may stand before a line's first sign, and around '=', as readers of key files in C skip it.</summary>
    private const string Blanks = " \t\f\r";

    private readonly string _text;
    private readonly ImmutableArray<Line> _lines;
    private readonly Lazy<ILookup<string, Line>> _byGroup;
    private readonly Lazy<ILookup<(string, string?), Line>> _byKey;

    private KeyFileDocument(string text)
    {
        _text = text;
        _lines = [.. Lines(text)];
        _byGroup = new(() => _lines.ToLookup(line => line.Group));
        _byKey = new(() => _lines.ToLookup(line => (line.Group, line.Key)));
    }

    /// <summary>The format by which desktop maps ask for key files.</summary>
    public static SettingsFormat Format { get; } =
        new(
            "key file",
            Open,
            path =>
                path.LastIndexOf('/') is > 0 and var slash && slash < path.Length - 1
                    ? null
                    : "it is no address in a key file, which has the form Group/key"
        )
        {
            ListProblem = list =>
                list.Identity.Length > 0
                    ? "in a key file the rest of the group's name tells items apart, and nothing else"
                : list.Path.Length > 1
                && list.Path.IndexOf('*', StringComparison.Ordinal) == list.Path.Length - 1
                    ? null
                : "it is no list in a key file, which is what the names of its groups begin with and '*', such as Panel *",
        };

    /// <summary>Reads a key file.</summary>
    /// <exception cref="SettingsFileException">It has a line that is none of a key file's.</exception>
    public static SettingsDocument Open(ReadOnlyMemory<byte> bytes) =>
        new KeyFileDocument(LosslessText.FromBytes(bytes.Span));

    /// <inheritdoc />
    public override ReadOnlyMemory<byte> Bytes => LosslessText.ToBytes(_text);

    /// <summary>The names of the groups, in the order of the file.</summary>
    public IEnumerable<string> Groups =>
        _lines.Where(line => line.Key is null).Select(line => line.Group);

    /// <inheritdoc />
    public override NativeValue? Get(Address address)
    {
        var line = Find(address);
        if (line is null)
            return null;
        var raw = Utf8Text.Checked(_text[line.ValueStart..line.ValueEnd]);
        return NativeValue.Untyped(Unescape(raw), SplitList(raw));
    }

    /// <inheritdoc />
    public override SettingsDocument Set(Address address, NativeValue value)
    {
        if (Find(address) is { } line)
        {
            var was = _text[line.ValueStart..line.ValueEnd];
            return new KeyFileDocument(
                string.Concat(
                    _text.AsSpan(0, line.ValueStart),
                    Spell(value, lastEnds: was.Length == 0 || was.EndsWith(';')),
                    _text.AsSpan(line.ValueEnd)
                )
            );
        }
        var raw = Spell(value, lastEnds: true);

        var (group, key) = Split(address);
        var end = NewLine();
        var last = _byGroup.Value[group].LastOrDefault();
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
    public override IReadOnlyList<string> Items(ListAddress list)
    {
        var prefix = PrefixOf(list);
        var items = Groups
            .Where(group => group.StartsWith(prefix, StringComparison.Ordinal))
            .Select(group => group[prefix.Length..])
            .ToList();
        var twice = items.GroupBy(item => item).FirstOrDefault(same => same.Count() > 1);
        return twice is null
            ? items
            : throw new SettingsFileException($"The group [{prefix}{twice.Key}] stands twice.");
    }

    /// <inheritdoc />
    public override SettingsDocument RemoveItem(ListAddress list, string item)
    {
        var group = PrefixOf(list) + item;
        var (first, last) = Ends(group);
        return first is null
            ? this
            : new KeyFileDocument(_text.Remove(first.Start, last!.NextStart - first.Start));
    }

    private protected override SettingsDocument Move(ListAddress list, ImmutableArray<int> from)
    {
        var spans = Items(list)
            .Select(item => Ends(PrefixOf(list) + item))
            .Select(ends => (ends.First!.Start, ends.Last!.ValueEnd))
            .ToList();
        return new KeyFileDocument(Permute(_text, spans, from));
    }

    private static string PrefixOf(ListAddress list) => list.Path.TrimEnd('*');

    private (Line? First, Line? Last) Ends(string group) =>
        (_byGroup.Value[group].FirstOrDefault(), _byGroup.Value[group].LastOrDefault());

    private Line? Find(Address address)
    {
        var (group, key) = Split(address);
        var found = _byKey.Value[(group, key)].Take(2).ToList();
        return found.Count < 2
            ? found.FirstOrDefault()
            : throw new SettingsFileException(
                $"The key '{key}' stands twice in [{group}], in lines {found[0].Number} and {found[1].Number}."
            );
    }

    private static (string Group, string Key) Split(Address address)
    {
        if (address.List is { } list)
            return (PrefixOf(list) + address.Item, address.Path);
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

            var line = text.AsSpan(start, end - start).TrimStart(Blanks);
            var equals = line.IndexOf('=');
            if (line.StartsWith('[') && line.TrimEnd().EndsWith(']'))
            {
                group = line.TrimEnd()[1..^1].ToString();
                yield return new Line(number, group, null, start, end, end, next);
            }
            else if (equals > 0 && group is not null && !line.StartsWith('#'))
            {
                var valueStart = end - line[(equals + 1)..].TrimStart(Blanks).Length;
                yield return new Line(
                    number,
                    group,
                    line[..equals].TrimEnd(Blanks).ToString(),
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

    private static string Spell(NativeValue value, bool lastEnds) =>
        value.Type == NativeType.List ? JoinList(value.Items, lastEnds) : Escape(value.Content);

    private static string Escape(string value)
    {
        var raw = value
            .Replace("\\", @"\\", StringComparison.Ordinal)
            .Replace("\n", @"\n", StringComparison.Ordinal)
            .Replace("\r", @"\r", StringComparison.Ordinal);
        return raw.StartsWith('\f')
                ? throw new SettingsFileException(
                    "A key file has no way to write a value that begins with a form feed."
                )
            : raw.StartsWith(' ') ? @"\s" + raw[1..]
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

    /// <summary>A list with ';' after each item; after the last one only where the file has it so.</summary>
    private static string JoinList(ImmutableArray<string> items, bool lastEnds)
    {
        var joined = string.Concat(
            items.Select(item => Escape(item).Replace(";", @"\;", StringComparison.Ordinal) + ";")
        );
        return lastEnds || items is [] or [.., ""] ? joined : joined[..^1];
    }

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
