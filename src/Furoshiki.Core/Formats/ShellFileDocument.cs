using System.Collections.Immutable;
using System.Text;
using Furoshiki.Core.Content;

namespace Furoshiki.Core.Formats;

/// <summary>
/// A file of variables in the notation of the POSIX shell (os-release(5), environment files): KEY="value", KEY='value' or
/// KEY=value, an "export" before it allowed. Every other line is kept. An address is the name of a variable.
/// </summary>
/// <remarks>A value that the shell would compute ($, backquotes) is not read: what it is depends on where it runs.</remarks>
public sealed class ShellFileDocument : SettingsDocument
{
    private const string EscapedInQuotes = "\"\\$`";

    private readonly string _text;
    private readonly ImmutableArray<Assignment> _assignments;

    private ShellFileDocument(string text)
    {
        _text = text;
        _assignments = [.. Assignments(text)];
    }

    /// <param name="Name">The variable.</param>
    /// <param name="Number">Its line, from 1.</param>
    /// <param name="Start">Where the line starts.</param>
    /// <param name="ValueStart">Where the value starts, its quote included.</param>
    /// <param name="ValueEnd">Where the value ends, its quote included.</param>
    /// <param name="NextStart">Where the next line starts.</param>
    /// <param name="Value">The value; null if the shell would compute it.</param>
    private sealed record Assignment(
        string Name,
        int Number,
        int Start,
        int ValueStart,
        int ValueEnd,
        int NextStart,
        string? Value
    );

    /// <summary>The format by which desktop maps ask for files of shell variables.</summary>
    public static SettingsFormat Format { get; } =
        new(
            "shell variables",
            Open,
            path => IsName(path) ? null : "it is no name of a shell variable"
        );

    /// <summary>Reads a file of shell variables.</summary>
    /// <exception cref="SettingsFileException">A quoted value has no end.</exception>
    public static SettingsDocument Open(ReadOnlyMemory<byte> bytes) =>
        new ShellFileDocument(LosslessText.FromBytes(bytes.Span));

    /// <inheritdoc />
    public override ReadOnlyMemory<byte> Bytes => LosslessText.ToBytes(_text);

    /// <inheritdoc />
    public override NativeValue? Get(Address address) =>
        Find(address) is not { } found ? null
        : found.Value is null
            ? throw new SettingsFileException(
                $"The shell computes {found.Name} in line {found.Number}, so its value is not in the file."
            )
        : NativeValue.Untyped(Utf8Text.Checked(found.Value), []);

    /// <inheritdoc />
    public override SettingsDocument Set(Address address, NativeValue value)
    {
        var content = value.SingleContent();
        if (Find(address) is { } found)
            return new ShellFileDocument(
                string.Concat(
                    _text.AsSpan(0, found.ValueStart),
                    Quote(content, StyleOf(_text[found.ValueStart..found.ValueEnd])),
                    _text.AsSpan(found.ValueEnd)
                )
            );
        var end = _text.Contains("\r\n", StringComparison.Ordinal) ? "\r\n" : "\n";
        var missingEnd = _text.Length > 0 && _text[^1] != '\n' ? end : "";
        return new ShellFileDocument(
            $"{_text}{missingEnd}{address.Path}={Quote(content, '"')}{end}"
        );
    }

    /// <inheritdoc />
    public override SettingsDocument Remove(Address address) =>
        Find(address) is { } found
            ? new ShellFileDocument(_text.Remove(found.Start, found.NextStart - found.Start))
            : this;

    private Assignment? Find(Address address)
    {
        if (address.List is not null)
            throw NoLists();
        var found = _assignments.Where(one => one.Name == address.Path).Take(2).ToList();
        return found.Count < 2
            ? found.FirstOrDefault()
            : throw new SettingsFileException(
                $"{address.Path} is set twice, in lines {found[0].Number} and {found[1].Number}."
            );
    }

    /// <summary>The quote in which a word is written; a space where it is bare, or made of pieces.</summary>
    private static char StyleOf(string word)
    {
        if (!word.StartsWith('"'))
            return word.StartsWith('\'') ? '\'' : ' ';
        var end = 1;
        while (end < word.Length && word[end] != '"')
            end += word[end] == '\\' ? 2 : 1;
        return end == word.Length - 1 ? '"' : ' ';
    }

    /// <summary>A value in the style that the file has for it: in the one quotes, in the other, or in none.</summary>
    private static string Quote(string value, char style)
    {
        if (style == '\'')
            return $"'{value.Replace("'", @"'\''", StringComparison.Ordinal)}'";
        var isBare = style != '"';
        var text = new StringBuilder();
        foreach (var rune in value.EnumerateRunes())
            _ = rune.Value switch
            {
                // A backslash before a line end would take it out; the empty piece tells this from a quoted value.
                '\n' when isBare => text.Append("\"\n\"''"),
                _ when IsEscaped(rune) => text.Append('\\').Append(rune),
                _ => text.Append(rune),
            };
        return isBare ? text.ToString() : $"\"{text}\"";

        bool IsEscaped(Rune rune) =>
            isBare ? !IsPlain(rune) : rune.IsAscii && EscapedInQuotes.Contains((char)rune.Value);
    }

    private static bool IsPlain(Rune rune) =>
        Rune.IsLetterOrDigit(rune)
        || (rune.IsAscii ? "-._/:@%+,=".Contains((char)rune.Value) : !Rune.IsWhiteSpace(rune));

    private static IEnumerable<Assignment> Assignments(string text)
    {
        var number = 1;
        for (var start = 0; start < text.Length; )
        {
            var found = Read(text, start, number);
            var from = found?.ValueEnd ?? start;
            var feed = text.IndexOf('\n', from);
            var next = feed < 0 ? text.Length : feed + 1;
            if (found is not null)
                yield return found with
                {
                    NextStart = next,
                };
            number += text.AsSpan(start, next - start).Count('\n');
            start = next;
        }
    }

    /// <summary>The assignment at the start of a line; null if the line is another.</summary>
    private static Assignment? Read(string text, int start, int number)
    {
        var at = SkipSpace(text, start);
        if (text.AsSpan(at).StartsWith("export ") || text.AsSpan(at).StartsWith("export\t"))
            at = SkipSpace(text, at + "export ".Length);
        var nameEnd = at;
        while (
            nameEnd < text.Length
            && (char.IsAsciiLetterOrDigit(text[nameEnd]) || text[nameEnd] == '_')
        )
            nameEnd++;
        if (nameEnd == text.Length || text[nameEnd] != '=' || !IsName(text[at..nameEnd]))
            return null;
        var (valueEnd, value) = ReadValue(text, nameEnd + 1, number);
        // A word after it is a command, which alone would get the variable, or is another variable.
        var after = SkipSpace(text, valueEnd);
        if (after < text.Length && text[after] is not ('\r' or '\n' or ';' or '#'))
            value = null;
        return new Assignment(text[at..nameEnd], number, start, nameEnd + 1, valueEnd, 0, value);
    }

    /// <summary>A word of the shell: quoted and bare pieces, one after the other (POSIX, Shell Command Language, 2.2).</summary>
    private static (int End, string? Value) ReadValue(string text, int start, int number)
    {
        var (value, computed, quote) = (new StringBuilder(), false, '\0');
        var i = start;
        for (; i < text.Length; i++)
        {
            var c = text[i];
            if (quote == '\0' && c is ' ' or '\t' or '\r' or '\n' or ';')
                break;
            // Home folders, jobs, pipes and files: the shell makes something else of a word with these.
            computed |=
                quote == '\0'
                && (
                    "&|<>()".Contains(c, StringComparison.Ordinal)
                    || (c == '~' && (i == start || text[i - 1] == ':'))
                );
            if (c is '"' or '\'' && (quote == '\0' || quote == c))
                quote = quote == c ? '\0' : c;
            else if (
                c == '\\'
                && quote != '\''
                && i + 1 < text.Length
                && (
                    quote == '\0'
                    || text[i + 1] is '\n' or '\r'
                    || EscapedInQuotes.Contains(text[i + 1], StringComparison.Ordinal)
                )
            )
            {
                // A line end after a backslash is taken out.
                computed |= text[i + 1] is '\n' or '\r';
                value.Append(text[++i]);
            }
            else
            {
                computed |= c is '$' or '`' && quote != '\'';
                value.Append(c);
            }
        }
        return quote == '\0'
            ? (i, computed ? null : value.ToString())
            : throw new SettingsFileException(
                $"The quote that begins in line {number} has no end."
            );
    }

    private static int SkipSpace(string text, int at)
    {
        while (at < text.Length && text[at] is ' ' or '\t')
            at++;
        return at;
    }

    private static bool IsName(string text) =>
        text.Length > 0
        && !char.IsAsciiDigit(text[0])
        && text.All(c => char.IsAsciiLetterOrDigit(c) || c == '_');
}
