using System.Text.Json;
using Furoshiki.App.Desktops;
using Furoshiki.App.Views;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Switching;
using Furoshiki.Desktops;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.SafeStates;

/// <summary>A safe state: what it holds in words, why and when it was made, how many files and how large.</summary>
/// <param name="IsKept">Whether the person wants it kept, whatever the rule by which old ones go.</param>
/// <param name="Gaps">What stood there and could not be held.</param>
public sealed record SafeStateView(
    long Id,
    string Title,
    string Reason,
    DateTime MadeAt,
    string Look,
    int Files,
    long Size,
    bool IsKept,
    IReadOnlyList<PlaceView> Gaps
);

/// <summary>Something that another program had put where a switch was ended after a crash, and that was set aside.</summary>
public sealed record AsideView(long Id, string Path, DateTime At);

/// <summary>Keeps the safe states of all desktops.</summary>
public sealed class SafeStateShelf(
    IDbContextFactory<FuroshikiDb> databases,
    IContentStore content,
    SqliteSwitchJournal journal,
    TimeProvider clock
)
{
    /// <summary>The safe states of a desktop's folder: desktops that share it share the way back.</summary>
    public IReadOnlyList<SafeStateView> All(LiveDesktop desktop)
    {
        using var db = databases.CreateDbContext();
        return [.. Of(db, desktop).AsEnumerable().Select(View)];
    }

    /// <summary>The safe states of a desktop's folder as they are kept, the newest first.</summary>
    public IReadOnlyList<SafeStateRow> Rows(LiveDesktop desktop)
    {
        using var db = databases.CreateDbContext();
        return [.. Of(db, desktop)];
    }

    /// <summary>What people call a safe state: what it held, or why it was made where a version did not say what.</summary>
    public static string NameOf(SafeStateRow row) => row.Title.Length > 0 ? row.Title : row.Reason;

    /// <summary>The newest safe state of a desktop's folder; null if it has none.</summary>
    public SafeStateView? Last(LiveDesktop desktop)
    {
        using var db = databases.CreateDbContext();
        return Of(db, desktop).FirstOrDefault() is { } last ? View(last) : null;
    }

    /// <summary>The safe state, if it is one of a desktop's folder.</summary>
    public SafeStateRow Get(LiveDesktop desktop, long id)
    {
        using var db = databases.CreateDbContext();
        return Of(db, desktop).FirstOrDefault(one => one.Id == id)
            ?? throw ProblemException.NotFound("This safe state");
    }

    /// <summary>A safe state in words, if it is one of a desktop's folder.</summary>
    public SafeStateView View(LiveDesktop desktop, long id) => View(Get(desktop, id));

    /// <summary>Keeps a safe state whose files are in the content store already, and still held there.</summary>
    public long Keep(LiveDesktop desktop, Tree tree, Look look, string title, string reason)
    {
        using var hold = content.Hold();
        KeepLook(desktop, look, keepSystem: false, hold);
        using var db = databases.CreateDbContext();
        var files = tree
            .All.Select(one => one.Value)
            .Where(state => state.Type == FileType.File)
            .ToList();
        var row = new SafeStateRow
        {
            DesktopId = desktop.Id,
            Tree = tree.Digest,
            Look = look.Digest,
            Title = title,
            Reason = reason,
            MadeAt = clock.GetUtcNow().UtcDateTime,
            SavingOnId = desktop.On.Saving,
            PartsOn = OnText.Parts(desktop.On),
            Gaps = JsonSerializer.Serialize(tree.Gaps.Select(PlaceView.Of)),
            Files = files.Count,
            Size = files.Sum(file => file.Size),
        };
        db.Add(row);
        db.SaveChanges();
        return row.Id;
    }

    /// <summary>Keeps a safe state whatever the rule by which old ones go, or leaves it to the rule again.</summary>
    /// <exception cref="ProblemException">The desktop's folder has none of this number.</exception>
    public SafeStateView SetKept(LiveDesktop desktop, long id, bool isKept)
    {
        Get(desktop, id);
        using var db = databases.CreateDbContext();
        db.SafeStates.Where(one => one.Id == id)
            .ExecuteUpdate(set => set.SetProperty(one => one.IsKept, isKept));
        return View(desktop, id);
    }

    /// <summary>What a desktop goes back to with a safe state.</summary>
    /// <param name="desktop">The desktop.</param>
    /// <param name="row">The safe state.</param>
    /// <param name="files">The files that are gone back to; null for all.</param>
    public StateBack Open(LiveDesktop desktop, SafeStateRow row, IReadOnlyList<string>? files)
    {
        var tree = TreeOf(row.Tree, out var lost);
        var gaps = JsonSerializer
            .Deserialize<PlaceView[]>(row.Gaps)!
            .Select(gap => new Gap(PathText.Unescape(gap.Path), gap.Reason))
            .Concat(lost)
            .ToList();
        var state = files is null
            ? StateBack.Of(desktop.Maps, tree, gaps, content, desktop.Folder)
            : StateBack.OfPaths(desktop.Map, files, tree, lost, content, desktop.Folder);
        return state with { FoldersMade = journal.FoldersMade(desktop.Folder.Root, row.MadeAt) };
    }

    /// <summary>What a safe state held, without what its lists do not tell any more.</summary>
    /// <exception cref="ProblemException">The list of what it held is damaged itself.</exception>
    public Tree TreeOf(SafeStateRow row) => TreeOf(row.Tree, out _);

    /// <summary>What a desktop had on when a safe state was made; null if that was another desktop with the same folder.</summary>
    public WhatIsOn? OnOf(LiveDesktop desktop, SafeStateRow row)
    {
        using var db = databases.CreateDbContext();
        return row.DesktopId == desktop.Id ? OnText.Of(db, row.SavingOnId, row.PartsOn) : null;
    }

    /// <summary>What was set aside of a desktop's folder, the newest first.</summary>
    public IReadOnlyList<AsideView> Asides(LiveDesktop desktop)
    {
        using var db = databases.CreateDbContext();
        return
        [
            .. db
                .Asides.AsNoTracking()
                .Where(one => one.DesktopId == desktop.Id)
                .OrderByDescending(one => one.Id)
                .AsEnumerable()
                .Select(one => new AsideView(
                    one.Id,
                    content.FindTree(one.Tree) is { Entries: [var entry] }
                        ? PathText.Printable(entry.Name)
                        : "a damaged copy",
                    DateTime.SpecifyKind(one.At, DateTimeKind.Utc)
                )),
        ];
    }

    /// <summary>What was set aside, as something that a desktop goes back to; and its path.</summary>
    public (StateBack State, string Path) OpenAside(LiveDesktop desktop, long id)
    {
        using var db = databases.CreateDbContext();
        var row =
            db.Asides.AsNoTracking()
                .FirstOrDefault(one => one.Id == id && one.DesktopId == desktop.Id)
            ?? throw ProblemException.NotFound("What was set aside");
        var tree = TreeOf(row.Tree, out var lost);
        var path = tree.Entries[0].Name;
        return (
            StateBack.OfPaths(desktop.Map, [path], tree, lost, content, desktop.Folder),
            PathText.Printable(path)
        );
    }

    /// <summary>Forgets what was set aside: it is back, or not wanted.</summary>
    public void ForgetAside(long desktop, long id)
    {
        using var db = databases.CreateDbContext();
        db.Asides.Where(one => one.Id == id && one.DesktopId == desktop).ExecuteDelete();
    }

    private Tree TreeOf(Digest digest, out IReadOnlyList<Gap> lost) =>
        content.FindWhatIsLeft(digest, out lost)
        ?? throw ProblemException.InTheWay(
            ProblemCode.SafeStateDamaged,
            "The list of what this safe state holds is damaged, so it cannot be gone back to.",
            "Nothing was changed. Other safe states can still be used."
        );

    /// <summary>
    /// Keeps a look with the content of the person's assets; of the administrator's their fingerprints, and their content only if
    /// that is wanted.
    /// </summary>
    public static void KeepLook(LiveDesktop desktop, Look look, bool keepSystem, IContentHold hold)
    {
        using var batch = hold.Begin();
        OrSay(() => LookKeeper.Keep(look, batch, desktop.Folder, desktop.Map, keepSystem));
        batch.Commit();
    }

    /// <summary>Takes in the content of the assets of a look, as <see cref="KeepLook"/> does.</summary>
    /// <exception cref="ProblemException">A file changed while it was read; nothing is kept.</exception>
    public static void KeepAssets(
        LiveDesktop desktop,
        Look look,
        bool keepSystem,
        IContentBatch batch
    ) => OrSay(() => LookKeeper.KeepAssets(look, batch, desktop.Folder, desktop.Map, keepSystem));

    /// <summary>Takes something in, or says that a file changed while it was read.</summary>
    private static void OrSay(Action takeIn)
    {
        try
        {
            takeIn();
        }
        catch (ChangedMeanwhileException changed)
        {
            throw ProblemException.InTheWay(
                ProblemCode.ChangedMeanwhile,
                $"{changed.Message} Try again.",
                "Nothing was saved."
            );
        }
    }

    private static IQueryable<SafeStateRow> Of(FuroshikiDb db, LiveDesktop desktop) =>
        db
            .SafeStates.AsNoTracking()
            .Where(one =>
                one.DesktopId == desktop.Id
                || db.Desktops.Any(other =>
                    other.Id == one.DesktopId && other.Root == desktop.Folder.Root
                )
            )
            .OrderByDescending(one => one.Id);

    private static SafeStateView View(SafeStateRow row) =>
        new(
            row.Id,
            NameOf(row),
            row.Reason,
            DateTime.SpecifyKind(row.MadeAt, DateTimeKind.Utc),
            row.Look.Hex,
            row.Files,
            row.Size,
            row.IsKept,
            JsonSerializer.Deserialize<PlaceView[]>(row.Gaps)!
        );
}
