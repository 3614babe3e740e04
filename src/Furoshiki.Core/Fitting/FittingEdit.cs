using System.Collections.Immutable;
using Furoshiki.Core.Content;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Fitting;

/// <summary>What a step does to one part of a look. The cases are closed.</summary>
public abstract record FittingEdit
{
    private FittingEdit(Kind kind) => Kind = kind;

    /// <summary>The part's kind.</summary>
    public Kind Kind { get; }

    /// <summary>Takes a whole part in place of what is there.</summary>
    /// <param name="Part">The part.</param>
    /// <param name="Map">Digest of the desktop map that it came with.</param>
    public sealed record Whole(Component Part, Digest Map) : FittingEdit(Part.Kind);

    /// <summary>Sets, adds and takes out what a part is made of.</summary>
    /// <param name="Part">The settings with their new values, and the assets that those name.</param>
    /// <param name="Adds">The items among them that come; all other items have to be there.</param>
    /// <param name="Out">
    /// The settings that are taken out, so that the desktop's own default holds; an item is a setting of it without a name.
    /// </param>
    public sealed record Piece(
        Component Part,
        ImmutableArray<string> Adds,
        ImmutableArray<SettingKey> Out
    ) : FittingEdit(Part.Kind)
    {
        /// <summary>Sets some settings, which name no assets.</summary>
        /// <param name="kind">The part's kind.</param>
        /// <param name="settings">The settings with their new values.</param>
        public static Piece Of(
            Kind kind,
            params KeyValuePair<SettingKey, SettingValue>[] settings
        ) => new(Component.Of(kind, settings), [], []);
    }

    /// <summary>Gives an item another name; it stays where it stands.</summary>
    /// <param name="Among">The kind that it is an item of.</param>
    /// <param name="From">Its name.</param>
    /// <param name="To">The name that it gets.</param>
    public sealed record Rename(Kind Among, string From, string To) : FittingEdit(Among);

    /// <summary>Takes a part out: the look leaves that kind alone.</summary>
    /// <param name="Gone">Its kind.</param>
    public sealed record Drop(Kind Gone) : FittingEdit(Gone);
}

/// <summary>One step of a fitting.</summary>
/// <param name="Edits">What it does, at most one edit a kind.</param>
/// <param name="Title">What it is called; empty where what it changes says it best.</param>
public sealed record FittingStep(ImmutableArray<FittingEdit> Edits, string Title = "")
{
    /// <summary>What stands where a move cannot be read: nothing is lost by it, and nothing done.</summary>
    public static FittingStep Unread { get; } =
        new([], "Something that cannot be read")
        {
            Unknown =
            [
                "A newer version did it, or its record is damaged. It does nothing here, and is kept.",
            ],
        };

    /// <summary>Parts of it that this version does not know, in words: they are kept, and do nothing.</summary>
    public ImmutableArray<string> Unknown { get; init; } = [];

    /// <summary>
    /// Whether it only sets anew what another step sets, so that it can stand in its place: a slider that is still being drawn is one step.
    /// </summary>
    public bool Continues(FittingStep other) =>
        Edits.Length == other.Edits.Length
        && Title == other.Title
        && Edits
            .Zip(other.Edits)
            .All(pair =>
                pair.First is FittingEdit.Piece { Adds: [], Out: [] } mine
                && pair.Second is FittingEdit.Piece { Adds: [], Out: [] } its
                && mine.Kind == its.Kind
                && mine.Part.Settings.Keys.SequenceEqual(its.Part.Settings.Keys)
            );
}
