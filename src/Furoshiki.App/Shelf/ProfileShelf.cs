using System.Text.Json;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.App.Saving;
using Furoshiki.App.Supplies;
using Furoshiki.App.Views;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;
using Furoshiki.Core.Words;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Shelf;

/// <summary>Opens profiles and names savings.</summary>
public sealed class ProfileShelf(
    CardMaker cards,
    LookLibrary library,
    IContentStore content,
    IDbContextFactory<FuroshikiDb> databases,
    Observer observer,
    MapLibrary maps,
    LookNeeds needs
)
{
    /// <summary>A profile with its savings, opened at one of them, and how that stands to a desktop.</summary>
    /// <param name="id">The profile's number.</param>
    /// <param name="desktop">The desktop.</param>
    /// <param name="saving">The saving's number among all; null for the last one.</param>
    /// <exception cref="ProblemException">There is none of this number.</exception>
    public ProfilePage Open(long id, LiveDesktop desktop, long? saving = null)
    {
        using var db = databases.CreateDbContext();
        var row =
            db.ProfilesWithSavings.AsNoTracking().FirstOrDefault(one => one.Id == id)
            ?? throw ProblemException.NotFound("This profile");
        var savings = row.Savings.OrderBy(one => one.Number).ToList();
        var opened = saving is null
            ? savings.Count - 1
            : savings.FindIndex(one => one.Id == saving);
        if (opened < 0)
            throw ProblemException.NotFound("This saving");
        // One that is damaged takes out itself.
        var readable = library.OfSavings([.. savings.Select(one => one.Id)]);
        var looks = savings.Select(one => readable.GetValueOrDefault(one.Id)).ToList();
        var look = looks[opened];
        return new ProfilePage(
            cards.One(desktop, row, savings[opened]),
            [.. savings.Select((_, i) => View(savings, looks, i)).Reverse()],
            [.. (look?.Components ?? []).Select(part => PartView.Of(part, content))],
            [
                .. desktop
                    .Map.Kinds.Select(kind => kind.Kind)
                    .Where(kind => look is not null && look[kind] is null)
                    .Select(kind => kind.Title),
            ],
            [
                .. NamedScene
                    .Of(look ?? Look.Of([]))
                    .Select(scene => new SceneView(scene.Scene, scene.Title)),
            ],
            look is null
                ? needs.Of(observer.See(desktop), Look.Of([]), desktop.Map)
                : needs.Of(observer.See(desktop), look, maps.Get(savings[opened].Map))
        );
    }

    /// <summary>Changes what a person says of a profile.</summary>
    /// <returns>It as it was taken.</returns>
    public ProfileForm Describe(long id, ProfileForm form)
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

    private SavingView View(List<SavingRow> savings, List<Look?> looks, int i) =>
        new(
            savings[i].Id,
            Counting.Ordinal(savings[i].Number),
            savings[i].Look.Hex,
            savings[i].Note,
            DateTime.SpecifyKind(savings[i].SavedAt, DateTimeKind.Utc),
            i > 0 && looks[i - 1] is { } before && looks[i] is { } after
                ?
                [
                    .. Difference
                        .Between(before, after, library.FindTree)
                        .Select(part => DriftView.Of(part, since: null)),
                ]
                : [],
            [
                .. JsonSerializer
                    .Deserialize<SavedGap[]>(savings[i].Gaps)!
                    .Select(gap => new GapView(
                        gap.Kind,
                        Kind.TitleOf(gap.Kind),
                        PathText.Printable(gap.Path),
                        gap.Reason
                    )),
            ],
            looks[i] is null ? library.WhyNot(savings[i].Id) : null
        );
}
