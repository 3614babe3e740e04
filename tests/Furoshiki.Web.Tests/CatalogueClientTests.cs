using System.Net;
using System.Net.Sockets;
using System.Text;
using Furoshiki.App.Supplies;
using Furoshiki.Core.Supplies;

namespace Furoshiki.Web.Tests;

/// <summary>What is loaded from servers that hang, break off, lie about lengths, or send for ever.</summary>
public sealed class CatalogueClientTests : IDisposable
{
    private static readonly byte[] Whole = [.. Enumerable.Range(0, 5_000).Select(i => (byte)i)];

    private readonly TcpListener _server = new(IPAddress.Loopback, 0);
    private readonly HttpClient _http = new(new SocketsHttpHandler { AllowAutoRedirect = false })
    {
        Timeout = Timeout.InfiniteTimeSpan,
    };
    private readonly List<string> _asked = [];

    public CatalogueClientTests() => _server.Start();

    public void Dispose()
    {
        _server.Dispose();
        _http.Dispose();
    }

    private CatalogueClient Client => new(_http) { Patience = TimeSpan.FromMilliseconds(400) };

    private Uri Address => new($"http://{_server.LocalEndpoint}/packages/one.tar.gz");

    /// <summary>Answers each connection after the first request line: the n-th with what is told for it, the last for all that follow.</summary>
    private void Serve(params Func<NetworkStream, int, Task>[] answers) =>
        _ = Task.Run(async () =>
        {
            for (var n = 0; ; n++)
            {
                using var client = await _server.AcceptTcpClientAsync();
                var stream = client.GetStream();
                var asked = "";
                var block = new byte[4_096];
                int read;
                do
                {
                    read = await stream.ReadAsync(block);
                    asked += Encoding.ASCII.GetString(block, 0, read);
                } while (read > 0 && !asked.Contains("\r\n\r\n", StringComparison.Ordinal));
                // A client opens connections that it may need, and closes them where it did not.
                if (read == 0)
                {
                    n--;
                    continue;
                }
                lock (_asked)
                    _asked.Add(asked);
                var range = asked.Split("bytes=") is [_, var rest]
                    ? int.Parse(
                        rest.Split('-')[0],
                        System.Globalization.CultureInfo.InvariantCulture
                    )
                    : 0;
                try
                {
                    await answers[Math.Min(n, answers.Length - 1)](stream, range);
                }
                catch (IOException)
                {
                    // Whoever asked has gone.
                }
            }
        });

    private static async Task Head(NetworkStream to, string status, long? length) =>
        await to.WriteAsync(
            Encoding.ASCII.GetBytes(
                $"HTTP/1.1 {status}\r\n{(length is null ? "" : $"Content-Length: {length}\r\n")}Connection: close\r\n\r\n"
            )
        );

    private static Func<NetworkStream, int, Task> Part(int length) =>
        async (to, from) =>
        {
            await Head(to, from > 0 ? "206 Partial Content" : "200 OK", Whole.Length - from);
            await to.WriteAsync(Whole.AsMemory(from, Math.Min(length, Whole.Length - from)));
        };

    private async Task<byte[]> Load()
    {
        using var to = new MemoryStream();
        await Client.Load(Address, Whole.Length, to, null, CancellationToken.None);
        return to.ToArray();
    }

    private async Task<string> Refused() =>
        (await Should.ThrowAsync<SupplyException>(Load)).Message;

    [Fact]
    public async Task What_breaks_off_is_taken_up_where_it_broke_off_however_often()
    {
        Serve(Part(1_200), Part(1_200), Part(1), Part(2_000), Part(5_000));
        (await Load()).ShouldBe(Whole);
        _asked
            .Select(one => one.Contains("Range", StringComparison.Ordinal))
            .ShouldBe([false, true, true, true, true]);
    }

    [Fact]
    public async Task A_server_that_knows_of_no_parts_is_asked_for_all_of_it_again()
    {
        Serve(
            Part(1_200),
            async (to, _) =>
            {
                await Head(to, "200 OK", Whole.Length);
                await to.WriteAsync(Whole);
            }
        );
        (await Load()).ShouldBe(Whole);
    }

    [Fact]
    public async Task A_server_that_hangs_is_not_waited_for_any_longer()
    {
        Serve((to, _) => to.ReadAsync(new byte[1]).AsTask());
        (await Refused()).ShouldContain("nothing came for");
        _asked.Count.ShouldBe(3);
    }

    [Fact]
    public async Task Of_one_that_sends_for_ever_no_more_is_taken_than_there_should_be()
    {
        Serve(
            async (to, _) =>
            {
                await Head(to, "200 OK", null);
                while (true)
                    await to.WriteAsync(Whole);
            }
        );
        (await Refused()).ShouldContain("sends more than the 5000 bytes");
        (
            await Should.ThrowAsync<SupplyException>(() =>
                Client.Load(Address, 3_000, CancellationToken.None)
            )
        ).Message.ShouldContain("sends more than the 3000 bytes");
    }

    [Fact]
    public async Task One_that_says_it_is_shorter_or_is_not_there_is_told_so()
    {
        Serve(
            async (to, _) =>
            {
                await Head(to, "200 OK", 100);
                await to.WriteAsync(Whole.AsMemory(0, 100));
            },
            (to, _) => Head(to, "416 Range Not Satisfiable", 0)
        );
        (await Refused()).ShouldContain("it answered 416");
        _server.Stop();
        (await Refused()).ShouldContain("the connection broke off or could not be made");
    }

    [Fact]
    public async Task It_is_stopped_at_once()
    {
        Serve(
            async (to, _) =>
            {
                await Head(to, "200 OK", Whole.Length);
                _ = await to.ReadAsync(new byte[1]);
            }
        );
        using var stop = new CancellationTokenSource();
        using var to = new MemoryStream();
        var load = Client.Load(Address, Whole.Length, to, null, stop.Token);
        await stop.CancelAsync();
        await Should.ThrowAsync<OperationCanceledException>(() => load);
    }

    [Fact]
    public async Task Where_it_sends_elsewhere_nobody_goes()
    {
        Serve(
            async (to, _) =>
                await to.WriteAsync(
                    Encoding.ASCII.GetBytes(
                        $"HTTP/1.1 302 Found\r\nLocation: http://{_server.LocalEndpoint}/secret\r\nContent-Length: 0\r\nConnection: close\r\n\r\n"
                    )
                )
        );
        (await Should.ThrowAsync<SupplyException>(Load)).Message.ShouldContain("sends elsewhere");
        _asked.ShouldHaveSingleItem();
    }

    [Fact]
    public async Task What_comes_byte_by_byte_without_end_is_given_up()
    {
        Serve(
            async (to, from) =>
            {
                await Head(to, from > 0 ? "206 Partial Content" : "200 OK", Whole.Length - from);
                foreach (var one in Whole[from..])
                {
                    await to.WriteAsync(new[] { one });
                    await to.FlushAsync();
                    await Task.Delay(100);
                }
            }
        );
        (await Should.ThrowAsync<SupplyException>(Load)).Message.ShouldContain("it is too slow");
    }
}
