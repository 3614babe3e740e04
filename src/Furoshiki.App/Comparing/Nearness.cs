using System.Collections.Concurrent;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Words;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Comparing;

/// <summary>A profile by how near its last saving is to a look.</summary>
/// <param name="Profile">The profile's number.</param>
/// <param name="Ref">How its last saving is named.</param>
/// <param name="Name">The profile's name.</param>
/// <param name="Ordinal">The saving's number in words, such as "4th".</param>
/// <param name="Look">Digest of the look.</param>
/// <param name="Apart">How far it is, 0 to 1.</param>
/// <param name="MadeOf">What that is made up of, the most first.</param>
public sealed record NearView(
    long Profile,
    string Ref,
    string Name,
    string Ordinal,
    string Look,
    double Apart,
    IReadOnlyList<PartApartView> MadeOf
);

/// <summary>A saving that differs from a look in nothing that shows.</summary>
/// <param name="Ref">How it is named.</param>
/// <param name="Name">The name of its profile.</param>
/// <param name="Ordinal">Its number in words, such as "4th".</param>
public sealed record TwinView(string Ref, string Name, string Ordinal);

/// <summary>All of a shelf against one look.</summary>
/// <param name="Ref">How the look was asked for.</param>
/// <param name="Name">What people call it.</param>
/// <param name="Caption">Which one of that name.</param>
/// <param name="Near">All other profiles, the nearest first.</param>
public sealed record NearnessView(
    string Ref,
    string Name,
    string Caption,
    IReadOnlyList<NearView> Near
);

/// <summary>Where a look lies on the map of all looks.</summary>
/// <param name="Ref">How it is named.</param>
/// <param name="Name">What people call it.</param>
/// <param name="X">How far to the right, 0 to 1.</param>
/// <param name="Y">How far down, 0 to 1.</param>
public sealed record MapPointView(string Ref, string Name, double X, double Y);

/// <summary>Tells which looks are near to which.</summary>
public sealed class Nearness(
    IDbContextFactory<FuroshikiDb> databases,
    LookFinder finder,
    LookLibrary library,
    LastSavings savings
)
{
    /// <summary>All of the shelf against one look.</summary>
    /// <param name="desktop">The desktop that is meant by now.</param>
    /// <param name="to">The look, as <see cref="LookFinder"/> finds it.</param>
    /// <exception cref="ProblemException">It is not here.</exception>
    public NearnessView Against(LiveDesktop desktop, string to)
    {
        var look = finder.Find(desktop, to);
        var from = new Measured(look.Look, library);
        return new NearnessView(
            look.Ref,
            look.Name,
            look.Caption,
            [
                .. savings
                    .All()
                    .Where(one => one.Ref != look.Ref)
                    .AsParallel()
                    .Select(one => View(one, from.To(one.Look)))
                    .OrderBy(one => one.Apart)
                    .ThenBy(one => one.Name, StringComparer.CurrentCultureIgnoreCase),
            ]
        );
    }

    /// <summary>A map of the last savings of all profiles and of a look, on which those that are near each other lie near each other.</summary>
    /// <inheritdoc cref="Against"/>
    public IReadOnlyList<MapPointView> Map(LiveDesktop desktop, string to)
    {
        var look = finder.Find(desktop, to);
        var all = savings
            .All()
            .Where(one => one.Ref != look.Ref)
            .Select(one => (one.Ref, one.Name, one.Look))
            .Prepend((look.Ref, look.Name, look.Look))
            .ToList();
        var places = NearnessMap.Place(
            all.Count,
            one =>
            {
                var from = new Measured(all[one].Look, library);
                return
                [
                    .. all.AsParallel()
                        .AsOrdered()
                        .Select(other => PartDistance.Mean(from.To(other.Look))),
                ];
            }
        );
        var (left, top) = (places.Min(at => at.X), places.Min(at => at.Y));
        // One measure for both directions: how wide a look lies from another is how far it is.
        var size = Math.Max(
            Math.Max(places.Max(at => at.X) - left, places.Max(at => at.Y) - top),
            double.Epsilon
        );
        return
        [
            .. all.Zip(
                places,
                (one, at) =>
                    new MapPointView(one.Ref, one.Name, (at.X - left) / size, (at.Y - top) / size)
            ),
        ];
    }

    /// <summary>All savings that differ from a look in nothing that shows.</summary>
    /// <inheritdoc cref="Against"/>
    public IReadOnlyList<TwinView> Twins(LiveDesktop desktop, string to)
    {
        var look = finder.Find(desktop, to);
        var from = new Measured(look.Look, library);
        using var db = databases.CreateDbContext();
        var all = db
            .Savings.Where(one => one.DeletionId == null)
            .OrderBy(one => one.Profile!.Name)
            .ThenBy(one => one.Number)
            .Select(one => new
            {
                one.Id,
                one.Number,
                one.Profile!.Name,
            })
            .ToList();
        var looks = library.OfSavings([.. all.Select(one => one.Id)]);
        return
        [
            .. all.Where(one =>
                    LookRef.OfSaving(one.Id) != look.Ref
                    && looks.TryGetValue(one.Id, out var other)
                    && from.IsTwinOf(other)
                )
                .Select(one => new TwinView(
                    LookRef.OfSaving(one.Id),
                    one.Name,
                    Counting.Ordinal(one.Number)
                )),
        ];
    }

    private static NearView View(LastSaving one, IReadOnlyCollection<PartDistance> parts) =>
        new(
            one.Profile,
            one.Ref,
            one.Name,
            Counting.Ordinal(one.Number),
            one.Look.Digest.Hex,
            PartDistance.Mean(parts),
            PartApartView.Of(parts)
        );

    /// <summary>A look from which others are measured. Looks share most of their parts, so each of those is measured once.</summary>
    private sealed class Measured(Look from, LookLibrary library)
    {
        private readonly ConcurrentDictionary<Component, double> _known = new(
            ReferenceEqualityComparer.Instance
        );

        public IReadOnlyCollection<PartDistance> To(Look other) =>
            [.. Kind.All.Select(kind => new PartDistance(kind, To(kind, other)))];

        public bool IsTwinOf(Look other) =>
            from.Digest == other.Digest || Kind.All.All(kind => To(kind, other) == 0);

        private double To(Kind kind, Look other) =>
            other[kind] is { } part
                ? _known.GetOrAdd(part, _ => Distance.Between(from[kind], part, library.FindTree))
                : Distance.Between(from[kind], null, library.FindTree);
    }
}
