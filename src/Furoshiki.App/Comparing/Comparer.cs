using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Views;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;

namespace Furoshiki.App.Comparing;

/// <summary>A look that is compared.</summary>
/// <param name="Ref">How it was asked for: "now", or "saving-" and the saving's number.</param>
/// <param name="Saving">The saving; null for now.</param>
/// <param name="Differs">How many parts differ from the first look.</param>
public sealed record SideView(
    string Ref,
    string Name,
    string Caption,
    string Look,
    long? Saving,
    int Differs
);

/// <summary>One look's cell in a row.</summary>
/// <param name="Same">Whether it equals the first look's.</param>
/// <param name="Swatches">Colours that tell the cell, in CSS notation.</param>
/// <param name="Distance">CIEDE2000 difference from the first look's, the largest of the row; null where nothing differs in colour.</param>
public sealed record CellView(
    string Words,
    bool Same,
    IReadOnlyList<string> Swatches,
    double? Distance
);

/// <summary>A setting in all looks.</summary>
public sealed record SettingRowView(string Title, IReadOnlyList<CellView> Cells);

/// <summary>A part in all looks, with the settings in which they differ.</summary>
public sealed record PartRowView(
    string Kind,
    string Title,
    bool Differs,
    IReadOnlyList<CellView> Cells,
    IReadOnlyList<SettingRowView> Settings
);

/// <summary>Looks side by side; the first is what the others are held against.</summary>
public sealed record ComparisonView(
    IReadOnlyList<SideView> Sides,
    IReadOnlyList<PartRowView> Rows,
    int Differing
);

/// <summary>Puts looks side by side.</summary>
public sealed class Comparer(LookLibrary library, LookFinder finder)
{
    private const string NotCovered = "not covered";

    /// <summary>Puts looks side by side.</summary>
    /// <param name="desktop">The desktop whose screens and parts they are told by.</param>
    /// <param name="refs">The looks, two to four, each named as <see cref="LookFinder"/> finds it.</param>
    /// <exception cref="ProblemException">There are fewer or more, or one is not here.</exception>
    public ComparisonView Compare(LiveDesktop desktop, IReadOnlyList<string> refs)
    {
        if (refs.Count is < 2 or > 4)
            throw new ProblemException(
                new Problem(
                    ProblemKind.Invalid,
                    "line-up",
                    "Two to four looks can be compared.",
                    "Nothing was changed."
                )
            );
        var sides = refs.Select(one => finder.Find(desktop, one)).ToList();
        var first = sides[0].Look;
        var differences = sides
            .Select(side =>
                Difference
                    .Between(first, side.Look, library.FindTree)
                    .ToDictionary(part => part.Kind)
            )
            .ToList();
        var rows = desktop
            .Map.Kinds.Select(kind => kind.Kind)
            .Where(kind => sides.Any(side => side.Look[kind] is not null))
            .Select(kind => Row(kind, [.. sides.Select(side => side.Look)], differences))
            .ToList();
        return new ComparisonView(
            [
                .. sides.Select(
                    (side, i) =>
                        new SideView(
                            refs[i],
                            side.Name,
                            side.Caption,
                            side.Look.Digest.Hex,
                            side.Source == LookSource.Saving ? side.Id : null,
                            differences[i].Count
                        )
                ),
            ],
            rows,
            rows.Count(row => row.Differs)
        );
    }

    private static PartRowView Row(
        Kind kind,
        IReadOnlyList<Look> looks,
        IReadOnlyList<Dictionary<Kind, PartDifference>> differences
    )
    {
        var cells = looks.Select(
            (look, i) =>
            {
                var part = look[kind];
                var difference = differences[i].GetValueOrDefault(kind);
                return new CellView(
                    part?.Words ?? NotCovered,
                    difference is null,
                    PartView.SwatchesOf(part),
                    kind == ColoursKind.Kind ? Round(difference?.ColourDistance) : null
                );
            }
        );
        var keys = differences
            .Select(side => side.GetValueOrDefault(kind))
            .OfType<PartDifference>()
            .Where(part => part.From is not null && part.To is not null)
            .SelectMany(part => part.Settings)
            .DistinctBy(one => one.Key)
            .OrderBy(one => one.Key.Item, StringComparer.Ordinal)
            .ThenBy(one => kind.Settings.IndexOf(kind.GetSetting(one.Key)))
            .Select(one => SettingRow(kind, one, looks));
        var differs = differences.Any(side => side.ContainsKey(kind));
        return new PartRowView(
            kind.Name,
            kind.Title,
            differs,
            [.. cells],
            [.. keys, .. FileRows(kind, looks, differences)]
        );
    }

    private static SettingRowView SettingRow(
        Kind kind,
        SettingDifference difference,
        IReadOnlyList<Look> looks
    )
    {
        var first = ValueIn(looks[0]);
        return new SettingRowView(difference.Title, [.. looks.Select(Cell)]);

        SettingValue? ValueIn(Look look) => look[kind]?.Settings.GetValueOrDefault(difference.Key);

        CellView Cell(Look look)
        {
            var value = ValueIn(look);
            return new CellView(
                look[kind] is null
                    ? NotCovered
                    : DifferenceWords.Words(kind, difference.Key, value),
                Equals(value, first),
                value is SettingValue.Colour colour ? [colour.Value.ToString()] : [],
                Round(
                    new SettingDifference(
                        difference.Key,
                        difference.Title,
                        first,
                        value
                    ).ColourDistance
                        is > 0
                            and var distance
                        ? distance
                        : null
                )
            );
        }
    }

    /// <summary>A row for assets that have the same name and other content.</summary>
    private static IEnumerable<SettingRowView> FileRows(
        Kind kind,
        IReadOnlyList<Look> looks,
        IReadOnlyList<Dictionary<Kind, PartDifference>> differences
    )
    {
        var edited = differences
            .Select(side => side.GetValueOrDefault(kind)?.Assets ?? [])
            .ToList();
        if (edited.All(assets => assets.IsEmpty))
            yield break;
        yield return new SettingRowView(
            "Files",
            [
                .. looks.Select(
                    (_, i) =>
                        new CellView(
                            edited[i].IsEmpty
                                ? "as in the first"
                                : string.Join(
                                    ", ",
                                    edited[i]
                                        .SelectMany(asset =>
                                            asset
                                                .Files.Select(file => PathText.Printable(file.Path))
                                                .DefaultIfEmpty(asset.Name)
                                        )
                                ),
                            edited[i].IsEmpty,
                            [],
                            null
                        )
                ),
            ]
        );
    }

    private static double? Round(double? distance) =>
        distance is { } number ? Math.Round(number, 1) : null;
}
