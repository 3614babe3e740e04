using System.Text;
using System.Text.Json;

namespace Furoshiki.Core.Formats;

/// <summary>A text is not JSON. Nothing was changed.</summary>
/// <param name="line">The line to look at, from 1.</param>
/// <param name="reason">What is wrong there, in a sentence.</param>
public sealed class JsonSyntaxException(int line, string reason)
    : SettingsFileException($"The file is not JSON. Line {line}: {reason}")
{
    /// <summary>The line to look at, from 1.</summary>
    public int Line { get; } = line;

    /// <summary>What is wrong there, in a sentence.</summary>
    public string Reason { get; } = reason;
}

/// <summary>
/// Tells where a text that is not JSON went wrong. A reader of JSON notices a bracket that is missing at the end of the text only; people
/// indent, so the first line that closes what a line of another indent has opened tells which one it was.
/// </summary>
internal static class JsonSyntax
{
    /// <summary>A bracket that opened something.</summary>
    /// <param name="Sign">Which.</param>
    /// <param name="Line">Its line, from 1.</param>
    /// <param name="Indent">How many characters stand before the first of its line.</param>
    private sealed record Opened(char Sign, int Line, int Indent)
    {
        public char Closes => Sign == '{' ? '}' : ']';
    }

    /// <summary>What is wrong with a text that a reader refused.</summary>
    public static JsonSyntaxException ProblemOf(ReadOnlySpan<byte> json, JsonException refused)
    {
        var line = (int)(refused.LineNumber ?? 0) + 1;
        return OfBrackets(Encoding.UTF8.GetString(json)) is var (seen, found) && seen < line
            ? found
            : new JsonSyntaxException(
                line,
                "Here, or at the end of the line before, something is missing or too much, such as a comma, a bracket or a quotation mark."
            );
    }

    /// <summary>What is wrong with the brackets, and the last line before that on which a reader has to see it; null if nothing is.</summary>
    private static (int Seen, JsonSyntaxException Problem)? OfBrackets(string text)
    {
        var open = new Stack<Opened>();
        (int Seen, JsonSyntaxException Problem)? suspect = null;
        var (line, indent, isBlank) = (1, 0, true);
        for (var i = 0; i < text.Length; i++)
        {
            var sign = text[i];
            if (sign == '\n')
            {
                (line, indent, isBlank) = (line + 1, 0, true);
                continue;
            }
            if (isBlank && sign is ' ' or '\t')
                indent++;
            if (sign == '"')
            {
                if (EndOfString(text, i) is not { } end)
                    return (
                        line - 1,
                        new JsonSyntaxException(line, "A text begins here and does not end.")
                    );
                i = end;
            }
            else if (sign == '/' && i + 1 < text.Length && text[i + 1] is '/' or '*')
            {
                i = EndOfComment(text, i, out var lines);
                line += lines;
            }
            else if (sign is '{' or '[')
                open.Push(new Opened(sign, line, indent));
            else if (sign is '}' or ']')
            {
                if (!open.TryPop(out var opened))
                    return suspect
                        ?? (
                            line,
                            new JsonSyntaxException(
                                line,
                                $"This '{sign}' closes nothing: what it should close was never opened."
                            )
                        );
                if (isBlank && opened.Line < line && opened.Indent != indent)
                    suspect ??= (line, NeverClosed(opened));
                if (opened.Closes != sign)
                    return suspect ?? (line, NeverClosed(opened));
            }
            isBlank = isBlank && char.IsWhiteSpace(sign);
        }
        return open.TryPeek(out var last) ? suspect ?? (line - 1, NeverClosed(last)) : null;
    }

    private static JsonSyntaxException NeverClosed(Opened opened) =>
        new(
            opened.Line,
            $"What '{opened.Sign}' opens here is not closed where it should be: a '{opened.Closes}' is missing."
        );

    /// <summary>The quotation mark that ends a string; null if its line ends first.</summary>
    private static int? EndOfString(string text, int start)
    {
        for (var i = start + 1; i < text.Length && text[i] != '\n'; i++)
            if (text[i] == '\\')
                i++;
            else if (text[i] == '"')
                return i;
        return null;
    }

    private static int EndOfComment(string text, int start, out int lines)
    {
        var isLine = text[start + 1] == '/';
        var end = text.IndexOf(isLine ? "\n" : "*/", start + 2, StringComparison.Ordinal);
        var last =
            end < 0 ? text.Length - 1
            : isLine ? end - 1
            : end + 1;
        lines = text.AsSpan(start, last - start + 1).Count('\n');
        return last;
    }
}
