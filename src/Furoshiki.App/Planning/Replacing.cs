using System.Collections.Immutable;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Switching;

namespace Furoshiki.App.Planning;

/// <summary>What a person puts on in place of what a look has.</summary>
internal static class Replacing
{
    /// <summary>Reads it, by the kind's name.</summary>
    /// <param name="texts">Each "kind/setting=value" or "kind/item/setting=value".</param>
    /// <param name="look">The look.</param>
    /// <param name="cover">The kinds of it that are put on.</param>
    /// <exception cref="ProblemException">The look has no such setting, or it cannot have such a value.</exception>
    public static IReadOnlyDictionary<string, Instead> Of(
        IReadOnlyList<string> texts,
        Look look,
        IReadOnlyCollection<string> cover
    ) =>
        texts
            .Select(text => One(text, look, cover))
            .GroupBy(one => one.Kind, StringComparer.Ordinal)
            .ToDictionary(
                kind => kind.Key,
                kind => new Instead(
                    kind.DistinctBy(one => one.Key)
                        .ToImmutableSortedDictionary(one => one.Key, one => one.Value)
                )
            );

    /// <summary>What is put on in place of what, in words.</summary>
    public static IReadOnlyList<InsteadView> Views(IReadOnlyList<string> texts, Look look) =>
        [
            .. texts.Select(text =>
            {
                var (kind, key, value) = One(text, look, [text.Split('/')[0]]);
                var part = look.Find(kind)!;
                return new InsteadView(
                    text,
                    part.Kind.Title,
                    $"{Difference.TitleOf(part.Kind, key).ToLowerInvariant()}: {DifferenceWords.Words(part.Kind, key, value)} in place of {DifferenceWords.Words(part.Kind, key, part.Settings[key])}"
                );
            }),
        ];

    private static (string Kind, SettingKey Key, SettingValue Value) One(
        string text,
        Look look,
        IReadOnlyCollection<string> cover
    )
    {
        if (
            text.IndexOf('=', StringComparison.Ordinal) is not (> 0 and var at)
            || text[..at].Split('/', 2) is not [var kind, var setting]
            || !cover.Contains(kind)
            || look.Find(kind) is not { } part
            || SettingKey.Parse(setting) is var key && !part.Settings.ContainsKey(key)
        )
            throw ProblemException.Field(
                "instead",
                "The look has no such setting to put something else on for."
            );
        try
        {
            return (
                kind,
                key,
                part.Kind.GetSetting(key).Type.Read(NativeValue.Text(text[(at + 1)..]))
            );
        }
        catch (SettingsFileException problem)
        {
            throw ProblemException.Field("instead", problem.Message);
        }
    }
}
