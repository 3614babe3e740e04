using System.CommandLine;
using Furoshiki.App;
using Furoshiki.App.Keeping;
using Furoshiki.App.Looks;
using Furoshiki.Core.Words;

namespace Furoshiki.Cli.Verbs;

/// <summary>What was undeleted, by the name that it has now.</summary>
internal sealed record UndeletedView(string Name);

/// <summary>The verbs that delete what was saved, and undelete it.</summary>
internal static class KeepingVerbs
{
    private static readonly Argument<string> What = new("what")
    {
        Description =
            "A profile's name, with a number after it for one of its savings ('Open Night 4'), saving-N, or state-N",
    };

    private static readonly Argument<long?> Deletion = new("deletion")
    {
        Description = "Its number, as deleted lists it; what was deleted last if none is named",
        Arity = ArgumentArity.ZeroOrOne,
    };

    public static IEnumerable<Command> Make() =>
        [
            Verb.OnDesktop("delete", "Delete a profile, a saving or a safe state", Delete, What),
            .. Verb.Looking(
                Verb.Make("deleted", "List what was deleted and can be undeleted", Deleted)
            ),
            Verb.Make("undelete", "Put back what was deleted", Undelete, Deletion),
        ];

    private static int Delete(Call call)
    {
        var what = call.Given.GetRequiredValue(What);
        var deletions = call.Session.Get<Deletions>();
        var finder = call.Session.Get<LookFinder>();
        var deleted = finder.FindProfile(what) is { } profile
            ? deletions.DeleteProfile(profile)
            : finder.Find(call.Desktop, what) switch
            {
                { Source: LookSource.Saving, Id: var id } => deletions.DeleteSaving(id),
                { Source: LookSource.SafeState, Id: var id } => deletions.DeleteSafeState(
                    call.Desktop,
                    id
                ),
                { Source: LookSource.Fitting, Id: var id } => deletions.DeleteFitting(id),
                _ => throw new ProblemException(
                    new Problem(
                        ProblemKind.Invalid,
                        ProblemCode.NotKept,
                        "This is what is on now. Only what was saved can be deleted.",
                        "Nothing was changed.",
                        "what"
                    )
                ),
            };
        call.Output.Show(
            deleted,
            () =>
            {
                call.Output.Line($"Deleted: the {Words(deleted.What)} {deleted.Name}.");
                call.Output.Line(
                    $"Until {Day(deleted.Until)} it can be undeleted: furoshiki undelete {deleted.Id}"
                );
            }
        );
        return ExitCode.Done;
    }

    private static int Deleted(Call call)
    {
        var all = call.Session.Get<Deletions>().All();
        call.Output.Show(
            all,
            () =>
            {
                if (all.Count == 0)
                    call.Output.Line("Nothing is deleted.");
                else
                    call.Output.Table(
                        ["Number", "What", "Name", "Until", "For it alone"],
                        all.Select(one =>
                            (IReadOnlyList<Cell>)
                                [
                                    $"{one.Id}",
                                    Words(one.What),
                                    one.Name,
                                    Day(one.Until),
                                    Counting.Bytes(one.Cost.Alone),
                                ]
                        )
                    );
            }
        );
        return ExitCode.Done;
    }

    private static int Undelete(Call call)
    {
        var deletions = call.Session.Get<Deletions>();
        var id =
            call.Given.GetValue(Deletion)
            ?? (deletions.All() is [var last, ..] ? last.Id : null as long?)
            ?? throw ProblemException.NotFound("Anything that was deleted");
        var view = new UndeletedView(deletions.Undelete(id));
        call.Output.Show(view, () => call.Output.Line($"Undeleted: {view.Name}."));
        return ExitCode.Done;
    }

    private static string Words(DeletedWhat what) =>
        what == DeletedWhat.SafeState ? "safe state" : what.ToString().ToLowerInvariant();

    private static string Day(DateTime moment) => $"{moment.ToLocalTime():yyyy-MM-dd}";
}
