using System.Text.Json;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Kinds;
using Furoshiki.Store;
using Furoshiki.Web.Desktops;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Web.Profiles;

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

/// <summary>A saving by its name, with its look.</summary>
internal sealed record SavingName(string Profile, string Ordinal, string Look);

/// <summary>What was saved.</summary>
internal sealed record SavedView(long ProfileId, long SavingId, int Number);

internal static class ProfileEndpoints
{
    public static void MapProfiles(this IEndpointRouteBuilder api)
    {
        var profiles = api.MapGroup("/profiles").WithTags("Profiles");
        profiles.MapGet("", List).WithName("listProfiles");
        profiles.MapGet("/{id:long}", Open).WithName("openProfile");
        api.MapGet("/savings/{id:long}", Name).WithTags("Profiles").WithName("nameSaving");
        profiles
            .MapPost("", Save)
            .WithName("save")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        profiles
            .MapPut("/{id:long}", Describe)
            .WithName("describeProfile")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
    }

    private static SavingName Name(long id, IDbContextFactory<FuroshikiDb> databases)
    {
        using var db = databases.CreateDbContext();
        var row =
            db.Savings.AsNoTracking()
                .Include(one => one.Profile)
                .FirstOrDefault(one => one.Id == id)
            ?? throw ProblemException.NotFound("This saving");
        return new SavingName(row.Profile!.Name, Saver.Ordinal(row.Number), row.Look);
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
        var looks = savings.Select(one => library.Of(one)).ToList();
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
                                .Select(part => DriftView.Of(part, since: null)),
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
