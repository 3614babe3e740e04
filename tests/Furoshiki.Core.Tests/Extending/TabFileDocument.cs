using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;

namespace Furoshiki.Core.Tests.Extending;

/// <summary>A file with a name, a tab and a value in each line. An address is a name.</summary>
public sealed class TabFileDocument : SettingsDocument
{
    private readonly string _text;

    private TabFileDocument(string text) => _text = text;

    /// <summary>The format by which desktop maps ask for such files.</summary>
    public static SettingsFormat Format { get; } =
        new(
            "tab file",
            bytes => new TabFileDocument(LosslessText.FromBytes(bytes.Span)),
            path => path.Length > 0 && !path.Contains('\t') ? null : "it is no name"
        );

    /// <inheritdoc />
    public override ReadOnlyMemory<byte> Bytes => LosslessText.ToBytes(_text);

    /// <inheritdoc />
    public override NativeValue? Get(Address address) =>
        Find(address) is (var from, var to) ? NativeValue.Untyped(_text[from..to], []) : null;

    /// <inheritdoc />
    public override SettingsDocument Set(Address address, NativeValue value)
    {
        var content = value.SingleContent();
        if (content.AsSpan().ContainsAny('\r', '\n'))
            throw new SettingsFileException("A value of this file has no line ends in it.");
        if (Find(address) is (var from, var to))
            return new TabFileDocument(string.Concat(_text[..from], content, _text[to..]));
        var missingEnd = _text.Length > 0 && _text[^1] != '\n' ? "\n" : "";
        return new TabFileDocument($"{_text}{missingEnd}{address.Path}\t{content}\n");
    }

    /// <inheritdoc />
    public override SettingsDocument Remove(Address address)
    {
        if (Find(address) is not (var from, var to))
            return this;
        var start = from - address.Path.Length - 1;
        var end = _text.IndexOf('\n', to) is >= 0 and var feed ? feed + 1 : _text.Length;
        return new TabFileDocument(_text.Remove(start, end - start));
    }

    /// <summary>Where a value begins and ends.</summary>
    private (int From, int To)? Find(Address address)
    {
        var found = new List<(int, int)>();
        for (var start = 0; start < _text.Length; )
        {
            var feed = _text.IndexOf('\n', start) is >= 0 and var at ? at : _text.Length;
            var line = _text[start..feed];
            if (line.StartsWith($"{address.Path}\t", StringComparison.Ordinal))
                found.Add((start + address.Path.Length + 1, start + line.TrimEnd('\r').Length));
            start = feed + 1;
        }
        return found.Count < 2
            ? found.Select(one => ((int, int)?)one).FirstOrDefault()
            : throw new SettingsFileException($"{address.Path} stands there twice.");
    }
}
