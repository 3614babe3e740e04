using System.Collections.Immutable;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Words;

namespace Furoshiki.Core.Fitting;

/// <summary>A step in words.</summary>
/// <param name="Title">It in a few words.</param>
/// <param name="Changes">What it changes, part by part, each in words such as "Panels: main, thickness 26 → 32 px".</param>
public sealed record StepWords(string Title, ImmutableArray<string> Changes)
{
    /// <summary>How long a title may be that says two changes in full, in characters.</summary>
    private const int LongestTitle = 100;

    /// <summary>Says a step in words.</summary>
    public static StepWords Of(StepStand stand)
    {
        ImmutableArray<string> changes =
        [
            .. stand
                .Step.Edits.Select(edit => edit.Kind)
                .Distinct()
                .SelectMany(kind => ChangesOf(kind, stand)),
        ];
        return new StepWords(TitleOf(stand.Step, changes), changes);
    }

    private static string TitleOf(FittingStep step, ImmutableArray<string> changes) =>
        (step.Title, changes) switch
        {
            ({ Length: > 0 } title, _) => title,
            (_, []) => string.Join(", ", step.Edits.Select(Wanted)),
            (_, [var only]) => only,
            (_, [var one, var other])
                when step.Edits is [var edit]
                    && $"{one}; {other[(edit.Kind.Title.Length + 2)..]}"
                        is { Length: <= LongestTitle } both => both,
            _ =>
                $"{string.Join(", ", step.Edits.Select(edit => edit.Kind.Title).Distinct())}: {Counting.Of(changes.Length, "change")}",
        };

    /// <summary>What an edit is about, where it changes nothing.</summary>
    private static string Wanted(FittingEdit edit) =>
        edit switch
        {
            FittingEdit.Whole whole => $"{edit.Kind.Title}: {whole.Part.Words}",
            FittingEdit.Piece piece => piece.Part.Settings.Count switch
            {
                0 => $"{edit.Kind.Title}: {string.Join(", ", piece.Out.Select(WordsOf))} taken out",
                1 when piece.Part.Settings.First() is var only =>
                    $"{edit.Kind.Title}: {Difference.TitleOf(edit.Kind, only.Key).ToLowerInvariant()} {DifferenceWords.Words(edit.Kind, only.Key, only.Value)}",
                var several => $"{edit.Kind.Title}: {Counting.Of(several, "setting")}",
            },
            FittingEdit.Rename named => $"{edit.Kind.Title}: {named.From} is called {named.To}",
            _ => $"{edit.Kind.Title} taken out",
        };

    private static string WordsOf(SettingKey key) =>
        key.Name.Length == 0 ? key.Item! : key.ToString();

    private static IEnumerable<string> ChangesOf(Kind kind, StepStand stand)
    {
        var (before, after) = (stand.Before.Look[kind], stand.After.Look[kind]);
        if (Equals(before, after))
            return [];
        if (after is null)
            return [$"{kind.Title} taken out"];
        if (before is null)
            return [$"{kind.Title}: {after.Words}"];
        if (
            stand.Step.Edits.OfType<FittingEdit.Rename>().FirstOrDefault(one => one.Kind == kind) is
            { } named
        )
            return [$"{kind.Title}: {named.From} is called {named.To}"];
        var difference = Difference.Between(kind, before, after, _ => null);
        return
        [
            .. difference
                .Changes()
                .Concat(difference.Assets.Select(one => $"{one.Name} with other files"))
                .Select(words => $"{kind.Title}: {words}"),
        ];
    }
}
