using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;

namespace Furoshiki.App.Fitting;

/// <summary>A fitting in a list.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Name">Its name.</param>
/// <param name="Look">Digest of the look that it comes to.</param>
/// <param name="Base">What it begins with, in words.</param>
/// <param name="Steps">How many steps are taken.</param>
/// <param name="ChangedAt">When it was changed last (UTC).</param>
public sealed record FittingLine(
    long Id,
    string Name,
    string Look,
    string Base,
    int Steps,
    DateTime ChangedAt
);

/// <summary>What a fitting begins with.</summary>
/// <param name="Ref">How that look is named: "now", "saving-18", "state-3", "fitting-2" or "nothing".</param>
/// <param name="Name">What people call it.</param>
/// <param name="Moved">The parts in which now is no longer as it was when the fitting began with it, in words; none where it is.</param>
/// <param name="Next">As what it can be saved beside a new profile; null where it does not begin with a saving that is still there.</param>
public sealed record FittingBaseView(
    string Ref,
    string Name,
    IReadOnlyList<string> Moved,
    NextSavingView? Next
);

/// <summary>The next saving of a profile.</summary>
/// <param name="Profile">The profile's number.</param>
/// <param name="Name">Its name.</param>
/// <param name="Ordinal">Which saving it would be, as in "5th".</param>
public sealed record NextSavingView(long Profile, string Name, string Ordinal);

/// <summary>A step of a fitting.</summary>
/// <param name="Number">Its number.</param>
/// <param name="Title">What it is, in a few words.</param>
/// <param name="Changes">What it changes, each in words.</param>
/// <param name="IsOut">Whether it is left out.</param>
/// <param name="Idle">What of it does not apply, in sentences.</param>
public sealed record FittingStepView(
    int Number,
    string Title,
    IReadOnlyList<string> Changes,
    bool IsOut,
    IReadOnlyList<string> Idle
);

/// <summary>A setting of a part that is being fitted.</summary>
/// <param name="Key">The setting: "thickness", or "main/thickness" for one of an item.</param>
/// <param name="Name">Its name among those of the kind.</param>
/// <param name="Item">The item that it belongs to; null for the whole.</param>
/// <param name="Words">The value with its unit, in words; empty where it is not set.</param>
/// <param name="Value">The value as it is written in looks; the default where it is not set, and empty for a list.</param>
/// <param name="Items">The texts of a list; none for anything else.</param>
/// <param name="IsSet">Whether it is set.</param>
/// <param name="IsChanged">Whether it is another than in what the fitting begins with.</param>
/// <param name="HasChoices">Whether what it names, or what its list is of, can be chosen: it stands on the desktop, could be got for it, or is known.</param>
/// <param name="TakesPicture">Whether it names a picture, which can be one of the person's own.</param>
/// <param name="Held">What the desktop makes of it where it cannot hold it as it is, in a sentence; empty where it can.</param>
public sealed record FittedSetting(
    string Key,
    string Name,
    string? Item,
    string Words,
    string Value,
    IReadOnlyList<string> Items,
    bool IsSet,
    bool IsChanged,
    bool HasChoices,
    bool TakesPicture,
    string Held
);

/// <summary>A part that is being fitted, or that the look could have.</summary>
/// <param name="Kind">Its kind.</param>
/// <param name="Title">The kind's name for people.</param>
/// <param name="Group">Where people look for it.</param>
/// <param name="Words">The part in words; empty where the look has none.</param>
/// <param name="Swatches">The colours that tell it, where it has any.</param>
/// <param name="IsThere">Whether the look has it.</param>
/// <param name="IsChanged">Whether it is another than in what the fitting begins with.</param>
/// <param name="Items">Its items, in their order.</param>
/// <param name="Settings">All settings that it can have: of the whole, then of each item.</param>
/// <param name="Held">Why the desktop cannot have such a part, in a sentence; empty where it can.</param>
public sealed record FittedPartView(
    string Kind,
    string Title,
    PartGroup Group,
    string Words,
    IReadOnlyList<string> Swatches,
    bool IsThere,
    bool IsChanged,
    IReadOnlyList<string> Items,
    IReadOnlyList<FittedSetting> Settings,
    string Held
);

/// <summary>A fitting.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Name">Its name.</param>
/// <param name="Desktop">The number of the desktop that it is for.</param>
/// <param name="Revision">Another number after each change.</param>
/// <param name="Look">Digest of the look that it comes to.</param>
/// <param name="Base">What it begins with.</param>
/// <param name="Steps">The last steps, in their order.</param>
/// <param name="StepCount">How many steps there are.</param>
/// <param name="Undo">What would be undone, in words; null for nothing.</param>
/// <param name="Redo">What would be done again, in words; null for nothing.</param>
/// <param name="Parts">Every part that the look has, or could have on the desktop.</param>
/// <param name="Scenes">What can be shown of it.</param>
public sealed record FittingView(
    long Id,
    string Name,
    long Desktop,
    long Revision,
    string Look,
    FittingBaseView Base,
    IReadOnlyList<FittingStepView> Steps,
    int StepCount,
    string? Undo,
    string? Redo,
    IReadOnlyList<FittedPartView> Parts,
    IReadOnlyList<NamedScene> Scenes
);
