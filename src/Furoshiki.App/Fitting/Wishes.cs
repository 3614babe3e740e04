using System.Text.Json;
using Furoshiki.Core.Advice;
using Furoshiki.Core.Words;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Fitting;

/// <summary>Whether a person wants something of a profile as advice finds it.</summary>
/// <param name="Key">The advice's key.</param>
/// <param name="IsWanted">Whether they do.</param>
public sealed record WishForm(string Key, bool IsWanted);

/// <summary>Keeps what advice a person has heard and wants so, for each profile: it stays listed, and quiet.</summary>
public sealed class Wishes(IDbContextFactory<FuroshikiDb> databases)
{
    private const int Most = 500;
    private const int LongestKey = 200;

    /// <summary>The keys of the advice that is wanted so for a profile; none for one that is not here.</summary>
    /// <param name="profile">The profile's number; null for no profile.</param>
    public IReadOnlySet<string> Of(long? profile)
    {
        if (profile is not { } id)
            return new HashSet<string>();
        using var db = databases.CreateDbContext();
        return In(
            db.Profiles.Where(one => one.Id == id).Select(one => one.AsWanted).FirstOrDefault()
        );
    }

    /// <summary>Notes that something is wanted so, or is not any more.</summary>
    /// <param name="profile">The profile's number.</param>
    /// <param name="form">What.</param>
    /// <exception cref="ProblemException">The profile is not here, no check gives such advice, or there are too many.</exception>
    public void Note(long profile, WishForm form)
    {
        if (
            PersonsText.WhyNot("The key", form.Key, LongestKey) is not null
            || AdviceCheck.All.All(check =>
                !form.Key.StartsWith($"{check.Name}/", StringComparison.Ordinal)
            )
        )
            throw ProblemException.Field("key", "No check gives such advice.");
        using var db = databases.CreateDbContext();
        var row =
            db.Profiles.FirstOrDefault(one => one.Id == profile)
            ?? throw ProblemException.NotFound("This profile");
        var keys = In(row.AsWanted);
        if (form.IsWanted ? !keys.Add(form.Key) : !keys.Remove(form.Key))
            return;
        if (keys.Count > Most)
            throw ProblemException.Field("key", $"{Most} pieces of advice at most are wanted so.");
        row.AsWanted = JsonSerializer.Serialize(keys.Order(StringComparer.Ordinal));
        db.SaveChanges();
    }

    private static HashSet<string> In(string? list) =>
        list is null ? [] : JsonSerializer.Deserialize<HashSet<string>>(list)!;
}
