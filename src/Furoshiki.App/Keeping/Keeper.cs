using Furoshiki.Store;

namespace Furoshiki.App.Keeping;

/// <summary>
/// Looks after what is kept, in small steps beside everything else: gives back what is not needed any more, and reads again, and mends
/// where it can, what is.
/// </summary>
public sealed class Keeper(
    ContentCollector collector,
    ContentChecker checker,
    Mender mender,
    TimeProvider clock
)
{
    private static readonly TimeSpan Pause = TimeSpan.FromMilliseconds(20);
    private static readonly TimeSpan PauseBetweenReadings = TimeSpan.FromMilliseconds(250);
    private static readonly TimeSpan PauseWhileHeld = TimeSpan.FromSeconds(1);

    /// <summary>Tells that there may be something to give back.</summary>
    public News News { get; } = new(clock);

    /// <summary>Gives back all that is not needed.</summary>
    /// <returns>How many bytes of content that was.</returns>
    public async Task<long> GiveBack(CancellationToken cancellation)
    {
        var bytes = 0L;
        foreach (var step in collector.GiveBack())
        {
            bytes += step ?? 0;
            await Task.Delay(step is null ? PauseWhileHeld : Pause, cancellation);
        }
        return bytes;
    }

    /// <summary>Reads all again whose time has come, and writes again what is damaged and is whole elsewhere.</summary>
    /// <returns>How many contents stay damaged.</returns>
    public async Task<int> Check(CancellationToken cancellation)
    {
        // What is known to be damaged need not wait for all the rest to be read.
        mender.Mend(checker.Damaged());
        foreach (var _ in checker.Check())
            await Task.Delay(PauseBetweenReadings, cancellation);
        return mender.Mend(checker.Damaged()).Count;
    }
}
