using Furoshiki.App.Desktops;
using Furoshiki.Core.Content;
using Furoshiki.Desktops;
using Furoshiki.Store;
using Microsoft.Extensions.Logging;

namespace Furoshiki.App.Recovery;

/// <summary>Ends switches that were broken off, before anything else touches their desktops.</summary>
public sealed partial class Recoverer(
    SqliteSwitchJournal journal,
    IContentStore content,
    DesktopRegister register,
    LostSwitches lost,
    ILogger<Recoverer> log
)
{
    /// <summary>After how long it is tried again what could not be ended: a disk may have come back.</summary>
    private static readonly TimeSpan Again = TimeSpan.FromSeconds(10);

    /// <summary>Tries again what could not be ended, until it is stopped.</summary>
    public async Task Run(CancellationToken stop)
    {
        while (!stop.IsCancellationRequested)
        {
            await Task.Delay(Again, stop).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            if (!stop.IsCancellationRequested)
                TrySettleAll();
        }
    }

    private void TrySettleAll()
    {
        try
        {
            SettleAll();
        }
#pragma warning disable CA1031 // A database that cannot be used just now can be later.
        catch (Exception problem)
#pragma warning restore CA1031
        {
            NotSettled(log, problem);
        }
    }

    /// <summary>Ends those of all desktops, each by itself, and tells of those that nobody can end any more.</summary>
    /// <returns>The numbers of those that it was tried for; others are just being ended elsewhere.</returns>
    public IReadOnlyList<long> SettleAll()
    {
        var tried = SwitchRecovery.Recover(journal, content, register.FolderAt);
        foreach (var recovered in tried)
            journal.NoteNews(recovered.Id, Sentence(recovered));
        lost.Tell();
        return [.. tried.Select(one => one.Id)];
    }

    /// <summary>Ends all that is on its way on any desktop, before another database takes the place of the one that knows of it.</summary>
    /// <exception cref="ProblemException">Something cannot be ended, or waits to be kept.</exception>
    public void SettleAllOrRefuse()
    {
        var tried = SettleAll();
        if (journal.Unfinished() is [var (id, _), ..])
            throw ProblemException.InTheWay(
                ProblemCode.SwitchUnfinished,
                $"Only this database knows how to end a switch: {WhyNot(id, tried)}",
                "It is in its place still, and nothing was changed."
            );
        if (journal.Unkept() is [var waiting, ..])
            throw ProblemException.InTheWay(
                ProblemCode.SwitchUnkept,
                $"{waiting.Title} waits to be kept, of which only this database knows. Keep it or go back first.",
                "The database is in its place still, and nothing was changed."
            );
    }

    /// <summary>Ends those of one desktop's folder, if there are any and no switch is on its way.</summary>
    /// <param name="desktop">The desktop.</param>
    /// <param name="unharmed">What was left as it was, where one cannot be ended.</param>
    /// <exception cref="ProblemException">One cannot be ended.</exception>
    public void Settle(LiveDesktop desktop, string unharmed = "Nothing more was changed.")
    {
        if (journal.Unfinished(desktop.Folder.Root).Count == 0)
            return;
        var tried = SettleAll();
        if (
            journal.Unfinished(desktop.Folder.Root) is [var (id, _), ..]
            && WhyNot(id, tried) is { } why
        )
            throw ProblemException.InTheWay(ProblemCode.SwitchUnfinished, why, unharmed);
    }

    /// <summary>Why a switch is not ended; null if nothing is known of it. What was told of an earlier try may not be so any more.</summary>
    private string? WhyNot(long id, IReadOnlyList<long> tried) =>
        journal.NewsOf(id) is not { } news ? null
        : tried.Contains(id) ? news
        : "A switch that was broken off is just being ended. Ask again in a moment.";

    private const string WhatToDo =
        "It is tried again. Should the folder stand elsewhere for good, say where on the page Desktops.";

    [LoggerMessage(Level = LogLevel.Warning, Message = "A switch could not be ended yet.")]
    private static partial void NotSettled(ILogger logger, Exception problem);

    private static string Sentence(RecoveredSwitch recovered) =>
        recovered.Problem is { } problem
            ? $"A switch was broken off and cannot be ended yet: {problem} {WhatToDo}"
        : recovered.Switched
            ? $"A switch was broken off at its very end. Its files are in place.{recovered.Back.Words}"
        : recovered.Entry.GoesBack
            ? $"A switch was not kept. What it had written was taken back.{recovered.Back.Words}"
        : recovered.Back is { Aside.Count: 0, Left.Count: 0 }
            ? "A switch was broken off. Every file is as it was before it."
        : $"A switch was broken off. What it had written was taken back.{recovered.Back.Words}";
}
