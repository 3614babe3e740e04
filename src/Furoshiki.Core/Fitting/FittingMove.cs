using System.Collections.Immutable;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;

namespace Furoshiki.Core.Fitting;

/// <summary>One thing that a person did to a fitting, which can be undone. The cases are closed.</summary>
public abstract record FittingMove
{
    private FittingMove() { }

    /// <summary>Begins with a look, or puts another one under the steps.</summary>
    /// <param name="Of">How that look is named: "now", "saving-18", "state-3", or "nothing".</param>
    /// <param name="Name">What people call it.</param>
    /// <param name="Look">The look as it was then.</param>
    public sealed record Base(string Of, string Name, FittedLook Look) : FittingMove
    {
        /// <summary>The number of the saving that it is; null if it is none.</summary>
        public long? Saving => LookRef.Saving(Of);
    }

    /// <summary>Takes a step.</summary>
    /// <param name="Taken">The step.</param>
    public sealed record Step(FittingStep Taken) : FittingMove;

    /// <summary>Leaves a step out, or takes it in again.</summary>
    /// <param name="Number">The step's number.</param>
    /// <param name="IsOut">Whether it is out from then on.</param>
    public sealed record Leave(int Number, bool IsOut) : FittingMove;

    /// <summary>Something that a newer version of the product did, or that is damaged: it is kept, and does nothing here.</summary>
    public sealed record Unknown : FittingMove;
}

/// <summary>A step as it stands in a fitting.</summary>
/// <param name="Number">Its number, which it keeps.</param>
/// <param name="Step">The step.</param>
/// <param name="IsOut">Whether it is left out.</param>
/// <param name="Before">The look before it.</param>
/// <param name="After">The look with it; the same as before if it is left out.</param>
/// <param name="Idle">What of it does not apply, in sentences.</param>
public sealed record StepStand(
    int Number,
    FittingStep Step,
    bool IsOut,
    FittedLook Before,
    FittedLook After,
    ImmutableArray<string> Idle
);

/// <summary>What a fitting comes to.</summary>
/// <param name="Base">What it begins with.</param>
/// <param name="Steps">The steps, each as it stands, by their numbers.</param>
/// <param name="Map">Digest of the map of the desktop for which it is.</param>
public sealed record FittingState(
    FittingMove.Base Base,
    ImmutableSortedDictionary<int, StepStand> Steps,
    Digest Map
)
{
    /// <summary>The look with all steps that are not left out.</summary>
    public FittedLook Look => Steps.IsEmpty ? Base.Look : Steps[Steps.Keys.Max()].After;

    /// <summary>What some moves come to.</summary>
    /// <param name="moves">The moves, in their order; the first one begins. The number of a step is that of its move, from 0.</param>
    /// <param name="map">Digest of the map of the desktop for which the look is fitted.</param>
    public static FittingState Of(IReadOnlyList<FittingMove> moves, Digest map)
    {
        var begin =
            moves.OfType<FittingMove.Base>().LastOrDefault()
            ?? new FittingMove.Base(
                LookRef.Nothing,
                "nothing, since what it began with is damaged",
                new FittedLook(Looks.Look.Of([]), PartMaps.Of(map))
            );
        var leaves = moves
            .Where((move, i) => move is FittingMove.Leave leave && leave.Number < i)
            .Cast<FittingMove.Leave>()
            .GroupBy(leave => leave.Number)
            .ToDictionary(one => one.Key, one => one.Last().IsOut);
        var state = new FittingState(begin, ImmutableSortedDictionary<int, StepStand>.Empty, map);
        var steps = state.Steps.ToBuilder();
        var look = begin.Look;
        foreach (var (number, move) in moves.Index())
            if (StepOf(move, number) is { } step)
            {
                var stand = Take(look, number, step, leaves.GetValueOrDefault(number), map);
                steps[number] = stand;
                look = stand.After;
            }
        return state with { Steps = steps.ToImmutable() };
    }

    /// <summary>The step that a move is; null if it is none. What cannot be read stands among the steps, unless it was to begin.</summary>
    private static FittingStep? StepOf(FittingMove move, int number) =>
        move switch
        {
            FittingMove.Step step => step.Taken,
            FittingMove.Unknown when number > 0 => FittingStep.Unread,
            _ => null,
        };

    /// <summary>With one step more.</summary>
    /// <param name="number">The number of its move.</param>
    /// <param name="step">The step.</param>
    public FittingState With(int number, FittingStep step) =>
        this with
        {
            Steps = Steps.SetItem(number, Take(Look, number, step, isOut: false, Map)),
        };

    private static StepStand Take(
        FittedLook before,
        int number,
        FittingStep step,
        bool isOut,
        Digest map
    )
    {
        if (isOut)
            return new StepStand(number, step, true, before, before, []);
        var result = StepTaker.Take(before, step, map);
        return new StepStand(number, step, false, before, result.After, result.Idle);
    }
}
