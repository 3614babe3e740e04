using System.Data;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.SafeStates;
using Furoshiki.Core.Content;
using Furoshiki.Core.Fitting;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Words;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Fitting;

/// <summary>Begins fittings, and does what a person does to them. All is kept before it is answered.</summary>
public sealed class FittingDesk(
    IDbContextFactory<FuroshikiDb> databases,
    DesktopRegister register,
    LookFinder finder,
    FittedLooks fittings,
    StepMaker steps,
    IContentStore content,
    TimeProvider clock
)
{
    private const string NotMoved = "The fitting is as it was.";

    /// <summary>The fittings of a desktop, the one that was changed last first.</summary>
    public IReadOnlyList<OpenFitting> All(LiveDesktop desktop)
    {
        using var db = databases.CreateDbContext();
        return
        [
            .. db
                .Fittings.Where(one => one.DesktopId == desktop.Id)
                .OrderByDescending(one => one.ChangedAt)
                .ThenByDescending(one => one.Id)
                .Select(one => one.Id)
                .ToList()
                .Select(id => fittings.Get(db, id)),
        ];
    }

    /// <summary>Begins a fitting.</summary>
    /// <returns>Its number.</returns>
    /// <exception cref="ProblemException">There is no such look.</exception>
    public long Begin(LiveDesktop desktop, BeginForm form)
    {
        var begin = BaseOf(desktop, form.Look);
        using var hold = content.Hold();
        var move = Keep(desktop, begin, hold);
        using var db = databases.CreateDbContext();
        using var all = db.Database.BeginTransaction();
        var row = new FittingRow
        {
            DesktopId = desktop.Id,
            Name = form.Name is { } given
                ? NameOf(given)
                : FreeName.Like(NameAfter(desktop, begin), db.Fittings.Select(one => one.Name)),
            Done = 1,
            ChangedAt = clock.GetUtcNow().UtcDateTime,
        };
        db.Add(row);
        db.SaveChanges();
        db.Add(
            new FittingMoveRow
            {
                FittingId = row.Id,
                Number = 0,
                Move = move,
            }
        );
        db.SaveChanges();
        all.Commit();
        return row.Id;
    }

    /// <summary>Gives a fitting another name.</summary>
    /// <exception cref="ProblemException">There is no such fitting, or it cannot be called so.</exception>
    public OpenFitting Rename(long id, string name)
    {
        var title = NameOf(name);
        using var db = databases.CreateDbContext();
        if (
            db.Fittings.Where(one => one.Id == id)
                .ExecuteUpdate(set =>
                    set.SetProperty(one => one.Name, title)
                        .SetProperty(one => one.Revision, one => one.Revision + 1)
                ) == 0
        )
            throw ProblemException.NotFound("This fitting");
        return fittings.Get(id);
    }

    /// <summary>Takes a step.</summary>
    /// <exception cref="ProblemException">There is no such fitting, part, setting, value or look.</exception>
    public OpenFitting Step(long id, StepForm form)
    {
        var before = fittings.Get(id);
        var step = steps.Make(register.Get(before.Row.DesktopId), before.State.Look.Look, form);
        return Do(before, new FittingMove.Step(step), form.Continues);
    }

    /// <summary>What a fitting would come to with one step more, with nothing kept.</summary>
    /// <returns>The look, and the desktop for which it is fitted.</returns>
    /// <exception cref="ProblemException">There is no such fitting, part, setting, value or look.</exception>
    public (Look Look, LiveDesktop Desktop) Try(long id, StepForm form)
    {
        var before = fittings.Get(id);
        var desktop = register.Get(before.Row.DesktopId);
        return (Try(before, desktop, form).After.Look, desktop);
    }

    internal StepStand Try(OpenFitting before, LiveDesktop desktop, StepForm form)
    {
        var step = steps.Make(desktop, before.State.Look.Look, form);
        return before.State.With(before.Done, step).Steps[before.Done];
    }

    /// <summary>Leaves a step out, or takes it in again.</summary>
    /// <exception cref="ProblemException">There is no such fitting or step.</exception>
    public OpenFitting Leave(long id, int step, bool isOut)
    {
        var before = fittings.Get(id);
        if (!before.State.Steps.TryGetValue(step, out var stand))
            throw ProblemException.NotFound("This step");
        return stand.IsOut == isOut ? before : Do(before, new FittingMove.Leave(step, isOut));
    }

    /// <summary>Puts another look under the steps: what is on now, for instance, after that has changed.</summary>
    /// <exception cref="ProblemException">There is no such fitting or look.</exception>
    public OpenFitting Rebase(long id, string look)
    {
        var before = fittings.Get(id);
        return Do(before, BaseOf(register.Get(before.Row.DesktopId), look));
    }

    /// <summary>Undoes the last thing that was done.</summary>
    /// <param name="id">The fitting's number.</param>
    /// <param name="revision">The state in which the person saw it.</param>
    /// <exception cref="ProblemException">There is no such fitting, nothing to undo, or another window changed it.</exception>
    public OpenFitting Undo(long id, long revision) =>
        Turn(
            id,
            revision,
            fitting =>
                fitting.Done > 1
                    ? fitting.Done - 1
                    : throw ProblemException.InTheWay(
                        ProblemCode.NothingToUndo,
                        "Nothing was done yet.",
                        NotMoved
                    )
        );

    /// <summary>Does again what was undone last.</summary>
    /// <param name="id">The fitting's number.</param>
    /// <param name="revision">The state in which the person saw it.</param>
    /// <exception cref="ProblemException">There is no such fitting, nothing to redo, or another window changed it.</exception>
    public OpenFitting Redo(long id, long revision) =>
        Turn(
            id,
            revision,
            fitting =>
                fitting.Done < fitting.Moves.Count
                    ? fitting.Done + 1
                    : throw ProblemException.InTheWay(
                        ProblemCode.NothingToRedo,
                        "Nothing was undone.",
                        NotMoved
                    )
        );

    private OpenFitting Turn(long id, long revision, Func<OpenFitting, int> to)
    {
        using var db = databases.CreateDbContext();
        using var all = db.Database.BeginTransaction(IsolationLevel.Serializable);
        var before = fittings.Get(db, id);
        if (before.Row.Revision != revision)
            throw ProblemException.InTheWay(
                ProblemCode.ChangedMeanwhile,
                "Another window changed this fitting in the same moment. Look at how it is now, and press again.",
                NotMoved
            );
        Note(db, id, to(before));
        all.Commit();
        return fittings.Get(id);
    }

    /// <summary>Does something after all that is done; what was undone before is given up.</summary>
    /// <param name="fitting">The fitting, as it was seen.</param>
    /// <param name="move">What is done.</param>
    /// <param name="continues">Whether it can stand in place of the last move.</param>
    internal OpenFitting Do(OpenFitting fitting, FittingMove move, bool continues = false)
    {
        var id = fitting.Row.Id;
        using var hold = content.Hold();
        var digest = Keep(register.Get(fitting.Row.DesktopId), move, hold);
        using var db = databases.CreateDbContext();
        using var all = db.Database.BeginTransaction(IsolationLevel.Serializable);
        var before = fittings.Get(db, id);
        var at =
            continues
            && move is FittingMove.Step step
            && before.Moves[before.Done - 1] is FittingMove.Step last
            && step.Taken.Continues(last.Taken)
                ? before.Done - 1
                : before.Done;
        db.FittingMoves.Where(one => one.FittingId == id && one.Number >= at).ExecuteDelete();
        db.Add(
            new FittingMoveRow
            {
                FittingId = id,
                Number = at,
                Move = digest,
            }
        );
        db.SaveChanges();
        Note(db, id, at + 1);
        all.Commit();
        return fittings.Get(id);
    }

    private void Note(FuroshikiDb db, long id, int done) =>
        db
            .Fittings.Where(one => one.Id == id)
            .ExecuteUpdate(set =>
                set.SetProperty(one => one.Done, done)
                    .SetProperty(one => one.Revision, one => one.Revision + 1)
                    .SetProperty(one => one.ChangedAt, clock.GetUtcNow().UtcDateTime)
            );

    /// <summary>Keeps a move, with the content of what it brings that is the person's.</summary>
    private static Digest Keep(LiveDesktop desktop, FittingMove move, IContentHold hold)
    {
        using var batch = hold.Begin();
        if (MoveText.LookOf(move) is { } look)
            SafeStateShelf.KeepAssets(desktop, look, keepSystem: false, batch);
        var digest = MoveText.PutInto(move, batch);
        batch.Commit();
        return digest;
    }

    private FittingMove.Base BaseOf(LiveDesktop desktop, string text)
    {
        if (text == LookRef.Nothing)
            return new FittingMove.Base(
                text,
                "nothing",
                new FittedLook(Look.Of([]), PartMaps.Of(desktop.MapDigest))
            );
        var look = finder.Find(desktop, text);
        return new FittingMove.Base(
            look.Ref,
            look.Source switch
            {
                LookSource.Now => "what is on now",
                LookSource.Saving => $"{look.Name}, {look.Caption}",
                _ => look.Name,
            },
            new FittedLook(look.Look, look.Maps)
        );
    }

    /// <summary>What a fitting is called after what it begins with.</summary>
    private string NameAfter(LiveDesktop desktop, FittingMove.Base begin) =>
        begin.Of switch
        {
            LookRef.Nothing => "New look",
            LookRef.Now => desktop.Name,
            var other => finder.Find(desktop, other).Name,
        };

    private static string NameOf(string name)
    {
        if (PersonsText.WhyNot("The name", name, FuroshikiDb.LongestName) is { } reason)
            throw ProblemException.Field("name", reason);
        var tidy = PersonsText.Tidy(name);
        return tidy.Length > 0
            ? tidy
            : throw ProblemException.Field("name", "A fitting needs a name.");
    }
}
