using System.Collections.Immutable;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Switching;

namespace Furoshiki.App.Planning;

/// <summary>One value that is put on in place of what a part of a look has.</summary>
/// <param name="Text">How it stands in a target.</param>
/// <param name="Part">The part.</param>
/// <param name="Key">The setting, which the part has.</param>
/// <param name="Value">The value.</param>
internal sealed record Replacement(string Text, Component Part, SettingKey Key, SettingValue Value);

/// <summary>What a person puts on in place of what a look has.</summary>
/// <param name="All">Each value.</param>
internal sealed record Replacing(IReadOnlyList<Replacement> All)
{
    /// <summary>All is put on as the look has it.</summary>
    public static Replacing Nothing { get; } = new([]);

    /// <summary>What stands in a target.</summary>
    /// <param name="texts">Each "kind/setting=value" or "kind/item/setting=value"; null for nothing.</param>
    /// <param name="look">The look.</param>
    /// <param name="cover">The kinds of it that are put on.</param>
    /// <exception cref="ProblemException">The look has no such setting, or it cannot have such a value.</exception>
    public static Replacing Of(
        IReadOnlyList<string>? texts,
        Look look,
        IReadOnlyCollection<string> cover
    ) =>
        texts is null
            ? Nothing
            : new Replacing([.. texts.Distinct().Select(text => One(text, look, cover))]);

    /// <summary>What is put on instead, by the kind's name.</summary>
    public IReadOnlyDictionary<string, Instead> Pieces =>
        All.GroupBy(one => one.Part.Kind.Name, StringComparer.Ordinal)
            .ToDictionary(
                kind => kind.Key,
                kind => new Instead(
                    kind.DistinctBy(one => one.Key)
                        .ToImmutableSortedDictionary(one => one.Key, one => one.Value)
                )
            );

    /// <summary>That of some kinds.</summary>
    /// <param name="kinds">The names of the kinds.</param>
    public Replacing Only(IEnumerable<string> kinds) =>
        new([.. All.Where(one => kinds.Contains(one.Part.Kind.Name))]);

    /// <summary>What is put on in place of what, in words.</summary>
    public IReadOnlyList<InsteadView> Views =>
        [
            .. All.Select(one => new InsteadView(
                one.Text,
                one.Part.Kind.Title,
                $"{Difference.TitleOf(one.Part.Kind, one.Key).ToLowerInvariant()}: {Words(one, one.Value)} in place of {Words(one, one.Part.Settings[one.Key])}"
            )),
        ];

    private static string Words(Replacement one, SettingValue value) =>
        DifferenceWords.Words(one.Part.Kind, one.Key, value);

    private static Replacement One(string text, Look look, IReadOnlyCollection<string> cover)
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
            return new Replacement(
                text,
                part,
                key,
                part.Kind.GetSetting(key)
                    .Type.Read(NativeValue.Untyped(text[(at + 1)..], [text[(at + 1)..]]))
            );
        }
        catch (SettingsFileException problem)
        {
            throw ProblemException.Field("instead", problem.Message);
        }
    }
}
