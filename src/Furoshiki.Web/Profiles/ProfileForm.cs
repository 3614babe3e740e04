using System.Text.Json;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Web.Profiles;

/// <summary>What a person says of a profile.</summary>
internal sealed record ProfileForm(
    string Name,
    string Description,
    string Author,
    string Licence,
    IReadOnlyList<string> Tags
)
{
    private const int LongestText = 2000;
    private const int MostTags = 12;
    private const int LongestTag = 24;

    /// <summary>The form with its texts trimmed and every field checked.</summary>
    /// <exception cref="ProblemException">A field cannot be taken as it is.</exception>
    public ProfileForm Checked(FuroshikiDb db, long? profile)
    {
        var name = Name.Trim();
        if (name.Length == 0)
            throw ProblemException.Field("name", "A profile needs a name.");
        if (name.Length > FuroshikiDb.LongestName)
            throw ProblemException.Field(
                "name",
                $"The name has {name.Length} characters; {FuroshikiDb.LongestName} are the most."
            );
        if (name.Any(char.IsControl))
            throw ProblemException.Field(
                "name",
                "The name has a line break or another control character in it."
            );
        if (db.Profiles.AsNoTracking().Any(one => one.Name == name && one.Id != profile))
            throw ProblemException.Field(
                "name",
                $"There is a profile named {name} already. Choose another name, or save as its next saving."
            );
        if (Description.Length > LongestText)
            throw ProblemException.Field(
                "description",
                $"The description has {Description.Length} characters; {LongestText} are the most."
            );
        var tags = Tags.Select(tag => tag.Trim())
            .Where(tag => tag.Length > 0)
            .Distinct(StringComparer.OrdinalIgnoreCase)
            .ToList();
        if (tags.Count > MostTags || tags.Any(tag => tag.Length > LongestTag))
            throw ProblemException.Field(
                "tags",
                $"At most {MostTags} tags, each of at most {LongestTag} characters."
            );
        return new ProfileForm(name, Description.Trim(), Author.Trim(), Licence.Trim(), tags);
    }

    public void WriteTo(ProfileRow row)
    {
        row.Name = Name;
        row.Description = Description;
        row.Author = Author;
        row.Licence = Licence;
        row.Tags = JsonSerializer.Serialize(Tags);
    }

    public static ProfileForm Of(ProfileRow row) =>
        new(
            row.Name,
            row.Description,
            row.Author,
            row.Licence,
            JsonSerializer.Deserialize<string[]>(row.Tags)!
        );
}
