using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.Core.Judging;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Supplies;
using Furoshiki.Core.Words;

namespace Furoshiki.App.Supplies;

/// <summary>What a part of a look is made from.</summary>
/// <param name="Kind">The part's kind.</param>
/// <param name="Title">The same, for people.</param>
/// <param name="Needs">What it needs.</param>
public sealed record PartNeedsView(string Kind, string Title, IReadOnlyList<NeedView> Needs);

/// <summary>What a look needs, as it stands to a desktop.</summary>
/// <param name="Parts">What each part is made from; parts that need nothing are not among them.</param>
/// <param name="Get">The package URLs of what has to come so that all of it can be put on, with versions; empty if nothing has, or not all can be had.</param>
/// <param name="Bytes">How many bytes have to come for that.</param>
/// <param name="Conflict">Why what is missing cannot be had together, in sentences; empty if it can.</param>
/// <param name="Notes">What else there is to know before it is put on, the weightiest first.</param>
public sealed record LookNeedsView(
    IReadOnlyList<PartNeedsView> Parts,
    IReadOnlyList<string> Get,
    long Bytes,
    IReadOnlyList<string> Conflict,
    IReadOnlyList<LookNote> Notes
);

/// <summary>Tells what looks are made from.</summary>
public sealed class LookNeeds(
    SupplyStands stands,
    LookSupplies lookSupplies,
    LookJudgements judgements,
    LookLibrary library,
    ProgramCalls calls
)
{
    /// <summary>What a look needs, as it stands to a desktop.</summary>
    /// <param name="seen">The desktop.</param>
    /// <param name="look">The look as it was saved.</param>
    /// <param name="source">The map that it was saved with.</param>
    public LookNeedsView Of(Observation seen, Look look, DesktopMap source)
    {
        var supplies = stands.Of(seen);
        var lack = lookSupplies.LackOf(seen, [.. look.Components], library.Saved);
        return new LookNeedsView(
            [
                .. look
                    .Components.Select(part => new PartNeedsView(
                        part.Kind.Name,
                        part.Kind.Title,
                        [.. new OfPart(library, calls, seen, supplies, lack, part, source).Roots()]
                    ))
                    .Where(part => part.Needs.Count > 0),
            ],
            lack.IsSettled ? [.. lack.Changes.Select(one => one.To!.Id)] : [],
            lack.ToLoad,
            lack.Conflict?.Sentences ?? [],
            judgements.Of(seen, look)
        );
    }

    /// <summary>The assets of one part, each told once: under what needs it, or else by itself.</summary>
    private sealed class OfPart(
        LookLibrary library,
        ProgramCalls calls,
        Observation seen,
        DesktopSupplies supplies,
        Lack lack,
        Component part,
        DesktopMap source
    )
    {
        private readonly Dictionary<Asset, Recognised> _known = new(
            supplies.Known.Index.In(part, library.FindTree)
        );

        private readonly HashSet<Asset> _told = [];

        public IEnumerable<NeedView> Roots()
        {
            foreach (var asset in part.Assets)
                if (asset.Setting is not null && !IsShared(asset) && !_told.Contains(asset))
                    yield return View(asset, "");
            foreach (
                var program in calls
                    .Of(seen.Desktop.Map, part)
                    .Select(call => call.Program)
                    .Distinct()
            )
                if (supplies.HasProgram(seen, program) is { } isHere)
                    yield return new NeedView(
                        program,
                        program,
                        false,
                        "",
                        isHere ? NeedState.Here : NeedState.NotHere,
                        null,
                        0,
                        "a program",
                        []
                    );
        }

        /// <summary>What everything leans on nobody chose; where it is of a supply, what needs it says so.</summary>
        private bool IsShared(Asset asset) =>
            source.Find(part.Kind)?.Assets.FirstOrDefault(rule => rule.Setting == asset.Setting)
                is { } rule
            && AssetFinder.IsShared(asset, part, rule);

        private bool IsPersons(Asset asset) =>
            asset.Path is not { } path || source.FindPath(path)?.Place.IsPersons != false;

        /// <summary>An asset, and where it is told for the first time what it needs.</summary>
        private NeedView View(Asset asset, string versions)
        {
            var isFirst = _told.Add(asset);
            var its = _known.GetValueOrDefault(asset);
            var filling = lack.Fillings.FirstOrDefault(one =>
                one.Supply.Supply.Provides.Any(brought =>
                    brought.Kind == part.Kind && brought.Name == asset.Name
                )
            );
            var state =
                filling is not null ? NeedState.ToGet
                : lack.Unknown.Contains(asset.Name) ? NeedState.Missing
                : LookSupplies.StandsHere(seen, part.Kind, asset)
                    ? its is { Differing: > 0 } ? NeedState.Edited
                        : NeedState.Here
                : asset.Content is { } content && library.Saved.HoldsAll(content)
                    ? NeedState.Carried
                : NeedState.Missing;
            return new NeedView(
                its?.Supply.Name.ToString() ?? asset.Name,
                its?.Supply.Title
                    ?? new SettingType.AssetName().Words(new SettingValue.Text(asset.Name)),
                its is not null,
                versions,
                state,
                filling?.Supply.Supply.Version.ToString() ?? VersionOf(its, state),
                filling?.Supply.ToLoad ?? 0,
                filling is { Why: { } why } ? why
                    : its is { Differing: > 0 }
                        ? $"{Counting.Of(its.Differing, "file")} edited in place"
                    : its is null && state is NeedState.Here or NeedState.Carried
                        ? IsPersons(asset) ? "your own"
                            : "the system’s own"
                    : "",
                its is null || !isFirst
                    ? []
                    :
                    [
                        .. NeedTrees.Of(
                            filling?.Supply.Supply ?? its.Supply,
                            supplies.All,
                            seen.Desktop,
                            Mine
                        ),
                    ]
            );
        }

        /// <summary>In which version it is a supply's; every one that it may be where that cannot be told.</summary>
        private string? VersionOf(Recognised? its, NeedState state) =>
            its is null ? null
            // What stands here can be known from what was seen of it before.
            : state == NeedState.Edited
            && supplies.All[its.Supply.Name].Standing is { Perhaps: [] } standing
                ? standing.Supply.Version.ToString()
            : string.Join(" or ", its.Perhaps.Prepend(its.Supply.Version));

        /// <summary>What a supply needs, if the part has it itself.</summary>
        private NeedView? Mine(SupplyVersions need) =>
            part.Assets.FirstOrDefault(asset =>
                _known.GetValueOrDefault(asset) is { } its && its.Supply.Name == need.Name
            )
                is { } asset
                ? View(asset, NeedTrees.WordsOf(need))
                : null;
    }
}
