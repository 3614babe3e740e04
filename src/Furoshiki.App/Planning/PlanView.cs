using Furoshiki.App.Observing;
using Furoshiki.App.Supplies;
using Furoshiki.App.Views;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Judging;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Switching;

namespace Furoshiki.App.Planning;

/// <summary>A setting of a part that changes, or an item of it with what changes of that.</summary>
/// <param name="LeaveOut">What stands for it among what a target is without; null if it goes with its item only.</param>
/// <param name="Words">What changes, in words.</param>
/// <param name="Within">What changes of an item; empty for a setting.</param>
public sealed record PieceView(string? LeaveOut, string Words, IReadOnlyList<PieceView> Within);

/// <summary>Something that was left out of a plan.</summary>
/// <param name="Without">What stands for it among what a target is without.</param>
/// <param name="Kind">The kind.</param>
/// <param name="Title">The kind's name for people.</param>
/// <param name="Words">Which setting or item of the part, and how it stays; empty for the whole part.</param>
public sealed record LeftOutView(string Without, string Kind, string Title, string Words);

/// <summary>Parts, items and settings that can be left out together under a name.</summary>
/// <param name="Id">The number of a grouping of the person's own; null for one that everybody has.</param>
/// <param name="Name">Its name.</param>
/// <param name="Without">What of the look it leaves out, as in a target.</param>
/// <param name="IsChosen">Whether the plan leaves out just that.</param>
public sealed record GroupingChoice(
    long? Id,
    string Name,
    IReadOnlyList<string> Without,
    bool IsChosen
);

/// <summary>What is remembered for a profile.</summary>
/// <param name="Profile">The profile's number.</param>
/// <param name="IsThis">Whether it is what the plan leaves out.</param>
/// <param name="IsAny">Whether anything is left out when it is put on and nothing else is asked for.</param>
public sealed record Remembered(long Profile, bool IsThis, bool IsAny);

/// <summary>A part in a plan.</summary>
public sealed record StepView(
    string Kind,
    string Title,
    string Words,
    IReadOnlyList<PieceView> Pieces,
    IReadOnlyList<string> Files,
    IReadOnlyList<string> Notes
);

/// <summary>The parts whose change can be seen at the same moment.</summary>
/// <param name="With">The later moment of the plan that serves them too; null if there is none.</param>
public sealed record StepGroup(Shows Shows, IReadOnlyList<StepView> Steps, Shows? With = null);

/// <summary>A part that cannot be put on.</summary>
/// <param name="Remedies">What can be chosen instead.</param>
public sealed record RefusedView(
    string Kind,
    string Title,
    string Reason,
    IReadOnlyList<Remedy> Remedies
);

/// <summary>What is put on in place of what a look has.</summary>
/// <param name="Instead">What stands for it in a target.</param>
/// <param name="Title">The kind's name for people.</param>
/// <param name="Words">What is put on in place of what, in words.</param>
public sealed record InsteadView(string Instead, string Title, string Words);

/// <summary>What only the administrator may do.</summary>
/// <param name="Parts">The parts that it is for.</param>
/// <param name="Files">The files of the administrator's assets that it brings back as they were saved.</param>
/// <param name="Script">A script for the shell that does it, once the plan was carried out.</param>
public sealed record RightsView(
    IReadOnlyList<StepView> Parts,
    IReadOnlyList<string> Files,
    string Script
);

/// <summary>What a part loses on the desktop.</summary>
/// <param name="Share">What it loses of all that it sets: more than 0, and 1 for the whole part.</param>
/// <param name="Words">How much that is, in the part's measure.</param>
/// <param name="Reasons">What has no match, each reason once.</param>
public sealed record LossView(
    string Kind,
    string Title,
    double Share,
    string Words,
    IReadOnlyList<LossReason> Reasons,
    IReadOnlyList<Remedy> Remedies
);

/// <summary>The parts that a plan leaves alone, and why.</summary>
public sealed record LeftAloneView(IReadOnlyList<string> Titles, string Reason);

/// <summary>A settings file that is written anew, since what stands there cannot be read.</summary>
/// <param name="Name">Its name in the desktop's map.</param>
/// <param name="File">Its path.</param>
/// <param name="From">What holds the copy that it is written from, in words.</param>
/// <param name="With">The parts that come with it as the copy has them, though the plan does not put them on.</param>
/// <param name="Lines">
/// The lines that stand there now and will not any more, the first of them; null where it is no text, or too long to compare.
/// </param>
/// <param name="LineCount">How many lines that are.</param>
public sealed record AnewView(
    string Name,
    string File,
    string From,
    IReadOnlyList<string> With,
    IReadOnlyList<string>? Lines,
    int LineCount
)
{
    private const int MostLines = 40;

    internal static AnewView Of(FileAnew file, string from, Observation seen, SwitchPlan plan)
    {
        var covered = plan.Wanted.Components.Select(part => part.Kind).ToHashSet();
        var after = plan.Changes.FirstOrDefault(change => change.Path == file.Path)?.After;
        var gone = LineChanges
            .Between(
                seen.View.Find(file.Path)?.Type == FileType.File
                    ? seen.View.ReadFile(file.Path).ToArray()
                    : [],
                (
                    after?.Content is { } digest
                    && plan.NewContent.TryGetValue(digest, out var bytes)
                        ? bytes
                        : file.Bytes
                ).ToArray()
            )
            ?.Where(line => line.Change == LineChange.Removed && line.Text.Trim().Length > 0)
            .Select(line => line.Text)
            .ToList();
        return new AnewView(
            file.File.Name,
            PathText.Printable(file.Path),
            from,
            [
                .. seen
                    .Desktop.Map.Kinds.Where(kind =>
                        kind.Files.Contains(file.File) && !covered.Contains(kind.Kind)
                    )
                    .Select(kind => kind.Kind.Title),
            ],
            gone?.Take(MostLines).ToList(),
            gone?.Count ?? 0
        );
    }
}

/// <summary>A switch plan.</summary>
/// <param name="Before">The name of the profile that is on before it; "Now" where none is.</param>
/// <param name="Rights">What only the administrator may do; null if nothing is.</param>
/// <param name="Losses">What has no match, the worst first.</param>
/// <param name="Fights">Parts that are in each other's way afterwards.</param>
/// <param name="Misfits">What does not fit the desktop's screens.</param>
/// <param name="Others">What it changes for other desktops that have the same folder.</param>
/// <param name="LeftOut">What of the look was left out of the plan.</param>
/// <param name="Instead">What is put on in place of what the look has.</param>
/// <param name="LeftAlone">The parts that it leaves alone, and why.</param>
/// <param name="Unsaved">What drifted, is in no saving and is changed: the safe state keeps it.</param>
/// <param name="Discards">What drifted and is put back: the safe state keeps it.</param>
/// <param name="SafeFiles">How many files the safe state will hold.</param>
/// <param name="SafeGaps">What it cannot hold.</param>
/// <param name="NotTouched">What stands in the way and cannot be held: it is left as it is.</param>
/// <param name="NotKept">What files that are written anew will not have any more.</param>
/// <param name="Groupings">What can be left out together.</param>
/// <param name="Supplies">What becomes of supplies.</param>
/// <param name="Remembered">What is remembered for the profile; null if this is no profile.</param>
public sealed record PlanView(
    Target Target,
    string Name,
    string Caption,
    string Before,
    string NowLook,
    string NextLook,
    IReadOnlyList<StepGroup> Groups,
    IReadOnlyList<RefusedView> Refused,
    RightsView? Rights,
    IReadOnlyList<LossView> Losses,
    IReadOnlyList<Fight> Fights,
    IReadOnlyList<Misfit> Misfits,
    IReadOnlyList<OtherSessionView> Others,
    IReadOnlyList<string> Same,
    IReadOnlyList<LeftOutView> LeftOut,
    IReadOnlyList<InsteadView> Instead,
    LeftAloneView? LeftAlone,
    IReadOnlyList<DriftView> Unsaved,
    IReadOnlyList<DriftView> Discards,
    int SafeFiles,
    IReadOnlyList<PlaceView> SafeGaps,
    IReadOnlyList<PlaceView> NotTouched,
    IReadOnlyList<PlaceView> NotKept,
    IReadOnlyList<string> Files,
    IReadOnlyList<GroupingChoice> Groupings,
    IReadOnlyList<SupplyChangeView> Supplies,
    Remembered? Remembered,
    string Fingerprint
)
{
    /// <summary>What there is to know of what will be on, and is not so of what is on now, the weightiest first.</summary>
    public IReadOnlyList<LookNote> Notes { get; init; } = [];

    /// <summary>The settings files that are written anew, since what stands there cannot be read.</summary>
    public IReadOnlyList<AnewView> Anew { get; init; } = [];
}
