using Furoshiki.Tests.Shared;

namespace Furoshiki.Web.Tests;

/// <summary>Tests that change things, each with an application of its own.</summary>
public abstract class OwnAppTests : IAsyncLifetime
{
    private Api? _server;

    private protected AppProcess App { get; } = new();

    private protected Api Server => _server!;

    public async ValueTask InitializeAsync()
    {
        await App.InitializeAsync();
        _server = new Api(await App.Client());
    }

    public async ValueTask DisposeAsync()
    {
        Server.Client.Dispose();
        await App.DisposeAsync();
        GC.SuppressFinalize(this);
    }
}
