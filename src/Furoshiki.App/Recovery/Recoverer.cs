using Furoshiki.App.Desktops;
using Furoshiki.Core.Content;
using Furoshiki.Desktops;
using Furoshiki.Store;

namespace Furoshiki.App.Recovery;

/// <summary>Ends switches that were broken off, before anything else touches their desktops.</summary>
public sealed class Recoverer(
    SqliteSwitchJournal journal,
    IContentStore content,
    DesktopRegister register
)
{
    /// <summary>Ends those of all desktops, each by itself.</summary>
    public void SettleAll()
    {
        foreach (var recovered in SwitchRecovery.Recover(journal, content, register.FolderAt))
            journal.NoteNews(recovered.Id, Sentence(recovered));
    }

    /// <summary>Ends those of one desktop's folder, if there are any and no switch is on its way.</summary>
    /// <exception cref="ProblemException">One cannot be ended.</exception>
    public void Settle(LiveDesktop desktop)
    {
        if (journal.Unfinished(desktop.Folder.Root).Count == 0)
            return;
        SettleAll();
        if (
            journal.Unfinished(desktop.Folder.Root) is [var (id, _), ..]
            && journal.NewsOf(id) is { } news
        )
            throw ProblemException.InTheWay("switch-unfinished", news, "Nothing more was changed.");
    }

    private static string Sentence(RecoveredSwitch recovered) =>
        recovered.Problem is { } problem
            ? $"A switch was broken off and cannot be ended yet: {problem}"
        : recovered.Switched
            ? $"A switch was broken off at its very end. Its files are in place.{recovered.Back.Words}"
        : recovered.Entry.GoesBack
            ? $"A switch was not kept. What it had written was taken back.{recovered.Back.Words}"
        : recovered.Back is { Aside.Count: 0, Left.Count: 0 }
            ? "A switch was broken off. Every file is as it was before it."
        : $"A switch was broken off. What it had written was taken back.{recovered.Back.Words}";
}
