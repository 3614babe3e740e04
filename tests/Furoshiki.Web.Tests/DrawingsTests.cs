using System.Text;
using Furoshiki.App.Supplies;

namespace Furoshiki.Web.Tests;

/// <summary>Drawings are read for somebody, and given up when nobody waits for them.</summary>
public sealed class DrawingsTests : IDisposable
{
    private readonly Drawings _drawings = new();

    private static readonly byte[] Small = Encoding.UTF8.GetBytes(
        "<svg xmlns='http://www.w3.org/2000/svg' width='8' height='8'><rect width='8' height='8' fill='#c33'/></svg>"
    );

    /// <summary>As many large shapes as may be drawn at all, in a few lines, which take longer than anybody is let wait.</summary>
    private static readonly byte[] Slow = Encoding.UTF8.GetBytes(
        $"""
        <svg xmlns='http://www.w3.org/2000/svg' xmlns:xlink='http://www.w3.org/1999/xlink' width='384' height='384'><rect id='a0' width='384' height='384' fill='#c33' fill-opacity='.5'/>
        {string.Concat(
            Enumerable
                .Range(1, 5)
                .Select(i =>
                    $"<g id='a{i}'>{string.Concat(Enumerable.Repeat($"<use xlink:href='#a{i - 1}'/>", 10))}</g>"
                )
        )}</svg>
        """
    );

    public void Dispose() => _drawings.Dispose();

    [Fact]
    public async Task One_that_is_waited_for_or_read_is_given_up_when_its_asker_has_gone_and_the_next_is_read()
    {
        _drawings.Read(Small, CancellationToken.None).ShouldNotBeNull();
        using var gone = new CancellationTokenSource(TimeSpan.FromSeconds(1));
        using var waiter = new CancellationTokenSource(TimeSpan.FromMilliseconds(500));
        var reading = Task.Run(() => _drawings.Read(Slow, gone.Token));
        var waiting = Task.Run(() => _drawings.Read(Slow, waiter.Token));
        await Should.ThrowAsync<OperationCanceledException>(() => waiting);
        await Should.ThrowAsync<OperationCanceledException>(() => reading);
        _drawings.Read(Small, CancellationToken.None).ShouldNotBeNull();
    }
}
