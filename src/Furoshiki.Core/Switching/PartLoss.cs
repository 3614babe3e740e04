using System.Collections.Immutable;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Words;

namespace Furoshiki.Core.Switching;

/// <summary>Why something of a part has no match.</summary>
/// <param name="What">What has none, in words.</param>
/// <param name="Reason">Why, in a sentence.</param>
public sealed record LossReason(string What, string Reason);

/// <summary>What a part of a look loses on a desktop.</summary>
/// <param name="Kind">The kind's name.</param>
/// <param name="Share">What it loses of all that it sets: more than 0, and 1 for the whole part.</param>
/// <param name="Words">How much that is, such as "3 of 32 roles" or "the second one".</param>
/// <param name="Reasons">What it loses, each reason once.</param>
public sealed record PartLoss(
    string Kind,
    double Share,
    string Words,
    ImmutableArray<LossReason> Reasons
)
{
    /// <summary>What can be chosen instead; empty where nothing can.</summary>
    public ImmutableArray<Remedy> Remedies { get; init; } = [];

    private const int MostNamed = 6;

    /// <summary>A part of which nothing has a match.</summary>
    /// <param name="kind">The kind's name.</param>
    /// <param name="what">The part in words.</param>
    /// <param name="reason">Why, in a sentence.</param>
    public static PartLoss Whole(string kind, string what, string reason) =>
        new(kind, 1, "all of it", [new LossReason(what, reason)]);

    /// <summary>What a part loses, in its measure.</summary>
    /// <param name="wanted">The part as it was saved.</param>
    /// <param name="losses">What has no match; at least one.</param>
    public static PartLoss Of(Component wanted, ImmutableArray<Loss> losses)
    {
        var away = losses
            .Where(loss => loss.Key is { Name.Length: 0 })
            .Select(loss => loss.Key!.Value.Item!)
            .ToHashSet(StringComparer.Ordinal);
        var keys = losses.Select(loss => loss.Key).OfType<SettingKey>().ToHashSet();
        var files = losses.Count(loss => loss.Key is null);
        var all = wanted.Settings.Keys.Concat(wanted.Kept.Keys.Select(SettingKey.Parse)).ToList();
        var lost = all.Count(key =>
            keys.Contains(key) || (key.Item is { } item && away.Contains(item))
        );
        var ofFiles = wanted.Assets.Count(asset => asset.Setting is null);
        return new PartLoss(
            wanted.Kind.Name,
            (double)(lost + files) / (all.Count + ofFiles),
            string.Join(
                ", ",
                [
                    .. away.Count > 0 ? [ItemsOf(wanted, away)] : Array.Empty<string>(),
                    .. SettingsOf(wanted.Kind, all, keys),
                    .. files > 0
                        ? [ofFiles == 1 ? "its file" : $"{files} of {ofFiles} files"]
                        : Array.Empty<string>(),
                ]
            ),
            [
                .. losses
                    .GroupBy(loss => loss.Reason, loss => loss.What)
                    .Select(reason => new LossReason(Named([.. reason.Distinct()]), reason.Key)),
            ]
        )
        {
            Remedies = [.. away.SelectMany(item => Remedy.ForAway(wanted.Kind, item))],
        };
    }

    private static string ItemsOf(Component wanted, HashSet<string> away)
    {
        var items = wanted.Items.ToList();
        return away.Count == items.Count
                ? (items.Count == 1 ? "the only one" : $"all {items.Count}")
            : away.Count == 1
                ? $"the {Counting.OrdinalWord(1 + items.FindIndex(away.Contains))} one"
            : $"{away.Count} of {items.Count}";
    }

    /// <summary>Settings are counted by their names, however many items have them, and roles apart from the others.</summary>
    private static IEnumerable<string> SettingsOf(
        Kind kind,
        IReadOnlyList<SettingKey> all,
        HashSet<SettingKey> lost
    ) =>
        all.GroupBy(key => kind == ColoursKind.Kind && IsRole(key))
            .OrderBy(group => group.Key)
            .Select(group =>
            {
                var gone = group.Where(lost.Contains).Select(key => key.Name).Distinct().Count();
                var some = group.Select(key => key.Name).Distinct().Count();
                return gone == 0
                    ? ""
                    : $"{gone} of {Counting.Of(some, group.Key ? "role" : "setting")}";
            })
            .Where(words => words.Length > 0);

    private static bool IsRole(SettingKey key) => Role.All.Any(role => role.Name == key.Name);

    private static string Named(IReadOnlyList<string> what) =>
        what.Count <= MostNamed
            ? string.Join(", ", what)
            : $"{string.Join(", ", what.Take(MostNamed - 1))} and {what.Count - MostNamed + 1} more";
}
