using System.Globalization;
using System.Text.RegularExpressions;
using Furoshiki.App.Desktops;
using Furoshiki.App.Observing;
using Furoshiki.App.SafeStates;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Switching;
using Furoshiki.Core.Words;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Looks;

/// <summary>What a look is a look of.</summary>
public enum LookSource
{
    /// <summary>The desktop as it is.</summary>
    Now,

    /// <summary>A saving.</summary>
    Saving,

    /// <summary>A safe state.</summary>
    SafeState,

    /// <summary>A fitting.</summary>
    Fitting,

    /// <summary>Another desktop as it is.</summary>
    OtherDesktop,

    /// <summary>A look as it would be on a desktop.</summary>
    Adapted,
}

/// <summary>A look by its name, as it is named in an address, a comparison and a command.</summary>
/// <param name="Ref">How it is named for certain, as <see cref="LookRef"/> says.</param>
/// <param name="Source">What it is a look of.</param>
/// <param name="Id">The number of the saving, safe state, fitting or desktop; 0 for now.</param>
/// <param name="Name">What people call it.</param>
/// <param name="Caption">Which one of that name.</param>
/// <param name="Look">The look.</param>
/// <param name="Maps">The maps of the desktops that its parts came from.</param>
/// <param name="Screens">The screens of that desktop, the main one first; none where they are not known.</param>
public sealed record NamedLook(
    string Ref,
    LookSource Source,
    long Id,
    string Name,
    string Caption,
    Look Look,
    PartMaps Maps,
    IReadOnlyList<Screen> Screens
);

/// <summary>Finds looks by how people and programs name them.</summary>
public sealed partial class LookFinder(
    IDbContextFactory<FuroshikiDb> databases,
    LookLibrary library,
    FittedLooks fittings,
    Observer observer,
    SafeStateShelf safeStates,
    DesktopRegister register,
    MapLibrary maps
)
{
    private const int ShortestDigest = 6;
    private const int LongestShown = 60;

    /// <summary>
    /// Finds a look: "now"; "saving-18", "state-3" or "fitting-2"; the name of a profile, of which the last saving is meant, or with a number after it,
    /// as in "Open Night 4" or "Open Night, 4th"; or the beginning of a saving's digest, of six digits at least. "desktop-2" is another
    /// desktop as it is, and any of these with "-on-2" behind it is that look as it would be there.
    /// </summary>
    /// <param name="desktop">The desktop that is meant by now, and whose safe states are.</param>
    /// <param name="text">How it is named.</param>
    /// <exception cref="ProblemException">There is none; the problem says what is near.</exception>
    public NamedLook Find(LiveDesktop desktop, string text)
    {
        if (text.Equals(LookRef.Now, StringComparison.OrdinalIgnoreCase))
            return new NamedLook(
                LookRef.Now,
                LookSource.Now,
                0,
                "Now",
                desktop.Name,
                observer.See(desktop).Reading.Look,
                PartMaps.Of(desktop.MapDigest),
                desktop.Screens
            );
        if (LookRef.Desktop(text) is { } other)
            return OfDesktop(register.Get(other));
        if (LookRef.AsOn(text) is { } there)
            return AsOn(Find(desktop, there.Look), register.Get(there.Desktop));
        using var db = databases.CreateDbContext();
        if (LookRef.SafeState(text) is { } state)
            return OfState(safeStates.Get(desktop, state));
        if (LookRef.Fitting(text) is { } fitting)
            return OfFitting(fitting);
        if (LookRef.Saving(text) is { } number)
            return Of(Savings(db).FirstOrDefault(one => one.Id == number))
                ?? throw ProblemException.NotFound("This saving");
        return Of(Named(db, text) ?? OfDigest(db, text)) ?? throw NothingNamed(db, text);
    }

    /// <summary>The number of the profile of a name; null if there is none of that name alone.</summary>
    public long? FindProfile(string name)
    {
        using var db = databases.CreateDbContext();
        return ProfileOf(db, name);
    }

    private static long? ProfileOf(FuroshikiDb db, string name) =>
        db
            .Profiles.Select(one => new { one.Id, one.Name })
            .AsEnumerable()
            .FirstOrDefault(one => PersonsText.KeyOf(one.Name) == PersonsText.KeyOf(name))
            ?.Id;

    private static IQueryable<SavingRow> Savings(FuroshikiDb db) =>
        db.Savings.AsNoTracking().Include(one => one.Profile);

    /// <summary>The saving that a profile's name means, alone or with a number after it; a name that ends in a number is itself first.</summary>
    private static SavingRow? Named(FuroshikiDb db, string text)
    {
        if (ProfileOf(db, text) is { } profile)
            return Savings(db)
                .Where(one => one.ProfileId == profile)
                .OrderByDescending(one => one.Number)
                .FirstOrDefault();
        if (NumberBehind().Match(text) is not { Success: true } match)
            return null;
        var number = int.Parse(match.Groups["number"].Value, CultureInfo.InvariantCulture);
        return ProfileOf(db, match.Groups["name"].Value) is { } numbered
            ? Savings(db).FirstOrDefault(one => one.ProfileId == numbered && one.Number == number)
                ?? throw new ProblemException(
                    new Problem(
                        ProblemKind.NotFound,
                        ProblemCode.NotFound,
                        $"{match.Groups["name"].Value} has no {Counting.Ordinal(number)} saving.",
                        "Nothing was changed."
                    )
                )
            : null;
    }

    private static SavingRow? OfDigest(FuroshikiDb db, string text)
    {
        if (text.Length < ShortestDigest || !text.All(char.IsAsciiHexDigit))
            return null;
        var beginning = text.ToUpperInvariant() + "%";
        return db.Set<SavingRow>()
            .FromSql(
                $"SELECT * FROM Savings WHERE DeletionId IS NULL AND hex(Look) LIKE {beginning}"
            )
            .AsNoTracking()
            .Include(one => one.Profile)
            .OrderByDescending(one => one.Id)
            .FirstOrDefault();
    }

    private NamedLook? Of(SavingRow? saving) =>
        saving is null
            ? null
            : new NamedLook(
                LookRef.OfSaving(saving.Id),
                LookSource.Saving,
                saving.Id,
                saving.Profile!.Name,
                $"{Counting.Ordinal(saving.Number)} saving",
                library.Of(saving),
                library.MapsOf(saving),
                register.ScreensOf(saving)
            );

    private NamedLook OfState(SafeStateRow state) =>
        new(
            LookRef.OfSafeState(state.Id),
            LookSource.SafeState,
            state.Id,
            SafeStateShelf.NameOf(state),
            "safe state",
            library.Get(state.Look),
            PartMaps.Of(register.MapOf(state.DesktopId)),
            register.Get(state.DesktopId).Screens
        );

    private NamedLook OfDesktop(LiveDesktop desktop) =>
        new(
            LookRef.OfDesktop(desktop.Id),
            LookSource.OtherDesktop,
            desktop.Id,
            desktop.Name,
            "as it is",
            observer.See(desktop).Reading.Look,
            PartMaps.Of(desktop.MapDigest),
            desktop.Screens
        );

    /// <summary>A look as it would be on a desktop: what that can hold of each part.</summary>
    private NamedLook AsOn(NamedLook look, LiveDesktop desktop)
    {
        var seen = observer.See(desktop);
        var fitter = new PartFitter(desktop.Map, seen.Reading, seen.View, library.Saved);
        return new NamedLook(
            LookRef.OfAdapted(look.Ref, desktop.Id),
            LookSource.Adapted,
            look.Id,
            look.Name,
            $"{look.Caption}, as on {desktop.Name}",
            Look.Of(
                look.Look.Components.Select(part =>
                        fitter.Fit(part, maps.Get(look.Maps[part.Kind.Name])).Held
                    )
                    .OfType<Component>()
            ),
            PartMaps.Of(desktop.MapDigest),
            desktop.Screens
        );
    }

    private NamedLook OfFitting(long id)
    {
        var fitting = fittings.Get(id);
        return new NamedLook(
            LookRef.OfFitting(id),
            LookSource.Fitting,
            id,
            fitting.Row.Name,
            "being fitted",
            fitting.State.Look.Look,
            fitting.State.Look.Maps,
            register.Get(fitting.Row.DesktopId).Screens
        );
    }

    private static ProblemException NothingNamed(FuroshikiDb db, string text)
    {
        var near = Nearest.To(text, db.Profiles.Select(one => one.Name));
        var asked = PathText.Printable(
            text.Length > LongestShown ? text[..LongestShown] + "…" : text
        );
        return new ProblemException(
            new Problem(
                ProblemKind.NotFound,
                ProblemCode.NotFound,
                near.Count == 0
                    ? $"There is no look '{asked}'."
                    : $"There is no look '{asked}'. Near it: {string.Join(", ", near)}.",
                "Nothing was changed."
            )
        );
    }

    [GeneratedRegex(@"^(?<name>.*?),?\s+(?<number>[1-9]\d{0,5})(st|nd|rd|th)?\z")]
    private static partial Regex NumberBehind();
}
