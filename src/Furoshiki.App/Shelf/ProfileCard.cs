using Furoshiki.App.Saving;

namespace Furoshiki.App.Shelf;

/// <summary>How a look stands to a desktop.</summary>
public enum ReadinessState
{
    /// <summary>It is on, exactly.</summary>
    On,

    /// <summary>What is on is the same in all its parts, though it was not put on.</summary>
    Same,

    /// <summary>It was put on last, and parts changed since.</summary>
    Drifted,

    /// <summary>It can be put on.</summary>
    Ready,

    /// <summary>It can be put on, but for what has no match on the desktop.</summary>
    Partly,

    /// <summary>Some of its parts cannot be put on.</summary>
    Cannot,
}

/// <summary>How a look stands to a desktop, with the words for it.</summary>
public sealed record ReadinessView(ReadinessState State, string Words);

/// <summary>A profile on the shelf, by its last saving.</summary>
/// <param name="Ordinal">The saving's number in words, such as "4th".</param>
/// <param name="IsDark">Whether it is a dark one; null if it has no colours.</param>
/// <param name="Distance">How many parts differ from what is on now.</param>
/// <param name="Screenshot">Where the screenshot is that is its picture; null if the drawing is.</param>
/// <param name="FoundBy">
/// What of the look a search found it by, in words; none where it was found by what is said of it, or was not sought.
/// </param>
public sealed record ProfileCard(
    long Id,
    ProfileForm Profile,
    long SavingId,
    string Ordinal,
    string Look,
    bool? IsDark,
    int Parts,
    ReadinessView Readiness,
    int Distance,
    IReadOnlyList<string> Supplies,
    DateTime? LastOn,
    string? Screenshot,
    IReadOnlyList<string> FoundBy
);
