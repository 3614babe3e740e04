using System.Text.Json;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Store;

/// <summary>What a person chose for the whole installation.</summary>
/// <param name="databases">Makes database contexts.</param>
public sealed class Preferences(IDbContextFactory<FuroshikiDb> databases)
{
    /// <summary>What was chosen; null if nothing was yet.</summary>
    /// <param name="name">What it is about.</param>
    public T? Find<T>(string name)
        where T : class
    {
        using var db = databases.CreateDbContext();
        return
            db.Preferences.AsNoTracking().FirstOrDefault(one => one.Name == name)?.Value
                is { } value
            ? JsonSerializer.Deserialize<T>(value)
            : null;
    }

    /// <summary>Keeps what was chosen.</summary>
    /// <param name="name">What it is about.</param>
    /// <param name="value">What was chosen.</param>
    public void Keep<T>(string name, T value)
        where T : class
    {
        using var db = databases.CreateDbContext();
        var row = db.Preferences.FirstOrDefault(one => one.Name == name);
        if (row is null)
            db.Preferences.Add(row = new PreferenceRow { Name = name, Value = "" });
        row.Value = JsonSerializer.Serialize(value);
        db.SaveChanges();
    }

    /// <summary>Forgets what was chosen.</summary>
    /// <param name="name">What it is about.</param>
    public void Forget(string name)
    {
        using var db = databases.CreateDbContext();
        db.Preferences.Where(one => one.Name == name).ExecuteDelete();
    }
}
