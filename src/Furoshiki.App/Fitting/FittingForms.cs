using Furoshiki.Core.Fitting;
using Furoshiki.Core.Parts;

namespace Furoshiki.App.Fitting;

/// <summary>What a fitting begins with.</summary>
/// <param name="Look">The look: "now", "saving-18", "state-3", "fitting-2", "nothing", or as a person names it.</param>
/// <param name="Name">What it is called; null for a name after that look.</param>
public sealed record BeginForm(string Look, string? Name = null);

/// <summary>A value that is set.</summary>
/// <param name="Key">The setting: "thickness", or "main/thickness" for one of an item.</param>
/// <param name="Value">The value, as it is written in looks; null for none.</param>
/// <param name="Items">The texts of a list; null for anything else. With neither, the desktop's own default holds.</param>
public sealed record ValueForm(
    string Key,
    string? Value = null,
    IReadOnlyList<string>? Items = null
);

/// <summary>What all colours of a look are built from.</summary>
/// <param name="Accent">The colour that calls the eye, in CSS.</param>
/// <param name="Ground">The colour whose hue the grounds take, in CSS; null for that of the accent.</param>
/// <param name="Tone">Whether text is dark on light, or light on dark.</param>
public sealed record BuildForm(string Accent, string? Ground, Tone Tone);

/// <summary>What is done to one part.</summary>
/// <param name="Kind">The part's kind.</param>
/// <param name="Set">The values that are set; null for none.</param>
/// <param name="Add">The items that come, by the names that they get; null for none.</param>
/// <param name="Remove">The items that go; null for none.</param>
/// <param name="From">The look from which the part, or some of its settings, are borrowed; null for none.</param>
/// <param name="Keys">The settings that are borrowed, an item as "main/"; null for the whole part.</param>
/// <param name="Get">The package URLs of supplies whose assets are set and are not here yet; null for none.</param>
/// <param name="Build">What all colours are built from; null where they are not.</param>
/// <param name="Place">Where the dock, a panel or a widget goes; null where none does.</param>
/// <param name="Rename">The item that gets another name; null for none.</param>
/// <param name="To">The name that it gets.</param>
/// <param name="Drop">Whether the part goes, so that the look leaves that kind alone.</param>
public sealed record EditForm(
    string Kind,
    IReadOnlyList<ValueForm>? Set = null,
    IReadOnlyList<string>? Add = null,
    IReadOnlyList<string>? Remove = null,
    string? From = null,
    IReadOnlyList<string>? Keys = null,
    IReadOnlyList<string>? Get = null,
    PlaceWanted? Place = null,
    BuildForm? Build = null,
    string? Rename = null,
    string? To = null,
    bool Drop = false
);

/// <summary>A step.</summary>
/// <param name="Edits">What it does, at most one edit a kind.</param>
/// <param name="Title">What it is called; null where what it changes says it best.</param>
/// <param name="Continues">
/// Whether it stands in place of the step before it, if that set the same: a slider that is still being drawn, or arrow keys.
/// </param>
public sealed record StepForm(
    IReadOnlyList<EditForm> Edits,
    string? Title = null,
    bool Continues = false
);
