using System.Collections.Immutable;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Switching;

/// <summary>One path that a switch brings from one exact state to another.</summary>
/// <param name="Path">The path, relative to the desktop's root.</param>
/// <param name="Before">What stands there now; null if nothing does.</param>
/// <param name="After">What will stand there; null if nothing will.</param>
public sealed record FileChange(string Path, FileState? Before, FileState? After);

/// <summary>A part that a switch changes.</summary>
/// <param name="Difference">What it is now and what it will be.</param>
/// <param name="Shows">When the change can be seen.</param>
/// <param name="Files">The paths that are touched for it.</param>
/// <param name="Notes">What the person should know of it beforehand, in sentences.</param>
public sealed record PartStep(
    PartDifference Difference,
    Shows Shows,
    ImmutableArray<string> Files,
    ImmutableArray<string> Notes
);

/// <summary>A part that was wanted and cannot be put on. It is left as it is.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Reason">Why not, in a sentence.</param>
/// <param name="Remedies">What can be chosen instead; empty where nothing can.</param>
public sealed record PartRefusal(Kind Kind, string Reason, ImmutableArray<Remedy> Remedies);

/// <summary>A file of an asset of the administrator's that is not as it was saved.</summary>
/// <param name="Place">The folder of the administrator's that the asset is in, relative to the desktop's root.</param>
/// <param name="Change">What stands there, and what is to stand there.</param>
public sealed record AdministratorsFile(string Place, FileChange Change);

/// <summary>Everything that a switch will do, worked out before the first byte moves.</summary>
/// <param name="Steps">The parts that change, in the order in which people read them.</param>
/// <param name="Refused">The parts that cannot be put on.</param>
/// <param name="Losses">What has no match on this desktop, the worst first: whole parts, and what of the parts that are put on.</param>
/// <param name="Same">The kinds that are as wanted already.</param>
/// <param name="LeftAlone">The kinds of the desktop that the look does not cover.</param>
/// <param name="Changes">The paths that are brought to another state, in the order in which that is done.</param>
/// <param name="MadeFrom">What the plan was made from: if one of these paths is in another state, the plan no longer holds.</param>
/// <param name="NewContent">The bytes of the edited settings files, by digest.</param>
/// <param name="Wanted">The look that is put on, with the kinds that can be.</param>
public sealed record SwitchPlan(
    ImmutableArray<PartStep> Steps,
    ImmutableArray<PartRefusal> Refused,
    ImmutableArray<PartLoss> Losses,
    ImmutableArray<Kind> Same,
    ImmutableArray<Kind> LeftAlone,
    ImmutableArray<FileChange> Changes,
    ImmutableSortedDictionary<string, FileState?> MadeFrom,
    ImmutableDictionary<Digest, ReadOnlyMemory<byte>> NewContent,
    Look Wanted
)
{
    /// <summary>A digest over what the plan was made from and what it will do.</summary>
    public Digest Fingerprint => _fingerprint.Value;

    /// <summary>What stands in the way and cannot be held: it is left as it is.</summary>
    public ImmutableArray<Gap> NotTouched { get; init; } = [];

    /// <summary>Whether a part reads as the plan leads to; where something of it stays as it is, as its notes say, however it reads.</summary>
    /// <param name="step">The part.</param>
    /// <param name="reads">How it reads; null if it cannot be read.</param>
    public bool Took(PartStep step, Component? reads) =>
        reads is not null && (!step.Notes.IsEmpty || reads.Equals(Wanted[step.Difference.Kind]));

    /// <summary>The parts that take the administrator's rights: they are not put on, but can be by a script.</summary>
    public ImmutableArray<PartStep> Rights { get; init; } = [];

    /// <summary>What the administrator has to edit for them once the plan was carried out.</summary>
    public ImmutableArray<AdministratorsEdit> AdministratorsEdits { get; init; } = [];

    /// <summary>The files of the administrator's assets that are not as they were saved, as far as a script can bring them back.</summary>
    public ImmutableArray<AdministratorsFile> AdministratorsFiles { get; init; } = [];

    /// <summary>What files that are written anew will not have any more, by path.</summary>
    public ImmutableArray<Gap> NotKept { get; init; } = [];

    private readonly Lazy<Digest> _fingerprint = new(() =>
        PlanFingerprint.Of(Changes, MadeFrom, Wanted)
    );
}
