using System.Text.Json;
using Furoshiki.Core.Kinds;
using Furoshiki.Store;
using Furoshiki.Web.Desktops;
using Furoshiki.Web.SafeStates;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Web.Profiles;

/// <summary>Takes what is on a desktop as a profile's saving.</summary>
internal sealed class Saver(
    IDbContextFactory<FuroshikiDb> databases,
    LookLibrary library,
    SafeStateShelf shelf,
    DesktopRegister register,
    TimeProvider clock
)
{
    /// <summary>Saves as a new profile.</summary>
    public SavingRow SaveNew(
        LiveDesktop desktop,
        ProfileForm form,
        string note,
        IReadOnlyCollection<string> cover
    )
    {
        using var db = databases.CreateDbContext();
        var row = new ProfileRow
        {
            Name = "",
            Description = "",
            Author = "",
            Licence = "",
            Tags = "",
        };
        form.Checked(db, null).WriteTo(row);
        var saving = Capture(desktop, note, cover, 1);
        row.Savings.Add(saving);
        db.Profiles.Add(row);
        db.SaveChanges();
        register.NoteOn(desktop.Id, saving.Id);
        return saving;
    }

    /// <summary>Saves as the next saving of a profile.</summary>
    public SavingRow SaveNext(
        LiveDesktop desktop,
        long profile,
        string note,
        IReadOnlyCollection<string> cover
    )
    {
        using var db = databases.CreateDbContext();
        var row =
            db.Profiles.Include(one => one.Savings).FirstOrDefault(one => one.Id == profile)
            ?? throw ProblemException.NotFound("This profile");
        var saving = Capture(desktop, note, cover, row.Savings.Max(one => one.Number) + 1);
        var last = row.Savings.MaxBy(one => one.Number)!;
        if (last.Look == saving.Look)
            throw ProblemException.Field(
                "note",
                $"Nothing differs from the {Ordinal(last.Number)} saving, so there is nothing to save."
            );
        row.Savings.Add(saving);
        db.SaveChanges();
        register.NoteOn(desktop.Id, saving.Id);
        return saving;
    }

    /// <summary>A number as people count savings: 1st, 2nd, 3rd, 4th.</summary>
    public static string Ordinal(int number) =>
        number
        + (
            (number % 100 is >= 11 and <= 13 ? 0 : number % 10) switch
            {
                1 => "st",
                2 => "nd",
                3 => "rd",
                _ => "th",
            }
        );

    private SavingRow Capture(
        LiveDesktop desktop,
        string note,
        IReadOnlyCollection<string> cover,
        int number
    )
    {
        var reading = library.ReadNow(desktop);
        if (cover.Count == 0)
            throw ProblemException.Field("cover", "A profile covers at least one part.");
        foreach (var kind in cover)
        {
            var part =
                reading.Parts.FirstOrDefault(one => one.Kind == kind)
                ?? throw ProblemException.Field("cover", $"This desktop has no part '{kind}'.");
            if (part.Component is null)
                throw ProblemException.Field(
                    "cover",
                    $"{Kind.Get(kind).Title} cannot be saved: {part.File} could not be read. {part.Reason}"
                );
        }
        var look = reading.Look.Only(cover);
        shelf.KeepLook(desktop, look);
        return new SavingRow
        {
            Number = number,
            Look = look.Digest.Hex,
            Cover = JsonSerializer.Serialize(look.Components.Select(part => part.Kind)),
            Note = note.Trim(),
            SavedAt = clock.GetUtcNow().UtcDateTime,
        };
    }
}
