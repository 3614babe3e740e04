using System.Collections.Immutable;
using Furoshiki.Core.Fitting;
using Furoshiki.Core.Looks;

namespace Furoshiki.Core.Advice;

/// <summary>A check. It is one file, and one line in <see cref="All"/>.</summary>
/// <param name="Name">Its name, with which the keys of its advice begin.</param>
/// <param name="Find">What it finds.</param>
public sealed record AdviceCheck(string Name, Func<AdviceGround, IEnumerable<PieceOfAdvice>> Find)
{
    /// <summary>Whether it looks at the wallpaper, so that each of the pictures that lie there in turn is judged.</summary>
    public bool LooksAtWallpaper { get; init; }

    /// <summary>All checks.</summary>
    public static ImmutableArray<AdviceCheck> All { get; } =
    [
        ReadableText.Check,
        ReadThrough.Check,
        ReadableLabels.Check,
        SeenFocus.Check,
        ToldApart.Check,
        OneTone.Check,
        EveryToolkit.Check,
        NearVariants.Check,
        OneEdge.Check,
        KeptApart.Check,
        QuietPlace.Check,
        SeenEdges.Check,
        WellSet.Check,
        OwnSizes.Check,
        NightLight.Check,
        Costs.Check,
    ];

    /// <summary>
    /// All advice for a look, the gravest first. A remedy is offered only where it settles its own advice and brings no other that weighs as
    /// much.
    /// </summary>
    /// <exception cref="OperationCanceledException">Nobody waits for it any more.</exception>
    public static ImmutableArray<PieceOfAdvice> For(AdviceGround ground)
    {
        var found = FindAll(ground);
        var known = found.ToDictionary(one => one.Key, one => one.Weight);
        return
        [
            .. found
                .AsParallel()
                .AsOrdered()
                .WithCancellation(ground.Gone)
                .Select(piece =>
                    piece with
                    {
                        Remedies = piece
                            .Remedies.Where(remedy => IsGood(remedy, piece, ground, known))
                            .ToImmutableArray(),
                    }
                )
                .AsSequential()
                .OrderBy(piece => piece.Weight),
        ];
    }

    /// <summary>The same without what would settle it, which is most of the work.</summary>
    /// <exception cref="OperationCanceledException">Nobody waits for it any more.</exception>
    public static ImmutableArray<PieceOfAdvice> Found(AdviceGround ground) =>
        [
            .. FindAll(ground)
                .Select(piece => piece with { Remedies = [] })
                .OrderBy(piece => piece.Weight),
        ];

    private static List<PieceOfAdvice> FindAll(AdviceGround ground) =>
        [
            .. All.AsParallel()
                .AsOrdered()
                .WithCancellation(ground.Gone)
                .SelectMany(check => check.FindIn(ground)),
        ];

    private static bool IsGood(
        AdviceRemedy remedy,
        PieceOfAdvice piece,
        AdviceGround ground,
        Dictionary<string, AdviceWeight> known
    )
    {
        var taken = StepTaker.Take(
            new FittedLook(ground.Look, PartMaps.Of(default)),
            remedy.Step,
            default
        );
        return taken.Idle.IsEmpty
            && FindAll(ground with { Look = taken.After.Look })
                .All(after =>
                    after.Key != piece.Key
                    && (
                        after.Weight > piece.Weight
                        || after.Weight == AdviceWeight.Told
                        || (known.TryGetValue(after.Key, out var before) && after.Weight >= before)
                    )
                );
    }

    /// <summary>What it finds with any of the pictures that lie behind a look, with the name of the one that it is found with.</summary>
    private IEnumerable<PieceOfAdvice> FindIn(AdviceGround ground)
    {
        var inTurn = LooksAtWallpaper ? ground.InTurn().ToList() : [];
        return inTurn.Count == 0
            ? Find(ground)
            : inTurn
                .SelectMany(one => Find(one.Ground).Select(piece => (one.Picture, Piece: piece)))
                .GroupBy(one => one.Piece.Key)
                .Select(same =>
                {
                    var (picture, worst) = same.MinBy(one => one.Piece.Weight);
                    var isAlways =
                        same.Count() == inTurn.Count
                        && same.All(one => one.Piece.Found == worst.Found);
                    return worst with
                    {
                        Found = isAlways ? worst.Found : $"With {picture}: {worst.Found}",
                        Remedies = same.SelectMany(one => one.Piece.Remedies)
                            .DistinctBy(remedy => remedy.Title),
                    };
                });
    }
}
