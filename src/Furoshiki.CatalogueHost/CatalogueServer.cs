using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.FileProviders;
using Microsoft.Extensions.Logging;

namespace Furoshiki.CatalogueHost;

/// <summary>Serves a catalogue on this machine, as any server for files would, or as slow and unsteady as it is told to be.</summary>
public sealed class CatalogueServer : IAsyncDisposable
{
    private const int BlockSize = 1 << 10;

    private static readonly TimeSpan Linger = TimeSpan.FromMilliseconds(200);

    private readonly WebApplication _app;
    private readonly string _folder;
    private readonly IReadOnlySet<string> _breaking;

    /// <summary>Makes a server; it answers once it is started.</summary>
    /// <param name="folder">The catalogue's folder.</param>
    /// <param name="breaking">The files that break off half-way when they are loaded from their beginning, relative to it.</param>
    public CatalogueServer(string folder, IReadOnlySet<string> breaking)
    {
        (_folder, _breaking) = (folder, breaking);
        var builder = WebApplication.CreateSlimBuilder();
        builder.Logging.SetMinimumLevel(LogLevel.Warning);
        builder.WebHost.UseUrls("http://127.0.0.1:0");
        _app = builder.Build();
        _app.Use(Unsteady);
        _app.UseStaticFiles(
            new StaticFileOptions
            {
                FileProvider = new PhysicalFileProvider(folder),
                ServeUnknownFileTypes = true,
                DefaultContentType = "application/octet-stream",
            }
        );
    }

    /// <summary>How many bytes it sends in a second; null for as many as it can.</summary>
    public int? BytesInSecond { get; set; }

    /// <summary>Where the catalogue is, once the server is started.</summary>
    public Uri Address =>
        new(
            _app.Services.GetRequiredService<IServer>()
                .Features.Get<IServerAddressesFeature>()!
                .Addresses.Single() + "/"
        );

    /// <summary>Starts it.</summary>
    public Task Start(CancellationToken stop) => _app.StartAsync(stop);

    /// <inheritdoc />
    public ValueTask DisposeAsync() => _app.DisposeAsync();

    private async Task Unsteady(HttpContext context, RequestDelegate next)
    {
        var name = context.Request.Path.Value!.TrimStart('/');
        var breaks = _breaking.Contains(name) && !context.Request.Headers.ContainsKey("Range");
        if (!breaks && BytesInSecond is null)
        {
            await next(context);
            return;
        }
        var file = new FileInfo(Path.Combine(_folder, name));
        if (name.Contains("..", StringComparison.Ordinal) || !file.Exists)
        {
            context.Response.StatusCode = StatusCodes.Status404NotFound;
            return;
        }
        context.Response.ContentLength = file.Length;
        await using var bytes = file.OpenRead();
        var block = new byte[BlockSize];
        for (var sent = 0L; await bytes.ReadAsync(block) is > 0 and var read; sent += read)
        {
            if (breaks && sent + read > file.Length / 2)
                read = (int)(file.Length / 2 - sent);
            await context.Response.Body.WriteAsync(block.AsMemory(0, read));
            await context.Response.Body.FlushAsync();
            if (breaks && sent + read >= file.Length / 2)
            {
                // What was sent is on its way; an end at once would take it back.
                await Task.Delay(Linger);
                context.Abort();
                return;
            }
            if (BytesInSecond is { } most)
                await Task.Delay(TimeSpan.FromSeconds((double)read / most));
        }
    }
}
