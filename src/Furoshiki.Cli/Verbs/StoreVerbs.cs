using System.CommandLine;
using Furoshiki.App;
using Furoshiki.App.Installation;
using Furoshiki.App.Recovery;
using Furoshiki.App.Safekeeping;
using Furoshiki.Core.Words;
using Furoshiki.Store;

namespace Furoshiki.Cli.Verbs;

/// <summary>What was done with a copy.</summary>
/// <param name="Said">It, in words.</param>
internal sealed record TakenCopyView(string Said);

/// <summary>The verbs for all that is kept, as a whole.</summary>
internal static class StoreVerbs
{
    private static readonly Argument<string?> Folder = new("folder")
    {
        Description = "The folder for the copy; the one that was chosen if none is named",
        Arity = ArgumentArity.ZeroOrOne,
    };

    private static readonly Argument<string> Copy = new("copy") { Description = "The copy's file" };

    public static IEnumerable<Command> Make() =>
        [
            .. Verb.Looking(
                Verb.Make("store", "Tell where everything is kept, and how it stands", Store)
            ),
            Verb.Make("copy", "Copy everything that is kept", MakeCopy, Folder),
            Verb.OnFolder(
                "take-copy",
                "Put a copy in the place of everything that is kept, and set that aside",
                TakeCopy,
                Copy
            ),
        ];

    private static int Store(Call call)
    {
        var view = call.Session.Get<StoreShelf>().View();
        call.Output.Show(
            view,
            () =>
            {
                call.Output.Line(
                    $"{view.Folder}, {Counting.Bytes(view.Bytes)}{(view.IsDamaged ? ", damaged: start Furoshiki again" : "")}"
                );
                foreach (var damaged in view.Damaged)
                    call.Output.Line($"Damaged: {damaged}");
                foreach (var lost in view.Lost)
                {
                    call.Output.Line(
                        $"Set aside {Output.Moment(lost.At)} in {lost.Folder}. {lost.Why}"
                    );
                    foreach (var gone in lost.Gone)
                        call.Output.Line($"  gone: {gone}");
                    foreach (var known in lost.Known)
                        call.Output.Line($"  as it was known elsewhere: {known}");
                }
                if (view.Copies.Failure is { } failure)
                    call.Output.Line($"No copy {Output.Moment(failure.At)}: {failure.Sentence}");
                if (view.Copies.All.Count == 0)
                    call.Output.Line("There is no copy of it: furoshiki copy FOLDER");
                else
                    call.Output.Table(
                        ["Copy", "Made", "Length"],
                        view.Copies.All.Select(copy =>
                            (IReadOnlyList<Cell>)
                                [copy.Name, Output.Moment(copy.At), Counting.Bytes(copy.Bytes)]
                        )
                    );
            }
        );
        return ExitCode.Done;
    }

    private static int MakeCopy(Call call)
    {
        var folder = call.Given.GetValue(Folder) is { } given ? Path.GetFullPath(given) : null;
        var copy = call.Session.Get<Copies>().Make(folder, CancellationToken.None);
        call.Output.Show(
            copy,
            () => call.Output.Line($"Copied: {copy.Name}, {Counting.Bytes(copy.Bytes)}.")
        );
        return ExitCode.Done;
    }

    private static int TakeCopy(DataFolder data, Output output, ParseResult given)
    {
        using var own = data;
        if (data.RunningAt() is not null)
            throw Running();
        // The copy knows nothing of what is on its way now.
        if (DatabaseHealth.KnowsOfSwitches(data.Database))
            using (var session = new Session(data.Path))
                session.Get<Recoverer>().SettleAllOrRefuse();
        if (!data.Join())
            throw Running();
        var view = new TakenCopyView(data.TakeCopy(Path.GetFullPath(given.GetRequiredValue(Copy))));
        output.Show(view, () => output.Line(view.Said));
        return ExitCode.Done;
    }

    private static ProblemException Running() =>
        ProblemException.InTheWay(
            ProblemCode.Running,
            "Furoshiki is running. End it first, so that nothing is saved meanwhile."
        );
}
