using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.App.SafeStates;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Switching;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Planning;

/// <summary>A part of another desktop that a plan changes too.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Title">The kind's name for people.</param>
/// <param name="Words">What changes, in words.</param>
/// <param name="Apart">The settings files that this desktop can have for itself, so that it does not change; empty if that is not possible.</param>
public sealed record OtherPartView(
    string Kind,
    string Title,
    string Words,
    IReadOnlyList<string> Apart
);

/// <summary>Something that another desktop has put on.</summary>
/// <param name="Title">What, in words.</param>
/// <param name="At">When (UTC).</param>
public sealed record PutOnView(string Title, DateTime At);

/// <summary>What a plan changes for another desktop that has the same folder.</summary>
/// <param name="Desktop">Its number.</param>
/// <param name="Name">Its name.</param>
/// <param name="Parts">The parts of it that become others.</param>
/// <param name="TakenBack">What it put on since the moment that the plan goes back to, the newest first.</param>
public sealed record OtherSessionView(
    long Desktop,
    string Name,
    IReadOnlyList<OtherPartView> Parts,
    IReadOnlyList<PutOnView> TakenBack
);

/// <summary>Tells what a plan changes for the other sessions of a home: desktops with the same folder and another map.</summary>
public sealed class OtherSessions(
    IDbContextFactory<FuroshikiDb> databases,
    DesktopRegister register,
    Observer observer,
    LookLibrary library,
    SafeStateShelf safeStates
)
{
    /// <summary>What a plan changes for each of them; those for which it changes nothing are left out.</summary>
    public IReadOnlyList<OtherSessionView> Of(ReadyPlan ready)
    {
        if (ready.Desktop.Siblings.Count == 0 || ready.Plan.Changes.IsEmpty)
            return [];
        var written = ready.Plan.Changes.Select(change => change.Path).ToHashSet();
        var since =
            ready.Target.Kind == TargetKind.SafeState
                ? safeStates.Get(ready.Desktop, ready.Target.Id).MadeAt
                : (DateTime?)null;
        return
        [
            .. register
                .All()
                .Where(one =>
                    one.Folder.Root == ready.Desktop.Folder.Root && one.Id != ready.Desktop.Id
                )
                .Select(one => new OtherSessionView(
                    one.Id,
                    one.Name,
                    [
                        .. Changed(one, ready.Plan)
                            .Select(part => new OtherPartView(
                                part.Kind.Name,
                                part.Kind.Title,
                                part.Summary(edited: "written anew"),
                                FilesApart(ready, written, one, part.Kind)
                            )),
                    ],
                    since is { } then ? PutOn(one, then) : []
                ))
                .Where(one => one.Parts.Count > 0),
        ];
    }

    /// <summary>The files of a desktop that a plan writes and a part of the other reads, if it can have all of them for itself.</summary>
    private IReadOnlyList<string> FilesApart(
        ReadyPlan ready,
        HashSet<string> written,
        LiveDesktop other,
        Kind kind
    )
    {
        var its = observer.See(other).Reading.Files;
        var shared = other
            .Map.Find(kind)!
            .Files.Select(file => its[file.Name].Path)
            .Where(written.Contains)
            .ToHashSet();
        var mine = ready
            .Seen.Reading.Files.Where(file => shared.Contains(file.Value.Path))
            .ToList();
        return mine.Count > 0 && mine.All(file => file.Value.Apart is not null)
            ? [.. mine.Select(file => file.Key)]
            : [];
    }

    private IReadOnlyList<PartDifference> Changed(LiveDesktop other, SwitchPlan plan)
    {
        var seen = observer.See(other);
        var after = DesktopReader.Read(
            other.Map,
            new PlannedView(
                seen.View,
                plan,
                digest => library.FindBytes(digest) is { } bytes ? bytes : null
            )
        );
        // A part that can be read only before or only afterwards is no part that becomes another.
        var both = seen
            .Reading.Look.Components.Select(part => part.Kind)
            .Intersect(after.Look.Components.Select(part => part.Kind))
            .ToHashSet();
        return Difference.Between(
            Look.Of(seen.Reading.Look.Components.Where(part => both.Contains(part.Kind))),
            Look.Of(after.Look.Components.Where(part => both.Contains(part.Kind))),
            library.FindTree
        );
    }

    private List<PutOnView> PutOn(LiveDesktop desktop, DateTime since)
    {
        using var db = databases.CreateDbContext();
        return
        [
            .. db
                .Switches.AsNoTracking()
                .Where(one =>
                    one.DesktopId == desktop.Id
                    && one.State == SwitchStand.Done
                    && one.EndedAt > since
                )
                .OrderByDescending(one => one.Id)
                .Select(one => new PutOnView(one.Title, one.BegunAt)),
        ];
    }
}
