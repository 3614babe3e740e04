using System.Text.Json.Serialization;
using Furoshiki.App.Desktops;
using Furoshiki.App.Observing;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Content;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Supplies;
using Semver;

namespace Furoshiki.App.Supplies;

/// <summary>How a supply stands to a desktop.</summary>
public enum SupplyState
{
    /// <summary>It is there as it came.</summary>
    Here,

    /// <summary>It is there, and some of its files are not as they came.</summary>
    Edited,

    /// <summary>It can be got.</summary>
    ToGet,

    /// <summary>It is not there, and its maker took it back; what is kept of it can still be placed.</summary>
    Withdrawn,

    /// <summary>It is not there, and not made for this desktop.</summary>
    NotForThis,
}

/// <summary>A version of a supply.</summary>
/// <param name="Id">Its package URL.</param>
/// <param name="Version">The version.</param>
/// <param name="Withdrawn">Why its maker took it back; null if nobody did.</param>
/// <param name="IsFor">Whether it is made for this desktop.</param>
/// <param name="IsKept">Whether its files are kept, so that it can be had without its catalogue.</param>
/// <param name="Bytes">How many bytes have to come.</param>
public sealed record SupplyVersionView(
    string Id,
    string Version,
    string? Withdrawn,
    bool IsFor,
    bool IsKept,
    long Bytes
);

/// <summary>What a supply is made for.</summary>
/// <param name="Platform">The platform.</param>
/// <param name="Words">The platform and its versions, in words.</param>
public sealed record MadeForView(string Platform, string Words);

/// <summary>A file of a supply that shows what it is like.</summary>
/// <param name="Content">The digest of its content.</param>
/// <param name="Name">Its name.</param>
/// <param name="Form">How it is shown.</param>
public sealed record SampleView(string Content, string Name, SampleForm Form);

/// <summary>A supply, as it stands to a desktop.</summary>
/// <param name="Name">Its package URL, without a version.</param>
/// <param name="Version">The version that is there, or else the newest that can be.</param>
/// <param name="Kinds">The kinds that it serves, by their names.</param>
/// <param name="Titles">The same, for people.</param>
/// <param name="IsEngine">Whether others need it, and no setting names it.</param>
/// <param name="MadeFor">The platforms that it is made for; empty for all.</param>
/// <param name="Cost">What it costs while it is on, as its maker says; null if nobody does.</param>
/// <param name="Reaches">The toolkits whose programs it changes; empty if that cannot be said of it.</param>
/// <param name="Size">The bytes of its files.</param>
/// <param name="State">How it stands to the desktop.</param>
/// <param name="IsOn">Whether a part that is on uses it.</param>
/// <param name="Newer">The newest version that can be had, if it is newer than the one that is there.</param>
/// <param name="Edited">The files that are missing, added or edited.</param>
/// <param name="Perhaps">The other versions that it can be as well: what was edited is what they differ in.</param>
/// <param name="Samples">What it is like.</param>
/// <param name="Needs">What it needs, as a tree.</param>
/// <param name="ToLoad">How many bytes have to come so that it is there with all that it needs.</param>
/// <param name="UsedBy">The profiles whose savings use it.</param>
public sealed record SupplyView(
    string Name,
    string Version,
    string Title,
    string Family,
    string Summary,
    string Maker,
    string Licence,
    bool MayBeShared,
    string Home,
    IReadOnlyList<string> Kinds,
    IReadOnlyList<string> Titles,
    bool IsEngine,
    [property: JsonConverter(typeof(JsonStringEnumConverter<Tone>))] Tone? Tone,
    string? Accent,
    IReadOnlyList<MadeForView> MadeFor,
    SupplyCost? Cost,
    IReadOnlyList<string> Reaches,
    long Size,
    int Files,
    SupplyState State,
    bool IsOn,
    SupplyVersionView? Newer,
    IReadOnlyList<string> Edited,
    IReadOnlyList<string> Perhaps,
    IReadOnlyList<SupplyVersionView> Versions,
    IReadOnlyList<SampleView> Samples,
    IReadOnlyList<NeedView> Needs,
    long ToLoad,
    IReadOnlyList<string> UsedBy
);

/// <summary>A supply that is like another.</summary>
/// <param name="Name">Its package URL, without a version.</param>
/// <param name="Title">What it is called.</param>
/// <param name="Words">Why it is like the other, in words.</param>
public sealed record LikeView(string Name, string Title, string Words);

/// <summary>A supply's accent, held against another colour.</summary>
/// <param name="Name">The supply's package URL, without a version.</param>
/// <param name="Apart">How far they are apart, as CIEDE2000, to one decimal: below 1 nobody sees a difference.</param>
public sealed record AccentView(string Name, double Apart);

/// <summary>The supplies that have an accent, the nearest to a colour first.</summary>
/// <param name="To">The colour, as #RRGGBB.</param>
/// <param name="Accents">The supplies.</param>
public sealed record AccentsView(string To, IReadOnlyList<AccentView> Accents);

/// <summary>The supplies that are known, as they stand to a desktop.</summary>
public sealed class SupplyShelf(SupplyStands supplies, Observer observer, SupplyUsers users)
{
    private const int MostEdited = 100;
    private const int MostLike = 4;

    /// <summary>All of them, by kind and family.</summary>
    public IReadOnlyList<SupplyView> Of(LiveDesktop desktop)
    {
        var seen = observer.See(desktop);
        var on = seen
            .Reading.Look.Components.SelectMany(part => part.Assets)
            .Select(asset => asset.Path)
            .OfType<string>()
            .ToHashSet(StringComparer.Ordinal);
        var stands = supplies.Of(seen).All;
        return
        [
            .. stands
                .Values.Select(one => View(one, stands, desktop, on))
                .OrderBy(one => Kind.Get(one.Kinds[0]).Place)
                .ThenBy(one => one.IsEngine)
                .ThenBy(one => one.Family, StringComparer.OrdinalIgnoreCase)
                .ThenBy(one => one.Title, StringComparer.OrdinalIgnoreCase),
        ];
    }

    /// <summary>The supplies of the same kind that come nearest to one, the nearest first.</summary>
    /// <param name="desktop">The desktop for which they are.</param>
    /// <param name="name">The package URL of the one, without a version.</param>
    /// <exception cref="ProblemException">There is none.</exception>
    public IReadOnlyList<LikeView> LikeOf(LiveDesktop desktop, string name)
    {
        var stands = supplies.Of(observer.See(desktop)).All;
        if (
            !SupplyName.TryParse(name, out var parsed)
            || stands.GetValueOrDefault(parsed) is not { Supply: var supply }
        )
            throw ProblemException.NotFound("This supply");
        var main = supply.Provides[0];
        return
        [
            .. SupplyNearness
                .Nearest(
                    supply,
                    main,
                    main.Kind,
                    stands
                        .Values.Where(one =>
                            one.Name != parsed
                            && one.State is not (SupplyState.NotForThis or SupplyState.Withdrawn)
                        )
                        .Select(one => one.Supply)
                )
                .DistinctBy(one => one.Supply.Name)
                .Take(MostLike)
                .Select(one => new LikeView(
                    one.Supply.Name.ToString(),
                    one.Supply.Title,
                    one.Words
                )),
        ];
    }

    /// <summary>The supplies that have an accent, the nearest to a colour first.</summary>
    /// <param name="desktop">The desktop for which they are.</param>
    /// <param name="to">The colour, as #RRGGBB; null for the accent of what is on.</param>
    /// <exception cref="ProblemException">It is no colour, or what is on has no accent.</exception>
    public AccentsView AccentsNear(LiveDesktop desktop, string? to)
    {
        var seen = observer.See(desktop);
        var colour =
            to is null
                ? seen.Reading.Look.Accent
                    ?? throw ProblemException.Field("to", "What is on has no accent.")
            : Rgba.TryParse(to, out var written) ? written
            : throw ProblemException.Field("to", $"{to} is no colour such as #E8A33D.");
        var sought = Lab.From(colour);
        return new AccentsView(
            colour.ToString(),
            [
                .. supplies
                    .Of(seen)
                    .All.Values.Where(one => one.Supply.Provides[0].Accent is not null)
                    .Select(one => new AccentView(
                        one.Name.ToString(),
                        Math.Round(
                            Lab.From(one.Supply.Provides[0].Accent!.Value).DifferenceTo(sought),
                            1
                        )
                    ))
                    .OrderBy(one => one.Apart)
                    .ThenBy(one => one.Name, StringComparer.Ordinal),
            ]
        );
    }

    private SupplyView View(
        SupplyStand stand,
        IReadOnlyDictionary<SupplyName, SupplyStand> all,
        LiveDesktop desktop,
        HashSet<string> on
    )
    {
        var (supply, standing, newest) = (stand.Supply, stand.Standing, stand.Newest);
        var main = supply.Provides[0];
        IReadOnlyList<NeedView> needs = [.. NeedTrees.Of(supply, all, desktop)];
        return new SupplyView(
            supply.Name.ToString(),
            supply.Version.ToString(),
            supply.Title,
            supply.Family,
            supply.Summary,
            supply.Maker,
            supply.Licence,
            supply.MayBeShared,
            supply.Home,
            [.. supply.Provides.Select(one => one.Kind.Name).Distinct()],
            [.. supply.Provides.Select(one => one.Kind.Title).Distinct()],
            supply.Provides.All(one => one.IsEngine),
            main.Tone,
            main.Accent?.ToString(),
            [
                .. supply.MadeFor.Select(one => new MadeForView(
                    one.Platform,
                    $"{one.Platform} {VersionWords.Of(one.Versions)}"
                )),
            ],
            supply.Cost,
            supply.Reaches,
            supply.Size,
            supply.Files.Length,
            stand.State,
            standing?.Assets.Any(asset => on.Contains(asset.Path.ToString())) == true,
            standing is not null
            && newest is not null
            && SemVersion.ComparePrecedence(newest.Supply.Version, supply.Version) > 0
                ? View(newest, desktop)
                : null,
            [.. (standing?.Differing ?? []).Take(MostEdited).Select(PathText.Printable)],
            [.. (standing?.Perhaps ?? []).Select(one => one.Version.ToString())],
            [.. stand.Versions.Select(one => View(one, desktop))],
            [.. SupplySamples.Of(supply)],
            needs,
            (standing is null && newest is not null ? newest.ToLoad : 0)
                + needs
                    .SelectMany(need => need.All)
                    .DistinctBy(need => need.Name)
                    .Sum(need => need.Bytes),
            users.Of(supply)
        );
    }

    private static SupplyVersionView View(KnownSupply one, LiveDesktop desktop) =>
        new(
            one.Supply.Id,
            one.Supply.Version.ToString(),
            one.Offer?.Withdrawn,
            SupplyStand.WhyNotFor(one.Supply, desktop) is null,
            one.Kept is not null,
            one.ToLoad
        );
}
