using System.CommandLine;
using Furoshiki.App.Comparing;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Now;
using Furoshiki.App.SafeStates;
using Furoshiki.App.Shelf;
using Furoshiki.App.Views;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Words;

namespace Furoshiki.Cli.Verbs;

/// <summary>A look with its parts.</summary>
/// <param name="Ref">How it is named for certain.</param>
/// <param name="Name">What people call it.</param>
/// <param name="Caption">Which one of that name.</param>
/// <param name="Digest">Its digest.</param>
/// <param name="Parts">Its parts.</param>
internal sealed record LookView(
    string Ref,
    string Name,
    string Caption,
    string Digest,
    IReadOnlyList<PartView> Parts
);

/// <summary>The verbs that look and change nothing.</summary>
internal static class LookVerbs
{
    private static readonly Argument<string[]> Search = new("words")
    {
        Description =
            "Only profiles that have all of these in their words, or are made of them: a part, a font, a value, a colour (#c24f38) and those near it",
        Arity = ArgumentArity.ZeroOrMore,
    };

    private static readonly Argument<string[]> Looks = new("looks")
    {
        Description = "Two to four looks, each as for show",
        Arity = new ArgumentArity(2, 4),
    };

    private static readonly Option<bool> All = new("--all")
    {
        Description = "Also what does not differ",
    };

    public static IEnumerable<Command> Make() =>
        Verb.Looking(
            Verb.Make("desktops", "List the desktops", Desktops),
            Verb.OnDesktop("now", "Tell what is on a desktop", Now),
            Verb.OnDesktop("drift", "Tell what changed since it was saved", Drift),
            Verb.OnDesktop("shelf", "List the profiles", Shelf, Search),
            Verb.OnDesktop("show", "Tell what a look is made of", Show, Verb.Look),
            Verb.OnDesktop("compare", "Put looks side by side", Compare, Looks, All),
            Verb.OnDesktop("states", "List the safe states", States)
        );

    private static int Desktops(Call call)
    {
        var all = call.Session.Get<DesktopRegister>().List();
        call.Output.Show(
            all,
            () =>
            {
                if (all.Count == 0)
                    call.Output.Line(
                        "There is no desktop yet. Add one on the page: furoshiki open."
                    );
                else
                    call.Output.Table(
                        ["Desktop", "Platform", "Screens", "Folder", ""],
                        all.Select(one =>
                            (IReadOnlyList<Cell>)
                                [
                                    one.Name,
                                    $"{one.Platform} {one.Version}",
                                    string.Join(
                                        ", ",
                                        one.Screens.Select(screen =>
                                            $"{screen.Width} × {screen.Height}"
                                        )
                                    ),
                                    one.Folder,
                                    one.Gone ?? "",
                                ]
                        )
                    );
            }
        );
        return ExitCode.Done;
    }

    private static int Now(Call call)
    {
        var now = call.Session.Get<NowReader>().Read(call.Desktop);
        call.Output.Show(
            now,
            () =>
            {
                call.Output.Heading(now.Desktop.Name);
                call.Output.Line(
                    now.On is { } on
                        ? $"On: {on.Name}, {on.Ordinal}{(now.Changes > 0 ? $", with {Counting.Of(now.Changes, "change")}" : "")}"
                        : "No profile is on."
                );
                if (now.Recovered is { } recovered)
                    call.Output.Line(recovered);
                foreach (var file in now.Unread)
                    call.Output.Line(
                        $"Not read: {file.File}. {file.Reason}{(file.Anew is { } name ? $" To write it anew, as saved: furoshiki put-back {string.Join(' ', file.Parts.Select(part => part.Kind))} --anew {name}" : "")}"
                    );
                foreach (var value in now.UnreadValues)
                    call.Output.Line(
                        $"Not read: {value.Title}, {value.Setting}, in {value.File}. {value.Reason}"
                    );
                foreach (var part in now.NotShowing)
                    call.Output.Line(
                        $"Not showing: {part.Title}, {part.Set}. It shows {part.Showing}."
                    );
                foreach (var step in now.Waiting)
                    call.Output.Line($"{step.Subject} {step.Words}");
                Drifted(call, now);
                call.Output.Line("");
                Parts(call, now.Parts);
                if (now.WayBack is { } back)
                    call.Output.Line(
                        $"\nLast safe state: {LookRef.OfSafeState(back.Id)}, {back.Title}"
                    );
            }
        );
        return ExitCode.Done;
    }

    private static int Drift(Call call)
    {
        var now = call.Session.Get<NowReader>().Read(call.Desktop);
        call.Output.Show(
            now.Drift,
            () =>
            {
                if (now.Drift.Count == 0)
                    call.Output.Line(
                        now.On is null ? "No profile is on, so nothing can have drifted."
                        : now.Unsaved.Count > 0
                            ? "Everything is as it was put on. What of that is in no saving:"
                        : "Everything is as it was saved."
                    );
                Drifted(call, now);
            }
        );
        return now.Drift.Count > 0 ? ExitCode.Drifted : ExitCode.Done;
    }

    private static void Drifted(Call call, NowView now)
    {
        if (now.Drift.Count > 0)
            call.Output.Table(
                ["Drifted", "What changed", "Since"],
                now.Drift.Select(part =>
                    (IReadOnlyList<Cell>)[part.Title, part.Words, part.Since ?? ""]
                )
            );
        if (now.Unsaved.Count > 0)
            call.Output.Table(
                ["Saved nowhere", "What was put on"],
                now.Unsaved.Select(part => (IReadOnlyList<Cell>)[part.Title, part.Words])
            );
    }

    private static int Shelf(Call call)
    {
        var words = call.Given.GetValue(Search) ?? [];
        var cards = call
            .Session.Get<ShelfSearch>()
            .Find(call.Desktop, new ShelfQuery(string.Join(' ', words.Select(Together))));
        call.Output.Show(
            cards,
            () =>
            {
                if (cards.Count == 0)
                    call.Output.Line(
                        words.Length > 0
                            ? "No profile has these words."
                            : "Nothing is saved yet. Save what is on: furoshiki save NAME."
                    );
                else
                    call.Output.Table(
                        ["Profile", "Saving", "", "Parts", "Here", "Tags"],
                        cards.Select(card =>
                            (IReadOnlyList<Cell>)
                                [
                                    card.Profile.Name,
                                    card.Ordinal,
                                    card.IsDark switch
                                    {
                                        true => "night",
                                        false => "day",
                                        null => "",
                                    },
                                    $"{card.Parts}",
                                    card.Readiness.Words,
                                    string.Join(", ", card.Profile.Tags),
                                ]
                        )
                    );
            }
        );
        return ExitCode.Done;
    }

    /// <summary>What the shell gave as one word belongs together.</summary>
    private static string Together(string word) => word.Contains(' ') ? $"\"{word}\"" : word;

    private static int Show(Call call)
    {
        var look = call
            .Session.Get<LookFinder>()
            .Find(call.Desktop, call.Given.GetRequiredValue(Verb.Look));
        var content = call.Session.Get<IContentStore>();
        var view = new LookView(
            look.Ref,
            look.Name,
            look.Caption,
            look.Look.Digest.Hex,
            [.. look.Look.Components.Select(part => PartView.Of(part, content))]
        );
        call.Output.Show(
            view,
            () =>
            {
                call.Output.Heading($"{view.Name}, {view.Caption}");
                call.Output.Line($"{view.Ref}, digest {look.Look.Digest.Short}");
                call.Output.Line("");
                Parts(call, view.Parts);
            }
        );
        return ExitCode.Done;
    }

    private static void Parts(Call call, IReadOnlyList<PartView> parts) =>
        call.Output.Table(
            ["Part", "As it is set"],
            parts.Select(part =>
                (IReadOnlyList<Cell>)[part.Title, new Cell(part.Words, part.Swatches)]
            )
        );

    private static int Compare(Call call)
    {
        var view = call
            .Session.Get<Comparer>()
            .Compare(
                call.Desktop,
                new CompareQuery(
                    call.Given.GetRequiredValue(Looks),
                    call.Given.GetValue(All),
                    RowOrder.Parts
                )
            );
        call.Output.Show(
            view,
            () =>
            {
                call.Output.Line(
                    view.Differing == 0
                        ? "They are the same."
                        : $"{view.Differing} of {view.Parts} parts differ."
                );
                if (view.NotCovered.Count > 0)
                    call.Output.Line($"Not covered by all: {string.Join(", ", view.NotCovered)}.");
                if (view.Rows.Count > 0)
                    call.Output.Table(
                        ["", .. view.Sides.Select(side => $"{side.Name}, {side.Caption}")],
                        view.Rows.SelectMany(row =>
                            row.Rows.Select(setting => Row("  " + setting.Title, setting.Cells))
                                .Prepend(Row(row.Title, row.Cells))
                        )
                    );
            }
        );
        return ExitCode.Done;

        static IReadOnlyList<Cell> Row(string title, IReadOnlyList<CellView> cells) =>
            [
                title,
                .. cells.Select(cell =>
                    cell.State == CellState.Same
                        ? new Cell("same")
                        : new Cell(
                            cell.Change.Length > 0 ? $"{cell.Words} ({cell.Change})" : cell.Words,
                            cell.Swatches
                        )
                ),
            ];
    }

    private static int States(Call call)
    {
        var all = call.Session.Get<SafeStateShelf>().All(call.Desktop);
        call.Output.Show(
            all,
            () =>
            {
                if (all.Count == 0)
                    call.Output.Line(
                        "There is no safe state yet: one is made before every switch."
                    );
                else
                    call.Output.Table(
                        ["State", "What was on", "Made", "Why", "Files"],
                        all.Select(state =>
                            (IReadOnlyList<Cell>)
                                [
                                    LookRef.OfSafeState(state.Id),
                                    state.Title,
                                    Output.Moment(state.MadeAt),
                                    state.Reason,
                                    $"{state.Files}",
                                ]
                        )
                    );
            }
        );
        return ExitCode.Done;
    }
}
