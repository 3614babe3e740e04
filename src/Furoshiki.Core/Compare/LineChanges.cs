using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using System.Text.Unicode;
using DiffPlex;
using DiffPlex.DiffBuilder;
using DiffPlex.DiffBuilder.Model;

namespace Furoshiki.Core.Compare;

/// <summary>What became of a line.</summary>
public enum LineChange
{
    /// <summary>It is in both texts.</summary>
    Same,

    /// <summary>It is in the second text only.</summary>
    Added,

    /// <summary>It is in the first text only.</summary>
    Removed,

    /// <summary>Lines that are the same are left out here; the text says how many.</summary>
    LeftOut,
}

/// <summary>A line of two texts that are compared.</summary>
/// <param name="Change">What became of it.</param>
/// <param name="Text">It, without its end.</param>
public sealed record ChangedLine(LineChange Change, string Text);

/// <summary>Compares texts line by line.</summary>
public static class LineChanges
{
    /// <summary>Longest text that is compared, in bytes.</summary>
    public const int Longest = 512 * 1024;

    private const int Context = 2;

    /// <summary>
    /// The lines that differ, with two lines around them. None is changed where only line ends differ.
    /// </summary>
    /// <param name="before">The first text in UTF-8.</param>
    /// <param name="after">The second text in UTF-8.</param>
    /// <returns>The lines; null where one of the two is no text, or is too long.</returns>
    public static ImmutableArray<ChangedLine>? Between(byte[] before, byte[] after)
    {
        if (TextOf(before) is not { } from || TextOf(after) is not { } to)
            return null;
        var lines = InlineDiffBuilder
            .Diff(from, to, ignoreWhiteSpace: false, ignoreCase: false, new Lines())
            .Lines.Select(line => new ChangedLine(ChangeOf(line.Type), line.Text))
            .ToList();
        return [.. AroundChanges(lines)];
    }

    /// <summary>Lines as editors count them: behind the end of the last one no other begins, and a text without a byte has none.</summary>
    private sealed class Lines : IChunker
    {
        public IReadOnlyList<string> Chunk(string text) =>
            text.Length == 0
                ? []
                : WithoutEnd(text).Split(["\r\n", "\n", "\r"], StringSplitOptions.None);

        private static string WithoutEnd(string text) =>
            text.EndsWith("\r\n", StringComparison.Ordinal) ? text[..^2]
            : text.EndsWith('\n') || text.EndsWith('\r') ? text[..^1]
            : text;
    }

    private static string? TextOf(byte[] bytes) =>
        bytes.Length <= Longest && !bytes.Contains((byte)0) && Utf8.IsValid(bytes)
            ? Encoding.UTF8.GetString(bytes)
            : null;

    private static LineChange ChangeOf(ChangeType type) =>
        type switch
        {
            ChangeType.Inserted => LineChange.Added,
            ChangeType.Deleted => LineChange.Removed,
            _ => LineChange.Same,
        };

    private static IEnumerable<ChangedLine> AroundChanges(List<ChangedLine> lines)
    {
        var near = new bool[lines.Count];
        for (var at = 0; at < lines.Count; at++)
            if (lines[at].Change != LineChange.Same)
                for (
                    var one = Math.Max(0, at - Context);
                    one <= Math.Min(lines.Count - 1, at + Context);
                    one++
                )
                    near[one] = true;
        for (var at = 0; at < lines.Count; at++)
        {
            if (near[at])
            {
                yield return lines[at];
                continue;
            }
            var from = at;
            while (at + 1 < lines.Count && !near[at + 1])
                at++;
            yield return new ChangedLine(
                LineChange.LeftOut,
                (at - from + 1).ToString(CultureInfo.InvariantCulture)
            );
        }
    }
}
