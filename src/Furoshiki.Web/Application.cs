using System.Net;
using System.Net.Sockets;
using System.Reflection;
using Furoshiki.App;
using Furoshiki.App.Demo;
using Furoshiki.App.Installation;
using Furoshiki.App.Recovery;
using Furoshiki.Store;
using Furoshiki.Web.Commands;
using Furoshiki.Web.Compare;
using Furoshiki.Web.Desktops;
using Furoshiki.Web.Document;
using Furoshiki.Web.Fitting;
using Furoshiki.Web.Keeping;
using Furoshiki.Web.Pictures;
using Furoshiki.Web.Profiles;
using Furoshiki.Web.SafeStates;
using Furoshiki.Web.Security;
using Furoshiki.Web.Supplies;
using Furoshiki.Web.Switching;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.ResponseCompression;
using Microsoft.Data.Sqlite;

namespace Furoshiki.Web;

/// <summary>The whole application, from its command line to its end.</summary>
public static class Application
{
    /// <summary>Runs the application until it is asked to end.</summary>
    /// <param name="args">The command line.</param>
    /// <param name="output">Takes what a person is told, a line each.</param>
    /// <param name="errors">Takes what went wrong, a line each.</param>
    /// <param name="stop">Asks it to end, beside the signals that end a process.</param>
    /// <returns>The exit code: 0, or 1 where it could not start, and why was written to <paramref name="errors"/>.</returns>
    public static async Task<int> Run(
        string[] args,
        TextWriter output,
        TextWriter errors,
        CancellationToken stop
    )
    {
        // The build starts the program to write the API document; it then only describes itself and touches nothing.
        var isDescribing = Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";
        var (options, code) = StartOptions.Parse(isDescribing ? [] : args, output, errors);
        if (options is null)
            return code;

        using var data = new DataFolder(options.Data);
        await using var app = Build(data, options, isDescribing);
        app.UseHeaders();
        app.UseExceptionHandler();
        app.UseStatusCodePages();
        if (isDescribing)
        {
            Map(app);
            await app.RunAsync(stop);
            return 0;
        }
        try
        {
            data.Prepare(options.Fresh);
            await Begin(app.Services, options);
        }
        catch (DataFolderInUseException running) when (options.Open && running.Address is not null)
        {
            await output.WriteLineAsync($"Furoshiki is running already: {running.Address}");
            OwnBrowser.Open(data.EntrancePage, output);
            return 0;
        }
        catch (Exception problem)
            when (problem
                    is IOException
                        or UnauthorizedAccessException
                        or NewerDatabaseException
                        or SqliteException
            )
        {
            await errors.WriteLineAsync(
                problem is IOException or UnauthorizedAccessException
                    ? problem.Message
                    : $"The database in {data.Path} cannot be used: {(problem is SqliteException ? Problem.Of(problem).Sentence : problem.Message)} Nothing was changed."
            );
            return 1;
        }
        var access = app.Services.GetRequiredService<Access>();
        access.Prepare();
        foreach (var notice in data.Notices)
            await errors.WriteLineAsync(notice);
        app.UseLocalGuard(access);
        Map(app);
        app.Lifetime.ApplicationStarted.Register(() => Announce(app, data, options, output));
        // Once the application has run, its services are gone.
        var databases = app.Services.GetRequiredService<FuroshikiDbFactory>();
        try
        {
            RefuseIfTaken(options.Port);
            await app.RunAsync(stop);
            databases.Close();
            return 0;
        }
        catch (IOException problem)
        {
            await errors.WriteLineAsync(
                $"{problem.Message} Choose another with --port; nothing was changed."
            );
            return 1;
        }
    }

    /// <summary>Sees beforehand whether a port is free: the host would print where in its code it noticed that it is not.</summary>
    /// <exception cref="IOException">It is not.</exception>
    private static void RefuseIfTaken(int port)
    {
        try
        {
            using var listener = new TcpListener(IPAddress.Loopback, port);
            listener.Start();
        }
        catch (SocketException problem)
        {
            throw new IOException($"Port {port} cannot be used: {problem.Message}.", problem);
        }
    }

    private static WebApplication Build(DataFolder data, StartOptions options, bool isDescribing)
    {
        var builder = WebApplication.CreateBuilder(
            new WebApplicationOptions { ContentRootPath = AppContext.BaseDirectory }
        );
        builder.WebHost.UseUrls($"http://127.0.0.1:{options.Port}");
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.AddServerHeader = false;
            kestrel.Limits.MaxRequestBodySize = 32 * 1024 * 1024;
        });
        builder.Logging.SetMinimumLevel(LogLevel.Warning);

        var services = builder.Services;
        services.AddOpenApi(ApiDocument.Describe);
        services
            .AddProblemDetails(details => details.CustomizeProblemDetails = ProblemHandler.Complete)
            .AddExceptionHandler<ProblemHandler>();
        services.Configure<RouteHandlerOptions>(routes => routes.ThrowOnBadRequest = true);
        services.ConfigureHttpJsonOptions(json => StrictJson.Apply(json.SerializerOptions));
        services.AddResponseCompression(compression =>
            compression.MimeTypes = [.. ResponseCompressionDefaults.MimeTypes, "image/svg+xml"]
        );
        services.AddFuroshiki(data, options.Demo, options.Allowed).AddSingleton<Access>();
        if (isDescribing)
            return builder.Build();
        // What the demo takes in when it starts is looked after with all else.
        if (options.Demo is { } scenario)
            services.AddHostedService(all =>
                ActivatorUtilities.CreateInstance<DemoCatalogue>(all, scenario)
            );
        services
            .AddHostedService<KeeperService>()
            .AddHostedService<CountdownService>()
            .AddHostedService<RecoveryService>();
        return builder.Build();
    }

    private static async Task Begin(IServiceProvider services, StartOptions options)
    {
        services.GetRequiredService<FuroshikiDbFactory>().Migrate();
        services.GetRequiredService<DataFolder>().NoteInUse();
        services.GetRequiredService<Recoverer>().SettleAll();
        if (options.Demo is { } demo)
            await services.GetRequiredService<DemoScenario>().SetUp(demo);
    }

    private static void Map(WebApplication app)
    {
        app.UseResponseCompression();
        app.UseDefaultFiles();
        app.UseStaticFiles(
            new StaticFileOptions
            {
                // The names of what the build puts there change with their content.
                OnPrepareResponse = file =>
                {
                    if (file.Context.Request.Path.StartsWithSegments("/assets"))
                        file.Context.Response.Headers.CacheControl =
                            "public, max-age=31536000, immutable";
                },
            }
        );
        app.UseRouting();

        app.MapOpenApi("/api/furoshiki.json");
        var api = app.MapGroup("/api")
            .AddEndpointFilter(StrictJson.RefuseNulls)
            .AddEndpointFilter(Totals.Tell);
        api.MapDesktops();
        api.MapProfiles();
        api.MapScreenshots();
        api.MapKeeping();
        api.MapCompare();
        api.MapSwitching();
        api.MapGroupings();
        api.MapSafeStates();
        api.MapPictures();
        api.MapFittings();
        api.MapSupplies();
        api.MapAccess();
        api.MapCommands();
        app.MapFallbackToFile("{*path:regex(^(?!api(/|$)|assets/).*$)}", "index.html");
    }

    private static void Announce(
        WebApplication app,
        DataFolder data,
        StartOptions options,
        TextWriter output
    )
    {
        var address = app
            .Services.GetRequiredService<IServer>()
            .Features.GetRequiredFeature<IServerAddressesFeature>()
            .Addresses.First();
        var access = app.Services.GetRequiredService<Access>();
        var enter = $"http://{access.Host}:{new Uri(address).Port}{access.Entrance}";
        data.NoteAddress(enter);
        output.WriteLine($"Everything is kept in {data.Path}");
        output.WriteLine($"Open {enter}");
        if (options.Open)
            OwnBrowser.Open(data.EntrancePage, output);
    }
}
