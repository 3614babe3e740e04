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
        recoverer.Settle(desktop, NotMade);
        using var held =
            PathLock.TryTake(desktop.Folder.Root)
            ?? throw ProblemException.InTheWay(
                "switch-busy",
                "A switch is on its way on this desktop.",
                NotMade
            );
        using var hold = content.Hold();
        try
        {
            var (tree, made) = SafeCopy.Take(desktop.Folder, desktop.Maps, hold);
            if (content.Check(made).Count > 0)
                throw ProblemException.InTheWay(
                    "not-read-back",
                    "The copies could not be read back.",
                    NotMade
                );
            var look = observer.See(desktop).Reading.Look;
            return shelf.View(desktop, shelf.Keep(desktop, tree, look, title, "made by hand"));
        }
        catch (SwitchRefusedException changed)
        {
            throw ProblemException.InTheWay("changed-meanwhile", changed.Message, NotMade);
        }
    }
}
