using System.Text.Json;
using Furoshiki.App.Observing;
using Furoshiki.App.Planning;
using Furoshiki.App.Session;
using Furoshiki.App.Watching;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Switching;

/// <summary>
/// Looks after a switch for a minute: a part that another program writes over in that time, or whose program ends, did not take, and the
/// result says so for all who ask later.
/// </summary>
public sealed class Aftermath(
    IDbContextFactory<FuroshikiDb> databases,
    DesktopWatch watch,
    Observer observer,
    Sessions sessions,
    SqliteSwitchJournal journal,
    TimeProvider clock
)
{
    /// <summary>How long a switch is looked after.</summary>
    public static TimeSpan Lasts { get; } = TimeSpan.FromMinutes(1);

    /// <summary>Looks after a switch until its time is over, or another one has begun.</summary>
    /// <param name="id">The switch's number.</param>
    /// <param name="plan">What was carried out.</param>
    /// <param name="result">How it ended.</param>
    /// <param name="ending">Ends it before its time.</param>
    public async Task LookAfter(long id, ReadyPlan plan, RunResult result, CancellationToken ending)
    {
        if (!result.Switched)
            return;
        using var lasts = new CancellationTokenSource(Lasts, clock);
        using var over = CancellationTokenSource.CreateLinkedTokenSource(lasts.Token, ending);
        await foreach (var state in watch.Follow(over.Token))
        {
            if (state.Desktop != plan.Desktop.Id)
                continue;
            var parts = result.Parts.Select(part => Again(part, plan)).ToList();
            // Asked after the look, since another switch is in the journal before it writes anything.
            if (IsOver(id, plan.Desktop.Folder.Root))
                return;
            if (parts.SequenceEqual(result.Parts))
                continue;
            result = result with { Parts = parts };
            journal.NoteResult(id, JsonSerializer.Serialize(result, SwitchRuns.Json));
        }
    }

    /// <summary>Whether something else was put on in the folder since, or it was taken back.</summary>
    private bool IsOver(long id, string root)
    {
        using var db = databases.CreateDbContext();
        return db.Switches.Any(one =>
            one.Root == root
            && (
                one.Id > id
                    ? one.State != SwitchStand.Begun
                    : one.Id == id && one.State != SwitchStand.Done
            )
        );
    }

    private PartResult Again(PartResult part, ReadyPlan plan)
    {
        if (
            part.Outcome == PartOutcome.NotTaken
            || plan.Plan.Steps.FirstOrDefault(step => step.Difference.Kind.Name == part.Kind)
                is not { } step
        )
            return part;
        try
        {
            var again = new PartsAgain(
                plan.Desktop,
                observer.See(plan.Desktop),
                sessions.Stopped(plan.Desktop)
            );
            return again.WhyNotAnyMore(step, plan.Plan) is { } why
                ? part with
                {
                    Outcome = PartOutcome.NotTaken,
                    Words = why,
                }
                : part;
        }
        catch (DirectoryNotFoundException)
        {
            // While it is away nothing is known of it.
            return part;
        }
    }
}
