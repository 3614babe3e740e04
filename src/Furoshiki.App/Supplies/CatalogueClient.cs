using System.Diagnostics;
using System.Net;
using System.Net.Http.Headers;
using Furoshiki.Core.Supplies;

namespace Furoshiki.App.Supplies;

/// <summary>
/// Loads what a catalogue has, over HTTP, from where it is said to be and nowhere else. A server that hangs, or sends next to nothing, is waited
/// for a while and no longer, and of one that sends more than it should no byte of that is taken. What breaks off is taken up where it broke off.
/// </summary>
/// <param name="http">Loads it.</param>
public sealed class CatalogueClient(HttpClient http)
{
    private const int BlockSize = 1 << 16;

    /// <summary>How often it is tried again after something came, and how often after nothing did.</summary>
    private const int Tries = 3;

    /// <summary>Bytes in a second that have to come on the whole, once six times the patience has passed.</summary>
    private const double Slowest = 1024;

    /// <summary>How long nothing may come.</summary>
    public TimeSpan Patience { get; init; } = TimeSpan.FromSeconds(10);

    /// <summary>Loads something small into memory.</summary>
    /// <param name="address">Where it is.</param>
    /// <param name="most">Most bytes that it may have.</param>
    /// <param name="stop">Gives up.</param>
    /// <exception cref="SupplyException">It cannot be loaded, or has more bytes.</exception>
    public async Task<byte[]> Load(Uri address, int most, CancellationToken stop)
    {
        using var to = new MemoryStream();
        await Load(address, null, most, to, null, stop);
        return to.ToArray();
    }

    /// <summary>Loads something of a known length, from where what is there already ends.</summary>
    /// <param name="address">Where it is.</param>
    /// <param name="length">Its length in bytes.</param>
    /// <param name="to">Where it is written to.</param>
    /// <param name="progress">Is told how many bytes are there.</param>
    /// <param name="stop">Gives up.</param>
    /// <exception cref="SupplyException">It cannot be loaded, or is longer or shorter.</exception>
    public Task Load(
        Uri address,
        long length,
        Stream to,
        Action<long>? progress,
        CancellationToken stop
    ) => Load(address, length, length, to, progress, stop);

    private async Task Load(
        Uri address,
        long? length,
        long most,
        Stream to,
        Action<long>? progress,
        CancellationToken stop
    )
    {
        var begun = Stopwatch.GetTimestamp();
        var received = 0L;
        for (var tries = 1; ; tries++)
        {
            var had = to.Length;
            string problem;
            try
            {
                await LoadRest(address, most, to, Came, stop);
                if (length is null || to.Length == length)
                    return;
                problem = $"it ended after {to.Length} of {length} bytes";
            }
            catch (OperationCanceledException) when (!stop.IsCancellationRequested)
            {
                problem = $"nothing came for {Patience.TotalSeconds:0} seconds";
            }
            catch (Exception broken) when (broken is HttpRequestException or IOException)
            {
                problem = broken is HttpRequestException { StatusCode: { } code }
                    ? $"it answered {(int)code}"
                    : "the connection broke off or could not be made";
            }
            if (to.Length > had)
                tries = 0;
            else if (tries >= Tries)
                throw new SupplyException($"{address} cannot be loaded: {problem}.");
        }

        void Came(int bytes)
        {
            received += bytes;
            var time = Stopwatch.GetElapsedTime(begun) - 6 * Patience;
            if (time.TotalSeconds * Slowest > received)
                throw new SupplyException(
                    $"{address} cannot be loaded: it is too slow, {received} bytes came in {Stopwatch.GetElapsedTime(begun).TotalSeconds:0} seconds."
                );
            progress?.Invoke(to.Length);
        }
    }

    private async Task LoadRest(
        Uri address,
        long most,
        Stream to,
        Action<int> came,
        CancellationToken stop
    )
    {
        using var patience = CancellationTokenSource.CreateLinkedTokenSource(stop);
        patience.CancelAfter(Patience);
        using var request = new HttpRequestMessage(HttpMethod.Get, address);
        if (to.Length > 0)
            request.Headers.Range = new RangeHeaderValue(to.Length, null);
        using var answer = await http.SendAsync(
            request,
            HttpCompletionOption.ResponseHeadersRead,
            patience.Token
        );
        if ((int)answer.StatusCode is >= 300 and < 400)
            throw new SupplyException(
                $"{address} cannot be loaded: it sends elsewhere, which is not followed."
            );
        answer.EnsureSuccessStatusCode();
        // Whoever does not know of parts sends all of it.
        if (answer.StatusCode != HttpStatusCode.PartialContent)
            to.SetLength(0);
        to.Position = to.Length;
        await using var from = await answer.Content.ReadAsStreamAsync(patience.Token);
        var block = new byte[BlockSize];
        while (await from.ReadAsync(block, patience.Token) is > 0 and var read)
        {
            if (to.Length + read > most)
                throw new SupplyException(
                    $"{address} sends more than the {most} bytes it may have."
                );
            await to.WriteAsync(block.AsMemory(0, read), patience.Token);
            came(read);
            patience.CancelAfter(Patience);
        }
    }
}
