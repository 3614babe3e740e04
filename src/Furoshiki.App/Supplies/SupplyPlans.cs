using System.Collections.Immutable;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.Core.Content;
using Furoshiki.Core.Supplies;
using Furoshiki.Core.Switching;
using Furoshiki.Core.Words;
using Semver;

namespace Furoshiki.App.Supplies;

/// <summary>What becomes of a supply.</summary>
public enum SupplyVerb
{
    /// <summary>It comes.</summary>
    Get,

    /// <summary>It becomes another version.</summary>
    Update,

    /// <summary>Its files become again as they came.</summary>
    PutBack,

    /// <summary>It goes.</summary>
    Remove,
}

/// <summary>What becomes of a supply, in words.</summary>
/// <param name="Name">Its package URL, without a version.</param>
/// <param name="From">The version that is there; null if none is.</param>
/// <param name="To">The version that will be there; null if none will.</param>
/// <param name="IsAsked">Whether it was asked for; if not, what was asked for needs it.</param>
/// <param name="Size">The bytes of its files.</param>
/// <param name="Bytes">How many bytes have to come from a catalogue; 0 if its files are kept.</param>
/// <param name="Edited">The files that were edited in place and are lost but for the safe state.</param>
/// <param name="MissedBy">If it goes: what is on and uses it, and the profiles that use it and keep no copy of their own.</param>
public sealed record SupplyChangeView(
    string Name,
    string Title,
    SupplyVerb Verb,
    string? From,
    string? To,
    bool IsAsked,
    int Files,
    long Size,
    long Bytes,
    IReadOnlyList<string> Edited,
    IReadOnlyList<string> MissedBy
)
{
    /// <summary>The profiles whose savings use it; they keep what they were saved with.</summary>
    public IReadOnlyList<string> UsedBy { get; init; } = [];

    /// <summary>What it costs afterwards while it is on, as its maker says; null if nobody does, or it goes.</summary>
    public SupplyCost? Cost { get; init; }

    /// <summary>What the version that is there costs while it is on; null if nobody says, or none is.</summary>
    public SupplyCost? CostBefore { get; init; }

    /// <summary>What shows how it differs afterwards, if it becomes another version.</summary>
    public IReadOnlyList<SampleChangeView> Samples { get; init; } = [];

    /// <summary>Something that comes, or becomes another or as it came.</summary>
    /// <param name="one">What it becomes.</param>
    /// <param name="stands">What of it is there; null if nothing is.</param>
    /// <param name="isAsked">Whether it was asked for.</param>
    internal static SupplyChangeView Of(KnownSupply one, SupplyStanding? stands, bool isAsked) =>
        Of(one.Supply, stands, isAsked) with
        {
            To = one.Supply.Version.ToString(),
            Verb =
                stands is null ? SupplyVerb.Get
                : stands.Supply == one.Supply ? SupplyVerb.PutBack
                : SupplyVerb.Update,
            Bytes = one.ToLoad,
            Cost = one.Supply.Cost,
            Samples =
                stands is null || stands.Supply == one.Supply
                    ? []
                    : [.. SupplySamples.Between(stands.Supply, one.Supply)],
        };

    /// <summary>Something that goes.</summary>
    /// <param name="supply">What it is.</param>
    /// <param name="stands">What of it is there; null if nothing is.</param>
    /// <param name="isAsked">Whether it was asked for.</param>
    internal static SupplyChangeView Of(Supply supply, SupplyStanding? stands, bool isAsked) =>
        new(
            supply.Name.ToString(),
            supply.Title,
            SupplyVerb.Remove,
            stands?.Supply.Version.ToString(),
            null,
            isAsked,
            supply.Files.Length,
            supply.Size,
            0,
            [.. (stands?.Differing ?? []).Select(PathText.Printable)],
            []
        )
        {
            CostBefore = stands?.Supply.Cost,
        };
}

/// <summary>The supplies that a plan gets, updates, puts back or removes.</summary>
/// <param name="Used">The supplies whose files are placed.</param>
/// <param name="Changes">What becomes of each.</param>
public sealed record SupplyPlan(
    IReadOnlyList<KnownSupply> Used,
    IReadOnlyList<SupplyChangeView> Changes
);

/// <summary>Plans to get, update, put back and remove supplies.</summary>
public sealed class SupplyPlans(
    SupplyStands stands,
    Observer observer,
    LookLibrary library,
    SupplyUsers users
)
{
    private const string Unharmed = "Nothing was got, and nothing was changed.";
    private const int MostAsked = 200;

    /// <summary>Plans it.</summary>
    /// <param name="desktop">The desktop.</param>
    /// <param name="get">The package URLs of what is to be there, each with a version, or without for any.</param>
    /// <param name="remove">The package URLs of what is to go, without versions.</param>
    /// <exception cref="ProblemException">Something of it is not known, or cannot be.</exception>
    /// <returns>What is placed and taken away, and what becomes of each supply.</returns>
    public (SwitchPlan Files, SupplyPlan Supplies) Make(
        LiveDesktop desktop,
        IReadOnlyList<string> get,
        IReadOnlyList<string> remove
    )
    {
        if (get.Count + remove.Count is 0 or > MostAsked)
            throw ProblemException.Field("get", $"Name 1 to {MostAsked} supplies.");
        var wanted = get.Select(text => Asked(text, "get")).ToList();
        var unwanted = remove.Select(text => Asked(text, "remove").Name).ToList();
        if (
            wanted
                .Select(one => one.Name)
                .Concat(unwanted)
                .GroupBy(one => one)
                .Any(one => one.Count() > 1)
        )
            throw ProblemException.Field("get", "Name each supply once.");
        var seen = observer.See(desktop);
        var supplies = stands.Of(seen);
        var known = supplies.Known;
        var standing = supplies
            .All.Values.Select(one => one.Standing)
            .OfType<SupplyStanding>()
            .ToDictionary(one => one.Supply.Name);
        var wish = new SupplyWish(supplies.Ground, wanted, unwanted);
        var changes =
            SupplyResolver.Resolve(wish, out var conflict)
            ?? throw Impossible(
                conflict!,
                SupplyResolver.WaysOut(
                    wish,
                    conflict!,
                    name => standing[name].Assets.All(asset => asset.Path.Place.IsPersons)
                ),
                standing
            );
        // What is here already and was asked for by name becomes again as it came.
        var all = changes
            .Concat(
                wanted
                    .Where(one => changes.All(change => change.Name != one.Name))
                    .Select(one => standing[one.Name].Supply)
                    .Where(one => standing[one.Name].Differing.Any() || !standing[one.Name].IsWhole)
                    .Select(one => new SupplyChange(one.Name, one, one))
            )
            .ToList();
        return (
            PlanOf(desktop, seen, all, standing),
            new SupplyPlan(
                [.. all.Where(one => one.To is not null).Select(one => known.Find(one.To!.Id)!)],
                [.. all.Select(one => View(one, standing.GetValueOrDefault(one.Name)))]
            )
        );

        SupplyChangeView View(SupplyChange change, SupplyStanding? stands)
        {
            var isAsked =
                wanted.Any(one => one.Name == change.Name) || unwanted.Contains(change.Name);
            return change.To is { } to
                ? SupplyChangeView.Of(known.Find(to.Id)!, stands, isAsked) with
                {
                    UsedBy = change.From is null ? [] : users.Of(to),
                }
                : SupplyChangeView.Of(change.From!, stands, isAsked) with
                {
                    MissedBy =
                    [
                        .. seen
                            .Reading.Look.Components.Where(part =>
                                part.Assets.Any(asset =>
                                    stands!.Assets.Any(its => its.Path.ToString() == asset.Path)
                                )
                            )
                            .Select(part => $"{part.Kind.Title} on now"),
                        .. users.WouldMiss(change.From!),
                    ],
                };
        }
    }

    private SwitchPlan PlanOf(
        LiveDesktop desktop,
        Observation seen,
        IReadOnlyList<SupplyChange> changes,
        Dictionary<SupplyName, SupplyStanding> standing
    )
    {
        var paths = new HashSet<string>(StringComparer.Ordinal);
        var placed = new Dictionary<string, FileState>(StringComparer.Ordinal);
        foreach (var change in changes)
        {
            foreach (var asset in standing.GetValueOrDefault(change.Name)?.Assets ?? [])
                if (asset.Path.Place.IsPersons)
                    paths.Add(asset.Path.FromRoot);
                else if (change.To is null)
                    throw ProblemException.InTheWay(
                        ProblemCode.Administrators,
                        $"{change.From!.Title} belongs to the administrator and cannot be removed from here.",
                        Unharmed
                    );
            if (change.To is not { } supply)
                continue;
            foreach (var (path, files) in SupplyPlaces.Placed(desktop.Map, supply))
            {
                paths.Add(path);
                foreach (var (file, state) in files)
                    placed[file] = TreeLimits.WhyTooLong(seen.View.Root, file) is { } reason
                        ? throw ProblemException.InTheWay(
                            ProblemCode.NoPlace,
                            $"{supply.Title} cannot be placed: {PathText.Printable(file)}. {reason}",
                            Unharmed
                        )
                        : state;
            }
        }
        return SupplyPlanner.Plan(
            desktop.Map,
            seen.Reading,
            seen.View,
            paths,
            Tree.Of(placed),
            digest => library.FindBytes(digest) is { } bytes ? bytes : null,
            library.FindTree
        );
    }

    private static SupplyVersions Asked(string text, string field) =>
        SupplyName.TryParse(text, out var name, out var version)
            ? new SupplyVersions(
                name,
                version is null ? SemVersionRange.AllRelease : SemVersionRange.Equals(version)
            )
            : throw ProblemException.Field(
                field,
                $"{PathText.Printable(text)} is no package URL of a supply, such as pkg:generic/heron-ridge/inkstone@2.1.0."
            );

    private static ProblemException Impossible(
        SupplyConflict conflict,
        IReadOnlyList<ImmutableArray<SupplyName>> waysOut,
        Dictionary<SupplyName, SupplyStanding> standing
    ) =>
        new(
            new Problem(
                ProblemKind.Conflict,
                ProblemCode.SuppliesConflict,
                string.Join(" ", conflict.Sentences),
                Unharmed
            )
            {
                WaysOut =
                [
                    .. waysOut.Select(names => new WayOut(
                        $"Remove {string.Join(" and ", names.Select(name => standing[name].Supply.Title))}",
                        [.. names.Select(name => name.ToString())]
                    )),
                ],
            }
        );

    /// <summary>What is done, in a few words: what was asked for and comes, or else what goes.</summary>
    public static string NameOf(IReadOnlyList<SupplyChangeView> changes)
    {
        var asked = changes.Where(one => one.IsAsked).ToList();
        var come = asked.Where(one => one.To is not null).ToList();
        return (come.Count > 0 ? come : asked) switch
        {
            [] => "Supplies",
            [var only] => only.To is null ? only.Title : $"{only.Title} {only.To}",
            var several => Counting.Of(several.Count, "supply", "supplies"),
        };
    }
}
