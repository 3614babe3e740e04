using System.Collections.Concurrent;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Supplies;
using Furoshiki.App.Views;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;
using Furoshiki.Core.Words;

namespace Furoshiki.App.Comparing;

/// <summary>Makes the cells of a comparison, with what shows how each is.</summary>
public sealed class CellMaker(LookLibrary library, SampleFiles files)
{
    private const string NotCovered = "not covered";
    private const int MostSamples = 3;

    private readonly ConcurrentDictionary<Digest, IReadOnlyList<SampleView>> _samples = new();

    /// <summary>A cell of a look that cannot be read.</summary>
    public static CellView Unreadable { get; } =
        new(CellState.Unreadable, "cannot be read", "", []);

    /// <summary>The cell of a whole part.</summary>
    /// <param name="kind">The part's kind.</param>
    /// <param name="look">The look.</param>
    /// <param name="first">The first look.</param>
    /// <param name="isFirst">Whether this is it.</param>
    /// <param name="difference">What differs from the first; null for nothing.</param>
    /// <param name="desktop">The desktop on whose main screen it is drawn.</param>
    public CellView OfPart(
        Kind kind,
        Look look,
        Look first,
        bool isFirst,
        PartDifference? difference,
        LiveDesktop desktop
    )
    {
        var part = look[kind];
        var state = StateOf(part, first[kind], isFirst, difference is null);
        return new CellView(
            state,
            part?.Words ?? NotCovered,
            state == CellState.Differs && kind == ColoursKind.Kind
                ? DifferenceWords.ColourWords(
                    difference?.ColourDistance,
                    difference?.AlphaDifference
                )
                : "",
            PartView.SwatchesOf(part)
        )
        {
            Samples = part is null || state == CellState.Same ? [] : SamplesOf(part),
            Drawing =
                state == CellState.Same
                    ? null
                    : DesktopPicture.DrawAlone(look, kind, desktop.Screens[0], files.ForPictures()),
        };
    }

    /// <summary>The cell of a setting.</summary>
    /// <param name="kind">The part's kind.</param>
    /// <param name="key">The setting.</param>
    /// <param name="part">The part in this look; null where it is not covered, or has not the item.</param>
    /// <param name="first">The part in the first look, likewise.</param>
    /// <param name="isFirst">Whether this is it.</param>
    /// <param name="desktop">The desktop on whose screen places are shown.</param>
    public static CellView OfSetting(
        Kind kind,
        SettingKey key,
        Component? part,
        Component? first,
        bool isFirst,
        LiveDesktop desktop
    )
    {
        var (value, against) = (ValueIn(part), ValueIn(first));
        var state = StateOf(part, first, isFirst, Equals(value, against));
        return new CellView(
            state,
            part is null ? NotCovered : DifferenceWords.Words(kind, key, value),
            state == CellState.Differs
                ? DifferenceWords.ByHowMuch(kind, new SettingDifference(key, "", against, value))
                : "",
            value is SettingValue.Colour colour ? [colour.Value.ToString()] : []
        )
        {
            Place = value is SettingValue.Geometry place
                ? new PlacedView(
                    desktop.Screens[0].Width,
                    desktop.Screens[0].Height,
                    Box(place),
                    state == CellState.Differs && against is SettingValue.Geometry was
                        ? Box(was)
                        : null
                )
                : null,
        };

        SettingValue? ValueIn(Component? component) => component?.Settings.GetValueOrDefault(key);

        static BoxView Box(SettingValue.Geometry at) => new(at.X, at.Y, at.Width, at.Height);
    }

    /// <summary>The cell of an item that not every look has.</summary>
    public static CellView OfItem(string item, Component? part, Component? first, bool isFirst)
    {
        var (has, had) = (Has(part), Has(first));
        return new CellView(
            StateOf(part, first, isFirst, has == had),
            part is null ? NotCovered
                : has ? WordsOf(part, item)
                : "not there",
            "",
            []
        );

        bool Has(Component? component) => component?.Items.Contains(item) == true;
    }

    /// <summary>The cell of the files of a part.</summary>
    /// <param name="part">The part; null if its look has none.</param>
    /// <param name="first">That of the first look.</param>
    /// <param name="isFirst">Whether it is the first look's.</param>
    /// <param name="others">The assets that differ from those in their place in the first look.</param>
    public CellView OfFiles(
        Component? part,
        Component? first,
        bool isFirst,
        IReadOnlyList<AssetDifference> others
    )
    {
        var state = StateOf(part, first, isFirst, others.Count == 0);
        return new CellView(
            state,
            state switch
            {
                CellState.NotCovered => NotCovered,
                CellState.Differs => others.All(asset => asset.Files.IsEmpty)
                    ? string.Join(", ", others.Select(asset => $"{asset.Name}, other content"))
                    : DifferenceWords.FileWords(
                        others.SelectMany(asset => asset.Files),
                        others.Any(asset => asset.IsReplaced)
                            ? DifferenceWords.FileWordInPlace
                            : change => DifferenceWords.FileWord(change, "edited")
                    ),
                CellState.First => CountOf(part!) is > 0 and var count
                    ? Counting.Of(count, "file")
                    : "there",
                _ => "",
            },
            "",
            []
        )
        {
            HasFiles = state == CellState.Differs,
        };
    }

    /// <summary>How many files the assets of a part have, as far as they are at hand.</summary>
    private int CountOf(Component part) =>
        part.Assets.Sum(asset =>
            asset switch
            {
                { Content: null } => 0,
                { IsFolder: true, Content: { } tree } => library.FindTree(tree)?.FileCount ?? 0,
                _ => 1,
            }
        );

    private static CellState StateOf(
        Component? part,
        Component? first,
        bool isFirst,
        bool isSame
    ) =>
        part is null ? CellState.NotCovered
        : isFirst ? CellState.First
        : first is null ? CellState.Alone
        : isSame ? CellState.Same
        : CellState.Differs;

    private static string WordsOf(Component part, string item) =>
        string.Join(
            ", ",
            part.Settings.Where(set => set.Key.Item == item)
                .Select(set => (Setting: part.Kind.GetSetting(set.Key), set.Value))
                .OrderBy(set => part.Kind.Settings.IndexOf(set.Setting))
                .Take(MostSamples)
                .Select(set => set.Setting.Type.Words(set.Value))
                .DefaultIfEmpty("there")
        );

    /// <summary>The files that show what a part is like: those of the first of its assets that has any.</summary>
    private IReadOnlyList<SampleView> SamplesOf(Component part) =>
        part.Assets.Select(SamplesOf)
            .Select(samples =>
                samples
                    .Where(sample => library.IsAtHand(LookLibrary.Asked(sample.Content)))
                    // One font says enough of a family.
                    .Take(samples is [{ Form: SampleForm.Type }, ..] ? 1 : MostSamples)
                    .ToList()
            )
            .FirstOrDefault(samples => samples.Count > 0)
        ?? [];

    private IReadOnlyList<SampleView> SamplesOf(Asset asset)
    {
        if (asset.Content is not { } content)
            return [];
        if (_samples.TryGetValue(content, out var known))
            return known;
        var tree = asset.IsFolder ? library.FindTree(content) : null;
        if (asset.IsFolder && tree is null)
            return [];
        return _samples[content] = [
            .. SupplySamples.Of(
                tree?.All.Where(one => one.Value.Content is not null)
                    .Select(one => (one.Key, one.Value.Content!.Value))
                    ?? [(asset.Path ?? asset.Name, content)]
            ),
        ];
    }
}
