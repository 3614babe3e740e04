using System.ComponentModel;
using System.Reflection;
using System.Text.Json;

namespace Furoshiki.App;

/// <summary>What went wrong, for programs that ask: each has a name that stays, and says what it means.</summary>
public enum ProblemCode
{
#pragma warning disable CS1591 // Each has its words in its attribute, from where they go into the API document too.
    [Description("A supply is the administrator's and is not removed from here.")]
    Administrators,

    [Description("The advice does not hold any more: what it was about has changed.")]
    AdviceOutdated,

    [Description("A catalogue could not be read, or what it says cannot be believed.")]
    Catalogue,

    [Description("What was asked for changed while it was being done. Asked again, it may be.")]
    ChangedMeanwhile,

    [Description("A copy of all that is kept was written and is not what is read back.")]
    CopyNotWhole,

    [Description("A copy in the data folder is damaged, or the database itself.")]
    Damaged,

    [Description("The database cannot be used just now.")]
    Database,

    [Description("The folder of a desktop is not there.")]
    DesktopGone,

    [Description("The disk of the data folder is full or cannot be written.")]
    DiskFull,

    [Description("What was dropped cannot be a supply.")]
    Dropped,

    [Description("One field of what was sent cannot be taken. It is named in \"field\".")]
    Field,

    [Description("The system refused to read or to write files.")]
    Files,

    [Description("Fewer or more looks were to be compared than can be.")]
    LineUp,

    [Description("The key is missing or another one, or the name is not this installation's.")]
    Locked,

    [Description("A copy of all that is kept could not be written.")]
    NoCopy,

    [Description("There is no desktop yet.")]
    NoDesktop,

    [Description("The desktop has no folder for what would be placed.")]
    NoPlace,

    [Description("What is carried cannot be a supply.")]
    NoSupply,

    [Description("The programs of this desktop may not be told anything.")]
    NotAllowed,

    [Description("It needs an answer, and nobody can be asked.")]
    NotAsked,

    [Description("A supply is as it came, so there is nothing to keep as one's own.")]
    NotEdited,

    [Description("What was asked for is not here.")]
    NotFound,

    [Description("What is on now is not saved, so it cannot be deleted.")]
    NotKept,

    [Description("The copies of a safe state could not be read back.")]
    NotReadBack,

    [Description("The program that was to be told does not run.")]
    NotRunning,

    [Description("It can be done on a simulated desktop only.")]
    NotSimulated,

    [Description("The page did not start.")]
    NotStarted,

    [Description("A program was told to start again and did not.")]
    NotStartedAgain,

    [Description("The answer was no.")]
    NotWanted,

    [Description("Nothing is in the fitting yet.")]
    NothingFitted,

    [Description("Nothing was undone, so nothing can be done again.")]
    NothingToRedo,

    [Description("Nothing was done that could be undone.")]
    NothingToUndo,

    [Description("It is on already.")]
    OnAlready,

    [Description("It is the only saving of its profile.")]
    OnlySaving,

    [Description("Another version of Furoshiki runs with this data folder.")]
    OtherVersion,

    [Description("By now other safe states would go than were shown.")]
    OthersGo,

    [Description("What it belongs to is deleted too, and comes back before it.")]
    OwnerDeleted,

    [Description("What the plan was made from has changed. The paths are named in \"changed\".")]
    PlanOutdated,

    [Description("What was sent is not what the address takes.")]
    Request,

    [Description("Furoshiki runs, and has to be ended before.")]
    Running,

    [Description("The list of what a safe state holds is damaged.")]
    SafeStateDamaged,

    [Description("Another window saved in the same moment.")]
    SavedMeanwhile,

    [Description("The administrator's script ended without having done it.")]
    ScriptEnded,

    [Description(
        "The supplies cannot be here together. What can be chosen is named in \"waysOut\"."
    )]
    SuppliesConflict,

    [Description("It is a supply already.")]
    SupplyKnown,

    [Description("The switch was kept, or has gone back, already.")]
    SwitchAnswered,

    [Description("A switch is on its way on this desktop.")]
    SwitchBusy,

    [Description("A switch was broken off and has to end before.")]
    SwitchUnfinished,

    [Description("A switch waits for an answer before.")]
    SwitchUnkept,

    [Description("Nobody expected it. It is in the log.")]
    Unexpected,

    [Description("The line is no command.")]
    Usage,

    [Description("There are several desktops, and none was named.")]
    WhichDesktop,

    [Description("No profile is on, and none was named.")]
    WhichProfile,

    [Description("A choice of a part is not spelt as it has to be.")]
    With,
#pragma warning restore CS1591
}

/// <summary>What programs read of a <see cref="ProblemCode"/>.</summary>
public static class ProblemCodes
{
    /// <summary>Its stable name, in lower case with hyphens.</summary>
    public static string Name(this ProblemCode code) =>
        JsonNamingPolicy.KebabCaseLower.ConvertName(code.ToString());

    /// <summary>What it means, in a sentence.</summary>
    public static string Meaning(this ProblemCode code) =>
        typeof(ProblemCode)
            .GetField(code.ToString())!
            .GetCustomAttribute<DescriptionAttribute>()!
            .Description;
}
