namespace Furoshiki.Store;

/// <summary>Something that was read from the database, and is read again once anything was written there.</summary>
/// <param name="databases">The database.</param>
/// <param name="read">Reads it; what it gives is shared by all who ask, and must not be changed.</param>
public sealed class UntilWritten<T>(FuroshikiDbFactory databases, Func<FuroshikiDb, T> read)
{
    private sealed record Known(WriteStamp Stamp, T Value);

    private volatile Known? _known;

    /// <summary>It, as it is now.</summary>
    public T Value
    {
        get
        {
            // What is written while it is read makes the stamp another, so that it is read once more.
            var stamp = databases.Stamp;
            if (_known is { } known && known.Stamp == stamp)
                return known.Value;
            using var db = databases.CreateDbContext();
            var value = read(db);
            _known = new Known(stamp, value);
            return value;
        }
    }
}
