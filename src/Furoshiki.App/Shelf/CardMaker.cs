using System.Collections.Concurrent;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.App.Saving;
using Furoshiki.App.Supplies;
using Furoshiki.Core.Content;
using Furoshiki.Core.Judging;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Switching;
using Furoshiki.Core.Words;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Shelf;

/// <summary>
/// Makes the cards of the shelf: holds the last saving of every profile against a desktop. What does not change with the desktop is worked
/// out once for a saving, and the rest only for the parts that a change touches.
/// </summary>
public sealed class CardMaker(
    IDbContextFactory<FuroshikiDb> databases,
    LookLibrary library,
    Observer observer,
    MapLibrary maps,
    IContentStore content,
    DatabaseStamp stamp,
    LookSupplies supplies,
    LookJudgements judgements
)
{
    private readonly Standings _standings = new();
    private readonly ConcurrentDictionary<(long Desktop, bool WithLikeness), Cards> _cards = new();
    private volatile Shelved? _shelved;
    private readonly ConcurrentDictionary<long, LookFacts> _facts = new();

    /// <summary>What a card says of a look, whatever the desktop.</summary>
    private sealed record LookFacts(
        Look Look,
        IReadOnlyList<Component> Parts,
        bool? IsDark,
        int Unknown,
        IReadOnlyList<string> Supplies
    );

    /// <summary>The cards of all profiles, the one that was on last first.</summary>
    /// <param name="desktop">The desktop that they are held against.</param>
    /// <param name="withLikeness">Whether each says how like it is to what is on.</param>
    public IReadOnlyList<ProfileCard> All(LiveDesktop desktop, bool withLikeness = false)
    {
        var against = Against(desktop);
        if (
            _cards.TryGetValue((desktop.Id, withLikeness), out var last)
            && last.Seen == against.Seen
            && last.Stamp == against.Stamp
            && last.On == TextOf(desktop.On)
        )
            return last.All;
        var shelved = Read();
        Learn([.. shelved.Profiles.Select(one => one.Last.Id)]);
        using var db = databases.CreateDbContext();
        var on = db
            .Savings.Where(one => one.Id == desktop.On.Saving)
            .Select(one => new OnNow(one.ProfileId, one.Id, one.Number, desktop.On.Parts))
            .FirstOrDefault();
        IReadOnlyList<ProfileCard> all =
        [
            .. shelved
                .Profiles.AsParallel()
                .AsOrdered()
                .Select(one => Card(against, one.Row, one.Form, one.Last, on, withLikeness)),
        ];
        _cards[(desktop.Id, withLikeness)] = new Cards(
            against.Seen,
            against.Stamp,
            TextOf(desktop.On),
            all
        );
        return all;
    }

    /// <summary>The cards as they were made last, which hold until the desktop or the database is another.</summary>
    private sealed record Cards(
        Observation Seen,
        long Stamp,
        string On,
        IReadOnlyList<ProfileCard> All
    );

    /// <summary>What does not hold any more since a desktop's platform has another version.</summary>
    /// <param name="desktop">The desktop.</param>
    public VersionNewsView VersionNews(LiveDesktop desktop)
    {
        if (desktop.Earlier is not { } earlier)
            return new VersionNewsView(null, []);
        var seen = observer.See(desktop);
        var shelved = Read();
        Learn([.. shelved.Profiles.Select(one => one.Last.Id)]);
        return new VersionNewsView(
            earlier,
            [
                .. shelved
                    .Profiles.Where(one => _facts.ContainsKey(one.Last.Id))
                    .Select(one => new ProfileNews(
                        one.Row.Id,
                        one.Row.Name,
                        [
                            .. judgements
                                .Of(seen, _facts[one.Last.Id].Look)
                                .Where(note => note.IsNew)
                                .Select(note => note.Words),
                        ]
                    ))
                    .Where(one => one.Words.Count > 0),
            ]
        );
    }

    /// <summary>All profiles as they are kept, the one that was on last first.</summary>
    /// <param name="Stamp">What the database's stamp was before they were read.</param>
    private sealed record Shelved(
        long Stamp,
        IReadOnlyList<(ProfileRow Row, ProfileForm Form, SavingNumber Last)> Profiles
    );

    private Shelved Read()
    {
        var now = stamp.Now;
        if (_shelved is { } known && known.Stamp == now)
            return known;
        using var db = databases.CreateDbContext();
        var savings = LastSavings(db);
        return _shelved = new Shelved(
            now,
            [
                .. db
                    .Profiles.AsNoTracking()
                    .OrderByDescending(one => one.LastOn)
                    .AsEnumerable()
                    // One that came after its savings were asked for is there the next time.
                    .Where(row => savings.ContainsKey(row.Id))
                    .Select(row => (row, ProfileForm.Of(row), savings[row.Id])),
            ]
        );
    }

    /// <summary>The last saving of every profile, by the profile's number.</summary>
    private static Dictionary<long, SavingNumber> LastSavings(FuroshikiDb db)
    {
        var last = db
            .Savings.GroupBy(one => one.ProfileId)
            .Select(group => new { ProfileId = group.Key, Number = group.Max(one => one.Number) });
        return db
            .Savings.Join(
                last,
                saving => new { saving.ProfileId, saving.Number },
                one => new { one.ProfileId, one.Number },
                (saving, _) =>
                    new SavingNumber(
                        saving.Id,
                        saving.ProfileId,
                        saving.Number,
                        saving.Look,
                        saving.Map,
                        saving.Maps
                    )
            )
            .ToDictionary(one => one.ProfileId);
    }

    /// <summary>The card of one profile, by one of its savings.</summary>
    /// <param name="desktop">The desktop that it is held against.</param>
    /// <param name="row">The profile, with its savings.</param>
    /// <param name="saving">The saving.</param>
    public ProfileCard One(LiveDesktop desktop, ProfileRow row, SavingRow saving)
    {
        Learn([saving.Id]);
        return Card(
            Against(desktop),
            row,
            ProfileForm.Of(row),
            new SavingNumber(
                saving.Id,
                saving.ProfileId,
                saving.Number,
                saving.Look,
                saving.Map,
                saving.Maps
            ),
            row.Savings.Where(one => one.Id == desktop.On.Saving)
                .Select(one => new OnNow(row.Id, one.Id, one.Number, desktop.On.Parts))
                .FirstOrDefault(),
            withLikeness: true
        );
    }

    /// <summary>A saving without all that a card does not show.</summary>
    private sealed record SavingNumber(
        long Id,
        long ProfileId,
        int Number,
        Digest Look,
        Digest Map,
        Digest? OtherMaps
    );

    /// <summary>The saving that a desktop has on.</summary>
    /// <param name="Profile">The number of its profile.</param>
    /// <param name="Saving">Its number among all.</param>
    /// <param name="Number">Its number in the profile.</param>
    /// <param name="Parts">For each kind what last held it.</param>
    private sealed record OnNow(
        long Profile,
        long Saving,
        int Number,
        IReadOnlyDictionary<string, PartOn> Parts
    )
    {
        /// <summary>Whether a part of the saving that is on was left out when that was put on.</summary>
        public bool IsLeftOut(Component part) =>
            Parts.Count > 0 && Parts.GetValueOrDefault(part.Kind.Name)?.Saving != Saving;

        /// <summary>What of a part of the saving that is on was left out when that was put on; null for nothing.</summary>
        public LeftOut? LeftOutOf(Component part) =>
            !IsLeftOut(part)
            && Parts.GetValueOrDefault(part.Kind.Name) is { LeftOut.IsEmpty: false } on
                ? new LeftOut([.. on.LeftOut.Keys])
                : null;

        /// <summary>Whether some of a part was left out when it was put on.</summary>
        public bool IsWithoutSome(Component part) =>
            IsAny(part, holder => holder != PartOn.Nobodys);

        /// <summary>Whether some of a part was put on as it was fitted or chosen, and is saved nowhere.</summary>
        public bool IsFitted(Component part) => IsAny(part, holder => holder == PartOn.Nobodys);

        private bool IsAny(Component part, Func<long?, bool> holder) =>
            !IsLeftOut(part)
            && Parts.GetValueOrDefault(part.Kind.Name)?.LeftOut.Values.Any(holder) == true;
    }

    /// <summary>A desktop as it was seen, against which looks are held.</summary>
    private sealed record Held(
        Observation Seen,
        long Stamp,
        Standings.OfDesktop Standings,
        Func<IReadOnlyList<Component>, Lack> Lacks,
        Func<Look, IReadOnlyList<LookNote>> Notes
    );

    private static string TextOf(WhatIsOn on) => $"{on.Saving} {OnText.Parts(on)}";

    private Held Against(LiveDesktop desktop)
    {
        // What changes from here on makes the stamp another.
        var now = stamp.Now;
        var seen = observer.See(desktop);
        return new Held(
            seen,
            now,
            _standings.Of(seen, content),
            supplies.LacksOn(seen),
            judgements.On(seen)
        );
    }

    private ProfileCard Card(
        Held against,
        ProfileRow row,
        ProfileForm form,
        SavingNumber saving,
        OnNow? on,
        bool withLikeness
    )
    {
        if (!_facts.TryGetValue(saving.Id, out var facts))
            return Damaged(row, form, saving, library.WhyNot(saving.Id));
        var its = library.MapsOf(saving.Map, saving.OtherMaps);
        var how = facts
            .Parts.Select(part =>
                on?.Saving == saving.Id && on.LeftOutOf(part) is { } leftOut
                    ? against.Standings.Of(part, maps.Get(its[part.Kind.Name]), leftOut)
                    : against.Standings.Of(part, its[part.Kind.Name], maps.Get, against.Stamp)
            )
            .ToList();
        return new ProfileCard(
            row.Id,
            form,
            saving.Id,
            Counting.Ordinal(saving.Number),
            saving.Look.Hex,
            facts.IsDark,
            how.Count,
            Readiness(how, facts, saving, on, against.Lacks, () => against.Notes(facts.Look)),
            withLikeness
                ? LikenessView.Of([
                    .. facts.Parts.Zip(how, (part, one) => against.Standings.DistanceOf(part, one)),
                ])
                : null,
            facts.Supplies,
            LastOn(row),
            PictureOf(row),
            []
        );
    }

    /// <summary>Works out what cards say of the looks of some savings.</summary>
    private void Learn(IReadOnlyCollection<long> savings)
    {
        foreach (
            var (id, look) in library.OfSavings([.. savings.Where(id => !_facts.ContainsKey(id))])
        )
            _facts[id] = new LookFacts(
                look,
                [.. look.Components],
                look.IsDark,
                look.Kept.Count,
                [.. SuppliesOf(look)]
            );
    }

    /// <summary>A profile whose last saving cannot be read: it takes out itself, and no other.</summary>
    private static ProfileCard Damaged(
        ProfileRow row,
        ProfileForm form,
        SavingNumber saving,
        string reason
    ) =>
        new(
            row.Id,
            form,
            saving.Id,
            Counting.Ordinal(saving.Number),
            saving.Look.Hex,
            null,
            0,
            new ReadinessView(ReadinessState.Cannot, reason),
            null,
            [],
            LastOn(row),
            PictureOf(row),
            []
        );

    private static DateTime? LastOn(ProfileRow row) =>
        row.LastOn is { } on ? DateTime.SpecifyKind(on, DateTimeKind.Utc) : null;

    private static string? PictureOf(ProfileRow row) =>
        row.Screenshot is { } picture ? $"/api/content/{picture}/{Screenshots.FileName}" : null;

    private static ReadinessView Readiness(
        List<PartStanding> parts,
        LookFacts facts,
        SavingNumber saving,
        OnNow? on,
        Func<IReadOnlyList<Component>, Lack> lackOf,
        Func<IReadOnlyList<LookNote>> notes
    )
    {
        // What was left out when it was put on is held against the look that it is of.
        var held =
            on?.Saving == saving.Id
                ? parts.Where((_, i) => !on.IsLeftOut(facts.Parts[i])).ToList()
                : parts;
        var leftOut = held.Count > 0 ? parts.Count - held.Count : 0;
        var components = facts.Parts;
        if (leftOut > 0)
            (parts, components) = (held, [.. components.Where(part => !on!.IsLeftOut(part))]);
        var refused = parts.Count(one => one.State == PartState.Refused);
        var missing = parts.Count(one => one.State == PartState.NoMatch);
        var steps = parts.Count(one => one.State == PartState.Ready);
        if (refused > 0 && Lacking(components, parts, lackOf) is { } lack)
            return lack;
        if (refused > 0)
            return new ReadinessView(
                ReadinessState.Cannot,
                $"{Counting.Of(refused, "part")} cannot go on"
            );
        if (missing == parts.Count)
            return new ReadinessView(ReadinessState.Cannot, "No part of it has a match here");
        if (steps == 0)
            return on?.Profile == saving.ProfileId
                ? new ReadinessView(
                    ReadinessState.On,
                    OnWords(
                        leftOut,
                        on.Saving == saving.Id && facts.Parts.Any(on.IsWithoutSome),
                        on.Saving == saving.Id && facts.Parts.Any(on.IsFitted)
                    )
                )
                : new ReadinessView(ReadinessState.Same, "Same as now");
        if (on?.Saving == saving.Id)
            return new ReadinessView(
                ReadinessState.Drifted,
                $"On, {Counting.Of(steps, "part")} changed"
            );
        if (on?.Profile == saving.ProfileId)
            return new ReadinessView(
                ReadinessState.Drifted,
                $"{Counting.Ordinal(on.Number)} is on"
            );
        if (missing + facts.Unknown > 0)
            return new ReadinessView(
                ReadinessState.Partly,
                $"Ready but for {Counting.Of(missing + facts.Unknown, "part")}"
            );
        return parts.Any(one => one.Loses)
                ? new ReadinessView(ReadinessState.Partly, "Ready but for some settings")
            : notes() is [var first, ..]
                ? new ReadinessView(ReadinessState.Partly, $"Ready, {first.Short}")
            : new ReadinessView(ReadinessState.Ready, "Ready here");
    }

    /// <summary>What would settle the parts that cannot be put on yet; null if no supply would.</summary>
    private static ReadinessView? Lacking(
        IReadOnlyList<Component> components,
        List<PartStanding> parts,
        Func<IReadOnlyList<Component>, Lack> lackOf
    )
    {
        var refused = components
            .Zip(parts)
            .Where(one => one.Second.State == PartState.Refused)
            .Select(one => one.First)
            .ToList();
        var lack = lackOf(refused);
        return lack is { Conflict: { } conflict, Unknown.Count: 0 }
                ? new ReadinessView(ReadinessState.Cannot, $"In conflict: {conflict.Sentences[0]}")
            : !lack.IsSettled ? null
            : new ReadinessView(
                ReadinessState.ToGet,
                lack.ToLoad is > 0 and var bytes
                    ? $"{Counting.Of(lack.Changes.Count, "supply", "supplies")} to get, {Counting.Bytes(bytes)}"
                    : $"{Counting.Of(lack.Changes.Count, "supply", "supplies")} to place, kept here"
            )
            {
                Get = [.. lack.Changes.Select(one => one.To!.Id)],
            };
    }

    /// <summary>That a look is on, without what, and whether some of it is another than it was saved.</summary>
    private static string OnWords(int partsLeftOut, bool isSomeLeftOut, bool isFitted)
    {
        var without = (partsLeftOut, isSomeLeftOut) switch
        {
            (0, false) => isFitted ? "On" : "On now",
            (0, true) => "On, without some settings",
            (_, false) => $"On, without {Counting.Of(partsLeftOut, "part")}",
            _ => $"On, without {Counting.Of(partsLeftOut, "part")} and some settings",
        };
        return isFitted ? $"{without}, as fitted" : without;
    }

    private static IEnumerable<string> SuppliesOf(Look look) =>
        look
            .Components.SelectMany(part => part.Assets)
            .Select(asset => new SettingType.AssetName().Words(new SettingValue.Text(asset.Name)))
            .Distinct();
}
