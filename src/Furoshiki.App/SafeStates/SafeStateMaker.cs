using Furoshiki.App.Desktops;
using Furoshiki.App.Observing;
using Furoshiki.App.Recovery;
using Furoshiki.Core.Content;
using Furoshiki.Core.Words;
using Furoshiki.Desktops;
using Furoshiki.Store;

namespace Furoshiki.App.SafeStates;

/// <summary>Makes safe states that a person asks for.</summary>
public sealed class SafeStateMaker(
    Observer observer,
    SafeStateShelf shelf,
    IContentStore content,
    Recoverer recoverer
)
{
    private const string NotMade = "No safe state was made.";

    /// <summary>Makes a safe state, and reads every copy that it makes back.</summary>
    /// <param name="desktop">The desktop.</param>
    /// <param name="name">What it is called.</param>
    /// <exception cref="ProblemException">It cannot be called so, or something is in the way.</exception>
    public SafeStateView Make(LiveDesktop desktop, string name)
    {
        var title = name.Trim();
        if (PersonsText.WhyNot("The name", title, FuroshikiDb.LongestName) is { } reason)
            throw ProblemException.Field("name", reason);
        if (title.Length == 0)
            throw ProblemException.Field("name", "A safe state that is made by hand has a name.");
        return shelf.View(desktop, Take(desktop, title, "made by hand", NotMade));
    }

    /// <summary>Makes a safe state of a desktop whose folder has none yet, so that there is a way back to what was found.</summary>
    /// <param name="desktop">The desktop.</param>
    /// <param name="reason">Why it is made.</param>
    /// <param name="unharmed">What was not done where it cannot be made, in a sentence.</param>
    /// <exception cref="ProblemException">Something is in the way.</exception>
    public void MakeFirst(LiveDesktop desktop, string reason, string unharmed)
    {
        if (shelf.Last(desktop) is null)
            Take(desktop, "As it was found", reason, unharmed);
    }

    /// <summary>Makes a safe state of a desktop that was just added; where something is in the way, its first saving makes it.</summary>
    /// <param name="desktop">The desktop.</param>
    public void TryMakeFirst(LiveDesktop desktop)
    {
        try
        {
            MakeFirst(desktop, "when it was added", NotMade);
        }
        catch (ProblemException) { }
    }

    private long Take(LiveDesktop desktop, string title, string reason, string unharmed)
    {
        recoverer.Settle(desktop, unharmed);
        using var held =
            PathLock.TryTake(desktop.Folder.Root)
            ?? throw ProblemException.InTheWay(
                ProblemCode.SwitchBusy,
                "A switch is on its way on this desktop.",
                unharmed
            );
        using var hold = content.Hold();
        try
        {
            var (tree, made) = SafeCopy.Take(desktop.Folder, desktop.Maps, hold);
            if (content.Check(made).Count > 0)
                throw ProblemException.InTheWay(
                    ProblemCode.NotReadBack,
                    "The copies could not be read back.",
                    unharmed
                );
            var look = observer.See(desktop).Reading.Look;
            return shelf.Keep(desktop, tree, look, title, reason);
        }
        catch (SwitchRefusedException changed)
        {
            throw ProblemException.InTheWay(
                ProblemCode.ChangedMeanwhile,
                changed.Message,
                unharmed
            );
        }
    }
}
