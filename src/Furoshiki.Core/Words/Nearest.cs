namespace Furoshiki.Core.Words;

/// <summary>Finds what a misspelt word may have meant.</summary>
public static class Nearest
{
    private const int MostSuggestions = 3;

    /// <summary>The words that are nearest to one, the nearest first; none that is far from it.</summary>
    /// <param name="word">The word.</param>
    /// <param name="among">Those that there are.</param>
    public static IReadOnlyList<string> To(string word, IEnumerable<string> among)
    {
        var wanted = PersonsText.KeyOf(word);
        return
        [
            .. among
                .Select(one => (Word: one, Far: Far(wanted, PersonsText.KeyOf(one))))
                .Where(one => one.Far <= Math.Max(1, wanted.Length / 3))
                .OrderBy(one => one.Far)
                .ThenBy(one => one.Word, StringComparer.Ordinal)
                .Select(one => one.Word)
                .Take(MostSuggestions),
        ];

        static int Far(string from, string to) =>
            from.Length >= 3 && to.StartsWith(from, StringComparison.Ordinal)
                ? 0
                : Distance(from, to);
    }

    /// <summary>
    /// How many letters have to be put in, left out, changed, or swapped with their neighbour to make one text of another. Source: the
    /// optimal string alignment distance, after F. J. Damerau, "A technique for computer detection and correction of spelling errors",
    /// Communications of the ACM 7 (3), 1964.
    /// </summary>
    public static int Distance(string from, string to)
    {
        var rows = new int[from.Length + 1, to.Length + 1];
        for (var i = 0; i <= from.Length; i++)
            rows[i, 0] = i;
        for (var j = 0; j <= to.Length; j++)
            rows[0, j] = j;
        for (var i = 1; i <= from.Length; i++)
        for (var j = 1; j <= to.Length; j++)
        {
            var changed = rows[i - 1, j - 1] + (from[i - 1] == to[j - 1] ? 0 : 1);
            rows[i, j] = Math.Min(changed, Math.Min(rows[i - 1, j], rows[i, j - 1]) + 1);
            if (i > 1 && j > 1 && from[i - 1] == to[j - 2] && from[i - 2] == to[j - 1])
                rows[i, j] = Math.Min(rows[i, j], rows[i - 2, j - 2] + 1);
        }
        return rows[from.Length, to.Length];
    }
}
