namespace Furoshiki.Core.Words;

/// <summary>Finds what two lists have in common.</summary>
public static class CommonOrder
{
    /// <summary>The entries that both lists have in the same order, as many as there can be: a longest common subsequence.</summary>
    /// <param name="one">The one list.</param>
    /// <param name="other">The other.</param>
    public static IReadOnlyList<string> Of(IReadOnlyList<string> one, IReadOnlyList<string> other)
    {
        var length = new int[one.Count + 1, other.Count + 1];
        for (var i = one.Count - 1; i >= 0; i--)
        for (var j = other.Count - 1; j >= 0; j--)
            length[i, j] =
                one[i] == other[j]
                    ? 1 + length[i + 1, j + 1]
                    : Math.Max(length[i + 1, j], length[i, j + 1]);
        var common = new List<string>();
        for (int i = 0, j = 0; i < one.Count && j < other.Count; )
            if (one[i] == other[j])
            {
                common.Add(one[i]);
                (i, j) = (i + 1, j + 1);
            }
            else if (length[i + 1, j] >= length[i, j + 1])
                i++;
            else
                j++;
        return common;
    }
}
