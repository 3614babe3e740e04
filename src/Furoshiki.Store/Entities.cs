using Furoshiki.Core.Content;

namespace Furoshiki.Store;

/// <summary>A row that can be deleted, and put back for a while.</summary>
public interface IDeletable
{
    /// <summary>The deletion that it went with; null if it is there.</summary>
    long? DeletionId { get; set; }
}

/// <summary>A desktop that was registered.</summary>
public sealed class DesktopRow : IDeletable
{
    /// <summary>Its number.</summary>
    public long Id { get; set; }

    /// <summary>Its name.</summary>
    public required string Name { get; set; }

    /// <summary>Its folder.</summary>
    public required string Root { get; set; }

    /// <summary>The platform's version.</summary>
    public required string Version { get; set; }

    /// <summary>The version that the platform had before it had this one, as long as that is news; empty otherwise.</summary>
    public string VersionBefore { get; set; } = "";

    /// <summary>Since when it has this one (UTC); null if that is no news.</summary>
    public DateTime? VersionSince { get; set; }

    /// <summary>Digest of its desktop map, which is kept as content.</summary>
    public required Digest Map { get; set; }

    /// <summary>Its screens as a JSON list of id, width and height, the main one first.</summary>
    public required string Screens { get; set; }

    /// <summary>Whether it is one of the simulated ones, which have a session of their own.</summary>
    public bool IsSimulated { get; set; }

    /// <summary>Digest of the look that its session shows, which is kept as content; null before it has shown any.</summary>
    public Digest? Showing { get; set; }

    /// <summary>What of its session ran when what it shows was noted, as JSON; empty if it is simulated, or was never looked at.</summary>
    public string Stand { get; set; } = "";

    /// <summary>Whether Furoshiki may tell its programs that their settings are others.</summary>
    public bool MayTell { get; set; }

    /// <summary>The saving that was put on or saved last; null if none was.</summary>
    public long? SavingOnId { get; set; }

    /// <summary>
    /// The saving that last held each kind, as a JSON object of numbers by kind; empty for a desktop of a version that did not note it, of
    /// which the saving that is on holds all that it covers.
    /// </summary>
    public string PartsOn { get; set; } = "";

    /// <inheritdoc />
    public long? DeletionId { get; set; }
}

/// <summary>A profile: a named line of savings.</summary>
public sealed class ProfileRow : IDeletable
{
    /// <summary>Its number.</summary>
    public long Id { get; set; }

    /// <summary>Its name, unlike any other but for upper and lower case.</summary>
    public required string Name { get; set; }

    /// <summary>What its author says of it.</summary>
    public required string Description { get; set; }

    /// <summary>Who made it.</summary>
    public required string Author { get; set; }

    /// <summary>Under which licence it may be passed on.</summary>
    public required string Licence { get; set; }

    /// <summary>Its tags, as a JSON list.</summary>
    public required string Tags { get; set; }

    /// <summary>Digest of the screenshot that is its picture, which is kept as content; null if the drawing is.</summary>
    public Digest? Screenshot { get; set; }

    /// <summary>When it was last put on or saved (UTC); null if never.</summary>
    public DateTime? LastOn { get; set; }

    /// <summary>What is left out when it is put on and nothing else is asked for, as a JSON list.</summary>
    public string Without { get; set; } = "[]";

    /// <summary>The keys of the advice that the person wants as it is, as a JSON list.</summary>
    public string AsWanted { get; set; } = "[]";

    /// <summary>Its savings.</summary>
    public List<SavingRow> Savings { get; } = [];

    /// <inheritdoc />
    public long? DeletionId { get; set; }
}

/// <summary>Where supplies come from.</summary>
public sealed class SourceRow
{
    /// <summary>Its number.</summary>
    public long Id { get; set; }

    /// <summary>Where its index is: an address ending in a slash, unlike that of any other.</summary>
    public required string Address { get; set; }

    /// <summary>The public key with which its index is signed (SubjectPublicKeyInfo).</summary>
    public required byte[] Key { get; set; }

    /// <summary>Digest of the index that was read last, which is kept as content; null before one was.</summary>
    public Digest? Index { get; set; }

    /// <summary>The number of that index; 0 before one was read.</summary>
    public long Number { get; set; }

    /// <summary>When it was read (UTC); null before.</summary>
    public DateTime? ReadAt { get; set; }

    /// <summary>Why the index could not be read when it was last tried, in a sentence; empty if it could.</summary>
    public string Problem { get; set; } = "";
}

/// <summary>A version of a supply whose files are kept.</summary>
public sealed class SupplyRow
{
    /// <summary>Its number.</summary>
    public long Id { get; set; }

    /// <summary>Its package URL, with the version.</summary>
    public required string Name { get; set; }

    /// <summary>Digest of what it says of itself, which is kept as content.</summary>
    public required Digest Says { get; set; }

    /// <summary>Digest of the tree of its files, which is kept as content.</summary>
    public required Digest Files { get; set; }

    /// <summary>Where it was had from.</summary>
    public required string Source { get; set; }

    /// <summary>When it was got (UTC).</summary>
    public DateTime GotAt { get; set; }
}

/// <summary>A person's name for what they leave out of looks.</summary>
public sealed class GroupingRow
{
    /// <summary>Its number.</summary>
    public long Id { get; set; }

    /// <summary>Its name, unlike any other but for upper and lower case.</summary>
    public required string Name { get; set; }

    /// <summary>What is left out, as a JSON list.</summary>
    public required string Without { get; set; }
}

/// <summary>One numbered state of a profile. It never changes.</summary>
public sealed class SavingRow : IDeletable
{
    /// <summary>Its number among all savings.</summary>
    public long Id { get; set; }

    /// <summary>The profile it belongs to.</summary>
    public long ProfileId { get; set; }

    /// <summary>The profile it belongs to.</summary>
    public ProfileRow? Profile { get; set; }

    /// <summary>Its number in the profile, from 1.</summary>
    public int Number { get; set; }

    /// <summary>Digest of the look, which is kept as content.</summary>
    public required Digest Look { get; set; }

    /// <summary>Where its assets stood, as the look says it; empty for a saving of a version whose looks held that themselves.</summary>
    public string Places { get; set; } = "";

    /// <summary>The kinds that the profile took charge of, as a JSON list.</summary>
    public required string Cover { get; set; }

    /// <summary>Digest of the map of the desktop that it was made on, which is kept as content.</summary>
    public required Digest Map { get; set; }

    /// <summary>Digest of what says which other maps parts of it came with, which is kept as content; null for none.</summary>
    public Digest? Maps { get; set; }

    /// <summary>
    /// Digest of the tree of the settings files that its parts were read from, whole, by the paths that the map has for them; null for a saving
    /// of a version that did not keep them, or of what was read from none.
    /// </summary>
    public Digest? Files { get; set; }

    /// <summary>
    /// The screens of that desktop then, as a JSON list of id, width, height and scale, the main one first; empty for a saving of a version
    /// that did not note them.
    /// </summary>
    public string Screens { get; set; } = "";

    /// <summary>What belonged to it and could not be held, as a JSON list of kind, path and reason.</summary>
    public required string Gaps { get; set; }

    /// <summary>What the person noted.</summary>
    public required string Note { get; set; }

    /// <summary>When it was made (UTC).</summary>
    public DateTime SavedAt { get; set; }

    /// <inheritdoc />
    public long? DeletionId { get; set; }
}

/// <summary>An exact copy of everything managed on a desktop at one moment.</summary>
public sealed class SafeStateRow : IDeletable
{
    /// <summary>Its number.</summary>
    public long Id { get; set; }

    /// <summary>The desktop.</summary>
    public long DesktopId { get; set; }

    /// <summary>Digest of the tree record, which is kept as content.</summary>
    public required Digest Tree { get; set; }

    /// <summary>Digest of the look that could be read at that moment, which is kept as content.</summary>
    public required Digest Look { get; set; }

    /// <summary>What it held, in words; empty for one of a version that did not say.</summary>
    public string Title { get; set; } = "";

    /// <summary>Why it was made.</summary>
    public required string Reason { get; set; }

    /// <summary>When it was made (UTC).</summary>
    public DateTime MadeAt { get; set; }

    /// <summary>The saving that was on then; null if none was.</summary>
    public long? SavingOnId { get; set; }

    /// <summary>The saving that last held each kind then, as a JSON object of numbers by kind; empty as for the desktop.</summary>
    public string PartsOn { get; set; } = "";

    /// <summary>What stood there and could not be held, as a JSON list of path and reason.</summary>
    public string Gaps { get; set; } = "[]";

    /// <summary>Whether the person wants it kept, whatever the rule by which old ones go.</summary>
    public bool IsKept { get; set; }

    /// <summary>How many files it holds.</summary>
    public int Files { get; set; }

    /// <summary>Their length together, in bytes.</summary>
    public long Size { get; set; }

    /// <inheritdoc />
    public long? DeletionId { get; set; }
}

/// <summary>Something that another program had put at a path of a switch, and that had to make room.</summary>
public sealed class AsideRow : IDeletable
{
    /// <summary>Its number.</summary>
    public long Id { get; set; }

    /// <summary>The desktop.</summary>
    public long DesktopId { get; set; }

    /// <summary>The switch.</summary>
    public long SwitchId { get; set; }

    /// <summary>Digest of a tree with its path alone, which is kept as content with all that is in it.</summary>
    public required Digest Tree { get; set; }

    /// <summary>When it was set aside (UTC).</summary>
    public DateTime At { get; set; }

    /// <inheritdoc />
    public long? DeletionId { get; set; }
}

/// <summary>A switch in the journal.</summary>
public sealed class SwitchRow
{
    /// <summary>Its number.</summary>
    public long Id { get; set; }

    /// <summary>The desktop.</summary>
    public long DesktopId { get; set; }

    /// <summary>The desktop's folder at that moment.</summary>
    public required string Root { get; set; }

    /// <summary>What it was to put on, in words.</summary>
    public string Title { get; set; } = "";

    /// <summary>What the names of its unfinished files hold; empty for a switch of a version that had no marks.</summary>
    public string Mark { get; set; } = "";

    /// <summary>
    /// What it brings from where to where: a JSON list, whose paths and targets are percent-encoded where the switch has a mark.
    /// </summary>
    public required string Changes { get; set; }

    /// <summary>
    /// The folders that it works in, as they were when it began: a JSON list of <see cref="Core.Switching.Ground"/>; empty if that was not
    /// noted, or if the person said that another folder is the desktop's now.
    /// </summary>
    public string Grounds { get; set; } = "";

    /// <summary>What the desktop has on once it is done, as a JSON object; null to leave that as it is.</summary>
    public string? OnAfter { get; set; }

    /// <summary>What the desktop had on before it, as a JSON object; null for a switch of a version that did not note it.</summary>
    public string? OnBefore { get; set; }

    /// <summary>Who asked for it, by the name of a SwitchedBy; empty for a switch of a version that did not note it.</summary>
    public string By { get; set; } = "";

    /// <summary>The plan as it was shown, as a JSON object; null for a switch of a version that did not keep it.</summary>
    public string? Plan { get; set; }

    /// <summary>How long it waits to be kept once it is done, in seconds, before it goes back by itself; null if it does not.</summary>
    public int? KeepWithin { get; set; }

    /// <summary>When it was kept (UTC); null if it was not, or does not wait for it.</summary>
    public DateTime? KeptAt { get; set; }

    /// <summary>How it ended, as a JSON object for those who ask later; null before that.</summary>
    public string? Result { get; set; }

    /// <summary>What was said of it when it was ended after a crash; null if there was none, or the person has seen it.</summary>
    public string? News { get; set; }

    /// <summary>How it stands: begun, ready, done, going-back or went-back.</summary>
    public required string State { get; set; }

    /// <summary>When it began (UTC).</summary>
    public DateTime BegunAt { get; set; }

    /// <summary>When it ended (UTC); null if it did not.</summary>
    public DateTime? EndedAt { get; set; }
}

/// <summary>
/// Something that was deleted, and can be put back for a while: the rows that went with it have its number, and are seen by nobody else.
/// They go for good when it does.
/// </summary>
public sealed class DeletionRow
{
    /// <summary>Its number.</summary>
    public long Id { get; set; }

    /// <summary>What was deleted, by the name of a DeletedWhat.</summary>
    public required string What { get; set; }

    /// <summary>Its name, in words.</summary>
    public required string Name { get; set; }

    /// <summary>When it was deleted (UTC).</summary>
    public DateTime At { get; set; }
}

/// <summary>Something that a person chose for the whole installation.</summary>
public sealed class PreferenceRow
{
    /// <summary>What it is about.</summary>
    public required string Name { get; set; }

    /// <summary>What was chosen, as a JSON object.</summary>
    public required string Value { get; set; }
}

/// <summary>Some content.</summary>
public sealed class ContentRow
{
    /// <summary>What <see cref="CheckedAt"/> is while it is taken in: it has no digest of its own yet, and is not to be read.</summary>
    public const long OnItsWay = long.MaxValue;

    /// <summary>Its number.</summary>
    public long Id { get; set; }

    /// <summary>Digest of its bytes.</summary>
    public Digest Digest { get; set; }

    /// <summary>Its length in bytes.</summary>
    public long Size { get; set; }

    /// <summary>Whether all that is in it is held too; false for the record of a folder of which only the records were kept.</summary>
    public bool IsWhole { get; set; }

    /// <summary>When it was last read and found to have its digest, in seconds since 1970 (UTC); null if it never was read again.</summary>
    public long? CheckedAt { get; set; }

    /// <summary>Whether it was found not to have its digest any more.</summary>
    public bool IsDamaged { get; set; }
}

/// <summary>A piece of some content.</summary>
public sealed class ContentChunkRow
{
    /// <summary>The content.</summary>
    public long ContentId { get; set; }

    /// <summary>Which piece, from 0.</summary>
    public int Ordinal { get; set; }

    /// <summary>Its bytes, packed or as they are.</summary>
    public required byte[] Bytes { get; set; }

    /// <summary>How many bytes it is unpacked; null where it is kept as it is.</summary>
    public int? Unpacked { get; set; }
}

/// <summary>Some content names other content: a folder's record what is in the folder, a look its assets.</summary>
public sealed class ContentLinkRow
{
    /// <summary>The content that names.</summary>
    public long FromId { get; set; }

    /// <summary>The content that is named.</summary>
    public long ToId { get; set; }
}

/// <summary>Content that a switch on its way needs, be it to end it or to go back.</summary>
public sealed class SwitchContentRow
{
    /// <summary>The switch.</summary>
    public long SwitchId { get; set; }

    /// <summary>Digest of the content.</summary>
    public Digest Digest { get; set; }
}

/// <summary>A look that is being tried.</summary>
public sealed class FittingRow : IDeletable
{
    /// <summary>Its number.</summary>
    public long Id { get; set; }

    /// <summary>The desktop that it is for.</summary>
    public long DesktopId { get; set; }

    /// <summary>Its name.</summary>
    public required string Name { get; set; }

    /// <summary>How many of its moves are done; those after them were undone.</summary>
    public int Done { get; set; }

    /// <summary>How often it was changed: another number after each change.</summary>
    public long Revision { get; set; }

    /// <summary>When it was changed last (UTC).</summary>
    public DateTime ChangedAt { get; set; }

    /// <inheritdoc />
    public long? DeletionId { get; set; }
}

/// <summary>One thing that was done to a fitting.</summary>
public sealed class FittingMoveRow
{
    /// <summary>The fitting.</summary>
    public long FittingId { get; set; }

    /// <summary>Its number among those of the fitting, from 0.</summary>
    public int Number { get; set; }

    /// <summary>Digest of what it does, which is kept as content.</summary>
    public required Digest Move { get; set; }
}
