using System.Text.Json;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Words;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Planning;

/// <summary>A person's name for what they leave out of looks.</summary>
/// <param name="Name">The name.</param>
/// <param name="Without">What is left out, as in a target.</param>
public sealed record GroupingForm(string Name, IReadOnlyList<string> Without);

/// <summary>A grouping of the person's own.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Name">Its name.</param>
/// <param name="Without">What is left out, as in a target.</param>
public sealed record GroupingView(long Id, string Name, IReadOnlyList<string> Without);

/// <summary>What of looks is put on together, under a name: a few that everybody has, and the person's own.</summary>
public sealed class Groupings(IDbContextFactory<FuroshikiDb> databases)
{
    private const int MostPieces = 500;
    private const int LongestPiece = 200;

    /// <summary>Those that everybody has, each with what it leaves out of a look that covers some kinds.</summary>
    private static readonly (string Name, Func<string, bool> LeavesOut)[] Everybodys =
    [
        ("Everything", _ => false),
        ("Without furniture", IsFurniture),
        ("Furniture only", kind => !IsFurniture(kind)),
    ];

    /// <summary>The person's own, by name.</summary>
    public IReadOnlyList<GroupingView> Own()
    {
        using var db = databases.CreateDbContext();
        return [.. db.Groupings.AsNoTracking().OrderBy(one => one.Name).AsEnumerable().Select(Of)];
    }

    /// <summary>One of the person's own.</summary>
    /// <exception cref="ProblemException">It is not here.</exception>
    public GroupingView Get(long id)
    {
        using var db = databases.CreateDbContext();
        return Of(Find(db, id));
    }

    /// <summary>Keeps one of the person's own.</summary>
    /// <exception cref="ProblemException">It has no name, or that of another, or leaves out what there is not.</exception>
    public GroupingView Keep(GroupingForm form)
    {
        if (PersonsText.WhyNot("The name", form.Name, FuroshikiDb.LongestName) is { } reason)
            throw ProblemException.Field("name", reason);
        var name = PersonsText.Tidy(form.Name);
        if (name.Length == 0)
            throw ProblemException.Field("name", "A grouping needs a name.");
        if (
            Everybodys
                .Select(one => one.Name)
                .Concat(Own().Select(one => one.Name))
                .FirstOrDefault(one => PersonsText.KeyOf(one) == PersonsText.KeyOf(name)) is
            { } taken
        )
            throw ProblemException.Field(
                "name",
                $"There is a grouping named {taken} already. Choose another name."
            );
        var row = new GroupingRow { Name = name, Without = TextOf(form.Without) };
        using var db = databases.CreateDbContext();
        db.Add(row);
        db.SaveChanges();
        return Of(row);
    }

    /// <summary>Forgets one of the person's own. What was put on by it stays as it is.</summary>
    /// <exception cref="ProblemException">It is not here.</exception>
    public void Forget(long id)
    {
        using var db = databases.CreateDbContext();
        db.Remove(Find(db, id));
        db.SaveChanges();
    }

    /// <summary>Leaves the same out whenever a profile is put on and nothing else is asked for.</summary>
    /// <param name="profile">The profile's number.</param>
    /// <param name="without">What is left out; empty to put it on as a whole again.</param>
    /// <exception cref="ProblemException">The profile is not here, or there is no such thing to leave out.</exception>
    public void Remember(long profile, IReadOnlyList<string> without)
    {
        using var db = databases.CreateDbContext();
        var row =
            db.Profiles.FirstOrDefault(one => one.Id == profile)
            ?? throw ProblemException.NotFound("This profile");
        row.Without = TextOf(without);
        db.SaveChanges();
    }

    /// <summary>What every grouping leaves out of a look.</summary>
    /// <param name="cover">The kinds of the look.</param>
    internal IReadOnlyList<NamedLeftOut> For(IReadOnlyList<string> cover) =>
        [
            .. Everybodys.Select(one => new NamedLeftOut(
                null,
                one.Name,
                [.. cover.Where(one.LeavesOut)]
            )),
            .. Own().Select(one => new NamedLeftOut(one.Id, one.Name, one.Without)),
        ];

    /// <summary>What is left out of a profile's looks where nothing else is asked for.</summary>
    internal static IReadOnlyList<string> RememberedOf(ProfileRow profile) =>
        JsonSerializer.Deserialize<string[]>(profile.Without)!;

    private static bool IsFurniture(string kind) => Kind.Find(kind)?.Group == PartGroup.Furniture;

    private static GroupingRow Find(FuroshikiDb db, long id) =>
        db.Groupings.FirstOrDefault(one => one.Id == id)
        ?? throw ProblemException.NotFound("This grouping");

    private static GroupingView Of(GroupingRow row) =>
        new(row.Id, row.Name, JsonSerializer.Deserialize<string[]>(row.Without)!);

    private static string TextOf(IReadOnlyList<string> without)
    {
        if (without.Count > MostPieces)
            throw ProblemException.Field(
                "without",
                $"{MostPieces} parts, items and settings are the most."
            );
        foreach (var piece in without)
            if (PersonsText.WhyNot("What is left out", piece, LongestPiece) is { } reason)
                throw ProblemException.Field("without", reason);
            else if (Kind.Find(piece.Split('/')[0]) is null)
                throw ProblemException.Field("without", "There is no such part.");
        return JsonSerializer.Serialize(without.Distinct());
    }
}

/// <summary>What a grouping leaves out.</summary>
/// <param name="Id">The number of one of the person's own; null for one that everybody has.</param>
/// <param name="Name">Its name.</param>
/// <param name="Without">What it leaves out, as in a target, whether or not a look has that.</param>
internal sealed record NamedLeftOut(long? Id, string Name, IReadOnlyList<string> Without);
