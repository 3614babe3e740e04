using System.Collections.Immutable;
using Furoshiki.Core.Content;

namespace Furoshiki.Core.Formats;

/// <summary>
/// An X resource file (X Window System, "Xlib, C Language X Interface", 15.1): "name: value" lines, whose names may have the
/// wildcards '*' and '?', comments that start with '!', directives that start with '#', a backslash before a line end that
/// carries the value on. An address is a name as the file has it, wildcards and all.
/// </summary>
public sealed class ResourceFileDocument : SettingsDocument
{
    private readonly string _text;
    private readonly ImmutableArray<Entry> _entries;

    private ResourceFileDocument(string text)
    {
        _text = text;
        _entries = [.. Entries(text)];
    }

    private sealed record Entry(
        string Name,
        int Number,
        int Start,
        int ValueStart,
        int ValueEnd,
        int NextStart
    );

    /// <summary>The format by which desktop maps ask for resource files.</summary>
    public static SettingsFormat Format { get; } =
        new(
            "resource file",
            Open,
            path =>
                path.Length > 0 && !path.Any(c => char.IsWhiteSpace(c) || c is ':' or '!' or '#')
                    ? null
                    : "it is no name of a resource"
        );

    /// <summary>Reads a resource file. A line that is none of a resource file's is kept and means nothing, as in X.</summary>
    public static SettingsDocument Open(ReadOnlyMemory<byte> bytes) =>
        new ResourceFileDocument(LosslessText.FromBytes(bytes.Span));

    /// <inheritdoc />
    public override ReadOnlyMemory<byte> Bytes => LosslessText.ToBytes(_text);

    /// <inheritdoc />
    public override NativeValue? Get(Address address)
    {
        if (Find(address) is not { } entry)
            return null;
        var bytes = Unescape(LosslessText.ToBytes(_text[entry.ValueStart..entry.ValueEnd]));
        return NativeValue.Untyped(Utf8Text.Checked(LosslessText.FromBytes(bytes)), []);
    }

    /// <inheritdoc />
    public override SettingsDocument Set(Address address, NativeValue value)
    {
        var raw = Escape(value.SingleContent());
        if (Find(address) is { } entry)
            return new ResourceFileDocument(
                string.Concat(_text.AsSpan(0, entry.ValueStart), raw, _text.AsSpan(entry.ValueEnd))
            );
        var end = _text.Contains("\r\n", StringComparison.Ordinal) ? "\r\n" : "\n";
        var missingEnd = _text.Length > 0 && _text[^1] != '\n' ? end : "";
        return new ResourceFileDocument($"{_text}{missingEnd}{address.Path}: {raw}{end}");
    }

    /// <inheritdoc />
    public override SettingsDocument Remove(Address address) =>
        Find(address) is { } entry
            ? new ResourceFileDocument(_text.Remove(entry.Start, entry.NextStart - entry.Start))
            : this;

    private Entry? Find(Address address)
    {
        if (address.List is not null)
            throw NoLists();
        var found = _entries.Where(entry => entry.Name == address.Path).Take(2).ToList();
        return found.Count < 2
            ? found.FirstOrDefault()
            : throw new SettingsFileException(
                $"The resource '{address.Path}' stands twice, in lines {found[0].Number} and {found[1].Number}."
            );
    }

    private static IEnumerable<Entry> Entries(string text)
    {
        var (start, number) = (0, 1);
        while (start < text.Length)
        {
            var (end, next, lines) = LogicalLine(text, start, isPlain: text[start] is '!' or '#');
            var colon = text.IndexOf(':', start, end - start);
            if (text[start] is not ('!' or '#') && colon > start)
            {
                var valueStart = StartOfValue(text, colon + 1, end);
                var name = text[start..colon].Trim();
                if (name.Length > 0)
                    yield return new Entry(name, number, start, valueStart, end, next);
            }
            (start, number) = (next, number + lines);
        }
    }

    /// <summary>Where a value starts: after all blanks, also those of lines that are carried on before anything stands there.</summary>
    private static int StartOfValue(string text, int from, int end)
    {
        while (true)
        {
            while (from < end && text[from] is ' ' or '\t')
                from++;
            var carried = text.AsSpan(from, end - from) switch
            {
                ['\\', '\n', ..] => 2,
                ['\\', '\r', '\n', ..] => 3,
                _ => 0,
            };
            if (carried == 0)
                return from;
            from += carried;
        }
    }

    /// <summary>A line with those that carry it on: where its text ends, where the next starts, how many lines it is.</summary>
    private static (int End, int Next, int Lines) LogicalLine(string text, int start, bool isPlain)
    {
        var (from, lines) = (start, 0);
        while (true)
        {
            lines++;
            var feed = text.IndexOf('\n', from);
            if (feed < 0)
                return (text.Length, text.Length, lines);
            var end = feed > start && text[feed - 1] == '\r' ? feed - 1 : feed;
            var backslashes = 0;
            while (end - backslashes > start && text[end - 1 - backslashes] == '\\')
                backslashes++;
            if (isPlain || backslashes % 2 == 0)
                return (end, feed + 1, lines);
            from = feed + 1;
        }
    }

    private static string Escape(string value)
    {
        var raw = value
            .Replace("\\", @"\\", StringComparison.Ordinal)
            .Replace("\n", @"\n", StringComparison.Ordinal)
            .Replace("\r", @"\015", StringComparison.Ordinal);
        return raw.StartsWith(' ') || raw.StartsWith('\t') ? "\\" + raw : raw;
    }

    /// <summary>
    /// A value's bytes: three octal digits after a backslash are one of them, of which what is beyond 8 bits goes, and a backslash before
    /// anything else that means nothing is left out, as Xlib reads them.
    /// </summary>
    private static byte[] Unescape(ReadOnlySpan<byte> raw)
    {
        var value = new List<byte>(raw.Length);
        for (var i = 0; i < raw.Length; i++)
        {
            if (raw[i] != '\\')
            {
                value.Add(raw[i]);
                continue;
            }
            if (i + 1 == raw.Length)
                break;
            var rest = raw[++i..];
            if (rest.StartsWith("\r\n"u8))
                i++;
            else if (rest.Length >= 3 && IsOctal(rest[..3]))
            {
                value.Add((byte)((rest[0] - '0') * 64 + (rest[1] - '0') * 8 + rest[2] - '0'));
                i += 2;
            }
            else if (rest[0] == 'n')
                value.Add((byte)'\n');
            else if (rest[0] != '\n')
                value.Add(rest[0]);
        }
        return [.. value];
    }

    private static bool IsOctal(ReadOnlySpan<byte> digits) =>
        digits.IndexOfAnyExceptInRange((byte)'0', (byte)'7') < 0;
}
