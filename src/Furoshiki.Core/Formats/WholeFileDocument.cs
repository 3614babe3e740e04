using Furoshiki.Core.Content;

namespace Furoshiki.Core.Formats;

/// <summary>
/// A file that holds one value and nothing else, such as a name on a line of its own. The line end after it is kept. Its
/// address is empty.
/// </summary>
public sealed class WholeFileDocument : SettingsDocument
{
    private readonly string _text;
    private readonly int _end;

    private WholeFileDocument(string text)
    {
        _text = text;
        _end =
            text.EndsWith("\r\n", StringComparison.Ordinal) ? text.Length - 2
            : text.EndsWith('\n') ? text.Length - 1
            : text.Length;
    }

    /// <summary>The format by which desktop maps ask for such files.</summary>
    public static SettingsFormat Format { get; } =
        new(
            "whole file",
            bytes => new WholeFileDocument(LosslessText.FromBytes(bytes.Span)),
            path => path.Length == 0 ? null : "a whole file has no addresses but the empty one"
        );

    /// <inheritdoc />
    public override ReadOnlyMemory<byte> Bytes => LosslessText.ToBytes(_text);

    /// <inheritdoc />
    public override NativeValue? Get(Address address) =>
        _end == 0 ? null : NativeValue.Untyped(Utf8Text.Checked(_text[.._end]), []);

    /// <inheritdoc />
    public override SettingsDocument Set(Address address, NativeValue value) =>
        value.SingleContent().AsSpan().ContainsAny('\r', '\n')
            ? throw new SettingsFileException("The file holds one line only.")
            : new WholeFileDocument(value.Content + _text[_end..]);

    /// <inheritdoc />
    public override SettingsDocument Remove(Address address) =>
        new WholeFileDocument(_text[_end..]);
}
