using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;

namespace Furoshiki.App.Comparing;

/// <summary>A look that was asked for.</summary>
/// <param name="Ref">How.</param>
/// <param name="Named">The look; null if it cannot be read.</param>
/// <param name="Problem">Why it cannot be read; null if it can.</param>
internal sealed record ComparedLook(string Ref, NamedLook? Named, ProblemException? Problem)
{
    /// <summary>The look; one with nothing in it if it cannot be read.</summary>
    public Look Look => Named?.Look ?? Look.Of([]);
}

/// <summary>Puts looks side by side.</summary>
public sealed class Comparer(
    LookLibrary library,
    LookFinder finder,
    CellMaker cells,
    DesktopRegister register
)
{
    /// <summary>Most looks that are put side by side.</summary>
    public const int Most = 4;

    private const string Files = "files";

    /// <summary>Puts looks side by side.</summary>
    /// <param name="desktop">The desktop whose screens and parts they are told by.</param>
    /// <param name="query">Which looks, and what of them.</param>
    /// <exception cref="ProblemException">There are fewer than two or more than four, or none of them can be read.</exception>
    public ComparisonView Compare(LiveDesktop desktop, CompareQuery query) =>
        new Table(library, cells, desktop, query, Find(desktop, query)).View();

    /// <summary>The looks that were asked for.</summary>
    /// <exception cref="ProblemException">There are fewer than two or more than four, or none of them can be read.</exception>
    internal List<ComparedLook> Find(LiveDesktop desktop, CompareQuery query)
    {
        if (query.Looks.Count is < 2 or > Most)
            throw new ProblemException(
                new Problem(
                    ProblemKind.Invalid,
                    ProblemCode.LineUp,
                    "Two to four looks can be compared.",
                    "Nothing was changed."
                )
            );
        var sides = query.Looks.Select(one => Find(desktop, one)).ToList();
        return sides.Exists(side => side.Named is not null) ? sides : throw sides[0].Problem!;
    }

    /// <summary>A look that was asked for; one that cannot be read takes out itself, and no other.</summary>
    private ComparedLook Find(LiveDesktop desktop, string text)
    {
        try
        {
            var named = finder.Find(desktop, text);
            library.Locate(named.Look, register.All);
            library.Remember(named.Look);
            return new ComparedLook(text, named, null);
        }
        catch (ProblemException problem)
        {
            return new ComparedLook(text, null, problem);
        }
    }

    /// <summary>One comparison, while it is made.</summary>
    private sealed class Table
    {
        private readonly Func<Digest, Tree?> _trees;
        private readonly CellMaker _cells;
        private readonly LiveDesktop _desktop;
        private readonly CompareQuery _query;
        private readonly List<ComparedLook> _sides;
        private readonly List<Dictionary<Kind, PartDifference>> _differences;
        private readonly List<Dictionary<Kind, PartDistance>> _distances;

        public Table(
            LookLibrary library,
            CellMaker cells,
            LiveDesktop desktop,
            CompareQuery query,
            List<ComparedLook> sides
        )
        {
            (_trees, _cells, _desktop, _query, _sides) = (
                library.FindTree,
                cells,
                desktop,
                query,
                sides
            );
            _differences =
            [
                .. sides.Select(side =>
                    Difference
                        .Between(First, side.Look, _trees)
                        .Where(part => part.From is not null && part.To is not null)
                        .ToDictionary(part => part.Kind)
                ),
            ];
            _distances =
            [
                .. sides.Select(side =>
                    Distance.Between(First, side.Look, _trees).ToDictionary(part => part.Kind)
                ),
            ];
        }

        private Look First => _sides[0].Look;

        public ComparisonView View()
        {
            var parts = Kind.All.Where(kind => _sides.Any(side => side.Look[kind] is not null));
            var measured = parts.Where(IsMeasured).ToList();
            return new ComparisonView(
                [.. _sides.Select(View)],
                _query.Of(parts.Select(PartRow)),
                measured.Count(Differs),
                measured.Count,
                [
                    .. parts
                        .Where(kind =>
                            _sides.Any(side => side.Named is not null && side.Look[kind] is null)
                        )
                        .Select(kind => kind.Title),
                ],
                [
                    .. NamedScene.All.Where(scene =>
                        scene.Subject is null
                        || _sides.Exists(side => side.Look[scene.Subject] is not null)
                    ),
                ]
            );
        }

        private bool IsMeasured(Kind kind) =>
            First[kind] is not null && _sides.Skip(1).Any(side => side.Look[kind] is not null);

        private bool Differs(Kind kind) => _differences.Any(side => side.ContainsKey(kind));

        private SideView View(ComparedLook side, int at)
        {
            var named = side.Named;
            return new SideView(
                side.Ref,
                named?.Name ?? PathText.Printable(side.Ref),
                named?.Caption ?? "cannot be read",
                named?.Look.Digest.Hex,
                Number(LookSource.Saving),
                Number(LookSource.SafeState),
                Number(LookSource.Fitting),
                _differences[at].Count,
                named is null
                    ? 0
                    : Kind.All.Count(kind => (First[kind] is null) != (side.Look[kind] is null)),
                named is null ? 0 : PartDistance.Mean(_distances[at].Values),
                named is null ? [] : PartApartView.Of(_distances[at].Values),
                side.Problem?.Message ?? ""
            );

            long? Number(LookSource source) => named?.Source == source ? named.Id : null;
        }

        private RowView PartRow(Kind kind) =>
            Row(
                kind.Name,
                kind,
                setting: null,
                kind.Title,
                kind.Weight * _distances.Max(side => side[kind].Apart),
                (side, at) =>
                    _cells.OfPart(
                        kind,
                        side.Look,
                        First,
                        at == 0,
                        _differences[at].GetValueOrDefault(kind),
                        _desktop
                    ),
                ItemRows(kind).Concat(SettingRows(kind)).Concat(FileRow(kind))
            );

        /// <summary>The items that some of the looks have and others have not.</summary>
        private IEnumerable<RowView> ItemRows(Kind kind)
        {
            var covering = _sides.Select(side => side.Look[kind]).OfType<Component>().ToList();
            return covering
                .SelectMany(part => part.Items)
                .Distinct(StringComparer.Ordinal)
                .Where(item => covering.Any(part => !part.Items.Contains(item)))
                .Select(item =>
                    Row(
                        $"{kind.Name}/{item}/",
                        kind,
                        $"{item}/",
                        item,
                        kind.Weight,
                        (side, at) => CellMaker.OfItem(item, side.Look[kind], First[kind], at == 0),
                        []
                    )
                );
        }

        private IEnumerable<RowView> SettingRows(Kind kind) =>
            _sides
                .SelectMany(side => side.Look[kind]?.Settings.Keys ?? [])
                .Distinct()
                .Where(key => key != new SettingKey(Setting.Order.Name) || IsReordered(kind))
                .OrderBy(key => key.Item, StringComparer.Ordinal)
                .ThenBy(key => kind.Settings.IndexOf(kind.GetSetting(key)))
                .Select(key =>
                    Row(
                        $"{kind.Name}/{key}",
                        kind,
                        key.Name == Setting.Order.Name ? null : key.ToString(),
                        Difference.TitleOf(kind, key),
                        kind.Weight * _sides.Max(side => Apart(kind, key, side)),
                        (side, at) =>
                            CellMaker.OfSetting(
                                kind,
                                key,
                                Having(side.Look[kind], key),
                                Having(First[kind], key),
                                at == 0,
                                _desktop
                            ),
                        []
                    )
                );

        private bool IsReordered(Kind kind) =>
            _differences.Any(side =>
                side.GetValueOrDefault(kind)
                    ?.Settings.Any(one => one.Key == new SettingKey(Setting.Order.Name)) == true
            );

        private double Apart(Kind kind, SettingKey key, ComparedLook side) =>
            Having(side.Look[kind], key) is { } part && Having(First[kind], key) is { } first
                ? Distance.Between(
                    kind.GetSetting(key).Type,
                    first.Settings.GetValueOrDefault(key),
                    part.Settings.GetValueOrDefault(key)
                )
                : 0;

        /// <summary>A part, if it has the item that a setting is of.</summary>
        private static Component? Having(Component? part, SettingKey key) =>
            key.Item is null || part?.Items.Contains(key.Item) == true ? part : null;

        private IEnumerable<RowView> FileRow(Kind kind)
        {
            var others = _differences
                .Select(side =>
                    side.TryGetValue(kind, out var part)
                        ? Difference.InPlace(part, _trees).ToList()
                        : []
                )
                .ToList();
            if (others.All(one => one.Count == 0))
                yield break;
            yield return Row(
                $"{kind.Name}/{Files}",
                kind,
                setting: null,
                "Files",
                kind.Weight,
                (side, at) => _cells.OfFiles(side.Look[kind], First[kind], at == 0, others[at]),
                []
            );
        }

        private RowView Row(
            string key,
            Kind kind,
            string? setting,
            string title,
            double weight,
            Func<ComparedLook, int, CellView> cell,
            IEnumerable<RowView> rows
        )
        {
            IReadOnlyList<CellView> all =
            [
                .. _sides.Select(
                    (side, at) => side.Named is null ? CellMaker.Unreadable : cell(side, at)
                ),
            ];
            var differs = all.Any(one => one.State == CellState.Differs);
            return new RowView(
                key,
                kind.Name,
                setting,
                title,
                differs,
                differs ? weight : 0,
                all,
                _query.Within(rows)
            );
        }
    }
}
