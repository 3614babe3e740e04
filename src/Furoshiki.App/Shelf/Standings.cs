using System.Collections.Concurrent;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Switching;

namespace Furoshiki.App.Shelf;

/// <summary>Whether a part of a saved look can be put on a desktop.</summary>
internal enum PartState
{
    /// <summary>It is on.</summary>
    Same,

    /// <summary>It can be put on.</summary>
    Ready,

    /// <summary>It has no match.</summary>
    NoMatch,

    /// <summary>It cannot be put on.</summary>
    Refused,
}

/// <summary>How a part of a saved look stands to a desktop.</summary>
/// <param name="State">Whether it can be put on.</param>
/// <param name="Loses">Whether some of its settings have no match.</param>
/// <param name="Held">The part as the desktop can hold it; null if it cannot.</param>
internal readonly record struct PartStanding(PartState State, bool Loses, Component? Held);

/// <summary>
/// Remembers how the parts of saved looks stand to a desktop. When the desktop changed, only what the change touches is held against it
/// again: the parts of the kinds that read otherwise, or all of them if an asset changed.
/// </summary>
internal sealed class Standings
{
    private readonly ConcurrentDictionary<long, (Observation Seen, OfDesktop Standings)> _last =
        new();

    /// <summary>Those of a desktop as it was seen.</summary>
    /// <param name="seen">The desktop.</param>
    /// <param name="saved">The content that savings hold.</param>
    public OfDesktop Of(Observation seen, ISavedContent saved) =>
        seen.Derive(
            typeof(Standings),
            () =>
            {
                var standings = new OfDesktop(
                    seen,
                    saved,
                    _last.TryGetValue(seen.Desktop.Id, out var last)
                    && last.Seen.AssetStamp == seen.AssetStamp
                    && last.Seen.Desktop.MapDigest == seen.Desktop.MapDigest
                        ? last
                        : null
                );
                _last[seen.Desktop.Id] = (seen, standings);
                return standings;
            }
        );

    /// <summary>The standings of one desktop, each worked out when it is first asked for.</summary>
    internal sealed class OfDesktop
    {
        private readonly Look _now;
        private readonly ISavedContent _saved;
        private readonly PartFitter _fitter;

        /// <summary>By kind, and by the map that parts came with: parts, each of which is one with itself alone.</summary>
        private readonly Dictionary<
            Kind,
            ConcurrentDictionary<
                Digest,
                ConcurrentDictionary<Component, (PartStanding Standing, long Stamp)>
            >
        > _kinds = [];

        public OfDesktop(
            Observation seen,
            ISavedContent saved,
            (Observation Seen, OfDesktop Standings)? before
        )
        {
            _now = seen.Reading.Look;
            _saved = saved;
            _fitter = new PartFitter(seen.Desktop.Map, seen.Reading, seen.View, saved);
            foreach (var part in seen.Reading.Parts)
                _kinds[part.Kind] =
                    before is { } last && IsSame(part, last.Seen.Reading)
                        ? last.Standings._kinds[part.Kind]
                        : [];
        }

        /// <summary>How a part stands.</summary>
        /// <param name="part">The part, as <see cref="LookLibrary"/> holds it.</param>
        /// <param name="map">The digest of the map that it came with.</param>
        /// <param name="source">That map.</param>
        /// <param name="stamp">What the database's stamp is.</param>
        public PartStanding Of(
            Component part,
            Digest map,
            Func<Digest, DesktopMap> source,
            long stamp
        )
        {
            if (!_kinds.TryGetValue(part.Kind, out var maps))
                return new PartStanding(PartState.NoMatch, Loses: true, null);
            var known = maps.GetOrAdd(map, _ => new(ReferenceEqualityComparer.Instance));
            // What is refused for want of content may be held after something is saved, without a change on the desktop.
            if (
                known.TryGetValue(part, out var last)
                && (last.Standing.State != PartState.Refused || last.Stamp == stamp)
            )
                return last.Standing;
            var standing = Of(_fitter.Fit(part, source(map)));
            known[part] = (standing, stamp);
            return standing;
        }

        /// <summary>How a part stands of which something was left out.</summary>
        public PartStanding Of(Component part, DesktopMap source, LeftOut leftOut) =>
            Of(_fitter.Fit(part, source, leftOut));

        private static PartStanding Of(PartFit fit) =>
            new(
                fit.Refusal is not null ? PartState.Refused
                    : fit.Held is null ? PartState.NoMatch
                    : fit.IsSame ? PartState.Same
                    : PartState.Ready,
                !fit.Losses.IsEmpty,
                fit.Held
            );

        /// <summary>How far a part is from what is on; all the way where nothing of its kind is.</summary>
        public PartDistance DistanceOf(Component part, PartStanding standing) =>
            new(
                part.Kind,
                _now[part.Kind] is { } now && standing.State != PartState.NoMatch
                    ? Distance.Between(standing.Held ?? part, now, _saved.FindTree)
                    : 1
            );

        private static bool IsSame(PartReading part, DesktopReading before) =>
            before.Parts.FirstOrDefault(one => one.Kind == part.Kind) is { } then
            && Equals(then.Component, part.Component)
            && then.Reason == part.Reason;
    }
}
