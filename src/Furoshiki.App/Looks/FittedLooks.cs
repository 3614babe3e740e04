using System.Collections.Concurrent;
using Furoshiki.App.Desktops;
using Furoshiki.Core.Content;
using Furoshiki.Core.Fitting;
using Furoshiki.Core.Looks;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Looks;

/// <summary>A fitting with all that was done to it.</summary>
/// <param name="Row">Its row.</param>
/// <param name="Moves">All moves, those too that were undone; none was before the first that can be read.</param>
/// <param name="State">What those come to that are done.</param>
public sealed record OpenFitting(
    FittingRow Row,
    IReadOnlyList<FittingMove> Moves,
    FittingState State
)
{
    /// <summary>How many of the moves are done.</summary>
    public int Done => Math.Min(Row.Done, Moves.Count);
}

/// <summary>Reads the looks that are being fitted.</summary>
public sealed class FittedLooks
{
    /// <summary>How often a fitting is kept at hand that was read.</summary>
    private const int MostOpen = 32;

    private readonly FuroshikiDbFactory _databases;
    private readonly IContentStore _content;
    private readonly LookLibrary _library;
    private readonly DesktopRegister _register;
    private readonly ConcurrentDictionary<long, Known> _known = new();

    /// <summary>Reads them, and lets the library have those that it does not remember.</summary>
    public FittedLooks(
        FuroshikiDbFactory databases,
        IContentStore content,
        LookLibrary library,
        DesktopRegister register
    )
    {
        (_databases, _content, _library, _register) = (databases, content, library, register);
        library.WorkOutBy(Find);
    }

    /// <summary>A fitting as it was last read.</summary>
    /// <param name="Digests">The content of its moves.</param>
    /// <param name="Stamp">The state of the database in which it was so; null where that was not committed yet.</param>
    private sealed record Known(
        OpenFitting Fitting,
        IReadOnlyList<Digest> Digests,
        WriteStamp? Stamp
    );

    /// <summary>A fitting as it is now.</summary>
    /// <param name="id">Its number.</param>
    /// <exception cref="ProblemException">There is none of this number.</exception>
    public OpenFitting Get(long id)
    {
        var stamp = _databases.Stamp;
        if (_known.TryGetValue(id, out var known) && known.Stamp == stamp)
            return known.Fitting;
        using var db = _databases.CreateDbContext();
        return Get(db, id, stamp);
    }

    /// <summary>A fitting as it is in the midst of what is done to the database.</summary>
    /// <param name="db">The database.</param>
    /// <param name="id">Its number.</param>
    /// <exception cref="ProblemException">There is none of this number.</exception>
    public OpenFitting Get(FuroshikiDb db, long id) => Get(db, id, stamp: null);

    private OpenFitting Get(FuroshikiDb db, long id, WriteStamp? stamp)
    {
        var row =
            db.Fittings.AsNoTracking().FirstOrDefault(one => one.Id == id)
            ?? throw ProblemException.NotFound("This fitting");
        var map = _register.MapOf(row.DesktopId);
        if (
            _known.TryGetValue(id, out var known)
            && known.Fitting.Row.Revision == row.Revision
            && known.Fitting.Row.Name == row.Name
            && known.Fitting.State.Map == map
        )
        {
            _known[id] = known with { Stamp = stamp };
            return known.Fitting;
        }
        var digests = db
            .FittingMoves.Where(one => one.FittingId == id)
            .OrderBy(one => one.Number)
            .Select(one => one.Move)
            .ToList();
        var fitting = Read(row, digests, map, known);
        _known.Keep(id, new Known(fitting, digests, stamp), MostOpen);
        _library.Remember(fitting.State.Look.Look);
        return fitting;
    }

    /// <summary>The look with a digest that a fitting has come to; null if none has.</summary>
    private Look? Find(Digest digest)
    {
        using var db = _databases.CreateDbContext();
        return db
            .Fittings.Select(one => one.Id)
            .AsEnumerable()
            .Select(id => Get(id).State.Look.Look)
            .FirstOrDefault(look => look.Digest == digest);
    }

    private OpenFitting Read(FittingRow row, List<Digest> digests, Digest map, Known? known)
    {
        var moves = digests
            .Select(
                (digest, i) =>
                    known?.Digests.ElementAtOrDefault(i) == digest
                        ? known.Fitting.Moves[i]
                        : ReadMove(digest)
            )
            .ToList();
        var done = Math.Min(row.Done, moves.Count);
        var isOneStepMore =
            known is not null
            && known.Fitting.State.Map == map
            && done == known.Fitting.Done + 1
            && known.Digests.Take(done - 1).SequenceEqual(digests.Take(done - 1));
        var state =
            isOneStepMore && moves[done - 1] is FittingMove.Step step
                ? known!.Fitting.State.With(done - 1, step.Taken)
                : FittingState.Of([.. moves.Take(done)], map);
        return new OpenFitting(row, moves, state);
    }

    private FittingMove ReadMove(Digest digest)
    {
        try
        {
            return MoveText.Read(_content.Read(digest));
        }
        catch (Exception problem) when (problem is FormatException or MissingContentException)
        {
            return new FittingMove.Unknown();
        }
    }
}
