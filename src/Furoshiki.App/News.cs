using System.Threading.Channels;

namespace Furoshiki.App;

/// <summary>Wakes one who waits when there may be something to do. What is told while nobody waits is heard once.</summary>
/// <param name="clock">Tells the time.</param>
public sealed class News(TimeProvider clock)
{
    private readonly Channel<bool> _told = Channel.CreateBounded<bool>(
        new BoundedChannelOptions(1) { FullMode = BoundedChannelFullMode.DropWrite }
    );

    /// <summary>Tells that there may be something to do.</summary>
    public void Tell() => _told.Writer.TryWrite(true);

    /// <summary>Takes what was told as heard.</summary>
    public void Hear() => _told.Reader.TryRead(out _);

    /// <summary>Waits until something is told, but no longer than some time.</summary>
    /// <param name="longest">The time; null to wait for as long as it takes.</param>
    /// <param name="cancellation">Ends the waiting.</param>
    /// <exception cref="OperationCanceledException">The waiting was ended.</exception>
    public async Task Wait(TimeSpan? longest, CancellationToken cancellation)
    {
        using var pause = new CancellationTokenSource(longest ?? Timeout.InfiniteTimeSpan, clock);
        using var either = CancellationTokenSource.CreateLinkedTokenSource(
            cancellation,
            pause.Token
        );
        try
        {
            await _told.Reader.ReadAsync(either.Token);
        }
        catch (OperationCanceledException) when (!cancellation.IsCancellationRequested)
        {
            // It has been as long as that.
        }
    }
}
