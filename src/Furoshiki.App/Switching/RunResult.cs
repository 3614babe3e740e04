using Furoshiki.App.Planning;
using Furoshiki.App.Views;

namespace Furoshiki.App.Switching;

/// <summary>Who asked for a switch.</summary>
public enum SwitchedBy
{
    /// <summary>A person, on a page.</summary>
    Person,

    /// <summary>The command.</summary>
    Command,

    /// <summary>It was not noted by the version of then.</summary>
    NotNoted,
}

/// <summary>What became of a part.</summary>
public enum PartOutcome
{
    /// <summary>It is on.</summary>
    Taken,

    /// <summary>It is written, and shows later.</summary>
    Waiting,

    /// <summary>It is not on.</summary>
    NotTaken,
}

/// <summary>What became of a part, and why in words.</summary>
public sealed record PartResult(string Kind, string Title, PartOutcome Outcome, string Words);

/// <summary>How a switch ended.</summary>
/// <param name="Switched">Whether every file is as planned.</param>
/// <param name="Problem">Why it is not; null if it is.</param>
/// <param name="Unharmed">How the desktop stands, in a sentence.</param>
/// <param name="SafeState">The safe state that was made before it; null if it came to none.</param>
/// <param name="NotLookedAt">What was not looked at, since it cannot be held.</param>
public sealed record RunResult(
    bool Switched,
    string? Problem,
    string Unharmed,
    long? SafeState,
    IReadOnlyList<PartResult> Parts,
    IReadOnlyList<PlaceView> NotLookedAt
)
{
    /// <summary>Whether it was broken off and is not ended yet: it is neither as planned nor as before, and is tried again.</summary>
    public bool IsUnfinished { get; init; }

    /// <summary>What of the look was left out, and stays as it was.</summary>
    public IReadOnlyList<LeftOutView> LeftOut { get; init; } = [];

    /// <summary>A switch that did not come about.</summary>
    public static RunResult Not(string problem, string unharmed, long? safeState = null) =>
        new(false, problem, unharmed, safeState, [], []);
}
