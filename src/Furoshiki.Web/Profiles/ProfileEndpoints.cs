using System.Text.Json;
using Furoshiki.Core.Compare;
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

/// <summary>A saving in the list of a profile.</summary>
/// <param name="Changes">What differs from the saving before it, in words; empty for the first.</param>
/// <param name="Gaps">What belonged to it and could not be held.</param>
internal sealed record SavingView(
    long Id,
    string Ordinal,
    string Look,
    string Note,
    DateTime SavedAt,
    IReadOnlyList<DriftView> Changes,
    IReadOnlyList<GapView> Gaps
);

/// <summary>A profile with all its savings, newest first.</summary>
internal sealed record ProfilePage(
    ProfileCard Card,
    IReadOnlyList<SavingView> Savings,
    IReadOnlyList<PartView> Parts,
    IReadOnlyList<string> LeftAlone
);

/// <summary>A request to save what is on a desktop; as a new profile where there is a form, as the next saving of one where there is a profile.</summary>
/// <param name="AsSaved">The kinds that stay as the last saving has them.</param>
/// <param name="KeepSystem">Whether the content of the administrator's assets is kept too.</param>
internal sealed record SaveRequest(
    long Desktop,
    ProfileForm? Form,
    long? Profile,
    string Note,
    IReadOnlyList<string> Cover,
    IReadOnlyList<string> AsSaved,
    bool KeepSystem
);

/// <summary>What was saved.</summary>
internal sealed record SavedView(long ProfileId, long SavingId, int Number);

internal static class ProfileEndpoints
{
    public static void MapProfiles(this IEndpointRouteBuilder api)
    {
        var profiles = api.MapGroup("/profiles").WithTags("Profiles");
        profiles.MapGet("", List).WithName("listProfiles");
        profiles.MapGet("/{id:long}", Open).WithName("openProfile");
        profiles
            .MapPost("", Save)
            .WithName("save")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        profiles
            .MapPut("/{id:long}", Describe)
            .WithName("describeProfile")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
    }

    private static List<ProfileCard> List(long desktop, DesktopRegister register, CardMaker cards)
    {
        var live = register.Get(desktop);
        return cards.All(live);
    }

    private static ProfilePage Open(
        long id,
        long desktop,
        DesktopRegister register,
        CardMaker cards,
        LookLibrary library,
        IContentStore content,
        IDbContextFactory<FuroshikiDb> databases
    )
    {
        using var db = databases.CreateDbContext();
        var live = register.Get(desktop);
        var row =
            db.Profiles.AsNoTracking()
                .Include(one => one.Savings)
                .FirstOrDefault(one => one.Id == id)
            ?? throw ProblemException.NotFound("This profile");
        var savings = row.Savings.OrderBy(one => one.Number).ToList();
        var looks = savings.Select(one => library.Get(Digest.Parse(one.Look))).ToList();
        var views = savings.Select(
            (one, i) =>
                new SavingView(
                    one.Id,
                    Saver.Ordinal(one.Number),
                    one.Look,
                    one.Note,
                    DateTime.SpecifyKind(one.SavedAt, DateTimeKind.Utc),
                    i == 0
                        ? []
                        :
                        [
                            .. Difference
                                .Between(looks[i - 1], looks[i], library.FindTree)
                                .Select(part => DriftView.Of(part, content)),
                        ],
                    GapsIn(one)
                )
        );
        return new ProfilePage(
            cards.One(live, row),
            [.. views.Reverse()],
            [.. looks[^1].Components.Select(part => PartView.Of(part, content))],
            [
                .. live
                    .Map.Kinds.Select(kind => kind.Kind)
                    .Where(kind => looks[^1][kind.Name] is null)
                    .Select(kind => kind.Title),
            ]
        );
    }

    private static SavedView Save(SaveRequest request, DesktopRegister register, Saver saver)
    {
        var desktop = register.Get(request.Desktop);
        var choice = new SaveChoice(
            request.Note,
            request.Cover,
            request.AsSaved,
            request.KeepSystem
        );
        var saving = (request.Form, request.Profile) switch
        {
            ({ } form, null) => saver.SaveNew(desktop, form, choice),
            (null, { } profile) => saver.SaveNext(desktop, profile, choice),
            _ => throw ProblemException.Field(
                "name",
                "Save either as a new profile or as the next saving of one."
            ),
        };
        return new SavedView(saving.ProfileId, saving.Id, saving.Number);
    }

    private static IReadOnlyList<GapView> GapsIn(SavingRow saving) =>
        [
            .. JsonSerializer
                .Deserialize<SavedGap[]>(saving.Gaps)!
                .Select(gap => new GapView(
                    gap.Kind,
                    Kind.Get(gap.Kind).Title,
                    PathText.Printable(gap.Path),
                    gap.Reason
                )),
        ];

    private static ProfileForm Describe(
        long id,
        ProfileForm form,
        IDbContextFactory<FuroshikiDb> databases
    )
    {
        using var db = databases.CreateDbContext();
        var row =
            db.Profiles.FirstOrDefault(one => one.Id == id)
            ?? throw ProblemException.NotFound("This profile");
        var taken = form.Checked(db, id);
        taken.WriteTo(row);
        db.SaveChanges();
        return taken;
    }
}

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
        var look = library.Get(Digest.Parse(saving.Look));
        var kinds = look.Components.Select(part => part.Kind).ToList();
        var plan = new SwitchPlanner(
            desktop.Map,
            sight.Reading,
            sight.View,
            content,
            maps.Get(Digest.Parse(saving.Map))
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
            row.LastOn is { } on ? DateTime.SpecifyKind(on, DateTimeKind.Utc) : null,
            row.Screenshot is { } picture ? $"/api/content/{picture}/{Screenshots.FileName}" : null
        );
    }

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
        return desktop.SavingOnId == saving.Id
                ? new ReadinessView(
                    ReadinessState.Drifted,
                    $"On, {Count(plan.Steps.Length, "part")} changed"
                )
            : row.Savings.FirstOrDefault(one => one.Id == desktop.SavingOnId) is { } on
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
