using System.Collections.Immutable;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Words;

namespace Furoshiki.Core.Fitting;

/// <summary>Says steps in words.</summary>
public static class StepWords
{
    /// <summary>What a step changes, part by part, each in words such as "Panels: main, thickness 26 → 32 px".</summary>
    public static ImmutableArray<string> Changes(StepStand stand) =>
        [
            .. stand
                .Step.Edits.Select(edit => edit.Kind)
                .Distinct()
                .SelectMany(kind => Changes(kind, stand)),
        ];

    /// <summary>A step in a few words.</summary>
    public static string Title(StepStand stand) =>
        stand switch
        {
            { Step.Title: { Length: > 0 } title } => title,
            _ when Changes(stand) is { Length: > 0 } changes => changes is [var only]
                ? only
                : $"{string.Join(", ", stand.Step.Edits.Select(edit => edit.Kind.Title).Distinct())}: {Counting.Of(changes.Length, "change")}",
            _ => string.Join(", ", stand.Step.Edits.Select(Wanted)),
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
            _ => $"{edit.Kind.Title} taken out",
        };

    private static string WordsOf(SettingKey key) =>
        key.Name.Length == 0 ? key.Item! : key.ToString();

    private static IEnumerable<string> Changes(Kind kind, StepStand stand)
    {
        var (before, after) = (stand.Before.Look[kind], stand.After.Look[kind]);
        if (Equals(before, after))
            return [];
        if (after is null)
            return [$"{kind.Title} taken out"];
        if (before is null)
            return [$"{kind.Title}: {after.Words}"];
        var difference = Difference.Between(kind, before, after, _ => null);
        var come = after.Items.Except(before.Items).ToList();
        var gone = before.Items.Except(after.Items).ToList();
        return
        [
            .. come.Select(item => $"{kind.Title}: {item} added"),
            .. gone.Select(item => $"{kind.Title}: {item} taken out"),
            .. difference
                .Settings.Where(one =>
                    one.Key.Item is not { } item || !(come.Contains(item) || gone.Contains(item))
                )
                .Select(one =>
                    $"{kind.Title}: {one.Title.ToLowerInvariant()} {DifferenceWords.FromTo(kind, one)}"
                ),
            .. difference.Assets.Select(one => $"{kind.Title}: {one.Name} with other files"),
        ];
    }
}
