using Furoshiki.Core.Content;
using Furoshiki.Core.Kinds;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Switching;
using Furoshiki.Store;
using Furoshiki.Web.Desktops;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Web.Profiles;

/// <summary>How a look stands to a desktop.</summary>
internal enum ReadinessState
{
    /// <summary>It is on, exactly.</summary>
    On,

    /// <summary>It was put on last, and parts changed since.</summary>
    Drifted,

    /// <summary>It can be put on.</summary>
    Ready,

    /// <summary>It can be put on, but for what has no match on the desktop.</summary>
    Partly,

    /// <summary>Some of its parts cannot be put on.</summary>
    Cannot,
}

/// <summary>How a look stands to a desktop, with the words for it.</summary>
internal sealed record ReadinessView(ReadinessState State, string Words);

/// <summary>A profile on the shelf, by its last saving.</summary>
/// <param name="Ordinal">The saving's number in words, such as "4th".</param>
/// <param name="Distance">How many parts differ from what is on now.</param>
/// <param name="Screenshot">Where the screenshot is that is its picture; null if the drawing is.</param>
internal sealed record ProfileCard(
    long Id,
    ProfileForm Profile,
    long SavingId,
    string Ordinal,
    string Look,
    bool IsDark,
    int Parts,
    ReadinessView Readiness,
    int Distance,
    IReadOnlyList<string> Supplies,
    DateTime? LastOn,
    string? Screenshot
);

/// <summary>Makes the cards of the shelf: reads the desktop once, and plans every profile against it.</summary>
internal sealed class CardMaker(
    IDbContextFactory<FuroshikiDb> databases,
    LookLibrary library,
    MapLibrary maps,
    IContentStore content
)
{
    public List<ProfileCard> All(LiveDesktop desktop)
    {
        using var db = databases.CreateDbContext();
        var sight = library.ReadNow(desktop);
        return
        [
            .. db
                .Profiles.AsNoTracking()
                .Include(one => one.Savings)
                .OrderByDescending(one => one.LastOn)
                .AsEnumerable()
                .Select(row => Card(desktop, sight, row)),
        ];
    }

    public ProfileCard One(LiveDesktop desktop, ProfileRow row) =>
        Card(desktop, library.ReadNow(desktop), row);

    private ProfileCard Card(LiveDesktop desktop, Sight sight, ProfileRow row)
    {
        var saving = row.Savings.MaxBy(one => one.Number)!;
        if (LookOf(saving, out var damage) is not { } look)
            return Damaged(row, saving, damage!);
        var kinds = look.Components.Select(part => part.Kind).ToList();
        var plan = new SwitchPlanner(
            desktop.Map,
            sight.Reading,
            sight.View,
            content,
            _ => maps.Get(Digest.Parse(saving.Map))
        ).Plan(look, kinds);
        return new ProfileCard(
            row.Id,
            ProfileForm.Of(row),
            saving.Id,
            Saver.Ordinal(saving.Number),
            saving.Look,
            look.IsDark,
            kinds.Count,
            Readiness(desktop, row, saving, plan),
            plan.Steps.Length + plan.Refused.Length,
            [.. SuppliesOf(look)],
            LastOn(row),
            PictureOf(row)
        );
    }

    /// <summary>The look of a saving; null and the reason if its copy is damaged.</summary>
    private Look? LookOf(SavingRow saving, out string? damage)
    {
        try
        {
            damage = null;
            return library.Of(saving);
        }
        catch (ProblemException problem)
        {
            damage = problem.Message;
            return null;
        }
    }

    /// <summary>A profile whose last saving cannot be read: it takes out itself, and no other.</summary>
    private static ProfileCard Damaged(ProfileRow row, SavingRow saving, string damage) =>
        new(
            row.Id,
            ProfileForm.Of(row),
            saving.Id,
            Saver.Ordinal(saving.Number),
            saving.Look,
            false,
            0,
            new ReadinessView(ReadinessState.Cannot, damage),
            0,
            [],
            LastOn(row),
            PictureOf(row)
        );

    private static DateTime? LastOn(ProfileRow row) =>
        row.LastOn is { } on ? DateTime.SpecifyKind(on, DateTimeKind.Utc) : null;

    private static string? PictureOf(ProfileRow row) =>
        row.Screenshot is { } picture ? $"/api/content/{picture}/{Screenshots.FileName}" : null;

    private static ReadinessView Readiness(
        LiveDesktop desktop,
        ProfileRow row,
        SavingRow saving,
        SwitchPlan plan
    )
    {
        if (plan.Refused.Length > 0)
            return new ReadinessView(
                ReadinessState.Cannot,
                $"{Count(plan.Refused.Length, "part")} cannot go on"
            );
        if (plan.Steps.IsEmpty && plan.Same.IsEmpty)
            return new ReadinessView(ReadinessState.Cannot, "No part of it has a match here");
        if (plan.Steps.IsEmpty)
            return new ReadinessView(ReadinessState.On, "On now");
        return desktop.On.Saving == saving.Id
                ? new ReadinessView(
                    ReadinessState.Drifted,
                    $"On, {Count(plan.Steps.Length, "part")} changed"
                )
            : row.Savings.FirstOrDefault(one => one.Id == desktop.On.Saving) is { } on
                ? new ReadinessView(ReadinessState.Drifted, $"{Saver.Ordinal(on.Number)} is on")
            : plan.Losses.Length > 0
                ? new ReadinessView(ReadinessState.Partly, $"Ready but for {Lost(desktop, plan)}")
            : new ReadinessView(ReadinessState.Ready, "Ready here");
    }

    /// <summary>What has no match on a desktop, in words: whole parts, or settings only.</summary>
    private static string Lost(LiveDesktop desktop, SwitchPlan plan) =>
        plan
            .Losses.Select(loss => loss.Kind)
            .Distinct()
            .Count(kind => desktop.Map.Find(kind) is null)
            is > 0
                and var parts
            ? Count(parts, "part")
            : "some settings";

    private static string Count(int count, string thing) =>
        count == 1 ? $"1 {thing}" : $"{count} {thing}s";

    private static IEnumerable<string> SuppliesOf(Look look) =>
        look
            .Components.SelectMany(part => part.Assets)
            .Select(asset => new SettingType.AssetName().Words(new SettingValue.Text(asset.Name)))
            .Distinct();
}
