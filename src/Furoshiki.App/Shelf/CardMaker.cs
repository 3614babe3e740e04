using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.App.Saving;
using Furoshiki.Core.Content;
using Furoshiki.Core.Kinds;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Switching;
using Furoshiki.Core.Words;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Shelf;

/// <summary>Makes the cards of the shelf: reads the desktop once, and plans every profile against it.</summary>
public sealed class CardMaker(
    IDbContextFactory<FuroshikiDb> databases,
    LookLibrary library,
    MapLibrary maps,
    IContentStore content
)
{
    /// <summary>The cards of all profiles, the one that was on last first.</summary>
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

    /// <summary>The card of one profile.</summary>
    /// <param name="row">The profile, with its savings.</param>
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
            Counting.Ordinal(saving.Number),
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
            Counting.Ordinal(saving.Number),
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
                $"{Counting.Of(plan.Refused.Length, "part")} cannot go on"
            );
        if (plan.Steps.IsEmpty && plan.Same.IsEmpty)
            return new ReadinessView(ReadinessState.Cannot, "No part of it has a match here");
        if (plan.Steps.IsEmpty)
            return new ReadinessView(ReadinessState.On, "On now");
        return desktop.On.Saving == saving.Id
                ? new ReadinessView(
                    ReadinessState.Drifted,
                    $"On, {Counting.Of(plan.Steps.Length, "part")} changed"
                )
            : row.Savings.FirstOrDefault(one => one.Id == desktop.On.Saving) is { } on
                ? new ReadinessView(ReadinessState.Drifted, $"{Counting.Ordinal(on.Number)} is on")
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
            ? Counting.Of(parts, "part")
            : "some settings";

    private static IEnumerable<string> SuppliesOf(Look look) =>
        look
            .Components.SelectMany(part => part.Assets)
            .Select(asset => new SettingType.AssetName().Words(new SettingValue.Text(asset.Name)))
            .Distinct();
}
