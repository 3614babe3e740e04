using Furoshiki.App.Installation;
using Furoshiki.Store;

namespace Furoshiki.App.Safekeeping;

/// <summary>When the whole database was read.</summary>
/// <param name="At">When (UTC).</param>
internal sealed record ReadWhole(DateTime At);

/// <summary>
/// Reads the whole database once a week, beside everything else. One that is damaged is noted as such, and set aside at the next start.
/// </summary>
public sealed class DatabaseCheck(DataFolder data, Preferences preferences, TimeProvider clock)
{
    private const string About = "database-read";

    /// <summary>After how long it is read again.</summary>
    public static TimeSpan Lasts { get; } = TimeSpan.FromDays(7);

    /// <summary>When it was last read as a whole and found sound (UTC); null if it never was.</summary>
    public DateTime? SoundAt => preferences.Find<ReadWhole>(About)?.At;

    /// <summary>Whether it was found damaged since the start.</summary>
    public bool IsDamaged => data.IsNotedDamaged;

    /// <summary>Reads it if its time has come.</summary>
    /// <param name="cancellation">Breaks it off.</param>
    /// <exception cref="OperationCanceledException">It was broken off.</exception>
    public void CheckDue(CancellationToken cancellation)
    {
        var now = clock.GetUtcNow().UtcDateTime;
        if (IsDamaged || (SoundAt is { } at && at <= now && now - at < Lasts))
            return;
        if (DatabaseHealth.IsSound(data.Database, cancellation))
            preferences.Keep(About, new ReadWhole(now));
        else
            data.NoteDamaged();
    }
}
