using System.Security.Cryptography;
using Furoshiki.App;
using Furoshiki.App.Installation;
using Furoshiki.App.Supplies;
using Furoshiki.CatalogueHost;

namespace Furoshiki.Web.Supplies;

/// <summary>The demo's catalogue: made of the scenario at the first start, signed with a key of its own, and served on this machine.</summary>
internal sealed partial class DemoCatalogue(
    DataFolder data,
    Sources sources,
    string scenario,
    ILogger<DemoCatalogue> log
) : IHostedService, IAsyncDisposable
{
    private CatalogueServer? _server;

    /// <inheritdoc />
    public async Task StartAsync(CancellationToken cancellationToken)
    {
        using var key = Key();
        var folder = Path.Combine(data.Catalogue, "given-out");
        // Like the demo's desktops it is made once, and stays as it is.
        if (!CatalogueMaker.IsMade(folder))
            CatalogueMaker.Make(scenario, folder, key);
        _server = new CatalogueServer(folder, CatalogueMaker.BreakingOff(scenario));
        await _server.Start(cancellationToken);
        try
        {
            await sources.Settle(
                new SourceForm(
                    _server.Address.AbsoluteUri,
                    Convert.ToBase64String(key.ExportSubjectPublicKeyInfo())
                ),
                cancellationToken
            );
        }
        catch (ProblemException problem)
        {
            NotRead(log, problem);
        }
    }

    /// <inheritdoc />
    public Task StopAsync(CancellationToken cancellationToken) => DisposeAsync().AsTask();

    /// <inheritdoc />
    public async ValueTask DisposeAsync()
    {
        if (Interlocked.Exchange(ref _server, null) is { } server)
            await server.DisposeAsync();
    }

    private ECDsa Key()
    {
        Directory.CreateDirectory(data.Catalogue);
        var file = Path.Combine(data.Catalogue, "key");
        var key = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        if (File.Exists(file))
            key.ImportPkcs8PrivateKey(File.ReadAllBytes(file), out _);
        else
            File.WriteAllBytes(file, key.ExportPkcs8PrivateKey());
        return key;
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "The demo's catalogue could not be read.")]
    private static partial void NotRead(ILogger logger, Exception problem);
}
