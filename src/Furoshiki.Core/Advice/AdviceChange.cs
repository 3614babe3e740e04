namespace Furoshiki.Core.Advice;

/// <summary>What becomes of a piece of advice when one look takes the place of another.</summary>
public enum AdviceChange
{
    /// <summary>It holds of the new look alone.</summary>
    Added,

    /// <summary>It holds of the old look alone.</summary>
    Settled,

    /// <summary>It holds of both.</summary>
    Left,
}

/// <summary>Holds the advice for two looks against each other.</summary>
public static class AdviceChanges
{
    /// <summary>All advice for both looks, each piece once: what is added, what is settled, and what is left as the new look has it.</summary>
    /// <param name="before">The advice for the look that goes.</param>
    /// <param name="after">The advice for the look that comes.</param>
    public static IEnumerable<(AdviceChange Change, PieceOfAdvice Piece)> Between(
        IReadOnlyList<PieceOfAdvice> before,
        IReadOnlyList<PieceOfAdvice> after
    )
    {
        var (old, fresh) = (KeysOf(before), KeysOf(after));
        return after
            .Select(piece =>
                (Change: old.Contains(piece.Key) ? AdviceChange.Left : AdviceChange.Added, piece)
            )
            .Concat(
                before
                    .Where(piece => !fresh.Contains(piece.Key))
                    .Select(piece => (Change: AdviceChange.Settled, piece))
            )
            .OrderBy(one => one.Change);
    }

    private static HashSet<string> KeysOf(IEnumerable<PieceOfAdvice> all) =>
        all.Select(piece => piece.Key).ToHashSet();
}
