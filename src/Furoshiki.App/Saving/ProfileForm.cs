using System.Text.Json;
using Furoshiki.Core.Words;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Saving;

/// <summary>What a person says of a profile.</summary>
public sealed record ProfileForm(
    string Name,
    string Description,
    string Author,
    string Licence,
    IReadOnlyList<string> Tags
)
{
    private const int LongestText = 2000;
    private const int LongestLine = 120;
    private const int MostTags = 12;
    private const int LongestTag = 24;

    /// <summary>The form with its texts trimmed and every field checked.</summary>
    /// <exception cref="ProblemException">A field cannot be taken as it is.</exception>
    public ProfileForm Checked(FuroshikiDb db, long? profile)
    {
        var texts = new[]
        {
            ("name", "The name", Name, FuroshikiDb.LongestName, false),
            ("description", "The description", Description, LongestText, true),
            ("author", "The author", Author, LongestLine, false),
            ("licence", "The licence", Licence, LongestLine, false),
        };
        foreach (var (field, what, text, longest, hasLines) in texts)
            if (PersonsText.WhyNot(what, text, longest, hasLines) is { } reason)
                throw ProblemException.Field(field, reason);
        var name = PersonsText.Tidy(Name);
        if (name.Length == 0)
            throw ProblemException.Field("name", "A profile needs a name.");
        if (
            db
                .Profiles.AsNoTracking()
                .Where(one => one.Id != profile)
                .Select(one => one.Name)
                .AsEnumerable()
                .FirstOrDefault(other => PersonsText.KeyOf(other) == PersonsText.KeyOf(name)) is
            { } taken
        )
            throw ProblemException.Field(
                "name",
                $"There is a profile named {taken} already. Choose another name, or save as its next saving."
            );
        if (Tags.Count > MostTags)
            throw ProblemException.Field("tags", $"{MostTags} tags are the most.");
        foreach (var tag in Tags)
            if (PersonsText.WhyNot("A tag", tag, LongestTag) is { } reason)
                throw ProblemException.Field("tags", reason);
        return new ProfileForm(
            name,
            PersonsText.Tidy(Description),
            PersonsText.Tidy(Author),
            PersonsText.Tidy(Licence),
            [
                .. Tags.Select(PersonsText.Tidy)
                    .Where(tag => tag.Length > 0)
                    .DistinctBy(PersonsText.KeyOf),
            ]
        );
    }

    /// <summary>Writes it to a profile.</summary>
    public void WriteTo(ProfileRow row)
    {
        row.Name = Name;
        row.Description = Description;
        row.Author = Author;
        row.Licence = Licence;
        row.Tags = JsonSerializer.Serialize(Tags);
    }

    /// <summary>What is said of a profile.</summary>
    public static ProfileForm Of(ProfileRow row) =>
        new(
            row.Name,
            row.Description,
            row.Author,
            row.Licence,
            JsonSerializer.Deserialize<string[]>(row.Tags)!
        );
}
