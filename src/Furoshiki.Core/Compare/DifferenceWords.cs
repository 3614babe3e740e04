using System.Globalization;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Words;

namespace Furoshiki.Core.Compare;

/// <summary>Says differences in a few words.</summary>
public static class DifferenceWords
{
    private const string NotSet = "not set";

    /// <summary>A value with its unit, or "not set".</summary>
    public static string Words(Kind kind, SettingKey key, SettingValue? value) =>
        value is null ? NotSet : kind.GetSetting(key).Type.Words(value);

    /// <summary>One part's difference in one line, such as "opacity 92 → 80 %" or "2 files edited in place".</summary>
    /// <param name="part">The difference.</param>
    /// <param name="edited">What is said of files that are in both and differ.</param>
    public static string Summary(this PartDifference part, string edited = "edited in place")
    {
        if (part.From is null || part.To is null)
            return part.From is null ? $"now {part.To!.Words}" : "no longer set";
        var said = new List<string>();
        said.AddRange(SettingWords(part, part.From, part.To));
        if (part.Assets.Length > 0)
            said.Add(
                part.Assets.All(asset => asset.Files.IsEmpty)
                    ? $"{string.Join(", ", part.Assets.Select(asset => asset.Name))} {edited}"
                    : FileWords(part.Assets.SelectMany(asset => asset.Files), edited)
            );
        return said.Count == 0 ? "another place for the same name" : string.Join("; ", said);
    }

    /// <summary>What a part became, each change by itself: "main added", "thickness 26 → 32 px".</summary>
    /// <param name="part">The difference, of a part that both have.</param>
    /// <param name="isTold">Whether a setting is told of, or an item, as a setting of it without a name; null for all.</param>
    public static IEnumerable<string> Changes(
        this PartDifference part,
        Func<SettingKey, bool>? isTold = null
    )
    {
        bool Tells(SettingKey key) => isTold?.Invoke(key) != false;
        var come = part.To!.Items.Except(part.From!.Items).ToList();
        var gone = part.From.Items.Except(part.To.Items).ToList();
        return
        [
            .. come.Where(item => Tells(new SettingKey("", item))).Select(item => $"{item} added"),
            .. gone.Where(item => Tells(new SettingKey("", item)))
                .Select(item => $"{item} taken out"),
            .. part
                .Settings.Where(one =>
                    Tells(one.Key)
                    && (
                        one.Key.Item is not { } item
                        || !(come.Contains(item) || gone.Contains(item))
                    )
                )
                .Select(one => $"{one.Title.ToLowerInvariant()} {FromTo(part.Kind, one)}"),
        ];
    }

    /// <summary>How many changes of settings are said one by one.</summary>
    private const int Few = 3;

    /// <summary>What changed in the settings of a part and no more: "28 panels more", "both, thickness 22 → 44 px".</summary>
    private static IEnumerable<string> SettingWords(
        PartDifference part,
        Component from,
        Component to
    )
    {
        var items = to.Items.ToList();
        var came = Only(to, from);
        var gone = Only(from, to);
        var changes = part
            .Settings.Where(one => !came.Contains(one.Key.Item) && !gone.Contains(one.Key.Item))
            .GroupBy(one =>
                (one.Key.Name, IsOfItem: one.Key.Item is not null, Words: FromTo(part.Kind, one))
            )
            .Select(same => $"{TitleOf(part.Kind, [.. same], items)} {same.Key.Words}")
            .ToList();
        return new[] { ItemWords(came, "added", "more"), ItemWords(gone, "gone", "fewer") }
            .OfType<string>()
            .Concat(
                changes.Count <= Few ? changes
                : from.Words == to.Words || came.Count + gone.Count > 0
                    ? [Counting.Of(changes.Count, "setting")]
                : [$"{from.Words} → {to.Words}"]
            );

        HashSet<string?> Only(Component one, Component other) =>
            part.Kind.Item is null ? [] : [.. one.Items.Except(other.Items)];

        string? ItemWords(HashSet<string?> them, string one, string several) =>
            them.Count switch
            {
                0 => null,
                1 => $"{them.Single()} {one}",
                _ => $"{Counting.Of(them.Count, part.Kind.Item!)} {several}",
            };
    }

    /// <summary>What changed in the same way: "opacity", "main, opacity"; for each item that there is, "both, opacity".</summary>
    private static string TitleOf(
        Kind kind,
        IReadOnlyList<SettingDifference> same,
        IReadOnlyCollection<string> items
    )
    {
        var title = kind.GetSetting(same[0].Key).Title.ToLowerInvariant();
        var of =
            same.Count > 1 && same.Count == items.Count ? Counting.All(same.Count)
            : same.Count > Few && kind.Item is { } item ? Counting.Of(same.Count, item)
            : string.Join(" and ", same.Select(one => one.Key.Item).OfType<string>());
        return of.Length > 0 ? $"{of}, {title}" : title;
    }

    /// <summary>What became of a file, in words.</summary>
    /// <param name="change">What became of it.</param>
    /// <param name="edited">What is said of one that is in both and differs.</param>
    public static string FileWord(FileChangeKind change, string edited = "edited in place") =>
        change switch
        {
            FileChangeKind.Added => "added",
            FileChangeKind.Deleted => "deleted",
            _ => edited,
        };

    /// <summary>What became of a file of two assets of which one stands in the other's place, in words.</summary>
    /// <param name="change">What became of it.</param>
    public static string FileWordInPlace(FileChangeKind change) =>
        change switch
        {
            FileChangeKind.Added => "only in the second",
            FileChangeKind.Deleted => "only in the first",
            _ => "with other content",
        };

    /// <summary>Differences of files in one line, such as "2 files edited in place, 1 added, 3 deleted".</summary>
    /// <param name="files">The differences.</param>
    /// <param name="edited">What is said of files that are in both and differ.</param>
    public static string FileWords(
        IEnumerable<FileDifference> files,
        string edited = "edited in place"
    ) => FileWords(files, change => FileWord(change, edited));

    /// <summary>Differences of files in one line.</summary>
    /// <param name="files">The differences.</param>
    /// <param name="word">What is said of those with which the same became.</param>
    public static string FileWords(
        IEnumerable<FileDifference> files,
        Func<FileChangeKind, string> word
    )
    {
        var all = files.ToList();
        var things = all.Where(file => !file.IsFolder).ToList();
        var noun = things.Count > 0 ? "file" : "folder";
        var said = (things.Count > 0 ? things : all)
            .GroupBy(file => file.Change)
            .OrderBy(group => group.Key)
            .Select(group => (Count: group.Count(), Words: word(group.Key)))
            .Select(
                (one, i) =>
                    i > 0 ? $"{one.Count} {one.Words}"
                    : one.Count == 1 ? $"1 {noun} {one.Words}"
                    : $"{one.Count} {noun}s {one.Words}"
            );
        return string.Join(", ", said);
    }

    /// <summary>
    /// Both values of a setting, the unit said once: "92 → 80 %". Of lists, what came, what went and what moved: an entry that is
    /// moved is still the same.
    /// </summary>
    public static string FromTo(Kind kind, SettingDifference difference)
    {
        if (difference is { From: SettingValue.List before, To: SettingValue.List after })
            return ListWords(before, after);
        var from = Words(kind, difference.Key, difference.From);
        var to = Words(kind, difference.Key, difference.To);
        var unit = kind.GetSetting(difference.Key).Type
            is SettingType.Number { Unit.Length: > 0 } number
            ? SettingType.Number.UnitGap + number.Unit
            : "";
        var shared =
            unit.Length > 0
            && from.EndsWith(unit, StringComparison.Ordinal)
            && to.EndsWith(unit, StringComparison.Ordinal);
        return $"{(shared ? from[..^unit.Length] : from)} → {to}";
    }

    /// <summary>
    /// By how much a value differs from another, in the measure of its type: "+8 px", "ΔE 23.4", "Sky gauge added", "12 px lower".
    /// </summary>
    /// <returns>It; empty where that would only say both values again.</returns>
    public static string ByHowMuch(Kind kind, SettingDifference difference) =>
        difference is { From: { } from, To: { } to }
            ? kind.GetSetting(difference.Key).Type.Match(new Much(difference, from, to))
            : "";

    /// <summary>By how much two values of each type differ; nothing where both say all that there is to say.</summary>
    private sealed class Much(SettingDifference difference, SettingValue from, SettingValue to)
        : ISettingTypeCases<string>
    {
        public string OfColour(SettingType.Colour type) =>
            ColourWords(difference.ColourDistance, difference.AlphaDifference);

        public string OfList(SettingType.List type) =>
            ListWords((SettingValue.List)from, (SettingValue.List)to);

        public string OfGeometry(SettingType.Geometry type) =>
            PlaceWords((SettingValue.Geometry)from, (SettingValue.Geometry)to);

        public string OfNumber(SettingType.Number type) =>
            MoreOrLess(type, type.ValueOf(from), type.ValueOf(to), Number);

        public string OfLengthOfTime(SettingType.LengthOfTime type) =>
            MoreOrLess(type, type.ValueOf(from), type.ValueOf(to), Number);

        public string OfExtent(SettingType.Extent type)
        {
            var (before, after) = (type.ValueOf(from), type.ValueOf(to));
            return before.IsPixels == after.IsPixels
                ? MoreOrLess(
                    type,
                    before.Value,
                    after.Value,
                    much => type.Of(new EdgeLength(much, before.IsPixels))
                )
                : "";
        }

        public string OfChoice(SettingType type) => "";

        public string OfFreeText(SettingType.FreeText type) => "";

        public string OfKeys(SettingType.Keys type) => "";

        public string OfAssetName(SettingType.AssetName type) => "";

        public string OfFlag(SettingType.Flag type) => "";

        public string OfScreenName(SettingType.ScreenName type) => "";

        public string OfFilePath(SettingType.FilePath type) => "";
    }

    /// <summary>How far two colours are apart, as in "ΔE 23.4, alpha −50 %".</summary>
    /// <param name="distance">The CIEDE2000 difference, which knows no alpha; null for none.</param>
    /// <param name="alpha">How much more opaque the second is, in %; null for none.</param>
    public static string ColourWords(double? distance, double? alpha)
    {
        if (distance is not { } number)
            return "";
        var said = new List<string>();
        if (number > 0 || alpha is null or 0)
            said.Add(
                number is > 0 and < 0.05
                    ? $"ΔE{Gap}< 0.1"
                    : string.Create(CultureInfo.InvariantCulture, $"ΔE{Gap}{number:0.0}")
            );
        if (alpha is { } more and not 0)
            said.Add(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"alpha {(more > 0 ? "+" : "\u2212")}{Math.Abs(more):0.#}{Gap}%"
                )
            );
        return string.Join(", ", said);
    }

    private const string Gap = SettingType.Number.UnitGap;

    private static SettingValue Number(double much) => new SettingValue.Number(much);

    private static string MoreOrLess(
        SettingType type,
        double from,
        double to,
        Func<double, SettingValue> of
    ) => (to > from ? "+" : "\u2212") + type.Words(of(Math.Abs(to - from)));

    private static string PlaceWords(SettingValue.Geometry from, SettingValue.Geometry to)
    {
        return string.Join(
            ", ",
            new[]
            {
                By(to.X - from.X, "to the right", "to the left"),
                By(to.Y - from.Y, "lower", "higher"),
                By(to.Width - from.Width, "wider", "narrower"),
                By(to.Height - from.Height, "taller", "shorter"),
            }.OfType<string>()
        );

        static string? By(int much, string more, string less) =>
            much == 0
                ? null
                : string.Create(
                    CultureInfo.InvariantCulture,
                    $"{Math.Abs(much)}{Gap}px {(much > 0 ? more : less)}"
                );
    }

    private static string ListWords(SettingValue.List before, SettingValue.List after)
    {
        // What moved is what is left on both sides when the longest run that kept its order stands still. An entry can be there twice.
        var common = CommonOrder.Of(before.Items, after.Items);
        var gone = Without(before.Items, common);
        var came = Without(after.Items, common);
        var moved = Without(came, Without(came, gone));
        string[] said =
        [
            .. Without(came, gone).Select(item => $"{item} added"),
            .. Without(gone, came).Select(item => $"{item} taken out"),
            .. moved.Select(item => $"{item} moved"),
        ];
        return said.Length > 0 ? string.Join(", ", said) : $"{before} → {after}";
    }

    /// <summary>The entries of a list that are left when each of some others has taken one away that is like it.</summary>
    private static List<string> Without(IEnumerable<string> list, IEnumerable<string> others)
    {
        var left = list.ToList();
        foreach (var other in others)
            left.Remove(other);
        return left;
    }
}
